package org.zeroply.desktop.task;

import java.util.function.Consumer;
import javafx.animation.Animation;
import javafx.animation.PauseTransition;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.TextInputControl;
import javafx.util.Duration;

/** Keeps what is typed into a field once typing pauses, or the keyboard goes elsewhere. */
final class TypedText {
    private static final Duration SETTLED = Duration.millis(300);
    private static final String OWNER = "typed-text";

    private final TextInputControl input;
    private final Consumer<String> keep;
    private final PauseTransition settle = new PauseTransition(SETTLED);

    TypedText(TextInputControl input, Consumer<String> keep) {
        this.input = input;
        this.keep = keep;
        input.getProperties().put(OWNER, this);
        settle.setOnFinished(event -> keep.accept(input.getText()));
        input.textProperty().subscribe((before, now) -> {
            // What the program shows is not typed.
            if (input.isFocused()) {
                settle.playFromStart();
            }
        });
        input.focusedProperty().subscribe(focused -> {
            if (!focused) {
                keepNow();
            }
        });
    }

    private void keepNow() {
        if (settle.getStatus() == Animation.Status.RUNNING) {
            settle.stop();
            keep.accept(input.getText());
        }
    }

    /** Keeps everything below a part of the window. */
    static void keepAll(Node node) {
        if (node instanceof TextInputControl && node.getProperties().get(OWNER) instanceof TypedText typed) {
            typed.keepNow();
        } else if (node instanceof Parent parent) {
            parent.getChildrenUnmodifiable().forEach(TypedText::keepAll);
        }
    }
}
