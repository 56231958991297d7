/**
 * The place Tasks: papers and their mark schemes, sittings, marked scripts. The way in is
 * {@link org.zeroply.desktop.task.TasksView} over {@link org.zeroply.desktop.task.TasksModel}.
 */
@NullMarked
package org.zeroply.desktop.task;

import org.jspecify.annotations.NullMarked;
