package org.zeroply.desktop.shell;

import javafx.scene.Scene;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.StackPane;
import javafx.stage.Stage;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.MachineLook;
import org.zeroply.desktop.kit.MachineSettings;
import org.zeroply.desktop.kit.Texts;

/** The second window: the board alone, for a student or a projector. It shows no figures and takes no moves. */
public final class BoardWindow {
    private static final double SIZE = 640;

    private final Stage stage = new Stage();
    private final StackPane root;
    private final BoardView board = new BoardView();

    BoardWindow(OpenGame reading, MachineSettings settings) {
        board.positionProperty().bind(reading.positionProperty());
        board.lastMoveProperty().bind(reading.lastMoveProperty());
        board.flippedProperty().bind(reading.flippedProperty());
        board.playableProperty().set(false);
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

    void show() {
        stage.show();
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
