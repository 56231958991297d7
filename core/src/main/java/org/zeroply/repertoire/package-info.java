/**
 * Weighted, reasoned and guarded opening repertoires. The way in is {@link org.zeroply.repertoire.Repertoire}, an immutable
 * graph of positions; what is worked out of one stands beside it: {@link org.zeroply.repertoire.Likelihood},
 * {@link org.zeroply.repertoire.Upkeep}, {@link org.zeroply.repertoire.GuardCheck}, {@link org.zeroply.repertoire.Soundness},
 * {@link org.zeroply.repertoire.Departure}. Knows nothing of workbooks and windows.
 */
@NullMarked
package org.zeroply.repertoire;

import org.jspecify.annotations.NullMarked;
