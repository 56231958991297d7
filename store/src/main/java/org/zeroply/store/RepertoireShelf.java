package org.zeroply.store;

import java.nio.charset.StandardCharsets;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import org.zeroply.repertoire.Edge;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.Tally;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * The repertoires of a workbook. Each has a journal of its own, so that an edit is undone after a restart as well; an edit
 * writes the rows of the positions it changed. Any thread may call any method.
 */
public final class RepertoireShelf {
    private static final Listing LIST = new Listing("repertoires", "repertoire");

    private final Workbook workbook;

    RepertoireShelf(Workbook workbook) {
        this.workbook = workbook;
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

        /** Whether both name the same repertoire; the approach that a student has chosen may differ. */
        boolean isOf(Title other) {
            return name.equals(other.name) && side == other.side && student.equals(other.student);
        }
    }

    /** A repertoire of the list, with how many positions it has. */
    public record Listed(long id, Title title, int positions) {}

    /** All repertoires, in the order of their names. */
    public List<Listed> list() {
        return workbook.read(RepertoireShelf::list);
    }

    static List<Listed> list(Handle handle) {
        return handle.createQuery("select id, name, side, student, approach, (select count(*)"
                        + " from repertoire_node where repertoire = repertoire.id) from repertoire where hidden = 0"
                        + " order by name, id")
                .map((rows, context) -> new Listed(rows.getLong(1), title(rows), rows.getInt(6)))
                .list();
    }

    private static Title title(ResultSet rows) throws SQLException {
        return new Title(
                rows.getString("name"),
                Side.valueOf(rows.getString("side")),
                rows.getString("student"),
                rows.getString("approach"));
    }

    /** Adds a repertoire and gives its id; undone from the list of repertoires. */
    public long add(Title title, Repertoire repertoire, String label) {
        return workbook.write(handle -> add(handle, title, repertoire, label));
    }

    static long add(Handle handle, Title title, Repertoire repertoire, String label) {
        long id = handle.createUpdate("insert into repertoire (name, side, student, approach) values (?, ?, ?, ?)")
                .bind(0, title.name())
                .bind(1, title.side().name())
                .bind(2, title.student())
                .bind(3, title.approach())
                .executeAndReturnGeneratedKeys("id")
                .mapTo(Long.class)
                .one();
        for (Repertoire.Node node : repertoire.nodes()) {
            put(handle, id, NodeRow.of(node));
        }
        LIST.added(handle, id, label);
        return id;
    }

    /** Takes a repertoire off the list; undone from the list of repertoires. */
    public void remove(long id, String label) {
        workbook.write(handle -> {
            LIST.remove(handle, id, label);
            return true;
        });
    }

    /** Whether a repertoire of this name, side and student was taken off the list. */
    boolean wasRemoved(Title title) {
        return workbook.read(handle -> handle
                .createQuery("select name, side, student, approach from repertoire where hidden = 1")
                .map((rows, context) -> title(rows))
                .stream()
                .anyMatch(title::isOf));
    }

    public UndoState undoState() {
        return workbook.read(LIST::undoState);
    }

    /** Takes the last coming or going back, or makes it again; says whether there was one. */
    public boolean travelInList(boolean undo) {
        return workbook.write(handle -> LIST.travel(handle, undo));
    }

    // ---- one repertoire

    /**
     * Reads a repertoire.
     *
     * @throws WorkbookException if there is none, or it is damaged
     */
    public Repertoire read(long id) {
        return workbook.read(handle -> read(handle, id));
    }

    static Repertoire read(Handle handle, long id) {
        Side side = handle.createQuery("select side from repertoire where id = ?")
                .bind(0, id)
                .mapTo(String.class)
                .findOne()
                .map(Side::valueOf)
                .orElseThrow(() -> new WorkbookException("there is no repertoire " + id));
        Map<Integer, NodeRow> rows = new HashMap<>();
        handle.createQuery("select id, edges, tally from repertoire_node where repertoire = ?")
                .bind(0, id)
                .map((row, context) -> new NodeRow(row.getInt(1), row.getString(2), row.getString(3)))
                .forEach(row -> rows.put(row.id(), row));
        try {
            return Repertoire.restore(side, nodes(side, rows, false));
        } catch (IllegalArgumentException damaged) {
            throw new WorkbookException("the repertoire " + id + " is damaged: " + damaged.getMessage(), damaged);
        }
    }

    /**
     * The nodes that can be reached, with the positions that follow from the moves.
     *
     * @param gaps whether a move to a row that is not there is left out; otherwise it is an error
     */
    private static List<Repertoire.@Nullable Node> nodes(Side side, Map<Integer, NodeRow> rows, boolean gaps) {
        int most = rows.keySet().stream().mapToInt(Integer::intValue).max().orElse(0);
        List<Repertoire.@Nullable Node> nodes = new ArrayList<>();
        for (int id = 0; id <= most; id++) {
            nodes.add(null);
        }
        Map<Integer, Position> positions = new HashMap<>(Map.of(Repertoire.ROOT, Position.START));
        Deque<Integer> open = new ArrayDeque<>(List.of(Repertoire.ROOT));
        while (!open.isEmpty()) {
            int at = open.remove();
            NodeRow row = rows.get(at);
            Position position = positions.get(at);
            if (row == null || position == null) {
                throw new IllegalArgumentException("a move leads to the position " + at + ", which is not there");
            }
            List<Edge> edges = new ArrayList<>();
            for (NodeText.Row move : NodeText.rows(row.edges())) {
                if (gaps && (!rows.containsKey(move.to()) || !position.isLegal(move.move()))) {
                    continue;
                }
                edges.add(move.edge(position.sideToMove() == side));
                if (!positions.containsKey(move.to())) {
                    positions.put(move.to(), position.play(move.move()));
                    open.add(move.to());
                }
            }
            nodes.set(at, new Repertoire.Node(at, position, edges, NodeText.tally(row.tally())));
        }
        return nodes;
    }

    /**
     * What can still be read of a repertoire in a damaged workbook.
     *
     * @param lost positions that could not be read; what lay behind them only is left out as well
     */
    record Salvaged(Title title, Repertoire repertoire, long lost) {}

    /** As much as can be read of each repertoire that a damaged workbook shows; one whose start is lost is left out. */
    static List<Salvaged> salvage(Handle damaged) {
        List<Salvaged> saved = new ArrayList<>();
        Map<Long, Title> titles = new TreeMap<>();
        damaged.createQuery("select id, name, side, student, approach from repertoire where hidden = 0")
                .map((rows, context) -> Map.entry(rows.getLong(1), title(rows)))
                .forEach(each -> titles.put(each.getKey(), each.getValue()));
        titles.forEach((id, title) -> {
            Map<Integer, NodeRow> rows = new HashMap<>();
            long lost = 0;
            int last = lastNode(damaged, id);
            for (int node = 0; node <= last; node++) {
                try {
                    row(damaged, id, node).ifPresent(row -> rows.put(row.id(), row));
                } catch (RuntimeException unreadable) {
                    lost++;
                }
            }
            if (rows.containsKey(Repertoire.ROOT)) {
                saved.add(new Salvaged(title, Repertoire.restore(title.side(), nodes(title.side(), rows, true)), lost));
            }
        });
        return saved;
    }

    /** The highest node; a high guess where the page that tells it is damaged, since asking for what is not there is cheap. */
    private static int lastNode(Handle damaged, long id) {
        try {
            return damaged.createQuery("select coalesce(max(id), -1) from repertoire_node where repertoire = ?")
                    .bind(0, id)
                    .mapTo(Integer.class)
                    .one();
        } catch (RuntimeException unreadable) {
            return 1 << 15;
        }
    }

    private static Optional<NodeRow> row(Handle handle, long id, int node) {
        return handle.createQuery("select id, edges, tally from repertoire_node where repertoire = ? and id = ?")
                .bind(0, id)
                .bind(1, node)
                .map((row, context) -> new NodeRow(row.getInt(1), row.getString(2), row.getString(3)))
                .findOne()
                .map(NodeRow::checked);
    }

    /** A row of the table; one without edges and counts may still be a position. */
    private record NodeRow(int id, String edges, String tally) {
        static NodeRow of(Repertoire.Node node) {
            return new NodeRow(node.id(), NodeText.edges(node), NodeText.tally(node.tally()));
        }

        /** This row, if its texts can be read; otherwise a {@link WorkbookException}. */
        NodeRow checked() {
            NodeText.rows(edges);
            NodeText.tally(tally);
            return this;
        }
    }

    private static void put(Handle handle, long repertoire, NodeRow row) {
        handle.execute(
                "insert into repertoire_node (repertoire, id, edges, tally) values (?, ?, ?, ?)"
                        + " on conflict do update set edges = excluded.edges, tally = excluded.tally",
                repertoire,
                row.id(),
                row.edges(),
                row.tally());
    }

    private static String document(long id) {
        return "repertoire:" + id;
    }

    /**
     * Keeps an edited repertoire.
     *
     * @param before as it was kept last
     * @param edit names the place that was edited; a further edit of the same place joins the one before; empty for an edit
     *     that stands alone
     * @param label how the status line names the edit
     */
    public void save(long id, Repertoire before, Repertoire after, String edit, String label) {
        StringBuilder old = new StringBuilder();
        StringBuilder fresh = new StringBuilder();
        int places = Math.max(before.table().size(), after.table().size());
        List<Repertoire.@Nullable Node> was = before.table();
        List<Repertoire.@Nullable Node> now = after.table();
        for (int node = 0; node < places; node++) {
            Repertoire.Node one = node < was.size() ? was.get(node) : null;
            Repertoire.Node other = node < now.size() ? now.get(node) : null;
            boolean same = one == null ? other == null : other != null && NodeText.isSame(one, other);
            if (!same) {
                write(old, node, one);
                write(fresh, node, other);
            }
        }
        if (!fresh.isEmpty()) {
            byte[] afterwards = bytes(fresh);
            workbook.write(handle -> {
                apply(handle, id, afterwards);
                Journal.edit(handle, document(id), edit, label, bytes(old), afterwards);
                return true;
            });
        }
    }

    private static byte[] bytes(StringBuilder text) {
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static final String TITLE = "title";
    private static final String GONE = "-";

    private static void write(StringBuilder out, int id, Repertoire.@Nullable Node node) {
        out.append(id).append('\t');
        if (node == null) {
            out.append(GONE);
        } else {
            out.append(NodeText.escape(NodeText.edges(node))).append('\t').append(NodeText.tally(node.tally()));
        }
        out.append('\n');
    }

    private static void write(StringBuilder out, Title title) {
        out.append(TITLE)
                .append('\t')
                .append(NodeText.escape(title.name()))
                .append('\t')
                .append(NodeText.escape(title.student()))
                .append('\t')
                .append(NodeText.escape(title.approach()))
                .append('\n');
    }

    /** Writes rows as a journal has them. */
    private static void apply(Handle handle, long id, byte[] rows) {
        for (String row : new String(rows, StandardCharsets.UTF_8).split("\n")) {
            String[] fields = row.split("\t", -1);
            if (fields[0].equals(TITLE)) {
                handle.execute(
                        "update repertoire set name = ?, student = ?, approach = ? where id = ?",
                        NodeText.unescape(fields[1]),
                        NodeText.unescape(fields[2]),
                        NodeText.unescape(fields[3]),
                        id);
            } else if (fields[1].equals(GONE)) {
                handle.execute(
                        "delete from repertoire_node where repertoire = ? and id = ?", id, Integer.valueOf(fields[0]));
            } else {
                put(handle, id, new NodeRow(Integer.parseInt(fields[0]), NodeText.unescape(fields[1]), fields[2]));
            }
        }
    }

    /** Gives a repertoire another name, student or approach; the side stays. Undone with its other edits. */
    public void retitle(long id, Title before, Title after, String label) {
        if (before.equals(after)) {
            return;
        }
        StringBuilder old = new StringBuilder();
        StringBuilder fresh = new StringBuilder();
        write(old, before);
        write(fresh, after);
        workbook.write(handle -> {
            apply(handle, id, bytes(fresh));
            Journal.edit(handle, document(id), "", label, bytes(old), bytes(fresh));
            return true;
        });
    }

    public UndoState undoState(long id) {
        return workbook.read(handle -> Journal.undoState(handle, document(id)));
    }

    /** Takes the last edit back, or makes it again, and gives the repertoire as it is then; empty if there is none. */
    public Optional<Repertoire> travel(long id, boolean undo) {
        return workbook.write(handle -> Journal.step(handle, document(id), undo).map(step -> {
            byte[] rows = undo ? step.before() : step.after();
            if (rows == null) {
                throw new WorkbookException("an edit in the journal has lost its repertoire");
            }
            apply(handle, id, rows);
            Journal.mark(handle, step, undo);
            return read(handle, id);
        }));
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
