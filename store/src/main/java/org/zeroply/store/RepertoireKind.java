package org.zeroply.store;

import java.nio.charset.StandardCharsets;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Stream;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.ThreeWay;
import org.zeroply.repertoire.Edge;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.RepertoireUnion;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.store.RepertoireShelf.Title;

/**
 * Repertoires, each position a row, so that an edit writes what it changed and no more. Positions follow from the moves.
 * What was done to one in two copies stands in one (see {@link RepertoireUnion}).
 */
final class RepertoireKind extends DocumentKind<RepertoireKind.KeptRepertoire> {
    /** A repertoire with its title. */
    record KeptRepertoire(Title title, Repertoire repertoire) {}

    RepertoireKind() {
        super("repertoire");
    }

    @Override
    public Set<String> tables() {
        return Set.of("repertoire", "repertoire_node");
    }

    @Override
    KeptRepertoire get(Handle handle, long id) {
        Title title = titleOf(handle, id);
        Map<Integer, NodeRow> rows = new HashMap<>();
        all(handle, id).forEach(row -> rows.put(row.id(), row));
        try {
            return new KeptRepertoire(title, Repertoire.restore(title.side(), nodes(title.side(), rows, false)));
        } catch (IllegalArgumentException damaged) {
            throw new WorkbookException("the repertoire " + id + " is damaged: " + damaged.getMessage(), damaged);
        }
    }

    private static Title titleOf(Handle handle, long id) {
        return handle.createQuery("select name, side, student, approach from repertoire where id = ?")
                .bind(0, id)
                .map((rows, context) -> title(rows))
                .findOne()
                .orElseThrow(() -> new WorkbookException("there is no repertoire " + id));
    }

    @Override
    OptionalLong insert(Handle handle, KeptRepertoire kept) {
        Title title = kept.title();
        long id = handle.createUpdate("insert into repertoire (name, side, student, approach) values (?, ?, ?, ?)")
                .bind(0, title.name())
                .bind(1, title.side().name())
                .bind(2, title.student())
                .bind(3, title.approach())
                .executeAndReturnGeneratedKeys("id")
                .mapTo(Long.class)
                .one();
        for (Repertoire.Node node : kept.repertoire().nodes()) {
            put(handle, id, NodeRow.of(node));
        }
        return OptionalLong.of(id);
    }

    @Override
    void put(Handle handle, long id, KeptRepertoire kept) {
        apply(handle, id, change(get(handle, id), kept).after());
    }

    @Override
    byte[] write(KeptRepertoire kept) {
        StringBuilder text = new StringBuilder(kept.title().side().name()).append('\n');
        write(text, kept.title());
        kept.repertoire().nodes().forEach(node -> write(text, node.id(), node));
        return bytes(text);
    }

    @Override
    KeptRepertoire read(byte[] bytes) {
        String[] lines = new String(bytes, StandardCharsets.UTF_8).split("\n");
        Side side = Side.valueOf(lines[0]);
        String[] title = lines[1].split("\t", -1);
        Map<Integer, NodeRow> rows = new HashMap<>();
        for (int i = 2; i < lines.length; i++) {
            String[] fields = lines[i].split("\t", -1);
            int id = Integer.parseInt(fields[0]);
            rows.put(id, new NodeRow(id, NodeText.unescape(fields[1]), fields[2]));
        }
        return new KeptRepertoire(
                new Title(NodeText.unescape(title[1]), side, NodeText.unescape(title[2]), NodeText.unescape(title[3])),
                Repertoire.restore(side, nodes(side, rows, false)));
    }

    // ---- merging

    /** Name, side and student; the approach that a student has chosen may differ. */
    @Override
    String sameBy(Handle handle, long id) {
        Title title = titleOf(handle, id);
        return title.side() + "\t" + title.name() + "\t" + title.student();
    }

    @Override
    Union<KeptRepertoire> unite(KeptRepertoire first, KeptRepertoire second, @Nullable KeptRepertoire base) {
        RepertoireUnion union =
                RepertoireUnion.of(first.repertoire(), second.repertoire(), base == null ? null : base.repertoire());
        Title one = first.title();
        Title other = second.title();
        ThreeWay<String> name =
                ThreeWay.ofTexts(base == null ? null : base.title().name(), one.name(), other.name(), " / ");
        ThreeWay<String> student =
                ThreeWay.of(base == null ? null : base.title().student(), one.student(), other.student());
        ThreeWay<String> approach =
                ThreeWay.of(base == null ? null : base.title().approach(), one.approach(), other.approach());
        long otherwise =
                Stream.of(name, student, approach).filter(ThreeWay::isConflict).count();
        return new Union.One<>(
                new KeptRepertoire(
                        new Title(name.value(), one.side(), student.value(), approach.value()), union.repertoire()),
                union.otherwise() + (int) otherwise);
    }

    @Override
    void onMerged(MergeRun run, @Nullable KeptRepertoire before, KeptRepertoire after, int otherwise) {
        int positions = after.repertoire().size()
                - (before == null ? 0 : before.repertoire().size());
        run.repertoire(
                new MergeReport.Repertoires(after.title().name(), before == null, Math.max(0, positions), otherwise));
    }

    // ---- rescue

    @Override
    Map<String, String> parts() {
        return Map.of("repertoire_node", "repertoire");
    }

    @Override
    String nameOf(Handle handle, long id) {
        return column(handle, "name", id);
    }

    /** Rows that cannot be reached any more go. */
    @Override
    void overwrite(Handle handle, long id, KeptRepertoire kept) {
        handle.execute("delete from repertoire_node where repertoire = ?", id);
        kept.repertoire().nodes().forEach(node -> put(handle, id, NodeRow.of(node)));
        apply(handle, id, titles(kept.title(), kept.title()).after());
    }

    @Override
    Salvaged<KeptRepertoire> salvage(Handle damaged, long id) {
        Title title = titleOf(damaged, id);
        Map<Integer, NodeRow> rows = new HashMap<>();
        Set<Integer> wanted = new HashSet<>(Set.of(Repertoire.ROOT));
        for (NodeRow row : all(damaged, id)) {
            try {
                NodeText.rows(row.edges()).forEach(move -> wanted.add(move.to()));
                NodeText.tally(row.tally());
                rows.put(row.id(), row);
            } catch (RuntimeException unreadable) {
                wanted.add(row.id());
            }
        }
        if (!rows.containsKey(Repertoire.ROOT)) {
            throw new WorkbookException("the start of the repertoire " + id + " cannot be read");
        }
        wanted.removeAll(rows.keySet());
        Repertoire repertoire = Repertoire.restore(title.side(), nodes(title.side(), rows, true));
        return new Salvaged<>(new KeptRepertoire(title, repertoire), wanted.size());
    }

    private static List<NodeRow> all(Handle handle, long id) {
        return handle.createQuery("select id, edges, tally from repertoire_node where repertoire = ?")
                .bind(0, id)
                .map((row, context) -> new NodeRow(row.getInt(1), row.getString(2), row.getString(3)))
                .list();
    }

    /** A row of the table; one without edges and counts may still be a position. */
    private record NodeRow(int id, String edges, String tally) {
        static NodeRow of(Repertoire.Node node) {
            return new NodeRow(node.id(), NodeText.edges(node), NodeText.tally(node.tally()));
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

    // ---- rows

    static Title title(ResultSet rows) throws SQLException {
        return new Title(
                rows.getString("name"),
                Side.valueOf(rows.getString("side")),
                rows.getString("student"),
                rows.getString("approach"));
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

    /** The rows that differ, as {@link #apply} takes them. */
    static Change rows(Repertoire before, Repertoire after) {
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
        return new Change(bytes(old), bytes(fresh));
    }

    /** A change of the title alone. */
    static Change titles(Title before, Title after) {
        StringBuilder old = new StringBuilder();
        StringBuilder fresh = new StringBuilder();
        write(old, before);
        write(fresh, after);
        return new Change(bytes(old), bytes(fresh));
    }

    @Override
    Change change(KeptRepertoire before, KeptRepertoire after) {
        Change rows = rows(before.repertoire(), after.repertoire());
        if (before.title().equals(after.title())) {
            return rows;
        }
        Change titles = titles(before.title(), after.title());
        return new Change(joined(titles.before(), rows.before()), joined(titles.after(), rows.after()));
    }

    private static byte[] joined(byte[] one, byte[] other) {
        byte[] both = Arrays.copyOf(one, one.length + other.length);
        System.arraycopy(other, 0, both, one.length, other.length);
        return both;
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
    @Override
    void apply(Handle handle, long id, byte[] rows) {
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
}
