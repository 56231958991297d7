/** Two people at one machine play a position out against each other, with clocks; it is kept as a game. */
@NullMarked
package org.zeroply.desktop.playout;

import org.jspecify.annotations.NullMarked;
