@NullMarked
package org.zeroply.desktop.flow;

import org.jspecify.annotations.NullMarked;
