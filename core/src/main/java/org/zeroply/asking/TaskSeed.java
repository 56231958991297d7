package org.zeroply.asking;

import org.zeroply.defence.Elimination;
import org.zeroply.defence.Parries;

/** An answer of which a task can be made; the tasks know how. */
public sealed interface TaskSeed {
    /** Find every move that meets the threat. */
    record Parry(Parries found) implements TaskSeed {}

    /** Refute every candidate but those that survive. */
    record Eliminate(Elimination found) implements TaskSeed {}
}
