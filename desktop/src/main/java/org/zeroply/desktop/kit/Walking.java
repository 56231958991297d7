package org.zeroply.desktop.kit;

import javafx.animation.Animation;
import javafx.animation.PauseTransition;
import javafx.util.Duration;

/**
 * Something that follows a person's steps through a game, and is too much to be done at each of a fast walk: it is done at
 * once after a rest, and in a walk when the walk pauses. Lives on the interface thread.
 */
public final class Walking {
    /** A step that follows another within this time is one of a walk. */
    private static final Duration PAUSE = Duration.millis(120);

    private final PauseTransition pause = new PauseTransition(PAUSE);
    private final Runnable follow;
    private boolean behind;

    public Walking(Runnable follow) {
        this.follow = follow;
        pause.setOnFinished(event -> catchUp());
    }

    /** A step was made. */
    public void step() {
        behind = true;
        if (pause.getStatus() != Animation.Status.RUNNING) {
            catchUp();
        }
        pause.playFromStart();
    }

    /** Whether something is still to be done. */
    public boolean isBehind() {
        return behind;
    }

    /** Does what is still to be done now. */
    public void catchUp() {
        if (behind) {
            behind = false;
            follow.run();
        }
    }
}
