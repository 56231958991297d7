/**
 * The place Repertoire: the flow with the card beside it, and what is worked out of a repertoire. The models need no window;
 * the views bind to them.
 */
@NullMarked
package org.zeroply.desktop.repertoire;

import org.jspecify.annotations.NullMarked;
