package org.zeroply.desktop.kit;

import javafx.application.Platform;

/** The interface thread: the one place that hands work to it. */
public final class FxThread {
    private FxThread() {}

    /** Does something on the interface thread once it has done what it is at; called on any thread. */
    public static void later(Runnable work) {
        Platform.runLater(work);
    }
}
