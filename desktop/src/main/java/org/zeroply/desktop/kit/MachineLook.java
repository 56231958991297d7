package org.zeroply.desktop.kit;

import javafx.scene.Parent;

/** Theme and text size of this machine, put on the root of a window. */
public final class MachineLook {
    private static final int BASE = 13;

    private MachineLook() {}

    public static void apply(Parent root, MachineSettings settings) {
        root.getStyleClass().remove("lamp");
        if (settings.get("theme", "paper").equals("lamp")) {
            root.getStyleClass().add("lamp");
        }
        root.setStyle("-fx-font-size: " + BASE * settings.scale() / 100.0 + "px;");
    }
}
