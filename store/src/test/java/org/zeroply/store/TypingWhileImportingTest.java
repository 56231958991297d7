package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.sample.SampleClub;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** A note is typed and read while thousands of games come in: edits get in between the batches, and nothing is lost. */
class TypingWhileImportingTest {
    private static final int COPIES = 40;
    private static final int EDITS = 25;

    @TempDir
    @SuppressWarnings("NullAway.Init")
    Path folder;

    /** The sample club over and over, each time with other players, so that no game is known already. */
    private static byte[] manyGames() throws IOException {
        String club;
        try (InputStream in = SampleClub.games()) {
            club = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
        StringBuilder all = new StringBuilder();
        for (int copy = 0; copy < COPIES; copy++) {
            all.append(club.replace("[White \"", "[White \"Copy " + copy + " of "));
        }
        return all.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static String note(Workbook workbook, long id) {
        GameTree tree = workbook.games().read(id).tree();
        return tree.node(tree.mainLine().getFirst()).after();
    }

    @Test
    void editsGetInBetweenAndNothingIsLost() throws IOException, InterruptedException, ExecutionException {
        byte[] games = manyGames();
        ExecutorService importer = Executors.newSingleThreadExecutor();
        try (Workbook workbook = Books.open(folder.resolve("club.zeroply"))) {
            long id = workbook.games().add(Books.game("[White \"Tarn, Bastian\"]\n1.d4 d5 *"), "add");
            CountDownLatch begun = new CountDownLatch(1);
            Progress progress = (fraction, count) -> begun.countDown();
            Future<ImportReport> taking = importer.submit(() -> workbook.files()
                    .importPgn(
                            new ByteArrayInputStream(games),
                            games.length,
                            "many.pgn",
                            "import",
                            progress,
                            new Cancel()));
            assertThat(begun.await(60, TimeUnit.SECONDS)).isTrue();
            for (int edit = 1; edit <= EDITS; edit++) {
                Game game = workbook.games().read(id);
                GameNode first = game.tree().node(game.tree().mainLine().getFirst());
                workbook.games()
                        .save(id, game.with(game.tree().with(first.withAfter("typed " + edit))), "note", "note");
                assertThat(note(workbook, id)).isEqualTo("typed " + edit);
            }
            assertThat(taking.isDone())
                    .as("the edits did not wait for the import")
                    .isFalse();
            ImportReport report = taking.get();
            assertThat(report.added()).isEqualTo(64L * COPIES);
            assertThat(report.faults()).isEmpty();
            assertThat(workbook.games().count()).isEqualTo(64L * COPIES + 1);
            assertThat(note(workbook, id)).isEqualTo("typed " + EDITS);
            assertThat(workbook.games().undo(id)).as("typing is undone in one").isPresent();
            assertThat(note(workbook, id)).isEmpty();
        } finally {
            importer.shutdownNow();
        }
    }
}
