package org.zeroply.print;

import org.zeroply.gametree.OwnMark;

/** The colours of paper and ink, as the window has them in its light theme. */
final class Ink {
    static final String INK = "#23262B";
    static final String SOFT = "#646A73";
    static final String RULE = "#DCD5C7";
    static final String PAPER = "#FFFFFF";
    static final String WHITE_SIDE = "#B7791F";
    static final String BLACK_SIDE = "#3F4C8C";
    static final String ATTENTION = "#A8452F";

    private Ink() {}

    static String of(OwnMark.Pencil pencil) {
        return switch (pencil) {
            case INK -> INK;
            case AMBER -> "#8F5A0F";
            case INDIGO -> BLACK_SIDE;
            case BRICK -> ATTENTION;
        };
    }
}
