/** Setting up a position: the draft, the board it is put together on, and the sheet around them. */
@NullMarked
package org.zeroply.desktop.setup;

import org.jspecify.annotations.NullMarked;
