package org.zeroply.desktop.kit;

import java.net.URL;
import java.util.Objects;
import javafx.scene.Parent;
import javafx.scene.Scene;

/** Theme and text size of this machine, put on the root of a window. */
public final class MachineLook {
    private static final int BASE = 13;

    private static final String STYLESHEET = "/org/zeroply/desktop/zeroply.css";

    /** The same, compiled by {@link CompiledLook}; only in the packaged program. */
    private static final String COMPILED = "/org/zeroply/desktop/zeroply.bss";

    private MachineLook() {}

    /** Gives a scene the product's stylesheet. */
    public static void style(Scene scene) {
        URL compiled = MachineLook.class.getResource(COMPILED);
        URL sheet = compiled == null ? MachineLook.class.getResource(STYLESHEET) : compiled;
        scene.getStylesheets().add(Objects.requireNonNull(sheet).toExternalForm());
    }

    public static void apply(Parent root, MachineSettings settings) {
        root.getStyleClass().remove("lamp");
        if (settings.get("theme", "paper").equals("lamp")) {
            root.getStyleClass().add("lamp");
        }
        root.setStyle("-fx-font-size: " + BASE * settings.scale() / 100.0 + "px;");
    }
}
