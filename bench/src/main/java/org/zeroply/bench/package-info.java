/** Benchmarks and their table: {@link org.zeroply.bench.Bench} runs them. Measured, never asserted. */
@NullMarked
package org.zeroply.bench;

import org.jspecify.annotations.NullMarked;
