package org.zeroply.desktop.register;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;

/** Parts beside each other in columns of one width; where it is narrow, in fewer columns below each other. */
final class Folding extends GridPane {
    private final List<Node> parts;
    private final double least;
    private int columns;

    /** @param least width of a column, in pixels */
    Folding(double least, Node... parts) {
        this.parts = List.of(parts);
        this.least = least;
        setHgap(18);
        setVgap(12);
        setMinWidth(0);
        fold(parts.length);
        widthProperty().subscribe(width -> {
            if (width.doubleValue() > 0) {
                fold(Math.clamp((int) ((width.doubleValue() + getHgap()) / (this.least + getHgap())), 1, parts.length));
            }
        });
    }

    private void fold(int wanted) {
        if (wanted == columns) {
            return;
        }
        columns = wanted;
        getColumnConstraints().clear();
        getChildren().clear();
        for (int i = 0; i < columns; i++) {
            ColumnConstraints each = new ColumnConstraints(0, USE_COMPUTED_SIZE, Double.MAX_VALUE);
            each.setPercentWidth(100.0 / columns);
            getColumnConstraints().add(each);
        }
        for (int i = 0; i < parts.size(); i++) {
            add(parts.get(i), i % columns, i / columns);
        }
    }
}
