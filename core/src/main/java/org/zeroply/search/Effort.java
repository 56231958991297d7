package org.zeroply.search;

import org.zeroply.words.Words;

/** The levels of effort that people choose from, each with its limit. */
public enum Effort {
    GLANCE(400),
    LOOK(3_000),
    DEEP(20_000),
    /** Only the coach ends it. */
    UNTIL_STOPPED(0);

    private final int millis;

    Effort(int millis) {
        this.millis = millis;
    }

    public Limit limit() {
        return Limit.millis(millis);
    }

    /** The name that people see. */
    public String title() {
        return Words.of("effort." + name());
    }
}
