package org.zeroply.work;

import java.util.concurrent.atomic.AtomicBoolean;

/** The wish that long work should stop. Set once from any thread; the work looks at it often. */
public final class Cancel {
    private final AtomicBoolean wished = new AtomicBoolean();

    public void cancel() {
        wished.set(true);
    }

    public boolean isWished() {
        return wished.get();
    }
}
