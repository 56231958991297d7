package org.zeroply.ending;

/** What the half-moves of an exact result are counted to. */
public enum Counted {
    MATE,
    /** Mate or a promotion that wins. */
    PROMOTION,
    /** Mate, a promotion that wins, or the last pawn gone with a queen or rook left. */
    LAST_PAWN
}
