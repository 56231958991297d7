package org.zeroply.desktop.kit;

import java.util.List;
import java.util.concurrent.AbstractExecutorService;
import java.util.concurrent.Executor;
import java.util.concurrent.TimeUnit;
import org.zeroply.work.Ticker;

/** Background work that is done at once on the calling thread, so that models are tested without a window or waiting. */
public final class AtOnce extends AbstractExecutorService {
    private boolean ended;

    private AtOnce() {}

    public static Background background() {
        return background(Runnable::run, Ticker.SYSTEM);
    }

    /** @param onInterface takes what goes to the interface thread */
    public static Background background(Executor onInterface, Ticker ticker) {
        return new Background(
                new Background.Threads(
                        new AtOnce(), new AtOnce(), new AtOnce(), new AtOnce(), new AtOnce(), onInterface),
                ticker);
    }

    @Override
    public void execute(Runnable work) {
        work.run();
    }

    @Override
    public void shutdown() {
        ended = true;
    }

    @Override
    public List<Runnable> shutdownNow() {
        ended = true;
        return List.of();
    }

    @Override
    public boolean isShutdown() {
        return ended;
    }

    @Override
    public boolean isTerminated() {
        return ended;
    }

    @Override
    public boolean awaitTermination(long timeout, TimeUnit unit) {
        return true;
    }
}
