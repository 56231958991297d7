package org.zeroply.desktop.shell;

import java.util.LinkedHashMap;
import java.util.SequencedMap;
import java.util.function.Consumer;
import javafx.scene.Parent;
import javafx.scene.layout.StackPane;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.task.SittingDesk;

/** A sitting or a marked script over all places: nothing else can be reached until it is put away. */
final class Covers implements SittingDesk.Over {
    private final StackPane window;
    private final Runnable focusPlace;
    private final Consumer<Boolean> onChange;

    /** What covers, with what takes the keyboard in it; the topmost first. */
    private final SequencedMap<Parent, Runnable> covering = new LinkedHashMap<>();

    /** @param onChange told whether something covers the places now */
    Covers(StackPane window, Runnable focusPlace, Consumer<Boolean> onChange) {
        this.window = window;
        this.focusPlace = focusPlace;
        this.onChange = onChange;
    }

    boolean isDown() {
        return !covering.isEmpty();
    }

    /** What covers the places; null if nothing does. */
    @Nullable
    Parent top() {
        return covering.isEmpty() ? null : covering.firstEntry().getKey();
    }

    /** Gives the keyboard to what is on top. */
    void focus() {
        if (isDown()) {
            // What scrolls comes into the window with its style, and takes no keyboard before.
            covering.firstEntry().getKey().applyCss();
            covering.firstEntry().getValue().run();
        } else {
            focusPlace.run();
        }
    }

    @Override
    public void show(Parent view, Runnable focus) {
        covering.put(view, focus);
        onChange.accept(true);
        // Above the frame, below the sheets of paper; what came first stays on top.
        window.getChildren().add(1, view);
        FxThread.later(this::focus);
    }

    @Override
    public void hide(Parent view) {
        covering.remove(view);
        window.getChildren().remove(view);
        onChange.accept(isDown());
        focus();
    }
}
