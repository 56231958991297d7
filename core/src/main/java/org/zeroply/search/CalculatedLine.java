package org.zeroply.search;

import java.util.List;
import org.zeroply.rules.Move;

/**
 * A line of best play as far as it was seen.
 *
 * @param moves at least one
 * @param depth half-moves of full search behind the verdict
 */
public record CalculatedLine(List<Move> moves, Verdict verdict, int depth) {
    public CalculatedLine {
        moves = List.copyOf(moves);
        if (moves.isEmpty()) {
            throw new IllegalArgumentException("a line has at least one move");
        }
    }

    public Move first() {
        return moves.getFirst();
    }
}
