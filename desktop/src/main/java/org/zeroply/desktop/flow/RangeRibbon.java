package org.zeroply.desktop.flow;

import javafx.scene.control.Tooltip;
import javafx.scene.layout.Region;

/**
 * What games did with a move, as the flow draws it: a ribbon as thick as the move was frequent, and on it the range in which
 * the score lies as far as so few games can tell, with the score itself.
 */
public final class RangeRibbon extends Region {
    private static final double WIDTH = 96;
    private static final double HEIGHT = 14;
    private static final double THINNEST = 2;
    private static final double LINE = 2;

    private final double share;
    private final double low;
    private final double high;
    private final double score;
    private final Region ribbon = new Region();
    private final Region range = new Region();
    private final Region mark = new Region();

    /**
     * @param share of the games that played the move, 0 to 1
     * @param low the lower end of the range of the score, 0 to 1
     * @param high its upper end
     * @param score of the games, 0 to 1
     * @param words the same in words
     */
    public RangeRibbon(double share, double low, double high, double score, String words) {
        this.share = share;
        this.low = low;
        this.high = high;
        this.score = score;
        ribbon.getStyleClass().add("range-ribbon");
        range.getStyleClass().add("range-line");
        mark.getStyleClass().add("range-score");
        getChildren().addAll(ribbon, range, mark);
        setMinSize(WIDTH, HEIGHT);
        setPrefSize(WIDTH, HEIGHT);
        setMaxSize(WIDTH, HEIGHT);
        setAccessibleText(words);
        Tooltip.install(this, new Tooltip(words));
    }

    @Override
    protected void layoutChildren() {
        double thick = Math.max(THINNEST, HEIGHT * share);
        ribbon.resizeRelocate(0, (HEIGHT - thick) / 2, WIDTH, thick);
        range.resizeRelocate(WIDTH * low, (HEIGHT - LINE) / 2, WIDTH * (high - low), LINE);
        mark.resizeRelocate(WIDTH * score - LINE, 1, 2 * LINE, HEIGHT - 2);
    }
}
