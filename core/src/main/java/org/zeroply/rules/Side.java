package org.zeroply.rules;

/** One of the two players, and everything that belongs to them. */
public enum Side {
    WHITE,
    BLACK;

    public Side opposite() {
        return this == WHITE ? BLACK : WHITE;
    }

    /** The rank index (0 to 7, from White's first rank) of what this side calls its {@code own} rank, 1 to 8. */
    public int rank(int own) {
        return this == WHITE ? own - 1 : 8 - own;
    }
}
