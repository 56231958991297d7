@NullMarked
package org.zeroply.desktop.games;

import org.jspecify.annotations.NullMarked;
