package org.zeroply.rules;

/** One of the four rights to castle. It is a right of the position, not the promise that castling is legal now. */
public enum CastlingRight {
    WHITE_SHORT('K'),
    WHITE_LONG('Q'),
    BLACK_SHORT('k'),
    BLACK_LONG('q');

    private final char fenLetter;

    CastlingRight(char fenLetter) {
        this.fenLetter = fenLetter;
    }

    public static CastlingRight of(Side side, boolean isShort) {
        return values()[2 * side.ordinal() + (isShort ? 0 : 1)];
    }

    public char fenLetter() {
        return fenLetter;
    }

    public Side side() {
        return ordinal() < 2 ? Side.WHITE : Side.BLACK;
    }

    public boolean isShort() {
        return ordinal() % 2 == 0;
    }

    public Square kingHome() {
        return side() == Side.WHITE ? Square.E1 : Square.E8;
    }

    public Square kingGoal() {
        return Square.of(isShort() ? 6 : 2, kingHome().rank());
    }

    public Square rookHome() {
        return Square.of(isShort() ? 7 : 0, kingHome().rank());
    }
}
