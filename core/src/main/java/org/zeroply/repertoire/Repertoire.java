package org.zeroply.repertoire;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/**
 * A repertoire for one colour: positions, our answers in those where we move, the opponent's replies in the others.
 * Immutable: an edit gives a new one that shares every untouched node, so undo is keeping the old one.
 *
 * <p>It is edited as a tree and is a graph: two orders of moves that come to one position meet there, so an answer is
 * given once. A move that would lead back to a position it came from is refused; walks over the graph always end.
 *
 * <p>As in a game's tree, nodes stand in a flat table and ids are places in it, which are not given out twice in one
 * history. An edit copies the table of references (20,000 take some tens of microseconds) and the map of positions.
 */
public final class Repertoire {
    public static final int ROOT = 0;

    private final Side side;
    private final @Nullable Node[] nodes;
    private final Map<Long, Integer> places;

    /** Worked out of the rest when it is first asked for; who asks twice at once works it out twice. */
    private volatile @Nullable Links links;

    /**
     * A position with the moves that are kept there.
     *
     * @param position by the first order of moves that was entered; only counters differ by another
     * @param edges the most important first
     * @param tally what games did here when they were last counted
     */
    public record Node(int id, Position position, List<Edge> edges, Tally tally) {
        public Node {
            edges = List.copyOf(edges);
        }

        public @Nullable Edge edge(Move move) {
            for (Edge edge : edges) {
                if (edge.move().equals(move)) {
                    return edge;
                }
            }
            return null;
        }

        /** Our answers; empty where the opponent moves. */
        public List<Answer> answers() {
            return all(Answer.class);
        }

        /** The opponent's replies; empty where we move. */
        public List<Reply> replies() {
            return all(Reply.class);
        }

        /** The moves of one side are all of one kind, so that no list has to be made of them. */
        @SuppressWarnings("unchecked")
        private <E extends Edge> List<E> all(Class<E> kind) {
            return edges.isEmpty() || !kind.isInstance(edges.getFirst()) ? List.of() : (List<E>) edges;
        }

        private Node with(List<Edge> next) {
            return new Node(id, position, next, tally);
        }
    }

    /** A move on the way to a node, and the node it was played at. */
    public record Step(int node, Edge edge) {}

    /** What follows from the edges: who leads to whom, and an order in which nobody comes before those leading to him. */
    private static final class Links {
        /** By node: the first and the last of the moves that lead to it, and of these the next; -1 for none. */
        private final int[] first;

        private final int[] last;
        private final int[] next;
        private final Step[] steps;
        private final List<Integer> order;
        private int answers;

        Links(@Nullable Node[] nodes) {
            first = new int[nodes.length];
            last = new int[nodes.length];
            Arrays.fill(first, -1);
            int edges = 0;
            for (Node node : nodes) {
                edges += node == null ? 0 : node.edges().size();
            }
            next = new int[edges];
            steps = new Step[edges];
            int[] open = new int[nodes.length];
            int count = 0;
            for (Node node : nodes) {
                if (node == null) {
                    continue;
                }
                answers += node.answers().size();
                for (Edge edge : node.edges()) {
                    int to = edge.to();
                    steps[count] = new Step(node.id(), edge);
                    next[count] = -1;
                    if (first[to] < 0) {
                        first[to] = count;
                    } else {
                        next[last[to]] = count;
                    }
                    last[to] = count++;
                    open[to]++;
                }
            }
            Integer[] ready = new Integer[nodes.length];
            int found = 1;
            ready[0] = ROOT;
            for (int i = 0; i < found; i++) {
                for (Edge edge : Objects.requireNonNull(nodes[ready[i]]).edges()) {
                    if (--open[edge.to()] == 0) {
                        ready[found++] = edge.to();
                    }
                }
            }
            order = List.of(Arrays.copyOf(ready, found));
        }

        List<Step> into(int id) {
            List<Step> into = new ArrayList<>();
            for (int at = first[id]; at >= 0; at = next[at]) {
                into.add(steps[at]);
            }
            return into;
        }
    }

    private Repertoire(Side side, @Nullable Node[] nodes, Map<Long, Integer> places) {
        this.side = side;
        this.nodes = nodes;
        this.places = places;
    }

    /** A repertoire of the initial position alone. */
    public static Repertoire empty(Side side) {
        Node root = new Node(ROOT, Position.START, List.of(), Tally.NONE);
        return new Repertoire(
                side, new @Nullable Node[] {root}, Map.of(root.position().key(), ROOT));
    }

    /**
     * A repertoire from nodes as they were kept, each at the place of its id, empty places as null.
     *
     * @throws IllegalArgumentException if the edges do not fit the positions, or lead round in a circle
     */
    public static Repertoire restore(Side side, List<? extends @Nullable Node> kept) {
        @Nullable Node[] nodes = kept.toArray(new @Nullable Node[0]);
        if (nodes.length == 0 || nodes[0] == null || !nodes[0].position().equals(Position.START)) {
            throw new IllegalArgumentException("the first node must be the initial position");
        }
        Map<Long, Integer> places = new HashMap<>();
        for (Node node : nodes) {
            if (node != null && places.put(node.position().key(), node.id()) != null) {
                throw new IllegalArgumentException("two nodes for one position: " + node.position());
            }
        }
        Repertoire whole = new Repertoire(side, nodes, places);
        whole.checkEdges();
        if (whole.links().order.size() != places.size()) {
            throw new IllegalArgumentException("moves lead round in a circle, or to nowhere");
        }
        return whole;
    }

    private void checkEdges() {
        for (Node node : nodes()) {
            for (Edge edge : node.edges()) {
                boolean ours = node.position().sideToMove() == side;
                if (ours != edge instanceof Answer
                        || !has(edge.to())
                        || !node.position().accepts(edge.move())
                        || node.position().play(edge.move()).key()
                                != node(edge.to()).position().key()) {
                    throw new IllegalArgumentException("the move " + edge.move() + " does not fit node " + node.id());
                }
            }
        }
    }

    // ---- looking

    public Side side() {
        return side;
    }

    public boolean has(int id) {
        return id >= 0 && id < nodes.length && nodes[id] != null;
    }

    /**
     * @throws IllegalArgumentException if there is no such node
     */
    public Node node(int id) {
        Node node = id >= 0 && id < nodes.length ? nodes[id] : null;
        if (node == null) {
            throw new IllegalArgumentException("no node " + id);
        }
        return node;
    }

    public Node root() {
        return node(ROOT);
    }

    /** All nodes, by their ids. */
    public List<Node> nodes() {
        List<Node> all = new ArrayList<>(places.size());
        for (Node node : nodes) {
            if (node != null) {
                all.add(node);
            }
        }
        return all;
    }

    /** The nodes at the places of their ids, deleted ones as null. */
    public List<@Nullable Node> table() {
        List<@Nullable Node> table = new ArrayList<>(nodes.length);
        for (Node node : nodes) {
            table.add(node);
        }
        return Collections.unmodifiableList(table);
    }

    /** How many positions there are, the initial one among them. */
    public int size() {
        return places.size();
    }

    /** How many answers there are in all. */
    public int answers() {
        return links().answers;
    }

    /** More than every id. */
    public int idLimit() {
        return nodes.length;
    }

    /** Whether several moves lead to a node. */
    public boolean isMet(int id) {
        Links known = links();
        return known.first[id] != known.last[id] && known.first[id] >= 0;
    }

    public boolean isOurs(int id) {
        return node(id).position().sideToMove() == side;
    }

    /** The node of a position, by whatever moves it arose. */
    public Optional<Node> at(Position position) {
        Integer id = places.get(position.key());
        return id == null ? Optional.empty() : Optional.of(node(id));
    }

    /** The ids of all nodes in an order in which each comes after those that lead to it. */
    public List<Integer> order() {
        return links().order;
    }

    /** The moves that lead to a node, the one that was entered first at the head. */
    public List<Step> into(int id) {
        node(id);
        return links().into(id);
    }

    /** The moves from the initial position to a node, by the order that was entered first. */
    public List<Step> wayTo(int id) {
        Deque<Step> way = new ArrayDeque<>();
        for (int at = id; at != ROOT; at = way.element().node()) {
            way.push(into(at).getFirst());
        }
        return List.copyOf(way);
    }

    /** All orders of moves that lead to a node, at most so many. */
    public List<List<Step>> waysTo(int id, int most) {
        List<List<Step>> ways = new ArrayList<>();
        Deque<Step> tail = new ArrayDeque<>();
        waysTo(id, most, tail, ways);
        return ways;
    }

    private void waysTo(int id, int most, Deque<Step> tail, List<List<Step>> ways) {
        if (id == ROOT) {
            ways.add(List.copyOf(tail));
            return;
        }
        for (Step step : into(id)) {
            if (ways.size() >= most) {
                return;
            }
            tail.push(step);
            waysTo(step.node(), most, tail, ways);
            tail.pop();
        }
    }

    private Links links() {
        Links known = links;
        if (known == null) {
            known = new Links(nodes);
            links = known;
        }
        return known;
    }

    /** The nodes that can be reached from one, itself among them. */
    public List<Integer> below(int id) {
        boolean[] seen = new boolean[nodes.length];
        Deque<Integer> open = new ArrayDeque<>(List.of(id));
        seen[id] = true;
        List<Integer> found = new ArrayList<>();
        while (!open.isEmpty()) {
            int at = open.remove();
            found.add(at);
            for (Edge edge : node(at).edges()) {
                if (!seen[edge.to()]) {
                    seen[edge.to()] = true;
                    open.add(edge.to());
                }
            }
        }
        return found;
    }

    /** Whether two say the same: positions, moves in their order, and everything written; counts of games and ids aside. */
    public boolean sameAs(Repertoire other) {
        if (side != other.side || !places.keySet().equals(other.places.keySet())) {
            return false;
        }
        for (Node node : nodes()) {
            Node twin = other.at(node.position()).orElseThrow();
            if (!node.edges().stream()
                    .map(edge -> leadingTo(edge, ROOT))
                    .toList()
                    .equals(twin.edges().stream()
                            .map(edge -> leadingTo(edge, ROOT))
                            .toList())) {
                return false;
            }
        }
        return true;
    }

    static Edge leadingTo(Edge edge, int to) {
        return switch (edge) {
            case Answer answer ->
                new Answer(
                        answer.move(),
                        to,
                        answer.approach(),
                        answer.memorise(),
                        answer.notes(),
                        answer.guards(),
                        answer.marks());
            case Reply reply ->
                new Reply(reply.move(), to, reply.share(), reply.kind(), reply.comment(), reply.marks());
        };
    }

    // ---- editing

    /** What became of moves that were to be added. */
    public sealed interface Adding {
        /**
         * @param node where they lead
         * @param met whether the last new move came to a position that was there already
         */
        record Added(Repertoire repertoire, int node, boolean met) implements Adding {}

        /** Nothing was kept: a move would lead back to a position that leads to this one. */
        record Loop(Position position, Move move) implements Adding {}
    }

    /**
     * Adds a move at a node; one that is there already stays as it is.
     *
     * @throws IllegalArgumentException if it is not legal there
     */
    public Adding add(int id, Move move) {
        return addLine(id, List.of(move));
    }

    /**
     * Adds moves one after the other, all or none.
     *
     * @throws IllegalArgumentException if one is not legal where it stands
     */
    public Adding addLine(int id, List<Move> moves) {
        Builder builder = new Builder(this);
        int at = id;
        boolean met = false;
        for (Move move : moves) {
            int before = builder.size();
            boolean known = builder.node(at).edge(move) != null;
            int next = builder.add(at, move);
            if (next < 0) {
                return new Adding.Loop(builder.node(at).position(), move);
            }
            met = !known && builder.size() == before;
            at = next;
        }
        return new Adding.Added(builder.build(), at, met);
    }

    /**
     * Keeps what is said of a move.
     *
     * @throws IllegalArgumentException if there is no such move, or it would lead elsewhere
     */
    public Repertoire with(int id, Edge edited) {
        Edge old = node(id).edge(edited.move());
        if (old == null || old.to() != edited.to() || !old.getClass().equals(edited.getClass())) {
            throw new IllegalArgumentException("no such move at node " + id + ": " + edited.move());
        }
        return withEdges(
                id,
                node(id).edges().stream()
                        .map(edge -> edge.equals(old) ? edited : edge)
                        .toList());
    }

    /** Moves an edge up or down among those of its node. */
    public Repertoire reorder(int id, Move move, int places) {
        List<Edge> edges = new ArrayList<>(node(id).edges());
        int at = edges.indexOf(node(id).edge(move));
        int to = Math.clamp((long) at + places, 0, Math.max(0, edges.size() - 1));
        if (at < 0 || at == to) {
            return this;
        }
        edges.add(to, edges.remove(at));
        return withEdges(id, edges);
    }

    /** Takes a move out, and with it everything that can no longer be reached. */
    public Repertoire remove(int id, Move move) {
        Repertoire less = withEdges(
                id,
                node(id).edges().stream()
                        .filter(edge -> !edge.move().equals(move))
                        .toList());
        boolean[] reached = new boolean[nodes.length];
        less.below(ROOT).forEach(each -> reached[each] = true);
        @Nullable Node[] left = less.nodes.clone();
        Map<Long, Integer> leftPlaces = new HashMap<>(places);
        for (Node node : nodes()) {
            if (!reached[node.id()]) {
                left[node.id()] = null;
                leftPlaces.remove(node.position().key());
            }
        }
        return new Repertoire(side, left, leftPlaces);
    }

    /** Keeps what games did, by node; nodes that are not named keep what they have. */
    public Repertoire withTallies(Map<Integer, Tally> tallies) {
        @Nullable Node[] next = nodes.clone();
        tallies.forEach((id, tally) -> {
            Node node = node(id);
            next[id] = new Node(id, node.position(), node.edges(), tally);
        });
        return new Repertoire(side, next, places);
    }

    private Repertoire withEdges(int id, List<Edge> edges) {
        @Nullable Node[] next = nodes.clone();
        next[id] = node(id).with(edges);
        return new Repertoire(side, next, places);
    }

    /** Many moves into one repertoire without a copy for each. */
    static final class Builder {
        private final Side side;
        private final List<@Nullable Node> nodes;
        private final Map<Long, Integer> places;

        Builder(Repertoire from) {
            side = from.side;
            nodes = new ArrayList<>(from.table());
            places = new HashMap<>(from.places);
        }

        int size() {
            return places.size();
        }

        Node node(int id) {
            return Objects.requireNonNull(nodes.get(id));
        }

        Optional<Node> at(Position position) {
            return Optional.ofNullable(places.get(position.key())).map(this::node);
        }

        /** Puts a node in the place of the one with its id; its position must be the same. */
        void set(Node node) {
            nodes.set(node.id(), node);
        }

        /** Adds a move if it is not there; gives where it leads, or -1 if that would close a loop. */
        int add(int id, Move move) {
            Node node = node(id);
            Edge known = node.edge(move);
            if (known != null) {
                return known.to();
            }
            Position position = node.position().play(move);
            Integer met = places.get(position.key());
            if (met != null && leads(met, id)) {
                return -1;
            }
            int to = met == null ? nodes.size() : met;
            if (met == null) {
                nodes.add(new Node(to, position, List.of(), Tally.NONE));
                places.put(position.key(), to);
            }
            List<Edge> edges = new ArrayList<>(node.edges());
            edges.add(node.position().sideToMove() == side ? Answer.bare(move, to) : Reply.bare(move, to));
            nodes.set(id, node.with(edges));
            return to;
        }

        void set(int id, Edge edited) {
            Node node = node(id);
            nodes.set(
                    id,
                    node.with(node.edges().stream()
                            .map(edge -> edge.move().equals(edited.move()) ? edited : edge)
                            .toList()));
        }

        private boolean leads(int from, int to) {
            boolean[] seen = new boolean[nodes.size()];
            Deque<Integer> open = new ArrayDeque<>(List.of(from));
            while (!open.isEmpty()) {
                int id = open.pop();
                if (id == to) {
                    return true;
                }
                for (Edge edge : node(id).edges()) {
                    if (!seen[edge.to()]) {
                        seen[edge.to()] = true;
                        open.push(edge.to());
                    }
                }
            }
            return false;
        }

        Repertoire build() {
            return new Repertoire(side, nodes.toArray(new @Nullable Node[0]), places);
        }
    }
}
