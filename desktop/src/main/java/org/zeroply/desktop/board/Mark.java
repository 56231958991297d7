package org.zeroply.desktop.board;

import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** Evidence on the board: a hatched square with a letter tag, in the colour of the side whose account it proves. */
public record Mark(Square square, Side side, String tag) {}
