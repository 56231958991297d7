package org.zeroply.desktop.strip;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;

/**
 * Where each move of a tree stands on the strip: a column a half-move from the start, the main line in row 0, every
 * variation in a row of its own below the move it leaves. Branches are placed from the right to the left, so that the
 * line which joins a branch to its row never runs through another branch; branches that do not overlap share a row.
 */
public final class StripLayout {
    /** One move at its place. */
    public record Cell(int node, int row, int column) {}

    /** The line that joins a variation in {@code row} to the row it leaves, at the left edge of its first column. */
    public record Joint(int fromRow, int row, int column) {}

    private final List<List<Cell>> rows = new ArrayList<>();
    private final List<Joint> joints = new ArrayList<>();
    private final Map<Integer, Cell> cells = new HashMap<>();
    private int columns;

    private StripLayout() {}

    /** A line that waits for its place: its first move, the row it leaves, and its first column. */
    private record Waiting(int first, int fromRow, int column) {}

    public static StripLayout of(GameTree tree) {
        StripLayout layout = new StripLayout();
        List<BitSet> taken = new ArrayList<>();
        Deque<Waiting> waiting = new ArrayDeque<>();
        layout.rows.add(new ArrayList<>());
        taken.add(new BitSet());
        List<Integer> first = tree.root().children();
        if (!first.isEmpty()) {
            layout.place(tree, new Waiting(first.getFirst(), -1, 0), taken, waiting);
        }
        while (!waiting.isEmpty()) {
            layout.place(tree, waiting.pop(), taken, waiting);
        }
        return layout;
    }

    private void place(GameTree tree, Waiting line, List<BitSet> taken, Deque<Waiting> waiting) {
        List<Integer> nodes = new ArrayList<>();
        for (GameNode node = tree.node(line.first());
                ;
                node = tree.node(node.children().getFirst())) {
            nodes.add(node.id());
            if (node.children().isEmpty()) {
                break;
            }
        }
        int end = line.column() + nodes.size();
        int row = line.fromRow() + 1;
        while (row < taken.size()
                && taken.get(row).nextSetBit(line.column()) >= 0
                && taken.get(row).nextSetBit(line.column()) <= end) {
            row++;
        }
        if (row == taken.size()) {
            taken.add(new BitSet());
            rows.add(new ArrayList<>());
        }
        taken.get(row).set(line.column(), end);
        columns = Math.max(columns, end);
        if (row > 0) {
            joints.add(new Joint(line.fromRow(), row, line.column()));
        }
        for (int i = 0; i < nodes.size(); i++) {
            int column = line.column() + i;
            Cell cell = new Cell(nodes.get(i), row, column);
            rows.get(row).add(cell);
            cells.put(cell.node(), cell);
            List<Integer> siblings = tree.node(tree.node(nodes.get(i)).parent()).children();
            if (siblings.getFirst() == nodes.get(i).intValue()) {
                for (int s = siblings.size() - 1; s > 0; s--) {
                    waiting.push(new Waiting(siblings.get(s), row, column));
                }
            }
        }
    }

    /** The moves of each row, from the main line down. */
    public List<List<Cell>> rows() {
        return rows;
    }

    public List<Joint> joints() {
        return joints;
    }

    public int columns() {
        return columns;
    }

    /** The place of a node; null for the root, which stands before the first column. */
    public @Nullable Cell cell(int node) {
        return cells.get(node);
    }
}
