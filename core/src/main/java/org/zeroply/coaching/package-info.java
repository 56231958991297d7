/**
 * What students do and what became of it: sittings of papers, awards by hand, results of one student and of a group. The way
 * in is {@link org.zeroply.coaching.Sitting}. Pure values; time comes in from outside.
 */
@NullMarked
package org.zeroply.coaching;

import org.jspecify.annotations.NullMarked;
