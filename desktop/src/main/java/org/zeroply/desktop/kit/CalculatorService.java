package org.zeroply.desktop.kit;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.concurrent.Executor;
import java.util.function.Consumer;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.DeepestLooks;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.Known;
import org.zeroply.work.Cancel;

/**
 * The one calculator of the application. What a person looks at comes before any batch: a new look ends the one before
 * and interrupts a batch job, which begins again afterwards. A look may use all cores; a batch leaves one free for the
 * interface. Asked on the interface thread; works on a thread of its own; answers on the interface thread.
 */
public final class CalculatorService {
    /** What is to be calculated; asks the cancel often. A batch job may be run several times until it is finished. */
    public interface Job<T> {
        T run(Analyst analyst, Cancel cancel);
    }

    private final Executor thread;
    private final Executor onInterface;
    private final Supplier<Analyst> forLooks;
    private final Supplier<Analyst> forBatches;
    private final Supplier<Analyst> forPositions;
    private final DeepestLooks deepest;
    private final List<Consumer<Position>> onChange = new ArrayList<>();
    private final Deque<Waiting<?>> batch = new ArrayDeque<>();

    /** Those that were overtaken before they began, too: they end at once, but they end. */
    private final Deque<Waiting<?>> looks = new ArrayDeque<>();

    private @Nullable Waiting<?> running;
    private boolean closed;

    /**
     * @param thread runs one task after the other
     * @param onInterface runs tasks on the interface thread
     * @param known what speaks before all of them
     * @param forLooks who answers looks; made when first needed
     * @param forPositions makes one more, on one thread
     */
    public CalculatorService(
            Executor thread,
            Executor onInterface,
            Known known,
            Supplier<Analyst> forLooks,
            Supplier<Analyst> forBatches,
            Supplier<Analyst> forPositions) {
        this.thread = thread;
        this.onInterface = onInterface;
        deepest = new DeepestLooks(known);
        deepest.setOnChange(position -> onInterface.execute(() -> onChange.forEach(told -> told.accept(position))));
        this.forLooks = remembered(() -> deepest.before(forLooks.get()));
        this.forBatches = remembered(() -> deepest.learningFrom(forBatches.get()));
        this.forPositions = () -> deepest.learningFrom(forPositions.get());
    }

    private static Supplier<Analyst> remembered(Supplier<Analyst> maker) {
        Analyst[] made = new Analyst[1];
        return () -> {
            synchronized (made) {
                Analyst known = made[0];
                if (known == null) {
                    known = maker.get();
                    made[0] = known;
                }
                return known;
            }
        };
    }

    /** A job with what became of it so far. */
    private static final class Waiting<T> {
        final Job<T> job;
        final Consumer<T> done;
        final Runnable ended;
        final boolean isLook;

        /** The wish of whoever asked. */
        final Cancel wish;

        /** The order to stop this run, by the wish or because a look came. */
        Cancel stop = new Cancel();

        Waiting(Job<T> job, Consumer<T> done, Runnable ended, boolean isLook, Cancel wish) {
            this.job = job;
            this.done = done;
            this.ended = ended;
            this.isLook = isLook;
            this.wish = wish;
        }
    }

    /** One more who calculates, on one thread: for batch jobs that look at several positions beside each other. */
    public Analyst another() {
        return forPositions.get();
    }

    /** What the deepest looks so far have found; looks say it, and batches only add to it. */
    public DeepestLooks deepest() {
        return deepest;
    }

    /** Tells of a position, on the interface thread, when a deeper look has found another verdict of it. */
    public void onChange(Consumer<Position> told) {
        onChange.add(told);
    }

    /** The name under which verdicts of looks are kept. */
    public String analystName() {
        return forLooks.get().name();
    }

    /**
     * Calculates now what a person looks at. A look before it is stopped; its result still comes to its own listener.
     *
     * @return stops it
     */
    public <T> Runnable look(Job<T> job, Consumer<T> done) {
        return look(job, done, () -> {});
    }

    /** @param ended called on the interface thread when it is over, whether there is a result or it failed */
    public synchronized <T> Runnable look(Job<T> job, Consumer<T> done, Runnable ended) {
        Waiting<T> fresh = new Waiting<>(job, done, ended, true, new Cancel());
        looks.forEach(this::stop);
        looks.addLast(fresh);
        if (running != null && running.isLook) {
            stop(running);
        } else if (running != null) {
            running.stop.cancel();
        }
        wake();
        return () -> stop(fresh);
    }

    /** Calculates when nobody looks. @return stops it, also before it has begun; then nothing is answered */
    public synchronized <T> Runnable batch(Job<T> job, Consumer<T> done) {
        Waiting<T> fresh = new Waiting<>(job, done, () -> {}, false, new Cancel());
        batch.addLast(fresh);
        wake();
        return () -> stop(fresh);
    }

    private synchronized void stop(Waiting<?> job) {
        job.wish.cancel();
        job.stop.cancel();
        batch.remove(job);
    }

    private void wake() {
        if (running == null && !closed) {
            thread.execute(this::work);
        }
    }

    private void work() {
        for (Waiting<?> next = next(); next != null; next = next()) {
            boolean isOver = false;
            try {
                perform(next);
                isOver = true;
            } finally {
                if (!isOver) {
                    // One that fails takes nobody with it.
                    goOn();
                }
            }
        }
    }

    private synchronized void goOn() {
        running = null;
        wake();
    }

    private synchronized @Nullable Waiting<?> next() {
        running = closed ? null : looks.isEmpty() ? batch.pollFirst() : looks.pollFirst();
        return running;
    }

    private <T> void perform(Waiting<T> job) {
        if (job.wish.isRequested() && !job.isLook) {
            return;
        }
        T result;
        try {
            result = job.job.run((job.isLook ? forLooks : forBatches).get(), job.stop);
        } catch (RuntimeException | Error failed) {
            onInterface.execute(job.ended);
            throw failed;
        }
        synchronized (this) {
            boolean interrupted = !job.isLook && job.stop.isRequested() && !job.wish.isRequested();
            if (interrupted) {
                job.stop = new Cancel();
                batch.addFirst(job);
                return;
            }
            if (!job.isLook && job.wish.isRequested()) {
                return;
            }
        }
        onInterface.execute(() -> {
            job.ended.run();
            job.done.accept(result);
        });
    }

    /** Stops everything; nothing is answered any more that has not begun. */
    public synchronized void close() {
        closed = true;
        batch.clear();
        looks.clear();
        if (running != null) {
            running.wish.cancel();
            running.stop.cancel();
        }
    }
}
