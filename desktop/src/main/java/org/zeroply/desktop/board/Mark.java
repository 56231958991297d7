package org.zeroply.desktop.board;

import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/**
 * Something said of a square: a letter or number tag in the colour of the side whose account it belongs to.
 *
 * @param hatched whether the square is hatched too, as evidence is
 */
public record Mark(Square square, Side side, String tag, boolean hatched) {
    /** Evidence: hatched, with a letter. */
    public Mark(Square square, Side side, String tag) {
        this(square, side, tag, true);
    }

    /** A tag alone. */
    public static Mark plain(Square square, Side side, String tag) {
        return new Mark(square, side, tag, false);
    }
}
