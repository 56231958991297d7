package org.zeroply.desktop.shell;

import javafx.collections.ListChangeListener;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.store.UndoState;

/**
 * The line at the bottom: at the left what is being done, with cancel, and beside it the last message, which nothing that
 * runs displaces; at the right the undo.
 */
final class StatusLine extends HBox {
    private final Label doing = new Label();
    private final Label message = new Label();
    private final ProgressBar bar = new ProgressBar(0);
    private final Button cancel = new Button(Texts.of("status.cancel"));
    private final Button undo = new Button();
    private final Runnable onUndo;
    private final Runnable onRedo;

    StatusLine(Background background, Runnable onUndo, Runnable onRedo) {
        this.onUndo = onUndo;
        this.onRedo = onRedo;
        getStyleClass().add("status-line");
        setAlignment(Pos.CENTER_LEFT);
        doing.setId("status-doing");
        doing.setMinWidth(Region.USE_PREF_SIZE);
        message.setId("status-message");
        undo.setId("status-undo");
        cancel.getStyleClass().add("quiet-button");
        undo.getStyleClass().add("quiet-button");
        undo.setFocusTraversable(false);
        showUndo(new UndoState(null, null));
        Region space = Widgets.space();
        getChildren().addAll(doing, bar, cancel, message, space, undo);
        showRunning(background);
        background.running().addListener((ListChangeListener<Background.Running>) change -> showRunning(background));
    }

    private void showRunning(Background background) {
        boolean busy = !background.running().isEmpty();
        Widgets.present(doing, busy);
        Widgets.present(bar, busy);
        Widgets.present(cancel, busy);
        doing.textProperty().unbind();
        bar.progressProperty().unbind();
        if (busy) {
            Background.Running first = background.running().getFirst();
            bar.progressProperty().bind(first.fractionProperty());
            doing.textProperty()
                    .bind(first.fractionProperty()
                            .map(part -> part.doubleValue() < 0
                                    ? Texts.of("status.begun", first.title())
                                    : Texts.of("status.running", first.title(), (int) (part.doubleValue() * 100))));
            cancel.setOnAction(event -> first.stop());
        }
    }

    void say(String text) {
        message.setText(text);
    }

    /** What can be undone, or else done again; a click does it. */
    void showUndo(UndoState state) {
        String undone = state.undo();
        String redone = state.redo();
        Widgets.present(undo, undone != null || redone != null);
        undo.setText(
                undone != null
                        ? Texts.of("status.undo", undone)
                        : redone != null ? Texts.of("status.redo", redone) : "");
        undo.setOnAction(event -> (undone != null ? onUndo : onRedo).run());
    }
}
