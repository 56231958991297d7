package org.zeroply.ending;

/**
 * The exact worth of a position, from the view of the side to move.
 *
 * @param outcome 1 won, 0 drawn, -1 lost, with best play
 * @param plies half-moves to the end that the solver counts to, 0 for a draw: mate in an elementary ending, promotion or
 *     mate in a pawn ending
 */
public record Exact(int outcome, int plies) {
    public static final Exact DRAWN = new Exact(0, 0);

    public Exact {
        if (outcome < -1 || outcome > 1) {
            throw new IllegalArgumentException("the outcome is -1, 0 or 1, was " + outcome);
        }
        if (plies < 0 || outcome == 0 && plies != 0) {
            throw new IllegalArgumentException("a distance of " + plies + " does not go with outcome " + outcome);
        }
    }

    /** Full moves of the side that wins, 0 for a draw. */
    public int moves() {
        return (plies + 1) / 2;
    }
}
