package org.zeroply.reading;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;

/** The ways to take back on a square, with the ledger after each, to lay side by side. */
public final class Recaptures {
    private Recaptures() {}

    /** One way to take back. */
    public record Way(Move move, Ledger ledger) {}

    /** All legal captures on the square, promotions to a queen only. */
    public static List<Way> on(Position position, Square square, ValueScale scale) {
        List<Way> ways = new ArrayList<>();
        for (Move move : position.legalMoves()) {
            boolean queenOrNone = move.promotion() == null || move.promotion() == org.zeroply.rules.PieceType.QUEEN;
            if (move.to() == square && position.isCapture(move) && queenOrNone) {
                ways.add(new Way(move, Ledger.of(position.play(move), scale)));
            }
        }
        return ways;
    }
}
