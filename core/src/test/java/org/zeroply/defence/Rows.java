package org.zeroply.defence;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/** Test positions in files: a position a row, fields with bars between. */
final class Rows {
    private Rows() {}

    /** The rows of a file that have a star: a telling part of them, for every run of the tests. */
    static List<List<String>> telling(String file) {
        return read(file, true);
    }

    /** The rows of a file, each as its fields, which may be empty. */
    static List<List<String>> of(String file) {
        return read(file, false);
    }

    private static List<List<String>> read(String file, boolean onlyTelling) {
        try (InputStream in = Objects.requireNonNull(Rows.class.getResourceAsStream(file), file)) {
            List<List<String>> rows = new ArrayList<>();
            for (String line : new String(in.readAllBytes(), StandardCharsets.UTF_8).split("\n")) {
                boolean telling = line.startsWith("* ");
                if (!line.isBlank() && !line.startsWith("#") && (telling || !onlyTelling)) {
                    rows.add(Arrays.stream(line.substring(telling ? 2 : 0).split("\\|", -1))
                            .map(String::strip)
                            .toList());
                }
            }
            return rows;
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    /** The parts of a field with commas between; none of an empty one. */
    static List<String> parts(String field) {
        return field.isEmpty()
                ? List.of()
                : Arrays.stream(field.split(",")).map(String::strip).toList();
    }

    static Move move(Position position, String name) {
        return Objects.requireNonNull(San.read(position, name), () -> name + " in " + position);
    }
}
