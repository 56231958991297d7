package org.zeroply.ledger;

import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;

/** A move after which one man attacks several targets worth winning. */
public final class Fork {
    private Fork() {}

    /** What the moved man attacks that is worth winning; nothing if it can be taken with a gain. */
    public static SquareSet targets(Position position, Move move) {
        Side side = position.sideToMove();
        Position after = position.play(move);
        Piece captured = position.captured(move);
        int won = captured == null ? 0 : PieceValues.of(captured.type());
        if (Exchange.result(after, move.to(), side.opposite()) > won) {
            return SquareSet.NONE;
        }
        long targets = 0;
        for (Square target : after.attacksFrom(move.to()).and(after.men(side.opposite()))) {
            Piece man = after.pieceAt(target);
            boolean worth = man != null && (man.type() == PieceType.KING || Exchange.result(after, target, side) > 0);
            targets |= worth ? target.bit() : 0;
        }
        return new SquareSet(targets);
    }
}
