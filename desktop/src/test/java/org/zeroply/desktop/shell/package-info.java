@NullMarked
package org.zeroply.desktop.shell;

import org.jspecify.annotations.NullMarked;
