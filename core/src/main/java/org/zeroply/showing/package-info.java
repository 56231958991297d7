/** Teaching from cards: sheets of them, what is released of one, drawings of the coach's own marks, sheets as PGN. */
@NullMarked
package org.zeroply.showing;

import org.jspecify.annotations.NullMarked;
