package org.zeroply.desktop.games;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.gametree.Game;
import org.zeroply.notation.Language;
import org.zeroply.rules.Position;
import org.zeroply.store.GameOrder;
import org.zeroply.store.GameSummary;
import org.zeroply.store.ImportReport;

/** The list of games: taken in, found, narrowed down, edited, removed and undone; without a window. */
@SuppressWarnings("NullAway.Init")
class GamesModelTest extends OnAWorkbook {
    private static final String GAMES = """
            [White "Tarn, Bastian"]
            [Black "Okafor, Sam"]
            [Date "2026.02.01"]
            [Result "1-0"]

            1.d4 d5 2.c4 e6 1-0

            [White "Brandt, Ida"]
            [Black "Tarn, Bastian"]
            [Date "2026.03.01"]
            [Result "0-1"]

            1.e4 c6 2.d4 d5 0-1

            [White "Okafor, Sam"]
            [Black "Brandt, Ida"]
            [Date "2026.01.01"]
            [Result "1/2-1/2"]

            1.d4 d5 2.c4 c6 3.Nf3 1/2-1/2
            """;

    private final List<ImportReport> reports = new ArrayList<>();
    private GamesModel model;

    @BeforeEach
    void begin() {
        model = new GamesModel(workbook, background);
        model.setOnImported(reports::add);
        model.importStream("club.pgn", () -> new ByteArrayInputStream(GAMES.getBytes(StandardCharsets.UTF_8)));
    }

    private List<String> white() {
        List<String> names = new ArrayList<>();
        for (int i = 0; i < model.games().size(); i++) {
            names.add(model.games().get(i).white());
        }
        return names;
    }

    @Test
    void whatIsTakenInIsListedNewestFirst() {
        assertThat(reports)
                .singleElement()
                .satisfies(report -> assertThat(report.added()).isEqualTo(3));
        assertThat(white()).containsExactly("Brandt, Ida", "Tarn, Bastian", "Okafor, Sam");
        assertThat(model.countProperty().get()).isEqualTo(3);
        model.orderProperty().set(new GameOrder(GameOrder.By.WHITE, false));
        assertThat(white()).containsExactly("Brandt, Ida", "Okafor, Sam", "Tarn, Bastian");
        assertThat(model.indexOf(model.idAt(2))).isEqualTo(2);
    }

    @Test
    void wordsFindGamesAndWideningShowsAllAgain() {
        model.findProperty().set("tarn");
        assertThat(white()).containsExactly("Brandt, Ida", "Tarn, Bastian");
        model.findProperty().set("tarn okafor");
        assertThat(white()).containsExactly("Tarn, Bastian");
        assertThat(model.countProperty().get()).as("of all").isEqualTo(3);
        model.findProperty().set("");
        model.showPlayer("Brandt, Ida");
        assertThat(white()).containsExactly("Brandt, Ida", "Okafor, Sam");
        model.showAll();
        assertThat(white()).hasSize(3);
    }

    @Test
    void aPositionNarrowsTheListAndSaysWhereItStood() {
        model.index();
        Position slav = Position.START.playAll(moves(Position.START, "d4 d5 c4"));
        model.narrow(slav, "after 2.c4");
        assertThat(white()).containsExactly("Tarn, Bastian", "Okafor, Sam");
        GamesModel.Narrowing narrowing = model.narrowingProperty().get();
        assertThat(narrowing)
                .isNotNull()
                .satisfies(each -> assertThat(each.title()).contains("2.c4"));
        assertThat(model.plyOf(model.idAt(0))).isEqualTo(3);
        model.widen();
        assertThat(white()).hasSize(3);
        model.opening("1.d4 d5 2.c4 c6", Language.ENGLISH);
        assertThat(white()).containsExactly("Okafor, Sam");
    }

    @Test
    void anEditedNoteChangesTheRowOnly() {
        long id = model.idAt(1);
        GameSummary before = model.games().get(1);
        int[] asked = {0};
        model.countProperty().subscribe(now -> asked[0]++);
        Game game = workbook.games().read(id);
        workbook.games().save(id, game.with(game.tree().with(game.tree().node(1).withAfter("solid"))), "", "note");
        model.refreshRow(id);
        assertThat(model.games().get(1).remarks()).isEqualTo(before.remarks() + 1);
        assertThat(white()).containsExactly("Brandt, Ida", "Tarn, Bastian", "Okafor, Sam");
        workbook.games().save(id, game.with(game.tags().with("Date", "2026.04.01")), "", "date");
        model.refreshRow(id);
        assertThat(white())
                .as("what it is ordered by asks the list anew")
                .first()
                .isEqualTo("Tarn, Bastian");
        workbook.games().save(id, game.with(game.tags().with("White", "Zabel, Nora")), "", "name");
        model.findProperty().set("tarn");
        assertThat(white()).containsExactly("Brandt, Ida");
    }

    @Test
    void removingIsUndoneFromTheList() {
        int[] changed = {0};
        model.setOnListChanged(() -> changed[0]++);
        model.remove(List.of(model.idAt(0), model.idAt(2)));
        assertThat(white()).containsExactly("Tarn, Bastian");
        assertThat(model.undoProperty().get().undo()).isNotNull();
        model.undo();
        assertThat(white()).hasSize(3);
        model.redo();
        assertThat(white()).hasSize(1);
        model.undo();
        model.undo();
        assertThat(white()).as("the import is one step").isEmpty();
        assertThat(changed[0]).isGreaterThanOrEqualTo(4);
    }

    @Test
    void whatIsTakenOutIsAFileThatCanBeTakenIn() throws IOException {
        Path target = folder.resolve("out.pgn");
        List<Long> written = new ArrayList<>();
        model.export(List.of(model.idAt(0), model.idAt(1)), target, written::add);
        assertThat(written).containsExactly(2L);
        assertThat(Files.readString(target))
                .contains("Brandt, Ida", "Tarn, Bastian")
                .doesNotContain("2026.01.01");
        Path table = folder.resolve("out.csv");
        model.exportTable(List.of(model.idAt(0)), table, written::add);
        assertThat(Files.readAllLines(table)).hasSize(2);
        model.importFiles(List.of(target));
        assertThat(reports.getLast().added()).as("known games stay away").isZero();
        assertThat(reports.getLast().alreadyThere()).isEqualTo(2);
        assertThat(white()).hasSize(3);
    }

    @Test
    void aBrokenFileIsToldAndItsGoodGamesCome() throws IOException {
        Path file = Files.writeString(
                folder.resolve("broken.pgn"),
                "[White \"Zabel, Nora\"]\n\n1.Nf3 Qh9 *\n\n[White \"Quill, Ann\"]\n\n1.c4 e5 *\n");
        model.importFiles(List.of(file));
        ImportReport report = reports.getLast();
        assertThat(report.faults()).singleElement().satisfies(fault -> {
            assertThat(fault.token()).isEqualTo("Qh9");
            assertThat(fault.line()).isEqualTo(3);
        });
        model.findProperty().set("quill");
        assertThat(white()).containsExactly("Quill, Ann");
    }
}
