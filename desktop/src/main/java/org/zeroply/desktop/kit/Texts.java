package org.zeroply.desktop.kit;

import java.util.Locale;
import java.util.ResourceBundle;
import org.zeroply.words.Words;

/** The texts of the screens, from one resource bundle. A missing key is a bug and throws. */
public final class Texts {
    private static final ResourceBundle BUNDLE =
            ResourceBundle.getBundle("org.zeroply.desktop.desktop", Locale.ENGLISH);

    private Texts() {}

    /** The text of a key with its arguments put in, numbers without grouping; a choice may depend on a number. */
    public static String of(String key, Object... arguments) {
        String pattern = BUNDLE.getString(key);
        return arguments.length == 0 ? pattern : Words.put(pattern, arguments);
    }

    /** The text of a key that not everything of its kind has, or something else. */
    public static String ofOr(String key, String otherwise) {
        return BUNDLE.containsKey(key) ? BUNDLE.getString(key) : otherwise;
    }
}
