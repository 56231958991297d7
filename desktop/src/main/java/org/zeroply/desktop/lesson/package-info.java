/**
 * The lesson report of a game: a model that keeps what the coach makes of it, and a view that edits it beside its pages. The
 * way in is {@link org.zeroply.desktop.lesson.LessonModel}. Knows the workbook and the printer, not the other places.
 */
@NullMarked
package org.zeroply.desktop.lesson;

import org.jspecify.annotations.NullMarked;
