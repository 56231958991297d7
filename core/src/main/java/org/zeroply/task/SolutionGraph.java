package org.zeroply.task;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/** The solution tree by its positions, since a script is matched by position: nodes that transpose are one. */
final class SolutionGraph {
    private final Task task;
    private final GameTree tree;
    private final Map<Integer, Position> positions = new HashMap<>();
    private final Map<Long, List<Integer>> nodes = new LinkedHashMap<>();
    private final Map<Long, Map<Move, Long>> moves = new LinkedHashMap<>();
    private final Map<Long, Set<Move>> accepted = new HashMap<>();

    SolutionGraph(Task task) {
        this.task = task;
        this.tree = task.solution();
        Deque<Integer> open = new ArrayDeque<>(List.of(GameTree.ROOT));
        positions.put(GameTree.ROOT, tree.start());
        while (!open.isEmpty()) {
            int id = open.remove();
            Position here = position(id);
            nodes.computeIfAbsent(here.key(), key -> new ArrayList<>()).add(id);
            for (int child : tree.node(id).children()) {
                Move move = tree.node(child).played();
                Position next = here.play(move);
                positions.put(child, next);
                moves.computeIfAbsent(here.key(), key -> new LinkedHashMap<>()).put(move, next.key());
                open.add(child);
            }
        }
        for (Scheme.Accepted each : task.scheme().accepted()) {
            if (positions.containsKey(each.node())) {
                accepted.computeIfAbsent(position(each.node()).key(), key -> new LinkedHashSet<>())
                        .add(each.move());
            }
        }
    }

    GameTree tree() {
        return tree;
    }

    Side solver() {
        return task.solver();
    }

    boolean has(int node) {
        return positions.containsKey(node);
    }

    Position position(int node) {
        Position position = positions.get(node);
        if (position == null) {
            throw new IllegalArgumentException("the solution has no node " + node);
        }
        return position;
    }

    long key(int node) {
        return position(node).key();
    }

    /** All positions of the tree, each once, those nearer to the start first. */
    List<Position> positions() {
        return nodes.values().stream().map(same -> position(same.getFirst())).toList();
    }

    boolean holds(long key) {
        return nodes.containsKey(key);
    }

    /** The nodes of a position; none if it is not in the tree. */
    List<Integer> nodes(long key) {
        return nodes.getOrDefault(key, List.of());
    }

    /** The tree's moves in a position with the positions they lead to. */
    Map<Move, Long> moves(long key) {
        return moves.getOrDefault(key, Map.of());
    }

    /** Whether a move of the solver's is in the tree or was accepted beside it. */
    boolean isGood(long key, Move move) {
        return moves(key).containsKey(move) || accepted(key).contains(move);
    }

    Set<Move> accepted(long key) {
        return accepted.getOrDefault(key, Set.of());
    }

    /** How many of the opponent's moves count in a position. */
    int replies(long key) {
        return Math.max(task.scheme().replies(), moves(key).size() + 2);
    }

    /** Whether the solution ends with a position. */
    boolean isEnd(long key) {
        return moves(key).isEmpty() && accepted(key).isEmpty();
    }

    /** The verdicts of the solution in a position: those that the scheme asks for and those stated; any if there is none. */
    Set<Opinion> verdicts(long key) {
        Set<Opinion> verdicts = EnumSet.noneOf(Opinion.class);
        task.scheme().wants().forEach(want -> {
            if (want instanceof Want.Judge judge && has(judge.node()) && key(judge.node()) == key) {
                verdicts.addAll(judge.opinions());
            }
        });
        nodes(key).stream()
                .map(node -> Opinion.of(tree.node(node)))
                .filter(Objects::nonNull)
                .forEach(verdicts::add);
        return verdicts.isEmpty() ? EnumSet.allOf(Opinion.class) : verdicts;
    }

    /** Whether the move to a node is the solver's; false for the root. */
    boolean isSolvers(int node) {
        return node != GameTree.ROOT && position(node).sideToMove() != solver();
    }

    /** The move to a node with its number, 19.Rxe4; for the root, a name of the start. */
    String name(int node) {
        GameNode at = tree.node(node);
        return at.move() == null ? Words.of("mark.start") : San.line(position(at.parent()), List.of(at.played()));
    }

    /** What is wanted with each node replaced by the first one of its position, so that equal wants ask for the same. */
    Want byPosition(Want want) {
        return switch (want) {
            case Want.Find find -> new Want.Find(first(find.node()));
            case Want.Consider consider -> new Want.Consider(first(consider.node()), consider.isVerdictEnough());
            case Want.Reach reach -> new Want.Reach(first(reach.from()), first(reach.node()));
            case Want.Judge judge -> new Want.Judge(first(judge.node()), judge.opinions());
            case Want.Choose choose -> choose;
            case Want.Refute refute -> new Want.Refute(first(refute.node()));
            case Want.Survive survive -> new Want.Survive(first(survive.node()));
            case Want.Answer answer -> answer;
            case Want.PlayOut play -> play;
        };
    }

    private int first(int node) {
        return has(node) ? nodes(key(node)).getFirst() : node;
    }
}
