@NullMarked
package org.zeroply.desktop.kit;

import org.jspecify.annotations.NullMarked;
