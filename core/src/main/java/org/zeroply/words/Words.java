package org.zeroply.words;

import java.text.Format;
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
        return put(BUNDLE.getString(key), arguments);
    }

    /** A part of a point with two decimals and no nought in front: ".17", "1.05", "−.20". */
    public static String share(double points) {
        long hundredths = Math.round(100 * Math.abs(points));
        String whole = hundredths < 100 ? "" : Long.toString(hundredths / 100);
        String sign = points < 0 && hundredths > 0 ? "−" : "";
        return hundredths == 0 ? "0" : sign + whole + "." + hundredths / 10 % 10 + hundredths % 10;
    }

    /** A pattern with arguments put in, numbers without grouping; a choice in it may depend on a number. */
    public static String put(String pattern, Object... arguments) {
        MessageFormat message = new MessageFormat(pattern, Locale.ROOT);
        Format[] formats = message.getFormatsByArgumentIndex();
        Object[] given = new Object[arguments.length];
        for (int i = 0; i < arguments.length; i++) {
            boolean counts = i < formats.length && formats[i] != null;
            given[i] = counts ? arguments[i] : String.valueOf(arguments[i]);
        }
        return message.format(given);
    }
}
