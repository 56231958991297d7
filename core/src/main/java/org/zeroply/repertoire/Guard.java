package org.zeroply.repertoire;

import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;

/**
 * A condition that must hold before a move may be played. It belongs to an answer and watches over a move from there on:
 * that answer itself, or a later one of its plan, wherever the tree or a game comes to it.
 *
 * @param piece which man of ours moves
 * @param to where it goes
 * @param condition what must hold in the position before the move
 * @param why what happens otherwise; may be empty
 */
public record Guard(PieceType piece, Square to, Condition condition, String why) {
    public Guard {
        why = why.strip();
    }

    /** Whether a move is the one it watches over. */
    public boolean watches(Position position, Move move) {
        Piece moved = position.pieceAt(move.from());
        return move.to() == to && moved != null && moved.type() == piece;
    }
}
