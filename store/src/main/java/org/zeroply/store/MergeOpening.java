package org.zeroply.store;

/** What became of a merge: it was done, or the other file could not be read as a workbook. */
public sealed interface MergeOpening {
    record Merged(MergeReport report) implements MergeOpening {}

    /** Nothing was changed. */
    record Refused(WorkbookOpening.Refused why) implements MergeOpening {}
}
