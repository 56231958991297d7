package org.zeroply.desktop.register;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.zeroply.coaching.Levels.Level;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;

/** Levels as points with their ranges, a row each on one scale. */
final class LevelPlot extends GridPane {
    private static final int ROUNDED = 200;
    private static final double ROW = 22;
    private static final double POINT = 9;

    private final Consumer<String> choose;

    /** @param choose told of the theme whose name is clicked */
    LevelPlot(Consumer<String> choose) {
        this.choose = choose;
        getStyleClass().add("level-plot");
        setHgap(10);
    }

    /**
     * @param themes by their titles
     * @param overall the last row
     */
    void show(Map<String, Level> themes, Level overall) {
        getChildren().clear();
        Map<String, Level> all = new LinkedHashMap<>(themes);
        String title = Texts.of("levels.overall");
        all.put(title, overall);
        double low = all.values().stream()
                .mapToDouble(each -> each.value() - each.range())
                .min()
                .orElse(0);
        double high = all.values().stream()
                .mapToDouble(each -> each.value() + each.range())
                .max()
                .orElse(1);
        int from = ROUNDED * (int) Math.floor(low / ROUNDED);
        int to = ROUNDED * (int) Math.ceil(high / ROUNDED);
        int row = 0;
        for (Map.Entry<String, Level> each : all.entrySet()) {
            boolean isOverall = each.getKey().equals(title);
            Label name = isOverall ? Widgets.label("strong", title) : new Label();
            if (!isOverall) {
                Hyperlink link = new Hyperlink(each.getKey());
                link.setOnAction(event -> choose.accept(each.getKey()));
                link.setMinWidth(Region.USE_PREF_SIZE);
                add(link, 0, row);
            } else {
                add(name, 0, row);
            }
            Whisker whisker = new Whisker(each.getValue(), from, to, isOverall);
            GridPane.setHgrow(whisker, Priority.ALWAYS);
            add(whisker, 1, row);
            Label value = Widgets.label(
                    "soft",
                    Texts.of(
                            "levels.value",
                            round(each.getValue().value()),
                            round(each.getValue().range())));
            value.setMinWidth(Region.USE_PREF_SIZE);
            value.setAlignment(Pos.CENTER_RIGHT);
            add(value, 2, row);
            row++;
        }
        add(new Scale(from, to), 1, row);
    }

    private static long round(double value) {
        return 10 * Math.round(value / 10);
    }

    /** One level. */
    private static final class Whisker extends Pane {
        private final Level level;
        private final int from;
        private final int to;
        private final boolean isFilled;

        Whisker(Level level, int from, int to, boolean isFilled) {
            this.level = level;
            this.from = from;
            this.to = to;
            this.isFilled = isFilled;
            setMinSize(80, ROW);
            setPrefSize(140, ROW);
            String text = Texts.of(
                    "levels.tip",
                    round(level.value()),
                    round(level.value() - level.range()),
                    round(level.value() + level.range()),
                    level.observations());
            setAccessibleText(text);
            Tooltip.install(this, new Tooltip(text));
        }

        private double x(double value) {
            return getWidth() * (value - from) / Math.max(1, to - from);
        }

        @Override
        protected void layoutChildren() {
            getChildren().clear();
            double left = x(level.value() - level.range());
            double right = x(level.value() + level.range());
            box("level-line", left, ROW / 2, right - left, 1.5);
            box("level-line", left, ROW / 2 - 4, 1.5, 9);
            box("level-line", right, ROW / 2 - 4, 1.5, 9);
            box(
                    isFilled ? "level-overall" : "level-point",
                    x(level.value()) - POINT / 2,
                    ROW / 2 + 0.75 - POINT / 2,
                    POINT,
                    POINT);
        }

        private void box(String style, double x, double y, double width, double height) {
            Region region = new Region();
            region.getStyleClass().add(style);
            getChildren().add(region);
            region.resizeRelocate(x, y, width, height);
        }
    }

    /** The figures under the rows. */
    private static final class Scale extends Pane {
        private final int from;
        private final int to;

        Scale(int from, int to) {
            this.from = from;
            this.to = to;
            setMinHeight(16);
            setPrefHeight(16);
        }

        @Override
        protected void layoutChildren() {
            getChildren().clear();
            for (int value = from; value <= to; value += (to - from) > 5 * ROUNDED ? 2 * ROUNDED : ROUNDED) {
                Label label = Widgets.label("plot-label", Integer.toString(value));
                getChildren().add(label);
                label.resizeRelocate(getWidth() * (value - from) / Math.max(1, to - from) - 14, 0, 40, 15);
            }
        }
    }
}
