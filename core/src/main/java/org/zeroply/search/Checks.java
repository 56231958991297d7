package org.zeroply.search;

import org.zeroply.rules.Attacks;
import org.zeroply.rules.Board;

/**
 * Tells which moves of a position give check without making them: the squares from which a man of each type would give
 * check, and the men that uncover one by stepping aside. Prepared once a position, then asked for each of its moves.
 */
final class Checks {
    /** By type, pawn to queen; a king gives none. */
    private final long[] from = new long[6];

    private long discoverers;

    void prepare(Board board) {
        int us = board.side();
        int king = board.kingSquare(us ^ 1);
        long occupied = board.occupied();
        from[0] = Attacks.pawn(us ^ 1, king);
        from[1] = Attacks.knight(king);
        from[2] = Attacks.bishop(king, occupied);
        from[3] = Attacks.rook(king, occupied);
        from[4] = from[2] | from[3];
        discoverers = board.discoverers();
    }

    /** The quiet moves that give check, as {@link Board#legalQuietChecks} lists them. */
    int quiet(Board board, int[] buffer) {
        return board.legalQuietChecks(buffer, from, discoverers);
    }

    boolean gives(Board board, int move) {
        int origin = Board.from(move);
        int to = Board.to(move);
        int kind = Board.kind(move);
        int type = kind >= Board.PROMOTION ? kind - Board.PROMOTION + 1 : (board.codeAt(origin) - 1) % 6;
        if ((from[type] & 1L << to) != 0) {
            return true;
        }
        if ((discoverers & 1L << origin) != 0
                && (Attacks.line(board.kingSquare(board.side() ^ 1), origin) & 1L << to) == 0) {
            return true;
        }
        if (kind < Board.CASTLING) {
            return false;
        }
        // Castling, en passant and promotion change more of the board than one square: they are tried out.
        board.make(move);
        boolean check = board.inCheck();
        board.unmake(move);
        return check;
    }
}
