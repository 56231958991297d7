package org.zeroply.desktop.kit;

import java.util.EnumSet;
import java.util.Set;
import javafx.scene.Node;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

/** A field for moves has no use for some keys while nothing stands in it; they walk instead. */
public final class EmptyField {
    private static final Set<KeyCode> WALKING =
            EnumSet.of(KeyCode.LEFT, KeyCode.RIGHT, KeyCode.UP, KeyCode.DOWN, KeyCode.HOME, KeyCode.END);

    private EmptyField() {}

    /** Hands the keys that walk, and Delete if it is wanted, to another part of the window. */
    public static void passOn(TextField field, Node target, boolean alsoDelete) {
        field.addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            boolean passes = WALKING.contains(event.getCode()) || alsoDelete && event.getCode() == KeyCode.DELETE;
            if (passes && field.getText().isEmpty()) {
                event.consume();
                target.fireEvent(event.copyFor(target, target));
            }
        });
    }
}
