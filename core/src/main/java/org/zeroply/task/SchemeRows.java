package org.zeroply.task;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;

/** The solution and its mark scheme as rows, as a marking sheet has them: moves at the left, points in the margin. */
public final class SchemeRows {
    private SchemeRows() {}

    /**
     * A stretch of moves, or something that hangs on no move.
     *
     * @param node the last move of the stretch; the root for what hangs nowhere
     * @param indent how many branches deep it is
     * @param moves in words
     * @param comment of the last move
     * @param opinion of the last move, in words; may be empty
     * @param marks what earns points here
     */
    public record Row(
            int node, int indent, String moves, String comment, String opinion, boolean isMain, List<MarkCell> marks) {
        public Row {
            marks = List.copyOf(marks);
        }
    }

    /**
     * An item in the margin.
     *
     * @param group the group around it; null if it stands alone
     * @param isFirst whether it is the first part of its group that is shown, which then carries the points of the whole
     */
    public record MarkCell(Item.Single item, Item.@Nullable Group group, boolean isFirst) {}

    /** The nodes in reading order: a move, its answers from the main one on, each with what follows. */
    public static List<Integer> order(GameTree tree) {
        List<Integer> order = new ArrayList<>();
        List<Integer> open = new ArrayList<>(List.of(GameTree.ROOT));
        while (!open.isEmpty()) {
            int id = open.removeLast();
            order.add(id);
            open.addAll(tree.node(id).children().reversed());
        }
        return order;
    }

    public static List<Row> of(Task task, Language language) {
        Map<Integer, List<MarkCell>> marks = new HashMap<>();
        for (Item item : task.scheme().items()) {
            collect(item, null, marks, new HashMap<>());
        }
        List<Row> rows = new ArrayList<>();
        for (MarkCell cell : marks.getOrDefault(GameTree.ROOT, List.of())) {
            boolean onMove = cell.item().want() instanceof Want.Choose;
            if (!onMove) {
                rows.add(new Row(GameTree.ROOT, 0, cell.item().label(), "", "", true, List.of(cell)));
            }
        }
        lines(task, language, marks, rows);
        return rows;
    }

    private static void collect(
            Item item, Item.@Nullable Group group, Map<Integer, List<MarkCell>> marks, Map<Item, Boolean> shown) {
        switch (item) {
            case Item.Single single -> {
                OptionalInt node = single.want().place();
                boolean first = group == null || shown.putIfAbsent(group, true) == null;
                marks.computeIfAbsent(node.orElse(GameTree.ROOT), id -> new ArrayList<>())
                        .add(new MarkCell(single, group, first));
            }
            case Item.Group inner -> inner.parts().forEach(part -> collect(part, inner, marks, shown));
        }
    }

    private record Open(int node, int indent, boolean isMain) {}

    private static void lines(Task task, Language language, Map<Integer, List<MarkCell>> marks, List<Row> rows) {
        GameTree tree = task.solution();
        List<Open> open = new ArrayList<>();
        children(tree, GameTree.ROOT, 0, true, open);
        while (!open.isEmpty()) {
            Open next = open.removeLast();
            List<Move> moves = new ArrayList<>();
            int from = tree.node(next.node()).parent();
            GameNode here = tree.node(next.node());
            moves.add(here.played());
            while (here.children().size() == 1
                    && here.after().isEmpty()
                    && Opinion.of(here) == null
                    && marks(here, marks).isEmpty()) {
                here = tree.node(here.children().getFirst());
                moves.add(here.played());
            }
            Opinion opinion = Opinion.of(here);
            rows.add(new Row(
                    here.id(),
                    next.indent(),
                    San.line(tree.positionAt(from), moves, language),
                    here.after().replace('\n', ' '),
                    opinion == null ? "" : opinion.text(),
                    next.isMain(),
                    marks(here, marks)));
            children(tree, here.id(), next.indent(), next.isMain(), open);
        }
    }

    private static List<MarkCell> marks(GameNode node, Map<Integer, List<MarkCell>> marks) {
        List<MarkCell> cells = new ArrayList<>();
        if (node.parent() == GameTree.ROOT) {
            for (MarkCell cell : marks.getOrDefault(GameTree.ROOT, List.of())) {
                if (cell.item().want() instanceof Want.Choose choose
                        && choose.move().equals(node.played())) {
                    cells.add(cell);
                }
            }
        }
        cells.addAll(marks.getOrDefault(node.id(), List.of()));
        return cells;
    }

    private static void children(GameTree tree, int node, int indent, boolean main, List<Open> open) {
        List<Integer> children = tree.node(node).children();
        for (int i = children.size() - 1; i >= 0; i--) {
            boolean branches = children.size() > 1;
            open.add(
                    new Open(children.get(i), branches && node != GameTree.ROOT ? indent + 1 : indent, main && i == 0));
        }
    }
}
