package org.zeroply.store;

import java.sql.SQLException;
import org.jspecify.annotations.Nullable;
import org.sqlite.SQLiteErrorCode;
import org.sqlite.SQLiteException;

/** The workbook could not be read or written: the disk, the file, or what stands in it. */
public final class WorkbookException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    /** What stands in the way, as far as it decides what to do about it. */
    public enum Fault {
        /** There is no room left; what was kept before is safe, the last edit is not kept. */
        DISK_FULL,
        /** The place may be read but not written to. */
        READ_ONLY,
        /** The file or its disk is not there any more. */
        GONE,
        /** Part of the file makes no sense; the rest can still be read. */
        DAMAGED,
        /** Anything else. */
        OTHER
    }

    private final Fault fault;

    public WorkbookException(String message, Throwable cause) {
        super(message, cause);
        fault = faultOf(cause);
    }

    public WorkbookException(String message) {
        super(message);
        fault = Fault.OTHER;
    }

    WorkbookException(Fault fault, String message) {
        super(message);
        this.fault = fault;
    }

    WorkbookException(Fault fault, String message, Throwable cause) {
        super(message, cause);
        this.fault = fault;
    }

    public Fault fault() {
        return fault;
    }

    /** What SQLite says in its result code, wherever in the causes it stands. */
    static Fault faultOf(@Nullable Throwable failure) {
        for (Throwable at = failure; at != null; at = at.getCause()) {
            if (at instanceof WorkbookException known) {
                return known.fault;
            }
            if (at instanceof SQLiteException sqlite) {
                return faultOf(sqlite.getResultCode());
            }
            if (at instanceof SQLException plain && plain.getErrorCode() != 0) {
                return faultOf(SQLiteErrorCode.getErrorCode(plain.getErrorCode()));
            }
        }
        return Fault.OTHER;
    }

    private static Fault faultOf(SQLiteErrorCode code) {
        return switch (code) {
            case SQLITE_FULL -> Fault.DISK_FULL;
            case SQLITE_READONLY_DBMOVED,
                    SQLITE_CANTOPEN,
                    SQLITE_IOERR,
                    SQLITE_IOERR_READ,
                    SQLITE_IOERR_WRITE,
                    SQLITE_IOERR_FSYNC,
                    SQLITE_IOERR_FSTAT,
                    SQLITE_IOERR_DIR_FSYNC,
                    SQLITE_IOERR_SHMOPEN,
                    SQLITE_IOERR_SHMSIZE,
                    SQLITE_IOERR_SHMMAP,
                    SQLITE_IOERR_DELETE_NOENT -> Fault.GONE;
            case SQLITE_CORRUPT, SQLITE_CORRUPT_VTAB, SQLITE_CORRUPT_INDEX, SQLITE_NOTADB, SQLITE_IOERR_SHORT_READ ->
                Fault.DAMAGED;
            default -> code.name().startsWith("SQLITE_READONLY") ? Fault.READ_ONLY : Fault.OTHER;
        };
    }
}
