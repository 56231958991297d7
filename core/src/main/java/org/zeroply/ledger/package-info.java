/**
 * The ledger: the static reading of a position, White's account and Black's account side by side. The way in is {@link
 * org.zeroply.ledger.Ledger}. One small class a family of measures, one {@link org.zeroply.ledger.Entry} type; every
 * formula stands in docs/measures.md. Pure functions: no clock, no chance, no state. May use rules, trees, notation and
 * search, and nothing above them.
 */
@NullMarked
package org.zeroply.ledger;

import org.jspecify.annotations.NullMarked;
