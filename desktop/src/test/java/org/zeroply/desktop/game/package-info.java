@NullMarked
package org.zeroply.desktop.game;

import org.jspecify.annotations.NullMarked;
