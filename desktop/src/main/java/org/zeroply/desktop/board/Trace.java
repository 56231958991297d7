package org.zeroply.desktop.board;

import java.util.List;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** Something drawn over the board that goes from square to square, in the colour of the side that would do it. */
public sealed interface Trace {
    Side side();

    /** A threat: a broken line from where it comes from, ending in a bar before what it hits. */
    record Threat(Square from, Square to, Side side) implements Trace {}

    /**
     * A plan: a dotted path with numbered stops.
     *
     * @param squares where it starts, and its stops
     * @param first the number of the first stop
     */
    record Plan(List<Square> squares, int first, Side side) implements Trace {
        public Plan {
            squares = List.copyOf(squares);
            if (squares.size() < 2) {
                throw new IllegalArgumentException("a plan has a start and at least one stop, was " + squares);
            }
        }
    }

    /** Two men or squares that hang together, such as a guard and what it guards, or a pin: a thin double line. */
    record Tie(Square from, Square to, Side side) implements Trace {}
}
