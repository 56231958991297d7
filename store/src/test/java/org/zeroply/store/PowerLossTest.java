package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * A machine loses its power. What a process wrote and synced is recorded; then it is cut off anywhere, and of what was written
 * to a file after it was synced last, each write is there, is not, or is there in part, by chance. Everything that was
 * acknowledged by then must be there, and all of it be read.
 */
@SuppressWarnings("NullAway.Init")
class PowerLossTest {
    @TempDir
    Path folder;

    /** Edits documents of every kind, imports, makes a backup now and then, and keeps in a file what was acknowledged. */
    public static final class Worker {
        private Worker() {}

        public static void main(String[] arguments) throws IOException {
            Path watched = Path.of(arguments[0]);
            try (Workbook workbook = Books.open(watched.resolve("club.zeroply"));
                    OutputStream said = Files.newOutputStream(
                            watched.resolve("said"), StandardOpenOption.CREATE, StandardOpenOption.APPEND)) {
                Numbered.begin(workbook);
                say(said, "begun 1");
                for (int number = 1; number <= Integer.parseInt(arguments[1]); number++) {
                    for (String what : Numbered.ALL) {
                        Numbered.write(workbook, what, number);
                        say(said, what + " " + number);
                    }
                    if (number == 3) {
                        workbook.backUpDaily(Progress.SILENT, new Cancel());
                        say(said, "backup 1");
                    }
                }
            }
        }

        private static void say(OutputStream said, String text) throws IOException {
            said.write((text + "\n").getBytes(StandardCharsets.UTF_8));
        }
    }

    @Test
    void whatWasAcknowledgedIsThereAfterAPowerLoss() throws Exception {
        loseAndCheck(4, 15, 20261130);
    }

    @Tag("long")
    @Test
    void afterManyPowerLosses() throws Exception {
        loseAndCheck(16, 500, 20261201);
    }

    private void loseAndCheck(int rounds, int losses, long seed) throws IOException, InterruptedException {
        Optional<Shim> shim = Shim.compile(folder);
        assumeTrue(shim.isPresent());
        Path watched = Files.createDirectory(folder.resolve("disk")).toRealPath();
        Path log = folder.resolve("log");
        Path made = watched.resolve("club.zeroply");
        Books.open(made).close();
        byte[] before = Files.readAllBytes(made);
        shim.orElseThrow()
                .run(
                        Worker.class,
                        watched,
                        Map.of("SHIM_LOG", log.toString()),
                        watched.toString(),
                        Integer.toString(rounds));
        List<Shim.Op> ops = Shim.log(log);
        assertThat(ops.stream().filter(op -> op.op() == 's').count())
                .as("syncs were recorded")
                .isGreaterThan(rounds * 7L);
        Random random = new Random(seed);
        Path found = Files.createDirectory(folder.resolve("found"));
        Disk disk = new Disk(watched.toString(), random);
        disk.begin(made, before);
        int[] cuts = random.ints(losses, 0, ops.size()).sorted().toArray();
        int at = 0;
        for (int loss = 0; loss < losses; loss++) {
            ops.subList(at, cuts[loss]).forEach(disk::take);
            at = cuts[loss];
            Scratch.delete(found);
            Files.createDirectory(found);
            disk.write(found);
            check(found, disk.acknowledged, "seed " + seed + ", loss " + loss);
        }
        assertThat(disk.dropped).as("something was lost at all").isGreaterThan(losses);
    }

    /** A disk with what is on it for sure, and what may be. */
    private static final class Disk {
        private final String root;
        private final Random random;
        private final Map<String, Long> acknowledged = new HashMap<>();
        private final Map<String, Content> files = new TreeMap<>();

        /** Names that came, changed or went since their folder was synced. */
        private final Map<String, Content> sureNames = new TreeMap<>();

        private int dropped;

        Disk(String root, Random random) {
            this.root = root;
            this.random = random;
        }

        /** Bytes that are sure, and what was done to them since the last sync. */
        private static final class Content {
            private byte[] sure = new byte[0];
            private final List<Shim.Op> since = new ArrayList<>();

            private int length;

            static Content of(byte[] bytes) {
                Content content = new Content();
                content.sure = bytes;
                content.length = bytes.length;
                return content;
            }

            void apply(Shim.Op op, int part) {
                int end = (int) op.offset() + (op.op() == 't' ? 0 : part);
                if (end > sure.length) {
                    sure = Arrays.copyOf(sure, 2 * end);
                }
                if (op.op() == 't') {
                    Arrays.fill(sure, Math.min(end, length), Math.max(end, length), (byte) 0);
                    length = end;
                } else {
                    System.arraycopy(op.data(), 0, sure, (int) op.offset(), part);
                    length = Math.max(length, end);
                }
            }

            void sync() {
                since.forEach(op -> apply(op, op.data().length));
                since.clear();
            }
        }

        /** What is there before anything is recorded. */
        void begin(Path file, byte[] bytes) {
            Content content = Content.of(bytes);
            files.put(file.toString(), content);
            sureNames.put(file.toString(), content);
        }

        void take(Shim.Op op) {
            if (op.path().endsWith("/said")) {
                if (op.op() == 'w') {
                    String[] words = op.text().strip().split(" ");
                    acknowledged.put(words[0], Long.parseLong(words[1]));
                }
                return;
            }
            switch (op.op()) {
                case 'w', 't' ->
                    files.computeIfAbsent(op.path(), path -> new Content())
                            .since
                            .add(op);
                case 's' -> {
                    if (op.path().endsWith("/")) {
                        syncFolder(op.path());
                    } else {
                        // Who syncs a new file has its name on the disk as well.
                        Content content = files.computeIfAbsent(op.path(), path -> new Content());
                        content.sync();
                        sureNames.put(op.path(), content);
                    }
                }
                case 'r' -> {
                    Content moved = files.remove(op.path());
                    if (moved != null) {
                        files.put(op.text(), moved);
                    }
                }
                case 'u' -> files.remove(op.path());
                default -> throw new AssertionError(op.op());
            }
        }

        private void syncFolder(String path) {
            Set<String> names = new HashSet<>(sureNames.keySet());
            names.addAll(files.keySet());
            for (String name : names) {
                if (name.startsWith(path)) {
                    Content now = files.get(name);
                    if (now == null) {
                        sureNames.remove(name);
                    } else {
                        sureNames.put(name, now);
                    }
                }
            }
        }

        /** Writes what is found after the loss. */
        void write(Path found) throws IOException {
            Set<String> names = new HashSet<>(sureNames.keySet());
            names.addAll(files.keySet());
            for (String name : names) {
                Content now = files.get(name);
                Content was = sureNames.get(name);
                Content there = now == was || random.nextBoolean() ? now : was;
                if (there == null) {
                    continue;
                }
                Content left = Content.of(Arrays.copyOf(there.sure, there.length));
                for (Shim.Op op : there.since) {
                    int kind = random.nextInt(3);
                    if (kind == 0) {
                        dropped++;
                    } else {
                        int part = op.data().length > 512 && kind == 1
                                ? random.nextInt(op.data().length / 512) * 512
                                : op.data().length;
                        left.apply(op, part);
                    }
                }
                Path path = found.resolve(name.substring(root.length() + 1));
                Files.createDirectories(path.getParent());
                Files.write(path, Arrays.copyOf(left.sure, left.length));
            }
        }
    }

    private static void check(Path found, Map<String, Long> acknowledged, String when) throws IOException {
        Path file = found.resolve("club.zeroply");
        if (!acknowledged.containsKey("begun")) {
            return;
        }
        WorkbookOpening opening = Workbook.open(file, Books.CLOCK);
        assertThat(opening).as("%s: %s", when, opening).isInstanceOf(WorkbookOpening.Opened.class);
        try (Workbook workbook = ((WorkbookOpening.Opened) opening).workbook()) {
            for (String what : Numbered.ALL) {
                assertThat(Numbered.read(workbook, what))
                        .as("%s, %s", when, what)
                        .isGreaterThanOrEqualTo(acknowledged.getOrDefault(what, 0L));
            }
            assertThat(workbook.walk(Progress.SILENT, new Cancel())).as(when).isEmpty();
            if (acknowledged.containsKey("backup")) {
                assertThat(workbook.backups().list()).as("%s, the backup", when).hasSize(1);
                Path backup = workbook.backups().list().getFirst().file();
                assertThat(WorkbookFile.inspect(backup))
                        .as("%s, the backup", when)
                        .isNull();
            }
        }
    }
}
