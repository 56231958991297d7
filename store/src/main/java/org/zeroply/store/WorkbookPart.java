package org.zeroply.store;

import java.util.Set;

/**
 * A part of what a workbook holds. Merging, rescuing and the tests of the schema go over all of them (see {@link Kinds}), so
 * that none can be left out.
 */
interface WorkbookPart {
    /** What it is called in reports, such as "paper". */
    String name();

    /** The tables of the schema that hold it. */
    Set<String> tables();

    /** Takes over what another copy of the workbook has. */
    void merge(MergeRun run);

    /** Saves what can be read of a damaged workbook. */
    void rescue(RescueRun run);
}
