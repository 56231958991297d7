package org.zeroply.asking;

/** What became of a question: something was found, or it cannot be asked like that here. */
public sealed interface Outcome<R> {
    record Found<R>(R result) implements Outcome<R> {}

    /** @param reason a sentence for the person who asked */
    record Refused<R>(String reason) implements Outcome<R> {}
}
