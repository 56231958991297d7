/** The strip: a game laid out left to right, a column a half-move, variations as branches below. Knows trees, not the workbook. */
@NullMarked
package org.zeroply.desktop.strip;

import org.jspecify.annotations.NullMarked;
