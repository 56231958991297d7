@NullMarked
package org.zeroply.defence;

import org.jspecify.annotations.NullMarked;
