package org.zeroply.rules;

import org.zeroply.words.Words;

/** One reason why a position cannot be. {@code detail} names the side, square or right concerned. */
public record SetupFault(Kind kind, String detail) {
    /** The rules that a position must keep. */
    public enum Kind {
        NO_KING,
        TWO_KINGS,
        PAWN_ON_LAST_RANK,
        TOO_MANY_PAWNS,
        TOO_MANY_MEN,
        SIDE_NOT_TO_MOVE_IN_CHECK,
        TOO_MANY_CHECKERS,
        CASTLING_WITHOUT_KING_OR_ROOK,
        EN_PASSANT_IMPOSSIBLE,
        COUNTER_OUT_OF_RANGE
    }

    /** The reason as a sentence for the user. */
    public String message() {
        return Words.of("setup." + kind.name(), detail);
    }
}
