package org.zeroply.print;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Properties;
import org.zeroply.rules.PieceType;

/**
 * Our own piece drawings, read once from {@code pieces.properties}: SVG paths on a field of 100 by 100. A drawing is the
 * body and the base, outlined and filled, and over them perhaps thin lines and a dot.
 */
public final class PiecePaths {
    private static final Properties PATHS = load();

    private PiecePaths() {}

    private static Properties load() {
        Properties paths = new Properties();
        try (InputStream in = PiecePaths.class.getResourceAsStream("pieces.properties")) {
            paths.load(Objects.requireNonNull(in, "pieces.properties is missing"));
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
        return paths;
    }

    public static String body(PieceType type) {
        return Objects.requireNonNull(PATHS.getProperty(name(type) + ".body"), name(type));
    }

    /** What every piece stands on. */
    public static String base() {
        return Objects.requireNonNull(PATHS.getProperty("base"), "base");
    }

    /** The thin lines inside. */
    public static Optional<String> line(PieceType type) {
        return Optional.ofNullable(PATHS.getProperty(name(type) + ".line"));
    }

    /** A small filled mark. */
    public static Optional<String> dot(PieceType type) {
        return Optional.ofNullable(PATHS.getProperty(name(type) + ".dot"));
    }

    private static String name(PieceType type) {
        return type.name().toLowerCase(Locale.ROOT);
    }
}
