package org.zeroply.desktop.repertoire;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Objects;
import java.util.function.Consumer;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.Soundness;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Question;
import org.zeroply.search.Verdict;
import org.zeroply.store.RepertoireShelf.Title;
import org.zeroply.work.Cancel;

/** A pass over a repertoire that is stopped, goes on, follows edits and is kept by the workbook; without a window. */
@SuppressWarnings("NullAway.Init")
class SoundnessModelTest extends OnAWorkbook {
    private RepertoireModel model;
    private SoundnessModel soundness;
    private final Deque<Runnable> arriving = new ArrayDeque<>();
    private int asked;

    /** Holds that 1.d4 is the best first move and that every other first move costs a fifth of a point. */
    private final Analyst opinionated = new Analyst() {
        @Override
        public String name() {
            return "opinionated";
        }

        @Override
        public Calculation calculate(Question question, Consumer<Calculation> partial, Cancel cancel) {
            asked++;
            Position position = question.position();
            Move best = position.equals(Position.START)
                    ? moves(position, "d4").getFirst()
                    : position.legalMoves().getFirst();
            boolean afterOther = position.pieceAt(Square.D2) != null && !position.equals(Position.START);
            Verdict verdict = afterOther ? new Verdict(-80, 0.3, 0) : Verdict.DRAWN;
            return new Calculation(position, List.of(new CalculatedLine(List.of(best), verdict, 1)), 1, 1, 0, true);
        }
    };

    @BeforeEach
    void begin() {
        model = new RepertoireModel(workbook, background);
        soundness = new SoundnessModel(model, workbook, background, step(opinionated));
        model.create(new Title("Quiet", Side.WHITE, "", ""), Repertoire.empty(Side.WHITE));
        model.enter("d4 d5 c4");
        model.go(Repertoire.ROOT);
        model.enter("b3 e5 Bb2");
    }

    /** A service whose findings come to the interface one at a time, when the test lets them. */
    private CalculatorService step(Analyst who) {
        return new CalculatorService(Runnable::run, arriving::add, plain -> plain, () -> who, () -> who, () -> who);
    }

    private void oneArrives() {
        Objects.requireNonNull(arriving.poll(), "nothing is under way").run();
    }

    private void allArrive() {
        while (!arriving.isEmpty()) {
            oneArrives();
        }
    }

    private SoundnessModel.Found found() {
        return soundness.foundProperty().get();
    }

    private List<String> costly() {
        return soundness.costly().stream()
                .map(each -> model.name(each.node(), each.answer().move()))
                .toList();
    }

    @Test
    void answersThatCostSomethingAreListedByWhatTheyCost() {
        soundness.start();
        assertThat(soundness.runningProperty().get()).isTrue();
        allArrive();
        assertThat(soundness.runningProperty().get()).isFalse();
        assertThat(costly()).containsExactly("1.b3");
        Soundness.Weighed costs = soundness.costly().getFirst();
        assertThat(costs.loss()).isEqualTo(0.2, Offset.offset(1e-9));
        assertThat(model.name(costs.node(), costs.better())).isEqualTo("1.d4");
        soundness.shareProperty().set(0.25);
        assertThat(costly()).as("who wants to hear only of more").isEmpty();
        assertThat(found().answers())
                .as("every answer is weighed, the costliest first")
                .hasSize(4)
                .first()
                .isEqualTo(costs);
    }

    @Test
    void aPassTellsHowFarItIs() {
        soundness.start();
        Background.Running entry = background.running().getFirst();
        assertThat(entry.fractionProperty().get()).isZero();
        oneArrives();
        oneArrives();
        assertThat(entry.fractionProperty().get()).isBetween(0.2, 0.9);
        assertThat(entry.countProperty().get()).isEqualTo(3);
        allArrive();
        assertThat(background.running()).isEmpty();
        assertThat(found().known()).isEqualTo(found().wanted()).isEqualTo(7);
    }

    @Test
    void whatWasFoundBeforeAStopStaysAndIsNotCalculatedAgain() {
        soundness.start();
        oneArrives();
        oneArrives();
        soundness.stop();
        allArrive();
        assertThat(soundness.runningProperty().get()).isFalse();
        assertThat(background.running()).isEmpty();
        int before = asked;
        soundness.start();
        allArrive();
        assertThat(asked - before).as("of seven, two were known").isLessThanOrEqualTo(5);
        assertThat(found().known()).isEqualTo(7);
    }

    @Test
    void aPassThatTheEndOfTheProgramInterruptsGoesOnTheNextTime() {
        soundness.start();
        oneArrives();
        oneArrives();
        // The program ends here: nobody stops the pass.
        SoundnessModel later = new SoundnessModel(model, workbook, background, step(opinionated));
        assertThat(later.runningProperty().get()).as("it goes on by itself").isTrue();
        arriving.removeFirst();
        allArrive();
        assertThat(later.foundProperty().get().known()).isEqualTo(7);
        SoundnessModel last = new SoundnessModel(model, workbook, background, step(opinionated));
        assertThat(last.runningProperty().get())
                .as("it is done, and does not begin again")
                .isFalse();
        assertThat(last.foundProperty().get().known()).isEqualTo(7);
    }

    @Test
    void aStoppedPassDoesNotComeBackByItself() {
        soundness.start();
        oneArrives();
        soundness.stop();
        SoundnessModel later = new SoundnessModel(model, workbook, background, step(opinionated));
        assertThat(later.runningProperty().get()).isFalse();
    }

    @Test
    void anEditIsWeighedAtOnceWithWhatIsKnown() {
        soundness.start();
        allArrive();
        model.go(Repertoire.ROOT);
        model.enter("Nf3 d5 d4");
        assertThat(found().wanted()).as("new positions are wanted").isGreaterThan(7);
        assertThat(found().known()).isEqualTo(7);
        model.undo();
        assertThat(found().wanted()).isEqualTo(7);
        model.go(Repertoire.ROOT);
        model.go(model.repertoire().root().answers().getLast().to());
        model.removeMove();
        assertThat(costly()).as("1.b3 is gone").isEmpty();
        model.undo();
        assertThat(costly()).containsExactly("1.b3");
    }

    @Test
    void anotherRepertoireStopsThePassAndItsFindingsDoNotMix() {
        soundness.start();
        oneArrives();
        model.create(new Title("Empty", Side.BLACK, "", ""), Repertoire.empty(Side.BLACK));
        assertThat(soundness.runningProperty().get()).isFalse();
        allArrive();
        assertThat(found().known()).isZero();
        assertThat(found().answers()).isEmpty();
        model.remove();
        assertThat(found().known()).as("the first one is open again").isPositive();
    }

    @Test
    void withoutARepertoireNothingBegins() {
        model.remove();
        soundness.start();
        assertThat(soundness.runningProperty().get()).isFalse();
        assertThat(found()).isEqualTo(SoundnessModel.Found.NOTHING);
    }
}
