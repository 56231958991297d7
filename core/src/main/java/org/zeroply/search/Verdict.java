package org.zeroply.search;

import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/**
 * What a position is worth, always from White's view.
 *
 * @param hundredths the evaluation in hundredths of a pawn, White's advantage positive; a mate is far outside
 * @param expected the score that White can expect between equal players, 0 to 1
 * @param mateIn full moves to a mate that was found: positive if White mates, negative if Black does, 0 for none
 */
public record Verdict(int hundredths, double expected, int mateIn) {
    /** The steps of a verdict, from Black's win to White's. */
    public enum Step {
        BLACK_WINNING,
        BLACK_BETTER,
        BLACK_SLIGHTLY_BETTER,
        LEVEL,
        WHITE_SLIGHTLY_BETTER,
        WHITE_BETTER,
        WHITE_WINNING;

        /** The step in words, "White is slightly better". */
        public String text() {
            return Words.of("verdict." + name());
        }
    }

    /** Nobody can win any more, or nobody has anything. */
    public static final Verdict DRAWN = new Verdict(0, 0.5, 0);

    public Verdict {
        if (!(expected >= 0 && expected <= 1)) {
            throw new IllegalArgumentException("the expected score is 0 to 1, was " + expected);
        }
    }

    /** The verdict of a search's value, which is from the view of the side to move. */
    static Verdict of(int value, Side toMove, double scale) {
        int white = toMove == Side.WHITE ? value : -value;
        if (Math.abs(value) >= Searcher.MATE_BOUND) {
            int plies = Searcher.MATE - Math.abs(value);
            // Who is mated now has 0 plies to go; the side that mates counts its own moves.
            int moves = (plies + 1) / 2;
            return new Verdict(white, white > 0 ? 1 : 0, white > 0 ? moves : -moves);
        }
        return new Verdict(white, 1 / (1 + Math.exp(-white / scale)), 0);
    }

    /** The end of a game by mate of the side to move. */
    public static Verdict mated(Side toMove) {
        return new Verdict(toMove == Side.WHITE ? -Searcher.MATE : Searcher.MATE, toMove == Side.WHITE ? 0 : 1, 0);
    }

    /** A mate in so many full moves: positive if White mates, negative if Black does; not 0. */
    public static Verdict matesIn(int moves) {
        if (moves == 0) {
            throw new IllegalArgumentException("a mate that is yet to come is at least one move away");
        }
        int value = Searcher.MATE - 2 * Math.abs(moves) + 1;
        return new Verdict(moves > 0 ? value : -value, moves > 0 ? 1 : 0, moves);
    }

    /** The verdict before a side's move, where this is the one after it: a mate of its own is a move further away. */
    public Verdict beforeMoveOf(Side side) {
        return mateIn != 0 && mateIn > 0 == (side == Side.WHITE) ? matesIn(mateIn + Integer.signum(mateIn)) : this;
    }

    /** The verdict after a side's move, where this is the one before it; a move that mates is the end of its line. */
    public Verdict afterMoveOf(Side side) {
        boolean own = mateIn > 0 == (side == Side.WHITE) && Math.abs(mateIn) > 1;
        return own ? matesIn(mateIn - Integer.signum(mateIn)) : this;
    }

    /** This, or the other if this is better for the side. */
    public Verdict atMost(Verdict other, Side side) {
        int sign = side == Side.WHITE ? 1 : -1;
        return sign * hundredths > sign * other.hundredths ? other : this;
    }

    /** Level from .45 to .55, slightly better to .65, better to .80, then winning; mirrored for Black. */
    public Step step() {
        // A step's upper bound belongs to it, whatever the last binary digit says.
        double apart = Math.abs(expected - 0.5) - 1e-9;
        int steps = apart <= 0.05 ? 0 : apart <= 0.15 ? 1 : apart <= 0.30 ? 2 : 3;
        return Step.values()[3 + (expected < 0.5 ? -steps : steps)];
    }

    /** Whether the step is a side's win. */
    public boolean isWonFor(Side side) {
        return step() == (side == Side.WHITE ? Step.WHITE_WINNING : Step.BLACK_WINNING);
    }

    /** The expected score of a side. */
    public double expectedFor(Side side) {
        return side == Side.WHITE ? expected : 1 - expected;
    }

    public boolean isMate() {
        return Math.abs(hundredths) >= Searcher.MATE_BOUND;
    }

    /** In words: "White mates in 3", or the step. */
    public String text() {
        if (mateIn != 0) {
            return Words.of(
                    "verdict.mate", Words.of("side." + (mateIn > 0 ? Side.WHITE : Side.BLACK)), Math.abs(mateIn));
        }
        return step().text();
    }
}
