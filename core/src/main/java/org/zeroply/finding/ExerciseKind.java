package org.zeroply.finding;

import org.zeroply.words.Words;

/** What an exercise out of a game asks for. The first that fits names it. */
public enum ExerciseKind {
    /** An ending of which the exact endings know everything. */
    EXACT,
    /** Pawns of both sides run for promotion, and one of them is in time. */
    RACE,
    /** Several pieces can take on one square, and one of these captures is right. */
    WHICH_EXCHANGE,
    /** The mover stands worse, and one move holds. */
    DEFEND,
    /** A natural move is named, and what is wrong with it is asked. */
    REFUTE,
    /** The move takes nothing, gives no check and promotes nothing. */
    QUIET,
    FIND;

    public String title() {
        return Words.of("exercise.kind." + name());
    }
}
