/**
 * The sentences that the core says to people: reasons, explanations, names of sides and pieces. The way in is {@link
 * org.zeroply.words.Words}. Knows nothing of chess or of any other package.
 */
@NullMarked
package org.zeroply.words;

import org.jspecify.annotations.NullMarked;
