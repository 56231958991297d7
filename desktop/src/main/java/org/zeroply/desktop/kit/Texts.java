package org.zeroply.desktop.kit;

import java.text.Format;
import java.text.MessageFormat;
import java.util.Locale;
import java.util.ResourceBundle;

/** The texts of the screens, from one resource bundle. A missing key is a bug and throws. */
public final class Texts {
    private static final ResourceBundle BUNDLE =
            ResourceBundle.getBundle("org.zeroply.desktop.desktop", Locale.ENGLISH);

    private Texts() {}

    /** The text of a key with its arguments put in, numbers without grouping; a choice may depend on a number. */
    public static String of(String key, Object... arguments) {
        String pattern = BUNDLE.getString(key);
        if (arguments.length == 0) {
            return pattern;
        }
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
