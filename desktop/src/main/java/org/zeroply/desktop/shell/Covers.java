package org.zeroply.desktop.shell;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.layout.StackPane;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.task.SittingDesk;

/** A sitting or a marked script over all places: nothing else can be reached until it is put away. */
final class Covers implements SittingDesk.Over {
    private final StackPane window;
    private final Runnable focusPlace;
    private final Consumer<Boolean> onChange;

    /** The topmost first. */
    private final List<Node> covering = new ArrayList<>();

    /** @param onChange told whether something covers the places now */
    Covers(StackPane window, Runnable focusPlace, Consumer<Boolean> onChange) {
        this.window = window;
        this.focusPlace = focusPlace;
        this.onChange = onChange;
    }

    boolean isDown() {
        return !covering.isEmpty();
    }

    @Override
    public void show(Node view) {
        covering.add(view);
        onChange.accept(true);
        // Above the frame, below the sheets of paper; what came first stays on top.
        window.getChildren().add(1, view);
        FxThread.later(view::requestFocus);
    }

    @Override
    public void hide(Node view) {
        covering.remove(view);
        window.getChildren().remove(view);
        onChange.accept(isDown());
        if (isDown()) {
            covering.getFirst().requestFocus();
        } else {
            focusPlace.run();
        }
    }
}
