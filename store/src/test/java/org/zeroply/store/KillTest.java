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

/** A real process is killed without warning while it edits; everything that it had acknowledged must be there. */
class KillTest {
    @TempDir
    Path folder;

    /** The process that is killed: edits one game again and again, and says each edit once it is safe. */
    public static final class Writer {
        private Writer() {}

        public static void main(String[] arguments) {
            Opening opening = Workbook.open(Path.of(arguments[0]), Clock.systemUTC());
            if (!(opening instanceof Opening.Opened opened)) {
                System.out.println("refused " + opening);
                return;
            }
            Workbook workbook = opened.workbook();
            long id = workbook.find("", 1).isEmpty()
                    ? workbook.add(Game.empty(), "new game")
                    : workbook.find("", 1).getFirst().id();
            for (long edit = number(workbook.game(id)) + 1; ; edit++) {
                Game game = workbook.game(id);
                workbook.save(id, game.with(game.tags().with("Event", Long.toString(edit))), "", "edit " + edit);
                System.out.println(edit);
            }
        }
    }

    static long number(Game game) {
        String event = game.tags().get("Event");
        return event.isEmpty() ? 0 : Long.parseLong(event);
    }

    @Test
    void acknowledgedEditsSurviveTheKill() throws IOException, InterruptedException {
        killAndCheck(20, 20261123);
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
            Opening opening = Workbook.open(file, Clock.systemUTC());
            assertThat(opening).as("seed %d, kill %d", seed, kill).isInstanceOf(Opening.Opened.class);
            try (Workbook workbook = ((Opening.Opened) opening).workbook()) {
                long id = workbook.find("", 1).getFirst().id();
                assertThat(number(workbook.game(id)))
                        .as("seed %d, kill %d", seed, kill)
                        .isGreaterThanOrEqualTo(acknowledged);
                assertThat(workbook.undo(id)).isPresent();
                assertThat(workbook.redo(id)).isPresent();
            }
        }
    }
}
