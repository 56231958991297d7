package org.zeroply.desktop.task;

import java.util.List;
import java.util.Map;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.GroupResult;
import org.zeroply.coaching.GroupResult.Dot;
import org.zeroply.coaching.Student;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;

/** Shares of what could be earned against ratings, with the median of each band as a short line. */
final class RatingPlot extends Pane {
    private static final double LEFT = 34;
    private static final double BOTTOM = 20;
    private static final double DOT = 8;

    private GroupResult group = GroupResult.of(List.of());
    private @Nullable Student chosen;

    RatingPlot() {
        getStyleClass().add("rating-plot");
        setMinSize(180, 120);
        setPrefHeight(170);
    }

    /**
     * @param self whose dot is filled; null for nobody
     */
    void show(GroupResult next, @Nullable Student self) {
        group = next;
        chosen = self;
        requestLayout();
    }

    @Override
    protected void layoutChildren() {
        getChildren().clear();
        double width = getWidth() - LEFT - 8;
        double height = getHeight() - BOTTOM - 8;
        int low = group.medians().isEmpty() ? 0 : group.medians().firstKey();
        int high = group.medians().isEmpty() ? 1 : group.medians().lastKey() + GroupResult.BAND;
        box("plot-axis", LEFT, 8, 1, height);
        box("plot-axis", LEFT, 8 + height, width, 1);
        text("100 %", 0, 2);
        text("0", 14, height);
        if (group.medians().isEmpty()) {
            return;
        }
        text(Integer.toString(low), LEFT, height + 10);
        text(Integer.toString(high), LEFT + width - 28, height + 10);
        for (Map.Entry<Integer, Double> band : group.medians().entrySet()) {
            double x = LEFT + width * (band.getKey() - low) / (high - low);
            box("plot-median", x + 3, y(band.getValue(), height) - 1, width * GroupResult.BAND / (high - low) - 6, 2);
        }
        for (Dot dot : group.points()) {
            if (dot.student().rating() > 0) {
                double x = LEFT + width * (dot.student().rating() - low) / (high - low);
                boolean self = chosen != null && chosen.id() == dot.student().id();
                Region mark =
                        box(self ? "plot-self" : "plot-dot", x - DOT / 2, y(dot.share(), height) - DOT / 2, DOT, DOT);
                Tooltip.install(
                        mark,
                        new Tooltip(Texts.of("results.dot", dot.student().name(), Math.round(100 * dot.share()))));
            }
        }
    }

    private static double y(double share, double height) {
        return 8 + height * (1 - share);
    }

    private Region box(String style, double x, double y, double width, double height) {
        Region region = new Region();
        region.getStyleClass().add(style);
        getChildren().add(region);
        region.resizeRelocate(x, y, width, height);
        return region;
    }

    private void text(String text, double x, double y) {
        Label label = Widgets.label("plot-label", text);
        getChildren().add(label);
        label.resizeRelocate(x, y, 60, 16);
    }
}
