package org.zeroply.desktop.shell;

import java.util.List;
import java.util.Objects;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.StackPane;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;

/** Sheets of paper over the whole window, and messages in the status line. */
final class SheetLayer implements Sheets {
    private final StackPane window;
    private final Runnable focusBack;
    private final Consumer<String> say;
    private final Runnable listCommands;

    SheetLayer(StackPane window, Runnable focusBack, Consumer<String> say, Runnable listCommands) {
        this.window = window;
        this.focusBack = focusBack;
        this.say = say;
        this.listCommands = listCommands;
    }

    @Override
    public Sheet show(String heading, Node content, List<Button> buttons) {
        Sheet[] shown = new Sheet[1];
        Sheet sheet = new Sheet(heading, content, buttons, () -> {
            window.getChildren().remove(shown[0]);
            focusBack.run();
        });
        shown[0] = sheet;
        window.getChildren().add(sheet);
        Node first = content instanceof GridPane grid ? grid.lookup(".text-field") : sheet.lookup("#sheet-close");
        Objects.requireNonNullElse(first, sheet).requestFocus();
        return sheet;
    }

    @Override
    public void listCommands() {
        listCommands.run();
    }

    @Override
    public void say(String text) {
        say.accept(text);
    }
}
