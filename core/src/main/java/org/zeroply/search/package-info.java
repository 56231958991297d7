/**
 * The calculator: evaluation, search and free-move threats. The way in is {@link org.zeroply.search.Analyst}, of which
 * {@link org.zeroply.search.Calculator} is the first. Knows the rules and nothing of the ledger, of games or of people.
 */
@NullMarked
package org.zeroply.search;

import org.jspecify.annotations.NullMarked;
