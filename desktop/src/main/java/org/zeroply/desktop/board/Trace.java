package org.zeroply.desktop.board;

import java.util.List;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** Something drawn over the board that goes from square to square, in the colour of the side that would do it. */
public sealed interface Trace {
    Side side();

    /** A threat: a broken line from where it comes from, ending in a bar before what it hits. */
    record Threat(Square from, Square to, Side side) implements Trace {}

    /** A plan: a dotted path with its stops numbered from 1; the first square is where it starts. */
    record Plan(List<Square> squares, Side side) implements Trace {
        public Plan {
            squares = List.copyOf(squares);
            if (squares.size() < 2) {
                throw new IllegalArgumentException("a plan has a start and at least one stop, was " + squares);
            }
        }
    }
}
