package org.zeroply.ledger;

import org.zeroply.words.Words;

/** The sections of the ledger, in their order. */
public enum Section {
    MATERIAL,
    EXCHANGES,
    THREATS,
    PAWNS,
    MINOR_PIECES,
    ACTIVITY,
    FILES,
    KING,
    TEMPO,
    LINES,
    PAWN_ENDING;

    public String title() {
        return Words.of("section." + name());
    }
}
