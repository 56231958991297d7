package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.rules.Position;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * A real process is killed without warning while it edits documents of every kind, imports and goes over positions; everything
 * that it had acknowledged must be there, and everything that is found must agree with the games.
 */
class KillTest {
    /** After so many kills the workbooks are made anew. */
    private static final int AGAIN = 50;

    @TempDir
    Path folder;

    /** The process that is killed: edits one thing after the other in each of its workbooks, and says each edit once it is safe. */
    public static final class Writer {
        private Writer() {}

        public static void main(String[] files) {
            for (int i = 0; i < files.length; i++) {
                int place = i;
                Thread.ofPlatform().start(() -> {
                    try {
                        write(place, Path.of(files[place]));
                    } catch (IOException | RuntimeException failed) {
                        System.out.println("failed " + failed);
                    }
                });
            }
        }

        private static void write(int place, Path file) throws IOException {
            Workbook workbook = ((WorkbookOpening.Opened) Workbook.open(file, Clock.systemUTC())).workbook();
            Numbered.begin(workbook);
            Thread.ofPlatform().daemon().start(() -> index(workbook));
            long number = Numbered.ALL.stream()
                    .mapToLong(what -> Numbered.read(workbook, what))
                    .max()
                    .orElse(0);
            for (int what = 0; ; what = (what + 1) % Numbered.ALL.size()) {
                number++;
                Numbered.write(workbook, Numbered.ALL.get(what), number);
                System.out.println(place + " " + Numbered.ALL.get(what) + " " + number);
            }
        }
    }

    /** Keeps the writer busy: the index goes over games in small runs. */
    private static void index(Workbook workbook) {
        try {
            while (true) {
                new PositionIndex(workbook, 40).fill(Progress.SILENT, new Cancel());
                Thread.sleep(5);
            }
        } catch (InterruptedException | WorkbookException over) {
            // The process is about to be killed anyway.
        }
    }

    @Test
    void acknowledgedEditsSurviveTheKill() throws IOException, InterruptedException {
        killAndCheck(3, 2, 20261123);
    }

    /** A thousand workbooks, four in a process. */
    @Tag("long")
    @Test
    void acknowledgedEditsSurviveManyKills() throws IOException, InterruptedException {
        killAndCheck(250, 4, 20261124);
    }

    private static final String IMPORT = " import";
    private static final Pattern SAID = Pattern.compile("(\\d+ [a-z]+) (\\d+)");

    /** By the place of a workbook and what was written; of imports each by itself. */
    private static boolean take(@Nullable String line, Map<String, Long> acknowledged) {
        Matcher said = SAID.matcher(line == null ? "" : line);
        if (said.matches()) {
            long number = Long.parseLong(said.group(2));
            acknowledged.put(said.group(1), number);
            if (said.group(1).endsWith(IMPORT)) {
                acknowledged.put(said.group(), number);
            }
        }
        return said.matches();
    }

    /** What the process had still said before it died; the stream may close under the reader. */
    private static void takeRest(BufferedReader said, Map<String, Long> acknowledged) {
        try {
            for (String line = said.readLine(); take(line, acknowledged); line = said.readLine()) {
                // Each takes the place of the one before.
            }
        } catch (IOException closed) {
            // There is no more.
        }
    }

    /** Each game that is listed can be read, and those with a word or a position are those that the columns say. */
    private static void assertAllAgrees(Workbook workbook) {
        int all = workbook.games().ids(GameFilter.ALL, GameOrder.NEWEST_FIRST).length;
        assertThat(workbook.games().ids(GameFilter.words("numbered"), GameOrder.NEWEST_FIRST))
                .hasSize(1);
        assertThat(workbook.games().ids(GameFilter.words("loaded"), GameOrder.NEWEST_FIRST))
                .hasSize(all - 1);
        PositionGames start = workbook.positions().at(Position.START, null);
        assertThat(start.games().size() + start.pending()).isEqualTo(all);
    }

    private void killAndCheck(int kills, int workbooks, long seed) throws IOException, InterruptedException {
        List<Path> files = IntStream.range(0, workbooks)
                .mapToObj(place -> folder.resolve("killed " + place + ".zeroply"))
                .toList();
        List<String> command = new ArrayList<>(List.of(
                ProcessHandle.current().info().command().orElse("java"),
                "--enable-native-access=ALL-UNNAMED",
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "-cp",
                System.getProperty("java.class.path"),
                Writer.class.getName()));
        files.forEach(file -> command.add(file.toString()));
        Random random = new Random(seed);
        Map<String, Long> acknowledged = new HashMap<>();
        for (int kill = 0; kill < kills; kill++) {
            if (kill % AGAIN == 0) {
                // Fresh ones now and then, so that they stay of one size.
                acknowledged.clear();
                for (Path file : files) {
                    Files.deleteIfExists(file);
                    Files.deleteIfExists(Copies.log(file));
                    Books.open(file).close();
                }
            }
            Process process = new ProcessBuilder(command)
                    .redirectError(ProcessBuilder.Redirect.DISCARD)
                    .start();
            try (BufferedReader said =
                    new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
                int linesBeforeKill = workbooks * (1 + random.nextInt(16));
                for (int line = 0; line < linesBeforeKill; line++) {
                    String text = said.readLine();
                    assertThat(take(text, acknowledged))
                            .as("seed %d, kill %d: %s", seed, kill, text)
                            .isTrue();
                }
                process.destroyForcibly();
                takeRest(said, acknowledged);
            }
            assertThat(process.waitFor(10, TimeUnit.SECONDS)).isTrue();
            for (int place = 0; place < workbooks; place++) {
                check(files.get(place), place, acknowledged, "seed " + seed + ", kill " + kill);
            }
        }
    }

    private static void check(Path file, int place, Map<String, Long> acknowledged, String when) {
        WorkbookOpening opening = Workbook.open(file, Clock.systemUTC());
        assertThat(opening).as(when).isInstanceOf(WorkbookOpening.Opened.class);
        try (Workbook workbook = ((WorkbookOpening.Opened) opening).workbook()) {
            Numbered.begin(workbook);
            assertAllAgrees(workbook);
            for (String what : Numbered.ALL) {
                assertThat(Numbered.read(workbook, what))
                        .as("%s, %s", when, what)
                        .isGreaterThanOrEqualTo(acknowledged.getOrDefault(place + " " + what, 0L));
            }
            assertThat(Numbered.imports(workbook))
                    .as("%s, every import that was acknowledged", when)
                    .containsAll(acknowledged.entrySet().stream()
                            .filter(each -> each.getKey().startsWith(place + IMPORT + " "))
                            .map(Map.Entry::getValue)
                            .toList());
            if (acknowledged.containsKey(place + " game")) {
                assertThat(workbook.games().undo(1)).isPresent();
                assertThat(workbook.games().redo(1)).isPresent();
            }
        }
    }
}
