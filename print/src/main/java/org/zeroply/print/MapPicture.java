package org.zeroply.print;

import java.util.List;
import java.util.Optional;
import org.zeroply.ledger.ConceptMap;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.showing.BandLook;
import org.zeroply.showing.Shown;
import org.zeroply.words.Words;

/** A map as a drawing: a figure on each square, bands by tint and hatching, and below it a legend that counts squares. */
final class MapPicture {
    private static final double FIELD = 100;
    private static final double LEFT = 40;
    private static final double BOARD = 8 * FIELD;
    private static final double TOP = 8;
    static final double WIDE = BOARD + 2 * LEFT;
    static final double HIGH = TOP + BOARD + 150;

    private static final double HATCH = 18;
    private static final double FIGURE = 40;
    private static final double LONG_FIGURE = 30;
    private static final double DETAIL = 20;
    private static final double LEGEND = 26;

    /** The deepest tint; the lightest is paper. */
    private static final int[] DEEPEST = {0x9D, 0x96, 0xAE};

    private MapPicture() {}

    static void write(Page page, Shown.MapShown shown, double millimetresWide) {
        page.drawing(WIDE, HIGH, millimetresWide, shown.title());
        for (Square square : Square.values()) {
            double x = LEFT + FIELD * (shown.bottom() == Side.WHITE ? square.file() : 7 - square.file());
            double y = TOP + FIELD * (shown.bottom() == Side.WHITE ? 7 - square.rank() : square.rank());
            Optional<ConceptMap.Cell> cell = shown.map().at(square);
            cell.ifPresent(each -> {
                BandLook look = shown.looks().get(each.band());
                if (look != null) {
                    field(page, x, y, FIELD, FIELD, look);
                }
            });
            page.path("M" + at(x, y) + "h" + FIELD + "v" + FIELD + "h-" + FIELD + "z", "none", Ink.SOFT, 1.2);
            cell.ifPresent(each -> figure(page, x, y, each));
        }
        page.path("M" + at(LEFT, TOP) + "h" + BOARD + "v" + BOARD + "h-" + BOARD + "z", "none", Ink.INK, 5);
        for (int i = 0; i < 8; i++) {
            boolean isWhite = shown.bottom() == Side.WHITE;
            page.label(LEFT + (i + 0.5) * FIELD, TOP + BOARD + 36, LEGEND, String.valueOf((char)
                    ('a' + (isWhite ? i : 7 - i))));
            page.label(LEFT / 2, TOP + (i + 0.5) * FIELD + 10, LEGEND, Integer.toString(isWhite ? 8 - i : i + 1));
        }
        legend(page, shown);
        page.close();
    }

    private static void figure(Page page, double x, double y, ConceptMap.Cell cell) {
        double size = cell.text().length() > 2 ? LONG_FIGURE : FIGURE;
        double base = y + FIELD / 2 + size * 0.36 - (cell.detail().isEmpty() ? 0 : 10);
        page.label(x + FIELD / 2, base, size, cell.text());
        if (!cell.detail().isEmpty()) {
            page.label(x + FIELD / 2, y + FIELD - 12, DETAIL, cell.detail());
        }
    }

    private static void field(Page page, double x, double y, double width, double height, BandLook look) {
        String box =
                "M" + at(x, y) + "h" + Page.number(width) + "v" + Page.number(height) + "h-" + Page.number(width) + "z";
        page.path(box, tint(look.depth()), "none", 0);
        if (look.isHatched()) {
            StringBuilder lines = new StringBuilder();
            for (double k = HATCH / 2; k < width + height; k += HATCH) {
                double fromX = Math.min(width, k);
                double fromY = k - fromX;
                double toY = Math.min(height, k);
                double toX = k - toY;
                lines.append('M').append(at(x + fromX, y + fromY)).append('L').append(at(x + toX, y + toY));
            }
            page.path(lines.toString(), "none", Ink.SOFT, 1.4);
        }
    }

    private static String tint(double depth) {
        StringBuilder colour = new StringBuilder("#");
        for (int part : DEEPEST) {
            colour.append(String.format("%02X", Math.round(0xFF - depth * (0xFF - part))));
        }
        return colour.toString();
    }

    /** The bands as parts of a bar, as wide as they have squares. */
    private static void legend(Page page, Shown.MapShown shown) {
        List<ConceptMap.Band> bands = shown.map().bands();
        double y = TOP + BOARD + 78;
        double x = LEFT;
        int all = bands.stream().mapToInt(band -> band.squares().size()).sum();
        for (ConceptMap.Band band : bands) {
            BandLook look = shown.looks().get(band.band());
            double width = BOARD * band.squares().size() / all;
            if (look == null) {
                continue;
            }
            field(page, x, y, width, 26, look);
            page.path(
                    "M" + at(x, y) + "h" + Page.number(width) + "v26h-" + Page.number(width) + "z",
                    "none",
                    Ink.SOFT,
                    2);
            page.label(x + width / 2, y - 10, LEGEND, band.text());
            page.label(
                    x + width / 2,
                    y + 54,
                    LEGEND,
                    x == LEFT
                            ? Words.of("map.squares", band.squares().size())
                            : Integer.toString(band.squares().size()));
            x += width;
        }
    }

    private static String at(double x, double y) {
        return Page.number(x) + " " + Page.number(y);
    }
}
