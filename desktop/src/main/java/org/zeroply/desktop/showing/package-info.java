/** The place Lessons: sheets of cards, how they are shown, and the audience's window. */
@NullMarked
package org.zeroply.desktop.showing;

import org.jspecify.annotations.NullMarked;
