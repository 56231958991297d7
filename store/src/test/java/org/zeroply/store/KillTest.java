package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.gametree.Game;
import org.zeroply.rules.Position;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * A real process is killed without warning while it edits, imports and goes over positions; everything that it had
 * acknowledged must be there, and everything that is found must agree with the games.
 */
class KillTest {
    @TempDir
    Path folder;

    /** The process that is killed: edits one game again and again, and says each edit once it is safe. */
    public static final class Writer {
        private Writer() {}

        public static void main(String[] arguments) {
            WorkbookOpening opening = Workbook.open(Path.of(arguments[0]), Clock.systemUTC());
            if (!(opening instanceof WorkbookOpening.Opened opened)) {
                System.out.println("refused " + opening);
                return;
            }
            Workbook workbook = opened.workbook();
            long id = edited(workbook);
            Thread.ofPlatform().daemon().start(() -> load(workbook));
            for (long edit = number(workbook.games().read(id)) + 1; ; edit++) {
                Game game = workbook.games().read(id);
                workbook.games()
                        .save(id, game.with(game.tags().with("Event", Long.toString(edit))), "", "edit " + edit);
                System.out.println(edit);
            }
        }
    }

    /** The game that is edited: the first one. */
    private static long edited(Workbook workbook) {
        long[] ids = workbook.games().ids(GameFilter.words("edited"), GameOrder.NEWEST_FIRST);
        return ids.length == 0 ? workbook.games().add(Books.game("[White \"Edited\"]\n1.d4 d5 *"), "new game") : ids[0];
    }

    /** Keeps the writer busy: games come in, and the index goes over them in small runs. */
    private static void load(Workbook workbook) {
        try {
            for (int round = 0; workbook.games().count() < 4_000; round++) {
                StringBuilder pgn = new StringBuilder();
                for (int i = 0; i < 200; i++) {
                    pgn.append("[White \"Loaded ").append(round).append('.').append(i);
                    pgn.append("\"]\n1.d4 Nf6 2.c4 e6 3.Nc3 d5 1/2-1/2\n\n");
                }
                Books.take(workbook, pgn.toString());
                new PositionIndex(workbook, 40).fill(Progress.SILENT, new Cancel());
            }
        } catch (IOException | WorkbookException over) {
            // The process is about to be killed anyway.
        }
    }

    static long number(Game game) {
        String event = game.tags().get("Event");
        return event.isEmpty() ? 0 : Long.parseLong(event);
    }

    @Test
    void acknowledgedEditsSurviveTheKill() throws IOException, InterruptedException {
        killAndCheck(4, 20261123);
    }

    @Tag("long")
    @Test
    void acknowledgedEditsSurviveManyKills() throws IOException, InterruptedException {
        killAndCheck(200, 20261124);
    }

    /** What the process had still said before it died; the stream may close under the reader. */
    private static long lastOf(BufferedReader said) {
        long last = 0;
        try {
            for (String text = said.readLine(); text != null && text.matches("\\d+"); text = said.readLine()) {
                last = Long.parseLong(text);
            }
        } catch (IOException closed) {
            return last;
        }
        return last;
    }

    /** Each game that is listed can be read, and those with a word or a position are those that the columns say. */
    private static void assertAllAgrees(Workbook workbook) {
        int all = workbook.games().ids(GameFilter.ALL, GameOrder.NEWEST_FIRST).length;
        assertThat(workbook.games().ids(GameFilter.words("edited"), GameOrder.NEWEST_FIRST))
                .hasSize(1);
        assertThat(workbook.games().ids(GameFilter.words("loaded"), GameOrder.NEWEST_FIRST))
                .hasSize(all - 1);
        PositionGames start = workbook.positions().at(Position.START, null);
        assertThat(start.games().size() + start.pending()).isEqualTo(all);
    }

    private void killAndCheck(int kills, long seed) throws IOException, InterruptedException {
        Path file = folder.resolve("killed.zeroply");
        Random random = new Random(seed);
        long acknowledged = 0;
        for (int kill = 0; kill < kills; kill++) {
            Process process = new ProcessBuilder(
                            ProcessHandle.current().info().command().orElse("java"),
                            "--enable-native-access=ALL-UNNAMED",
                            "-XX:TieredStopAtLevel=1",
                            "-cp",
                            System.getProperty("java.class.path"),
                            Writer.class.getName(),
                            file.toString())
                    .redirectError(ProcessBuilder.Redirect.DISCARD)
                    .start();
            try (BufferedReader said =
                    new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
                int linesBeforeKill = 1 + random.nextInt(40);
                for (int line = 0; line < linesBeforeKill; line++) {
                    String text = said.readLine();
                    assertThat(text)
                            .as("seed %d, kill %d", seed, kill)
                            .isNotNull()
                            .matches("\\d+");
                    acknowledged = Long.parseLong(text);
                }
                process.destroyForcibly();
                acknowledged = Math.max(acknowledged, lastOf(said));
            }
            assertThat(process.waitFor(10, TimeUnit.SECONDS)).isTrue();
            WorkbookOpening opening = Workbook.open(file, Clock.systemUTC());
            assertThat(opening).as("seed %d, kill %d", seed, kill).isInstanceOf(WorkbookOpening.Opened.class);
            try (Workbook workbook = ((WorkbookOpening.Opened) opening).workbook()) {
                long id = edited(workbook);
                assertAllAgrees(workbook);
                assertThat(number(workbook.games().read(id)))
                        .as("seed %d, kill %d", seed, kill)
                        .isGreaterThanOrEqualTo(acknowledged);
                assertThat(workbook.games().undo(id)).isPresent();
                assertThat(workbook.games().redo(id)).isPresent();
            }
        }
    }
}
