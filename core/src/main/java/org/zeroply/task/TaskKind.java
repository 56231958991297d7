package org.zeroply.task;

import org.zeroply.words.Words;

/** What a task asks for. */
public enum TaskKind {
    /** Lines with verdicts, and the move that one would play. */
    CALCULATE(20),
    /** All moves worth calculating, named before any line. */
    CANDIDATES(10),
    /** Every listed candidate is refuted, or said to survive. */
    ELIMINATE(12),
    /** All moves that meet a threat. */
    PARRY(8),
    /** Questions about a position with exact answers. */
    ASSESS(10),
    /** A position played out against the calculator or the exact endings. */
    PLAY_ON(15);

    private final int minutes;

    TaskKind(int minutes) {
        this.minutes = minutes;
    }

    /** The time that such a task usually gets. */
    public int minutes() {
        return minutes;
    }

    /** Whether moves are named before any line. */
    public boolean isNaming() {
        return this == CANDIDATES || this == PARRY;
    }

    /**
     * Whether lines of both sides are asked for. Where moves are only named or refuted, the rest of a line in the solution
     * shows what comes of them.
     */
    public boolean isOfLines() {
        return this != PARRY && this != ELIMINATE;
    }

    public String title() {
        return Words.of("task.kind." + name());
    }
}
