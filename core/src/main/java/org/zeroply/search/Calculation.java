package org.zeroply.search;

import java.util.List;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/**
 * What has been calculated of a position so far.
 *
 * @param lines the best first, in the eyes of the side to move; none if there is no legal move
 * @param depth the last depth that was finished for every line, in half-moves; {@link CalculatedLine#EXACT} if all are proven
 * @param nodes positions looked at by all threads
 * @param millis time since the calculation began
 * @param complete whether it ended by its limit or because nothing is left to find, rather than by being cancelled
 */
public record Calculation(
        Position position, List<CalculatedLine> lines, int depth, long nodes, long millis, boolean complete) {
    public Calculation {
        lines = List.copyOf(lines);
    }

    /** The verdict of the position: of its best line, or of the board as it stands if there is no move. */
    public Verdict verdict() {
        if (!lines.isEmpty()) {
            return lines.getFirst().verdict();
        }
        return position.isCheckmate() ? Verdict.mated(position.sideToMove()) : Verdict.DRAWN;
    }

    /** The first moves of the lines, in their order. */
    public List<Move> firstMoves() {
        return lines.stream().map(CalculatedLine::first).toList();
    }

    /** The move of a side that leads here, and best play after it. */
    public CalculatedLine after(Move move, Side by) {
        if (!lines.isEmpty()) {
            return lines.getFirst().after(move, by);
        }
        Verdict verdict = position.isCheckmate() ? Verdict.matesIn(by == Side.WHITE ? 1 : -1) : Verdict.DRAWN;
        return new CalculatedLine(List.of(move), verdict, position.hasLegalMove() ? depth : CalculatedLine.EXACT);
    }

    /** What the verdict of the position rests on: the best line, or the rules where no move is legal. */
    public Grounds grounds() {
        return lines.isEmpty() ? new Grounds.Proven() : lines.getFirst().grounds();
    }
}
