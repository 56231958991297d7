package org.zeroply.ledger;

import org.zeroply.words.Words;

/** Figures that are neither numbers nor squares. */
public enum State {
    NONE,
    BOTH_BISHOPS,
    LIGHT_BISHOP,
    DARK_BISHOP,
    SEVERAL_BISHOPS,
    BOTH_WAYS,
    SHORT_ONLY,
    LONG_ONLY,
    NEAR_OPPOSITION,
    DISTANT_OPPOSITION,
    DIAGONAL_OPPOSITION;

    public String title() {
        return Words.of("state." + name());
    }
}
