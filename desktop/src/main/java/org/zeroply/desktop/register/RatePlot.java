package org.zeroply.desktop.register;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.shape.Polygon;
import javafx.scene.shape.Polyline;
import org.zeroply.coaching.StudentAccount.Dot;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.gametree.GameDate;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/**
 * What was given away in forty moves of each game, over time, with the mean of the last five and its range as a band. Left and
 * Right go from game to game and say its value; Enter or a click opens it.
 */
final class RatePlot extends Pane {
    private static final double LEFT = 26;
    private static final double BOTTOM = 20;
    private static final double TOP = 8;
    private static final double MARK = 10;

    private final Consumer<Dot> open;
    private final Label said = Widgets.label("plot-said", "");
    private List<Dot> dots = List.of();
    private int chosen = -1;

    RatePlot(Consumer<Dot> open) {
        this.open = open;
        getStyleClass().add("rate-plot");
        setId("rate-plot");
        setMinSize(200, 120);
        setPrefHeight(150);
        setFocusTraversable(true);
        setAccessibleText(Texts.of("rate.plot"));
        addEventHandler(KeyEvent.KEY_PRESSED, this::keys);
        setOnMousePressed(event -> requestFocus());
    }

    void show(List<Dot> next) {
        dots = List.copyOf(next);
        chosen = -1;
        said.setText("");
        requestLayout();
    }

    private void keys(KeyEvent event) {
        if (dots.isEmpty()) {
            return;
        }
        int step = event.getCode() == KeyCode.LEFT ? -1 : event.getCode() == KeyCode.RIGHT ? 1 : 0;
        if (step != 0) {
            chosen = Math.clamp(chosen < 0 ? dots.size() - 1 : chosen + step, 0, dots.size() - 1);
            said.setText(words(dots.get(chosen)));
            requestLayout();
            event.consume();
        } else if (event.getCode() == KeyCode.ENTER && chosen >= 0) {
            open.accept(dots.get(chosen));
            event.consume();
        }
    }

    private static String words(Dot dot) {
        return Texts.of(
                        "rate.dot",
                        dot.game().opponent(),
                        GameDate.shown(dot.game().date()),
                        Words.share(dot.rate()))
                + dot.mean()
                        .map(mean -> Texts.of(
                                "rate.mean",
                                Words.share(mean.points()),
                                Words.share(mean.low()),
                                Words.share(mean.high())))
                        .orElse("");
    }

    /** Days from the year 0, roughly where parts of a date are unknown; games without one stand where they come in order. */
    private static Optional<Double> day(Dot dot) {
        String[] parts = dot.game().date().split("\\.", -1);
        if (parts.length < 3 || !parts[0].matches("\\d{4}")) {
            return Optional.empty();
        }
        int month = parts[1].matches("\\d\\d") ? Math.clamp(Integer.parseInt(parts[1]), 1, 12) : 6;
        int day = parts[2].matches("\\d\\d") ? Math.clamp(Integer.parseInt(parts[2]), 1, 28) : 15;
        return Optional.of(
                (double) LocalDate.of(Integer.parseInt(parts[0]), month, day).toEpochDay());
    }

    @Override
    protected void layoutChildren() {
        getChildren().clear();
        if (dots.isEmpty()) {
            return;
        }
        double width = getWidth() - LEFT - MARK;
        double height = getHeight() - BOTTOM - TOP;
        double most = Math.max(
                1,
                dots.stream()
                        .mapToDouble(dot -> Math.max(
                                dot.rate(), dot.mean().map(mean -> mean.high()).orElse(0.0)))
                        .max()
                        .orElse(1));
        int step = most > 12 ? 5 : most > 5 ? 2 : 1;
        int high = step * (int) Math.ceil(most / step);
        for (int value = 0; value <= high; value += step) {
            double y = TOP + height * (1 - (double) value / high);
            box("plot-grid", LEFT, y, width + MARK / 2, 1);
            text(Integer.toString(value), 0, y - 8, LEFT - 6);
        }
        List<Double> at = places(width);
        band(at, height, high);
        years(at, height);
        for (int i = 0; i < dots.size(); i++) {
            Dot dot = dots.get(i);
            boolean white = dot.game().side() == Side.WHITE;
            double y = TOP + height * (1 - dot.rate() / high);
            Region mark = box(white ? "rate-white" : "rate-black", at.get(i) - MARK / 2, y - MARK / 2, MARK, MARK);
            if (i == chosen) {
                mark.getStyleClass().add("rate-chosen");
            }
            Tooltip.install(mark, new Tooltip(words(dot)));
            mark.setOnMouseClicked(event -> open.accept(dot));
        }
        if (!said.getText().isEmpty()) {
            getChildren().add(said);
            said.resizeRelocate(LEFT + 4, 0, width, 18);
        }
    }

    private List<Double> places(double width) {
        List<Double> days = new ArrayList<>();
        for (Dot dot : dots) {
            days.add(day(dot).orElse(Double.NaN));
        }
        boolean dated = days.stream().noneMatch(each -> each.isNaN());
        double first = dated ? days.getFirst() : 0;
        double last = dated ? days.getLast() : dots.size() - 1;
        List<Double> at = new ArrayList<>();
        for (int i = 0; i < dots.size(); i++) {
            double value = dated ? days.get(i) : i;
            double share = last == first ? 0.5 : (value - first) / (last - first);
            at.add(LEFT + MARK / 2 + share * (width - MARK));
        }
        return at;
    }

    private void band(List<Double> at, double height, int high) {
        List<Double> upper = new ArrayList<>();
        List<Double> lower = new ArrayList<>();
        Polyline mean = new Polyline();
        mean.getStyleClass().add("rate-mean");
        for (int i = 0; i < dots.size(); i++) {
            int place = i;
            dots.get(i).mean().ifPresent(rate -> {
                upper.add(at.get(place));
                upper.add(TOP + height * (1 - rate.high() / high));
                lower.addFirst(TOP + height * (1 - rate.low() / high));
                lower.addFirst(at.get(place));
                mean.getPoints().addAll(at.get(place), TOP + height * (1 - rate.points() / high));
            });
        }
        if (!upper.isEmpty()) {
            Polygon band = new Polygon();
            band.getStyleClass().add("rate-band");
            band.getPoints().addAll(upper);
            band.getPoints().addAll(lower);
            getChildren().addAll(band, mean);
        }
    }

    /** The year under the first game of each. */
    private void years(List<Double> at, double height) {
        String before = "";
        double free = 0;
        for (int i = 0; i < dots.size(); i++) {
            String date = dots.get(i).game().date();
            String year = date.length() >= 4 ? date.substring(0, 4) : "";
            if (!year.equals(before) && year.matches("\\d{4}") && at.get(i) - 14 >= free) {
                text(year, at.get(i) - 14, TOP + height + 3, 40);
                free = at.get(i) + 30;
            }
            before = year;
        }
    }

    private Region box(String style, double x, double y, double width, double height) {
        Region region = new Region();
        region.getStyleClass().add(style);
        getChildren().add(region);
        region.resizeRelocate(x, y, width, height);
        return region;
    }

    private void text(String text, double x, double y, double width) {
        Label label = Widgets.label("plot-label", text);
        getChildren().add(label);
        label.resizeRelocate(x, y, width, 16);
    }
}
