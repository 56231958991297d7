package org.zeroply.desktop.tour;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.function.BooleanSupplier;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.scene.control.TableView;
import org.testfx.api.FxRobot;
import org.zeroply.desktop.Stand;

/**
 * How fluent the real window is while a large file comes in and afterwards: time between frames, in software rendering,
 * while the list is scrolled and a game is walked. {@code ./zeroply bench frames [GAMES]}.
 */
public final class Frames {
    private static final int STEP_MILLIS = 40;
    private static final long PATIENCE_MILLIS = 600_000;

    private final Stand stand;
    private final TableView<?> table;
    private final List<Double> gaps = new ArrayList<>();

    private Frames(Stand stand) {
        this.stand = stand;
        table = new FxRobot().lookup("#games-table").queryAs(TableView.class);
    }

    public static void main(String[] arguments) throws IOException, InterruptedException {
        Path folder = Files.createTempDirectory("zeroply-frames");
        try (Stand stand = new Stand(folder, true, 1280, 800)) {
            new Frames(stand).run(Path.of(arguments[0]));
        } finally {
            try (var files = Files.walk(folder)) {
                for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
                    Files.delete(file);
                }
            }
        }
        Platform.exit();
        System.exit(0);
    }

    private void run(Path pgn) throws InterruptedException {
        Stand.onStage(() -> {
            new AnimationTimer() {
                private long last;

                @Override
                public void handle(long now) {
                    if (last != 0) {
                        gaps.add((now - last) / 1e6);
                    }
                    last = now;
                }
            }.start();
            stand.shell().importFiles(List.of(pgn));
            return true;
        });
        busyWhile("import, index and scrolling", this::isBusy, this::scroll);
        int[] left = {120};
        Stand.onStage(() -> {
            stand.shell()
                    .openGame(stand.shell()
                            .games()
                            .idAt(50_000 % stand.shell().games().games().size()));
            return true;
        });
        busyWhile(
                "walking a game",
                () -> left[0]-- > 0,
                () -> stand.shell().reading().next());
        Runtime runtime = Runtime.getRuntime();
        System.gc();
        System.out.printf(
                Locale.ROOT,
                "heap in use %.0f MB of at most %.0f MB%n",
                (runtime.totalMemory() - runtime.freeMemory()) / 1e6,
                runtime.maxMemory() / 1e6);
    }

    private boolean isBusy() {
        var background = stand.window().background();
        return background != null && !background.running().isEmpty();
    }

    private void scroll() {
        int size = table.getItems().size();
        if (size > 0) {
            int row = (table.getSelectionModel().getSelectedIndex() + 37) % size;
            table.getSelectionModel().clearAndSelect(row);
            table.scrollTo(row);
        }
    }

    /** Does something again and again while a condition holds, and says how the frames came meanwhile. */
    private void busyWhile(String what, BooleanSupplier condition, Runnable step) throws InterruptedException {
        Stand.onStage(() -> {
            gaps.clear();
            return true;
        });
        long begun = System.nanoTime();
        // Background work begins a moment after it is asked for.
        Thread.sleep(300);
        while (Stand.onStage(condition::getAsBoolean) && System.nanoTime() - begun < PATIENCE_MILLIS * 1_000_000) {
            Stand.onStage(() -> {
                step.run();
                return true;
            });
            Thread.sleep(STEP_MILLIS);
        }
        double[] sorted = Stand.onStage(
                () -> gaps.stream().mapToDouble(Double::doubleValue).sorted().toArray());
        if (sorted.length > 20) {
            long within =
                    java.util.Arrays.stream(sorted).filter(gap -> gap <= 33.4).count();
            System.out.printf(
                    Locale.ROOT,
                    "%-30s %6.1f s  %d frames, %.1f of 100 within 33 ms, 95 of 100 within %.1f ms, longest %.0f ms%n",
                    what,
                    (System.nanoTime() - begun) / 1e9,
                    sorted.length,
                    100.0 * within / sorted.length,
                    sorted[(int) (sorted.length * 0.95)],
                    sorted[sorted.length - 1]);
        }
    }
}
