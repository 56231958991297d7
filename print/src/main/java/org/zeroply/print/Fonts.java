package org.zeroply.print;

import java.io.InputStream;
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
    }

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
