package org.zeroply.finding;

import java.util.List;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;

/**
 * By what two exercises are the same for somebody who solves them: the same position, or the same first move with the same
 * men within two squares of what the line touches.
 */
public record Likeness(String position, String scene) {
    private static final int NEAR = 2;

    public static Likeness of(Position position, List<Move> line) {
        SquareSet touched = SquareSet.NONE;
        for (Move move : line) {
            touched = touched.or(SquareSet.of(move.from(), move.to()));
        }
        StringBuilder scene = new StringBuilder(line.getFirst().toString());
        for (Square square : Square.values()) {
            if (isNear(square, touched)) {
                Piece piece = position.pieceAt(square);
                scene.append(' ').append(square).append(piece == null ? "" : piece);
            }
        }
        String fen = Fen.write(position);
        // Clocks and numbers make no other exercise.
        return new Likeness(fen.replaceFirst(" \\d+ \\d+$", ""), scene.toString());
    }

    private static boolean isNear(Square square, SquareSet touched) {
        for (Square each : touched) {
            if (Math.max(Math.abs(each.file() - square.file()), Math.abs(each.rank() - square.rank())) <= NEAR) {
                return true;
            }
        }
        return false;
    }

    public boolean isLike(Likeness other) {
        return position.equals(other.position) || scene.equals(other.scene);
    }
}
