/**
 * Papers to print and pages to read: diagrams and the strip as SVG, lesson reports as HTML and PDF. The way in is
 * {@link org.zeroply.print.LessonPages}. Knows values of the core, neither the workbook nor the window.
 */
@NullMarked
package org.zeroply.print;

import org.jspecify.annotations.NullMarked;
