/** How long work tells where it is and learns that it should stop. Knows nothing else. */
@NullMarked
package org.zeroply.work;

import org.jspecify.annotations.NullMarked;
