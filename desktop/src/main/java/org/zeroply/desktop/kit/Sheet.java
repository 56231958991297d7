package org.zeroply.desktop.kit;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** A sheet of paper laid over the window: a report, a short form, the list of shortcuts. the shell puts it away on Escape. */
public final class Sheet extends StackPane {
    private final Runnable onClose;
    private final Button close = new Button(Texts.of("sheet.close"));
    private Node lastFocused;

    public Sheet(String title, Node content, List<Button> buttons, Runnable onClose) {
        this.onClose = onClose;
        getStyleClass().add("sheet-veil");
        Label heading = Widgets.label("sheet-title", title);
        close.setId("sheet-close");
        close.setCancelButton(true);
        close.setOnAction(event -> close());
        HBox row = new HBox(8);
        row.getChildren().addAll(buttons);
        row.getChildren().add(close);
        row.setAlignment(Pos.CENTER_RIGHT);
        VBox paper = new VBox(12, heading, content, row);
        paper.getStyleClass().add("sheet");
        paper.setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
        getChildren().add(paper);
        lastFocused = close;
        addEventFilter(KeyEvent.ANY, event -> {
            if (event.getTarget() instanceof Node node) {
                lastFocused = node;
            }
        });
        setOnMousePressed(event -> {
            if (event.getTarget() == this) {
                close();
            }
        });
    }

    /** Calls the button that puts the sheet away by what that means here. */
    public void nameClosing(String text) {
        close.setText(text);
    }

    /** Gives the keyboard back to where it was on the sheet. */
    public void focusLast() {
        lastFocused.requestFocus();
    }

    public void close() {
        onClose.run();
    }
}
