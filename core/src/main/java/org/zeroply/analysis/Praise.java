package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/**
 * What was done well, by stated rules.
 *
 * @param first the move, or the first of a plan
 * @param last the same move, or the last of a plan
 * @param gain what the other moves would have given away; of a plan, what it won of the expected score
 */
public record Praise(Kind kind, Judgement.Judged first, Judgement.Judged last, double gain) {
    public enum Kind {
        /** The best move was hard to see, every other one fails, and it was found. */
        HARD_MOVE,
        /** The only move that holds a bad position, and not the first that comes to mind. */
        DEFENCE,
        /** A run of good moves that won ground without a single bad answer. */
        PLAN;

        public String text() {
            return Words.of("praise." + name());
        }
    }

    /** Below this expected score a position is bad. */
    private static final double BAD_POSITION = 0.35;

    /** Where even the second-best move expects this, nothing had to be found. */
    private static final double WON_ANYWAY = 0.90;

    private static final int SHORTEST_PLAN = 4;

    static List<Praise> in(List<Judgement.Judged> moves, double threshold) {
        List<Praise> praise = new ArrayList<>();
        for (Judgement.Judged move : moves) {
            Hardness hardness = move.before().hardness();
            if (hardness == null || !move.isBest() || !hardness.isOnlyMove() || hardness.rest() >= WON_ANYWAY) {
                continue;
            }
            boolean bad = hardness.deep() < BAD_POSITION && !Judgement.isLost(move);
            if (hardness.isHard()) {
                praise.add(new Praise(bad ? Kind.DEFENCE : Kind.HARD_MOVE, move, move, hardness.margin()));
            } else if (bad && hardness.ranks().getFirst() > 1 && !takesBack(move, moves)) {
                praise.add(new Praise(Kind.DEFENCE, move, move, hardness.margin()));
            }
        }
        for (Side side : Side.values()) {
            plans(moves, side, threshold, praise);
        }
        praise.sort(Comparator.comparingInt(each -> each.first().ply()));
        return praise;
    }

    private static boolean takesBack(Judgement.Judged move, List<Judgement.Judged> moves) {
        return move.ply() > 0
                && move.before().position().isCapture(move.move())
                && moves.get(move.ply() - 1).move().to() == move.move().to();
    }

    /**
     * The longest runs after the opening in which the side gives away next to nothing and the other side makes no single
     * big mistake. Known opening moves are no plan of the player's own, however well they turn out.
     */
    private static void plans(List<Judgement.Judged> moves, Side side, double threshold, List<Praise> praise) {
        List<Judgement.Judged> run = new ArrayList<>();
        for (Judgement.Judged move : moves) {
            if (move.phase() == Judgement.Phase.OPENING) {
                continue;
            }
            boolean goesOn = move.side() == side ? move.loss() <= Judgement.PAUSE : move.loss() < threshold;
            if (!goesOn) {
                end(run, threshold, praise);
            } else if (move.side() == side) {
                run.add(move);
            }
        }
        end(run, threshold, praise);
    }

    /** Cuts a run to where the score rose most, and takes it if that is much and took long enough. */
    private static void end(List<Judgement.Judged> run, double threshold, List<Praise> praise) {
        Praise best = null;
        int lowest = 0;
        for (int last = 0; last < run.size(); last++) {
            if (before(run.get(last)) < before(run.get(lowest))) {
                lowest = last;
            }
            double gain = after(run.get(last)) - before(run.get(lowest));
            if (last - lowest + 1 >= SHORTEST_PLAN && gain >= threshold && (best == null || gain > best.gain())) {
                best = new Praise(Kind.PLAN, run.get(lowest), run.get(last), gain);
            }
        }
        if (best != null) {
            praise.add(best);
        }
        run.clear();
    }

    private static double before(Judgement.Judged move) {
        return move.before().verdict().expectedFor(move.side());
    }

    private static double after(Judgement.Judged move) {
        return move.after().verdict().expectedFor(move.side());
    }
}
