/**
 * The application: {@link org.zeroply.desktop.Main} starts it, {@code shell} frames it, and each place and drawn
 * control has a package of its own. Nothing uses this module.
 */
@NullMarked
package org.zeroply.desktop;

import org.jspecify.annotations.NullMarked;
