package org.zeroply.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * The backups of a workbook, in the folder {@code <workbook>-backups} beside it: one a day on which it was opened, one
 * before every migration and one before every restore. Of each kind the newest are kept, so many as {@link #KEPT}. Those of
 * each day can be kept in a second place as well.
 */
public final class Backups {
    /** How many of each kind are kept. */
    public static final int KEPT = 10;

    private static final DateTimeFormatter NAME = DateTimeFormatter.ofPattern("yyyy-MM-dd HH-mm-ss", Locale.ROOT);
    private static final String ENDING = ".zeroply";
    private static final String DAMAGED = " of a damaged workbook";

    /** How many of a damaged workbook are kept of each kind, beside those that are whole. */
    private static final int KEPT_DAMAGED = 2;

    private final Path workbook;
    private final Path folder;
    private final @Nullable Path second;
    private final Clock clock;

    /** Backups beside the workbook only. */
    public Backups(Path workbook, Clock clock) {
        this(workbook, null, clock);
    }

    /**
     * @param second a folder on another disk in which the backups of each day are kept as well, as long as it is there; null
     *     for none
     */
    public Backups(Path workbook, @Nullable Path second, Clock clock) {
        this.workbook = workbook;
        this.second = second;
        this.clock = clock;
        folder = workbook.resolveSibling(name());
    }

    private String name() {
        return workbook.getFileName() + "-backups";
    }

    /** Why a backup was made. */
    public enum Kind {
        DAILY,
        BEFORE_MIGRATION,
        BEFORE_RESTORE;

        private String word() {
            return name().toLowerCase(Locale.ROOT).replace('_', ' ');
        }
    }

    /**
     * A backup.
     *
     * @param made in the time zone of the clock
     * @param bytes its size
     * @param isWhole whether it was found whole when it was made; otherwise the workbook was damaged already
     */
    public record Backup(Path file, Kind kind, LocalDateTime made, long bytes, boolean isWhole) {}

    /** The backups beside the workbook and in the second place, newest first; one that is in both comes once. */
    public List<Backup> list() throws IOException {
        List<Backup> all = new ArrayList<>(list(folder));
        if (second != null) {
            list(second.resolve(name())).stream()
                    .filter(there -> all.stream()
                            .noneMatch(here -> here.file()
                                    .getFileName()
                                    .equals(there.file().getFileName())))
                    .toList()
                    .forEach(all::add);
        }
        all.sort(Comparator.comparing(Backup::made).reversed());
        return all;
    }

    /** Whether a second place was named and is not there, such as a disk that is not plugged in. */
    public boolean isSecondMissing() {
        return second != null && !Files.isDirectory(second);
    }

    /**
     * Copies the newest whole backup of a day to the second place, if that is there and does not have it yet.
     *
     * @return whether one was copied
     */
    public boolean copyToSecond() throws IOException {
        if (second == null || isSecondMissing()) {
            return false;
        }
        Path there = second.resolve(name());
        Optional<Backup> newest = list(folder).stream()
                .filter(backup -> backup.kind() == Kind.DAILY && backup.isWhole())
                .findFirst();
        if (newest.isEmpty()) {
            return false;
        }
        Path target = there.resolve(newest.get().file().getFileName());
        if (Files.exists(target)) {
            return false;
        }
        Files.createDirectories(there);
        Copies.copyBytes(newest.get().file(), target);
        if (documentsOfWhole(target) < 0) {
            Files.delete(target);
            throw new IOException(target + " is not what was written to it");
        }
        prune(there, Kind.DAILY, true, KEPT);
        return true;
    }

    private static List<Backup> list(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) {
            return List.of();
        }
        try (Stream<Path> files = Files.list(folder)) {
            return files.flatMap(file -> read(file).stream())
                    .sorted(Comparator.comparing(Backup::made).reversed())
                    .toList();
        }
    }

    private static Optional<Backup> read(Path file) {
        String name = file.getFileName().toString();
        for (Kind kind : Kind.values()) {
            for (String state : List.of("", DAMAGED)) {
                String ending = ' ' + kind.word() + state + ENDING;
                if (name.endsWith(ending)) {
                    try {
                        LocalDateTime made =
                                LocalDateTime.parse(name.substring(0, name.length() - ending.length()), NAME);
                        return Optional.of(new Backup(file, kind, made, Files.size(file), state.isEmpty()));
                    } catch (DateTimeParseException | IOException noBackup) {
                        return Optional.empty();
                    }
                }
            }
        }
        return Optional.empty();
    }

    /** Whether no daily backup was made today. */
    public boolean isDue() throws IOException {
        LocalDate today = LocalDate.now(clock);
        return list(folder).stream()
                .noneMatch(backup -> backup.kind() == Kind.DAILY
                        && backup.made().toLocalDate().equals(today));
    }

    /** A name that is still free: a second later for each that is taken. */
    private Path place(Kind kind) throws IOException {
        Files.createDirectories(folder);
        LocalDateTime time = LocalDateTime.now(clock);
        Path place;
        do {
            place = folder.resolve(NAME.format(time) + ' ' + kind.word() + ENDING);
            time = time.plusSeconds(1);
        } while (Files.exists(place));
        return place;
    }

    /**
     * Makes a backup over an open connection, opens and checks it, and only then drops the oldest of its kind; one that is
     * damaged never takes the place of one that is whole.
     *
     * @return false if it was cancelled
     */
    boolean make(Connection open, Kind kind, Progress progress, Cancel cancel) throws IOException, SQLException {
        Path place = place(kind);
        // Edits may go on, and no document is ever taken out, so the copy has at least as many.
        long before = documents(open);
        if (!Copies.copy(open, workbook, place, progress, cancel)) {
            return false;
        }
        boolean isWhole = documentsOfWhole(place) >= before;
        if (!isWhole && documentsOfWhole(open) >= before) {
            // The workbook is whole, so it is the disk of the backup.
            Files.deleteIfExists(place);
            throw new IOException(place + " is not what was written to it");
        }
        if (!isWhole) {
            String name = place.getFileName().toString();
            Files.move(
                    place,
                    place.resolveSibling(name.substring(0, name.length() - ENDING.length()) + DAMAGED + ENDING),
                    StandardCopyOption.ATOMIC_MOVE);
            WholeFile.sync(place);
        }
        prune(folder, kind, isWhole, isWhole ? KEPT : KEPT_DAMAGED);
        return true;
    }

    /** How many documents a backup has; -1 if it cannot be read or something in it does not agree with its checksum. */
    private static long documentsOfWhole(Path backup) {
        try (Connection connection = WorkbookFile.source(backup).getConnection();
                Statement statement = connection.createStatement()) {
            // A backup is read and never written to, nor is anything made beside it.
            statement.execute("pragma query_only = on");
            return documentsOfWhole(connection);
        } catch (SQLException unreadable) {
            return -1;
        }
    }

    private static long documentsOfWhole(Connection connection) {
        try (Statement statement = connection.createStatement()) {
            try (ResultSet rows = statement.executeQuery("pragma quick_check(1)")) {
                if (!rows.next() || !"ok".equals(rows.getString(1))) {
                    return -1;
                }
            }
            try (ResultSet views = statement.executeQuery(
                    "select count(*) from sqlite_master where type = 'view' and name = 'content_broken'")) {
                if (views.next() && views.getInt(1) > 0 && broken(connection) > 0) {
                    return -1;
                }
            }
            return documents(connection);
        } catch (SQLException unreadable) {
            return -1;
        }
    }

    private static long broken(Connection connection) throws SQLException {
        long broken = 0;
        for (String table : Checksums.TABLES) {
            boolean isThere = one(
                            connection,
                            "select count(*) from sqlite_master where name = '" + table + Checksums.BROKEN + "'")
                    > 0;
            broken += !isThere ? 0 : one(connection, "select count(*) from " + table + Checksums.BROKEN);
        }
        return broken;
    }

    /** An older version may lack kinds of documents; both are counted the same way. */
    private static long documents(Connection connection) throws SQLException {
        long documents = 0;
        for (DocumentKind<?> kind : Kinds.DOCUMENTS) {
            boolean isThere =
                    one(connection, "select count(*) from sqlite_master where name = '" + kind.name() + "'") > 0;
            documents += isThere ? one(connection, "select count(*) from " + kind.name()) : 0;
        }
        return documents;
    }

    private static long one(Connection connection, String query) throws SQLException {
        try (Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery(query)) {
            return rows.next() ? rows.getLong(1) : 0;
        }
    }

    private static void prune(Path folder, Kind kind, boolean isWhole, int kept) throws IOException {
        List<Backup> alike = list(folder).stream()
                .filter(backup -> backup.kind() == kind && backup.isWhole() == isWhole)
                .toList();
        for (Backup old : alike.subList(Math.min(kept, alike.size()), alike.size())) {
            Files.deleteIfExists(old.file());
            Files.deleteIfExists(Copies.log(old.file()));
        }
    }

    /**
     * Writes every backup anew without a student.
     *
     * @return false if it was cancelled; those that were done are done
     * @throws IOException if one cannot be read or written; it says which
     */
    boolean forget(long uid, Set<String> names, Cancel cancel) throws IOException {
        List<Backup> all = new ArrayList<>(list(folder));
        if (second != null) {
            all.addAll(list(second.resolve(name())));
        }
        for (Backup backup : all) {
            if (cancel.isRequested()) {
                return false;
            }
            Path scratch = Files.createTempDirectory("zeroply-forget");
            try {
                Path copy = scratch.resolve("backup.zeroply");
                Copies.copyBytes(backup.file(), copy);
                if (!(Workbook.open(copy, clock) instanceof WorkbookOpening.Opened opened)) {
                    throw new IOException(
                            backup.file()
                                    + " cannot be opened, so nobody can be forgotten in it: delete it by hand, or forget without the backups");
                }
                try (Workbook book = opened.workbook()) {
                    new Forgetting(book, uid, names, Progress.SILENT, cancel).run();
                }
                WholeFile.write(backup.file(), out -> {
                    Files.copy(copy, out);
                    return true;
                });
            } finally {
                Scratch.delete(scratch);
            }
        }
        return true;
    }

    /**
     * Puts a backup in the place of the workbook, which nobody may have open. The workbook as it was is kept as a backup
     * of its own first, readable or not.
     *
     * @return false if the workbook is open
     */
    public boolean restore(Backup backup) throws IOException {
        try (WorkbookFile.Hold hold = WorkbookFile.hold(workbook)) {
            if (hold == null) {
                return false;
            }
            if (Files.exists(workbook)) {
                Copies.copyBytes(workbook, place(Kind.BEFORE_RESTORE));
                prune(folder, Kind.BEFORE_RESTORE, true, KEPT);
            }
            // The log goes first: it belongs to the old file, and is safe in the copy.
            Files.deleteIfExists(Copies.log(workbook));
            Files.deleteIfExists(Copies.sharedMemory(workbook));
            Copies.copyBytes(backup.file(), workbook);
            return true;
        }
    }
}
