package org.zeroply.rules;

/**
 * What pieces are worth to a rule of thumb, in pawns: 1-3-3-5-9, the king nothing. Exchanges, threats, pins and everything
 * else that compares pieces without calculating count with these; totals that a coach reads have a scale of their own.
 */
public final class PieceValues {
    /** By the ordinal of the type, for hot loops. */
    static final int[] PAWNS = {1, 3, 3, 5, 9, 0};

    private PieceValues() {}

    public static int of(PieceType type) {
        return PAWNS[type.ordinal()];
    }

    /** By the ordinal of the type, for hot loops. */
    public static int of(int type) {
        return PAWNS[type];
    }

    /** What a side has more than the other, as the board stands. */
    public static int balance(Position position, Side side) {
        int balance = 0;
        for (Square square : position.occupied()) {
            Piece piece = position.pieceAt(square);
            if (piece != null) {
                balance += piece.side() == side ? of(piece.type()) : -of(piece.type());
            }
        }
        return balance;
    }
}
