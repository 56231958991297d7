package org.zeroply.rules;

/**
 * Positions in which no series of legal moves can mate either side. Two families are recognised, both exactly: too
 * little material (bare kings, one knight, bishops of one square colour only), and kings behind pawns that are blocked
 * for good, where neither king can ever reach a pawn. Walls that other pieces take part in are not recognised, so a
 * false answer does not prove that a mate exists.
 */
final class DeadPosition {
    private static final long LIGHT = 0x55AA55AA55AA55AAL;

    private DeadPosition() {}

    static boolean isDead(Position position) {
        Board board = position.board();
        return tooLittleMaterial(board) || blockedForGood(board);
    }

    private static boolean tooLittleMaterial(Board board) {
        long[] types = board.types;
        if ((types[0] | types[3] | types[4]) != 0) {
            return false;
        }
        if (types[1] != 0) {
            return types[2] == 0 && Long.bitCount(types[1]) == 1;
        }
        return (types[2] & LIGHT) == 0 || (types[2] & ~LIGHT) == 0;
    }

    private static boolean blockedForGood(Board board) {
        long[] types = board.types;
        if ((types[1] | types[2] | types[3] | types[4]) != 0 || board.enPassant != Board.NO_SQUARE) {
            return false;
        }
        long white = types[0] & board.sides[0];
        long black = types[0] & board.sides[1];
        long whiteHits = hits(white, 0);
        long blackHits = hits(black, 1);
        boolean pawnsStand = (white << 8 & ~black) == 0
                && (black >>> 8 & ~white) == 0
                && (whiteHits & black) == 0
                && (blackHits & white) == 0;
        return pawnsStand
                && (reach(board.kingSquare(0), ~white & ~blackHits) & black) == 0
                && (reach(board.kingSquare(1), ~black & ~whiteHits) & white) == 0;
    }

    private static long hits(long pawns, int side) {
        long hits = 0;
        for (long rest = pawns; rest != 0; rest &= rest - 1) {
            hits |= Attacks.pawn(side, Long.numberOfTrailingZeros(rest));
        }
        return hits;
    }

    /** All squares that a king can walk to within the allowed ones. */
    private static long reach(int king, long allowed) {
        long reached = 1L << king;
        long edge = reached;
        while (edge != 0) {
            int square = Long.numberOfTrailingZeros(edge);
            edge &= edge - 1;
            long fresh = Attacks.king(square) & allowed & ~reached;
            reached |= fresh;
            edge |= fresh;
        }
        return reached;
    }
}
