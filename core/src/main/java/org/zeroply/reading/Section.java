package org.zeroply.reading;

import org.zeroply.words.Words;

/** The sections of the ledger, in their order. */
public enum Section {
    MATERIAL,
    EXCHANGES,
    PAWNS;

    public String title() {
        return Words.of("section." + name());
    }
}
