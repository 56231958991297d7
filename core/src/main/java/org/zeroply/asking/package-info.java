/**
 * The coach's questions about a position or a line: each is one class that says how it is asked, asks it, and reports what
 * it found in words, rows, marks and facts for machines. {@link org.zeroply.asking.Questions} lists them; whoever shows or
 * prints answers is generic over that list. Knows nothing of tasks, windows or commands.
 */
@NullMarked
package org.zeroply.asking;

import org.jspecify.annotations.NullMarked;
