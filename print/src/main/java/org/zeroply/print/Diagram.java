package org.zeroply.print;

import java.util.List;
import org.zeroply.gametree.OwnMark;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.showing.MarkFigures;
import org.zeroply.showing.MarkFigures.Figure;
import org.zeroply.showing.Sketch;

/**
 * A position for print: dark squares hatched, coordinates in the margin, and beside the board a mark at the side that is to
 * move.
 */
final class Diagram {
    private static final double FIELD = 100;
    private static final double MARGIN = 58;
    private static final double BOARD = 8 * FIELD;
    private static final double HATCH = 12.5;
    static final double WIDE = BOARD + 2 * MARGIN;

    private Diagram() {}

    /** A position on which nothing is drawn. */
    static void write(Page page, Position position, Side bottom, double millimetresWide) {
        write(page, position, bottom, List.of(), millimetresWide);
    }

    /**
     * Writes the drawing of a position.
     *
     * @param bottom the side whose pieces begin at the bottom
     * @param marks what the coach drew
     */
    static void write(Page page, Position position, Side bottom, List<OwnMark> marks, double millimetresWide) {
        page.drawing(WIDE, WIDE, millimetresWide, Fen.write(position));
        men(page, Sketch.of(position), bottom, marks);
        mover(page, position.sideToMove(), bottom);
        page.close();
    }

    /** Writes the drawing of anything that stands on a board. */
    static void write(Page page, Sketch sketch, Side bottom, List<OwnMark> marks, double millimetresWide) {
        page.drawing(WIDE, WIDE, millimetresWide, sketch.text());
        men(page, sketch, bottom, marks);
        page.close();
    }

    private static void men(Page page, Sketch sketch, Side bottom, List<OwnMark> marks) {
        page.empty(
                "rect",
                "x",
                Page.number(MARGIN),
                "y",
                Page.number(MARGIN),
                "width",
                Page.number(BOARD),
                "height",
                Page.number(BOARD),
                "fill",
                Ink.PAPER,
                "stroke",
                "none");
        page.path(hatching(), "none", Ink.SOFT, 1.6);
        page.path("M" + MARGIN + " " + MARGIN + " h" + BOARD + " v" + BOARD + " h-" + BOARD + " z", "none", Ink.INK, 5);
        for (int i = 0; i < 8; i++) {
            String file = String.valueOf((char) ('a' + (bottom == Side.WHITE ? i : 7 - i)));
            String rank = Integer.toString(bottom == Side.WHITE ? 8 - i : i + 1);
            page.label(MARGIN + (i + 0.5) * FIELD, MARGIN + BOARD + 42, 34, file);
            page.label(MARGIN / 2 - 4, MARGIN + (i + 0.5) * FIELD + 12, 34, rank);
        }
        marks(page, sketch, bottom, marks);
        for (Square square : Square.values()) {
            Piece piece = sketch.at(square);
            if (piece != null) {
                int column = bottom == Side.WHITE ? square.file() : 7 - square.file();
                int row = bottom == Side.WHITE ? 7 - square.rank() : square.rank();
                piece(page, piece, MARGIN + column * FIELD, MARGIN + row * FIELD);
            }
        }
    }

    private static void mover(Page page, Side toMove, Side bottom) {
        boolean below = toMove == bottom;
        page.empty(
                "circle",
                "cx",
                Page.number(MARGIN + BOARD + MARGIN / 2 + 2),
                "cy",
                Page.number(below ? MARGIN + BOARD - 24 : MARGIN + 24),
                "r",
                "17",
                "fill",
                toMove == Side.WHITE ? Ink.PAPER : Ink.INK,
                "stroke",
                Ink.INK,
                "stroke-width",
                "4");
    }

    /** Below the men, whose rim of paper keeps them apart. */
    private static void marks(Page page, Sketch sketch, Side bottom, List<OwnMark> marks) {
        MarkFigures figures = new MarkFigures(bottom, square -> sketch.at(square) != null, MarkFigures.PRINTED_TAG);
        for (Figure figure : figures.of(marks)) {
            String colour = Ink.of(figure.pencil());
            switch (figure) {
                case Figure.Line line -> {
                    String d = "M" + at(line.fromX(), line.fromY()) + "L" + at(line.toX(), line.toY());
                    if (line.stroke() != MarkFigures.Stroke.FINE) {
                        page.path(d, "none", Ink.PAPER, width(line.stroke()) + 7);
                    }
                    page.dashed(d, colour, width(line.stroke()), dashes(line.stroke()));
                }
                case Figure.Ring ring -> {
                    String d = circle(ring.x(), ring.y(), ring.radius());
                    page.path(d, "none", Ink.PAPER, 13);
                    page.path(d, "none", colour, 6);
                }
                case Figure.Tag tag -> {
                    page.path(circle(tag.x(), tag.y(), tag.radius()), Ink.PAPER, colour, 4);
                    double size = FIELD * 1.7 * tag.radius();
                    page.label(MARGIN + FIELD * tag.x(), MARGIN + FIELD * tag.y() + size * 0.36, size, tag.text());
                }
            }
        }
    }

    private static String at(double x, double y) {
        return Page.number(MARGIN + FIELD * x) + " " + Page.number(MARGIN + FIELD * y);
    }

    private static String circle(double x, double y, double radius) {
        String r = Page.number(FIELD * radius);
        String across = Page.number(2 * FIELD * radius);
        return "M" + at(x - radius, y) + "a" + r + " " + r + " 0 1 0 " + across + " 0a" + r + " " + r + " 0 1 0 -"
                + across + " 0Z";
    }

    private static double width(MarkFigures.Stroke stroke) {
        return switch (stroke) {
            case FINE -> 3.4;
            case FIRM -> 6;
            case DOTTED -> 8;
            case BROKEN -> 7;
            case HEAVY -> 9;
        };
    }

    private static String dashes(MarkFigures.Stroke stroke) {
        return switch (stroke) {
            case DOTTED -> "0.1 14";
            case BROKEN -> "19 14";
            case FINE, FIRM, HEAVY -> "";
        };
    }

    /** Slanting lines over the dark squares, from edge to edge of each. */
    private static String hatching() {
        StringBuilder lines = new StringBuilder();
        for (int row = 0; row < 8; row++) {
            for (int column = 0; column < 8; column++) {
                if ((row + column) % 2 == 1) {
                    double x = MARGIN + column * FIELD;
                    double y = MARGIN + row * FIELD;
                    for (double k = HATCH / 2; k < 2 * FIELD; k += HATCH) {
                        double over = Math.max(0, k - FIELD);
                        double in = Math.min(FIELD, k);
                        lines.append('M')
                                .append(Page.number(x + over))
                                .append(' ')
                                .append(Page.number(y + in))
                                .append('L')
                                .append(Page.number(x + in))
                                .append(' ')
                                .append(Page.number(y + over));
                    }
                }
            }
        }
        return lines.toString();
    }

    private static void piece(Page page, Piece piece, double x, double y) {
        boolean white = piece.side() == Side.WHITE;
        String fill = white ? Ink.PAPER : Ink.INK;
        String line = white ? Ink.INK : Ink.PAPER;
        page.open("g", "transform", "translate(" + Page.number(x) + " " + Page.number(y) + ")");
        // A rim of paper keeps the hatching away from the outline.
        page.path(PiecePaths.body(piece.type()), Ink.PAPER, Ink.PAPER, 11);
        page.path(PiecePaths.base(), Ink.PAPER, Ink.PAPER, 11);
        page.path(PiecePaths.body(piece.type()), fill, Ink.INK, 4.2);
        page.path(PiecePaths.base(), fill, Ink.INK, 4.2);
        PiecePaths.line(piece.type()).ifPresent(d -> page.path(d, "none", line, 3));
        PiecePaths.dot(piece.type()).ifPresent(d -> page.path(d, line, "none", 0));
        page.close();
    }
}
