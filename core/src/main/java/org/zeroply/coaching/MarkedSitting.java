package org.zeroply.coaching;

import java.util.List;
import org.zeroply.task.MarkedScript;

/**
 * A sitting with its scripts marked, worked out once: marking a script takes some milliseconds.
 *
 * @param scripts one for each task
 */
public record MarkedSitting(Sitting sitting, List<MarkedScript> scripts, Result result) {
    public MarkedSitting {
        scripts = List.copyOf(scripts);
    }

    public static MarkedSitting of(Sitting sitting) {
        List<MarkedScript> scripts =
                sitting.tasks().stream().map(Sitting.Attempt::marked).toList();
        return new MarkedSitting(sitting, scripts, Result.of(sitting.tasks(), scripts));
    }
}
