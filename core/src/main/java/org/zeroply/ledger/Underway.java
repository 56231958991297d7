package org.zeroply.ledger;

import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;

/**
 * An exchange that is not over: the last move has taken something, and the man that took can be retaken with gain. To retake
 * is then no threat, nor is what that man would go on to do.
 *
 * @param last the move that took
 * @param taken what it took, in pawns
 * @param retaken what the other side gains by going on, in pawns
 */
public record Underway(Move last, int taken, int retaken) {
    /** The exchange that a move has begun or gone on with; null if it took nothing or nothing is gained by retaking. */
    public static @Nullable Underway after(Position before, Move move) {
        Piece captured = before.captured(move);
        if (captured == null) {
            return null;
        }
        Position after = before.play(move);
        int retaken = Exchange.result(after, move.to(), after.sideToMove());
        return retaken > 0 ? new Underway(move, PieceValues.of(captured.type()), retaken) : null;
    }
}
