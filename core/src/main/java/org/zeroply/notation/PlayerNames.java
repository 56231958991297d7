package org.zeroply.notation;

import java.text.Normalizer;
import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Collectors;

/** Whether two spellings look like the name of one player. */
public final class PlayerNames {
    /** From this many letters on, one that is wrong, missing or too many is overlooked. */
    private static final int LONG = 6;

    private static final int BEGINNING = 3;

    private PlayerNames() {}

    /**
     * Whether two names have the same words in any order, whatever the accents and capitals; in a long name one letter may
     * differ, be missing or be too many.
     */
    public static boolean areAlike(String one, String other) {
        String a = plain(one);
        String b = plain(other);
        return a.equals(b) || Math.min(a.length(), b.length()) >= LONG && differsByOne(a, b);
    }

    /** The first letters of the longest word, by which names that are alike are looked up. */
    public static String beginnings(String name) {
        String longest =
                Arrays.stream(words(name)).reduce("", (most, word) -> word.length() > most.length() ? word : most);
        return longest.substring(0, Math.min(BEGINNING, longest.length()));
    }

    private static String plain(String name) {
        return Arrays.stream(words(name)).sorted().collect(Collectors.joining(" "));
    }

    private static String[] words(String name) {
        return Normalizer.normalize(name, Normalizer.Form.NFD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT)
                .strip()
                .split("[^\\p{L}\\p{N}]+");
    }

    private static boolean differsByOne(String a, String b) {
        int same = 0;
        int shorter = Math.min(a.length(), b.length());
        while (same < shorter && a.charAt(same) == b.charAt(same)) {
            same++;
        }
        int behind = 0;
        while (behind < shorter - same && a.charAt(a.length() - 1 - behind) == b.charAt(b.length() - 1 - behind)) {
            behind++;
        }
        return Math.max(a.length(), b.length()) - same - behind <= 1;
    }
}
