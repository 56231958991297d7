package org.zeroply.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import javafx.stage.Window;
import javafx.stage.WindowEvent;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.coaching.Homework;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Student;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.task.TasksModel;
import org.zeroply.store.PaperShelf.Listed;
import org.zeroply.store.SittingShelf;
import org.zeroply.task.Item;
import org.zeroply.task.Opinion;
import org.zeroply.task.Points;
import org.zeroply.task.SchemeFault;
import org.zeroply.task.Task;
import org.zeroply.task.TaskKind;
import org.zeroply.task.Want;

/** The place Tasks in the real window: a paper is set, checked, sat, marked, printed, and goes out as homework. */
@SuppressWarnings("NullAway.Init")
class TasksPlaceTest extends AtTheWindow {
    @BeforeEach
    void open() {
        stand = new Stand(folder, false, 1280, 800);
        run("command.places.tasks");
    }

    @AfterEach
    void close() {
        stand.close();
    }

    private TasksModel tasks() {
        return stand.tasks();
    }

    /** Has a file read as a paper. */
    private void take(String name, String pgn) throws IOException {
        stand.answers().willImport(Files.writeString(folder.resolve(name), pgn));
        run("command.tasks.import");
        stand.await("the paper", () -> tasks().openProperty().get() != null);
        stand.settle();
    }

    private static final String ENDING = """
            [Event "Endings"]
            [SetUp "1"]
            [FEN "8/1k6/1P6/2p5/P7/8/4K3/8 w - - 2 51"]

            51. a5 c4 (51... Ka6 52. Kd3 $18) 52. Kd2 Ka6 53. Kc3 $18 *
            """;

    private ListView<?> rows() {
        return robot.lookup("#tasks-rows").queryListView();
    }

    private String outOf() {
        return text("#tasks-out-of");
    }

    private void sit(String student) {
        run("command.tasks.sit");
        stand.await("the question who sits", () -> stand.scene().lookup("#student-name") != null);
        robot.clickOn("#student-name");
        robot.write(student);
        robot.clickOn("#student-rating");
        robot.write("1650");
        robot.clickOn("#sheet-primary");
        stand.await("the sitting", () -> stand.scene().lookup("#sitting-commit") != null);
        stand.settle();
    }

    @Test
    void aPaperIsSetSatAndMarkedByKeyboard() throws IOException {
        take("endings.pgn", ENDING);
        run("command.tasks.draft");
        stand.await("the total", () -> outOf().startsWith("out of "));
        // 5 for the choice, the rest as drafted; now finer by hand.
        int drafted = tasks().worthProperty().get() == null
                ? 0
                : tasks().worthProperty().get().outOf().points().halves();
        assertThat(drafted).isGreaterThan(10);
        Stand.onStage(() -> {
            rows().getSelectionModel().select(0);
            rows().requestFocus();
            return true;
        });
        robot.write("Kc6 52.Kd3");
        keys(KeyCode.ENTER);
        stand.await("the line", () -> tasks().task().orElseThrow().solution().size() == 9);
        assertThat(text("#tasks-line-reason")).as("typing goes on from the row").isEmpty();
        keys(KeyCode.CONTROL, KeyCode.Z);
        stand.await("undone", () -> tasks().task().orElseThrow().solution().size() == 7);

        sit("Quillan, Rhea");
        assertThat(stand.scene().lookup("#command-field") == null
                        || stand.scene().lookup("#command-field").isDisabled())
                .isTrue();
        robot.clickOn("#sitting-row-1");
        robot.write("51.a5 c4 52.Kd2 Ka6 53.Kc3");
        keys(KeyCode.ALT, KeyCode.DIGIT1);
        keys(KeyCode.ALT, KeyCode.C);
        keys(KeyCode.CONTROL, KeyCode.ENTER);
        robot.write("Kb7");
        keys(KeyCode.ENTER);
        robot.write("51...Ka6 52.Kd3 | w++");
        stand.settle();
        SittingShelf.Listed listed = stand.workbook().sittings().list().getFirst();
        Sitting saved = stand.workbook().sittings().read(listed.id());
        assertThat(saved.tasks().getFirst().script().choice()).isEqualTo("51.a5");
        assertThat(saved.tasks().getFirst().script().rows())
                .as("every keystroke is saved")
                .first()
                .isEqualTo("51.a5 c4 52.Kd2 Ka6 53.Kc3 | White is winning");
        keys(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.ENTER);
        stand.await("the marked script", () -> stand.scene().lookup("#marked-points") != null);
        Sitting done = stand.workbook().sittings().read(listed.id());
        assertThat(done.isDone()).isTrue();
        assertThat(text("#marked-points"))
                .isEqualTo(done.tasks().getFirst().marked().points().toString());
        assertThat(done.tasks().getFirst().marked().points()).isGreaterThan(Points.of(10));
        keys(KeyCode.ESCAPE);
        stand.await("back at the paper", () -> stand.scene().lookup("#marked-points") == null);
    }

    private String focused() {
        return Stand.onStage(() -> {
            Node owner = stand.scene().getFocusOwner();
            return owner == null || owner.getId() == null ? "" : owner.getId();
        });
    }

    /** Nobody touches the mouse from the moment the sitting begins, and the window is closed in the middle of it. */
    @Test
    void aSittingKeepsTheKeyboardAndIsGoneOnWithAfterTheWindowWasClosed() throws IOException {
        take("endings.pgn", ENDING);
        sit("Quillan, Rhea");
        stand.await("the caret in the first row", () -> focused().equals("sitting-row-1"));
        robot.write("51.a5");
        for (int i = 0; i < 12; i++) {
            keys(KeyCode.TAB);
            assertThat(Stand.onStage(() -> {
                        Node at = stand.scene().getFocusOwner();
                        while (at != null && !at.getStyleClass().contains("sitting")) {
                            at = at.getParent();
                        }
                        return at != null;
                    }))
                    .as("Tab stays in the sitting")
                    .isTrue();
        }
        fire("#sitting-leave");
        keys(KeyCode.ESCAPE);
        stand.await("the caret back", () -> focused().equals("sitting-row-1"));
        robot.write(" ");
        Stand.onStage(() -> {
            stand.scene().getRoot().requestFocus();
            return true;
        });
        stand.await("the caret where it was", () -> focused().equals("sitting-row-1"));
        robot.write("c4");
        assertThat(((TextField) stand.scene().lookup("#sitting-row-1")).getText())
                .as("goes on where it was")
                .isEqualTo("51.a5 c4");
        Stage stage = (Stage) stand.scene().getWindow();
        Stand.onStage(() -> {
            WindowEvent asked = new WindowEvent(stage, WindowEvent.WINDOW_CLOSE_REQUEST);
            stage.fireEvent(asked);
            return true;
        });
        stand.await("the question", () -> stand.scene().lookup("#sitting-close-now") != null);
        assertThat(Stand.onStage(stage::isShowing)).as("not without a word").isTrue();
        keys(KeyCode.ESCAPE);
        stand.await("the caret once more", () -> focused().equals("sitting-row-1"));
        robot.write(" 52.Kd2");
        stand.settle();
        Path file = stand.workbook().file();
        Stand.onStage(() -> {
            stand.window().open(file);
            return true;
        });
        stand.await("the offer", () -> stand.scene().lookup("#sitting-offer") != null);
        assertThat(text("#sitting-offer")).contains("Quillan, Rhea").contains("Endings");
        stand.await("the keyboard on the offer", () -> focused().equals("sheet-primary"));
        keys(KeyCode.ENTER);
        stand.await(
                "the sitting",
                () -> stand.scene().lookup("#sitting-row-1") instanceof TextField row
                        && row.getText().equals("51.a5 c4 52.Kd2"));
        stand.await("the caret behind it", () -> focused().equals("sitting-row-1"));
        robot.write(" Ka6");
        assertThat(((TextField) stand.scene().lookup("#sitting-row-1")).getText())
                .isEqualTo("51.a5 c4 52.Kd2 Ka6");
        fire("#sitting-leave");
        fire("#sitting-leave-now");
        stand.await("the marked script", () -> stand.scene().lookup("#marked-points") != null);
    }

    /** A second sitting of the same student only if one insists. */
    @Test
    void whoHasBegunGoesOnUnlessOneInsists() throws IOException {
        take("endings.pgn", ENDING);
        Listed paper = tasks().openProperty().get();
        Student rhea = stand.workbook().sittings().keep(new Student(0, "Quillan, Rhea", 1650));
        Sitting begun = stand.workbook()
                .sittings()
                .begin(
                        paper.id(),
                        stand.workbook().papers().read(paper.id()),
                        rhea,
                        Clock.systemUTC().instant());
        run("command.tasks.sit");
        robot.clickOn("#student-name");
        robot.write("Quillan, Rhea");
        robot.clickOn("#sheet-primary");
        stand.await("the offer", () -> stand.scene().lookup("#sitting-again") != null);
        keys(KeyCode.ESCAPE);
        assertThat(stand.workbook().sittings().list()).hasSize(1);
        run("command.tasks.sit");
        robot.clickOn("#student-name");
        robot.write("Quillan, Rhea");
        robot.clickOn("#sheet-primary");
        stand.await("the offer again", () -> stand.scene().lookup("#sitting-again") != null);
        fire("#sitting-again");
        stand.await("the sitting", () -> stand.scene().lookup("#sitting-commit") != null);
        assertThat(stand.workbook().sittings().list())
                .extracting(SittingShelf.Listed::id)
                .hasSize(2)
                .contains(begun.id());
    }

    @Test
    void pointsGroupsAndUndo() throws IOException {
        take("endings.pgn", ENDING);
        Stand.onStage(() -> {
            tasks().go(tasks().task().orElseThrow().solution().mainLine().getFirst());
            return true;
        });
        Stand.onStage(() -> {
            rows().requestFocus();
            return true;
        });
        robot.write("7");
        stand.await("points", () -> outOf().startsWith("out of 7"));
        robot.write("4");
        stand.await("other points", () -> outOf().startsWith("out of 4"));
        run("command.tasks.choice");
        stand.await("the choice", () -> outOf().startsWith("out of 9"));
        run("command.tasks.judge.WHITE_WINNING");
        stand.await("a verdict", () -> outOf().startsWith("out of 10"));
        assertThat(tasks().task().orElseThrow().scheme().items()).hasSize(3);
        keys(KeyCode.CONTROL, KeyCode.Z);
        stand.await("undone", () -> outOf().startsWith("out of 9"));
        run("command.tasks.delete");
        stand.await("taken out", () -> outOf().startsWith("out of 0"));
        keys(KeyCode.CONTROL, KeyCode.Z);
        stand.await("back again", () -> outOf().startsWith("out of 9"));

        int reply = tasks().task().orElseThrow().solution().mainLine().get(1);
        Stand.onStage(() -> {
            tasks().go(reply);
            rows().requestFocus();
            return true;
        });
        robot.write("3");
        stand.await("the reply counts", () -> wants().contains(new Want.Consider(reply)));
        keys(KeyCode.ENTER);
        stand.await("all about it", () -> stand.scene().lookup("#item-verdict-enough") != null);
        robot.clickOn("#item-verdict-enough");
        robot.clickOn("#sheet-primary");
        stand.await("a verdict is enough", () -> wants().contains(new Want.Consider(reply, true)));
        int items = wants().size();
        Stand.onStage(() -> {
            rows().requestFocus();
            return true;
        });
        robot.write("5");
        stand.await("other points", () -> outOf().startsWith("out of 14"));
        assertThat(wants()).as("of the same item").hasSize(items).contains(new Want.Consider(reply, true));
    }

    /** Chooses from the menu of a row; its window is not reached by the robot, so the item is fired itself. */
    private void chooseOfRow(int node, String... titles) {
        robot.clickOn("#row-menu-" + node);
        stand.settle();
        Stand.onStage(() -> {
            ContextMenu menu = Window.getWindows().stream()
                    .filter(ContextMenu.class::isInstance)
                    .map(ContextMenu.class::cast)
                    .findFirst()
                    .orElseThrow();
            List<MenuItem> items = menu.getItems();
            for (String title : titles) {
                MenuItem item = items.stream()
                        .filter(each -> title.equals(each.getText()))
                        .findFirst()
                        .orElseThrow(() -> new AssertionError("the menu has no " + title));
                if (item instanceof Menu inner) {
                    items = inner.getItems();
                } else {
                    item.fire();
                }
            }
            menu.hide();
            return true;
        });
        stand.settle();
    }

    @Test
    void aSchemeIsDraftedAndChangedByMouseAlone() throws IOException {
        take("endings.pgn", ENDING);
        List<Integer> line =
                Stand.onStage(() -> tasks().task().orElseThrow().solution().mainLine());
        robot.clickOn("#tasks-draft");
        stand.await("the draft", () -> wants().size() > 1);
        assertThat(Stand.onStage(() -> robot.lookup("#tasks-draft").tryQuery().isPresent()
                        && robot.lookup("#tasks-draft").query().isVisible()))
                .as("a scheme that is there is not drafted anew")
                .isFalse();
        int drafted = wants().size();
        chooseOfRow(line.getFirst(), Texts.of("tasks.row.points"), "7");
        assertThat(tasks().task().orElseThrow().scheme().items())
                .anyMatch(item -> item.points().equals(Points.of(7)));
        chooseOfRow(line.get(2), Texts.of("tasks.row.verdict"), Opinion.WHITE_WINNING.text());
        assertThat(wants()).hasSizeGreaterThan(drafted);
        int before = wants().size();
        chooseOfRow(line.getFirst(), Texts.of("tasks.row.remove"));
        assertThat(wants()).hasSizeLessThan(before);
        robot.clickOn("#status-undo");
        stand.await("undone by a click", () -> wants().size() == before);
        chooseOfRow(line.get(2), Texts.of("tasks.row.cut"));
        assertThat(tasks().task().orElseThrow().solution().mainLine()).hasSize(2);
    }

    private List<Want> wants() {
        return tasks().task().orElseThrow().scheme().items().stream()
                .flatMap(Item::wants)
                .toList();
    }

    @Test
    void aBrokenFileIsToldAndKept() throws IOException {
        take("broken.pgn", ENDING.replace("51. a5 c4", "51. a5 {[%mark 1|0|find|lots|||]} c4"));
        stand.await("what is wrong", () -> stand.scene().lookup("#paper-faults") != null);
        assertThat(robot.lookup("#paper-faults").queryTextInputControl().getText())
                .contains("Game 1, 51.a5")
                .contains("cannot be read as part of a mark scheme");
        keys(KeyCode.ESCAPE);
        assertThat(tasks().task().orElseThrow().solution().size()).isEqualTo(7);
    }

    @Test
    void aPaperGoesOutAsHomeworkAndComesBackMarked() throws IOException {
        take("endings.pgn", ENDING);
        run("command.tasks.draft");
        Path homework = folder.resolve("homework.pgn");
        stand.answers().willExport(homework);
        run("command.tasks.homework");
        stand.await("the file", () -> Files.exists(homework));
        assertThat(Files.readString(homework))
                .contains("8/1k6/1P6/2p5/P7/8/4K3/8 w - - 2 51")
                .doesNotContain("a5")
                .doesNotContain("mark");
        Path script = Files.writeString(
                folder.resolve("script.txt"), "student: Okafor, Sam\ntask: 1\nchoice: a5\n51.a5 c4 52.Kd2\nused: 75\n");
        stand.answers().willImport(script);
        run("command.tasks.scripts");
        // It does not say for which paper it was written.
        fire("#sheet-primary");
        stand.await("the marked script", () -> stand.scene().lookup("#marked-points") != null);
        Sitting sitting = stand.workbook()
                .sittings()
                .read(stand.workbook().sittings().list().getFirst().id());
        assertThat(sitting.student().name()).isEqualTo("Okafor, Sam");
        assertThat(sitting.tasks().getFirst().clock().used()).isEqualTo(75_000);
        assertThat(text("#marked-points"))
                .isEqualTo(sitting.tasks().getFirst().marked().points().toString());
        Path printed = folder.resolve("marked.pdf");
        stand.answers().willExport(printed);
        keys(KeyCode.P);
        stand.await("the PDF", () -> Files.exists(printed));
        assertThat(Files.readAllBytes(printed)).startsWith("%PDF".getBytes(StandardCharsets.US_ASCII));
        keys(KeyCode.ESCAPE);
    }

    private static final String OTHER_ENDING = """
            [Event "Others"]
            [SetUp "1"]
            [FEN "8/8/4k3/8/4P3/4K3/8/8 w - - 0 1"]

            1. Kf4 $18 *
            """;

    private int sittings() {
        return stand.workbook().sittings().list().size();
    }

    @Test
    void scriptsGoToTheirOwnPaperOnceAndNeverToAnother() throws IOException {
        take("endings.pgn", ENDING);
        run("command.tasks.draft");
        String identity = Homework.identity(tasks().paperProperty().get().tasks());
        long endings = tasks().openProperty().get().id();
        take("others.pgn", OTHER_ENDING);
        stand.await("the other paper", () -> tasks().openProperty().get().id() != endings);
        String head = "student: Okafor, Sam\nsat: 2026-11-24T17:30:00Z\npaper: ";
        String rows = "\ntask: 1\nchoice: a5\n51.a5 c4 52.Kd2\n";
        stand.answers().willImport(Files.writeString(folder.resolve("script.txt"), head + identity + rows));
        for (int reading = 0; reading < 2; reading++) {
            run("command.tasks.scripts");
            stand.await("the marked script", () -> stand.scene().lookup("#marked-points") != null);
            keys(KeyCode.ESCAPE);
            stand.settle();
            assertThat(sittings()).as("the same script twice is one sitting").isEqualTo(1);
        }
        assertThat(stand.workbook().sittings().list().getFirst().paper())
                .as("not the paper that is open")
                .isEqualTo(endings);
        Listed own = Stand.onStage(() -> tasks().listProperty().get().stream()
                .filter(each -> each.id() == endings)
                .findFirst()
                .orElseThrow());
        Stand.onStage(() -> {
            tasks().open(own);
            return true;
        });
        stand.await("its own paper", () -> tasks().openProperty().get().id() == endings);
        run("command.tasks.results");
        ListView<?> results = robot.lookup("#tasks-results").queryListView();
        stand.await("its results", () -> results.getItems().size() == 1);
        robot.clickOn("#tasks-results .list-cell:filled");
        keys(KeyCode.DELETE);
        stand.await("removed", () -> results.getItems().isEmpty());
        assertThat(sittings()).isZero();
        robot.clickOn("#status-undo");
        stand.await("back again", () -> results.getItems().size() == 1);
        for (String wrong : List.of(head + "0123456789abcdef" + rows, head + identity + "\nsat: soon" + rows)) {
            stand.answers().willImport(Files.writeString(folder.resolve("wrong.txt"), wrong));
            run("command.tasks.scripts");
            stand.await("the reason", () -> stand.scene().lookup("#sheet-close") != null);
            fire("#sheet-close");
            assertThat(sittings()).isEqualTo(1);
        }
    }

    @Test
    void aBatchComesInTogetherAndSaysWhatDidNot() throws IOException {
        take("endings.pgn", ENDING);
        run("command.tasks.draft");
        String identity = Homework.identity(tasks().paperProperty().get().tasks());
        String rows = "\ntask: 1\nchoice: a5\n51.a5 c4 52.Kd2\n";
        Path one = Files.writeString(
                folder.resolve("one.txt"),
                "student: Okafor, Sam\nsat: 2026-11-24T17:30:00Z\npaper: " + identity + rows);
        Path other = Files.writeString(folder.resolve("two.txt"), "student: Brandt, Ida" + rows);
        Path strange =
                Files.writeString(folder.resolve("three.txt"), "student: Haddad, Noor\npaper: 0123456789abcdef" + rows);
        stand.answers().willImport(one, other, strange);
        run("command.tasks.scripts");
        // One of them does not say for which paper it was written.
        stand.await("the question", () -> stand.scene().lookup("#sheet-primary") != null);
        assertThat(sittings()).isZero();
        fire("#sheet-primary");
        stand.await("the batch", () -> stand.scene().lookup("#batch") != null);
        assertThat(stand.workbook().sittings().list())
                .extracting(each -> each.student().name())
                .containsExactlyInAnyOrder("Okafor, Sam", "Brandt, Ida");
        assertThat(robot.lookup(".paragraph").queryAllAs(Label.class))
                .anyMatch(label -> label.getText().contains("three.txt is by Haddad, Noor"));
        fire("#batch-open-1");
        stand.await("the marked script", () -> stand.scene().lookup("#marked-points") != null);
    }

    @Test
    void aScriptOnPaperIsTickedOff() throws IOException {
        take("endings.pgn", ENDING);
        run("command.tasks.draft");
        run("command.tasks.tickOff");
        stand.await("who it is", () -> stand.scene().lookup("#student-name") != null);
        robot.clickOn("#student-name");
        robot.write("Okafor, Sam");
        fire("#sheet-primary");
        stand.await("the boxes", () -> stand.scene().lookup("#tick-1") != null);
        Stand.onStage(() -> {
            ((TextField) stand.scene().lookup("#tick-minutes-1")).setText("12");
            return true;
        });
        robot.clickOn("#tick-1");
        String said = text("#tick-sum");
        assertThat(said).doesNotStartWith("0 ");
        fire("#sheet-primary");
        stand.await("the marked script", () -> stand.scene().lookup("#marked-points") != null);
        assertThat(said).startsWith(text("#marked-points") + " ");
        Sitting sitting = stand.workbook()
                .sittings()
                .read(stand.workbook().sittings().list().getFirst().id());
        assertThat(sitting.tasks().getFirst().clock().used()).isEqualTo(12 * 60_000);
        assertThat(sitting.tasks().getFirst().script().choice()).isEqualTo("51.a5");
    }

    @Test
    void aSittingLeftOpenGoesOnAfterARestart() throws IOException {
        take("endings.pgn", ENDING);
        sit("Brandt, Ida");
        robot.clickOn("#sitting-row-1");
        robot.write("51.a5");
        stand.settle();
        long id = stand.workbook().sittings().list().getFirst().id();
        stand.close();
        stand = new Stand(folder, false, 1280, 800);
        run("command.places.tasks");
        stand.await("the paper", () -> tasks().openProperty().get() != null);
        run("command.tasks.results");
        stand.await(
                "the list",
                () -> !robot.lookup("#tasks-results").queryListView().getItems().isEmpty());
        Stand.onStage(() -> {
            robot.lookup("#tasks-results").queryListView().getSelectionModel().select(0);
            robot.lookup("#tasks-results").queryListView().requestFocus();
            return true;
        });
        keys(KeyCode.ENTER);
        stand.await("the sitting", () -> stand.scene().lookup("#sitting-row-1") != null);
        assertThat(robot.lookup("#sitting-row-1").queryTextInputControl().getText())
                .isEqualTo("51.a5");
        robot.clickOn("#sitting-leave");
        stand.await("the question", () -> stand.scene().lookup("#sitting-leave-now") != null);
        robot.clickOn("#sitting-leave-now");
        stand.await("the marked script", () -> stand.scene().lookup("#marked-points") != null);
        assertThat(stand.workbook().sittings().read(id).tasks().getFirst().end())
                .isEqualTo(Sitting.End.LEFT);
    }

    @Test
    void theSamplePapersAreSound() {
        stand.addPapers();
        for (var listed : List.copyOf(tasks().listProperty().get())) {
            for (var task : stand.workbook().papers().read(listed.id()).tasks()) {
                assertThat(SchemeFault.of(task)).as(task.name()).isEmpty();
            }
        }
        assertThat(stand.workbook().sittings().list()).hasSize(9);
    }

    @Test
    void tasksArePutInOrderWithTheMouseAndQuestionsAreProposed() throws IOException {
        take("two.pgn", ENDING + "\n[SetUp \"1\"]\n[FEN \"6k1/5ppp/8/8/8/8/5PPP/R5K1 w - - 0 1\"]\n\n1. Ra8# $18 *\n");
        Task first = tasks().paperProperty().get().tasks().getFirst();
        robot.dragTo("#tasks-chip-1", "#tasks-chip-2");
        stand.settle();
        assertThat(tasks().paperProperty().get().tasks().getLast().start()).isEqualTo(first.start());
        robot.clickOn("#tasks-chip-1");
        Stand.onStage(() -> {
            tasks().edit(task -> task.withKind(TaskKind.ASSESS), "kind");
            return true;
        });
        run("command.tasks.questions");
        robot.clickOn("#questions-propose");
        stand.await("the questions", () -> !typed("#question-1").isEmpty());
        assertThat(typed("#question-1")).isEqualTo("After 1.Ra8#: How do you judge the position?");
        assertThat(typed("#key-1")).isEqualTo("White is winning");
        assertThat(typed("#key-2")).isEqualTo("+5");
        robot.clickOn("#sheet-primary");
        stand.settle();
        assertThat(tasks().task().orElseThrow().questions()).hasSize(6);
        run("command.undo");
        run("command.undo");
        run("command.undo");
        stand.await(
                "the order as it was",
                () -> tasks().paperProperty().get().tasks().getFirst().start().equals(first.start()));
    }

    private String typed(String query) {
        return Stand.onStage(() -> robot.lookup(query).queryTextInputControl().getText());
    }
}
