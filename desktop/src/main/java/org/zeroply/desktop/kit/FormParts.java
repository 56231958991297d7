package org.zeroply.desktop.kit;

import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;

/** The parts that forms on a sheet of paper share. */
public final class FormParts {
    private static final PseudoClass WRONG = PseudoClass.getPseudoClass("wrong");

    private FormParts() {}

    /** An empty grid of labels and fields. */
    public static GridPane grid() {
        GridPane grid = new GridPane();
        grid.getStyleClass().add("form");
        return grid;
    }

    /** The button that does what the sheet is for; Enter presses it. */
    public static Button primary(String key) {
        Button button = new Button(Texts.of(key));
        button.setId("sheet-primary");
        button.getStyleClass().add("primary");
        button.setDefaultButton(true);
        return button;
    }

    /** Shows whether what stands in a field is right, and gives it back. */
    public static boolean isRight(TextField field, boolean right) {
        field.pseudoClassStateChanged(WRONG, !right);
        return right;
    }
}
