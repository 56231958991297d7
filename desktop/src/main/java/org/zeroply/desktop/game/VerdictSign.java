package org.zeroply.desktop.game;

import javafx.scene.Node;
import javafx.scene.layout.StackPane;
import org.zeroply.search.Verdict;

/** The field's sign for a verdict, drawn. */
public final class VerdictSign {
    private VerdictSign() {}

    public static Node of(Verdict.Step step) {
        int sign = switch (step) {
            case WHITE_WINNING -> 18;
            case WHITE_BETTER -> 16;
            case WHITE_SLIGHTLY_BETTER -> 14;
            case LEVEL -> 10;
            case BLACK_SLIGHTLY_BETTER -> 15;
            case BLACK_BETTER -> 17;
            case BLACK_WINNING -> 19;
        };
        StackPane box = new StackPane(SignShapes.draw(sign));
        box.getStyleClass().add("verdict-sign");
        box.setMinSize(StackPane.USE_PREF_SIZE, StackPane.USE_PREF_SIZE);
        return box;
    }
}
