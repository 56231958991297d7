package org.zeroply.reading;

import java.util.Arrays;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;

/** How many moves a piece needs to each square when the opponent does not move. */
final class Reach {
    static final int NEVER = 99;

    private Reach() {}

    /**
     * In this position: own men block, squares that enemy pawns attack are avoided, enemy men may be taken on the way.
     *
     * @return moves to each square by its index, 0 for where the piece stands, {@link #NEVER} where it cannot get
     */
    static int[] inPosition(Position position, Square from) {
        Piece piece = position.pieceAt(from);
        if (piece == null || piece.type() == PieceType.PAWN) {
            throw new IllegalArgumentException("no piece on " + from);
        }
        long own = position.men(piece.side()).bits();
        long avoided = own | pawnAttacks(position, piece.side().opposite());
        int[] moves = new int[64];
        Arrays.fill(moves, NEVER);
        long reached = from.bit();
        long edge = reached;
        for (int count = 0; edge != 0; count++) {
            long next = 0;
            for (Square square : new SquareSet(edge)) {
                moves[square.ordinal()] = count;
                next |= Attacks.of(
                        piece.type(), square.ordinal(), position.occupied().bits());
            }
            edge = next & ~avoided & ~reached;
            reached |= edge;
        }
        return moves;
    }

    /** All squares that a side's pawns attack. */
    static long pawnAttacks(Position position, Side side) {
        long attacks = 0;
        for (Square pawn : position.men(side, PieceType.PAWN)) {
            attacks |= Attacks.pawn(side.ordinal(), pawn.ordinal());
        }
        return attacks;
    }
}
