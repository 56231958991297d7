/** The board as a control of its own: knows positions and marks, and nothing of the workbook or the places. */
@NullMarked
package org.zeroply.desktop.board;

import org.jspecify.annotations.NullMarked;
