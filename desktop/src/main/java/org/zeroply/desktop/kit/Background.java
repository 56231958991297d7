package org.zeroply.desktop.kit;

import java.util.List;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.LongProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleLongProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import org.jspecify.annotations.Nullable;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;
import org.zeroply.work.Ticker;

/**
 * The one place that decides on threads. Edits are written one after the other on a thread of their own, in the order in
 * which they were made; long work runs beside them with progress and cancel; results come back on the interface thread.
 */
public final class Background implements AutoCloseable {
    private static final long PROGRESS_EVERY_NANOS = 50_000_000;

    private final Threads threads;
    private final Ticker ticker;
    private final ObservableList<Running> running = FXCollections.observableArrayList();
    private Consumer<Throwable> onFailure = failure -> {};
    private boolean closing;

    /** @param ticker measures how long ago progress was shown */
    public Background(Threads threads, Ticker ticker) {
        this.threads = threads;
        this.ticker = ticker;
    }

    /**
     * The threads that work is done on, each kind of it in order or beside each other as its executor has it.
     *
     * @param writer one thread, so that edits are written in the order in which they were made
     * @param calculating one thread, on which the calculator is asked
     * @param onInterface brings results back to the interface thread
     */
    public record Threads(
            ExecutorService writer,
            ExecutorService readers,
            ExecutorService workers,
            ExecutorService looking,
            ExecutorService calculating,
            Executor onInterface) {
        /** Those of the product. */
        public static Threads usual() {
            return new Threads(
                    Executors.newSingleThreadExecutor(task -> daemon(task, "writer")),
                    Executors.newFixedThreadPool(2, task -> daemon(task, "reader")),
                    Executors.newFixedThreadPool(2, task -> patient(task, "worker")),
                    Executors.newSingleThreadExecutor(task -> patient(task, "looking")),
                    Executors.newSingleThreadExecutor(task -> patient(task, "calculating")),
                    FxThread::later);
        }

        private static Thread daemon(Runnable task, String name) {
            Thread thread = new Thread(task, "zeroply-" + name);
            thread.setDaemon(true);
            return thread;
        }

        /** What works for seconds or hours gives way to what is painted and typed, where the system can do that. */
        private static Thread patient(Runnable task, String name) {
            Thread thread = daemon(task, name);
            thread.setPriority(Thread.MIN_PRIORITY);
            return thread;
        }

        /** In the order in which they are ended. */
        private List<ExecutorService> all() {
            return List.of(calculating, writer, readers, workers, looking);
        }
    }

    /** Work that can be watched and stopped. */
    public interface Work<T> {
        T run(Progress progress, Cancel cancel) throws Exception;
    }

    /** One piece of work under way, as the status line shows it. Changed on the interface thread only. */
    public static final class Running {
        private final String title;
        private final Cancel cancel = new Cancel();
        private final Runnable onStop;
        private final DoubleProperty fraction = new SimpleDoubleProperty(this, "fraction", 0);
        private final LongProperty count = new SimpleLongProperty(this, "count", 0);

        Running(String title, Runnable onStop) {
            this.title = title;
            this.onStop = onStop;
        }

        public String title() {
            return title;
        }

        public Cancel cancel() {
            return cancel;
        }

        /** What the person who watches does to stop it. */
        public void stop() {
            cancel.cancel();
            onStop.run();
        }

        /** 0 to 1; below 0 while nobody can know. */
        public DoubleProperty fractionProperty() {
            return fraction;
        }

        public LongProperty countProperty() {
            return count;
        }
    }

    /** Does something on the interface thread, after what was handed to it before; called on any thread. */
    public void later(Runnable work) {
        threads.onInterface().execute(work);
    }

    /** How long something takes is measured with this. */
    public Ticker ticker() {
        return ticker;
    }

    /** What is under way, oldest first. */
    public ObservableList<Running> running() {
        return running;
    }

    /** The one thread that the calculator is asked on; the calculator service hands it its work. */
    public Executor calculating() {
        return task -> execute(threads.calculating(), () -> {
            try {
                task.run();
            } catch (RuntimeException | Error failed) {
                later(() -> onFailure.accept(failed));
            }
        });
    }

    /** Puts work that runs elsewhere on the status line, until {@link #end}; how far it is, is unknown at first. */
    public Running begin(String title, Runnable onStop) {
        Running entry = new Running(title, onStop);
        entry.fractionProperty().set(-1);
        running.add(entry);
        return entry;
    }

    public void end(Running entry) {
        running.remove(entry);
    }

    /** Called on the interface thread with whatever went wrong in the background. */
    public void setOnFailure(Consumer<Throwable> listener) {
        onFailure = listener;
    }

    /** Runs long work; {@code done} gets its result on the interface thread. */
    public <T> void run(String title, Work<T> work, Consumer<T> done) {
        Running entry = new Running(title, () -> {});
        running.add(entry);
        long[] last = {0};
        Progress progress = (fraction, count) -> {
            long now = ticker.nanos();
            if (now - last[0] > PROGRESS_EVERY_NANOS || fraction >= 1) {
                last[0] = now;
                later(() -> {
                    entry.fractionProperty().set(fraction);
                    entry.countProperty().set(count);
                });
            }
        };
        execute(threads.workers(), () -> {
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
        later(() -> {
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
        execute(threads.writer(), () -> perform(task, done));
    }

    /** An edit whose result nobody waits for. */
    public interface Edit {
        void run() throws Exception;
    }

    /** Writes in order behind the edits made before. */
    public void write(Edit edit) {
        execute(threads.writer(), () -> {
            try {
                edit.run();
            } catch (Exception | Error failed) {
                later(() -> onFailure.accept(failed));
            }
        });
    }

    /** Reads beside everything else; long work never holds it up. */
    public <T> void read(Task<T> task, Consumer<T> done) {
        execute(threads.readers(), () -> perform(task, done));
    }

    /** Works out something of some tenths of a second about what is shown, one after the other and beside all else. */
    public <T> void look(Task<T> task, Consumer<T> done) {
        execute(threads.looking(), () -> perform(task, done));
    }

    /**
     * Shows states of work as it goes, on the interface thread. That thread may be slower than the work; it is shown the
     * newest state then, and never waited for.
     */
    public <T> Consumer<T> states(Consumer<T> show) {
        AtomicReference<@Nullable T> newest = new AtomicReference<>();
        return found -> {
            if (newest.getAndSet(found) == null) {
                later(() -> {
                    T state = newest.getAndSet(null);
                    if (state != null) {
                        show.accept(state);
                    }
                });
            }
        };
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
            later(() -> done.accept(result));
        } catch (Exception | Error failed) {
            later(() -> onFailure.accept(failed));
        }
    }

    /** Whether work is being stopped because the program ends, and not because somebody asked for it. */
    public boolean isClosing() {
        return closing;
    }

    /** Stops long work and waits until every edit is written. */
    @Override
    public void close() {
        closing = true;
        List.copyOf(running).forEach(Running::stop);
        threads.all().forEach(ExecutorService::shutdown);
        try {
            for (ExecutorService each : threads.all()) {
                if (!each.awaitTermination(20, TimeUnit.SECONDS)) {
                    onFailure.accept(new IllegalStateException("background work did not end in time"));
                }
            }
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
        }
    }
}
