package org.zeroply.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.calculation.CalculationModel;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.Shelf;
import org.zeroply.notation.PgnWriter;
import org.zeroply.search.Calculator;
import org.zeroply.search.Effort;

/** The Calculation panel in the real window. */
@SuppressWarnings("NullAway.Init")
class CalculationTest extends AtTheWindow {
    private static final String GAME = """
            [White "Quillan, Rhea"]
            [Black "Brandt, Ida"]
            [Result "1-0"]
            [FEN "r4rk1/pppb1ppp/2n5/8/8/3B4/PPPQ1PPP/5RK1 w - - 0 1"]

            1. Qf4 Rae8 2. Qf5 g6 1-0
            """;

    @BeforeEach
    void open() {
        stand = new Stand(folder, false, 1280, 800);
        openGame();
        Stand.onStage(() -> {
            calculation().effortProperty().set(Effort.GLANCE);
            return true;
        });
    }

    @AfterEach
    void close() {
        stand.close();
    }

    private CalculationModel calculation() {
        return stand.calculation();
    }

    private void openGame() {
        Stand.onStage(() -> {
            stand.shell().take(GAME);
            return true;
        });
        stand.await("the game", () -> reading().openProperty().get());
        Stand.onStage(() -> {
            reading().toStart();
            return true;
        });
        stand.settle();
    }

    private void awaitStudy() {
        stand.await(
                "the study",
                () -> calculation().studyProperty().get() != null
                        && !calculation().runningProperty().get());
    }

    private boolean isShown(String query) {
        return Stand.onStage(() -> {
            Node node = robot.lookup(query).query();
            while (node != null && node.isVisible()) {
                node = node.getParent();
            }
            return node == null;
        });
    }

    @Test
    void isClosedAtFirstAndWorksByKeyboard() {
        assertThat(isShown("#calculation")).isFalse();
        assertThat(Stand.onStage(() -> calculation().studyProperty().get())).isNull();
        keys(KeyCode.RIGHT);
        keys(KeyCode.RIGHT);
        keys(KeyCode.RIGHT);
        keys(KeyCode.ALT, KeyCode.K);
        awaitStudy();
        assertThat(isShown("#calculation")).isTrue();
        assertThat(isShown("#note")).isFalse();
        // 2.Qf5 threatens mate on h7: it is said, and drawn on the board.
        stand.await("the cards", () -> !robot.lookup(".candidate").queryAll().isEmpty());
        assertThat(Stand.onStage(
                        () -> robot.lookup(".calculation-threat").queryAll().size()))
                .isPositive();
        assertThat(Stand.onStage(() -> robot.lookup(".trace-threat").queryAll().size()))
                .isPositive();

        keys(KeyCode.DOWN);
        assertThat(Stand.onStage(() -> robot.lookup(".trace-plan").queryAll().size()))
                .isPositive();
        int before = Stand.onStage(() -> reading().tree().size());
        String best = Stand.onStage(
                () -> calculation().candidatesProperty().get().getFirst().move().toString());
        keys(KeyCode.ENTER);
        assertThat(Stand.onStage(() -> reading()
                        .tree()
                        .node(reading().nodeProperty().get())
                        .played()
                        .toString()))
                .isEqualTo(best);
        keys(KeyCode.SHORTCUT, KeyCode.Z);
        assertThat(Stand.onStage(() -> reading().tree().size())).isLessThanOrEqualTo(before);
        keys(KeyCode.ALT, KeyCode.K);
        assertThat(isShown("#calculation")).isFalse();
        assertThat(Stand.onStage(() -> robot.lookup(".trace-threat").queryAll()))
                .isEmpty();
    }

    @Test
    void worksByMouseAlone() {
        robot.clickOn("#tab-calculation");
        stand.settle();
        awaitStudy();
        stand.await("the cards", () -> !robot.lookup(".line-move").queryAll().isEmpty());
        robot.clickOn("#effort-glance");
        stand.settle();
        awaitStudy();
        stand.await(
                "the cards anew", () -> !robot.lookup(".line-move").queryAll().isEmpty());
        var line = Stand.onStage(
                () -> calculation().candidatesProperty().get().getFirst().line().moves());
        // The first move of the line that can be clicked is the reply: the line is played to there.
        robot.clickOn(".line-move");
        stand.settle();
        assertThat(Stand.onStage(() ->
                        reading().tree().node(reading().nodeProperty().get()).played()))
                .isEqualTo(line.get(1));
        robot.clickOn("#tab-notes");
        stand.settle();
        assertThat(isShown("#calculation")).isFalse();
        assertThat(isShown("#note")).isTrue();
    }

    @Test
    void whatWasCalculatedIsThereWhenTheGameIsOpenedAgain() {
        keys(KeyCode.ALT, KeyCode.K);
        awaitStudy();
        var first = Stand.onStage(() -> calculation().candidatesProperty().get());
        stand.await(
                "the study kept",
                () -> stand.workbook()
                        .studies()
                        .find(reading().positionProperty().get(), analyst(), 3, 0)
                        .isPresent());
        keys(KeyCode.RIGHT);
        awaitStudy();
        keys(KeyCode.LEFT);
        stand.await("what was kept", () -> calculation().studyProperty().get() != null);
        assertThat(Stand.onStage(() -> calculation().runningProperty().get())).isFalse();
        assertThat(Stand.onStage(() -> calculation().candidatesProperty().get()))
                .isEqualTo(first);
    }

    private String analyst() {
        return new ExactEndings(Shelf.NONE).before(new Calculator(1, 1)).name();
    }

    @Test
    void candidatesAreNamedAndRefusedWithTheReason() {
        keys(KeyCode.ALT, KeyCode.K);
        awaitStudy();
        set("#calculation-named", "Qf4, Qq9");
        focus("#calculation-named");
        keys(KeyCode.ENTER);
        assertThat(text("#calculation-named-reason")).contains("Qq9");
        set("#calculation-named", "Qh6 Qa5");
        keys(KeyCode.ENTER);
        awaitStudy();
        assertThat(Stand.onStage(() -> calculation().candidatesProperty().get().stream()
                        .map(candidate -> candidate.move().toString())
                        .toList()))
                .contains("d2h6", "d2a5");
        stand.await("the cards", () -> robot.lookup(".candidate").queryAll().size() >= 5);
        assertThat(text("#calculation-named-reason")).isEmpty();
    }

    @Test
    void theCurtainHidesEverythingAndStopsTheWork() {
        Stand.onStage(() -> {
            calculation().effortProperty().set(Effort.UNTIL_STOPPED);
            calculation().openProperty().set(true);
            return true;
        });
        stand.await(
                "a first line", () -> !calculation().candidatesProperty().get().isEmpty());
        assertThat(text("#status-doing")).contains("until stopped");
        run("command.curtain");
        assertThat(Stand.onStage(() -> calculation().studyProperty().get())).isNull();
        assertThat(isShown("#calculation")).isFalse();
        assertThat(Stand.onStage(() -> robot.lookup(".trace-threat").queryAll()))
                .isEmpty();
        stand.await(
                "the end of the work", () -> !calculation().runningProperty().get());
        run("command.curtain");
        // What was deep enough by then has been kept and is there at once; else it goes on.
        stand.await(
                "it goes on",
                () -> calculation().runningProperty().get()
                        || calculation().studyProperty().get() != null);
        fire("#calculation-stop");
        stand.await("the end", () -> !calculation().runningProperty().get());
        assertThat(Stand.onStage(() -> calculation().studyProperty().get())).isNotNull();
    }

    @Tag("long")
    @Test
    void theWholeGameIsCalculatedInTheBackground() {
        run("command.calculateGame");
        stand.await(
                "the batch",
                () -> stand.window().background() != null
                        && stand.window().background().running().isEmpty());
        for (int ply = 0; ply < 5; ply++) {
            var position = Stand.onStage(() -> reading().positionProperty().get());
            stand.await(
                    "a study of each position",
                    () -> stand.workbook()
                            .studies()
                            .find(position, analyst(), 3, 0)
                            .isPresent());
            keys(KeyCode.RIGHT);
        }
        assertThat(PgnWriter.write(Stand.onStage(() -> reading().gameProperty().get())))
                .contains("2. Qf5 g6 1-0");
    }
}
