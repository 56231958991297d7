package org.zeroply.showing;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import org.zeroply.gametree.OwnMark;
import org.zeroply.gametree.OwnMark.Pencil;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/**
 * What the coach's own marks look like, for every board on screen and paper: strokes and letters in a plane in which a
 * square is 1 wide, with the upper left corner of the board as 0 and y downward. They are drawn below pieces and pawns,
 * so that they never cover an outline.
 */
public final class MarkFigures {
    private static final double RING = 0.465;
    /** The radius of a tag on the screen. */
    public static final double TAG = 0.15;

    /** The radius of a tag in small print. */
    public static final double PRINTED_TAG = 0.25;

    private static final double MARGIN = 0.02;
    private static final double HATCH = 0.19;
    private static final double INSET = 0.06;
    private static final double BAR = 0.24;
    private static final double BEFORE = 0.52;

    private final Side bottom;
    private final Predicate<Square> isOccupied;
    private final double tagRadius;

    /** How thick a stroke is, and whether it is broken. */
    public enum Stroke {
        /** Of a hatch. */
        FINE,
        FIRM,
        DOTTED,
        BROKEN,
        /** The bar at the end of a threat. */
        HEAVY
    }

    /** Something to be drawn with a pencil. */
    public sealed interface Figure {
        Pencil pencil();

        record Line(Pencil pencil, Stroke stroke, double fromX, double fromY, double toX, double toY)
                implements Figure {}

        record Ring(Pencil pencil, double x, double y, double radius) implements Figure {}

        /** A letter or figure in a circle. */
        record Tag(Pencil pencil, double x, double y, double radius, String text) implements Figure {}
    }

    /**
     * @param bottom the side whose pieces begin at the bottom
     * @param isOccupied whether something stands on a square; stops of paths stand in a corner then
     * @param tagRadius of letters and numbers
     */
    public MarkFigures(Side bottom, Predicate<Square> isOccupied, double tagRadius) {
        this.bottom = bottom;
        this.isOccupied = isOccupied;
        this.tagRadius = tagRadius;
    }

    private double corner() {
        return tagRadius + MARGIN;
    }

    /** The figures of marks, to be drawn in this order. */
    public List<Figure> of(List<OwnMark> marks) {
        List<Figure> figures = new ArrayList<>();
        List<Figure> tags = new ArrayList<>();
        for (OwnMark mark : marks) {
            Square first = mark.squares().getFirst();
            switch (mark.kind()) {
                case RING -> figures.add(new Figure.Ring(mark.pencil(), midX(first), midY(first), RING));
                case HATCH -> hatch(mark.pencil(), first, figures);
                case TAG ->
                    tags.add(new Figure.Tag(
                            mark.pencil(), left(first) + corner(), top(first) + corner(), tagRadius, mark.tag()));
                case PATH -> path(mark, figures, tags);
                case THREAT -> threat(mark, figures);
                case REGION -> region(mark, figures);
            }
        }
        figures.addAll(tags);
        return figures;
    }

    private double left(Square square) {
        return bottom == Side.WHITE ? square.file() : 7 - square.file();
    }

    private double top(Square square) {
        return bottom == Side.WHITE ? 7 - square.rank() : square.rank();
    }

    private double midX(Square square) {
        return left(square) + 0.5;
    }

    private double midY(Square square) {
        return top(square) + 0.5;
    }

    /** Falling to the right, across the hatching that dark squares have in print. */
    private void hatch(Pencil pencil, Square square, List<Figure> figures) {
        double x = left(square);
        double y = top(square);
        for (double at = -1 + HATCH / 2; at < 1; at += HATCH) {
            double from = Math.max(0, at);
            double to = Math.min(1, at + 1);
            figures.add(new Figure.Line(pencil, Stroke.FINE, x + from, y + from - at, x + to, y + to - at));
        }
    }

    private void path(OwnMark mark, List<Figure> figures, List<Figure> tags) {
        for (int i = 1; i < mark.squares().size(); i++) {
            Square from = mark.squares().get(i - 1);
            Square to = mark.squares().get(i);
            figures.add(new Figure.Line(mark.pencil(), Stroke.DOTTED, midX(from), midY(from), midX(to), midY(to)));
            double x = isOccupied.test(to) ? left(to) + 1 - corner() : midX(to);
            double y = isOccupied.test(to) ? top(to) + 1 - corner() : midY(to);
            tags.add(new Figure.Tag(mark.pencil(), x, y, tagRadius, Integer.toString(i)));
        }
    }

    private void threat(OwnMark mark, List<Figure> figures) {
        Square from = mark.squares().getFirst();
        Square to = mark.squares().getLast();
        double wayX = midX(to) - midX(from);
        double wayY = midY(to) - midY(from);
        double length = Math.hypot(wayX, wayY);
        if (length == 0) {
            return;
        }
        double endX = midX(to) - BEFORE * wayX / length;
        double endY = midY(to) - BEFORE * wayY / length;
        double acrossX = -BAR * wayY / length;
        double acrossY = BAR * wayX / length;
        figures.add(new Figure.Line(mark.pencil(), Stroke.BROKEN, midX(from), midY(from), endX, endY));
        figures.add(new Figure.Line(
                mark.pencil(), Stroke.HEAVY, endX - acrossX, endY - acrossY, endX + acrossX, endY + acrossY));
    }

    /** The outline of all squares together. */
    private void region(OwnMark mark, List<Figure> figures) {
        int[][] steps = {{-1, 0}, {1, 0}, {0, -1}, {0, 1}};
        for (Square square : mark.squares()) {
            double x = left(square);
            double y = top(square);
            for (int[] step : steps) {
                boolean isInside = mark.squares().stream()
                        .anyMatch(other -> left(other) == x + step[0] && top(other) == y + step[1]);
                if (!isInside) {
                    double alongX = x + 0.5 + step[0] * (0.5 - INSET);
                    double alongY = y + 0.5 + step[1] * (0.5 - INSET);
                    double halfX = step[0] == 0 ? 0.5 : 0;
                    double halfY = step[1] == 0 ? 0.5 : 0;
                    figures.add(new Figure.Line(
                            mark.pencil(),
                            Stroke.FIRM,
                            alongX - halfX,
                            alongY - halfY,
                            alongX + halfX,
                            alongY + halfY));
                }
            }
        }
    }
}
