/**
 * What measures and improves the calculator: speed, ablation, self-play, matches between versions, fitting of weights,
 * and the search for positions that are worth a place in the suite. The way in is {@link org.zeroply.bench.calc.CalcBench}.
 */
@NullMarked
package org.zeroply.bench.calc;

import org.jspecify.annotations.NullMarked;
