@NullMarked
package org.zeroply.desktop.calculation;

import org.jspecify.annotations.NullMarked;
