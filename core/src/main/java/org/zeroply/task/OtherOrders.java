package org.zeroply.task;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.work.Cancel;

/** Ways from one position of a solution tree to another that the tree does not have: other move orders. */
final class OtherOrders {
    /** How many half-moves a way is followed outside of the tree. */
    private static final int LONGEST = 3;

    private OtherOrders() {}

    /**
     * A way round.
     *
     * @param moves from the first position to the other; between them it is outside of the tree, or the one move is not in it
     */
    record Way(Position from, List<Move> moves, Position to) {
        Way {
            moves = List.copyOf(moves);
        }
    }

    /**
     * The ways made of the tree's own moves. Enough for another order of the same moves, and quick.
     */
    static List<Way> ofTheTree(SolutionGraph graph) {
        Set<Move> known = new LinkedHashSet<>();
        graph.positions()
                .forEach(position -> known.addAll(graph.moves(position.key()).keySet()));
        return find(graph, known, new Cancel());
    }

    /** The ways made of any legal moves; takes seconds for a large tree. */
    static List<Way> ofAnyMoves(SolutionGraph graph, Cancel cancel) {
        return find(graph, Set.of(), cancel);
    }

    /**
     * @param among the moves to try; none for all
     */
    private static List<Way> find(SolutionGraph graph, Set<Move> among, Cancel cancel) {
        List<Way> ways = new ArrayList<>();
        for (Position from : graph.positions()) {
            if (cancel.isRequested()) {
                break;
            }
            follow(graph, among, from, from, new ArrayList<>(), ways, new HashSet<>(Set.of(from.key())));
        }
        return ways;
    }

    private static void follow(
            SolutionGraph graph,
            Set<Move> among,
            Position from,
            Position here,
            List<Move> moves,
            List<Way> ways,
            Set<Long> onTheWay) {
        Collection<Move> tried = among.isEmpty()
                ? here.legalMoves()
                : among.stream().filter(here::isLegal).toList();
        for (Move move : tried) {
            if (moves.isEmpty() && graph.moves(here.key()).containsKey(move)) {
                continue;
            }
            Position next = here.play(move);
            moves.add(move);
            if (graph.holds(next.key())) {
                ways.add(new Way(from, moves, next));
            } else if (moves.size() < LONGEST && onTheWay.add(next.key())) {
                follow(graph, among, from, next, moves, ways, onTheWay);
                onTheWay.remove(next.key());
            }
            moves.removeLast();
        }
    }
}
