@NullMarked
package org.zeroply.desktop.repertoire;

import org.jspecify.annotations.NullMarked;
