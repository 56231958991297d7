package org.zeroply.defence;

import org.zeroply.words.Words;

/** How a move gets out of a pin, by what it does on the board; a move can be of several kinds. */
public enum PinWay {
    /** What stands behind leaves the line. */
    MOVE_BEHIND,
    /** Takes the pinner. */
    CAPTURE,
    /** A man goes between: before the pinned one, or behind it. */
    BETWEEN,
    /** Attacks the pinner, so that it has to go, or to take. */
    DRIVE_OFF,
    /** Guards the pinned man, or what stands behind it, once more. */
    GUARD,
    /** Pins the pinner. */
    COUNTER_PIN,
    /** The pinned man leaves all the same, with check. */
    LEAVE_WITH_CHECK,
    /** The pinned man leaves all the same: it takes as much or threatens more. */
    LEAVE_WITH_THREAT,
    /** Attacks somewhere else: a weakness such as the back rank does not let the pinner do its work. */
    WEAKNESS;

    public String title() {
        return Words.of("pinWay." + name());
    }
}
