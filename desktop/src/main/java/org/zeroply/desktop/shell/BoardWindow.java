package org.zeroply.desktop.shell;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Rectangle2D;
import javafx.scene.Scene;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.StackPane;
import javafx.stage.Screen;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.game.DrawnMarks;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.MachineLook;
import org.zeroply.desktop.kit.MachineSettings;
import org.zeroply.desktop.kit.Texts;

/** The second window: the board alone, for a student or a projector. It shows no figures and takes no moves. */
public final class BoardWindow {
    private static final double SIZE = 640;

    /** So much of the lesser side of another screen. */
    private static final double FILLED = .92;

    private final Stage stage = new Stage();
    private final StackPane root;
    private final BoardView board = new BoardView();

    BoardWindow(OpenGame reading, DrawnMarks marks, MachineSettings settings) {
        board.positionProperty().bind(reading.positionProperty());
        board.lastMoveProperty().bind(reading.lastMoveProperty());
        board.flippedProperty().bind(reading.flippedProperty());
        board.playableProperty().set(false);
        marks.marksProperty().subscribe(now -> board.ownMarks().setAll(now));
        root = new StackPane(board);
        root.getStyleClass().addAll("shell", "board-window");
        Scene scene = new Scene(root, SIZE, SIZE);
        MachineLook.style(scene);
        scene.addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.F11) {
                stage.setFullScreen(!stage.isFullScreen());
                event.consume();
            } else if (event.getCode() == KeyCode.ESCAPE && !stage.isFullScreen()) {
                stage.close();
            }
        });
        stage.setTitle(Texts.of("boardWindow.title"));
        stage.setFullScreenExitHint("");
        stage.setScene(scene);
        look(settings);
    }

    void look(MachineSettings settings) {
        MachineLook.apply(root, settings);
    }

    /** Shows it in front: on another screen if there is one, to be seen from afar. */
    void show(Window beside) {
        if (stage.getOwner() == null) {
            // A window that belongs to another one stays in front of it.
            stage.initOwner(beside);
        }
        Rectangle2D at = new Rectangle2D(beside.getX(), beside.getY(), beside.getWidth(), beside.getHeight());
        other(at, Screen.getScreens().stream().map(Screen::getVisualBounds).toList())
                .ifPresent(screen -> {
                    double size = FILLED * Math.min(screen.getWidth(), screen.getHeight());
                    stage.setWidth(size);
                    stage.setHeight(size);
                    stage.setX(screen.getMinX() + (screen.getWidth() - size) / 2);
                    stage.setY(screen.getMinY() + (screen.getHeight() - size) / 2);
                });
        stage.show();
        stage.toFront();
    }

    /** The largest screen on which a window is not, by the middle of the window; empty if there is only one. */
    static Optional<Rectangle2D> other(Rectangle2D window, List<Rectangle2D> screens) {
        double x = window.getMinX() + window.getWidth() / 2;
        double y = window.getMinY() + window.getHeight() / 2;
        return screens.size() < 2
                ? Optional.empty()
                : screens.stream()
                        .filter(screen -> !screen.contains(x, y))
                        .max(Comparator.comparingDouble(screen -> screen.getWidth() * screen.getHeight()));
    }

    boolean isShowing() {
        return stage.isShowing();
    }

    void close() {
        stage.close();
    }

    /** The scene, for pictures and tests. */
    public Scene scene() {
        return stage.getScene();
    }
}
