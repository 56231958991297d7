package org.zeroply.defence;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;

/**
 * A man that a line piece of the other side holds, since something dearer, loose or the king stands behind it.
 *
 * @param pinned the man that is held
 * @param pinner the line piece
 * @param behind what stands behind
 */
public record Pin(Square pinned, Square pinner, Square behind) {
    /** The pins of a side's men, in the order of the squares of the pinners. */
    public static List<Pin> of(Position position, Side side) {
        List<Pin> pins = new ArrayList<>();
        Side enemy = side.opposite();
        long occupied = position.occupied().bits();
        for (Square pinner : position.men(enemy)) {
            Piece piece = position.pieceAt(pinner);
            if (piece == null || !isLinePiece(piece.type())) {
                continue;
            }
            long seen = Attacks.of(piece.type(), pinner.ordinal(), occupied);
            for (Square front : new SquareSet(seen & position.men(side).bits())) {
                long beyond = Attacks.of(piece.type(), pinner.ordinal(), occupied & ~front.bit())
                        & ~seen
                        & position.men(side).bits();
                for (Square back : new SquareSet(beyond)) {
                    if (holds(position, pinner, front, back)) {
                        pins.add(new Pin(front, pinner, back));
                    }
                }
            }
        }
        return pins;
    }

    static boolean isLinePiece(PieceType type) {
        return type == PieceType.BISHOP || type == PieceType.ROOK || type == PieceType.QUEEN;
    }

    /** A king in front is skewered, not pinned; so is a man that is worth as much as what stands behind. */
    private static boolean holds(Position position, Square pinner, Square front, Square back) {
        Piece first = position.pieceAt(front);
        Piece second = position.pieceAt(back);
        if (first == null || second == null || first.type() == PieceType.KING) {
            return false;
        }
        if (second.type() == PieceType.KING) {
            return true;
        }
        boolean worth = PieceValues.of(second.type()) > PieceValues.of(first.type())
                || second.type() != PieceType.PAWN && Exchange.isLoose(position, back);
        Side enemy = second.side().opposite();
        boolean alongTheLine = first.type() == PieceType.PAWN && front.file() == pinner.file();
        return worth && !alongTheLine && Exchange.result(position, back, enemy, SquareSet.of(front)) > 0;
    }
}
