package org.zeroply.print;

import org.zeroply.notation.Fen;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

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

    /**
     * Writes the drawing.
     *
     * @param bottom the side whose pieces begin at the bottom
     */
    static void write(Page page, Position position, Side bottom, double millimetresWide) {
        page.drawing(WIDE, WIDE, millimetresWide, Fen.write(position));
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
        for (Square square : position.occupied()) {
            Piece piece = position.pieceAt(square);
            if (piece != null) {
                int column = bottom == Side.WHITE ? square.file() : 7 - square.file();
                int row = bottom == Side.WHITE ? 7 - square.rank() : square.rank();
                piece(page, piece, MARGIN + column * FIELD, MARGIN + row * FIELD);
            }
        }
        boolean below = position.sideToMove() == bottom;
        page.empty(
                "circle",
                "cx",
                Page.number(MARGIN + BOARD + MARGIN / 2 + 2),
                "cy",
                Page.number(below ? MARGIN + BOARD - 24 : MARGIN + 24),
                "r",
                "17",
                "fill",
                position.sideToMove() == Side.WHITE ? Ink.PAPER : Ink.INK,
                "stroke",
                Ink.INK,
                "stroke-width",
                "4");
        page.close();
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
