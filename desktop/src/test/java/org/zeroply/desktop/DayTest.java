package org.zeroply.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Objects;
import javafx.geometry.Point2D;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TableView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.coaching.Homework;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.rules.Move;
import org.zeroply.rules.Square;
import org.zeroply.store.GameSummary;

/**
 * A coach's day, once by mouse alone and once by keyboard alone, with what each piece of work costs: a click, a double click
 * or a drag counts as one, and so does a key with those held beside it; writing a name, or a move with its Enter, counts as one.
 */
@SuppressWarnings("NullAway.Init")
class DayTest extends AtTheWindow {
    private static final String GAME = """
            [Event "Hollow Mill club evening"]
            [Result "1-0"]

            1. e4 e5 2. Qh5 Ke7 3. Qxe5# 1-0
            """;

    private int acts;

    @BeforeEach
    void open() {
        stand = Stand.steady(folder, true, 1280, 800);
        stand.addRepertoires();
        stand.addPapers();
        run("command.places.games");
    }

    @AfterEach
    void close() {
        stand.close();
    }

    private void click(String query) {
        acts++;
        robot.clickOn(query);
        stand.settle();
    }

    private void press(KeyCode... codes) {
        acts++;
        keys(codes);
        stand.settle();
    }

    private void write(String text) {
        acts++;
        type(text);
        stand.settle();
    }

    /** Chooses from a menu: two clicks. Its window is not reached by the robot, so the second is given to the item itself. */
    private void choose(String menu, String title) {
        click(menu);
        acts++;
        Stand.onStage(() -> {
            MenuButton button = robot.lookup(menu).queryAs(MenuButton.class);
            button.getItems().stream()
                    .filter(item -> title.equals(item.getText()))
                    .findFirst()
                    .ifPresent(MenuItem::fire);
            button.hide();
            return true;
        });
        stand.settle();
    }

    private void begin() {
        acts = 0;
    }

    private void costs(String work, int most) {
        assertThat(acts).as("%s: clicks or keys", work).isLessThanOrEqualTo(most);
    }

    private Path game() throws IOException {
        Path file = Files.writeString(folder.resolve("evening.pgn"), GAME);
        stand.answers().willImport(file);
        return file;
    }

    private void awaitTakenIn() {
        stand.await("the game", () -> games().games().size() == 65);
        stand.await(
                "the game is chosen",
                () -> robot.lookup("#games-table")
                                        .queryAs(TableView.class)
                                        .getSelectionModel()
                                        .getSelectedItem()
                                instanceof GameSummary game
                        && game.plies() == 5);
        stand.settle();
    }

    private void awaitReading() {
        stand.await("the game", () -> reading().openProperty().get());
        stand.settle();
    }

    private void assertNamed() {
        stand.await(
                "the names",
                () -> "Brandt, Ida".equals(reading().gameProperty().get().tags().known("White")));
        assertThat(reading().gameProperty().get().tags().known("Black")).isEqualTo("Oake, Tamsin");
    }

    private void awaitJudged() {
        stand.await("the judgement", () -> stand.judging().judgementProperty().get() != null);
        stand.await(
                "the end of the pass", () -> !stand.judging().runningProperty().get());
        stand.settle();
    }

    private static void assertPdf(Path file) throws IOException {
        assertThat(Files.readAllBytes(file)).startsWith("%PDF".getBytes(StandardCharsets.US_ASCII));
    }

    /** The middle of a square of the repertoire's board. */
    private Point2D at(Square square) {
        return Stand.onStage(() -> {
            BoardView board = robot.lookup("#repertoire-board").queryAs(BoardView.class);
            return Squares.middle(board, square);
        });
    }

    private int unanswered() {
        return Stand.onStage(() -> stand.repertoire().likelihood().gaps().size());
    }

    private String aLegalMove() {
        return Stand.onStage(() -> {
            var position = stand.repertoire().position();
            return org.zeroply.notation.San.write(
                    position, position.legalMoves().getFirst());
        });
    }

    private Path script() throws IOException {
        String identity = Stand.onStage(
                () -> Homework.identity(stand.tasks().paperProperty().get().tasks()));
        return Files.writeString(
                folder.resolve("script.txt"),
                "student: Okafor, Sam\npaper: " + identity + "\ntask: 1\nchoice: Nxc7\n14.Nxc7\nused: 75\n");
    }

    private void awaitMarked() {
        stand.await("the marked script", () -> stand.scene().lookup("#marked-points") != null);
        stand.settle();
    }

    @Test
    void byKeyboardAlone() throws IOException {
        game();
        begin();
        press(KeyCode.SHORTCUT, KeyCode.I);
        awaitTakenIn();
        press(KeyCode.ENTER);
        awaitReading();
        press(KeyCode.ALT, KeyCode.D);
        write("Brandt, Ida");
        press(KeyCode.TAB);
        write("Oake, Tamsin");
        press(KeyCode.ENTER);
        assertNamed();
        costs("take in and name a game", 8);

        Path report = folder.resolve("report.pdf");
        stand.answers().willExport(report);
        begin();
        press(KeyCode.ALT, KeyCode.Y);
        awaitJudged();
        press(KeyCode.ALT, KeyCode.Z);
        stand.await("the report", () -> stand.scene().lookup("#lesson-student") != null);
        press(KeyCode.SHORTCUT, KeyCode.P);
        stand.await("the file", () -> Files.exists(report));
        assertPdf(report);
        costs("judge and print a report", 5);
        keys(KeyCode.ESCAPE);
        stand.settle();

        begin();
        press(KeyCode.ALT, KeyCode.SHIFT, KeyCode.T);
        stand.await("the task", () -> stand.tasks().task().isPresent());
        press(KeyCode.ALT, KeyCode.D);
        costs("make a paper from a game", 6);

        run("command.places.repertoire");
        int gaps = unanswered();
        begin();
        press(KeyCode.ALT, KeyCode.DIGIT2);
        press(KeyCode.ENTER);
        String move = aLegalMove();
        stand.settle();
        write(move);
        keys(KeyCode.ENTER);
        stand.await("the answer", () -> unanswered() < gaps);
        costs("fill a gap", 3);
    }

    @Test
    void byMouseAlone() throws IOException {
        game();
        begin();
        click("#games-import");
        awaitTakenIn();
        acts++;
        robot.doubleClickOn(".table-row-cell:selected");
        awaitReading();
        click("#bar-title");
        click("#tag-White");
        write("Brandt, Ida");
        click("#tag-Black");
        write("Oake, Tamsin");
        click("#details-keep");
        assertNamed();
        costs("take in and name a game", 8);

        Path report = folder.resolve("report.pdf");
        stand.answers().willExport(report);
        begin();
        click("#tab-judging");
        click("#judging-judge");
        awaitJudged();
        click("#judging-report");
        stand.await("the report", () -> stand.scene().lookup("#lesson-save-PDF") != null);
        click("#lesson-save-PDF");
        stand.await("the file", () -> Files.exists(report));
        assertPdf(report);
        costs("judge and print a report", 5);
        click("#sheet-close");

        int tasks =
                Stand.onStage(() -> stand.tasks().paperProperty().get().tasks().size());
        begin();
        click("#reading-more");
        String title = Texts.of("command.tasks.take");
        Stand.onStage(() -> {
            // The wheel would do.
            ListView<?> all = robot.lookup("#command-list").queryListView();
            for (int i = 0; i < all.getItems().size(); i++) {
                if (all.getItems().get(i).toString().contains(title)) {
                    all.scrollTo(i);
                }
            }
            return true;
        });
        stand.settle();
        click(title);
        stand.await(
                "the task", () -> stand.tasks().paperProperty().get().tasks().size() > tasks);
        stand.settle();
        click("#tasks-draft");
        costs("make a paper from a game", 6);

        run("command.places.repertoire");
        int gaps = unanswered();
        begin();
        click("#repertoire-tab-UNANSWERED");
        ListView<?> list = robot.lookup("#repertoire-list").queryListView();
        assertThat(list.getItems()).isNotEmpty();
        click("#repertoire-list .list-cell:filled");
        Move answer =
                Stand.onStage(() -> stand.repertoire().position().legalMoves().getFirst());
        acts++;
        robot.dragTo(at(answer.from()), at(answer.to()));
        stand.await("the answer", () -> unanswered() < gaps);
        costs("fill a gap", 3);
    }

    @Test
    void homeworkGoesOutAndComesBackByKeyboard() throws IOException {
        Path homework = folder.resolve("homework.pgn");
        stand.answers().willExport(homework);
        begin();
        press(KeyCode.CONTROL, KeyCode.DIGIT5);
        press(KeyCode.ALT, KeyCode.SHIFT, KeyCode.H);
        stand.await("the file", () -> Files.exists(homework));
        stand.answers().willImport(script());
        press(KeyCode.ALT, KeyCode.SHIFT, KeyCode.I);
        awaitMarked();
        costs("homework out and back", 5);
    }

    @Test
    void homeworkGoesOutAndComesBack() throws IOException {
        run("command.places.tasks");
        Path homework = folder.resolve("homework.pgn");
        stand.answers().willExport(homework);
        begin();
        choose("#tasks-paper", Texts.of("tasks.paper.homework"));
        stand.await("the file", () -> Files.exists(homework));
        stand.answers().willImport(script());
        click("#tasks-tab-results");
        click("#results-scripts");
        awaitMarked();
        costs("homework out and back", 5);
        assertThat(Objects.requireNonNull(stand.workbook().sittings().list())
                        .getFirst()
                        .id())
                .isPositive();
    }
}
