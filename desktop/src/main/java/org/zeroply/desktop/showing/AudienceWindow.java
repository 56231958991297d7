package org.zeroply.desktop.showing;

import javafx.geometry.Rectangle2D;
import javafx.scene.Scene;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.StackPane;
import javafx.stage.Screen;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.zeroply.desktop.kit.MachineLook;
import org.zeroply.desktop.kit.Texts;

/** The audience's window: what has been released and nothing else. Its keys are those of the presentation. */
public final class AudienceWindow {
    private static final double WIDTH = 1120;
    private static final double HEIGHT = 760;

    private final Stage stage = new Stage();
    private final StackPane root;
    private final ShownPane pane = new ShownPane(true, "audience-board");

    /** What its keys do; says whether it used one. */
    interface Keys {
        boolean use(KeyEvent event);
    }

    AudienceWindow(Presentation presentation, Keys keys) {
        presentation.audienceProperty().subscribe(pane::show);
        root = new StackPane(pane);
        root.getStyleClass().addAll("shell", "audience");
        Scene scene = new Scene(root, WIDTH, HEIGHT);
        MachineLook.style(scene);
        scene.addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.F11) {
                stage.setFullScreen(!stage.isFullScreen());
                event.consume();
            } else if (keys.use(event)) {
                event.consume();
            }
        });
        stage.setTitle(Texts.of("audience.title"));
        stage.setFullScreenExitHint("");
        stage.setScene(scene);
    }

    /** Shows it: filling another screen if there is one. */
    void show(Window beside) {
        root.getStyleClass().removeIf("lamp"::equals);
        if (beside.getScene().getRoot().getStyleClass().contains("lamp")) {
            root.getStyleClass().add("lamp");
        }
        double x = beside.getX() + beside.getWidth() / 2;
        double y = beside.getY() + beside.getHeight() / 2;
        for (Screen screen : Screen.getScreens()) {
            Rectangle2D at = screen.getVisualBounds();
            if (Screen.getScreens().size() > 1 && !screen.getBounds().contains(x, y)) {
                stage.setX(at.getMinX());
                stage.setY(at.getMinY());
                stage.setWidth(at.getWidth());
                stage.setHeight(at.getHeight());
                break;
            }
        }
        stage.show();
    }

    void close() {
        stage.close();
    }

    /** The scene, for pictures and tests. */
    public Scene scene() {
        return stage.getScene();
    }
}
