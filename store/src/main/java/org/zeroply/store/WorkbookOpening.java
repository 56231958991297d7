package org.zeroply.store;

/** What became of opening a workbook. */
public sealed interface WorkbookOpening {
    record Opened(Workbook workbook) implements WorkbookOpening {}

    /** The file was left untouched. */
    record Refused(Reason reason, String detail) implements WorkbookOpening {}

    /** Why a file was not opened. */
    enum Reason {
        NOT_A_WORKBOOK,
        NEWER_VERSION,
        DAMAGED,
        IN_USE,
        NO_ACCESS
    }
}
