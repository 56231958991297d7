package org.zeroply.finding;

import org.zeroply.words.Words;

/** Why a position that promised an exercise is none. */
public enum DropReason {
    /** Looked at longer, every other move gives away too little against the best. */
    LOST_MARGIN,
    /** Looked at longer, a second move is as good. */
    TWO_GOOD,
    /** The three best moves all win. */
    WON_ANYWAY,
    /** The best move loses too. */
    LOST_ANYWAY,
    /** Looked at longer, what the game went on with and what comes to mind first are no mistakes. */
    NOTHING_FAILS,
    /** Everybody sees it, and nobody missed it. */
    OBVIOUS,
    /** The position, or one that is the same for this purpose, is there already. */
    DOUBLE;

    public String text() {
        return Words.of("exercise.drop." + name());
    }
}
