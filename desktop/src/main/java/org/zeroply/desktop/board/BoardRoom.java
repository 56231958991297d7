package org.zeroply.desktop.board;

import javafx.beans.binding.Bindings;
import javafx.beans.binding.DoubleBinding;
import javafx.scene.layout.Region;

/** Gives a board beside other things more room in a larger window. */
public final class BoardRoom {
    private BoardRoom() {}

    /**
     * Sizes a board and the pane around it by the view that holds both.
     *
     * @param least width of the pane in a small window
     * @param part of the view's width that the pane takes in a larger one
     * @param below height that the view keeps for what stands under and over the board
     * @param margin what the pane is wider than the board
     */
    public static void share(
            Region view, Region pane, Region board, double least, double part, double below, double margin) {
        DoubleBinding width = Bindings.createDoubleBinding(
                () -> Math.max(least, Math.min(part * view.getWidth(), view.getHeight() - below)),
                view.widthProperty(),
                view.heightProperty());
        pane.minWidthProperty().bind(width);
        pane.prefWidthProperty().bind(width);
        board.prefWidthProperty().bind(width.subtract(margin));
        board.prefHeightProperty().bind(width.subtract(margin));
        board.maxHeightProperty().bind(width.subtract(margin));
    }
}
