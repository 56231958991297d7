package org.zeroply.coaching;

import java.util.OptionalLong;

/**
 * The clock of a task in a sitting, in milliseconds, as a value: what was used before, and since when it runs.
 *
 * @param used before it was started last
 * @param since when it was started, in milliseconds of the epoch; empty while it stands
 */
public record Stopwatch(long used, OptionalLong since) {
    public static final Stopwatch NEW = new Stopwatch(0, OptionalLong.empty());

    /** The time used by now; a machine clock that was set back takes nothing away. */
    public long used(long now) {
        return since.isEmpty() ? used : used + Math.max(0, now - since.getAsLong());
    }

    public boolean isRunning() {
        return since.isPresent();
    }

    public Stopwatch start(long now) {
        return isRunning() ? this : new Stopwatch(used, OptionalLong.of(now));
    }

    public Stopwatch stop(long now) {
        return new Stopwatch(used(now), OptionalLong.empty());
    }

    /**
     * The clock as it stands when a sitting is taken up again after the program ended without a word: without pauses it ran
     * on; with them it stood since it was saved last.
     *
     * @param saved when it was saved last
     */
    public Stopwatch restored(boolean mayPause, long saved) {
        return mayPause && isRunning() ? stop(saved) : this;
    }
}
