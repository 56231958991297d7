/**
 * The rules of chess: squares, pieces, moves, positions, legal moves, attacks, exchanges and how games end.
 *
 * <p>The way in is {@link org.zeroply.rules.Position}, an immutable value for everybody. {@link
 * org.zeroply.rules.Board} is the same truth with make and unmake, for the paths where millions of positions are
 * visited a second. Nothing here knows notation, games, or any other package of the product.
 */
@NullMarked
package org.zeroply.rules;

import org.jspecify.annotations.NullMarked;
