/**
 * Judging a whole game: the pass over its positions in the background, the turning points and drifts that come of it, and
 * walking between them. The way in is {@link org.zeroply.desktop.judging.JudgingModel}.
 */
@NullMarked
package org.zeroply.desktop.judging;

import org.jspecify.annotations.NullMarked;
