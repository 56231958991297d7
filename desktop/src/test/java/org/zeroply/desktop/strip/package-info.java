@NullMarked
package org.zeroply.desktop.strip;

import org.jspecify.annotations.NullMarked;
