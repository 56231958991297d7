package org.zeroply.desktop.kit;

import java.util.function.BiConsumer;
import javafx.animation.Animation;
import javafx.animation.PauseTransition;
import javafx.scene.control.TextInputControl;
import javafx.util.Duration;

/**
 * A field whose text belongs to something, such as a move. What is typed is kept shortly after the last key, when the keyboard
 * goes elsewhere, and before something else is shown: always for what it was typed at.
 *
 * @param <T> names what a text is about
 */
public final class TypedField<T> {
    private static final Duration SETTLED = Duration.millis(300);

    private final TextInputControl input;
    private final BiConsumer<T, String> keep;
    private final PauseTransition settle = new PauseTransition(SETTLED);
    private T target;
    private boolean showing;

    /**
     * @param first what an empty field is about
     */
    public TypedField(TextInputControl input, T first, BiConsumer<T, String> keep) {
        this.input = input;
        this.target = first;
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
    public void keep() {
        if (settle.getStatus() == Animation.Status.RUNNING) {
            settle.stop();
            write();
        }
    }

    private void write() {
        keep.accept(target, input.getText());
    }

    /** Shows the text of something, unless it is being typed. */
    public void show(T now, String text) {
        if (!now.equals(target)) {
            // What is typed belongs to what is left.
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
