package org.zeroply.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Objects;
import javafx.scene.control.TreeView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.zeroply.asking.QuestionReport;
import org.zeroply.asking.QuestionReport.Emphasis;
import org.zeroply.asking.Questions;
import org.zeroply.coaching.Sitting;
import org.zeroply.desktop.calculation.QuestionModel;
import org.zeroply.rules.Move;
import org.zeroply.task.Opinion;
import org.zeroply.task.Task;
import org.zeroply.task.TaskKind;

/** Threats, pins, candidates and plans, asked in the real window by keyboard. */
@SuppressWarnings("NullAway.Init")
class DefencePlaceTest extends AtTheWindow {
    @BeforeEach
    void open() {
        stand = new Stand(folder, false, 1280, 800);
    }

    @AfterEach
    void close() {
        stand.close();
    }

    private QuestionModel questions() {
        return stand.questions();
    }

    private void position(String fen) {
        long before = Stand.onStage(() -> reading().gameIdProperty().get());
        Stand.onStage(() -> {
            stand.shell().take(fen);
            return true;
        });
        stand.await(
                "the position",
                () -> reading().gameIdProperty().get() != before
                        && reading().openProperty().get());
        stand.settle();
    }

    /** Asking takes the answer before away. */
    private QuestionReport answer(Runnable asking) {
        asking.run();
        stand.await(
                "the answer",
                () -> questions().answerProperty().get() != null
                        && !questions().runningProperty().get());
        stand.settle();
        return Objects.requireNonNull(
                Stand.onStage(() -> questions().answerProperty().get().report()));
    }

    private QuestionReport ask(String question) {
        return answer(() -> runTitled(Questions.of(question).request()));
    }

    private QuestionReport typed(String text) {
        return answer(() -> {
            robot.clickOn("#question-line");
            robot.push(KeyCode.CONTROL, KeyCode.A);
            robot.write(text, 0);
            robot.push(KeyCode.ENTER);
        });
    }

    private static List<String> texts(QuestionReport answer, Emphasis emphasis) {
        return answer.rows().stream()
                .filter(row -> row.emphasis() == emphasis)
                .map(QuestionReport.Row::text)
                .toList();
    }

    @Test
    void aThreatIsMetAndTheWayIsPlayed() {
        position("r1bq1rk1/pp1n1ppp/2p1p3/8/3P4/3Q4/PPB2PPP/R3R1K1 b - - 0 1");
        QuestionReport answer = answer(() -> keys(KeyCode.ALT, KeyCode.DIGIT9));
        assertThat(answer.headline()).isEqualTo("Threat: mate in 1, 2.Qxh7#. 6 moves meet it");
        assertThat(answer.grounds()).isEqualTo("proven");
        assertThat(texts(answer, Emphasis.STRONG)).containsExactly("1...Nf6");
        assertThat(texts(answer, Emphasis.WEAK)).containsExactly("1...Kh8 2.Qxh7#");
        TreeView<?> rows = robot.lookup("#question-rows").queryAs(TreeView.class);
        Stand.onStage(() -> {
            rows.requestFocus();
            rows.getSelectionModel().select(0);
            return true;
        });
        keys(KeyCode.ENTER);
        assertThat(reading().tree().mainLine())
                .as("the way and best play are in the game")
                .hasSizeGreaterThan(1);
        run("command.undo");
        assertThat(reading().tree().mainLine()).isEmpty();
        assertThat(typed("a3").headline()).contains("threatens nothing");
        assertThat(typed("Re3").headline()).contains("threatens nothing");
    }

    @Tag("long")
    @Test
    void candidatesAreEliminatedAndBadNamesAreTold() {
        position("6k1/5ppp/8/8/1q6/8/5PPP/R2N2K1 w - - 0 1");
        assertThat(ask("ELIMINATE").headline()).isEqualTo("One of 20 survives");
        QuestionReport some = typed("Ra8+, Kh1 h3");
        assertThat(some.headline()).isEqualTo("One of 3 survives");
        assertThat(texts(some, Emphasis.WEAK)).contains("1.Kh1 Qe1#");
        assertThat(typed("Kh7").headline()).isEqualTo("Kh7 is no legal move here");
    }

    @Tag("long")
    @Test
    void aMoveIsPreparedAndAPlanIsFollowed() {
        position("r2q1rk1/ppp2ppp/2np1n2/1B2p3/4P2b/2NP1N2/PPP2PPP/R1BQ1RK1 w - - 0 1");
        assertThat(ask("READY").rows()).isEmpty();
        QuestionReport ready = typed("g4");
        assertThat(ready.headline()).isEqualTo("g4 drops pawn g4");
        QuestionReport.Row set = ready.rows().stream()
                .filter(row -> row.text().equals("h3"))
                .findFirst()
                .orElseThrow();
        assertThat(set.detail()).isEqualTo("holds against best replies");
        assertThat(set.children().get())
                .extracting(QuestionReport.Row::detail)
                .contains("then g4 is guarded once and attacked once");
        ask("PLAN");
        assertThat(typed("h3 g4").headline()).isEqualTo("No reply spoils it");
        QuestionReport rash = typed("g4 h3");
        assertThat(rash.headline()).isEqualTo("A reply spoils it first after 1.g4");
        assertThat(typed("g4 Qxd8").headline()).isEqualTo("Qxd8 is not possible there");
    }

    @Test
    void withTheKeyboardAloneAMoveIsAskedAboutAndItsPreparationPlayed() {
        position("r2q1rk1/ppp2ppp/2np1n2/1B2p3/4P2b/2NP1N2/PPP2PPP/R1BQ1RK1 w - - 0 1");
        keys(KeyCode.ALT, KeyCode.SHIFT, KeyCode.R);
        stand.settle();
        robot.write("g4", 0);
        QuestionReport ready = answer(() -> robot.push(KeyCode.ENTER));
        assertThat(reading().tree().mainLine())
                .as("what is typed is asked about, not played")
                .isEmpty();
        int wanted =
                ready.rows().stream().map(QuestionReport.Row::text).toList().indexOf("h3");
        for (int row = 0; row <= wanted; row++) {
            robot.push(KeyCode.DOWN);
        }
        robot.push(KeyCode.ENTER);
        stand.settle();
        assertThat(reading().tree().mainLine().stream()
                        .map(node -> reading().tree().node(node).move())
                        .map(String::valueOf))
                .as("the set, a pass of the other side, and the move")
                .containsExactly("h2h3", Move.PASS.toString(), "g2g4");
        run("command.undo");
        assertThat(reading().tree().mainLine()).isEmpty();
    }

    @Tag("long")
    @Test
    void aLongerLineThatAMoveDropsIsPlayedFromItsRow() {
        position("r4rk1/ppp2ppp/8/8/7Q/8/PPP2PPP/4K3 w - - 0 1");
        ask("READY");
        QuestionReport ready = typed("Qe4");
        assertThat(ready.headline()).startsWith("Qe4 drops 1...Rae8 ").endsWith(" wins the worth of 4 pawns");
        QuestionReport.Row longer = ready.rows().getFirst();
        assertThat(longer.text()).startsWith("1.Qe4 Rae8");
        robot.doubleClickOn(longer.text());
        stand.settle();
        assertThat(reading().tree().mainLine()).hasSizeGreaterThan(4);
    }

    @Tag("long")
    @Test
    void withTheMouseAloneAThreatIsAskedAboutAndATaskIsMade() {
        position("r1bq1rk1/pp1n1ppp/2p1p3/8/3P4/3Q4/PPB2PPP/R3R1K1 b - - 0 1");
        run("command.calculation");
        robot.clickOn("#question-choice");
        QuestionReport answer = answer(() -> robot.clickOn("Ways to meet a threat"));
        assertThat(answer.rows()).isNotEmpty();
        robot.clickOn("#question-to-task");
        stand.await("the task", () -> stand.tasks().task().map(Task::kind).orElse(null) == TaskKind.PARRY);
        assertThat(stand.tasks().task().orElseThrow().instruction())
                .isEqualTo("White threatens Qxh7#. Name every move that meets the threat.");
    }

    @Test
    void whereEveryMoveLosesTheBestIsCalledTheLeastBad() {
        position("r3k2r/ppp2ppp/2n5/8/2B5/5Q2/PPP2PPP/4R1K1 b kq - 0 1");
        QuestionReport answer = ask("ELIMINATE");
        assertThat(answer.headline())
                .startsWith("Every candidate loses; ")
                .containsPattern("(one of 5 is|2 of 5 are) the least bad");
        assertThat(answer.rows().getFirst().detail()).startsWith("least bad. White ");
    }

    @Tag("long")
    @Test
    void pinsAndStrongPiecesAreAskedAbout() {
        position("r2qr1k1/ppp2ppp/2n2n2/3p2B1/3P4/2N1PN2/PP3PPP/R2Q1RK1 b - - 0 1");
        QuestionReport pins = ask("PINS");
        assertThat(pins.headline()).isEqualTo("One piece or pawn is pinned");
        assertThat(pins.rows().getFirst().text()).isEqualTo("knight f6, by the bishop g5");
        assertThat(pins.rows().getFirst().children().get())
                .extracting(QuestionReport.Row::detail)
                .anyMatch(detail -> detail.startsWith("attacks the pinner"));
        assertThat(ask("FROZEN").headline()).isEqualTo("One piece or pawn of the side to move is tied down");
        position("6k1/p2p1ppp/1pp5/b7/8/PP3N2/5PPP/6K1 w - - 0 1");
        ask("DRIVE_OFF");
        QuestionReport driven = typed("a5");
        assertThat(driven.rows()).extracting(QuestionReport.Row::text).contains("b4");
        assertThat(typed("f3").headline()).contains("No piece of the other side");
    }

    @Test
    void aTaskIsMadeOfAnAnswerSatAndMarkedWithEvidence() {
        position("6k1/5ppp/8/8/1q6/8/5PPP/R2N2K1 w - - 0 1");
        ask("ELIMINATE");
        typed("Ra8+ Kh1 Ne3");
        keys(KeyCode.ALT, KeyCode.SHIFT, KeyCode.M);
        stand.await("the task", () -> stand.tasks().task().map(Task::kind).orElse(null) == TaskKind.ELIMINATE);
        assertThat(stand.tasks().task().orElseThrow().instruction()).contains("Candidates: Kh1, Ne3, Ra8+");
        stand.await("the total", () -> text("#tasks-out-of").startsWith("out of 7"));
        run("command.tasks.sit");
        stand.await("the question who sits", () -> stand.scene().lookup("#student-name") != null);
        robot.clickOn("#student-name");
        robot.write("Okafor, Sam");
        robot.clickOn("#sheet-primary");
        stand.await("the sitting", () -> stand.scene().lookup("#sitting-row-1") != null);
        stand.settle();
        robot.clickOn("#sitting-row-1");
        // The last one is no refutation of the solution's: it needs a verdict before it can be marked.
        robot.write("1.Ra8+", 0);
        keys(KeyCode.ALT, KeyCode.S);
        robot.push(KeyCode.ENTER);
        for (String row : List.of("1.Kh1 Qe1#", "1.Ne3 Qe1+")) {
            robot.write(row, 0);
            robot.push(KeyCode.ENTER);
        }
        robot.clickOn("#sitting-commit");
        stand.await("the marked script", () -> stand.scene().lookup("#marked-points") != null);
        stand.settle();
        assertThat(text("#marked-points")).isEqualTo("5");
        Sitting sitting = stand.workbook()
                .sittings()
                .read(stand.workbook().sittings().list().getFirst().id());
        assertThat(sitting.tasks().getFirst().evidence())
                .singleElement()
                .satisfies(evidence -> assertThat(evidence.opinion()).isEqualTo(Opinion.WHITE_WINNING));
    }
}
