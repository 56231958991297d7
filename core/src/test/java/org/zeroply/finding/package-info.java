@NullMarked
package org.zeroply.finding;

import org.jspecify.annotations.NullMarked;
