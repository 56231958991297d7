/**
 * Chess as text: FEN and EPD for positions, SAN in the shipped languages and coordinates for moves, forgiving reading
 * for what people type, and PGN for games. Readers never throw on bad input; they give what could be read and say where
 * and why the rest could not. Knows rules and game trees, nothing above them, and no files beyond streams.
 */
@NullMarked
package org.zeroply.notation;

import org.jspecify.annotations.NullMarked;
