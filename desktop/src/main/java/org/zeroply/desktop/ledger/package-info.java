/**
 * The ledger on Reading: the entries of a position with their evidence on the board, candidates compared, the trade table
 * and the reach of a piece. The way in is {@link org.zeroply.desktop.ledger.LedgerPane}; {@link
 * org.zeroply.desktop.ledger.LedgerModel} decides. Knows the game through the Reading model only.
 */
@NullMarked
package org.zeroply.desktop.ledger;

import org.jspecify.annotations.NullMarked;
