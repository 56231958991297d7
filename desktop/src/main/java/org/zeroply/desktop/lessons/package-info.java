/** Lessons: their plans, the bar under which they are held, homework and events; and what is printed of them. */
@NullMarked
package org.zeroply.desktop.lessons;

import org.jspecify.annotations.NullMarked;
