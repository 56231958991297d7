package org.zeroply.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Objects;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.GridPane;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Block;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Student;

/** A week of a coach through the real window, from a game that comes in to the plan to an event. */
@SuppressWarnings("NullAway.Init")
class WeekTest extends AtTheWindow {
    private final LocalDate today = LocalDate.now(ZoneId.systemDefault());
    private static final String LOST = """
            [White "Quillan, Rhea"]
            [Black "Oake, Tamsin"]
            [Date "2026.11.22"]
            [Result "0-1"]

            1. e4 e6 2. d4 d5 3. e5 c5 4. c3 Qb6 5. Nf3 Nc6 6. Bd3 cxd4 7. cxd4 Bd7 8. Nc3 Nxd4 9. Nxd4 Qxd4 0-1
            """;

    @AfterEach
    void close() {
        stand.close();
    }

    private List<Lesson> lessons() {
        return stand.workbook().diary().lessons(today.minusWeeks(1), today.plusWeeks(8));
    }

    private boolean isThere(String id) {
        return stand.scene().lookup(id) != null;
    }

    @Test
    void aWeekFromAGameThatComesInToTheWayToAnEvent() throws IOException {
        stand = new Stand(folder, false, 1280, 800);
        // The student is on the list, and a lost game comes in.
        long rhea = stand.workbook().register().add(Profile.of(new Student(0, "Quillan, Rhea", 1650)), "add");
        Stand.onStage(() -> {
            stand.shell().take(LOST);
            stand.register().refresh();
            return true;
        });
        stand.await("the game", () -> stand.games().games().size() == 1);
        keys(KeyCode.CONTROL, KeyCode.DIGIT1);
        stand.await("what is not judged", () -> isThere("#today-line-1"));
        fire("#today-line-1");
        stand.await(
                "the account",
                () -> stand.workbook()
                                .accounts()
                                .of(List.of("Quillan, Rhea"))
                                .kept()
                                .size()
                        == 1);
        // An hour for her, filled by rule.
        keys(KeyCode.CONTROL, KeyCode.DIGIT1);
        keys(KeyCode.ALT, KeyCode.N);
        stand.await("the form", () -> isThere("#lesson-form-day"));
        set("#lesson-form-time", "25");
        fire("#sheet-primary");
        stand.await("the fault", () -> text("#form-fault").contains("no time"));
        set("#lesson-form-time", "18");
        Stand.onStage(() -> {
            ((CheckBox) stand.scene().lookup("#pick-" + rhea)).setSelected(true);
            return true;
        });
        fire("#sheet-primary");
        stand.await("the plan", () -> isThere("#plan-fill"));
        fire("#plan-fill");
        stand.await("the blocks", () -> isThere("#plan-block-2"));
        Lesson filled = lessons().getFirst();
        assertThat(filled.blocks().getFirst().kind()).isEqualTo(Block.Kind.MOMENT);
        assertThat(filled.blocks().getFirst().why()).startsWith("First in the training order");
        assertThat(filled.plannedMinutes()).isLessThanOrEqualTo(60);
        int planned = filled.blocks().size();
        Stand.onStage(() -> {
            stand.scene().lookup("#plan-block-1").requestFocus();
            return true;
        });
        keys(KeyCode.ALT, KeyCode.DOWN);
        keys(KeyCode.PLUS);
        stand.await(
                "the first block moved down and a minute longer",
                () -> lessons().getFirst().blocks().get(1).minutes() == 9);
        // It is held: what the first block is about is opened by a key, one block is done, one is cut short.
        fire("#plan-begin");
        stand.await(
                "the bar",
                () -> isThere("#lesson-bar")
                        && stand.scene().lookup("#lesson-bar").isVisible());
        assertThat(text("#lesson-left")).isEqualTo("60 minutes left");
        keys(KeyCode.F6);
        stand.await(
                "the second block",
                () -> lessons().getFirst().blocks().getFirst().state() == Block.State.DONE);
        keys(KeyCode.F4);
        stand.await(
                "the game of the block", () -> stand.reading().openProperty().get());
        keys(KeyCode.SHIFT, KeyCode.F6);
        stand.await("it is cut", () -> lessons().getFirst().blocks().get(1).state() == Block.State.CUT);
        // The window is closed as if the machine had died, and the lesson goes on where it was.
        Path file = stand.workbook().file();
        Stand.onStage(() -> {
            stand.window().open(file);
            return true;
        });
        stand.await(
                "the bar again",
                () -> stand.window().shell() != null
                        && isThere("#lesson-bar")
                        && stand.scene().lookup("#lesson-bar").isVisible());
        keys(KeyCode.F7);
        stand.await("closing", () -> isThere("#closing-word"));
        robot.write("Awake.");
        Stand.onStage(() -> {
            ((CheckBox) stand.scene().lookup("#closing-homework")).setSelected(true);
            ((TextField) stand.scene().lookup("#homework-text")).setText("Name every threat");
            return true;
        });
        fire("#sheet-primary");
        stand.await("it is closed", () -> lessons().getFirst().isClosed());
        Lesson closed = lessons().getFirst();
        assertThat(closed.word()).isEqualTo("Awake.");
        assertThat(closed.blocks()).hasSize(planned);
        assertThat(closed.blocks())
                .as("what was not opened is carried over")
                .noneMatch(each -> each.state() == Block.State.OPEN && each.kind() != Block.Kind.CLOSE);
        // Homework goes out, comes back and is marked, a line each.
        List<Assignment.State> states = List.of(Assignment.State.OUT, Assignment.State.BACK, Assignment.State.MARKED);
        for (Assignment.State state : states) {
            String button = state == Assignment.State.MARKED ? "#today-marked-1" : "#today-line-1";
            stand.await("the line for " + state, () -> isThere(button));
            fire(button);
            stand.await(
                    "it is " + state,
                    () -> stand.workbook()
                                    .diary()
                                    .homeworkWith(rhea)
                                    .getFirst()
                                    .parts()
                                    .getFirst()
                                    .state()
                            == state);
            stand.settle();
        }
        // An event four weeks off, with the way to it.
        keys(KeyCode.ALT, KeyCode.E);
        stand.await("the event", () -> isThere("#event-form-name"));
        set("#event-form-name", "Saltmarsh Cup");
        Stand.onStage(() -> {
            ((CheckBox) stand.scene().lookup("#pick-" + rhea)).setSelected(true);
            return true;
        });
        fire("#sheet-primary");
        stand.await("the weeks", () -> isThere("#event-weeks"));
        GridPane weeks = (GridPane) Objects.requireNonNull(stand.scene().lookup("#event-weeks"));
        assertThat(weeks.getChildren().stream().filter(Label.class::isInstance).count())
                .isEqualTo(6 * 5);
        Path plan = folder.resolve("plan.html");
        stand.answers().willExport(plan);
        fire("#event-html");
        stand.await("the plan on paper", () -> Files.exists(plan));
        stand.settle();
        assertThat(Files.readString(plan)).contains("The way to Saltmarsh Cup", "Quillan, Rhea", "Calculation");
        // And what was done last is taken back.
        keys(KeyCode.ESCAPE);
        keys(KeyCode.CONTROL, KeyCode.Z);
        stand.await("no event", () -> stand.workbook().diary().eventsWith(rhea).isEmpty());
    }
}
