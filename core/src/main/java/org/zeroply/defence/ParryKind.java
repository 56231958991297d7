package org.zeroply.defence;

import org.zeroply.words.Words;

/** How a move meets a threat, by what it does on the board; a move can be of several kinds. */
public enum ParryKind {
    /** Takes a man that takes part in the threat: the attacker, its support, or who guards the flight squares. */
    CAPTURE,
    /** Pins the attacker to its king or to a dearer man, so that it does not come. */
    PIN,
    /** Offers something to a man that takes part; if it takes, it is no longer there. */
    DEFLECT,
    /** Stands between, on the way of a line piece. */
    BLOCK,
    /** Guards the square at which the threat aims. */
    GUARD,
    /** Guards it from behind another man on the line. */
    X_RAY,
    /** The man that is threatened leaves. */
    MOVE_TARGET,
    /** The king gets a square to flee to. */
    FLIGHT,
    /** Gives check. */
    COUNTER_CHECK,
    /** Lets it happen, and what is threatened in return comes first or weighs as much. */
    COUNTER_THREAT,
    /** Lets it happen and has taken as much before. */
    GAIN_MORE,
    /** Search shows that the threat is met; the board alone does not say how. */
    OTHERWISE;

    public String title() {
        return Words.of("parry." + name());
    }
}
