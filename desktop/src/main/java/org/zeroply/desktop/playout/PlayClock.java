package org.zeroply.desktop.playout;

import java.time.Duration;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Side;

/**
 * Two clocks of which at most one runs. Times are in nanoseconds, {@code now} by a clock that only goes forward; nothing
 * here asks for the time by itself.
 *
 * @param white what White had left when the clock was last pressed or stopped
 * @param black what Black had left then
 * @param running whose clock runs; null while both stand
 * @param since when it began to run
 * @param increment what a move adds
 */
record PlayClock(long white, long black, @Nullable Side running, long since, long increment) {
    static PlayClock of(Duration each, Duration increment) {
        return new PlayClock(each.toNanos(), each.toNanos(), null, 0, increment.toNanos());
    }

    /** What a side has left; never below nothing. */
    long left(Side side, long now) {
        long kept = side == Side.WHITE ? white : black;
        return Math.max(0, side == running ? kept - (now - since) : kept);
    }

    boolean hasFallen(Side side, long now) {
        return left(side, now) == 0;
    }

    PlayClock stop(long now) {
        return new PlayClock(left(Side.WHITE, now), left(Side.BLACK, now), null, now, increment);
    }

    PlayClock start(Side side, long now) {
        PlayClock stopped = stop(now);
        return new PlayClock(stopped.white, stopped.black, side, now, increment);
    }

    /** A side has moved: it gets the increment, and the other clock runs. */
    PlayClock press(Side mover, long now) {
        PlayClock stopped = stop(now);
        long added = running == mover ? increment : 0;
        return new PlayClock(
                stopped.white + (mover == Side.WHITE ? added : 0),
                stopped.black + (mover == Side.BLACK ? added : 0),
                mover.opposite(),
                now,
                increment);
    }

    /** As the clock shows it: minutes and seconds, tenths in the last twenty seconds; rounded up. */
    static String text(long nanos) {
        if (nanos < 20_000_000_000L) {
            long tenths = (nanos + 99_999_999) / 100_000_000;
            return tenths / 10 + "." + tenths % 10;
        }
        long seconds = (nanos + 999_999_999) / 1_000_000_000;
        return seconds >= 3600
                ? String.format(Locale.ROOT, "%d:%02d:%02d", seconds / 3600, seconds / 60 % 60, seconds % 60)
                : String.format(Locale.ROOT, "%d:%02d", seconds / 60, seconds % 60);
    }

    /** As PGN keeps it after a move: hours, minutes and seconds. */
    static String pgn(long nanos) {
        long seconds = nanos / 1_000_000_000;
        return String.format(Locale.ROOT, "%d:%02d:%02d", seconds / 3600, seconds / 60 % 60, seconds % 60);
    }
}
