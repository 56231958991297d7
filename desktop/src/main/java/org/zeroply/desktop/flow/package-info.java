/** The flow: a repertoire from left to right, each branch as thick as it is likely. Knows repertoires, not the workbook. */
@NullMarked
package org.zeroply.desktop.flow;

import org.jspecify.annotations.NullMarked;
