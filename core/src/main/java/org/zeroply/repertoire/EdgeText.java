package org.zeroply.repertoire;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.zeroply.gametree.Command;
import org.zeroply.gametree.Fields;
import org.zeroply.gametree.OwnMark;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Square;

/**
 * What is said of a move, as commands of a comment: {@code [%answer approach|memorise]}, {@code [%plan text]} and the like
 * for every other note, {@code [%guard piece|square|condition|why]}, {@code [%reply kind|share]}, {@link OwnMark own marks}. The reason of an answer
 * and the comment of a reply are the comment itself; a text with signs that a comment cannot hold also stands in
 * {@code [%said text]}. Used in PGN and in the workbook alike.
 */
public final class EdgeText {
    private static final String ANSWER = "answer";
    private static final String REPLY = "reply";
    private static final String GUARD = "guard";
    private static final String MEMORISE = "memorise";
    private static final String SAID = "said";
    private static final Pattern AWKWARD = Pattern.compile("[\\[\\]{}]|\\s\\s|[^\\S ]");

    private EdgeText() {}

    /** The comment of a move, apart from its commands. */
    public static String comment(Edge edge) {
        return switch (edge) {
            case Answer answer -> answer.note(Answer.Note.REASON);
            case Reply reply -> reply.comment();
        };
    }

    /** The commands of a move; none if nothing is said that the comment does not say. */
    public static List<Command> commands(Edge edge) {
        List<Command> commands = new ArrayList<>();
        if (AWKWARD.matcher(comment(edge)).find()) {
            commands.add(Fields.command(SAID, comment(edge)));
        }
        switch (edge) {
            case Answer answer -> {
                if (!answer.approach().isEmpty() || answer.memorise()) {
                    commands.add(Fields.command(ANSWER, answer.approach(), answer.memorise() ? MEMORISE : ""));
                }
                for (Answer.Note note : Answer.Note.values()) {
                    if (note != Answer.Note.REASON && !answer.note(note).isEmpty()) {
                        commands.add(Fields.command(name(note), answer.note(note)));
                    }
                }
                for (Guard guard : answer.guards()) {
                    commands.add(Fields.command(
                            GUARD,
                            Condition.word(guard.piece()),
                            guard.to().toString(),
                            ConditionText.write(guard.condition()),
                            guard.why()));
                }
            }
            case Reply reply -> {
                if (reply.kind() != Reply.Kind.MAIN || reply.share() != null) {
                    commands.add(Fields.command(
                            REPLY, Condition.word(reply.kind()), reply.share() == null ? "" : reply.share() + ""));
                }
            }
        }
        edge.marks().forEach(mark -> commands.add(mark.command()));
        return commands;
    }

    private static List<OwnMark> marks(List<Command> commands) {
        return commands.stream().map(OwnMark::of).flatMap(Optional::stream).toList();
    }

    /** Whether the same is said of both, or nothing of the first. */
    public static boolean isSaidAlike(Edge said, Edge other) {
        boolean nothing = comment(said).isEmpty() && commands(said).isEmpty();
        return nothing
                || (comment(said).equals(comment(other)) && commands(said).equals(commands(other)));
    }

    /** The name of a note's command, such as {@code trapsset}: letters only, as PGN has them. */
    private static String name(Answer.Note note) {
        return note.name().replace("_", "").toLowerCase(Locale.ROOT);
    }

    /** An answer out of what was written of it; what does not fit is left out. */
    public static Answer answer(Move move, int to, String comment, List<Command> commands) {
        Map<Answer.Note, String> notes = new EnumMap<>(Answer.Note.class);
        notes.put(Answer.Note.REASON, said(comment, commands));
        String approach = "";
        boolean memorise = false;
        List<Guard> guards = new ArrayList<>();
        for (Command command : commands) {
            for (List<String> texts : Fields.of(command, ANSWER, 2).stream().toList()) {
                approach = texts.get(0);
                memorise = texts.get(1).equals(MEMORISE);
            }
            for (Answer.Note note : Answer.Note.values()) {
                Fields.of(command, name(note), 1).ifPresent(texts -> notes.put(note, texts.getFirst()));
            }
            Fields.of(command, GUARD, 4).stream().flatMap(EdgeText::guard).forEach(guards::add);
        }
        return new Answer(move, to, approach, memorise, notes, guards, marks(commands));
    }

    private static String said(String comment, List<Command> commands) {
        return commands.stream()
                .flatMap(command -> Fields.of(command, SAID, 1).stream())
                .map(List::getFirst)
                .findFirst()
                .orElse(comment);
    }

    private static Stream<Guard> guard(List<String> texts) {
        Square to = Square.parse(texts.get(1));
        return Arrays.stream(PieceType.values())
                .filter(piece -> Condition.word(piece).equals(texts.get(0)))
                .flatMap(piece ->
                        to != null && ConditionText.read(texts.get(2)) instanceof ConditionText.Reading.Read read
                                ? Stream.of(new Guard(piece, to, read.condition(), texts.get(3)))
                                : Stream.empty());
    }

    /** A reply out of what was written of it; what does not fit is left out. */
    public static Reply reply(Move move, int to, String comment, List<Command> commands) {
        Reply reply = Reply.bare(move, to).withComment(said(comment, commands));
        for (Command command : commands) {
            for (List<String> texts : Fields.of(command, REPLY, 2).stream().toList()) {
                for (Reply.Kind kind : Reply.Kind.values()) {
                    if (Condition.word(kind).equals(texts.get(0))) {
                        reply = reply.withKind(kind);
                    }
                }
                if (texts.get(1).matches("100|\\d{1,2}")) {
                    reply = reply.withShare(Integer.valueOf(texts.get(1)));
                }
            }
        }
        return reply.withMarks(marks(commands));
    }
}
