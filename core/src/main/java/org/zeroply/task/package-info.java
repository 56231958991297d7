/**
 * Tasks with a mark scheme: what is set, what a student wrote, and what it earns. The way in is
 * {@link org.zeroply.task.Task}; {@link org.zeroply.task.Marker} marks a {@link org.zeroply.task.Script},
 * {@link org.zeroply.task.AttainablePoints} works out what can be earned, {@link org.zeroply.task.TaskCheck} goes over a task before it
 * is used. Everything is a pure function of its input. Knows nothing of workbooks and windows.
 */
@NullMarked
package org.zeroply.task;

import org.jspecify.annotations.NullMarked;
