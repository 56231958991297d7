package org.zeroply.ledger;

import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;

/** A move after which one man attacks several targets worth winning. */
public final class Fork {
    private Fork() {}

    /**
     * What the moved man attacks that is worth winning, if it is a fork: no king's move and no promotion, a man that cannot be
     * retaken or has taken more than is lost on its square, two targets, and one of them not won before. Else nothing.
     */
    public static SquareSet targets(Position position, Move move) {
        Side side = position.sideToMove();
        if (move.promotion() != null || move.from() == position.king(side)) {
            return SquareSet.NONE;
        }
        Position after = position.play(move);
        long targets = 0;
        boolean fresh = false;
        for (Square target : after.attacksFrom(move.to()).and(after.men(side.opposite()))) {
            boolean king = target == after.king(side.opposite());
            if (king || Exchange.result(after, target, side) > 0) {
                targets |= target.bit();
                fresh |= king || Exchange.result(position, target, side) == 0;
            }
        }
        boolean forks = Long.bitCount(targets) > 1 && fresh && standsThere(position, move, after);
        return forks ? new SquareSet(targets) : SquareSet.NONE;
    }

    private static boolean standsThere(Position position, Move move, Position after) {
        Piece captured = position.captured(move);
        int won = captured == null ? 0 : PieceValues.of(captured.type());
        return won > Exchange.result(after, move.to(), after.sideToMove())
                || after.legalMoves().stream().noneMatch(reply -> reply.to() == move.to());
    }
}
