@NullMarked
package org.zeroply.cli;

import org.jspecify.annotations.NullMarked;
