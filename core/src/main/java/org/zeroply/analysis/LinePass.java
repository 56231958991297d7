package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.ObjIntConsumer;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Position;
import org.zeroply.search.Limit;
import org.zeroply.work.Cancel;

/**
 * What a pass over lines of a game has found and what it still has to look at: every position once, and then, before it is
 * stated, everything that the judgement would state a second time with much more effort. A second look can make another move
 * a turning point, so that there are up to three rounds of them; what is not confirmed by then is not stated.
 */
public final class LinePass {
    private static final int ROUNDS = 3;

    private final GameTree tree;
    private final Set<Integer> wanted;
    private final List<List<Integer>> lines;
    private final double threshold;
    private final Map<Integer, GameSweep.Looked> known = new HashMap<>();
    private int rounds;

    /**
     * @param wanted the nodes to look at, the root for the start
     * @param lines those that are judged, each from the start
     * @param threshold from which on a move is a turning point
     */
    public LinePass(GameTree tree, Collection<Integer> wanted, List<List<Integer>> lines, double threshold) {
        this.tree = tree;
        this.wanted = new LinkedHashSet<>(wanted);
        this.lines = List.copyOf(lines);
        this.threshold = threshold;
    }

    /** Of the position after a node; of two looks the second counts. */
    public void know(int node, GameSweep.Looked looked) {
        known.merge(node, looked, (before, now) -> before.isSecond() && !now.isSecond() ? before : now);
    }

    /**
     * @param nodes to look at now; empty if the pass is over
     * @param areSecond whether they are looked at again
     */
    public record Next(List<Integer> nodes, boolean areSecond) {
        public Next {
            nodes = List.copyOf(nodes);
        }
    }

    /** What to look at now; second looks come once every position is known, a round at each call. */
    public Next next() {
        List<Integer> unknown =
                wanted.stream().filter(node -> !known.containsKey(node)).toList();
        if (!unknown.isEmpty() || rounds == ROUNDS) {
            return new Next(unknown, false);
        }
        rounds++;
        Set<Integer> again = new LinkedHashSet<>();
        for (List<Integer> line : lines) {
            Judgement judgement = GameSweep.judgement(tree, line, this::asIfSecond, threshold);
            if (judgement != null) {
                stated(judgement).forEach(move -> {
                    again.add(node(line, move.ply()));
                    again.add(node(line, move.ply() + 1));
                });
            }
        }
        again.removeIf(node -> isSecond(known.get(node)));
        return new Next(List.copyOf(again), true);
    }

    /**
     * Looks at everything there is to look at, second looks with it.
     *
     * @param beside so many positions beside each other, each on a thread of its own
     * @param onLooked told of every look with its node, the first before the second
     */
    public void run(GameSweep sweep, int beside, ObjIntConsumer<GameSweep.Looked> onLooked, Cancel cancel) {
        for (Next next = next(); !next.nodes().isEmpty(); next = next()) {
            Limit limit = next.areSecond() ? GameSweep.SECOND : GameSweep.LIMIT;
            for (int from = 0; from < next.nodes().size(); from += beside) {
                List<Integer> some =
                        next.nodes().subList(from, Math.min(next.nodes().size(), from + beside));
                List<List<Position>> ways = some.stream()
                        .map(node -> tree.positionsAlong(tree.pathTo(node)))
                        .toList();
                List<Study> found = sweep.look(ways, limit, cancel);
                if (cancel.isRequested()) {
                    return;
                }
                for (int i = 0; i < found.size(); i++) {
                    GameSweep.Looked looked = new GameSweep.Looked(found.get(i), next.areSecond());
                    know(some.get(i), looked);
                    onLooked.accept(looked, some.get(i));
                }
            }
        }
    }

    private static boolean isSecond(GameSweep.@Nullable Looked looked) {
        return looked != null && looked.isSecond();
    }

    private GameSweep.@Nullable Looked asIfSecond(int node) {
        GameSweep.Looked looked = known.get(node);
        return looked == null ? null : new GameSweep.Looked(looked.study(), true);
    }

    /** The moves of which a judgement states that they were mistakes, missed chances or finds. */
    private static List<Judgement.Judged> stated(Judgement judgement) {
        List<Judgement.Judged> stated = new ArrayList<>(judgement.turningPoints());
        judgement.missed().forEach(missed -> stated.add(missed.move()));
        judgement.praise().forEach(praise -> {
            stated.add(praise.first());
            stated.add(praise.last());
        });
        return stated;
    }

    /** The node after so many moves of a line. */
    private static int node(List<Integer> line, int ply) {
        return ply == 0 ? GameTree.ROOT : line.get(ply - 1);
    }

    /** What is known of a line so far, only what is confirmed being stated; null for nothing. */
    public @Nullable Judgement judgement(List<Integer> line) {
        return GameSweep.judgement(tree, line, known::get, threshold);
    }
}
