package org.zeroply.showing;

import java.util.Locale;
import java.util.Optional;

/**
 * Something that is released at once.
 *
 * @param number which of its kind, from 1; the figure of a band; 0 where there is one only
 */
public record Stop(Kind kind, int number) {
    public enum Kind {
        BOARD,
        QUESTION,
        HINT,
        MARK,
        MOVE,
        VERDICT,
        BAND,
        /** A band of the second map. */
        OTHER_BAND,
        PARAGRAPH
    }

    /** As a file keeps it, such as {@code hint 2}. */
    public String text() {
        return kind.name().toLowerCase(Locale.ROOT) + " " + number;
    }

    static Optional<Stop> parse(String text) {
        String[] words = text.strip().split(" ");
        if (words.length != 2 || !words[1].matches("-?\\d{1,4}")) {
            return Optional.empty();
        }
        for (Kind kind : Kind.values()) {
            if (kind.name().equalsIgnoreCase(words[0])) {
                return Optional.of(new Stop(kind, Integer.parseInt(words[1])));
            }
        }
        return Optional.empty();
    }
}
