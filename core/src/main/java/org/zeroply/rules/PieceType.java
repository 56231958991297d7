package org.zeroply.rules;

/** The six kinds of men, in order of their use in exchanges: the pawn first, the king last. */
public enum PieceType {
    PAWN('p'),
    KNIGHT('n'),
    BISHOP('b'),
    ROOK('r'),
    QUEEN('q'),
    KING('k');

    static final PieceType[] ALL = values();

    private final char letter;

    PieceType(char letter) {
        this.letter = letter;
    }

    /** The lower-case letter of FEN and of coordinate notation. */
    public char letter() {
        return letter;
    }

    /** Whether a pawn may become this piece. */
    public boolean isPromotion() {
        return this != PAWN && this != KING;
    }
}
