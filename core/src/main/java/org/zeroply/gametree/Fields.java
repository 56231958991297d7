package org.zeroply.gametree;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Commands of the product's own with several texts in them, {@code [%name one|two]}: {@code %}, {@code |}, brackets, braces
 * and line breaks in a text are written as {@code %} and two hexadecimal digits, so that other programs keep them.
 */
public final class Fields {
    private static final String ESCAPED = "%|[]{}\r\n";

    private Fields() {}

    /** A command with these texts, without space around them. */
    public static Command command(String name, String... texts) {
        return new Command(name, Arrays.stream(texts).map(Fields::escape).collect(Collectors.joining("|")));
    }

    /** The texts of a command of this name, if there are as many as there should be. */
    public static Optional<List<String>> of(Command command, String name, int count) {
        if (!command.name().equals(name)) {
            return Optional.empty();
        }
        String[] parts = command.value().split("\\|", -1);
        return parts.length == count
                ? Optional.of(Arrays.stream(parts).map(Fields::unescape).toList())
                : Optional.empty();
    }

    private static String escape(String text) {
        StringBuilder out = new StringBuilder();
        for (char c : text.strip().toCharArray()) {
            if (ESCAPED.indexOf(c) >= 0) {
                out.append('%').append(Character.forDigit(c >> 4, 16)).append(Character.forDigit(c & 15, 16));
            } else {
                out.append(c);
            }
        }
        return out.toString();
    }

    private static String unescape(String text) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < text.length(); i++) {
            Character hidden = text.charAt(i) == '%' ? hidden(text, i + 1) : null;
            out.append(hidden == null ? text.charAt(i) : hidden);
            i += hidden == null ? 0 : 2;
        }
        return out.toString();
    }

    private static @Nullable Character hidden(String text, int at) {
        int high = at + 1 < text.length() ? Character.digit(text.charAt(at), 16) : -1;
        int low = high < 0 ? -1 : Character.digit(text.charAt(at + 1), 16);
        return low < 0 ? null : (char) (high << 4 | low);
    }
}
