package org.zeroply.store;

/** The workbook could not be read or written: the disk, the file, or what stands in it. */
public final class WorkbookException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public WorkbookException(String message, Throwable cause) {
        super(message, cause);
    }

    public WorkbookException(String message) {
        super(message);
    }
}
