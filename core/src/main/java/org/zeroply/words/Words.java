package org.zeroply.words;

import java.text.MessageFormat;
import java.util.Locale;
import java.util.ResourceBundle;

/**
 * The sentences of the core, kept in one resource bundle so that no screen text stands in code. Numbers are put in
 * without grouping. A missing key is a bug and throws.
 */
public final class Words {
    private static final ResourceBundle BUNDLE = ResourceBundle.getBundle("org.zeroply.words.core", Locale.ENGLISH);

    private Words() {}

    /** Whether there is a sentence for the key. */
    public static boolean has(String key) {
        return BUNDLE.containsKey(key);
    }

    /** The sentence of a key with its arguments put in. */
    public static String of(String key, Object... arguments) {
        Object[] plain = new Object[arguments.length];
        for (int i = 0; i < arguments.length; i++) {
            plain[i] = String.valueOf(arguments[i]);
        }
        return new MessageFormat(BUNDLE.getString(key), Locale.ROOT).format(plain);
    }
}
