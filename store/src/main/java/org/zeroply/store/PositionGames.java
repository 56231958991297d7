package org.zeroply.store;

import java.util.List;
import org.zeroply.rules.Move;

/**
 * What the games of a workbook did with a position, whatever moves they came there by.
 *
 * @param games which games reached it, and when
 * @param moves what was played there, most often first
 * @param pending games that the index has not gone over yet, so that they are missing here
 */
public record PositionGames(Reached games, List<Played> moves, long pending) {
    public PositionGames {
        moves = List.copyOf(moves);
    }

    /** A move with the number of games it was played in and how these ended; games still open make up the rest. */
    public record Played(Move move, long games, long whiteWon, long drawn, long blackWon) {
        /** Games with a result. */
        public long decided() {
            return whiteWon + drawn + blackWon;
        }

        /** What White scored on average, 0 to 1, over the games with a result; 0.5 where there is none. */
        public double score() {
            return decided() == 0 ? 0.5 : (whiteWon + drawn / 2.0) / decided();
        }
    }
}
