package org.zeroply.search;

import org.zeroply.words.Words;

/** The levels of effort that people choose from, each with its limit. */
public enum Effort {
    GLANCE(400, 800),
    LOOK(3_000, 3_000),
    DEEP(20_000, 15_000),
    /** Only the coach ends it; where something has to end, it counts as a look. */
    UNTIL_STOPPED(0, 3_000);

    private final int millis;
    private final long nodesOfMove;

    Effort(int millis, long nodesOfMove) {
        this.millis = millis;
        this.nodesOfMove = nodesOfMove;
    }

    /** Positions for one move or reply of several. */
    public long nodesOfMove() {
        return nodesOfMove;
    }

    public Limit limit() {
        return Limit.millis(millis);
    }

    /** The name that people see. */
    public String title() {
        return Words.of("effort." + name());
    }
}
