/** The place Games: the list, finding, import and export. */
@NullMarked
package org.zeroply.desktop.games;

import org.jspecify.annotations.NullMarked;
