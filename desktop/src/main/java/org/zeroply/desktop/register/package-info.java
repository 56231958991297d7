/** The place of the students: what each gives away, by which habits, what to train, levels, questions; groups. */
@NullMarked
package org.zeroply.desktop.register;

import org.jspecify.annotations.NullMarked;
