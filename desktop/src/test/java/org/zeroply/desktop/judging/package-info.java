@NullMarked
package org.zeroply.desktop.judging;

import org.jspecify.annotations.NullMarked;
