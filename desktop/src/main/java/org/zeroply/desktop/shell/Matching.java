package org.zeroply.desktop.shell;

import java.util.Locale;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * How well a typed text names something, so that the best fit stands first and the order never surprises: a title that
 * begins with the text, then one whose words begin with its words, then one that contains them, then one that is also called so, then one that has their
 * letters in this order from the beginning of a word on, which forgives letters left out.
 */
enum Matching {
    TITLE_BEGINS,
    WORDS_BEGIN,
    CONTAINED,
    ANOTHER_WORD,
    LETTERS_IN_ORDER;

    /**
     * How the text fits, or null if it does not.
     *
     * @param words other words for the same, with spaces between them; every word typed must begin one of them or one of
     *     the title
     */
    static @Nullable Matching of(String text, String title, String words) {
        Matching fit = of(text, title);
        boolean isCalledSo = (fit == null || fit == LETTERS_IN_ORDER)
                && !words.isEmpty()
                && Stream.of(text.strip().split("\\s+"))
                        .allMatch(word -> beginsAWord(
                                word.toLowerCase(Locale.ROOT), (words + " " + title).toLowerCase(Locale.ROOT)));
        return isCalledSo ? ANOTHER_WORD : fit;
    }

    /** How the text fits a title alone, or null if it does not. */
    static @Nullable Matching of(String text, String title) {
        String asked = text.strip().toLowerCase(Locale.ROOT);
        String name = title.toLowerCase(Locale.ROOT);
        if (name.startsWith(asked)) {
            return TITLE_BEGINS;
        }
        Matching worst = WORDS_BEGIN;
        for (String word : asked.split("\\s+")) {
            Matching fit = word(word, name);
            if (fit == null) {
                return null;
            }
            worst = fit.compareTo(worst) > 0 ? fit : worst;
        }
        return worst;
    }

    private static boolean beginsAWord(String word, String name) {
        return Stream.of(name.split("[^\\p{L}\\p{N}]+")).anyMatch(part -> part.startsWith(word));
    }

    private static @Nullable Matching word(String word, String name) {
        if (beginsAWord(word, name)) {
            return WORDS_BEGIN;
        }
        if (name.contains(word)) {
            return CONTAINED;
        }
        for (String part : name.split("[^\\p{L}\\p{N}]+")) {
            if (word.length() > 2 && lettersInOrder(word, part)) {
                return LETTERS_IN_ORDER;
            }
        }
        return null;
    }

    private static boolean lettersInOrder(String word, String part) {
        if (part.isEmpty() || part.charAt(0) != word.charAt(0)) {
            return false;
        }
        int at = 0;
        for (int i = 0; i < part.length() && at < word.length(); i++) {
            if (part.charAt(i) == word.charAt(at)) {
                at++;
            }
        }
        return at == word.length();
    }
}
