/** The place Reading: board, line pad, ledger, strip and notes over one game. */
@NullMarked
package org.zeroply.desktop.reading;

import org.jspecify.annotations.NullMarked;
