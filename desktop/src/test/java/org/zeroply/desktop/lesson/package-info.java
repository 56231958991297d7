@NullMarked
package org.zeroply.desktop.lesson;

import org.jspecify.annotations.NullMarked;
