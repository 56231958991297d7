package org.zeroply.work;

/** Where long work reports to. Called on the working thread, often; the receiver decides what to show. */
@FunctionalInterface
public interface Progress {
    /** Says nothing to anybody. */
    Progress SILENT = (fraction, count) -> {};

    /**
     * @param fraction how much is done, 0 to 1
     * @param count how many things are done, in the unit of the work
     */
    void at(double fraction, long count);
}
