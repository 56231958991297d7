package org.zeroply.desktop.calculation;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.zeroply.asking.CoachQuestion;
import org.zeroply.asking.Questions;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.FakeAnalyst;
import org.zeroply.desktop.kit.ReadyBooks;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.Shelf;
import org.zeroply.gametree.Game;
import org.zeroply.notation.Fen;
import org.zeroply.search.Analyst;
import org.zeroply.search.Calculation;
import org.zeroply.search.Question;
import org.zeroply.store.Workbook;
import org.zeroply.work.Cancel;
import org.zeroply.work.Ticker;

/**
 * Each question asked of an analyst that works until it is stopped, and then whatever a coach may do: ask it again, ask another
 * one, ask three in a row, stop it, close the panel, drop the curtain, open another game. Nothing of the first goes on, and the
 * status line is empty in the end. Real threads; the test is the interface thread.
 */
@SuppressWarnings("NullAway.Init")
class QuestionWatchdogTest {
    private static final String POSITION = "r2q1rk1/ppp2ppp/2np1n2/1B2p3/4P2b/2NP1N2/PPP2PPP/R1BQ1RK1 w - - 0 8";
    private static final long PATIENCE_NANOS = TimeUnit.SECONDS.toNanos(20);

    @TempDir
    Path folder;

    private final LinkedBlockingQueue<Runnable> onInterface = new LinkedBlockingQueue<>();
    private volatile boolean isPatient = true;
    private volatile CountDownLatch working = new CountDownLatch(1);
    private Workbook workbook;
    private Background background;
    private OpenGame game;
    private CalculationModel calculation;
    private QuestionModel questions;

    /** Works until it is stopped, as long as it is patient; then it answers at once. */
    private final class Stubborn implements Analyst {
        private final FakeAnalyst quick = new FakeAnalyst();

        @Override
        public String name() {
            return "stubborn";
        }

        @Override
        public Calculation calculate(Question question, Consumer<Calculation> partial, Cancel cancel) {
            while (isPatient && !cancel.isRequested()) {
                working.countDown();
                LockSupport.parkNanos(100_000);
            }
            return quick.calculate(question, partial, cancel);
        }
    }

    @BeforeEach
    void open() {
        workbook = ReadyBooks.ready(folder.resolve("club.zeroply"), Clock.systemUTC());
        background = new Background(
                new Background.Threads(
                        Executors.newSingleThreadExecutor(),
                        Executors.newSingleThreadExecutor(),
                        Executors.newSingleThreadExecutor(),
                        Executors.newSingleThreadExecutor(),
                        Executors.newSingleThreadExecutor(),
                        onInterface::add),
                Ticker.SYSTEM);
        CalculatorService service = new CalculatorService(
                background.calculating(),
                onInterface::add,
                plain -> plain,
                Stubborn::new,
                Stubborn::new,
                Stubborn::new);
        game = new OpenGame(workbook, background);
        calculation = new CalculationModel(game, workbook, background, service);
        questions = new QuestionModel(game, calculation, background, service, new ExactEndings(Shelf.NONE));
        game.add(Game.from(Fen.position(POSITION)), "new");
        await("the game", () -> game.openProperty().get());
        game.enter("h3 Bg5");
        game.toStart();
        calculation.openProperty().set(true);
    }

    @AfterEach
    void close() {
        isPatient = false;
        background.close();
        workbook.close();
    }

    /** Does what came for the interface thread until something holds. */
    private void await(String what, BooleanSupplier condition) {
        long end = System.nanoTime() + PATIENCE_NANOS;
        while (!condition.getAsBoolean()) {
            assertThat(System.nanoTime()).as("waited in vain for: " + what).isLessThan(end);
            try {
                Runnable next = onInterface.poll(5, TimeUnit.MILLISECONDS);
                if (next != null) {
                    next.run();
                }
            } catch (InterruptedException interrupted) {
                throw new AssertionError(interrupted);
            }
        }
    }

    private List<String> shown() {
        return background.running().stream().map(Background.Running::title).toList();
    }

    static Stream<CoachQuestion<?>> everyQuestion() {
        return Questions.ALL.stream();
    }

    private void ask(CoachQuestion<?> question) {
        working = new CountDownLatch(1);
        questions.questionProperty().set(question);
        questions.ask();
        assertThat(shown()).as("one is asked at a time").hasSizeLessThanOrEqualTo(1);
    }

    /** Waits until the analyst works on it, if it needs one at all. */
    private void awaitWork() {
        await(
                "work or an answer",
                () -> working.getCount() == 0 || !questions.runningProperty().get());
    }

    private void awaitRest(String after) {
        await(
                "rest after " + after,
                () -> !questions.runningProperty().get()
                        && !calculation.runningProperty().get()
                        && background.running().isEmpty());
    }

    @ParameterizedTest
    @MethodSource("everyQuestion")
    void nothingThatWasAskedGoesOnForEver(CoachQuestion<?> question) {
        CoachQuestion<?> other = Questions.ALL.get((Questions.ALL.indexOf(question) + 1) % Questions.ALL.size());
        ask(question);
        awaitWork();
        questions.stop();
        awaitRest("stopping");

        ask(question);
        awaitWork();
        ask(question);
        questions.stop();
        awaitRest("asking again and stopping");

        // The second is overtaken before it begins.
        ask(question);
        awaitWork();
        ask(other);
        ask(question);
        questions.stop();
        awaitRest("three in a row");

        ask(question);
        awaitWork();
        background.running().stream().toList().forEach(Background.Running::stop);
        awaitRest("cancelling in the status line");

        ask(question);
        awaitWork();
        questions.questionProperty().set(null);
        await("the candidates", () -> calculation.runningProperty().get());
        calculation.stop();
        awaitRest("going back to the candidates");

        ask(question);
        awaitWork();
        game.curtain().drop();
        assertThat(shown()).as("behind the curtain").isEmpty();
        assertThat(questions.answerProperty().get()).isNull();
        awaitRest("the curtain");
        assertThat(questions.answerProperty().get()).as("nothing comes late").isNull();
        game.curtain().lift();

        ask(question);
        awaitWork();
        calculation.openProperty().set(false);
        awaitRest("closing the panel");
        calculation.openProperty().set(true);

        // Left alone, it comes to its end by itself.
        isPatient = false;
        ask(question);
        awaitRest("being asked in peace");
        assertThat(questions.answerProperty().get()).isNotNull();
    }
}
