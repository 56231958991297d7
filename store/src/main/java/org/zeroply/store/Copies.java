package org.zeroply.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.concurrent.atomic.AtomicBoolean;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Copies of workbooks. A copy appears complete or not at all, and is on the disk when its method returns. */
final class Copies {
    private static final long LOOK_EVERY_MILLIS = 50;

    private Copies() {}

    /** The log and the shared memory that SQLite keeps beside a workbook while it is open. */
    static Path log(Path workbook) {
        return workbook.resolveSibling(workbook.getFileName() + "-wal");
    }

    static Path sharedMemory(Path workbook) {
        return workbook.resolveSibling(workbook.getFileName() + "-shm");
    }

    /**
     * Copies a workbook as it is at this moment, safe while others write to it.
     *
     * @return false if it was cancelled, and no copy was made
     */
    static boolean copy(Connection open, Path from, Path target, Progress progress, Cancel cancel)
            throws IOException, SQLException {
        Path draft = target.resolveSibling(target.getFileName() + ".part");
        Files.deleteIfExists(draft);
        AtomicBoolean done = new AtomicBoolean();
        try (Statement statement = open.createStatement()) {
            long size = Files.exists(from) ? Math.max(1, Files.size(from)) : Long.MAX_VALUE;
            Thread watch = Thread.ofVirtual().start(() -> watch(statement, draft, size, done, progress, cancel));
            try {
                statement.execute("vacuum into '" + draft.toString().replace("'", "''") + "'");
            } finally {
                done.set(true);
                watch.interrupt();
            }
            WholeFile.force(draft);
            Files.move(draft, target, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
            WholeFile.sync(target);
            progress.at(1, size);
            return true;
        } catch (SQLException failed) {
            if (cancel.isRequested()) {
                return false;
            }
            throw failed;
        } finally {
            Files.deleteIfExists(draft);
        }
    }

    private static void watch(
            Statement statement, Path draft, long size, AtomicBoolean done, Progress progress, Cancel cancel) {
        try {
            while (!done.get()) {
                if (cancel.isRequested()) {
                    statement.cancel();
                }
                if (Files.exists(draft)) {
                    long copied = Files.size(draft);
                    progress.at(Math.min(1, (double) copied / size), copied);
                }
                Thread.sleep(LOOK_EVERY_MILLIS);
            }
        } catch (InterruptedException | IOException | SQLException over) {
            // The copy is complete or failed by itself; there is nothing more to watch.
        }
    }

    /** Copies the bytes of a workbook that nobody writes to, its log included. */
    static void copyBytes(Path from, Path target) throws IOException {
        Path draft = target.resolveSibling(target.getFileName() + ".part");
        try {
            if (Files.exists(log(from))) {
                Files.copy(log(from), log(target), StandardCopyOption.REPLACE_EXISTING);
            } else {
                Files.deleteIfExists(log(target));
            }
            Files.deleteIfExists(sharedMemory(target));
            Files.copy(from, draft, StandardCopyOption.REPLACE_EXISTING);
            WholeFile.force(draft);
            Files.move(draft, target, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
            WholeFile.sync(target);
        } finally {
            Files.deleteIfExists(draft);
        }
    }
}
