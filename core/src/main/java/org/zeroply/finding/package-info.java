/** Finding positions in games: exercises harvested from judged games, and sets of games that are kept under a name. */
@NullMarked
package org.zeroply.finding;

import org.jspecify.annotations.NullMarked;
