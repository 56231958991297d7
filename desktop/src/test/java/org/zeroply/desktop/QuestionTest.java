package org.zeroply.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import javafx.geometry.VerticalDirection;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.TreeView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.zeroply.asking.MateQuestion;
import org.zeroply.asking.QuestionReport;
import org.zeroply.asking.Questions;
import org.zeroply.desktop.calculation.QuestionModel;
import org.zeroply.notation.San;
import org.zeroply.search.Effort;

/** The coach's questions in the real window. */
@SuppressWarnings("NullAway.Init")
class QuestionTest extends AtTheWindow {
    /** White mates in two; the game misses it, and its verdict at the end is wrong. */
    private static final String GAME = """
            [White "Quillan, Rhea"]
            [Black "Brandt, Ida"]
            [Result "1-0"]
            [FEN "5r1k/6pp/7N/8/8/1Q6/8/6K1 w - - 0 1"]

            1. Qg3 gxh6 2. Qe5+ Kg8 $19 1-0
            """;

    @BeforeEach
    void open() {
        stand = new Stand(folder, false, 1280, 800);
        open(GAME);
        Stand.onStage(() -> {
            stand.calculation().effortProperty().set(Effort.GLANCE);
            return true;
        });
    }

    @AfterEach
    void close() {
        stand.close();
    }

    private void open(String pgn) {
        int before = Stand.onStage(() -> (int) reading().gameIdProperty().get());
        Stand.onStage(() -> {
            stand.shell().take(pgn);
            return true;
        });
        stand.await(
                "the game",
                () -> reading().openProperty().get()
                        && reading().gameIdProperty().get() != before);
        Stand.onStage(() -> {
            reading().toStart();
            return true;
        });
        stand.settle();
    }

    private QuestionModel questions() {
        return stand.questions();
    }

    private QuestionReport awaitAnswer(String question) {
        stand.await(
                "the answer",
                () -> !questions().runningProperty().get()
                        && questions().answerProperty().get() != null
                        && questions().answerProperty().get().question().key().equals(question));
        stand.settle();
        return Stand.onStage(() -> questions().answerProperty().get().report());
    }

    private int size() {
        return Stand.onStage(() -> reading().tree().size());
    }

    private String lastMove() {
        return Stand.onStage(() -> San.write(
                reading().tree().positionAt(reading().current().parent()),
                reading().current().played()));
    }

    @Test
    void aMateIsProvenWalkedAndTakenInByKeyboard() {
        keys(KeyCode.ALT, KeyCode.DIGIT2);
        QuestionReport answer = awaitAnswer("MATE");
        assertThat(answer.headline()).startsWith("Mate in 2");
        assertThat(text("#question-grounds")).isEqualTo("proven");
        TreeView<?> rows = Stand.onStage(() -> robot.lookup("#question-rows").queryAs(TreeView.class));
        assertThat(Stand.onStage(() -> rows.getExpandedItemCount())).isGreaterThan(1);
        // The first reply with its answer is played into the game.
        int before = size();
        keys(KeyCode.DOWN);
        keys(KeyCode.DOWN);
        keys(KeyCode.ENTER);
        assertThat(lastMove()).isEqualTo("Nf7#");
        assertThat(size()).isEqualTo(before + 3);
        // Walking on kept the answer, and it says where it was asked.
        assertThat(Stand.onStage(() -> questions().isAboutHere())).isFalse();
        assertThat(Stand.onStage(() -> questions().askedWhere())).isNotEmpty();
        keys(KeyCode.SHORTCUT, KeyCode.Z);
        assertThat(size()).isEqualTo(before);
        // The whole solution, as one edit.
        keys(KeyCode.SHIFT, KeyCode.ENTER);
        assertThat(lastMove()).isEqualTo("Qg8+");
        assertThat(size()).isGreaterThan(before);
        keys(KeyCode.SHORTCUT, KeyCode.Z);
        assertThat(size()).isEqualTo(before);
    }

    @Test
    void aLineIsCheckedAndMendedByMouse() {
        robot.clickOn("#tab-calculation");
        stand.settle();
        robot.clickOn("#question-choice");
        stand.settle();
        robot.moveTo("#question-list").scroll(30, VerticalDirection.DOWN);
        robot.clickOn("#ask-LINE");
        QuestionReport answer = awaitAnswer("LINE");
        assertThat(answer.rows()).hasSizeGreaterThanOrEqualTo(2);
        assertThat(answer.rows().getFirst().text()).isEqualTo("1.Qg3");
        assertThat(answer.rows().getLast().detail()).contains("does not hold");
        robot.clickOn("1.Qg3");
        stand.settle();
        robot.clickOn("#question-take-in");
        stand.settle();
        assertThat(lastMove()).isIn("Qg8+", "Nf7#");
        assertThat(Stand.onStage(() -> reading().tree().root().children())).hasSize(2);
        QuestionReport.Row verdict = answer.rows().getLast();
        Stand.onStage(() -> {
            questions().takeIn(verdict);
            return true;
        });
        stand.settle();
        assertThat(Stand.onStage(() -> reading().current().signs())).doesNotContain(19);
        keys(KeyCode.SHORTCUT, KeyCode.Z);
        keys(KeyCode.SHORTCUT, KeyCode.Z);
        assertThat(Stand.onStage(() -> reading().tree().root().children())).hasSize(1);
    }

    @Tag("long")
    @Test
    void aTypedLineIsEnteredAndChecked() {
        keys(KeyCode.ALT, KeyCode.DIGIT5);
        awaitAnswer("LINE");
        assertThat(Stand.onStage(() -> questions().takeTyped("Qg8+ Rxg8 Kf2"))).isTrue();
        QuestionReport answer = awaitAnswer("LINE");
        assertThat(answer.rows().stream().map(QuestionReport.Row::text)).contains("2.Kf2");
        assertThat(Stand.onStage(() -> reading().tree().root().children())).hasSize(2);
        assertThat(Stand.onStage(() -> reading().nodeProperty().get())).isZero();
        assertThat(Stand.onStage(() -> questions().takeTyped("Qg8+ Kh7"))).isFalse();
        keys(KeyCode.SHORTCUT, KeyCode.Z);
        assertThat(Stand.onStage(() -> reading().tree().root().children())).hasSize(1);
    }

    @Test
    void anEndingIsSolvedAndItsSquaresStandOnTheBoard() {
        open("[FEN \"8/8/1p1k4/1P6/3K4/8/8/8 w - - 0 1\"]\n\n1. Kd3 *\n");
        keys(KeyCode.ALT, KeyCode.DIGIT8);
        QuestionReport answer = awaitAnswer("ENDING");
        assertThat(answer.headline()).isEqualTo("Drawn");
        assertThat(answer.grounds()).isEqualTo("proven");
        assertThat(Stand.onStage(() -> robot.lookup(".mark-tag").queryAll().size()))
                .isGreaterThan(3);
        keys(KeyCode.ALT, KeyCode.DIGIT6);
        QuestionReport turn = awaitAnswer("TURN");
        assertThat(turn.headline()).isEqualTo("No zugzwang");
        assertThat(Stand.onStage(() -> robot.lookup(".mark-tag").queryAll())).isEmpty();
    }

    @Tag("long")
    @Test
    void whatCannotBeAskedHereSaysSoAndTheCandidatesComeBack() {
        Stand.onStage(() -> {
            stand.shell().runTitled(Questions.of("ENDING").request());
            return true;
        });
        awaitAnswer("ENDING");
        assertThat(text("#question-headline")).startsWith("Only kings and pawns");
        Stand.onStage(() -> {
            stand.shell().runTitled(Questions.CANDIDATES.request());
            return true;
        });
        stand.await(
                "the candidates again",
                () -> stand.calculation().studyProperty().get() != null);
        assertThat(Stand.onStage(() -> questions().questionProperty().get())).isNull();
    }

    @Test
    void aTypedLineIsReadOrRefusedAndTheCurtainCoversAnswers() {
        keys(KeyCode.ALT, KeyCode.DIGIT7);
        awaitAnswer("FORCED");
        assertThat(Stand.onStage(() -> questions().takeTyped("Qg8+ Rxg8 Nf7#"))).isTrue();
        QuestionReport answer = awaitAnswer("FORCED");
        assertThat(answer.headline()).startsWith("Forced");
        assertThat(answer.rows()).hasSize(3);
        assertThat(Stand.onStage(() -> questions().takeTyped("Qg8+ Nonsense"))).isFalse();
        assertThat(text("#question-line-reason")).contains("Nonsense");
        keys(KeyCode.ALT, KeyCode.C);
        assertThat(Stand.onStage(() -> questions().answerProperty().get())).isNull();
        Stand.onStage(() -> {
            questions().ask();
            return true;
        });
        assertThat(Stand.onStage(() -> questions().runningProperty().get())).isFalse();
    }

    @Tag("long")
    @Test
    void aLongQuestionIsStoppedAndKeepsWhatItHas() {
        open("1. e4 e5 *\n");
        Stand.onStage(() -> {
            questions().give(MateQuestion.MOVES, 12);
            stand.shell().runTitled(Questions.of("MATE").request());
            return true;
        });
        stand.await("something known", () -> questions().answerProperty().get() != null);
        assertThat(Stand.onStage(() -> questions().runningProperty().get())).isTrue();
        Stand.onStage(() -> {
            robot.lookup("#question-stop").queryAs(ButtonBase.class).fire();
            return true;
        });
        QuestionReport answer = awaitAnswer("MATE");
        assertThat(answer.headline()).startsWith("No mate in");
        assertThat(answer.grounds()).isEqualTo("not settled");
        assertThat(Stand.onStage(() -> questions().runningProperty().get())).isFalse();
    }
}
