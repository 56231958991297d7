package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.gametree.Game;
import org.zeroply.store.Backups.Backup;
import org.zeroply.store.Backups.Kind;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Bad disks, full disks, old and damaged files: a clear answer, nothing lost, and a way on. */
class FaultTest {
    @TempDir
    Path folder;

    private Path file() {
        return folder.resolve("club.zeroply");
    }

    private static WorkbookException.Fault faultOf(Throwable failure) {
        return ((WorkbookException) failure).fault();
    }

    @Test
    void aFullDiskRefusesTheEditAndKeepsEverythingBefore() throws IOException {
        try (Workbook workbook = Books.open(file())) {
            Books.takeClub(workbook);
            long id = workbook.games().find("", 1).getFirst().id();
            Game before = workbook.games().read(id);
            // SQLite answers with the same code as for a disk without room.
            long pages = workbook.write(handle ->
                    handle.createQuery("pragma page_count").mapTo(Long.class).one());
            workbook.write(handle -> handle.createQuery("pragma max_page_count = " + pages)
                    .mapTo(Long.class)
                    .one());
            Game large = before.with(before.tags().with("Annotation", "x".repeat(1 << 20)));
            assertThatThrownBy(() -> workbook.games().save(id, large, "", "edit"))
                    .satisfies(failure -> assertThat(faultOf(failure)).isEqualTo(WorkbookException.Fault.DISK_FULL));
            assertThat(workbook.games().read(id).sameAs(before)).isTrue();
            assertThat(workbook.games().undoState(id).undo()).isNull();
            workbook.write(handle -> handle.createQuery("pragma max_page_count = 1000000")
                    .mapTo(Long.class)
                    .one());
            workbook.games().save(id, large, "", "edit");
            assertThat(workbook.games().read(id).sameAs(large)).isTrue();
        }
    }

    @Test
    void aDiskThatVanishesIsNoticedAndNothingIsMadeInItsPlace() throws IOException {
        Path stick = Files.createDirectory(folder.resolve("stick"));
        Path file = stick.resolve("club.zeroply");
        Workbook workbook = Books.open(file);
        long id = workbook.games().add(Books.game("1.d4 d5 *"), "add");
        Path elsewhere = folder.resolve("elsewhere");
        Files.move(stick, elsewhere);
        assertThatThrownBy(() -> workbook.games().save(id, Books.game("1.d4 d5 2.c4 *"), "", "edit"))
                .satisfies(failure -> assertThat(faultOf(failure)).isEqualTo(WorkbookException.Fault.GONE));
        assertThat(file).doesNotExist();
        // What was open can still be saved somewhere else.
        Path rescued = folder.resolve("rescued.zeroply");
        assertThat(workbook.copyTo(rescued, Progress.SILENT, new Cancel())).isTrue();
        try (Workbook copy = Books.open(rescued)) {
            assertThat(copy.games().read(id).tree().mainLine()).hasSize(2);
        }
    }

    @Test
    void aPlaceThatCannotBeWrittenToIsSaidSo() {
        Path noPlace = Path.of("/proc/club.zeroply");
        assumeTrue(Files.isDirectory(Path.of("/proc/self")), "only where there is a place nobody can write to");
        assertThat(Workbook.open(noPlace, Books.CLOCK))
                .isInstanceOfSatisfying(
                        WorkbookOpening.Refused.class,
                        refused -> assertThat(refused.reason()).isEqualTo(WorkbookOpening.Reason.NO_ACCESS));
    }

    @Test
    void aWorkbookInUseCanBeCopiedAndTheCopyOpened() throws IOException {
        try (Workbook workbook = Books.open(file())) {
            Books.takeClub(workbook);
            assertThat(Workbook.open(file(), Books.CLOCK)).isInstanceOf(WorkbookOpening.Refused.class);
            Path copy = folder.resolve("copy.zeroply");
            assertThat(Workbook.copyOf(file(), copy, Progress.SILENT, new Cancel()))
                    .isEmpty();
            try (Workbook second = Books.open(copy)) {
                assertThat(second.games().count()).isEqualTo(64);
            }
        }
    }

    @Test
    void aDamagedPageCostsOnlyTheGamesOnIt() throws IOException {
        try (Workbook workbook = Books.open(file())) {
            Books.takeClub(workbook);
        }
        damageContent();
        assertThat(Workbook.open(file(), Books.CLOCK))
                .isInstanceOfSatisfying(
                        WorkbookOpening.Refused.class,
                        refused -> assertThat(refused.reason()).isEqualTo(WorkbookOpening.Reason.DAMAGED));
        byte[] damaged = Files.readAllBytes(file());
        Path saved = folder.resolve("saved.zeroply");
        Rescue.Report report = Workbook.rescue(file(), saved, Books.CLOCK, Progress.SILENT, new Cancel());
        assertThat(report.of("game").saved()).isBetween(30L, 63L);
        assertThat(report.of("game").saved() + report.of("game").lost()).isEqualTo(64);
        try (Workbook rescued = Books.open(saved)) {
            assertThat(rescued.games().count()).isEqualTo(report.of("game").saved());
            for (long id : rescued.games().ids(GameFilter.ALL, GameOrder.NEWEST_FIRST)) {
                assertThat(rescued.games().read(id).tree().size()).isGreaterThan(1);
            }
        }
        assertThat(Files.readAllBytes(file())).isEqualTo(damaged);
    }

    /** Writes nonsense over one leaf page that holds games. */
    private void damageContent() throws IOException {
        long page;
        try (var connection = WorkbookFile.source(file()).getConnection();
                var statement = connection.createStatement();
                var rows = statement.executeQuery("select rootpage from sqlite_master where name = 'content'")) {
            rows.next();
            page = rows.getLong(1);
        } catch (SQLException failed) {
            throw new IOException(failed);
        }
        try (RandomAccessFile bytes = new RandomAccessFile(file().toFile(), "rw")) {
            bytes.seek((page - 1) * 4096);
            assertThat(bytes.read()).as("an interior page of a table").isEqualTo(5);
            bytes.seek((page - 1) * 4096 + 12);
            int firstCell = bytes.readUnsignedShort();
            bytes.seek((page - 1) * 4096 + firstCell);
            int child = bytes.readInt();
            bytes.seek((child - 1) * 4096L);
            bytes.write(new byte[4096]);
        }
    }

    // ---- backups

    /** A clock that the test sets. */
    private static final class Days extends Clock {
        private Instant now = Books.CLOCK.instant();

        @Override
        public ZoneOffset getZone() {
            return ZoneOffset.UTC;
        }

        @Override
        public Clock withZone(ZoneId zone) {
            return this;
        }

        @Override
        public Instant instant() {
            return now;
        }
    }

    @Test
    void oneBackupADayIsMadeAndTheOldestGo() throws IOException {
        Days days = new Days();
        try (Workbook workbook = Books.open(file(), days)) {
            Books.takeClub(workbook);
            for (int day = 0; day < Backups.KEPT + 3; day++) {
                assertThat(workbook.backUpDaily(Progress.SILENT, new Cancel())).isTrue();
                assertThat(workbook.backUpDaily(Progress.SILENT, new Cancel())).isFalse();
                days.now = days.now.plus(Duration.ofDays(1));
            }
            List<Backup> backups = workbook.backups().list();
            assertThat(backups).hasSize(Backups.KEPT).allMatch(backup -> backup.kind() == Kind.DAILY);
            assertThat(backups.getFirst().made())
                    .isEqualTo(days.now
                            .minus(Duration.ofDays(1))
                            .atZone(ZoneOffset.UTC)
                            .toLocalDateTime());
            assertThat(folder.resolve("club.zeroply-backups").toFile().list()).hasSize(Backups.KEPT);
        }
    }

    @Test
    void backupsOfADamagedWorkbookNeverPushOutGoodOnes() throws IOException {
        Days days = new Days();
        try (Workbook workbook = Books.open(file(), days)) {
            Books.takeClub(workbook);
            for (int day = 0; day < 2 * Backups.KEPT + 2; day++) {
                if (day == Backups.KEPT) {
                    workbook.write(handle -> handle.execute("update content set sum = sum + 1 where id = 7"));
                }
                assertThat(workbook.backUpDaily(Progress.SILENT, new Cancel())).isTrue();
                days.now = days.now.plus(Duration.ofDays(1));
            }
            List<Backup> backups = workbook.backups().list();
            assertThat(backups.stream().filter(Backup::isWhole)).hasSize(Backups.KEPT);
            assertThat(backups.stream().filter(backup -> !backup.isWhole())).hasSize(2);
            List<Damaged> damaged = workbook.walk(Progress.SILENT, new Cancel());
            assertThat(workbook.bringBack(damaged, new Cancel()))
                    .as("the newest good one has it")
                    .isEmpty();
            assertThat(workbook.games().read(7).tree().size()).isGreaterThan(1);
        }
    }

    // ---- one workbook, one window

    @Test
    void noLinkGetsRoundTheHold() throws IOException {
        Path elsewhere = Files.createDirectory(folder.resolve("elsewhere"));
        Path symbolic = elsewhere.resolve("mine.zeroply");
        Path hard = elsewhere.resolve("same.zeroply");
        Books.open(file()).close();
        Files.createSymbolicLink(symbolic, file());
        Files.createLink(hard, file());
        try (Workbook open = Books.open(file())) {
            assertThat(open.file()).isEqualTo(file().toRealPath());
            for (Path other : List.of(symbolic, hard)) {
                assertThat(Workbook.open(other, Books.CLOCK))
                        .isInstanceOfSatisfying(
                                WorkbookOpening.Refused.class,
                                refused -> assertThat(refused.reason()).isEqualTo(WorkbookOpening.Reason.IN_USE));
            }
        }
        try (Workbook workbook = Books.open(symbolic)) {
            assertThat(workbook.file()).isEqualTo(file().toRealPath());
            assertThat(Workbook.open(file(), Books.CLOCK)).isInstanceOf(WorkbookOpening.Refused.class);
        }
    }

    /** Opens and closes again and again; between the two nobody else may have it. */
    public static final class Racer {
        private Racer() {}

        public static void main(String[] arguments) throws IOException {
            Path file = Path.of(arguments[0]);
            Path mine = file.resolveSibling("mine");
            int opened = 0;
            for (int turn = 0; turn < Integer.parseInt(arguments[1]); turn++) {
                if (Workbook.open(file, Books.CLOCK) instanceof WorkbookOpening.Opened alone) {
                    Files.createFile(mine);
                    opened++;
                    Files.delete(mine);
                    alone.workbook().close();
                }
            }
            System.out.println("opened " + opened);
        }
    }

    private void race(int turns) throws IOException, InterruptedException {
        Books.open(file()).close();
        List<Process> racers = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            racers.add(new ProcessBuilder(
                            ProcessHandle.current().info().command().orElse("java"),
                            "--enable-native-access=ALL-UNNAMED",
                            "-XX:TieredStopAtLevel=1",
                            "-cp",
                            System.getProperty("java.class.path"),
                            Racer.class.getName(),
                            file().toString(),
                            Integer.toString(turns))
                    .redirectErrorStream(true)
                    .start());
        }
        int opened = 0;
        for (Process racer : racers) {
            String said = new String(racer.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(racer.waitFor()).as(said).isZero();
            opened += Integer.parseInt(said.substring(said.lastIndexOf(' ') + 1).strip());
        }
        assertThat(opened).as("it was to be had half of the time at least").isGreaterThanOrEqualTo(turns);
    }

    @Test
    void twoProcessesNeverHaveItAtOnce() throws IOException, InterruptedException {
        race(40);
    }

    @Tag("long")
    @Test
    void inManyRacesTwoProcessesNeverHaveItAtOnce() throws IOException, InterruptedException {
        race(1_000);
    }

    @Test
    void whatLiesOnAnotherMachineIsKnownByItsFileSystem() {
        assertThat(Stream.of("nfs4", "CIFS", "fuse.sshfs", "smb3")).allMatch(WorkbookFile::isOnNetwork);
        assertThat(Stream.of("ext4", "btrfs", "NTFS", "apfs", "tmpfs")).noneMatch(WorkbookFile::isOnNetwork);
        try (Workbook workbook = Books.open(file())) {
            assertThat(workbook.isOnNetwork()).isFalse();
        }
    }

    @Test
    void aRestoredBackupTakesThePlaceAndThePresentStateIsKept() throws IOException {
        Days days = new Days();
        Backup backup;
        try (Workbook workbook = Books.open(file(), days)) {
            workbook.games().add(Books.game("[White \"Tarn, Bastian\"]\n1.d4 d5 *"), "add");
            workbook.backUpDaily(Progress.SILENT, new Cancel());
            backup = workbook.backups().list().getFirst();
            workbook.games().add(Books.game("[White \"Brandt, Ida\"]\n1.e4 e5 *"), "add");
            assertThat(workbook.backups().restore(backup))
                    .as("not while it is open")
                    .isFalse();
        }
        Backups backups = new Backups(file(), days);
        assertThat(backups.restore(backup)).isTrue();
        try (Workbook workbook = Books.open(file(), days)) {
            assertThat(workbook.games().count()).isEqualTo(1);
            assertThat(workbook.games().find("tarn", 2)).hasSize(1);
        }
        Backup before = backups.list().stream()
                .filter(each -> each.kind() == Kind.BEFORE_RESTORE)
                .findFirst()
                .orElseThrow();
        backups.restore(before);
        try (Workbook workbook = Books.open(file(), days)) {
            assertThat(workbook.games().count()).isEqualTo(2);
        }
    }

    @Test
    void backupsOfTheDayAreKeptInASecondPlaceAsLongAsItIsThere() throws IOException {
        Path disk = folder.resolve("other disk");
        Days days = new Days();
        try (Workbook workbook = Books.open(file(), days)) {
            workbook.keepBackupsIn(disk);
            workbook.games().add(Books.game("[White \"Tarn, Bastian\"]\n1.d4 d5 *"), "add");
            workbook.backUpDaily(Progress.SILENT, new Cancel());
            assertThat(workbook.backups().isSecondMissing()).isTrue();
            assertThat(workbook.backups().copyToSecond()).isFalse();
            Files.createDirectory(disk);
            assertThat(workbook.backups().copyToSecond()).isTrue();
            assertThat(workbook.backups().copyToSecond()).as("once a day").isFalse();
            for (int day = 0; day < 12; day++) {
                days.now = days.now.plus(Duration.ofDays(1));
                workbook.backUpDaily(Progress.SILENT, new Cancel());
                assertThat(workbook.backups().copyToSecond()).isTrue();
            }
            assertThat(workbook.backups().list())
                    .as("one in both places comes once")
                    .hasSize(Backups.KEPT);
        }
        // The disk with the workbook fails, and what it had beside it with it.
        Path backups = folder.resolve(file().getFileName() + "-backups");
        try (Stream<Path> files = Files.list(backups)) {
            for (Path each : files.toList()) {
                Files.delete(each);
            }
        }
        Files.delete(file());
        List<Backup> left = new Backups(file(), disk, days).list();
        assertThat(left).hasSize(Backups.KEPT);
        assertThat(new Backups(file(), disk, days).restore(left.getFirst())).isTrue();
        try (Workbook workbook = Books.open(file(), days)) {
            assertThat(workbook.games().find("tarn", 2)).hasSize(1);
        }
    }

    @Test
    void aCancelledCopyLeavesNothingBehind() throws IOException {
        try (Workbook workbook = Books.open(file());
                Stream<Path> files = Files.list(folder)) {
            Books.takeClub(workbook);
            Cancel cancel = new Cancel();
            Path target = folder.resolve("copy.zeroply");
            boolean copied = workbook.copyTo(target, (fraction, count) -> cancel.cancel(), cancel);
            assertThat(Files.exists(target)).isEqualTo(copied);
            assertThat(folder.resolve("copy.zeroply.part")).doesNotExist();
            assertThat(files).isNotEmpty();
        }
    }
}
