package org.zeroply.search;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.zeroply.rules.Move;
import org.zeroply.rules.Side;

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

    /** By verdict, the best for a side first; equal ones stay in their order. */
    public static Comparator<CalculatedLine> bestFirst(Side side) {
        int sign = side == Side.WHITE ? -1 : 1;
        return Comparator.comparingInt(line -> sign * line.verdict().hundredths());
    }

    public Move first() {
        return moves.getFirst();
    }

    public boolean isExact() {
        return depth == EXACT;
    }

    /** This line with a side's move before it. */
    public CalculatedLine after(Move move, Side by) {
        List<Move> line = new ArrayList<>(List.of(move));
        line.addAll(moves);
        return new CalculatedLine(line, verdict.beforeMoveOf(by), Math.min(EXACT, depth + 1));
    }

    /** What the verdict rests on. */
    public Grounds grounds() {
        return Grounds.of(depth);
    }
}
