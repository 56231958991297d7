package org.zeroply.rules;

import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** A square of the board. The order is a1, b1, ... h1, a2, ... h8, so that the ordinal is 8 times rank plus file. */
public enum Square {
    A1,
    B1,
    C1,
    D1,
    E1,
    F1,
    G1,
    H1,
    A2,
    B2,
    C2,
    D2,
    E2,
    F2,
    G2,
    H2,
    A3,
    B3,
    C3,
    D3,
    E3,
    F3,
    G3,
    H3,
    A4,
    B4,
    C4,
    D4,
    E4,
    F4,
    G4,
    H4,
    A5,
    B5,
    C5,
    D5,
    E5,
    F5,
    G5,
    H5,
    A6,
    B6,
    C6,
    D6,
    E6,
    F6,
    G6,
    H6,
    A7,
    B7,
    C7,
    D7,
    E7,
    F7,
    G7,
    H7,
    A8,
    B8,
    C8,
    D8,
    E8,
    F8,
    G8,
    H8;

    private static final Square[] ALL = values();

    /** The square with this index, 0 for a1 to 63 for h8. */
    public static Square of(int index) {
        return ALL[index];
    }

    /** The square on a file and a rank, each counted from 0. */
    public static Square of(int file, int rank) {
        if (file < 0 || file > 7 || rank < 0 || rank > 7) {
            throw new IllegalArgumentException("file and rank must be 0 to 7, were " + file + ", " + rank);
        }
        return ALL[rank * 8 + file];
    }

    /** Reads {@code e4} and the like; null for anything else. */
    public static @Nullable Square parse(String text) {
        if (text.length() != 2) {
            return null;
        }
        int file = text.charAt(0) - 'a';
        int rank = text.charAt(1) - '1';
        return file < 0 || file > 7 || rank < 0 || rank > 7 ? null : of(file, rank);
    }

    /** From 0 for the a-file to 7 for the h-file. */
    public int file() {
        return ordinal() & 7;
    }

    /** From 0 for the first rank to 7 for the eighth. */
    public int rank() {
        return ordinal() >> 3;
    }

    public char fileLetter() {
        return (char) ('a' + file());
    }

    public boolean isLight() {
        return ((file() + rank()) & 1) == 1;
    }

    /** How many king's steps away another square is on an empty board. */
    public int distance(Square other) {
        return Math.max(Math.abs(file() - other.file()), Math.abs(rank() - other.rank()));
    }

    /** This square as the only one of a set. */
    public long bit() {
        return 1L << ordinal();
    }

    /** The square in algebraic notation, {@code e4}. */
    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }
}
