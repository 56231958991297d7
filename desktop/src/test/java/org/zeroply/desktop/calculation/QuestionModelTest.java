package org.zeroply.desktop.calculation;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.zeroply.asking.CoachQuestion;
import org.zeroply.asking.LineQuestion;
import org.zeroply.asking.MateQuestion;
import org.zeroply.asking.QuestionReport;
import org.zeroply.asking.Questions;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.AtOnce;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.FakeAnalyst;
import org.zeroply.desktop.kit.ReadyBooks;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.Shelf;
import org.zeroply.gametree.Game;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.store.Workbook;
import org.zeroply.task.Task;
import org.zeroply.task.TaskKind;

/** Questions asked, stopped, asked again, and behind the curtain: without a window, by an analyst that does not think. */
@SuppressWarnings("NullAway.Init")
class QuestionModelTest {
    private static final String MATE = "5r1k/6pp/7N/8/8/1Q6/8/6K1 w - - 0 1";
    private static final String THREAT = "5rk1/5ppp/8/8/8/3Q4/2B2PPP/6K1 b - - 0 17";

    @TempDir
    Path folder;

    private final FakeAnalyst analyst = new FakeAnalyst();
    private final List<Task> tasks = new ArrayList<>();
    private Workbook workbook;
    private OpenGame game;
    private CalculationModel calculation;
    private QuestionModel questions;

    @BeforeEach
    void open() {
        workbook = ReadyBooks.ready(folder.resolve("club.zeroply"), Clock.systemUTC());
        Background background = AtOnce.background();
        CalculatorService service = new CalculatorService(
                background.calculating(), Runnable::run, plain -> plain, () -> analyst, () -> analyst, () -> analyst);
        game = new OpenGame(workbook, background);
        calculation = new CalculationModel(game, workbook, background, service);
        questions = new QuestionModel(game, calculation, background, service, new ExactEndings(Shelf.NONE));
        questions.setOnTask(tasks::add);
    }

    @AfterEach
    void close() {
        workbook.close();
    }

    private void start(String fen) {
        game.add(Game.from(Fen.position(fen)), "new");
    }

    private QuestionReport ask(String key) {
        calculation.openProperty().set(true);
        questions.questionProperty().set(Questions.of(key));
        return answer().report();
    }

    private GivenAnswer answer() {
        return Objects.requireNonNull(questions.answerProperty().get());
    }

    private String lastMove() {
        return San.write(
                game.tree().positionAt(game.current().parent()), game.current().played());
    }

    static Stream<CoachQuestion<?>> everyQuestion() {
        return Questions.ALL.stream();
    }

    @ParameterizedTest
    @MethodSource("everyQuestion")
    void eachIsAskedOnceWhenItIsChosenAndAgainWhenTheCoachSaysSo(CoachQuestion<?> question) {
        start(THREAT);
        QuestionReport first = ask(question.key());
        assertThat(answer().question()).isSameAs(question);
        assertThat(questions.runningProperty().get()).isFalse();
        assertThat(questions.isAboutHere()).isTrue();
        questions.ask();
        assertThat(answer().report().headline()).isEqualTo(first.headline());
        questions.stop();
        assertThat(answer().report().headline()).as("what was found stays").isEqualTo(first.headline());
    }

    @ParameterizedTest
    @MethodSource("everyQuestion")
    void behindTheCurtainNothingIsAskedOrShown(CoachQuestion<?> question) {
        start(THREAT);
        ask(question.key());
        int before = analyst.asked();
        game.curtain().drop();
        assertThat(questions.answerProperty().get()).isNull();
        questions.ask();
        assertThat(questions.answerProperty().get()).isNull();
        assertThat(analyst.asked()).isEqualTo(before);
        game.curtain().lift();
        questions.ask();
        assertThat(questions.answerProperty().get()).isNotNull();
    }

    @Test
    void walkingOnKeepsTheAnswerAndSaysWhereItWasAsked() {
        start(MATE);
        ask("MATE");
        assertThat(game.enter("Kh1")).isTrue();
        assertThat(questions.isAboutHere()).isFalse();
        assertThat(questions.askedWhere()).isNotEmpty();
        game.toStart();
        assertThat(questions.askedWhere()).isEmpty();
    }

    @Test
    void aRowIsPlayedAndASolutionTakenInAsOneEdit() {
        start(MATE);
        QuestionReport report = ask("MATE");
        assertThat(report.headline()).startsWith("Mate in 2");
        questions.play(report.rows().getFirst());
        assertThat(lastMove()).isEqualTo("Qg8+");
        game.undo();
        assertThat(game.tree().size()).isZero();
        assertThat(questions.canTakeIn(null)).isTrue();
        questions.takeIn(null);
        assertThat(game.tree().mainLine()).hasSize(3);
        game.undo();
        assertThat(game.tree().size()).isZero();
    }

    @Test
    void anotherThreatThatIsToldIsAskedForByItsRow() {
        // The queen, a bishop and a knight stand loose.
        start("6k1/5ppp/b7/4n3/5q2/8/5PPP/R1B1R1K1 b - - 0 1");
        QuestionReport gravest = ask("PARRIES");
        assertThat(gravest.headline()).contains("Bxf4");
        QuestionReport.Row other = gravest.rows().stream()
                .filter(row -> row.asks().equals("Rxa6"))
                .findFirst()
                .orElseThrow();
        questions.play(other);
        assertThat(answer().report().headline()).contains("Rxa6");
        assertThat(game.tree().size()).as("nothing was played").isZero();
        assertThat(answer().report().rows()).anyMatch(row -> row.asks().equals("Bxf4"));
    }

    @Test
    void howItIsAskedStaysForTheNextTime() {
        start(MATE);
        questions.give(MateQuestion.MOVES, 1);
        assertThat(ask("MATE").headline()).isEqualTo("No mate in 1");
        ask("CHECKS");
        assertThat(ask("MATE").headline()).isEqualTo("No mate in 1");
        questions.give(MateQuestion.MOVES, 2);
        questions.ask();
        assertThat(answer().report().headline()).startsWith("Mate in 2");
    }

    @Test
    void aTypedLineThatCannotBeReadIsRefusedAndNothingIsAsked() {
        start(MATE);
        ask("FORCED");
        assertThat(questions.takeTyped("Qg8+ Nonsense")).isFalse();
        assertThat(Objects.requireNonNull(questions.typed().refusalProperty().get())
                        .token())
                .isEqualTo("Nonsense");
        assertThat(questions.takeTyped("Qg8+ Rxg8 Nf7#")).isTrue();
        assertThat(questions.typed().refusalProperty().get()).isNull();
        assertThat(answer().report().rows()).hasSize(3);
        assertThat(game.tree().size()).as("it is not entered").isZero();
    }

    @Test
    void aLineThatIsToBeCheckedIsEnteredFirstAndCheckedFromHere() {
        start(MATE);
        ask("LINE");
        assertThat(questions.takeTyped("Qg8+ Rxg8")).isTrue();
        assertThat(game.tree().mainLine()).hasSize(2);
        assertThat(game.nodeProperty().get()).as("one stays where one was").isZero();
        assertThat(questions.givenProperty().get().of(LineQuestion.FROM_HERE)).isTrue();
        assertThat(answer().report().headline()).contains("2 moves");
    }

    @Test
    void whatIsTypedBelongsToTheQuestionThatIsChosen() {
        start("r2q1rk1/ppp2ppp/2np1n2/1B2p3/4P2b/2NP1N2/PPP2PPP/R1BQ1RK1 w - - 0 1");
        ask("DRIVE_OFF");
        questions.takeTyped("h4");
        assertThat(answer().report().headline()).contains("bishop h4");
        ask("FROZEN");
        assertThat(ask("DRIVE_OFF").rows()).as("nothing is typed any more").isEmpty();
    }

    @Test
    void aTaskIsMadeOfAnAnswerThatCanBeSet() {
        start(MATE);
        ask("MATE");
        assertThat(questions.canMakeTask()).isFalse();
        questions.makeTask();
        assertThat(tasks).isEmpty();
        start(THREAT);
        ask("PARRIES");
        assertThat(questions.canMakeTask()).isTrue();
        questions.makeTask();
        assertThat(tasks).singleElement().satisfies(task -> {
            assertThat(task.kind()).isEqualTo(TaskKind.PARRY);
            assertThat(task.start()).isEqualTo(Fen.position(THREAT));
        });
    }

    @Test
    void whileThePanelIsClosedNothingIsAsked() {
        start(MATE);
        questions.questionProperty().set(Questions.of("MATE"));
        assertThat(questions.answerProperty().get()).isNull();
        calculation.openProperty().set(true);
        questions.ask();
        assertThat(questions.answerProperty().get()).isNotNull();
    }

    @Test
    void anotherGameForgetsTheAnswer() {
        start(MATE);
        ask("MATE");
        start(THREAT);
        assertThat(questions.answerProperty().get()).isNull();
    }
}
