/**
 * Names of openings, found by position so that transpositions are named too. The way in is {@link
 * org.zeroply.opening.Openings}; the names stand in {@code catalogue.txt} beside it. May use rules and notation.
 */
@NullMarked
package org.zeroply.opening;

import org.jspecify.annotations.NullMarked;
