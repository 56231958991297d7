/** The core for scripts and batches. The way in is {@link org.zeroply.cli.ZeroPly}; thin over core, no window. */
@NullMarked
package org.zeroply.cli;

import org.jspecify.annotations.NullMarked;
