package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.store.Revisions.State;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * A disk that cannot write: one after the other, each of the first writes, cuts, renames and syncs of an edit, an import, a merge
 * and a backup fails, once or from then on. What failed is told, what was there before is there, and it can be done again.
 */
@SuppressWarnings("NullAway.Init")
class WriteErrorTest {
    @TempDir
    Path folder;

    /** Does things in a watched folder, with the failures that it orders itself; says what came of each. */
    public static final class Worker {
        private static final int ONCE = 1;
        private static final int FROM_THEN_ON = 2;

        private final Path disk;
        private final Path base;
        private final Path other;
        private final Path control;

        private Worker(Path disk, Path base, Path other, Path control) {
            this.disk = disk;
            this.base = base;
            this.other = other;
            this.control = control;
        }

        public static void main(String[] arguments) throws IOException {
            Worker worker = new Worker(
                    Path.of(arguments[0]), Path.of(arguments[1]), Path.of(arguments[2]), Path.of(arguments[3]));
            for (String deed : List.of("edit", "import", "merge", "backup")) {
                for (int at = 1; at <= Integer.parseInt(arguments[4]); at += Integer.parseInt(arguments[5])) {
                    System.out.println(worker.attempt(deed, at, ONCE));
                    System.out.println(worker.attempt(deed, at, FROM_THEN_ON));
                }
            }
        }

        private void order(long at, long mode) throws IOException {
            ByteBuffer orders = ByteBuffer.allocate(16).order(ByteOrder.LITTLE_ENDIAN);
            orders.putLong(at).putLong(mode).flip();
            try (FileChannel channel = FileChannel.open(control, StandardOpenOption.WRITE)) {
                channel.write(orders);
            }
        }

        private static void perform(Workbook workbook, String deed, Path other) throws IOException {
            switch (deed) {
                case "edit" -> {
                    for (String what : Numbered.ALL) {
                        if (!what.equals("import")) {
                            Numbered.write(workbook, what, 2);
                        }
                    }
                }
                case "import" -> Numbered.write(workbook, "import", 2);
                case "merge" -> workbook.merge(other, "merge", Progress.SILENT, new Cancel());
                case "backup" -> workbook.backUpDaily(Progress.SILENT, new Cancel());
                default -> throw new AssertionError(deed);
            }
        }

        private String attempt(String deed, int at, int mode) throws IOException {
            Path place = disk.resolve("place");
            if (Files.exists(place)) {
                Scratch.delete(place);
            }
            Files.createDirectory(place);
            Path file = Files.copy(base, place.resolve("club.zeroply"));
            String told = "";
            Workbook workbook = ((WorkbookOpening.Opened) Workbook.open(file, Books.CLOCK)).workbook();
            try {
                order(at, mode);
                perform(workbook, deed, other);
            } catch (WorkbookException | IOException failed) {
                told = failed.getClass().getSimpleName();
            } finally {
                order(0, 0);
            }
            String name = deed + " " + at + " " + (mode == ONCE ? "once" : "on") + ": ";
            try {
                workbook.close();
            } catch (RuntimeException failed) {
                // What was acknowledged must be there all the same.
            }
            try (Workbook again = ((WorkbookOpening.Opened) Workbook.open(file, Books.CLOCK)).workbook()) {
                String wrong = whatIsWrong(again, deed, told.isEmpty());
                if (!wrong.isEmpty()) {
                    return "WRONG " + name + wrong + " after " + told;
                }
                // It can be done again.
                perform(again, deed, other);
                String stillWrong = whatIsWrong(again, deed, true);
                return stillWrong.isEmpty()
                        ? (told.isEmpty() ? "done " : "told ") + name + told
                        : "WRONG " + name + stillWrong + " the second time";
            } catch (RuntimeException failed) {
                return "WRONG " + name + failed;
            }
        }

        private static String whatIsWrong(Workbook workbook, String deed, boolean isDone) throws IOException {
            for (String what : Numbered.ALL) {
                long least = isDone && (what.equals("import") ? deed.equals("import") : deed.equals("edit")) ? 2 : 1;
                if (Numbered.read(workbook, what) < least) {
                    return what + " says " + Numbered.read(workbook, what);
                }
            }
            if (!workbook.walk(Progress.SILENT, new Cancel()).isEmpty()) {
                return "something does not agree with its checksum";
            }
            for (DocumentKind<?> kind : Kinds.DOCUMENTS) {
                for (State state : workbook.read(handle -> Revisions.states(handle, kind))) {
                    workbook.read(handle -> kind.checked(handle, state.id()));
                }
            }
            if (isDone
                    && deed.equals("merge")
                    && workbook.games().find("elsewhere", 2).isEmpty()) {
                return "the other copy's game is not there";
            }
            List<Backups.Backup> backups = workbook.backups().list();
            for (Backups.Backup backup : backups) {
                if (!backup.isWhole() || WorkbookFile.inspect(backup.file()) != null) {
                    return "a backup is not whole";
                }
            }
            return isDone && deed.equals("backup") && backups.isEmpty() ? "there is no backup" : "";
        }
    }

    @Test
    void aWriteThatFailsIsToldAndCostsNothing() throws Exception {
        failAt(100, 33);
    }

    @Tag("long")
    @Test
    void eachOfTheFirstHundredWritesMayFail() throws Exception {
        failAt(100, 1);
    }

    private void failAt(int most, int step) throws IOException, InterruptedException {
        Optional<Shim> shim = Shim.compile(folder);
        assumeTrue(shim.isPresent());
        Path base = folder.resolve("base.zeroply");
        Path other = folder.resolve("other.zeroply");
        try (Workbook workbook = Books.open(base)) {
            Numbered.begin(workbook);
            for (String what : Numbered.ALL) {
                Numbered.write(workbook, what, 1);
            }
            workbook.copyTo(other, Progress.SILENT, new Cancel());
        }
        try (Workbook elsewhere = Books.open(other)) {
            elsewhere.games().add(Books.game("[White \"Elsewhere\"]\n1.c4 c5 *"), "add");
            for (String what : List.of("game", "repertoire", "paper", "student", "sitting", "report")) {
                Numbered.write(elsewhere, what, 3);
            }
        }
        Path disk = Files.createDirectory(folder.resolve("disk")).toRealPath();
        Path control = Files.write(folder.resolve("control"), new byte[16]);
        List<String> said = shim.orElseThrow()
                .run(
                        Worker.class,
                        disk,
                        Map.of("SHIM_CONTROL", control.toString()),
                        disk.toString(),
                        base.toString(),
                        other.toString(),
                        control.toString(),
                        Integer.toString(most),
                        Integer.toString(step));
        assertThat(said).hasSize(8 * ((most + step - 1) / step));
        assertThat(said.stream().filter(line -> line.startsWith("WRONG"))).isEmpty();
        for (String deed : List.of("edit", "import", "merge", "backup")) {
            List<String> told = new ArrayList<>(said);
            told.removeIf(line -> !line.startsWith("told " + deed));
            assertThat(told).as("%s: failures are told", deed).isNotEmpty();
        }
    }
}
