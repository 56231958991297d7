package org.zeroply.print;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;

/** The fonts that ship with the product, on screen and on paper; their licences lie beside them. */
public final class Fonts {
    /**
     * A font file.
     *
     * @param weight as style sheets count it, 400 or 700
     */
    public record Face(String family, int weight, boolean isItalic, String file) {
        /** The file's content; the caller closes it. */
        public InputStream open() {
            return Objects.requireNonNull(
                    Fonts.class.getResourceAsStream("fonts/" + file), () -> "the font " + file + " is missing");
        }

        /**
         * The font without its table of substitutions, for setting pages: PDFBox draws ligatures well but says in the file
         * that they are other letters, so that "first" could not be found or copied.
         */
        InputStream withoutLigatures() {
            try (InputStream in = open()) {
                byte[] font = in.readAllBytes();
                int tables = (font[4] & 0xFF) << 8 | font[5] & 0xFF;
                for (int at = FIRST_TABLE; at < FIRST_TABLE + tables * TABLE_ENTRY; at += TABLE_ENTRY) {
                    if (new String(font, at, 4, StandardCharsets.US_ASCII).equals("GSUB")) {
                        // A table of an unknown name is passed over.
                        font[at + 3] = '_';
                    }
                }
                return new ByteArrayInputStream(font);
            } catch (IOException broken) {
                throw new UncheckedIOException(broken);
            }
        }
    }

    /** The directory of tables begins after the header of a TrueType file; each entry begins with the table's name. */
    private static final int FIRST_TABLE = 12;

    private static final int TABLE_ENTRY = 16;

    public static final String SANS = "Lato";
    public static final String SERIF = "Charis SIL";

    private Fonts() {}

    public static List<Face> all() {
        return List.of(
                new Face(SANS, 400, false, "Lato-Regular.ttf"),
                new Face(SANS, 700, false, "Lato-Bold.ttf"),
                new Face(SANS, 400, true, "Lato-Italic.ttf"),
                new Face(SERIF, 400, false, "CharisSIL-Regular.ttf"),
                new Face(SERIF, 700, false, "CharisSIL-Bold.ttf"),
                new Face(SERIF, 400, true, "CharisSIL-Italic.ttf"));
    }
}
