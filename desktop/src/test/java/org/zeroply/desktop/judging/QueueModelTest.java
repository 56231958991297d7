package org.zeroply.desktop.judging;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.List;
import java.util.Queue;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.analysis.GameSweep;
import org.zeroply.analysis.Judgement;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.AtOnce;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.rules.Position;
import org.zeroply.store.GameSummary;
import org.zeroply.work.Ticker;

/** Games that wait to be judged, gone over one by one; stopped, gone on with after a restart; without a window. */
@SuppressWarnings("NullAway.Init")
class QueueModelTest extends OnAWorkbook {
    /** What the calculator found and nobody has looked at yet. */
    private final Queue<Runnable> found = new ArrayDeque<>();

    private final Background slow = AtOnce.background(Runnable::run, Ticker.SYSTEM);
    private CalculatorService byHand;
    private JudgingModel judging;
    private QueueModel model;
    private long first;
    private long second;

    @BeforeEach
    void begin() {
        first = workbook.games().add(game("[White \"Tarn, Bastian\"]\n1.d4 d5 2.c4 e6 *"), "add");
        second = workbook.games().add(game("[White \"Brandt, Ida\"]\n1.e4 c6 2.d4 d5 *"), "add");
        slow.setOnFailure(failures::add);
        byHand = new CalculatorService(
                Runnable::run, found::add, plain -> plain, () -> analyst, () -> analyst, () -> analyst);
        model = fresh();
    }

    private QueueModel fresh() {
        judging = new JudgingModel(new OpenGame(workbook, slow), workbook, slow, byHand);
        return new QueueModel(workbook, slow, byHand, judging);
    }

    /** Hands so many positions over that the calculator has done. */
    private void calculate(int most) {
        for (int i = 0; i < most && !found.isEmpty(); i++) {
            found.remove().run();
        }
    }

    private List<Long> waiting() {
        return model.gamesProperty().get().stream().map(GameSummary::id).toList();
    }

    @Test
    void gamesAreGoneOverInTheirOrderAndLeaveTheQueue() {
        List<Double> progress = new ArrayList<>();
        model.add(List.of(first, second));
        assertThat(waiting()).containsExactly(first, second);
        assertThat(model.runningProperty().get()).isTrue();
        slow.running().getFirst().fractionProperty().subscribe(now -> progress.add(now.doubleValue()));
        for (int jobs = 0; waiting().size() == 2 && jobs < 5; jobs++) {
            calculate(1);
        }
        assertThat(waiting()).containsExactly(second);
        calculate(100);
        assertThat(waiting()).isEmpty();
        assertThat(model.runningProperty().get()).isFalse();
        assertThat(slow.running()).isEmpty();
        assertThat(progress)
                .isSorted()
                .last()
                .satisfies(last -> assertThat(last).isBetween(0.9, 1.0));
        assertThat(workbook.studies().find(Position.START, analyst.name(), GameSweep.LINES, GameSweep.LEVEL))
                .as("what was found is kept")
                .isPresent();
    }

    @Test
    void whatIsKnownIsNotCalculatedAgain() {
        model.add(List.of(first));
        calculate(100);
        int asked = analyst.asked();
        model.add(List.of(first));
        calculate(100);
        assertThat(analyst.asked()).isEqualTo(asked);
        assertThat(waiting()).isEmpty();
    }

    @Test
    void stoppingKeepsTheGamesAndIsRememberedOverARestart() {
        model.add(List.of(first, second));
        calculate(2);
        model.stop();
        calculate(100);
        assertThat(model.runningProperty().get()).isFalse();
        assertThat(waiting()).containsExactly(first, second);
        model = fresh();
        model.begin();
        assertThat(waiting()).containsExactly(first, second);
        assertThat(model.runningProperty().get())
                .as("it was stopped on purpose")
                .isFalse();
        analyst.positions().clear();
        model.goOn();
        calculate(100);
        assertThat(waiting()).isEmpty();
        assertThat(analyst.positions())
                .as("what was known is not asked again")
                .isNotEmpty()
                .doesNotContain(Position.START);
    }

    @Test
    void whatWasUnderWayGoesOnByItselfAfterARestart() {
        model.add(List.of(first));
        calculate(1);
        found.clear();
        model = fresh();
        model.begin();
        assertThat(model.runningProperty().get()).isTrue();
        calculate(100);
        assertThat(waiting()).isEmpty();
    }

    @Test
    void aGameIsTakenOutAndTheOthersGoOn() {
        model.add(List.of(first, second));
        calculate(1);
        model.remove(first);
        assertThat(waiting()).containsExactly(second);
        assertThat(model.runningProperty().get()).isTrue();
        calculate(100);
        assertThat(waiting()).isEmpty();
        model.add(List.of(first, second));
        model.clear();
        calculate(100);
        assertThat(waiting()).isEmpty();
        assertThat(workbook.queue().games()).isEmpty();
        assertThat(model.runningProperty().get()).isFalse();
    }

    @Test
    void theOpenGameLearnsWhatTheQueueFindsOut() {
        OpenGame open = new OpenGame(workbook, slow);
        judging = new JudgingModel(open, workbook, slow, byHand);
        model = new QueueModel(workbook, slow, byHand, judging);
        open.open(first);
        judging.judge();
        judging.stop();
        found.clear();
        assertThat(judging.judgementProperty().get()).isNull();
        model.add(List.of(first));
        calculate(100);
        Judgement judged = judging.judgementProperty().get();
        assertThat(judged).isNotNull();
        assertThat(judging.verdictsProperty().get()).isNotNull();
    }
}
