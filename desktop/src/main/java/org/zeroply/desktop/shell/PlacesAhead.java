package org.zeroply.desktop.shell;

import java.util.ArrayDeque;
import java.util.Deque;
import javafx.animation.PauseTransition;
import javafx.event.EventHandler;
import javafx.scene.Scene;
import javafx.scene.input.InputEvent;
import javafx.util.Duration;
import org.zeroply.desktop.kit.Place;

/**
 * Makes the views of the places that nobody has gone to yet while keyboard and mouse rest, one place in each pause: a view
 * takes up to a second the first time, which is then not waited for.
 */
public final class PlacesAhead {
    private static final Duration REST = Duration.seconds(1.5);

    private final Shell shell;
    private final Scene scene;
    private final Deque<Place> left;
    private final PauseTransition rest = new PauseTransition(REST);
    private final EventHandler<InputEvent> again = event -> rest.playFromStart();

    private PlacesAhead(Shell shell, Scene scene) {
        this.shell = shell;
        this.scene = scene;
        left = new ArrayDeque<>(shell.places());
        rest.setOnFinished(event -> makeNext());
    }

    /** Begins with the first pause; called on the interface thread. */
    public static void begin(Shell shell, Scene scene) {
        PlacesAhead ahead = new PlacesAhead(shell, scene);
        scene.addEventFilter(InputEvent.ANY, ahead.again);
        ahead.rest.play();
    }

    private void makeNext() {
        // Another workbook brings places of its own, and what they need is known by then.
        boolean isMade = false;
        while (!isMade && !left.isEmpty() && shell.getScene() == scene) {
            isMade = shell.makeAhead(left.poll());
        }
        if (isMade) {
            rest.playFromStart();
        } else {
            scene.removeEventFilter(InputEvent.ANY, again);
        }
    }
}
