package org.zeroply.print;

import java.awt.geom.GeneralPath;
import java.awt.geom.PathIterator;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import org.apache.fontbox.ttf.CmapLookup;
import org.apache.fontbox.ttf.GlyphData;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;

/**
 * The few letters of a drawing as outlines of the font that ships, so that a drawing looks the same everywhere and needs no
 * font of the machine it is shown on. One thread at a time.
 */
final class Lettering {
    private static final TrueTypeFont FONT = load();

    private Lettering() {}

    private static TrueTypeFont load() {
        Fonts.Face face = Fonts.all().getFirst();
        try (InputStream in = face.open()) {
            return new TTFParser().parse(new RandomAccessReadBuffer(in));
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    /** How wide a text is. */
    static synchronized double width(String text, double size) {
        try {
            CmapLookup letters = FONT.getUnicodeCmapLookup();
            int width = 0;
            for (int letter : text.codePoints().toArray()) {
                width += FONT.getAdvanceWidth(letters.getGlyphId(letter));
            }
            return width * size / FONT.getUnitsPerEm();
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    /** The outline of a text that begins at a point of its base line, as the path of an SVG. */
    static synchronized String path(String text, double x, double y, double size) {
        try {
            double scale = size / FONT.getUnitsPerEm();
            CmapLookup letters = FONT.getUnicodeCmapLookup();
            StringBuilder path = new StringBuilder();
            double at = x;
            for (int letter : text.codePoints().toArray()) {
                int glyph = letters.getGlyphId(letter);
                GlyphData outline = FONT.getGlyph().getGlyph(glyph);
                if (outline != null) {
                    add(outline.getPath(), at, y, scale, path);
                }
                at += FONT.getAdvanceWidth(glyph) * scale;
            }
            return path.toString();
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    private static void add(GeneralPath outline, double x, double y, double scale, StringBuilder path) {
        double[] points = new double[6];
        for (PathIterator each = outline.getPathIterator(null); !each.isDone(); each.next()) {
            int pairs = switch (each.currentSegment(points)) {
                case PathIterator.SEG_MOVETO -> begin(path, 'M', 1);
                case PathIterator.SEG_LINETO -> begin(path, 'L', 1);
                case PathIterator.SEG_QUADTO -> begin(path, 'Q', 2);
                case PathIterator.SEG_CUBICTO -> begin(path, 'C', 3);
                default -> begin(path, 'Z', 0);
            };
            for (int i = 0; i < pairs; i++) {
                path.append(Page.number(x + scale * points[2 * i]))
                        .append(' ')
                        .append(Page.number(y - scale * points[2 * i + 1]))
                        .append(' ');
            }
        }
    }

    private static int begin(StringBuilder path, char command, int pairs) {
        path.append(command);
        return pairs;
    }
}
