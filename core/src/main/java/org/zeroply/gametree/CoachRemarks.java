package org.zeroply.gametree;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * What the coach says of a move beyond sign and note. Each remark is a command of the move, so that it travels with the game
 * and is undone with it: {@code [%cause text]}, {@code [%kept text]}, {@code [%moment chosen]},
 * {@code [%drift half-moves|root|text]}, {@code [%candidate move|keep or reject|reason]}, {@code [%drawn ...]}; see
 * {@link Fields} and {@link OwnMark}.
 *
 * @param cause why it was played, in the coach's words; empty for none
 * @param kept why a verdict stands against the calculated one; empty for none
 * @param moment whether a lesson stops before this move
 * @param drift a span that ends with this move
 * @param candidates the moves that were considered instead of this one or besides it, in their order
 * @param marks what was drawn on the board after this move, in its order
 */
public record CoachRemarks(
        String cause,
        String kept,
        boolean moment,
        Optional<Drift> drift,
        List<CandidateNote> candidates,
        List<OwnMark> marks) {
    private static final String CAUSE = "cause";
    private static final String KEPT = "kept";
    private static final String MOMENT = "moment";
    private static final String CHOSEN = "chosen";
    private static final String DRIFT = "drift";
    private static final String CANDIDATE = "candidate";
    private static final String KEEP = "keep";
    private static final String REJECT = "reject";
    private static final Set<String> NAMES = Set.of(CAUSE, KEPT, MOMENT, DRIFT, CANDIDATE);

    public static final CoachRemarks NONE = new CoachRemarks("", "", false, Optional.empty(), List.of(), List.of());

    /**
     * A span that the coach calls a drift.
     *
     * @param halfMoves from its first move to this one, counted backward along the line
     * @param root half-moves back to where it really went wrong; the same or more
     * @param text what the wrong plan was
     */
    public record Drift(int halfMoves, int root, String text) {
        public Drift {
            if (halfMoves < 0 || root < halfMoves) {
                throw new IllegalArgumentException(
                        "the root of a drift is not after its first move, was " + root + " for " + halfMoves);
            }
        }
    }

    /**
     * A candidate with the coach's decision.
     *
     * @param move in English letters
     * @param isKept whether it stays on the list of moves to calculate
     * @param reason why; may be empty
     */
    public record CandidateNote(String move, boolean isKept, String reason) {}

    public CoachRemarks {
        candidates = List.copyOf(candidates);
        marks = List.copyOf(marks);
    }

    public static CoachRemarks of(GameNode node) {
        CoachRemarks found = NONE;
        List<CandidateNote> candidates = new ArrayList<>();
        List<OwnMark> marks = new ArrayList<>();
        for (Command command : node.commands()) {
            Optional<List<String>> one = Fields.of(command, command.name(), 1);
            Optional<List<String>> three = Fields.of(command, command.name(), 3);
            switch (command.name()) {
                case CAUSE ->
                    found = one.map(List::getFirst).map(found::withCause).orElse(found);
                case KEPT ->
                    found = one.map(List::getFirst).map(found::withKept).orElse(found);
                case MOMENT -> found = found.withMoment(true);
                case DRIFT -> found = found.withDrift(three.flatMap(CoachRemarks::drift));
                case CANDIDATE ->
                    three.ifPresent(texts -> candidates.add(
                            new CandidateNote(texts.get(0), texts.get(1).equals(KEEP), texts.get(2))));
                case OwnMark.COMMAND -> OwnMark.of(command).ifPresent(marks::add);
                default -> {}
            }
        }
        return found.withCandidates(candidates).withMarks(marks);
    }

    private static Optional<Drift> drift(List<String> texts) {
        try {
            return Optional.of(new Drift(Integer.parseInt(texts.get(0)), Integer.parseInt(texts.get(1)), texts.get(2)));
        } catch (IllegalArgumentException notOurs) {
            return Optional.empty();
        }
    }

    /** The node with these remarks instead of those it has; every other command stays. */
    public GameNode onto(GameNode node) {
        List<Command> commands = new ArrayList<>(node.commands());
        commands.removeIf(command -> NAMES.contains(command.name())
                || command.name().equals(OwnMark.COMMAND) && OwnMark.of(command).isPresent());
        if (!cause.isBlank()) {
            commands.add(Fields.command(CAUSE, cause));
        }
        if (!kept.isBlank()) {
            commands.add(Fields.command(KEPT, kept));
        }
        if (moment) {
            commands.add(new Command(MOMENT, CHOSEN));
        }
        drift.ifPresent(span -> commands.add(
                Fields.command(DRIFT, Integer.toString(span.halfMoves()), Integer.toString(span.root()), span.text())));
        for (CandidateNote note : candidates) {
            commands.add(Fields.command(CANDIDATE, note.move(), note.isKept() ? KEEP : REJECT, note.reason()));
        }
        marks.forEach(mark -> commands.add(mark.command()));
        return node.withCommands(commands);
    }

    public CoachRemarks withCause(String text) {
        return new CoachRemarks(text, kept, moment, drift, candidates, marks);
    }

    public CoachRemarks withKept(String text) {
        return new CoachRemarks(cause, text, moment, drift, candidates, marks);
    }

    public CoachRemarks withMoment(boolean chosen) {
        return new CoachRemarks(cause, kept, chosen, drift, candidates, marks);
    }

    public CoachRemarks withDrift(Optional<Drift> span) {
        return new CoachRemarks(cause, kept, moment, span, candidates, marks);
    }

    public CoachRemarks withCandidates(List<CandidateNote> notes) {
        return new CoachRemarks(cause, kept, moment, drift, notes, marks);
    }

    public CoachRemarks withMarks(List<OwnMark> next) {
        return new CoachRemarks(cause, kept, moment, drift, candidates, next);
    }
}
