package org.zeroply.gametree;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Deque;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Board;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/**
 * A start position and the tree of moves from it. Immutable: an edit gives a new tree that shares every untouched node,
 * so undo is keeping the old one, and background work reads a tree that cannot change under it.
 *
 * <p>Why a flat table instead of nested nodes: ids are stable because they are places in the table, a node is found in
 * one step, an edit copies one array of references (a few thousand at most) and the touched nodes, and no walk needs
 * recursion, so a hostile file with a line of a hundred thousand moves is only long. Places of deleted nodes stay
 * empty; ids are not given out twice.
 */
public final class GameTree {
    public static final int ROOT = 0;

    private final Position start;
    private final @Nullable GameNode[] nodes;

    private GameTree(Position start, @Nullable GameNode[] nodes) {
        this.start = start;
        this.nodes = nodes;
    }

    /** A tree without moves. */
    public static GameTree of(Position start) {
        return new GameTree(start, new @Nullable GameNode[] {GameNode.bare(ROOT, -1, null)});
    }

    /**
     * A tree from nodes as they were kept, each at the place of its id, empty places as null.
     *
     * @throws IllegalArgumentException if links do not fit together or a move is not legal where it stands
     */
    public static GameTree restore(Position start, List<? extends @Nullable GameNode> kept) {
        @Nullable GameNode[] nodes = kept.toArray(new @Nullable GameNode[0]);
        if (nodes.length == 0 || nodes[0] == null || nodes[0].parent() != -1 || nodes[0].move() != null) {
            throw new IllegalArgumentException("the first node must be the root");
        }
        GameTree tree = new GameTree(start, nodes);
        tree.checkLinksAndMoves();
        return tree;
    }

    private void checkLinksAndMoves() {
        boolean[] seen = new boolean[nodes.length];
        Board board = start.board();
        Deque<int[]> path = new ArrayDeque<>();
        path.push(new int[] {ROOT, 0, 0});
        seen[ROOT] = true;
        while (!path.isEmpty()) {
            int[] top = path.element();
            GameNode node = node(top[0]);
            if (top[1] == node.children().size()) {
                path.pop();
                if (node.move() != null) {
                    unmake(board, node.move(), top[2]);
                }
                continue;
            }
            int childId = node.children().get(top[1]++);
            // Ids are given in the order of adding, so a child's is always larger.
            if (childId <= node.id() || childId >= nodes.length || nodes[childId] == null || seen[childId]) {
                throw new IllegalArgumentException("node " + node.id() + " leads to a wrong node " + childId);
            }
            seen[childId] = true;
            GameNode child = node(childId);
            if (child.id() != childId || child.parent() != node.id() || child.move() == null) {
                throw new IllegalArgumentException("node " + childId + " does not belong under " + node.id());
            }
            path.push(new int[] {childId, 0, make(board, child.move())});
        }
        for (int id = 0; id < nodes.length; id++) {
            if (nodes[id] != null && !seen[id]) {
                throw new IllegalArgumentException("node " + id + " hangs in the air");
            }
        }
    }

    private static int make(Board board, Move move) {
        if (move.isPass()) {
            if (board.inCheck()) {
                throw new IllegalArgumentException("a pass while in check");
            }
            board.makePass();
            return 0;
        }
        int code = board.codeOf(move);
        if (code < 0) {
            throw new IllegalArgumentException("not legal where it stands: " + move);
        }
        board.make(code);
        return code;
    }

    private static void unmake(Board board, Move move, int code) {
        if (move.isPass()) {
            board.unmakePass();
        } else {
            board.unmake(code);
        }
    }

    // ---- reading

    public Position start() {
        return start;
    }

    public GameNode root() {
        return node(ROOT);
    }

    public boolean has(int id) {
        return id >= 0 && id < nodes.length && nodes[id] != null;
    }

    /**
     * The node of an id.
     *
     * @throws IllegalArgumentException if the tree has none
     */
    public GameNode node(int id) {
        GameNode node = id >= 0 && id < nodes.length ? nodes[id] : null;
        if (node == null) {
            throw new IllegalArgumentException("the tree has no node " + id);
        }
        return node;
    }

    /** All nodes by their ids, null where a node was deleted. */
    public List<@Nullable GameNode> table() {
        List<@Nullable GameNode> table = new ArrayList<>(nodes.length);
        for (GameNode node : nodes) {
            table.add(node);
        }
        return Collections.unmodifiableList(table);
    }

    /** How many moves the tree has, all variations counted. */
    public int size() {
        return (int) Arrays.stream(nodes).filter(Objects::nonNull).count() - 1;
    }

    /** The ids from the first move down to the node, without the root. */
    public List<Integer> pathTo(int id) {
        List<Integer> path = new ArrayList<>();
        for (GameNode node = node(id); node.parent() >= 0; node = node(node.parent())) {
            path.add(node.id());
        }
        Collections.reverse(path);
        return path;
    }

    /** How many half-moves lead from the start to the node. */
    public int depth(int id) {
        int depth = 0;
        for (int parent = node(id).parent(); parent >= 0; parent = node(parent).parent()) {
            depth++;
        }
        return depth;
    }

    /** The path to the node and on along first children to the end, without the root: the line one is in. */
    public List<Integer> lineThrough(int id) {
        List<Integer> line = pathTo(id);
        for (GameNode node = node(id); !node.children().isEmpty(); ) {
            node = node(node.children().getFirst());
            line.add(node.id());
        }
        return line;
    }

    public List<Integer> mainLine() {
        return lineThrough(ROOT);
    }

    public boolean isMainLine(int id) {
        for (GameNode node = node(id); node.parent() >= 0; node = node(node.parent())) {
            if (node(node.parent()).children().getFirst() != node.id()) {
                return false;
            }
        }
        return true;
    }

    /** The position after the node's move. */
    public Position positionAt(int id) {
        Board board = start.board();
        for (int step : pathTo(id)) {
            make(board, node(step).played());
        }
        return board.position();
    }

    /** The start position and the position after each of these nodes, which must follow each other from the root. */
    public List<Position> positionsAlong(List<Integer> line) {
        List<Position> positions = new ArrayList<>(line.size() + 1);
        Board board = start.board();
        positions.add(start);
        for (int step : line) {
            make(board, node(step).played());
            positions.add(board.position());
        }
        return positions;
    }

    /** The child of a node that plays the move, or null. */
    public @Nullable GameNode child(int parent, Move move) {
        for (int id : node(parent).children()) {
            GameNode child = node(id);
            if (move.equals(child.move())) {
                return child;
            }
        }
        return null;
    }

    /**
     * The way to a node and nothing else: no branches, nothing behind it, and no remarks about the node itself, since
     * these tend to say what comes. Ids stay.
     */
    public GameTree upTo(int id) {
        @Nullable GameNode[] kept = new @Nullable GameNode[nodes.length];
        List<Integer> path = new ArrayList<>(List.of(ROOT));
        path.addAll(pathTo(id));
        for (int i = 0; i < path.size(); i++) {
            GameNode node = node(path.get(i));
            kept[node.id()] = i + 1 < path.size()
                    ? node.withChildren(List.of(path.get(i + 1)))
                    : GameNode.bare(node.id(), node.parent(), node.move());
        }
        return new GameTree(start, kept);
    }

    /** Whether the other tree has the same start, moves, order and remarks; ids may differ. */
    public boolean sameAs(GameTree other) {
        if (!start.equals(other.start)) {
            return false;
        }
        Deque<int[]> pairs = new ArrayDeque<>();
        pairs.push(new int[] {ROOT, ROOT});
        while (!pairs.isEmpty()) {
            int[] pair = pairs.pop();
            GameNode mine = node(pair[0]);
            GameNode theirs = other.node(pair[1]);
            boolean alike = Objects.equals(mine.move(), theirs.move())
                    && mine.before().equals(theirs.before())
                    && mine.after().equals(theirs.after())
                    && mine.signs().equals(theirs.signs())
                    && mine.commands().equals(theirs.commands())
                    && mine.children().size() == theirs.children().size();
            if (!alike) {
                return false;
            }
            for (int i = 0; i < mine.children().size(); i++) {
                pairs.push(new int[] {mine.children().get(i), theirs.children().get(i)});
            }
        }
        return true;
    }

    // ---- edits

    /** A new tree, and the node that the edit was about. */
    public record Edit(GameTree tree, int focus) {}

    /**
     * Adds a move as the last child of a node, or finds it there.
     *
     * @throws IllegalArgumentException if the move may not be played there
     */
    public Edit add(int parent, Move move) {
        GameNode known = child(parent, move);
        if (known != null) {
            return new Edit(this, known.id());
        }
        if (!positionAt(parent).accepts(move)) {
            throw new IllegalArgumentException("not legal here: " + move);
        }
        int id = nodes.length;
        @Nullable GameNode[] next = Arrays.copyOf(nodes, id + 1);
        next[id] = GameNode.bare(id, parent, move);
        List<Integer> children = new ArrayList<>(node(parent).children());
        children.add(id);
        next[parent] = node(parent).withChildren(children);
        return new Edit(new GameTree(start, next), id);
    }

    /** Adds moves one after the other; the focus is the last of them. */
    public Edit addLine(int parent, List<Move> moves) {
        Edit edit = new Edit(this, parent);
        for (Move move : moves) {
            edit = edit.tree().add(edit.focus(), move);
        }
        return edit;
    }

    /** Takes a move and all that follows it away; the focus is the move before. */
    public Edit delete(int id) {
        GameNode node = node(id);
        if (node.parent() < 0) {
            throw new IllegalArgumentException("the root cannot be deleted");
        }
        @Nullable GameNode[] next = nodes.clone();
        Deque<Integer> doomed = new ArrayDeque<>(List.of(id));
        while (!doomed.isEmpty()) {
            GameNode gone = node(doomed.pop());
            doomed.addAll(gone.children());
            next[gone.id()] = null;
        }
        List<Integer> rest = new ArrayList<>(node(node.parent()).children());
        rest.removeIf(child -> child == id);
        next[node.parent()] = node(node.parent()).withChildren(rest);
        return new Edit(new GameTree(start, next), node.parent());
    }

    /** Moves a branch by places among its siblings; negative is towards the main line. Stops at the ends. */
    public Edit reorder(int id, int places) {
        GameNode node = node(id);
        if (node.parent() < 0) {
            return new Edit(this, id);
        }
        List<Integer> siblings = new ArrayList<>(node(node.parent()).children());
        int from = siblings.indexOf(id);
        int to = Math.clamp((long) from + places, 0, siblings.size() - 1);
        if (from == to) {
            return new Edit(this, id);
        }
        List<Integer> moved = siblings.subList(Math.min(from, to), Math.max(from, to) + 1);
        Collections.rotate(moved, from < to ? -1 : 1);
        return new Edit(with(node(node.parent()).withChildren(siblings)), id);
    }

    /** Makes the line to the node the main line: every move on the way becomes the first of its siblings. */
    public Edit promote(int id) {
        GameTree tree = this;
        for (int step : pathTo(id)) {
            tree = tree.reorder(step, -nodes.length).tree();
        }
        return new Edit(tree, id);
    }

    /** The tree with one node replaced by an edited copy of itself; its move and links must be the same. */
    public GameTree with(GameNode edited) {
        GameNode old = node(edited.id());
        if (old.parent() != edited.parent() || !Objects.equals(old.move(), edited.move())) {
            throw new IllegalArgumentException("an edit keeps move and parent of node " + edited.id());
        }
        @Nullable GameNode[] next = nodes.clone();
        next[edited.id()] = edited;
        return new GameTree(start, next);
    }

    /**
     * Puts a tree together move by move, for readers that have checked the moves on a board of their own. Not checked
     * again here.
     */
    public static final class Builder {
        private final Position start;
        private final List<Draft> drafts = new ArrayList<>();

        private static final class Draft {
            final int parent;
            final @Nullable Move move;
            final List<Integer> children = new ArrayList<>(1);
            String before = "";
            String after = "";
            List<Integer> signs = List.of();
            List<Command> commands = List.of();

            Draft(int parent, @Nullable Move move) {
                this.parent = parent;
                this.move = move;
            }
        }

        public Builder(Position start) {
            this.start = start;
            drafts.add(new Draft(-1, null));
        }

        /** Adds a move after a node, or finds it there, and gives its id. */
        public int add(int parent, Move move) {
            Draft above = drafts.get(parent);
            for (int child : above.children) {
                if (move.equals(drafts.get(child).move)) {
                    return child;
                }
            }
            int id = drafts.size();
            drafts.add(new Draft(parent, move));
            above.children.add(id);
            return id;
        }

        /** How many nodes there are, the root included. */
        public int size() {
            return drafts.size();
        }

        /** The id of the move before, -1 for the root. */
        public int parent(int id) {
            return drafts.get(id).parent;
        }

        public void before(int id, String text) {
            Draft draft = drafts.get(id);
            draft.before = joined(draft.before, text);
        }

        public void after(int id, String text) {
            Draft draft = drafts.get(id);
            draft.after = joined(draft.after, text);
        }

        public void sign(int id, int sign) {
            Draft draft = drafts.get(id);
            if (!draft.signs.contains(sign)) {
                draft.signs = plus(draft.signs, sign);
            }
        }

        public void command(int id, Command command) {
            Draft draft = drafts.get(id);
            draft.commands = plus(draft.commands, command);
        }

        public GameTree build() {
            @Nullable GameNode[] nodes = new @Nullable GameNode[drafts.size()];
            for (int id = 0; id < nodes.length; id++) {
                Draft draft = drafts.get(id);
                nodes[id] = new GameNode(
                        id,
                        draft.parent,
                        draft.move,
                        draft.children,
                        draft.before,
                        draft.after,
                        draft.signs,
                        draft.commands);
            }
            return new GameTree(start, nodes);
        }

        private static String joined(String old, String text) {
            return old.isEmpty() ? text : text.isEmpty() ? old : old + '\n' + text;
        }

        private static <T> List<T> plus(List<T> list, T item) {
            List<T> next = new ArrayList<>(list);
            next.add(item);
            return next;
        }
    }
}
