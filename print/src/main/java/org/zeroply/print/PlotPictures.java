package org.zeroply.print;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.zeroply.coaching.Levels.Level;
import org.zeroply.coaching.Rate;
import org.zeroply.coaching.StudentAccount.Dot;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/** The plots of a student's page as drawings, in the same look as on the screen and legible without colour. */
final class PlotPictures {
    private static final double WIDTH = 660;
    private static final double HEIGHT = 190;
    private static final double LEFT = 26;
    private static final double FOOT = 24;
    private static final double TOP = 8;
    private static final double MARK = 5;
    private static final double TEXT = 10;
    private static final double ROW = 20;
    private static final int ROUNDED = 200;

    private PlotPictures() {}

    /** What was given away in forty moves of each game in order, with the mean of the last five and its range. */
    static void rate(Page page, List<Dot> dots, double millimetres) {
        page.drawing(WIDTH, HEIGHT, millimetres, Words.of("print.ratePlot"));
        double most = 1;
        for (Dot dot : dots) {
            most = Math.max(
                    most, Math.max(dot.rate(), dot.mean().map(Rate::high).orElse(0.0)));
        }
        int step = most > 12 ? 5 : most > 5 ? 2 : 1;
        int high = step * (int) Math.ceil(most / step);
        for (int value = 0; value <= high; value += step) {
            double y = y(value, high);
            page.path("M" + at(LEFT, y) + "L" + at(WIDTH - 4, y), "none", Ink.RULE, 1);
            page.label(LEFT / 2, y + 3.5, TEXT, Integer.toString(value));
        }
        band(page, dots, high);
        String year = "";
        for (int i = 0; i < dots.size(); i++) {
            Dot dot = dots.get(i);
            double x = x(i, dots.size());
            double y = y(dot.rate(), high);
            if (dot.game().side() == Side.WHITE) {
                String ring = "M" + at(x - MARK, y) + circle(2 * MARK) + circle(-2 * MARK) + "Z";
                page.path(ring, Ink.PAPER, Ink.WHITE_SIDE, 2);
            } else {
                page.path(
                        "M" + at(x - MARK, y - MARK) + "h" + 2 * MARK + "v" + 2 * MARK + "h" + -2 * MARK + "Z",
                        Ink.BLACK_SIDE,
                        "none",
                        0);
            }
            String date = dot.game().date();
            if (date.matches("\\d{4}.*") && !date.startsWith(year.isEmpty() ? "?" : year)) {
                year = date.substring(0, 4);
                page.label(x, HEIGHT - 6, TEXT, year);
            }
        }
        page.close();
    }

    private static String circle(double across) {
        double radius = Math.abs(across) / 2;
        return "a" + at(radius, radius) + " 0 1 0 " + at(across, 0);
    }

    private static double x(int place, int of) {
        return LEFT + MARK + (of == 1 ? 0.5 : (double) place / (of - 1)) * (WIDTH - LEFT - 4 * MARK);
    }

    private static double y(double value, int high) {
        return TOP + (HEIGHT - TOP - FOOT) * (1 - value / high);
    }

    private static String at(double x, double y) {
        return Page.number(x) + " " + Page.number(y) + " ";
    }

    private static void band(Page page, List<Dot> dots, int high) {
        StringBuilder upper = new StringBuilder();
        StringBuilder lower = new StringBuilder();
        StringBuilder mean = new StringBuilder();
        for (int i = 0; i < dots.size(); i++) {
            double x = x(i, dots.size());
            dots.get(i).mean().ifPresent(rate -> {
                upper.append(upper.isEmpty() ? "M" : "L").append(at(x, y(rate.high(), high)));
                lower.insert(0, "L" + at(x, y(rate.low(), high)));
                mean.append(mean.isEmpty() ? "M" : "L").append(at(x, y(rate.points(), high)));
            });
        }
        if (!mean.isEmpty()) {
            page.path(upper.toString() + lower + "Z", Ink.RULE, "none", 0);
            page.stroke(mean.toString(), 1.5);
        }
    }

    /** A row each: the level as a point with its range. */
    static void levels(Page page, Map<String, Level> themes, Level overall, double millimetres) {
        Map<String, Level> all = new LinkedHashMap<>(themes);
        all.put(Words.of("print.overall"), overall);
        double low = overall.value();
        double high = overall.value();
        for (Level level : all.values()) {
            low = Math.min(low, level.value() - level.range());
            high = Math.max(high, level.value() + level.range());
        }
        int from = ROUNDED * (int) Math.floor(low / ROUNDED);
        int to = Math.max(from + ROUNDED, ROUNDED * (int) Math.ceil(high / ROUNDED));
        double names = 150;
        double scale = (WIDTH - names - 20) / (to - from);
        page.drawing(WIDTH, ROW * all.size() + FOOT, millimetres, Words.of("print.levels"));
        double y = ROW / 2;
        for (Map.Entry<String, Level> each : all.entrySet()) {
            Level level = each.getValue();
            double width = Lettering.width(each.getKey(), TEXT);
            page.label(width / 2, y + 3.5, TEXT, each.getKey());
            double left = names + scale * (level.value() - level.range() - from);
            double right = names + scale * (level.value() + level.range() - from);
            double point = names + scale * (level.value() - from);
            page.stroke("M" + at(left, y) + "L" + at(right, y), 1.2);
            page.stroke("M" + at(left, y - 4) + "v8M" + at(right, y - 4) + "v8", 1.2);
            boolean isOverall = level.equals(overall);
            String ring = "M" + at(point - 4, y) + circle(8) + circle(-8) + "Z";
            page.path(ring, isOverall ? Ink.INK : Ink.PAPER, Ink.INK, 1.4);
            y += ROW;
        }
        for (int value = from; value <= to; value += to - from > 5 * ROUNDED ? 2 * ROUNDED : ROUNDED) {
            page.label(names + scale * (value - from), y + 8, TEXT, Integer.toString(value));
        }
        page.close();
    }
}
