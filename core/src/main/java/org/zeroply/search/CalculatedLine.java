package org.zeroply.search;

import java.util.List;
import org.zeroply.rules.Move;

/**
 * A line of best play as far as it was seen.
 *
 * @param moves at least one
 * @param depth half-moves of full search behind the verdict, or {@link #EXACT}
 */
public record CalculatedLine(List<Move> moves, Verdict verdict, int depth) {
    /** In place of a depth: the verdict is proven, by an exact ending or a mate. No search goes as deep. */
    public static final int EXACT = 1_000;

    public CalculatedLine {
        moves = List.copyOf(moves);
        if (moves.isEmpty()) {
            throw new IllegalArgumentException("a line has at least one move");
        }
    }

    public Move first() {
        return moves.getFirst();
    }

    public boolean isExact() {
        return depth == EXACT;
    }

    /** What the verdict rests on. */
    public Grounds grounds() {
        return Grounds.of(depth);
    }
}
