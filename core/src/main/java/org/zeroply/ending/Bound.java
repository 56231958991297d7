package org.zeroply.ending;

import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** The values of kings and pawns, with or without one piece, under one assumption about promotions. */
final class Bound {
    private final PawnTables pawnsOnly;
    private final PieceTables withPiece;

    Bound(PawnTables pawnsOnly, PieceTables withPiece) {
        this.pawnsOnly = pawnsOnly;
        this.withPiece = withPiece;
    }

    /** The values of all states of the kings, with these pawns and nothing else. */
    short[] values(PawnTables.Placement pawns) {
        return pawnsOnly.values(pawns);
    }

    /** Whether the values of a position's placement are there already. */
    boolean knows(Position here) {
        PawnTables.Placement pawns = PawnEnding.placement(here);
        Square square = pieceBeside(here, null);
        return square == null ? pawnsOnly.knows(pawns) : withPiece.knows(pawns, piece(here, square));
    }

    /** From the view of the side to move; a capture in passing is left out. */
    Exact value(Position here) {
        PawnTables.Placement pawns = PawnEnding.placement(here);
        Square square = pieceBeside(here, null);
        if (square != null) {
            return PawnTables.exact(withPiece.value(pawns, piece(here, square), state(here, square)));
        }
        return pawns.count() == 0
                ? Exact.DRAWN
                : PawnTables.exact(pawnsOnly
                        .values(pawns)[
                        PawnTables.state(here.sideToMove().ordinal(), king(here, Side.WHITE), king(here, Side.BLACK))]);
    }

    /** A promotion from the view of the side that promotes. */
    Exact promotion(Position after, Move move) {
        PawnTables.Placement pawns = PawnEnding.placement(after);
        int type = Objects.requireNonNull(move.promotion()).ordinal();
        int to = move.to().ordinal();
        Square other = pieceBeside(after, move.to());
        return other != null
                ? withPiece.promotion(pawns, piece(after, other), type, to, state(after, other))
                : pawnsOnly.promotion(
                        pawns,
                        type,
                        to,
                        king(after, Side.WHITE),
                        king(after, Side.BLACK),
                        after.sideToMove().opposite().ordinal());
    }

    /** The square of the piece, null if there are only kings and pawns; {@code except} is not looked at */
    static @Nullable Square pieceBeside(Position position, @Nullable Square except) {
        for (Square square : position.occupied()) {
            Piece piece = Objects.requireNonNull(position.pieceAt(square));
            if (square != except && piece.type() != PieceType.PAWN && piece.type() != PieceType.KING) {
                return square;
            }
        }
        return null;
    }

    static PieceTables.Piece piece(Position position, Square square) {
        Piece piece = Objects.requireNonNull(position.pieceAt(square));
        return new PieceTables.Piece(piece.side().ordinal(), piece.type().ordinal());
    }

    static int state(Position position, Square piece) {
        return PieceTables.state(
                position.sideToMove().ordinal(),
                king(position, Side.WHITE),
                king(position, Side.BLACK),
                piece.ordinal());
    }

    private static int king(Position position, Side side) {
        return position.king(side).ordinal();
    }
}
