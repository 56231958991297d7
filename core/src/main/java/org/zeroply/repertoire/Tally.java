package org.zeroply.repertoire;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Side;

/**
 * What games did with a position when they were last counted.
 *
 * @param moves what was played, most often first
 */
public record Tally(List<Played> moves) {
    public static final Tally NONE = new Tally(List.of());

    /** A move with the number of games it was played in, and how those with a result ended. */
    public record Played(Move move, int games, int whiteWon, int drawn, int blackWon) {
        public Played {
            if (games < 1 || whiteWon < 0 || drawn < 0 || blackWon < 0 || whiteWon + drawn + blackWon > games) {
                throw new IllegalArgumentException("results must be parts of the games, were " + whiteWon + ", " + drawn
                        + " and " + blackWon + " of " + games);
            }
        }

        public int decided() {
            return whiteWon + drawn + blackWon;
        }

        /** What a side scored in the games with a result, in points. */
        public double points(Side side) {
            return (side == Side.WHITE ? whiteWon : blackWon) + drawn / 2.0;
        }
    }

    public Tally {
        moves = List.copyOf(moves);
    }

    public int games() {
        int games = 0;
        for (Played played : moves) {
            games += played.games();
        }
        return games;
    }

    public @Nullable Played of(Move move) {
        for (Played played : moves) {
            if (played.move().equals(move)) {
                return played;
            }
        }
        return null;
    }
}
