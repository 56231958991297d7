package org.zeroply.store;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.channels.FileChannel;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.flywaydb.core.Flyway;
import org.jspecify.annotations.Nullable;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteConnection;
import org.sqlite.SQLiteDataSource;
import org.sqlite.SQLiteOpenMode;
import org.zeroply.store.WorkbookOpening.Reason;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** The file under a workbook: what it is, whose it is, which version it has, and how it comes to the newest one. */
final class WorkbookFile {
    /** Says in the file's header whose file it is ("ZPLY"). */
    private static final int APPLICATION_ID = 0x5A50_4C59;

    /** The schema that this program reads and writes; the number of the last migration. */
    static final int VERSION = 14;

    private static final byte[] SQLITE_HEADER = "SQLite format 3\0".getBytes(StandardCharsets.US_ASCII);
    private static final int HEADER_LENGTH = 100;
    private static final int AT_USER_VERSION = 60;
    private static final int AT_APPLICATION_ID = 68;

    /** Up to this size the whole file is checked when it is opened. */
    private static final long CHECKED_WHOLE = 64L << 20;

    /** Pages that each connection keeps in memory. */
    private static final int CACHE_KIBIBYTES = 32 << 10;

    private WorkbookFile() {}

    /**
     * The hold on a workbook that keeps other processes out, and other windows of this one. Its files stay when it is let go:
     * whoever deletes the file of a lock may delete one that somebody else has just taken.
     */
    record Hold(List<FileChannel> channels) implements AutoCloseable {
        Hold {
            channels = List.copyOf(channels);
        }

        @Override
        public void close() throws IOException {
            for (FileChannel channel : channels) {
                // The lock goes with it.
                channel.close();
            }
        }
    }

    /** The file that a path leads to in the end, whatever links stand between; the path itself where no file is yet. */
    static Path real(Path workbook) throws IOException {
        if (Files.exists(workbook)) {
            return workbook.toRealPath();
        }
        Path folder = workbook.toAbsolutePath().getParent();
        return folder != null && Files.isDirectory(folder)
                ? folder.toRealPath().resolve(workbook.getFileName())
                : workbook;
    }

    /** Takes the hold, or null if someone else has it; of a file that is there under two names, too. */
    static @Nullable Hold hold(Path workbook) throws IOException {
        List<FileChannel> held = new ArrayList<>();
        for (Path file : locks(real(workbook))) {
            FileChannel channel = locked(file);
            if (channel == null) {
                new Hold(held).close();
                return null;
            }
            held.add(channel);
        }
        return new Hold(held);
    }

    /** A lock beside the file for everybody; and where the file is there already, one of this machine for its place on the disk. */
    private static List<Path> locks(Path real) throws IOException {
        Path beside = real.resolveSibling(real.getFileName() + "-lock");
        Object place = identity(real);
        if (place == null || place instanceof Path) {
            return List.of(beside);
        }
        String name = "zeroply-"
                + Long.toHexString(Revisions.of(place.toString().getBytes(StandardCharsets.UTF_8))) + "-lock";
        return List.of(beside, Path.of(System.getProperty("java.io.tmpdir"), name));
    }

    private static @Nullable FileChannel locked(Path file) throws IOException {
        FileChannel channel = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
        try {
            if (channel.tryLock() != null) {
                return channel;
            }
        } catch (OverlappingFileLockException thisProcess) {
            // The same answer as for another process.
        }
        channel.close();
        return null;
    }

    /** Kinds of file systems that lie on another machine, as the system names them. */
    private static final Set<String> ON_A_NETWORK = Set.of(
            "nfs",
            "nfs3",
            "nfs4",
            "cifs",
            "smb",
            "smbfs",
            "smb2",
            "smb3",
            "9p",
            "afs",
            "afpfs",
            "webdav",
            "davfs",
            "fuse.sshfs",
            "fuse.davfs",
            "fuse.rclone",
            "ceph",
            "glusterfs",
            "fuse.glusterfs",
            "ncpfs");

    /** Whether a file lies on another machine, where locks and the order of writes cannot be relied on. */
    static boolean isOnNetwork(String type) {
        return ON_A_NETWORK.contains(type.toLowerCase(Locale.ROOT));
    }

    /** Which file it is on its disk, where the system tells; null if it is not there. */
    static @Nullable Object identity(Path file) {
        try {
            Object key = Files.readAttributes(file, BasicFileAttributes.class).fileKey();
            return key == null ? file : key;
        } catch (IOException gone) {
            return null;
        }
    }

    /** Looks at the header without changing anything; null if the file may be opened. */
    static WorkbookOpening.@Nullable Refused inspect(Path file) throws IOException {
        byte[] header = new byte[HEADER_LENGTH];
        try (RandomAccessFile in = new RandomAccessFile(file.toFile(), "r")) {
            if (in.length() < HEADER_LENGTH) {
                return new WorkbookOpening.Refused(Reason.NOT_A_WORKBOOK, file.toString());
            }
            in.readFully(header);
        }
        if (!Arrays.equals(SQLITE_HEADER, Arrays.copyOf(header, SQLITE_HEADER.length))
                || number(header, AT_APPLICATION_ID) != APPLICATION_ID) {
            return new WorkbookOpening.Refused(Reason.NOT_A_WORKBOOK, file.toString());
        }
        int version = number(header, AT_USER_VERSION);
        return version > VERSION ? new WorkbookOpening.Refused(Reason.NEWER_VERSION, Integer.toString(version)) : null;
    }

    private static int number(byte[] bytes, int at) {
        return (bytes[at] & 0xFF) << 24
                | (bytes[at + 1] & 0xFF) << 16
                | (bytes[at + 2] & 0xFF) << 8
                | bytes[at + 3] & 0xFF;
    }

    /** Connections to a file that is there; a file that has gone is never made anew under one's hands. */
    static SQLiteDataSource source(Path file) {
        return source(file, false);
    }

    private static SQLiteDataSource source(Path file, boolean create) {
        SQLiteConfig config = new SQLiteConfig();
        if (!create) {
            config.resetOpenMode(SQLiteOpenMode.CREATE);
        }
        config.setCacheSize(-CACHE_KIBIBYTES);
        config.setJournalMode(SQLiteConfig.JournalMode.WAL);
        config.setSynchronous(SQLiteConfig.SynchronousMode.FULL);
        config.setBusyTimeout(5_000);
        config.enforceForeignKeys(true);
        config.enableLoadExtension(false);
        SQLiteDataSource source = new WatchedSource(config);
        source.setUrl("jdbc:sqlite:" + file.toAbsolutePath());
        return source;
    }

    /** Connections that know the function of the checksums. */
    private static final class WatchedSource extends SQLiteDataSource {
        WatchedSource(SQLiteConfig config) {
            super(config);
        }

        @Override
        public SQLiteConnection getConnection(@Nullable String user, @Nullable String password) throws SQLException {
            SQLiteConnection connection = super.getConnection(user, password);
            Checksums.register(connection);
            return connection;
        }
    }

    /** Makes an empty workbook, complete or not at all. */
    static void create(Path file) throws IOException, SQLException {
        Path draft = file.resolveSibling(file.getFileName() + ".new");
        Files.deleteIfExists(draft);
        migrate(draft);
        Files.move(draft, file, StandardCopyOption.ATOMIC_MOVE);
        WholeFile.sync(file);
    }

    /** Brings a workbook to this program's version, with a backup of the old one. */
    static void migrateWithBackup(Path file, Clock clock) throws SQLException, IOException {
        try (Connection connection = source(file).getConnection()) {
            new Backups(file, clock).make(connection, Backups.Kind.BEFORE_MIGRATION, Progress.SILENT, new Cancel());
        }
        migrate(file);
    }

    static void migrate(Path file) throws SQLException {
        migrate(file, VERSION);
    }

    /** Brings a workbook to a version that is not above this program's, or makes one. */
    static void migrate(Path file, int version) throws SQLException {
        SQLiteDataSource source = source(file, true);
        Flyway.configure(WorkbookFile.class.getClassLoader())
                .dataSource(source)
                .locations("classpath:org/zeroply/store/migrations")
                .javaMigrations(
                        new V3__FillColumns(),
                        new V7__FillRatings(),
                        new V10__Documents(),
                        new V11__Checksums(),
                        new V12__Register(),
                        new V13__Diary(),
                        new V14__Sheets())
                .target(Integer.toString(version))
                .load()
                .migrate();
        try (Connection connection = source.getConnection();
                Statement statement = connection.createStatement()) {
            statement.execute("pragma application_id = " + APPLICATION_ID);
            statement.execute("pragma user_version = " + version);
            statement.execute("pragma wal_checkpoint(truncate)");
        }
    }

    /** The version of a workbook as SQLite sees it, its log included. */
    static int versionOf(Path file) throws SQLException {
        try (Connection connection = source(file).getConnection();
                Statement statement = connection.createStatement();
                var rows = statement.executeQuery("pragma user_version")) {
            return rows.next() ? rows.getInt(1) : 0;
        }
    }

    /** The version of a workbook as SQLite sees it, its log included; also proves that the file can be read. */
    static int versionChecked(Path file) throws SQLException, IOException {
        try (Connection connection = source(file).getConnection();
                Statement statement = connection.createStatement()) {
            if (Files.size(file) <= CHECKED_WHOLE) {
                try (var rows = statement.executeQuery("pragma quick_check(1)")) {
                    if (!rows.next() || !"ok".equals(rows.getString(1))) {
                        throw new SQLException("the check of the file failed");
                    }
                }
            }
        }
        return versionOf(file);
    }
}
