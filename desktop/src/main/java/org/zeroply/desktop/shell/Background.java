package org.zeroply.desktop.shell;

import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import org.jspecify.annotations.Nullable;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * The one place that decides on threads. Edits are written one after the other on a thread of their own, in the order in
 * which they were made; long work runs beside them with progress and cancel; results come back on the interface thread.
 */
public final class Background implements AutoCloseable {
    private static final long PROGRESS_EVERY_NANOS = 50_000_000;

    private final ExecutorService writer = Executors.newSingleThreadExecutor(task -> daemon(task, "writer"));
    private final ExecutorService readers = Executors.newFixedThreadPool(2, task -> daemon(task, "reader"));
    private final ExecutorService workers = Executors.newFixedThreadPool(2, task -> daemon(task, "worker"));
    private final ObservableList<Running> running = FXCollections.observableArrayList();
    private Consumer<Throwable> onFailure = failure -> {};

    private static Thread daemon(Runnable task, String name) {
        Thread thread = new Thread(task, "zeroply-" + name);
        thread.setDaemon(true);
        return thread;
    }

    /** Work that can be watched and stopped. */
    public interface Work<T> {
        T run(Progress progress, Cancel cancel) throws Exception;
    }

    /** One piece of work under way, as the status line shows it. Changed on the interface thread only. */
    public static final class Running {
        private final String title;
        private final Cancel cancel = new Cancel();
        private final javafx.beans.property.DoubleProperty fraction =
                new javafx.beans.property.SimpleDoubleProperty(this, "fraction", 0);
        private final javafx.beans.property.LongProperty count =
                new javafx.beans.property.SimpleLongProperty(this, "count", 0);

        Running(String title) {
            this.title = title;
        }

        public String title() {
            return title;
        }

        public Cancel cancel() {
            return cancel;
        }

        public javafx.beans.property.DoubleProperty fractionProperty() {
            return fraction;
        }

        public javafx.beans.property.LongProperty countProperty() {
            return count;
        }
    }

    /** What is under way, oldest first. */
    public ObservableList<Running> running() {
        return running;
    }

    /** Called on the interface thread with whatever went wrong in the background. */
    public void setOnFailure(Consumer<Throwable> listener) {
        onFailure = listener;
    }

    /** Runs long work; {@code done} gets its result on the interface thread. */
    public <T> void run(String title, Work<T> work, Consumer<T> done) {
        Running entry = new Running(title);
        running.add(entry);
        long[] last = {0};
        Progress progress = (fraction, count) -> {
            long now = System.nanoTime();
            if (now - last[0] > PROGRESS_EVERY_NANOS || fraction >= 1) {
                last[0] = now;
                Platform.runLater(() -> {
                    entry.fractionProperty().set(fraction);
                    entry.countProperty().set(count);
                });
            }
        };
        execute(workers, () -> {
            T result = null;
            Throwable failure = null;
            try {
                result = work.run(progress, entry.cancel());
            } catch (Exception | Error failed) {
                failure = failed;
            }
            finish(entry, result, failure, done);
        });
    }

    private <T> void finish(Running entry, @Nullable T result, @Nullable Throwable failure, Consumer<T> done) {
        Platform.runLater(() -> {
            running.remove(entry);
            if (failure != null) {
                onFailure.accept(failure);
            } else if (result != null) {
                done.accept(result);
            }
        });
    }

    /** Something short that gives a result, such as a query or an edit. */
    public interface Task<T> {
        T run() throws Exception;
    }

    /** Writes in order behind the edits made before; {@code done} gets the result on the interface thread. */
    public <T> void write(Task<T> task, Consumer<T> done) {
        execute(writer, () -> perform(task, done));
    }

    /** Reads beside everything else; long work never holds it up. */
    public <T> void read(Task<T> task, Consumer<T> done) {
        execute(readers, () -> perform(task, done));
    }

    /** What is asked for after the end, by an answer that came late, is dropped. */
    private static void execute(ExecutorService service, Runnable work) {
        if (!service.isShutdown()) {
            service.execute(work);
        }
    }

    private <T> void perform(Task<T> task, Consumer<T> done) {
        try {
            T result = task.run();
            Platform.runLater(() -> done.accept(result));
        } catch (Exception | Error failed) {
            Platform.runLater(() -> onFailure.accept(failed));
        }
    }

    /** Stops long work and waits until every edit is written. */
    @Override
    public void close() {
        running.forEach(entry -> entry.cancel().cancel());
        writer.shutdown();
        readers.shutdown();
        workers.shutdown();
        try {
            for (ExecutorService each : List.of(writer, readers, workers)) {
                if (!each.awaitTermination(20, TimeUnit.SECONDS)) {
                    onFailure.accept(new IllegalStateException("background work did not end in time"));
                }
            }
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
        }
    }
}
