package org.zeroply.analysis;

import org.zeroply.rules.Position;
import org.zeroply.rules.Settled;
import org.zeroply.rules.Side;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Verdict;

/**
 * The one definition of a move that is worse than the best one. A win that is nearly certain leaves no room
 * for a difference of the expected score, so a mate that is missed and material that is left count as well.
 */
public final class Worse {
    /** A mate in so many moves at most is seen by whoever looks for it. */
    private static final int SEEN_MATE = 5;

    /** Settled material, in pawns, that a move may give away while it wins anyway. */
    private static final int MATERIAL = 2;

    /** From this expected score on material does not matter any more. */
    private static final double CERTAIN = 0.97;

    private Worse() {}

    /**
     * What a move comes to.
     *
     * @param expected the score that its side can expect after best play, 0 to 1
     * @param mateIn the moves of its side to the mate that it gives, itself counted; 0 if it gives none
     * @param material settled at the end of best play, in pawns, its side's less the other's
     * @param exact whether its result is known exactly
     */
    public record Outcome(double expected, int mateIn, int material, boolean exact) {
        /**
         * Of the first move of a line.
         *
         * @param position where the line begins
         * @param line with the verdict after its first move, and best play
         */
        public static Outcome of(Position position, CalculatedLine line) {
            Side side = position.sideToMove();
            Verdict verdict = line.verdict();
            double expected = verdict.expectedFor(side);
            int mateIn = verdict.isMate() && expected > 0 ? Math.abs(verdict.mateIn()) + 1 : 0;
            return new Outcome(expected, mateIn, Settled.atEnd(position, line.moves(), side), line.isExact());
        }
    }

    /**
     * Whether a move is worse than the best one, as far as both were calculated; where the results of both are exact, they
     * alone decide.
     */
    public static boolean is(Outcome move, Outcome best) {
        if (move.exact() && best.exact()) {
            return move.expected() < best.expected();
        }
        // The bound belongs to it, whatever the last binary digit says.
        return best.expected() - move.expected() >= Candidate.REFUTED - 1e-9
                || missesMate(move, best)
                || best.material() - move.material() >= MATERIAL && move.expected() < CERTAIN;
    }

    /** Whether a mate in n, of at most five, was there, and none within 2n is left. */
    private static boolean missesMate(Outcome move, Outcome best) {
        boolean seen = best.mateIn() > 0 && best.mateIn() <= SEEN_MATE;
        return seen && (move.mateIn() == 0 || move.mateIn() > 2 * best.mateIn());
    }
}
