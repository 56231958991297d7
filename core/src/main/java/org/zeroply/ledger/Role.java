package org.zeroply.ledger;

import org.zeroply.words.Words;

/** The part that squares or a path have in proving a figure. */
public enum Role {
    /** What was counted. */
    COUNTED,
    /** What is hit, or would be won. */
    TARGET,
    ATTACKER,
    DEFENDER,
    /** What stands in the way. */
    BLOCKER,
    /** A way over the board, stop by stop. */
    ROUTE,
    /** A file, rank or diagonal, from end to end. */
    LINE;

    public String title() {
        return Words.of("role." + name());
    }
}
