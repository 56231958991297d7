package org.zeroply.store;

import java.util.ArrayList;
import java.util.List;

/** A text of lines, each a key and fields behind it with tabs between; tabs and ends of lines within a field are kept. */
final class KeyedText {
    private final StringBuilder text = new StringBuilder();

    /** A line of a text that was read. */
    record Line(String key, List<String> fields) {
        String field(int at) {
            return at < fields.size() ? fields.get(at) : "";
        }

        long number(int at) {
            return Long.parseLong(field(at));
        }

        int small(int at) {
            return Integer.parseInt(field(at));
        }
    }

    KeyedText line(String key, Object... fields) {
        text.append(key);
        for (Object field : fields) {
            text.append('\t').append(escaped(String.valueOf(field)));
        }
        text.append('\n');
        return this;
    }

    @Override
    public String toString() {
        return text.toString();
    }

    static List<Line> lines(String text) {
        List<Line> lines = new ArrayList<>();
        for (String line : text.split("\n", -1)) {
            if (!line.isEmpty()) {
                String[] words = line.split("\t", -1);
                List<String> fields = new ArrayList<>();
                for (int i = 1; i < words.length; i++) {
                    fields.add(plain(words[i]));
                }
                lines.add(new Line(words[0], fields));
            }
        }
        return lines;
    }

    private static String escaped(String field) {
        return field.replace("\\", "\\\\")
                .replace("\t", "\\t")
                .replace("\n", "\\n")
                .replace("\r", "\\r");
    }

    private static String plain(String field) {
        if (field.indexOf('\\') < 0) {
            return field;
        }
        StringBuilder plain = new StringBuilder();
        for (int i = 0; i < field.length(); i++) {
            char c = field.charAt(i);
            if (c == '\\' && i + 1 < field.length()) {
                char next = field.charAt(++i);
                plain.append(next == 't' ? '\t' : next == 'n' ? '\n' : next == 'r' ? '\r' : next);
            } else {
                plain.append(c);
            }
        }
        return plain.toString();
    }
}
