package org.zeroply.notation;

import java.util.List;
import java.util.Map;

/** The field's signs for moves and positions, by their numbers in the PGN standard. */
public final class Signs {
    private static final List<String> SUFFIXES = List.of("", "!", "?", "!!", "??", "!?", "?!");

    /** Ways in which files spell signs that the standard numbers. */
    private static final Map<String, Integer> SPELLED = Map.ofEntries(
            Map.entry("=", 10),
            Map.entry("∞", 13),
            Map.entry("+/=", 14),
            Map.entry("+=", 14),
            Map.entry("⩲", 14),
            Map.entry("=/+", 15),
            Map.entry("=+", 15),
            Map.entry("⩱", 15),
            Map.entry("+/-", 16),
            Map.entry("±", 16),
            Map.entry("-/+", 17),
            Map.entry("∓", 17),
            Map.entry("+-", 18),
            Map.entry("-+", 19),
            Map.entry("N", 146));

    private Signs() {}

    /** The number of a suffix such as {@code !?}, 0 if it is none. */
    static int suffix(String text) {
        return Math.max(0, SUFFIXES.indexOf(text));
    }

    /** The number of a sign written out, or -1. */
    public static int spelled(String text) {
        return SPELLED.getOrDefault(text, -1);
    }

    /** The suffix of a sign on a move, empty for any other sign. */
    public static String suffix(int sign) {
        return sign > 0 && sign < SUFFIXES.size() ? SUFFIXES.get(sign) : "";
    }
}
