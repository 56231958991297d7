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

/** The line at the bottom: at the left what is being done, with cancel, or the last message; at the right the undo. */
final class StatusLine extends HBox {
    private final Label message = new Label();
    private final ProgressBar bar = new ProgressBar(0);
    private final Button cancel = new Button(Texts.of("status.cancel"));
    private final Label undo = new Label();

    StatusLine(Background background) {
        getStyleClass().add("status-line");
        setAlignment(Pos.CENTER_LEFT);
        message.setId("status-message");
        undo.setId("status-undo");
        cancel.getStyleClass().add("quiet-button");
        Region space = Widgets.space();
        getChildren().addAll(message, bar, cancel, space, undo);
        showRunning(background);
        background.running().addListener((ListChangeListener<Background.Running>) change -> showRunning(background));
    }

    private void showRunning(Background background) {
        boolean busy = !background.running().isEmpty();
        Widgets.present(bar, busy);
        Widgets.present(cancel, busy);
        message.textProperty().unbind();
        bar.progressProperty().unbind();
        if (busy) {
            Background.Running first = background.running().getFirst();
            bar.progressProperty().bind(first.fractionProperty());
            message.textProperty()
                    .bind(first.fractionProperty()
                            .map(part -> part.doubleValue() < 0
                                    ? Texts.of("status.begun", first.title())
                                    : Texts.of("status.running", first.title(), (int) (part.doubleValue() * 100))));
            cancel.setOnAction(event -> first.stop());
        } else if (message.getText() == null || message.getText().contains("…")) {
            message.setText("");
        }
    }

    void say(String text) {
        if (!message.textProperty().isBound()) {
            message.setText(text);
        }
    }

    void showUndo(String text) {
        undo.setText(text);
    }
}
