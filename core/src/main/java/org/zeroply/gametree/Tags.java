package org.zeroply.gametree;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.SequencedMap;

/**
 * The tag pairs of a game in their order, unknown ones included. Values are plain text; {@code ?} stands for unknown,
 * as PGN has it.
 */
public record Tags(SequencedMap<String, String> values) {
    public static final Tags NONE = new Tags(new LinkedHashMap<>());

    public Tags {
        values = Collections.unmodifiableSequencedMap(new LinkedHashMap<>(values));
    }

    /** The value of a tag, or an empty text. */
    public String get(String name) {
        return values.getOrDefault(name, "");
    }

    /** The value of a tag as a person would want to read it: empty where it is missing or unknown. */
    public String known(String name) {
        String value = get(name).strip();
        return value.chars().allMatch(c -> c == '?' || c == '.' || c == '-') ? "" : value;
    }

    public boolean has(String name) {
        return values.containsKey(name);
    }

    /** These tags with one set, at its old place or at the end. */
    public Tags with(String name, String value) {
        SequencedMap<String, String> next = new LinkedHashMap<>(values);
        next.put(name, value);
        return new Tags(next);
    }

    public Tags without(String name) {
        SequencedMap<String, String> next = new LinkedHashMap<>(values);
        next.remove(name);
        return new Tags(next);
    }
}
