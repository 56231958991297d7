package org.zeroply.work;

/** Where elapsed time comes from. The product uses {@link #SYSTEM}; tests pass one that stands still or jumps. */
@FunctionalInterface
public interface Ticker {
    /** The clock of the machine. */
    Ticker SYSTEM = System::nanoTime;

    /** Nanoseconds since some fixed moment; only differences mean anything. */
    long nanos();
}
