package org.zeroply.asking;

import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Side;

/**
 * Something that can be said about how a question is asked.
 *
 * @param <T> the kind of its value
 */
public sealed interface Parameter<T extends @Nullable Object> {
    /** Its name on the command line, without dashes. */
    String name();

    /** The key of its words: its label, or what an empty field says. */
    String words();

    /** What holds where nothing is said. */
    T usual();

    /** A whole number within bounds. */
    record Count(String name, String words, int least, int most, Integer usual) implements Parameter<Integer> {}

    record Flag(String name, String words, Boolean usual) implements Parameter<Boolean> {}

    /** A side; null for the side to move. */
    record OneSide(String name, String words) implements Parameter<@Nullable Side> {
        @Override
        public @Nullable Side usual() {
            return null;
        }
    }

    /**
     * Something that is typed: moves, a square. On the command line it comes behind the position, or behind a name.
     *
     * @param isNeeded whether there is nothing to answer without it
     * @param isLine whether it is a line of moves from the position, which is refused if it cannot be read
     */
    record Words(String name, String words, boolean isNeeded, boolean isLine) implements Parameter<String> {
        @Override
        public String usual() {
            return "";
        }
    }
}
