package org.zeroply.store;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.Tally;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.store.RepertoireKind.KeptRepertoire;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * The repertoires of a workbook. Each has a journal of its own, so that an edit is undone after a restart as well; an edit
 * writes the rows of the positions it changed. Any thread may call any method.
 */
public final class RepertoireShelf implements DocumentShelf<Repertoire, RepertoireShelf.Listed> {
    private final Workbook workbook;
    private final Documents<KeptRepertoire> repertoires;

    RepertoireShelf(Workbook workbook) {
        this.workbook = workbook;
        repertoires = new Documents<>(workbook, Kinds.REPERTOIRE);
    }

    /**
     * Whose repertoire it is.
     *
     * @param student by the name that games have; empty for the coach's own
     * @param approach the one that the student has chosen; empty for all
     */
    public record Title(String name, Side side, String student, String approach) {
        public Title {
            name = name.strip();
            student = student.strip();
            approach = approach.strip();
            if (name.isEmpty()) {
                throw new IllegalArgumentException("a repertoire must have a name");
            }
        }
    }

    /** A repertoire of the list, with how many positions it has. */
    public record Listed(long id, Title title, int positions) implements DocumentShelf.Row {
        @Override
        public String name() {
            return title.name();
        }
    }

    @Override
    public List<Listed> list() {
        return rows("");
    }

    @Override
    public Optional<Listed> row(long id) {
        return rows(" and id = " + id).stream().findFirst();
    }

    private List<Listed> rows(String which) {
        return workbook.read(handle -> handle.createQuery("select id, name, side, student, approach, (select count(*)"
                        + " from repertoire_node where repertoire = repertoire.id) from repertoire where hidden = 0"
                        + which + " order by name, id")
                .map((rows, context) -> new Listed(rows.getLong(1), RepertoireKind.title(rows), rows.getInt(6)))
                .list());
    }

    /** Adds a repertoire and gives its id; undone from the list of repertoires. */
    public long add(Title title, Repertoire repertoire, String label) {
        return repertoires.add(new KeptRepertoire(title, repertoire), label);
    }

    @Override
    public void remove(long id, String label) {
        repertoires.remove(id, label);
    }

    @Override
    public UndoState undoState() {
        return repertoires.undoState();
    }

    @Override
    public boolean travelInList(boolean undo) {
        return repertoires.travelInList(undo);
    }

    // ---- one repertoire

    @Override
    public Repertoire read(long id) {
        return repertoires.read(id).repertoire();
    }

    @Override
    public void save(long id, Repertoire before, Repertoire after, String edit, String label) {
        repertoires.save(id, RepertoireKind.rows(before, after), edit, label);
    }

    /** Gives a repertoire another name, student or approach; the side stays. Undone with its other edits. */
    public void retitle(long id, Title before, Title after, String label) {
        repertoires.save(id, RepertoireKind.titles(before, after), "", label);
    }

    @Override
    public UndoState undoState(long id) {
        return repertoires.undoState(id);
    }

    @Override
    public Optional<Repertoire> travel(long id, boolean undo) {
        return repertoires.travel(id, undo).map(KeptRepertoire::repertoire);
    }

    // ---- games

    /**
     * Counts what games did at every position of a repertoire. Games that wait for the index are gone over first. Progress
     * counts positions.
     *
     * @param filter which games are counted
     * @return the counts by node; empty if it was cancelled
     */
    public Optional<Map<Integer, Tally>> count(
            Repertoire repertoire, GameFilter filter, Progress progress, Cancel cancel) {
        workbook.positions().fill((fraction, count) -> {}, cancel);
        Reached among = filter.equals(GameFilter.ALL)
                ? null
                : Reached.of(workbook.games().ids(filter, GameOrder.NEWEST_FIRST));
        List<Repertoire.Node> nodes = repertoire.nodes();
        List<PositionGames> found = new PositionIndex(workbook)
                .at(nodes.stream().map(node -> node.position().key()).toList(), among, progress, cancel);
        if (found.size() < nodes.size()) {
            return Optional.empty();
        }
        Map<Integer, Tally> tallies = new HashMap<>();
        for (int i = 0; i < nodes.size(); i++) {
            tallies.put(nodes.get(i).id(), tally(nodes.get(i).position(), found.get(i)));
        }
        return Optional.of(tallies);
    }

    /** What games did with a position, as a repertoire keeps it. */
    public static Tally tally(Position position, PositionGames games) {
        List<Tally.Played> moves = new ArrayList<>();
        for (PositionGames.Played each : games.moves()) {
            Move move = each.move();
            // The index goes by 64 bits of the position; a move that is not legal would be of another one.
            if (position.isLegal(move)) {
                moves.add(new Tally.Played(
                        move, (int) each.games(), (int) each.whiteWon(), (int) each.drawn(), (int) each.blackWon()));
            }
        }
        return new Tally(moves);
    }
}
