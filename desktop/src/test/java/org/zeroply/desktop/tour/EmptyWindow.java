package org.zeroply.desktop.tour;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import javafx.animation.AnimationTimer;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.layout.Region;
import javafx.stage.Stage;

/**
 * A window with nothing in it, of the size of ours: what the toolkit itself takes, which the start of the program is measured
 * against. Says after how many milliseconds from the start of the process its second frame was painted, and ends.
 */
public final class EmptyWindow {
    private EmptyWindow() {}

    public static void main(String[] arguments) {
        Application.launch(Shown.class, arguments);
    }

    /** The window. */
    public static final class Shown extends Application {
        @Override
        public void start(Stage stage) {
            stage.setScene(new Scene(new Region(), 1280, 800));
            stage.show();
            new AnimationTimer() {
                private int frames;

                @Override
                public void handle(long now) {
                    if (++frames == 2) {
                        Instant begun =
                                ProcessHandle.current().info().startInstant().orElse(Instant.EPOCH);
                        System.out.println("painted after "
                                + Duration.between(begun, Clock.systemUTC().instant())
                                        .toMillis() + " ms");
                        stop();
                        Platform.exit();
                    }
                }
            }.start();
        }
    }
}
