package org.zeroply.desktop.kit;

import java.util.Objects;
import javafx.scene.Parent;
import javafx.scene.Scene;

/** Theme and text size of this machine, put on the root of a window. */
public final class MachineLook {
    private static final int BASE = 13;

    private static final String STYLESHEET = "/org/zeroply/desktop/zeroply.css";

    private MachineLook() {}

    /** Gives a scene the product's stylesheet. */
    public static void style(Scene scene) {
        scene.getStylesheets()
                .add(Objects.requireNonNull(MachineLook.class.getResource(STYLESHEET))
                        .toExternalForm());
    }

    public static void apply(Parent root, MachineSettings settings) {
        root.getStyleClass().remove("lamp");
        if (settings.get("theme", "paper").equals("lamp")) {
            root.getStyleClass().add("lamp");
        }
        root.setStyle("-fx-font-size: " + BASE * settings.scale() / 100.0 + "px;");
    }
}
