package org.zeroply.asking;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.rules.Move;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** What an answer draws over the board. */
public sealed interface Drawn {
    /** The way of a piece with the number of its stop in a plan. */
    record Way(List<Square> stops, int number, Side side) implements Drawn {
        public Way {
            stops = List.copyOf(stops);
        }
    }

    record Threat(Square from, Square to, Side side) implements Drawn {}

    /** A pin or a duty. */
    record Tie(Square from, Square to, Side side) implements Drawn {}

    record Letter(Square square, Side side, String letter) implements Drawn {}

    /** The first moves of a line as numbered ways. */
    static List<Drawn> line(List<Move> moves, Side first, int count) {
        List<Drawn> drawn = new ArrayList<>();
        Side side = first;
        for (int i = 0; i < moves.size() && i < count; i++) {
            drawn.add(new Way(List.of(moves.get(i).from(), moves.get(i).to()), i + 1, side));
            side = side.opposite();
        }
        return drawn;
    }

    /** Moves of one side as numbered ways. */
    static List<Drawn> plan(List<Move> moves, Side side) {
        List<Drawn> drawn = new ArrayList<>();
        for (int i = 0; i < moves.size(); i++) {
            drawn.add(new Way(List.of(moves.get(i).from(), moves.get(i).to()), i + 1, side));
        }
        return drawn;
    }
}
