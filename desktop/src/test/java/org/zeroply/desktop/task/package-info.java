@NullMarked
package org.zeroply.desktop.task;

import org.jspecify.annotations.NullMarked;
