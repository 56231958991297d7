/**
 * A game or an analysis as an immutable tree of moves with stable node ids, and the edits that give a new tree. The
 * way in is {@link org.zeroply.gametree.GameTree}; {@link org.zeroply.gametree.Game} adds tags and result. Knows the
 * rules, and nothing of notation, files or the workbook.
 */
@NullMarked
package org.zeroply.gametree;

import org.jspecify.annotations.NullMarked;
