package org.zeroply.print;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.Praise;
import org.zeroply.ledger.ValueScale;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/**
 * A judged game as a strip on paper: the stave of verdicts with its pennants, missed chances, praise, drifts and plans, and
 * the material below, with move numbers above and the moments of the report numbered.
 */
final class StripPicture {
    private static final double WIDE = 1000;
    private static final double LABELS = 88;
    private static final double TOP = 30;
    private static final double STEP = 13;
    private static final double MIDDLE = TOP + 24 + 3 * STEP;
    private static final double STAVE_END = MIDDLE + 3 * STEP + 24;
    private static final double MATERIAL = STAVE_END + 32;
    private static final double HIGH = MATERIAL + 34;
    private static final double LARGEST_BALANCE = 900;

    private final Page page;
    private final Judgement judgement;
    private final double column;

    private StripPicture(Page page, Judgement judgement) {
        this.page = page;
        this.judgement = judgement;
        column = (WIDE - LABELS) / Math.max(20, judgement.moves().size());
    }

    /** @param moments half-moves of the moments that the report shows, in its order */
    static void write(Page page, Judgement judgement, List<Integer> moments, double millimetresWide) {
        page.drawing(WIDE, HIGH, millimetresWide, Words.of("print.strip"));
        StripPicture picture = new StripPicture(page, judgement);
        picture.stave();
        picture.spans();
        picture.notes(moments);
        picture.material();
        page.close();
    }

    private double left(int ply) {
        return LABELS + ply * column;
    }

    private double middle(int ply) {
        return left(ply) + column / 2;
    }

    private void rule(double y, String colour) {
        page.path("M" + Page.number(LABELS) + " " + Page.number(y) + " H" + WIDE, "none", colour, 1);
    }

    private void name(String key, double y) {
        page.path(Lettering.path(Words.of(key), 0, y + 5, 15), Ink.SOFT, "none", 0);
    }

    private void stave() {
        for (int line = -3; line <= 3; line++) {
            rule(MIDDLE - line * STEP, line == 0 ? Ink.SOFT : Ink.RULE);
        }
        name("print.verdict", MIDDLE);
        int every = column < 7 ? 10 : 5;
        for (Judgement.Judged move : judgement.moves()) {
            Position position = move.before().position();
            if (position.sideToMove() == Side.WHITE && position.moveNumber() % every == 0) {
                page.label(middle(move.ply()), 14, 14, Integer.toString(position.moveNumber()));
            }
        }
    }

    private void spans() {
        judgement
                .drifts()
                .forEach(drift ->
                        span(drift.first().ply(), drift.last().ply(), MIDDLE + 3 * STEP + 8, 8, Ink.ATTENTION));
        judgement.praise().stream()
                .filter(praise -> praise.kind() == Praise.Kind.PLAN)
                .forEach(praise -> span(
                        praise.first().ply(),
                        praise.last().ply(),
                        MIDDLE - 3 * STEP - 8,
                        -8,
                        colour(praise.first().side())));
    }

    private void span(int first, int last, double y, double foot, String colour) {
        double from = left(first) + 2;
        double to = left(last + 1) - 2;
        page.path(
                "M" + Page.number(from) + " " + Page.number(y) + " v" + Page.number(foot) + " H" + Page.number(to)
                        + " v" + Page.number(-foot),
                "none",
                colour,
                2);
    }

    private static String colour(Side side) {
        return side == Side.WHITE ? Ink.WHITE_SIDE : Ink.BLACK_SIDE;
    }

    private void notes(List<Integer> moments) {
        Set<Judgement.Judged> turning = Set.copyOf(judgement.turningPoints());
        Set<Integer> missed =
                judgement.missed().stream().map(chance -> chance.move().ply()).collect(Collectors.toSet());
        Set<Integer> praised = judgement.praise().stream()
                .filter(praise -> praise.kind() != Praise.Kind.PLAN)
                .map(praise -> praise.first().ply())
                .collect(Collectors.toSet());
        double wide = Math.min(column * 0.8, 16);
        for (Judgement.Judged move : judgement.moves()) {
            int line = move.after().verdict().step().ordinal() - 3;
            double x = middle(move.ply());
            double y = MIDDLE - line * STEP;
            String note = line == 0 ? Ink.INK : colour(line > 0 ? Side.WHITE : Side.BLACK);
            page.empty(
                    "rect",
                    "x",
                    Page.number(x - wide / 2),
                    "y",
                    Page.number(y - 3.5),
                    "width",
                    Page.number(wide),
                    "height",
                    "7",
                    "rx",
                    Page.number(Math.min(3.5, wide / 2)),
                    "fill",
                    note);
            if (turning.contains(move)) {
                pennant(x + wide / 2, y, move.loss());
            }
            if (missed.contains(move.ply())) {
                page.path(
                        "M" + Page.number(x - 5) + " " + Page.number(y - 12) + " l5 -5 l5 5 l-5 5 z",
                        "none",
                        Ink.ATTENTION,
                        1.8);
            }
            if (praised.contains(move.ply())) {
                page.path("M" + Page.number(x - 7) + " " + Page.number(y - 8) + " l7 -7 l7 7", "none", Ink.INK, 2.2);
            }
        }
        for (int i = 0; i < moments.size(); i++) {
            int ply = moments.get(i);
            if (ply < judgement.moves().size()) {
                number(middle(ply), i + 1);
            }
        }
    }

    private void pennant(double x, double y, double loss) {
        double length = Math.clamp(60 * loss, 9, 40);
        page.path("M" + Page.number(x) + " " + Page.number(y) + " v-20", "none", Ink.ATTENTION, 1.8);
        page.path(
                "M" + Page.number(x) + " " + Page.number(y - 20) + " l" + Page.number(length) + " 5 l"
                        + Page.number(-length) + " 5 z",
                Ink.ATTENTION,
                "none",
                0);
    }

    /** The number that a moment has in the report. */
    private void number(double x, int number) {
        page.empty(
                "circle",
                "cx",
                Page.number(x),
                "cy",
                Page.number(STAVE_END + 2),
                "r",
                "9",
                "fill",
                Ink.PAPER,
                "stroke",
                Ink.INK,
                "stroke-width",
                "1.4");
        page.label(x, STAVE_END + 7, 13, Integer.toString(number));
    }

    private void material() {
        name("print.material", MATERIAL);
        rule(MATERIAL, Ink.SOFT);
        for (Judgement.Judged move : judgement.moves()) {
            int balance = ValueScale.SCHOOLROOM.balance(move.after().position());
            double size = 24 * Math.sqrt(Math.min(LARGEST_BALANCE, Math.abs(balance)) / LARGEST_BALANCE);
            if (balance != 0) {
                page.empty(
                        "rect",
                        "x",
                        Page.number(left(move.ply()) + column * 0.12),
                        "y",
                        Page.number(balance > 0 ? MATERIAL - size : MATERIAL),
                        "width",
                        Page.number(column * 0.76),
                        "height",
                        Page.number(size),
                        "fill",
                        colour(balance > 0 ? Side.WHITE : Side.BLACK));
            }
        }
    }
}
