/** Threats and every way to meet them, elimination of candidates, and whether a move may be played yet. */
@NullMarked
package org.zeroply.defence;

import org.jspecify.annotations.NullMarked;
