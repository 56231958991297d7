package org.zeroply.desktop.judging;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.zeroply.analysis.Candidate;
import org.zeroply.analysis.Study;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.TypedLine;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.CoachRemarks.CandidateNote;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.LineReading;
import org.zeroply.notation.MoveNames;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/**
 * What the coach says of the move one is at, beyond sign and note: its cause, whether a lesson stops there, why a verdict
 * stands against the calculated one, drifts, and the candidates of the position. Every change is an edit of the game that
 * can be undone. Lives on the interface thread; needs no window.
 */
public final class CoachModel {
    private final OpenGame reading;
    private final ReadOnlyObjectWrapper<CoachRemarks> remarks =
            new ReadOnlyObjectWrapper<>(this, "remarks", CoachRemarks.NONE);

    private final TypedLine typed;

    public CoachModel(OpenGame reading) {
        this.reading = reading;
        typed = new TypedLine(reading.languageProperty()::get);
        reading.spotProperty()
                .subscribe(() -> remarks.set(
                        reading.openProperty().get() && !reading.isCurtainDown()
                                ? CoachRemarks.of(reading.current())
                                : CoachRemarks.NONE));
    }

    /** Of the current move; none behind the curtain. */
    public ReadOnlyObjectProperty<CoachRemarks> remarksProperty() {
        return remarks.getReadOnlyProperty();
    }

    /** The candidate that is typed. */
    public TypedLine typed() {
        return typed;
    }

    private void change(int node, UnaryOperator<CoachRemarks> change, String key) {
        if (!reading.openProperty().get() || !reading.tree().has(node)) {
            return;
        }
        GameNode before = reading.tree().node(node);
        GameNode after = change.apply(CoachRemarks.of(before)).onto(before);
        if (!after.equals(before)) {
            String name = MoveNames.of(
                    reading.tree(), node, reading.languageProperty().get());
            int here = reading.nodeProperty().get();
            reading.edit(tree -> new GameTree.Edit(tree.with(after), here), Texts.of(key, name));
        }
    }

    private int here() {
        return reading.nodeProperty().get();
    }

    public void cause(int node, String text) {
        change(node, now -> now.withCause(text.strip()), "undo.cause");
    }

    /** Why the coach's verdict after a move stands; an empty text opens the question again. */
    public void keep(int node, String text) {
        change(node, now -> now.withKept(text.strip()), "undo.kept");
    }

    /** Whether a lesson stops before the current move. */
    public void toggleMoment() {
        if (here() != GameTree.ROOT) {
            change(here(), now -> now.withMoment(!now.moment()), "undo.moment");
        }
    }

    // ---- drifts

    /**
     * A move of the side that moved last, on the way to the current move.
     *
     * @param halfMoves back from the current move
     */
    public record DriftStart(int halfMoves, String name) {}

    /** Where a drift that ends with the current move may begin: that side's earlier moves, the nearest first. */
    public List<DriftStart> driftStarts() {
        List<Integer> path = reading.tree().pathTo(here());
        List<DriftStart> starts = new ArrayList<>();
        for (int back = 2; back < path.size(); back += 2) {
            starts.add(new DriftStart(
                    back,
                    MoveNames.of(
                            reading.tree(),
                            path.get(path.size() - 1 - back),
                            reading.languageProperty().get())));
        }
        return starts;
    }

    /** Marks the moves of one side up to the current one as a drift; an empty value takes the mark away. */
    public void drift(Optional<CoachRemarks.Drift> drift) {
        change(here(), now -> now.withDrift(drift), "undo.drift");
    }

    // ---- candidates

    /**
     * Adds a candidate of the current position from a text: a move, then perhaps the reason; a minus sign before it means
     * that it is rejected.
     *
     * @return whether the move could be read and is legal; nothing changes if not
     */
    public boolean addCandidate(String text) {
        String entry = text.strip();
        boolean kept = !entry.startsWith("-");
        String rest = kept ? entry : entry.substring(1).strip();
        int end = rest.indexOf(' ');
        String move = end < 0 ? rest : rest.substring(0, end);
        String reason = end < 0 ? "" : rest.substring(end).strip();
        Position position = reading.positionProperty().get();
        boolean taken = typed.read(position, move, moves -> {
            if (moves.size() != 1) {
                return false;
            }
            add(List.of(new CandidateNote(San.write(position, moves.getFirst()), kept, reason)));
            return true;
        });
        LineReading.Refused refused = typed.refusalProperty().get();
        if (refused != null) {
            typed.refuse(refused.movedBy(text.indexOf(rest)));
        }
        return taken;
    }

    /**
     * Takes the candidates of a calculation over: refuted ones rejected, with the refutation.
     *
     * @return whether the calculation is of the current position; nothing changes if not
     */
    public boolean takeOver(Study study) {
        Position position = reading.positionProperty().get();
        if (!study.position().equals(position)) {
            return false;
        }
        List<CandidateNote> notes = new ArrayList<>();
        for (Candidate candidate : study.candidates(ValueScale.SCHOOLROOM)) {
            List<Move> line = candidate.line().moves();
            String answer = line.size() < 2
                    ? ""
                    : San.line(position.play(candidate.move()), line.subList(1, Math.min(line.size(), 5)));
            notes.add(new CandidateNote(
                    San.write(position, candidate.move()),
                    !candidate.isRefuted(),
                    candidate.isRefuted() ? answer : candidate.verdict().text()));
        }
        add(notes);
        return true;
    }

    private void add(List<CandidateNote> fresh) {
        change(
                here(),
                now -> {
                    List<CandidateNote> all = new ArrayList<>(now.candidates());
                    for (CandidateNote note : fresh) {
                        all.removeIf(other -> other.move().equals(note.move()));
                        all.add(note);
                    }
                    return now.withCandidates(all);
                },
                "undo.candidates");
    }

    /** Keeps a rejected candidate, or rejects a kept one. */
    public void toggleCandidate(CandidateNote note) {
        replace(note, List.of(new CandidateNote(note.move(), !note.isKept(), note.reason())));
    }

    public void removeCandidate(CandidateNote note) {
        replace(note, List.of());
    }

    private void replace(CandidateNote note, List<CandidateNote> by) {
        change(
                here(),
                now -> {
                    List<CandidateNote> all = new ArrayList<>();
                    now.candidates().forEach(each -> all.addAll(each.equals(note) ? by : List.of(each)));
                    return now.withCandidates(all);
                },
                "undo.candidates");
    }
}
