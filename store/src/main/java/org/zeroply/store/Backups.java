package org.zeroply.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * The backups of a workbook, in the folder {@code <workbook>-backups} beside it: one a day on which it was opened, one
 * before every migration and one before every restore. Of each kind the newest are kept, so many as {@link #KEPT}.
 */
public final class Backups {
    /** How many of each kind are kept. */
    public static final int KEPT = 10;

    private static final DateTimeFormatter NAME = DateTimeFormatter.ofPattern("yyyy-MM-dd HH-mm-ss", Locale.ROOT);
    private static final String ENDING = ".zeroply";

    private final Path workbook;
    private final Path folder;
    private final Clock clock;

    public Backups(Path workbook, Clock clock) {
        this.workbook = workbook;
        this.clock = clock;
        folder = workbook.resolveSibling(workbook.getFileName() + "-backups");
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
     */
    public record Backup(Path file, Kind kind, LocalDateTime made, long bytes) {}

    /** The backups that are there, newest first. */
    public List<Backup> list() throws IOException {
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
            String ending = ' ' + kind.word() + ENDING;
            if (name.endsWith(ending)) {
                try {
                    LocalDateTime made = LocalDateTime.parse(name.substring(0, name.length() - ending.length()), NAME);
                    return Optional.of(new Backup(file, kind, made, Files.size(file)));
                } catch (DateTimeParseException | IOException noBackup) {
                    return Optional.empty();
                }
            }
        }
        return Optional.empty();
    }

    /** Whether no daily backup was made today. */
    public boolean isDue() throws IOException {
        LocalDate today = LocalDate.now(clock);
        return list().stream()
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
     * Makes a backup over an open connection and drops the oldest of its kind.
     *
     * @return false if it was cancelled
     */
    boolean make(Connection open, Kind kind, Progress progress, Cancel cancel) throws IOException, SQLException {
        boolean made = Copies.copy(open, workbook, place(kind), progress, cancel);
        prune(kind);
        return made;
    }

    private void prune(Kind kind) throws IOException {
        List<Backup> alike =
                list().stream().filter(backup -> backup.kind() == kind).toList();
        for (Backup old : alike.subList(Math.min(KEPT, alike.size()), alike.size())) {
            Files.deleteIfExists(old.file());
            Files.deleteIfExists(Copies.log(old.file()));
        }
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
                prune(Kind.BEFORE_RESTORE);
            }
            // The log goes first: it belongs to the old file, and is safe in the copy.
            Files.deleteIfExists(Copies.log(workbook));
            Files.deleteIfExists(Copies.sharedMemory(workbook));
            Copies.copyBytes(backup.file(), workbook);
            return true;
        }
    }
}
