/**
 * Judgement on top of the calculator and the ledger: candidates with their refutations, and how easy each is to play.
 * The way in is {@link org.zeroply.analysis.Candidates}. Pure functions of a position and an analyst; knows no screen.
 */
@NullMarked
package org.zeroply.analysis;

import org.jspecify.annotations.NullMarked;
