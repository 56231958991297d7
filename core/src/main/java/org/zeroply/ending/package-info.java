/**
 * Exact endings: what is proven by working backwards from every end of the game rather than by looking ahead. The ways in
 * are {@link org.zeroply.ending.Elementary} for up to four men and {@link org.zeroply.ending.PawnEnding} for kings and
 * pawns. Knows the rules and the search of proofs; keeps nothing on disk itself, but asks an {@link
 * org.zeroply.ending.Shelf} for what was kept.
 */
@NullMarked
package org.zeroply.ending;

import org.jspecify.annotations.NullMarked;
