/** The guide as the window shows it: the pages of {@code docs/guide}, read from the program itself. */
@NullMarked
package org.zeroply.desktop.guide;

import org.jspecify.annotations.NullMarked;
