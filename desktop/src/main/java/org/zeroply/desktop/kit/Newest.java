package org.zeroply.desktop.kit;

import java.util.function.BooleanSupplier;
import java.util.function.Consumer;

/**
 * Keeps results of what was asked in the background only while nothing newer was asked, so that an answer that is
 * overtaken never shows. On the interface thread only.
 */
public final class Newest {
    private long asked;

    /** Asks something new; whatever was asked before is overtaken. Says whether this is still the newest. */
    public BooleanSupplier ask() {
        long mine = ++asked;
        return () -> mine == asked;
    }

    /** Asks something new and hands its result on, unless it is overtaken by then. */
    public <T> Consumer<T> only(Consumer<T> done) {
        asked++;
        return still(done);
    }

    /** Hands on a result that belongs to what was asked last, unless that is overtaken by then. */
    public <T> Consumer<T> still(Consumer<T> done) {
        long current = asked;
        return result -> {
            if (current == asked) {
                done.accept(result);
            }
        };
    }

    /** Nothing that was asked is of interest any more. */
    public void forget() {
        asked++;
    }
}
