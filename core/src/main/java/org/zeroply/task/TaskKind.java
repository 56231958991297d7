package org.zeroply.task;

import org.zeroply.words.Words;

/** What a task asks for. */
public enum TaskKind {
    /** Lines with verdicts, and the move that one would play. */
    CALCULATE(20),
    /** All moves worth calculating, named before any line. */
    CANDIDATES(10),
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

    public String title() {
        return Words.of("task.kind." + name());
    }
}
