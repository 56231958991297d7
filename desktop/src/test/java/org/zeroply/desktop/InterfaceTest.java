package org.zeroply.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.geometry.Point2D;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListView;
import javafx.scene.control.TableView;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.FlowPane;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.Game;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.PgnWriter;
import org.zeroply.rules.Square;

/** The real window, driven by a robot as a coach would use it. */
@SuppressWarnings("NullAway.Init")
class InterfaceTest extends AtTheWindow {
    @BeforeEach
    void open() {
        stand = new Stand(folder, false, 1280, 800);
    }

    @AfterEach
    void close() {
        stand.close();
    }

    private static final String MESSY = """
            [Event "Club evening"]
            [White "Quillan, Rhea"]
            [Black "Brandt, Ida"]
            [Date "2026.02.03"]
            [Result "1-0"]

            1. d4 d5 {solid} 2. c4 (2. Nf3 Nf6) 2... e6 3. Nc3 Nf6 4. Qz9 Be7 1-0

            [White "Tarn, Bastian"]
            [Black "Okafor, Sam"]
            [Result "1/2-1/2"]
            1. e4 c6 2. d4 d5 1/2-1/2
            """;

    private void importMessy() throws IOException {
        Path file = Files.writeString(folder.resolve("messy.pgn"), MESSY);
        stand.answers().willImport(file);
        fire("#games-import");
        stand.await("the report", () -> stand.scene().lookup("#import-faults") != null);
    }

    private String moves() {
        return Stand.onStage(() -> PgnWriter.movetext(reading().tree()));
    }

    private void findAndOpen(String words) {
        keys(KeyCode.SHORTCUT, KeyCode.F);
        type(words);
        stand.await("one game found", () -> stand.games().games().size() == 1);
        keys(KeyCode.ENTER);
        keys(KeyCode.ENTER);
        stand.await("the game", () -> reading().openProperty().get());
    }

    private String focused() {
        return Stand.onStage(() -> Objects.requireNonNullElse(
                Objects.requireNonNull(stand.scene().getFocusOwner()).getId(), ""));
    }

    @Test
    void theWholeWayByKeyboard() throws IOException {
        importMessy();
        TextArea report = robot.lookup("#import-faults").queryAs(TextArea.class);
        assertThat(report.getText()).contains("line 7, game 1: Qz9").contains("rest is kept as a note");
        keys(KeyCode.ESCAPE);
        assertThat(stand.games().games()).hasSize(2);

        findAndOpen("rhea");
        keys(KeyCode.RIGHT);
        keys(KeyCode.RIGHT);
        keys(KeyCode.RIGHT);
        assertThat(Stand.onStage(() -> reading().currentName())).isEqualTo("2.c4");
        keys(KeyCode.DOWN);
        assertThat(Stand.onStage(() -> reading().currentName())).isEqualTo("2.Nf3");

        // A line with a mistake: nothing is kept until the suggestion is taken.
        keys(KeyCode.RIGHT);
        String before = moves();
        type("e3 Bf5 Nh9");
        keys(KeyCode.ENTER);
        Label reason = robot.lookup("#line-pad-reason").queryAs(Label.class);
        assertThat(reason.getText()).startsWith("Move 4, White: ");
        // The board stands where the line broke; what Enter takes is marked and follows what is typed on.
        BoardView board = robot.lookup(".board").queryAs(BoardView.class);
        assertThat(Stand.onStage(() -> board.positionProperty().get().moveNumber()))
                .isEqualTo(4);
        assertThat(moves()).isEqualTo(before);
        TextField pad = robot.lookup("#line-pad").queryAs(TextField.class);
        assertThat(pad.getSelectedText()).isEqualTo("Nh9");
        assertThat(robot.lookup(".meant").queryAs(Button.class).getText()).isEqualTo("Nh4");
        type("c");
        assertThat(Stand.onStage(() -> robot.lookup(".meant").queryAllAs(Button.class).stream()
                        .map(Button::getText)
                        .toList()))
                .startsWith("c4", "c3");
        keys(KeyCode.BACK_SPACE);
        type("Nh");
        assertThat(robot.lookup(".meant").queryAs(Button.class).getText()).isEqualTo("Nh4");
        keys(KeyCode.ENTER);
        assertThat(moves()).contains("(2. Nf3 Nf6 3. e3 Bf5 4. Nh4)");
        assertThat(pad.getText()).isEmpty();
        String taken = moves();

        // The keyboard stays on the sheet: Down on the result picks another one, Tab goes round.
        keys(KeyCode.ALT, KeyCode.D);
        keys(KeyCode.TAB);
        keys(KeyCode.TAB);
        assertThat(focused()).isEqualTo("tag-Result");
        keys(KeyCode.DOWN);
        assertThat(focused()).isEqualTo("tag-Result");
        Set<String> passed = new HashSet<>();
        for (int i = 0; i < 14; i++) {
            keys(KeyCode.TAB);
            passed.add(focused());
        }
        assertThat(passed).contains("tag-White", "tag-Result", "tag-Round", "details-keep", "sheet-close");
        assertThat(passed)
                .allMatch(id -> id.startsWith("tag-") || id.equals("details-keep") || id.equals("sheet-close"));
        keys(KeyCode.ESCAPE);
        assertThat(moves()).isEqualTo(taken);

        // A note, then undo and redo of note and line.
        keys(KeyCode.ALT, KeyCode.N);
        type("rim");
        stand.await(
                "the note is kept",
                () -> reading().undoProperty().get().undo() != null
                        && reading().undoProperty().get().undo().contains("note"));
        assertThat(moves()).contains("4. Nh4 {rim}");
        Stand.onStage(() -> {
            robot.lookup(".board").query().requestFocus();
            return true;
        });
        keys(KeyCode.SHORTCUT, KeyCode.Z);
        assertThat(moves()).doesNotContain("rim");
        keys(KeyCode.SHORTCUT, KeyCode.Z);
        assertThat(moves()).isEqualTo(before);
        keys(KeyCode.SHORTCUT, KeyCode.SHIFT, KeyCode.Z);
        keys(KeyCode.SHORTCUT, KeyCode.SHIFT, KeyCode.Z);
        assertThat(moves()).contains("4. Nh4 {rim}");
        Labeled undo = robot.lookup("#status-undo").queryAs(Labeled.class);
        assertThat(undo.getText()).isEqualTo("Undo: note at 4.Nh4");

        // Export and read back.
        Game edited = Stand.onStage(() -> reading().gameProperty().get());
        keys(KeyCode.SHORTCUT, KeyCode.DIGIT2);
        Path out = folder.resolve("out.pgn");
        stand.answers().willExport(out);
        fire("#games-export");
        stand.await("the file", () -> Files.exists(out));
        stand.settle();
        try (InputStream in = Files.newInputStream(out)) {
            PgnEntry entry = new PgnReader(in).next();
            assertThat(entry).isInstanceOfSatisfying(PgnEntry.Read.class, read -> {
                assertThat(read.faults()).isEmpty();
                assertThat(read.game().sameAs(edited)).isTrue();
            });
        }

        // Close and open again: everything is there, and undo still works.
        stand.close();
        stand = new Stand(folder, false, 1280, 800);
        stand.await("the list", () -> stand.games().games().size() == 2);
        findAndOpen("rhea");
        assertThat(moves()).contains("4. Nh4 {rim}");
        keys(KeyCode.SHORTCUT, KeyCode.Z);
        assertThat(moves()).doesNotContain("rim");
    }

    @Test
    void undoingAnImportEmptiesTheListAndRedoBringsItBack() throws IOException {
        importMessy();
        fire("#sheet-close");
        keys(KeyCode.SHORTCUT, KeyCode.Z);
        stand.await("an empty list", () -> stand.games().games().isEmpty());
        keys(KeyCode.SHORTCUT, KeyCode.SHIFT, KeyCode.Z);
        stand.await("both games again", () -> stand.games().games().size() == 2);
    }

    @Test
    void movesAreMadeByClickAndDragAndPromotionsChosen() {
        Stand.onStage(() -> {
            stand.shell().take("7k/P7/8/8/8/8/8/K7 w - - 0 1");
            return true;
        });
        stand.await("the position", () -> reading().openProperty().get());
        click(Square.A7);
        click(Square.A8);
        keys(KeyCode.R);
        assertThat(moves()).isEqualTo("1. a8=R+");
        robot.dragTo(at(Square.H8), at(Square.G7));
        stand.settle();
        assertThat(moves()).isEqualTo("1. a8=R+ Kg7");
    }

    @Test
    void movesAreMadeByKeysOnTheBoard() {
        keys(KeyCode.SHORTCUT, KeyCode.N);
        stand.await("a game", () -> reading().openProperty().get());
        keys(KeyCode.ENTER);
        for (KeyCode code : List.of(KeyCode.UP, KeyCode.ENTER, KeyCode.UP, KeyCode.UP, KeyCode.ENTER)) {
            keys(code);
        }
        assertThat(moves()).isEqualTo("1. e4");
        keys(KeyCode.ESCAPE);
        keys(KeyCode.LEFT);
        assertThat(Stand.onStage(() -> reading().nodeProperty().get())).isZero();
    }

    @Test
    void theFieldForEverythingFindsCommandsAndGames() throws IOException {
        importMessy();
        keys(KeyCode.ESCAPE);
        keys(KeyCode.SHORTCUT, KeyCode.K);
        type("tarn");
        ListView<?> offers = robot.lookup("#command-list").queryAs(ListView.class);
        // The player first, then the game.
        stand.await("two offers", () -> offers.getItems().size() == 2);
        keys(KeyCode.DOWN);
        keys(KeyCode.ENTER);
        stand.await("the game", () -> reading().openProperty().get());
        keys(KeyCode.SHORTCUT, KeyCode.K);
        type("turn board");
        keys(KeyCode.ENTER);
        assertThat(Stand.onStage(() -> reading().flippedProperty().get())).isTrue();
    }

    @Test
    void theListShowsEveryColumn() throws IOException {
        importMessy();
        keys(KeyCode.ESCAPE);
        TableView<?> table = robot.lookup("#games-table").queryAs(TableView.class);
        List<String> texts = new ArrayList<>();
        Stand.onStage(() -> {
            table.getColumns().forEach(column -> texts.add(String.valueOf(column.getCellData(0))));
            return true;
        });
        assertThat(texts)
                .containsExactly("Quillan, Rhea", "Brandt, Ida", "1–0", "2026-02-03", "Club evening", "", "3", "2", "");
    }

    private void click(Square square) {
        robot.clickOn(at(square), MouseButton.PRIMARY);
        stand.settle();
    }

    private Point2D at(Square square) {
        return Stand.onStage(() -> Squares.middle(robot.lookup(".board").queryAs(BoardView.class), square));
    }

    @Test
    void aFileThatIsDroppedOnTheWindowIsTakenIn() throws IOException {
        Path file = Files.writeString(folder.resolve("dropped.pgn"), MESSY);
        Stand.onStage(() -> {
            stand.shell().dropped(List.of(file.toFile()));
            return true;
        });
        stand.await("the report", () -> stand.scene().lookup("#import-faults") != null);
        stand.await("both games", () -> games().games().size() == 2);
    }

    @Test
    void theWholeWayByMouse() throws IOException {
        Path file = Files.writeString(folder.resolve("messy.pgn"), MESSY);
        stand.answers().willImport(file);
        robot.clickOn("#games-import");
        stand.await("the report", () -> stand.scene().lookup("#import-faults") != null);
        robot.clickOn("#sheet-close");
        stand.settle();
        robot.doubleClickOn("Tarn, Bastian");
        stand.await("the game", () -> reading().openProperty().get());
        stand.settle();
        long id = Stand.onStage(() -> reading().gameIdProperty().get());
        robot.clickOn("#rail-games");
        robot.clickOn("#rail-reading");
        stand.settle();
        robot.clickOn(at(Square.D2));
        robot.clickOn(at(Square.D4));
        stand.settle();
        assertThat(moves()).startsWith("1. e4 (1. d4)");
        robot.clickOn("#note").write("by mouse and pen", 0);
        robot.clickOn("#rail-games");
        stand.settle();
        assertThat(PgnWriter.movetext(stand.workbook().games().read(id).tree())).contains("(1. d4 {by mouse and pen})");
        robot.clickOn("#games-narrow");
        stand.settle();
        robot.clickOn("#filter-player").write("rhea", 0);
        stand.await("one game", () -> games().games().size() == 1);
        robot.clickOn("#filter-clear");
        stand.await("both games", () -> games().games().size() == 2);
    }

    @Test
    void aDateIsUnderstoodAskedAboutOrRefused() {
        take("[White \"Brandt, Ida\"]\n1.d4 d5 *");
        runTitled(Texts.of("command.details"));
        set("#tag-Date", "soon");
        fire("#details-keep");
        assertThat(said("#details-which")).contains("is no date");
        set("#tag-Date", "3/4/2026");
        fire("#details-keep");
        assertThat(said("#details-which")).contains("2026-04-03", "2026-03-04");
        Stand.onStage(() -> {
            var choices = robot.lookup("#details-which").queryAs(FlowPane.class).getChildren();
            ((Button) choices.get(2)).fire();
            return true;
        });
        fire("#details-keep");
        stand.await(
                "the date",
                () -> "2026.03.04".equals(reading().gameProperty().get().tags().known("Date")));
    }

    /** Everything that stands in a pane. */
    private String said(String query) {
        return Stand.onStage(() -> robot.lookup(query).queryAs(FlowPane.class).getChildren().stream()
                .map(each -> ((Labeled) each).getText())
                .collect(Collectors.joining("\n")));
    }
}
