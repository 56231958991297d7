package org.zeroply.desktop.repertoire;

import java.util.function.BiConsumer;
import javafx.animation.Animation;
import javafx.animation.PauseTransition;
import javafx.scene.control.TextInputControl;
import javafx.util.Duration;
import org.zeroply.rules.Move;

/**
 * A field whose text belongs to a move. What is typed is kept shortly after the last key, when the keyboard goes elsewhere,
 * and before another move is shown: always for the move it was typed at.
 */
final class TypedField {
    private static final Duration SETTLED = Duration.millis(300);

    /** The move of a node that a text is about. */
    record Target(int node, Move move) {}

    private final TextInputControl input;
    private final BiConsumer<Target, String> keep;
    private final PauseTransition settle = new PauseTransition(SETTLED);
    private Target target = new Target(0, Move.PASS);
    private boolean showing;

    TypedField(TextInputControl input, BiConsumer<Target, String> keep) {
        this.input = input;
        this.keep = keep;
        settle.setOnFinished(event -> write());
        input.textProperty().subscribe((before, now) -> {
            if (!showing) {
                settle.playFromStart();
            }
        });
        input.focusedProperty().subscribe(focused -> {
            if (!focused) {
                keep();
            }
        });
    }

    /** Keeps now what is typed and not kept yet. */
    void keep() {
        if (settle.getStatus() == Animation.Status.RUNNING) {
            settle.stop();
            write();
        }
    }

    private void write() {
        keep.accept(target, input.getText());
    }

    /** Shows the text of a move, unless it is being typed. */
    void show(Target now, String text) {
        if (!now.equals(target)) {
            // What is typed belongs to the move that is left.
            keep();
        }
        boolean typing = settle.getStatus() == Animation.Status.RUNNING;
        target = now;
        if (!typing && !text.equals(input.getText().strip())) {
            showing = true;
            try {
                input.setText(text);
            } finally {
                showing = false;
            }
        }
    }
}
