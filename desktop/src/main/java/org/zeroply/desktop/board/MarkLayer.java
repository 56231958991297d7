package org.zeroply.desktop.board;

import java.util.List;
import java.util.function.Predicate;
import javafx.scene.layout.Pane;
import org.zeroply.gametree.OwnMark;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.showing.MarkFigures;

/** The layer of a board on which own marks are drawn; it lies below the men. */
public final class MarkLayer extends Pane {
    public MarkLayer() {
        setMouseTransparent(true);
        setManaged(false);
    }

    /**
     * Draws marks in the place of those before.
     *
     * @param bottom the side whose pieces begin at the bottom
     * @param isOccupied whether something stands on a square
     * @param left where the board begins
     * @param top where the board begins
     * @param cell the width of a square
     */
    public void draw(
            List<OwnMark> marks, Side bottom, Predicate<Square> isOccupied, double left, double top, double cell) {
        if (getChildren().isEmpty() && marks.isEmpty()) {
            return;
        }
        getChildren().clear();
        OwnMarkShapes shapes = new OwnMarkShapes(left, top, cell);
        new MarkFigures(bottom, isOccupied, MarkFigures.TAG)
                .of(marks)
                .forEach(figure -> getChildren().add(shapes.draw(figure)));
        applyCss();
    }
}
