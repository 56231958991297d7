@NullMarked
package org.zeroply.desktop.playout;

import org.jspecify.annotations.NullMarked;
