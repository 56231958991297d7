package org.zeroply.analysis;

import java.time.Duration;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.IntFunction;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.Calculation;
import org.zeroply.search.Effort;
import org.zeroply.search.Limit;
import org.zeroply.search.Threat;
import org.zeroply.work.Cancel;

/**
 * The pass over a game that a judgement rests on. Every position of the main line is asked: what is best and what is it
 * worth; what do glances of one to three half-moves make of that move; what is the best of the other moves worth, and the
 * one that tempts; what does the opponent threaten. A position costs a fixed number of positions on one thread and a table
 * that is emptied before, so that a judgement repeats itself; several are looked at beside each other. What a judgement
 * states is looked at again with eight times the effort ({@link LinePass}). The answers are kept as one study without
 * candidates, so that a pass goes on where it stopped and a game judged before is there at once.
 */
public final class GameSweep {
    /** The deep look of each position. */
    public static final Limit LIMIT = Limit.nodes(200_000);

    /** The deep look of a position on which something rests that is stated. */
    public static final Limit SECOND = Limit.nodes(1_600_000);

    /** Under this number of lines a look for judging is kept: it has no candidates beside the best line. */
    public static final int LINES = 0;

    /** The level under which it is kept; raised when {@link #LIMIT} is. */
    public static final int LEVEL = Effort.GLANCE.ordinal();

    /** The level under which a second look is kept. */
    public static final int SECOND_LEVEL = Effort.LOOK.ordinal();

    /**
     * What a pass found of a position.
     *
     * @param isSecond whether it was looked at again with the effort of {@link #SECOND}
     */
    public record Looked(Study study, boolean isSecond) {}

    private final Supplier<Analyst> analysts;
    private final List<Looker> lookers = new ArrayList<>();

    /** @param analysts makes who calculates, on one thread; asked for one for each position that is looked at beside others */
    public GameSweep(Supplier<Analyst> analysts) {
        this.analysts = analysts;
    }

    /**
     * Looks at positions beside each other, each on a thread of its own; the first on the calling one.
     *
     * @param lines for each the positions up to it, itself last
     * @param limit of the deep look; the others get a part of it each
     * @return in the same order; not complete if it was cancelled
     */
    public synchronized List<Study> look(List<List<Position>> lines, Limit limit, Cancel cancel) {
        while (lookers.size() < lines.size()) {
            lookers.add(new Looker(analysts.get()));
        }
        List<CompletableFuture<Study>> others = new ArrayList<>();
        for (int i = 1; i < lines.size(); i++) {
            Looker looker = lookers.get(i);
            List<Position> line = lines.get(i);
            others.add(CompletableFuture.supplyAsync(
                    () -> looker.look(line, limit, cancel),
                    task -> Thread.ofPlatform().daemon().name("judging").start(task)));
        }
        List<Study> found = new ArrayList<>();
        if (!lines.isEmpty()) {
            found.add(lookers.getFirst().look(lines.getFirst(), limit, cancel));
        }
        others.forEach(other -> found.add(other.join()));
        return found;
    }

    /** Whether a kept study holds all that a judgement wants of a position. */
    public static boolean isWhole(Study study) {
        int calculations = study.calculations().size();
        return calculations == 1
                ? study.position().legalMoves().size() < 2
                : calculations >= 2 + Hardness.LOOKS
                        && study.calculations().stream()
                                .noneMatch(each -> each.lines().isEmpty());
    }

    /** The position as a judgement takes it. */
    public static Judgement.Point point(Study study) {
        List<Calculation> all = study.calculations();
        Calculation deep = all.getFirst();
        Hardness hardness = null;
        if (all.size() > 1) {
            @Nullable Calculation tempted = all.size() > 2 + Hardness.LOOKS ? all.getLast() : null;
            hardness = Hardness.of(deep, all.subList(1, 1 + Hardness.LOOKS), all.get(1 + Hardness.LOOKS), tempted);
        }
        List<Threat> against = study.threats();
        return new Judgement.Point(
                study.position(),
                deep.verdict(),
                deep.lines().isEmpty() ? List.of() : deep.lines().getFirst().moves(),
                hardness,
                against == null ? List.of() : against,
                deep.grounds());
    }

    /** The moves of a line that are looked at: up to a pass that an annotator wrote. */
    public static List<Integer> judged(GameTree tree, List<Integer> nodes) {
        int moves = 0;
        while (moves < nodes.size() && !tree.node(nodes.get(moves)).played().isPass()) {
            moves++;
        }
        return nodes.subList(0, moves);
    }

    /**
     * Judges a line as far as its positions have been looked at without a gap.
     *
     * @param nodes the moves, none of them a pass
     * @param known what is known of the position after a node, the root for the start; null for nothing. What would be stated and does
     *     not rest on second looks is left out
     * @return null if not even the first move can be judged
     */
    public static @Nullable Judgement judgement(
            GameTree tree, List<Integer> nodes, IntFunction<@Nullable Looked> known, double threshold) {
        Looked start = known.apply(GameTree.ROOT);
        if (start == null) {
            return null;
        }
        List<Judgement.Point> points = new ArrayList<>(List.of(point(start.study())));
        BitSet second = new BitSet();
        second.set(0, start.isSecond());
        List<Move> moves = new ArrayList<>();
        List<Optional<Duration>> clocks = new ArrayList<>();
        for (int node : nodes) {
            Looked looked = known.apply(node);
            if (looked == null) {
                break;
            }
            second.set(points.size(), looked.isSecond());
            points.add(point(looked.study()));
            moves.add(tree.node(node).played());
            clocks.add(tree.node(node).clock());
        }
        return moves.isEmpty()
                ? null
                : Judgement.of(points, moves, clocks, threshold)
                        .confirmed(move -> second.get(move.ply()) && second.get(move.ply() + 1));
    }
}
