package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.sqlite.SQLiteDataSource;
import org.zeroply.gametree.Command;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;
import org.zeroply.sample.SampleClub;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

class WorkbookTest {
    @TempDir
    Path folder;

    private Path file() {
        return folder.resolve("club.zeroply");
    }

    private Workbook open() {
        return Books.open(file());
    }

    private WorkbookOpening.Reason refusal() {
        WorkbookOpening opening = Workbook.open(file(), Books.CLOCK);
        assertThat(opening).isInstanceOf(WorkbookOpening.Refused.class);
        return ((WorkbookOpening.Refused) opening).reason();
    }

    private static final String TWO_GAMES = """
            [White "Brandt, Ida"]
            [Black "Okafor, Sam"]
            [Date "2026.03.01"]
            1.d4 d5 2.c4 {asks} e6 1-0

            [White "Okafor, Sam"]
            [Black "Lindqvist, Per"]
            [Date "2026.04.01"]
            1.c4 e5 0-1
            """;

    @Test
    void gamesComeBackAsTheyWereAfterReopening() throws IOException {
        Game kept = Books.game(
                "[White \"Zoë\"]\n[Odd \"x\"]\n{pre} 1.d4 $1 (1.c4 {[%clk 0:01:02] eh} e5) 1...d5 {two} 1/2-1/2");
        long id;
        try (Workbook workbook = open()) {
            id = workbook.games().add(kept, "new game");
        }
        try (Workbook workbook = open()) {
            assertThat(workbook.games().read(id).sameAs(kept)).isTrue();
            GameSummary summary = workbook.games().summary(id).orElseThrow();
            assertThat(summary.white()).isEqualTo("Zoë");
            assertThat(summary.plies()).isEqualTo(2);
            assertThat(summary.remarks()).isEqualTo(4);
        }
    }

    @Test
    void nodeIdsSurviveTheFile() {
        GameTree tree = GameTree.of(Position.START);
        tree = tree.add(0, new Move(Square.D2, Square.D4)).tree();
        tree = tree.add(0, new Move(Square.C2, Square.C4)).tree().delete(1).tree();
        tree = tree.with(tree.node(2).withCommands(List.of(new Command("clk", "0:10:00"))));
        GameTree back = GameBlob.read(GameBlob.write(Game.empty().with(tree))).tree();
        assertThat(back.has(1)).isFalse();
        assertThat(back.node(2)).isEqualTo(tree.node(2));
    }

    @Test
    void damagedGamesAreRefusedAndNeverRun() {
        byte[] blob = GameBlob.write(Books.game(TWO_GAMES));
        Random random = new Random(17);
        int refused = 0;
        for (int round = 0; round < 3_000; round++) {
            byte[] damaged = blob.clone();
            damaged[random.nextInt(damaged.length)] ^= (byte) (1 << random.nextInt(8));
            damaged = random.nextInt(4) == 0 ? Arrays.copyOf(damaged, random.nextInt(damaged.length)) : damaged;
            try {
                assertThat(GameBlob.read(damaged)).isNotNull();
            } catch (WorkbookException expected) {
                refused++;
            }
        }
        assertThat(refused).as("seed 17").isGreaterThan(1_000);
    }

    @Test
    void editsAreUndoneAndRedoneAlsoAfterReopening() {
        long id;
        try (Workbook workbook = open()) {
            id = workbook.games().add(Books.game("1.d4 d5 *"), "new game");
            Game game = workbook.games().read(id);
            GameNode first = game.tree().node(1);
            for (String text : List.of("So", "Solid", "Solid and calm")) {
                workbook.games().save(id, game.with(game.tree().with(first.withAfter(text))), "note:1", "note at 1.d4");
            }
            Game noted = workbook.games().read(id);
            workbook.games()
                    .save(
                            id,
                            noted.with(noted.tree()
                                    .add(2, new Move(Square.C2, Square.C4))
                                    .tree()),
                            "",
                            "2.c4");
        }
        try (Workbook workbook = open()) {
            assertThat(workbook.games().undoState(id)).isEqualTo(new UndoState("2.c4", null));
            assertThat(workbook.games().undo(id).orElseThrow().tree().mainLine())
                    .hasSize(2);
            assertThat(workbook.games().undoState(id)).isEqualTo(new UndoState("note at 1.d4", "2.c4"));
            assertThat(workbook.games().undo(id).orElseThrow().tree().node(1).after())
                    .as("a note typed in three goes is undone in one")
                    .isEmpty();
            assertThat(workbook.games().undo(id)).isEmpty();
            assertThat(workbook.games().redo(id).orElseThrow().tree().node(1).after())
                    .isEqualTo("Solid and calm");
            assertThat(workbook.games().redo(id).orElseThrow().tree().mainLine())
                    .hasSize(3);
            assertThat(workbook.games().redo(id)).isEmpty();
            workbook.games().undo(id);
            Game game = workbook.games().read(id);
            workbook.games().save(id, game.with(game.tags().with("Event", "Club night")), "", "event");
            assertThat(workbook.games().undoState(id).redo())
                    .as("a new edit ends the redo")
                    .isNull();
            assertThat(workbook.games().summary(id).orElseThrow().event()).isEqualTo("Club night");
        }
    }

    @Test
    void anImportIsOneStepOfUndoAndKnowsWhatIsThere() throws IOException {
        try (Workbook workbook = open()) {
            ImportReport first = Books.take(workbook, TWO_GAMES + "\n[Variant \"Atomic\"]\n1.e4 *\n\n1.e4 e9 *");
            assertThat(first.added()).isEqualTo(3);
            assertThat(first.skipped()).isEqualTo(1);
            assertThat(first.faultCount()).isEqualTo(2);
            assertThat(first.cancelled()).isFalse();
            ImportReport again = Books.take(workbook, TWO_GAMES.replace("{asks}", "{other}"));
            assertThat(again.added()).isEqualTo(1);
            assertThat(again.otherRemarks()).isEqualTo(1);
            assertThat(again.alreadyThere()).isEqualTo(1);
            assertThat(Books.take(workbook, TWO_GAMES).added()).isZero();
            assertThat(workbook.games().count()).isEqualTo(4);
            assertThat(workbook.games().undoInList()).isTrue();
            assertThat(workbook.games().count()).isEqualTo(3);
            assertThat(workbook.games().undoInList()).isTrue();
            assertThat(workbook.games().count()).isZero();
            assertThat(workbook.games().redoInList()).isTrue();
            assertThat(workbook.games().count()).isEqualTo(3);
        }
    }

    @Test
    void removedGamesComeBack() throws IOException {
        try (Workbook workbook = open()) {
            Books.take(workbook, TWO_GAMES);
            List<Long> ids =
                    workbook.games().find("", 10).stream().map(GameSummary::id).toList();
            workbook.games().remove(ids, "2 games removed");
            assertThat(workbook.games().find("", 10)).isEmpty();
            assertThat(workbook.games().undoState().undo()).isEqualTo("2 games removed");
            workbook.games().undoInList();
            assertThat(workbook.games().find("", 10)).hasSize(2);
        }
    }

    @Test
    void findingAsksForEveryWordAnywhere() throws IOException {
        try (Workbook workbook = open()) {
            Books.take(workbook, TWO_GAMES);
            assertThat(workbook.games().find("okafor", 10)).hasSize(2);
            assertThat(workbook.games().find("OKAFOR ida", 10)).hasSize(1);
            assertThat(workbook.games().find("2026.04 0-1", 10)).hasSize(1);
            assertThat(workbook.games().find("nobody", 10)).isEmpty();
            assertThat(workbook.games().find("", 1))
                    .extracting(GameSummary::date)
                    .containsExactly("2026.04.01");
        }
    }

    @Test
    void aCancelledImportKeepsWhatItHasAndSaysSo() throws IOException {
        try (Workbook workbook = open()) {
            StringBuilder many = new StringBuilder();
            for (int i = 0; i < 20_000; i++) {
                many.append("[White \"Player ").append(i).append("\"]\n1.d4 d5 2.c4 e6 3.Nc3 Nf6 *\n\n");
            }
            byte[] bytes = many.toString().getBytes(StandardCharsets.UTF_8);
            Cancel cancel = new Cancel();
            List<Double> seen = new ArrayList<>();
            ImportReport report = workbook.files()
                    .importPgn(
                            new ByteArrayInputStream(bytes),
                            bytes.length,
                            "many.pgn",
                            "import",
                            (fraction, count) -> {
                                seen.add(fraction);
                                cancel.cancel();
                            },
                            cancel);
            assertThat(report.cancelled()).isTrue();
            assertThat(report.added())
                    .isPositive()
                    .isLessThan(20_000)
                    .isEqualTo(workbook.games().count());
            assertThat(seen).hasSize(1);
        }
    }

    @Test
    void whatIsExportedIsReadBackAsTheSameGames() throws IOException {
        try (Workbook workbook = open();
                var sample = SampleClub.games()) {
            workbook.files().importPgn(sample, 1, "club", "import", Progress.SILENT, new Cancel());
            List<Long> ids = workbook.games().find("", 1_000).stream()
                    .map(GameSummary::id)
                    .toList();
            assertThat(ids).hasSizeGreaterThanOrEqualTo(55);
            Path out = folder.resolve("out.pgn");
            assertThat(workbook.files().exportPgn(ids, out, Progress.SILENT, new Cancel()))
                    .isEqualTo(ids.size());
            PgnReader reader = new PgnReader(Files.newInputStream(out));
            for (long id : ids) {
                PgnEntry entry = reader.next();
                assertThat(entry).isInstanceOfSatisfying(PgnEntry.Read.class, read -> {
                    assertThat(read.faults()).isEmpty();
                    assertThat(read.game().sameAs(workbook.games().read(id))).isTrue();
                });
            }
            assertThat(reader.next()).isNull();
            assertThat(folder).isDirectoryNotContaining("glob:**.part");
        }
    }

    @Test
    void filesThatAreNoWorkbookAreLeftAlone() throws IOException, SQLException {
        Files.writeString(file(), "1.e4 e5 this is a text, long enough to have a header of a hundred bytes".repeat(3));
        byte[] before = Files.readAllBytes(file());
        assertThat(refusal()).isEqualTo(WorkbookOpening.Reason.NOT_A_WORKBOOK);
        assertThat(Files.readAllBytes(file())).isEqualTo(before);
        Files.writeString(file(), "short");
        assertThat(refusal()).isEqualTo(WorkbookOpening.Reason.NOT_A_WORKBOOK);
        Files.delete(file());
        try (Connection other = DriverManager.getConnection("jdbc:sqlite:" + file());
                var statement = other.createStatement()) {
            statement.execute("create table someone_elses (x)");
        }
        assertThat(refusal()).isEqualTo(WorkbookOpening.Reason.NOT_A_WORKBOOK);
    }

    @Test
    void aNewerVersionADamagedFileAndAnOpenWorkbookAreRefused() throws IOException, SQLException {
        try (Workbook workbook = open()) {
            assertThat(refusal()).isEqualTo(WorkbookOpening.Reason.IN_USE);
            for (int i = 0; i < 200; i++) {
                workbook.games().add(Books.game("[White \"Player " + i + "\"]\n1.d4 d5 *"), "new game");
            }
        }
        try (Connection later = WorkbookFile.source(file()).getConnection();
                var statement = later.createStatement()) {
            statement.execute("pragma user_version = 99");
        }
        byte[] newer = Files.readAllBytes(file());
        assertThat(refusal()).isEqualTo(WorkbookOpening.Reason.NEWER_VERSION);
        assertThat(Files.readAllBytes(file())).isEqualTo(newer);
        try (Connection later = WorkbookFile.source(file()).getConnection();
                var statement = later.createStatement()) {
            statement.execute("pragma user_version = " + WorkbookFile.VERSION);
        }
        try (RandomAccessFile damage = new RandomAccessFile(file().toFile(), "rw")) {
            byte[] noise = new byte[6_000];
            new Random(4).nextBytes(noise);
            damage.seek(4_096);
            damage.write(noise);
        }
        byte[] damaged = Files.readAllBytes(file());
        assertThat(refusal()).isEqualTo(WorkbookOpening.Reason.DAMAGED);
        assertThat(Files.readAllBytes(file())).isEqualTo(damaged);
    }

    /** A workbook as the first version left it, with two games. */
    private void makeFirstVersion() throws SQLException {
        SQLiteDataSource source = new SQLiteDataSource();
        source.setUrl("jdbc:sqlite:" + file());
        Flyway.configure()
                .dataSource(source)
                .locations("classpath:org/zeroply/store/migrations")
                .target("1")
                .load()
                .migrate();
        try (Connection old = source.getConnection();
                var insert = old.prepareStatement(
                        "insert into game (white, black, event, site, date, round, result,"
                                + " plies, remarks, hidden, same_moves, content) values (?, '', '', '', '', '', '*', 3, 0, ?, 7, ?)");
                var statement = old.createStatement()) {
            for (String name : List.of("Brandt, Ida", "Tarn, Bastian")) {
                insert.setString(1, name);
                insert.setInt(2, name.startsWith("Tarn") ? 1 : 0);
                insert.setBytes(
                        3, GameBlob.write(Books.game("[White \"" + name + "\"]\n1.d4 d5 2.c4 {the knight waits} *")));
                insert.execute();
            }
            statement.execute("pragma application_id = " + 0x5A50_4C59);
            statement.execute("pragma user_version = 1");
        }
    }

    @Test
    void anOlderVersionIsBackedUpAndBroughtUpToDate() throws IOException, SQLException {
        makeFirstVersion();
        try (Workbook workbook = open()) {
            assertThat(workbook.games().find("knight brandt", 5)).hasSize(1);
            assertThat(workbook.games().count()).isEqualTo(1);
            Position asked = Books.game("1.d4 d5").tree().positionAt(2);
            assertThat(workbook.positions().at(asked, null).games().size()).isEqualTo(1);
            assertThat(Books.take(workbook, "[White \"Brandt, Ida\"]\n1.d4 d5 2.c4 {the knight waits} *")
                            .alreadyThere())
                    .isEqualTo(1);
            assertThat(workbook.backups().list())
                    .singleElement()
                    .satisfies(backup -> assertThat(backup.kind()).isEqualTo(Backups.Kind.BEFORE_MIGRATION));
        }
        try (Workbook workbook = open()) {
            assertThat(workbook.games().count()).isEqualTo(1);
        }
    }

    @Test
    void settingsBelongToTheWorkbook() {
        try (Workbook workbook = open()) {
            assertThat(workbook.settings().get("language")).isEmpty();
            workbook.settings().set("language", "GERMAN");
            workbook.settings().set("language", "DUTCH");
            assertThat(workbook.settings().get("language")).contains("DUTCH");
            assertThatThrownBy(() -> workbook.games().read(42)).isInstanceOf(WorkbookException.class);
        }
    }
}
