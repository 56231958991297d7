@NullMarked
package org.zeroply.desktop.setup;

import org.jspecify.annotations.NullMarked;
