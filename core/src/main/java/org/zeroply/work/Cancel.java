package org.zeroply.work;

import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.jspecify.annotations.Nullable;

/** The request that long work should stop. Set once from any thread; the work looks at it often. */
public final class Cancel {
    private final AtomicBoolean requested = new AtomicBoolean();
    private final @Nullable Cancel outer;
    private final Ticker ticker;
    private final long end;

    public Cancel() {
        this(null, Ticker.SYSTEM, 0);
    }

    private Cancel(@Nullable Cancel outer, Ticker ticker, long end) {
        this.outer = outer;
        this.ticker = ticker;
        this.end = end;
    }

    /** A request that comes with another one, or by itself when so many milliseconds have gone by. */
    public static Cancel within(long millis, Cancel outer, Ticker ticker) {
        return new Cancel(outer, ticker, ticker.nanos() + TimeUnit.MILLISECONDS.toNanos(millis));
    }

    public void cancel() {
        requested.set(true);
    }

    public boolean isRequested() {
        return requested.get() || outer != null && (outer.isRequested() || ticker.nanos() - end >= 0);
    }
}
