package org.zeroply.task;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/** The ways that a script can go: from position to position by moves that the marking knows, as far as moves count. */
final class ScriptWays {
    private final Task task;
    private final SolutionGraph graph;

    /** The ways on from each position: those of the tree, accepted moves, and other orders. */
    private final Map<Long, Map<Move, Position>> edges = new LinkedHashMap<>();

    private final Map<Long, Position> positions = new HashMap<>();

    /** Which moves count in a position; where nothing is said, all do. */
    private final Map<Long, Set<Move>> counted = new HashMap<>();

    ScriptWays(Task task, SolutionGraph graph) {
        this.task = task;
        this.graph = graph;
        link();
    }

    /** The ways on from each position. */
    Map<Long, Map<Move, Position>> edges() {
        return edges;
    }

    /** Says which moves count in a position from now on. */
    void count(long key, Set<Move> moves) {
        counted.put(key, moves);
    }

    /** All moves count in a position again. */
    void countAll(long key) {
        counted.remove(key);
    }

    private void link() {
        for (Position position : graph.positions()) {
            positions.put(position.key(), position);
            for (Move move : graph.moves(position.key()).keySet()) {
                link(position, move);
            }
            for (Move move : graph.accepted(position.key())) {
                if (position.isLegal(move)) {
                    link(position, move);
                }
            }
        }
        boolean binding = positions.values().stream().anyMatch(each -> isBinding(each.key()));
        if (binding) {
            for (OtherOrders.Way way : OtherOrders.ofTheTree(graph)) {
                Position at = way.from();
                for (Move move : way.moves()) {
                    at = link(at, move);
                }
            }
        }
    }

    private Position link(Position from, Move move) {
        Position to = from.play(move);
        positions.putIfAbsent(to.key(), to);
        edges.computeIfAbsent(from.key(), key -> new LinkedHashMap<>()).putIfAbsent(move, to);
        return to;
    }

    int limit(long key) {
        if (!isSolvers(key)) {
            return graph.replies(key);
        }
        int candidates = task.candidates();
        return candidates > 0 && key == task.start().key()
                ? candidates
                : task.scheme().counts();
    }

    boolean isSolvers(long key) {
        return Objects.requireNonNull(positions.get(key)).sideToMove() == task.solver();
    }

    boolean isBinding(long key) {
        return (isSolvers(key) || task.scheme().hasNewRules())
                && edges.getOrDefault(key, Map.of()).size() > limit(key);
    }

    /** A move in a position that counts and that the solution has or accepts; null if there is none. */
    @Nullable
    Move goodMove(long key) {
        return edges.getOrDefault(key, Map.of()).keySet().stream()
                .filter(move -> graph.isGood(key, move) && isAllowed(key, move))
                .findFirst()
                .orElse(null);
    }

    private boolean isAllowed(long from, Move move) {
        Set<Move> decided = counted.get(from);
        return decided == null || decided.contains(move);
    }

    /**
     * The positions that can be visited from one on.
     *
     * @param goodOnly whether the solver plays only moves of the tree and accepted ones
     */
    Set<Long> reachable(long start, boolean goodOnly) {
        return ways(start, goodOnly).keySet();
    }

    /** A step back towards where one came from. */
    record Back(@Nullable Long from, @Nullable Move move) {}

    Map<Long, Back> ways(long start, boolean goodOnly) {
        Map<Long, Back> ways = new LinkedHashMap<>();
        ways.put(start, new Back(null, null));
        Deque<Long> open = new ArrayDeque<>(List.of(start));
        while (!open.isEmpty()) {
            long here = open.remove();
            for (Map.Entry<Move, Position> edge :
                    edges.getOrDefault(here, Map.of()).entrySet()) {
                long next = edge.getValue().key();
                boolean good = !goodOnly || !isSolvers(here) || graph.isGood(here, edge.getKey());
                if (good && isAllowed(here, edge.getKey()) && !ways.containsKey(next)) {
                    ways.put(next, new Back(here, edge.getKey()));
                    open.add(next);
                }
            }
        }
        return ways;
    }

    /** The moves to a position, by a map of ways to it. */
    static List<Move> way(Map<Long, Back> ways, long to) {
        List<Move> moves = new ArrayList<>();
        Back back = ways.get(to);
        while (back != null && back.from() != null && back.move() != null) {
            moves.addFirst(back.move());
            back = ways.get(back.from());
        }
        return moves;
    }
}
