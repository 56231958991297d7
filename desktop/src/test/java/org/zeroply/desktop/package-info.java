@NullMarked
package org.zeroply.desktop;

import org.jspecify.annotations.NullMarked;
