package org.zeroply.desktop.kit;

import javafx.scene.control.Label;
import javafx.scene.layout.Region;

/** Labels for texts of any length. */
public final class Labels {
    private Labels() {}

    /** A label that breaks its text into lines and is never cut, with a class of the stylesheet. */
    public static Label wrapped(String style) {
        Label label = new Label();
        label.getStyleClass().add(style);
        label.setWrapText(true);
        label.setMinHeight(Region.USE_PREF_SIZE);
        return label;
    }
}
