package org.zeroply.desktop.kit;

import java.time.Clock;
import java.time.ZoneId;
import java.util.function.Supplier;
import org.zeroply.search.Analyst;
import org.zeroply.search.Calculator;
import org.zeroply.work.Ticker;

/**
 * What the program is given by the machine on which it runs; tests and the tour give other things.
 *
 * @param clock the time of day and the time zone
 * @param ticker measures how long something takes
 * @param forLooks makes who calculates what a person looks at
 * @param forBatches makes who calculates when nobody looks
 * @param forPositions makes who calculates on one thread, when several positions are looked at beside each other
 */
public record Machine(
        MachineSettings settings,
        FileChoice files,
        Clock clock,
        Ticker ticker,
        Supplier<Analyst> forLooks,
        Supplier<Analyst> forBatches,
        Supplier<Analyst> forPositions) {
    private static final int BATCH_TABLE_MEGABYTES = 64;
    private static final int POSITION_TABLE_MEGABYTES = 32;

    /** The real one. Looks use every core; a batch leaves one for the interface, and needs less of a table. */
    public static Machine real(MachineSettings settings, FileChoice files) {
        int cores = Runtime.getRuntime().availableProcessors();
        return new Machine(
                settings,
                files,
                Clock.system(ZoneId.systemDefault()),
                Ticker.SYSTEM,
                () -> new Calculator(Calculator.DEFAULT_TABLE_MEGABYTES, cores),
                () -> new Calculator(BATCH_TABLE_MEGABYTES, Math.max(1, cores - 1)),
                () -> new Calculator(POSITION_TABLE_MEGABYTES, 1));
    }
}
