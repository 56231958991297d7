package org.zeroply.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Clock;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Function;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.jspecify.annotations.Nullable;
import org.zeroply.store.WorkbookOpening.Reason;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * An open workbook. Every edit is one transaction and safe on disk when its method returns.
 *
 * <p>Any thread may call any method. There is one writer: a fair lock lets edits in between the batches of an import,
 * which last at most 50 ms each. Reads run beside it on connections of their own. Only one process holds a workbook.
 */
public final class Workbook implements AutoCloseable {
    private final Path file;
    private final Clock clock;
    private final WorkbookFile.Hold hold;
    private final @Nullable Object identity;
    private final Connection writing;
    private final Jdbi writer;
    private final Readers readers;
    private final Jdbi reader;
    private final ReentrantLock writeLock = new ReentrantLock(true);
    private final ReentrantLock backingUp = new ReentrantLock();
    private volatile @Nullable Path secondPlace;

    private Workbook(Path file, Clock clock, WorkbookFile.Hold hold) throws SQLException {
        this.file = file;
        this.clock = clock;
        this.hold = hold;
        identity = WorkbookFile.identity(file);
        writing = WorkbookFile.source(file).getConnection();
        writer = Jdbi.create(writing);
        writer.useHandle(Revisions::begin);
        readers = new Readers(WorkbookFile.source(file));
        reader = Jdbi.create(readers);
    }

    /** Opens a workbook, or makes an empty one where no file is yet. */
    public static WorkbookOpening open(Path path, Clock clock) {
        WorkbookFile.Hold hold = null;
        Path file = path;
        try {
            file = WorkbookFile.real(path);
            hold = WorkbookFile.hold(file);
            if (hold == null) {
                return new WorkbookOpening.Refused(Reason.IN_USE, file.toString());
            }
            if (Files.exists(file)) {
                WorkbookOpening.Refused refused = WorkbookFile.inspect(file);
                if (refused != null) {
                    hold.close();
                    return refused;
                }
                int version = WorkbookFile.versionChecked(file);
                if (version > WorkbookFile.VERSION) {
                    hold.close();
                    return new WorkbookOpening.Refused(Reason.NEWER_VERSION, Integer.toString(version));
                }
                if (version < WorkbookFile.VERSION) {
                    WorkbookFile.migrateWithBackup(file, clock);
                }
            } else {
                WorkbookFile.create(file);
            }
            return new WorkbookOpening.Opened(new Workbook(file, clock, hold));
        } catch (SQLException damaged) {
            closeQuietly(hold);
            return new WorkbookOpening.Refused(Reason.DAMAGED, String.valueOf(damaged.getMessage()));
        } catch (IOException noAccess) {
            closeQuietly(hold);
            return new WorkbookOpening.Refused(Reason.NO_ACCESS, noAccess.toString());
        }
    }

    private static void closeQuietly(WorkbookFile.@Nullable Hold hold) {
        if (hold != null) {
            try {
                hold.close();
            } catch (IOException alsoFailed) {
                // The reason for refusing is already known and more telling.
            }
        }
    }

    /** The file itself, whatever links led to it. */
    public Path file() {
        return file;
    }

    /** Whether the file lies on another machine, where a workbook is not safe. */
    public boolean isOnNetwork() {
        try {
            return WorkbookFile.isOnNetwork(Files.getFileStore(file).type());
        } catch (IOException gone) {
            return false;
        }
    }

    Clock clock() {
        return clock;
    }

    /** The one way to write: one transaction, alone. */
    <T> T write(Function<Handle, T> work) {
        writeLock.lock();
        try {
            if (!isThere()) {
                // SQLite would go on writing to a file that nobody will find again.
                throw new WorkbookException(
                        WorkbookException.Fault.GONE, file + " is not there any more", new NoSuchFileException(""));
            }
            return writer.inTransaction(work::apply);
        } catch (RuntimeException failed) {
            throw wrapped(failed);
        } finally {
            writeLock.unlock();
        }
    }

    <T> T read(Function<Handle, T> work) {
        try {
            return reader.withHandle(work::apply);
        } catch (RuntimeException failed) {
            throw wrapped(failed);
        }
    }

    private static WorkbookException wrapped(RuntimeException failed) {
        return failed instanceof WorkbookException known
                ? known
                : new WorkbookException(String.valueOf(failed.getMessage()), failed);
    }

    // ---- copies

    /**
     * Copies the workbook as it is now; edits may go on meanwhile. Progress counts bytes.
     *
     * @return false if it was cancelled, and no copy was made
     */
    public boolean copyTo(Path target, Progress progress, Cancel cancel) {
        if (isThere()) {
            part();
        }
        return overConnection(open -> Copies.copy(open, file, target, progress, cancel));
    }

    /** Names the second place of the backups; see {@link Backups}. */
    public void keepBackupsIn(@Nullable Path second) {
        secondPlace = second;
    }

    /** The backups of this workbook. */
    public Backups backups() {
        return new Backups(file, secondPlace, clock);
    }

    /**
     * Makes today's backup if there is none yet. Progress counts bytes.
     *
     * @return whether one was made
     */
    public boolean backUpDaily(Progress progress, Cancel cancel) {
        // Two at a time would write to one file.
        backingUp.lock();
        try {
            if (!overConnection(open -> backups().isDue())) {
                return false;
            }
            part();
            return overConnection(open -> backups().make(open, Backups.Kind.DAILY, progress, cancel));
        } finally {
            backingUp.unlock();
        }
    }

    /** Copies part now, or have met: what documents are is kept when they change the next time. */
    void part() {
        write(handle -> {
            Revisions.part(handle, clock.instant().toString());
            return true;
        });
    }

    private boolean isThere() {
        return Objects.equals(identity, WorkbookFile.identity(file));
    }

    private interface OverConnection<T> {
        T run(Connection open) throws IOException, SQLException;
    }

    private <T> T overConnection(OverConnection<T> work) {
        if (isThere()) {
            return read(handle -> run(work, handle.getConnection()));
        }
        // Only what is open already can still reach the file.
        writeLock.lock();
        try {
            return run(work, writing);
        } finally {
            writeLock.unlock();
        }
    }

    private static <T> T run(OverConnection<T> work, Connection open) {
        try {
            return work.run(open);
        } catch (IOException | SQLException failed) {
            throw new WorkbookException(String.valueOf(failed.getMessage()), failed);
        }
    }

    /**
     * Takes over what was done to another copy of this workbook; see {@link MergeReport}. The other file is not changed.
     * Progress counts games.
     *
     * @param label how the status line names what the merge did when it can be undone
     */
    public MergeOpening merge(Path other, String label, Progress progress, Cancel cancel) throws IOException {
        Path scratch = Files.createTempDirectory("zeroply-merge");
        Path copy = scratch.resolve("other.zeroply");
        try {
            // A copy is merged, so that an older one can be migrated and the original stays as it is.
            Optional<WorkbookOpening.Refused> refused = copyOf(other, copy, progress, cancel);
            if (refused.isPresent()) {
                return new MergeOpening.Refused(refused.get());
            }
            return switch (open(copy, clock)) {
                case WorkbookOpening.Refused why -> new MergeOpening.Refused(why);
                case WorkbookOpening.Opened opened -> {
                    try (Workbook there = opened.workbook()) {
                        String name = String.valueOf(other.getFileName());
                        yield new MergeOpening.Merged(
                                new MergeRun(this, there.reader, name, label, progress, cancel).run());
                    }
                }
            };
        } finally {
            Scratch.delete(scratch);
        }
    }

    /**
     * Copies a workbook that need not be open, and may be open elsewhere or in a place that cannot be written to.
     *
     * @return why it could not be done; empty if the copy is there, or if it was cancelled
     */
    public static Optional<WorkbookOpening.Refused> copyOf(Path from, Path target, Progress progress, Cancel cancel)
            throws IOException {
        if (!Files.isReadable(from)) {
            return Optional.of(new WorkbookOpening.Refused(Reason.NO_ACCESS, from.toString()));
        }
        WorkbookOpening.Refused refused = WorkbookFile.inspect(from);
        if (refused != null) {
            return Optional.of(refused);
        }
        try (Connection open = WorkbookFile.source(from).getConnection()) {
            Copies.copy(open, from, target, progress, cancel);
        } catch (SQLException notThisWay) {
            // A place without leave to write cannot be opened by SQLite; nobody writes there, so bytes will do.
            Copies.copyBytes(from, target);
        }
        return Optional.empty();
    }

    /**
     * Saves what can be read of a damaged workbook into a new one. Progress counts games.
     *
     * @return how many games came through, and how many are lost
     */
    public static Rescue.Report rescue(Path damaged, Path target, Clock clock, Progress progress, Cancel cancel)
            throws IOException {
        return Rescue.run(damaged, target, clock, progress, cancel);
    }

    /**
     * Forgets a student for good: see {@link Forgetting}. Progress counts games.
     *
     * @param inBackups whether the backups are rewritten as well
     * @return false if it was cancelled, after which it can be asked for once more
     */
    public boolean forget(long student, boolean inBackups, Progress progress, Cancel cancel) throws IOException {
        Set<String> names = read(handle -> Kinds.STUDENT.get(handle, student)).allNames();
        long uid = read(handle -> Revisions.uid(handle, "student", student));
        if (inBackups && !backups().forget(uid, names, cancel)) {
            return false;
        }
        return new Forgetting(this, uid, names, progress, cancel).run();
    }

    /** Writes the file anew without the pages that are free, on which deleted rows still stand. */
    void shrink() {
        writeLock.lock();
        try (var statement = writing.createStatement()) {
            statement.execute("vacuum");
            statement.execute("pragma wal_checkpoint(truncate)");
        } catch (SQLException failed) {
            throw new WorkbookException(String.valueOf(failed.getMessage()), failed);
        } finally {
            writeLock.unlock();
        }
    }

    /**
     * Goes over everything and compares it with its checksums, slowly and beside all other work. Progress counts games.
     *
     * @return what is damaged; less if it was cancelled
     */
    public List<Damaged> walk(Progress progress, Cancel cancel) {
        return new Walk(this, progress, cancel).run();
    }

    /**
     * Puts damaged documents back as the newest backup has them in which they are whole.
     *
     * @return those for which there is none
     */
    public List<Damaged> bringBack(List<Damaged> damaged, Cancel cancel) throws IOException {
        return new BringBack(this, cancel).run(damaged);
    }

    // ---- shelves

    /** The games. */
    public GameShelf games() {
        return new GameShelf(this);
    }

    /** Where positions occur in them. */
    public PositionShelf positions() {
        return new PositionShelf(this);
    }

    /** Games out of files and into files. */
    public GameFiles files() {
        return new GameFiles(this);
    }

    /** What was calculated. */
    public StudyShelf studies() {
        return new StudyShelf(this);
    }

    /** Lesson reports. */
    public ReportShelf reports() {
        return new ReportShelf(this);
    }

    /** The workbook's settings. */
    public Settings settings() {
        return new Settings(this);
    }

    /** The games that wait to be judged. */
    public GameQueue queue() {
        return new GameQueue(this);
    }

    /** The repertoires. */
    public RepertoireShelf repertoires() {
        return new RepertoireShelf(this);
    }

    /** The papers with their tasks. */
    public PaperShelf papers() {
        return new PaperShelf(this);
    }

    /** Students and their sittings. */
    public SittingShelf sittings() {
        return new SittingShelf(this);
    }

    /** Students, what they ask and their groups. */
    public SheetShelf sheets() {
        return new SheetShelf(this);
    }

    public DiaryShelf diary() {
        return new DiaryShelf(this);
    }

    public RegisterShelf register() {
        return new RegisterShelf(this);
    }

    /** What accounts take of judged games. */
    public AccountShelf accounts() {
        return new AccountShelf(this);
    }

    /** Writes the log back into the file and lets go of it. */
    @Override
    public void close() {
        writeLock.lock();
        try {
            try (var statement = writing.createStatement()) {
                statement.execute("pragma wal_checkpoint(truncate)");
            } finally {
                try {
                    readers.close();
                    writing.close();
                } finally {
                    hold.close();
                }
            }
        } catch (SQLException | IOException failed) {
            throw new WorkbookException("the workbook did not close cleanly: " + failed.getMessage(), failed);
        } finally {
            writeLock.unlock();
        }
    }
}
