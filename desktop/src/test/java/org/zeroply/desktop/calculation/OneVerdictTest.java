package org.zeroply.desktop.calculation;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.analysis.Candidate;
import org.zeroply.analysis.GameSweep;
import org.zeroply.analysis.Study;
import org.zeroply.asking.QuestionReport;
import org.zeroply.asking.Questions;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.Shelf;
import org.zeroply.gametree.Game;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Grounds;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

/** Whatever the panel shows of one move, in the candidates or in an answer, is the deepest verdict that is kept. */
@SuppressWarnings("NullAway.Init")
class OneVerdictTest extends OnAWorkbook {
    private static final Position POSITION = Fen.position("8/5pk1/3p2p1/p2P3p/1pP1P2P/1P3KP1/8/8 w - - 0 40");
    private static final Verdict LOST = new Verdict(-300, 0.1, 0);

    /** As the calculator, with a hundred positions for every millisecond. */
    private static final class Counting implements Analyst {
        private final Calculator calculator = new Calculator(1, 1);
        private int asked;

        @Override
        public String name() {
            return calculator.name();
        }

        @Override
        public Calculation calculate(Question question, Consumer<Calculation> partial, Cancel cancel) {
            asked++;
            Limit limit = question.limit();
            long nodes = limit.millis() > 0 ? 10 * limit.millis() : Math.min(2_000, limit.nodes());
            return calculator.calculate(question.withLimit(Limit.nodes(nodes)), partial, cancel);
        }
    }

    private final Counting counting = new Counting();
    private final ExactEndings endings = new ExactEndings(Shelf.NONE);
    private final CalculatorService calculators = new CalculatorService(
            background.calculating(), Runnable::run, endings, () -> counting, () -> counting, () -> counting);
    private OpenGame game;
    private CalculationModel candidates;
    private QuestionModel questions;

    @BeforeEach
    void begin() {
        game = new OpenGame(workbook, background);
        candidates = new CalculationModel(game, workbook, background, calculators);
        questions = new QuestionModel(game, candidates, background, calculators, endings);
        game.add(Game.from(POSITION), "new");
    }

    private List<Candidate> shown() {
        return candidates.candidatesProperty().get();
    }

    private Candidate shown(Move move) {
        return shown().stream()
                .filter(candidate -> candidate.move().equals(move))
                .findFirst()
                .orElseThrow();
    }

    private QuestionReport eliminate() {
        questions.questionProperty().set(Questions.of("ELIMINATE"));
        return report();
    }

    private QuestionReport report() {
        return Objects.requireNonNull(questions.answerProperty().get()).report();
    }

    private static String row(QuestionReport report, Move move) {
        return report.rows().stream()
                .filter(row -> row.line().getFirst().equals(move))
                .map(QuestionReport.Row::detail)
                .findFirst()
                .orElseThrow();
    }

    private static Study deepLook(Move move, int depth) {
        Move reply = POSITION.play(move).legalMoves().getFirst();
        Calculation found = new Calculation(
                POSITION.play(move),
                List.of(new CalculatedLine(List.of(reply), LOST, depth)),
                depth,
                1_000_000,
                10,
                true);
        return new Study(found.position(), List.of(), List.of(found), List.of(), Map.of(), true);
    }

    @Test
    void candidatesAndAnswersSayTheSameOfAMove() {
        candidates.openProperty().set(true);
        eliminate();
        questions.questionProperty().set(null);
        List<Candidate> shown = shown();
        assertThat(shown).hasSizeGreaterThanOrEqualTo(3);
        QuestionReport answer = eliminate();
        for (Candidate candidate : shown) {
            assertThat(row(answer, candidate.move()))
                    .contains(candidate.verdict().text())
                    .contains(Grounds.of(candidate.line().depth()).text());
        }
    }

    @Test
    void whatTheWorkbookHasOfThePositionAfterAMoveCounts() {
        candidates.openProperty().set(true);
        Move best = shown().getFirst().move();
        candidates.openProperty().set(false);
        // As the second look of a judgement keeps it; the calculator does not know it from this session.
        workbook.studies().keep(deepLook(best, 40), calculators.analystName(), GameSweep.LINES, GameSweep.SECOND_LEVEL);
        candidates.openProperty().set(true);
        assertThat(shown(best).verdict()).isEqualTo(LOST);
        assertThat(shown(best).line().depth()).isEqualTo(41);
        assertThat(shown().getFirst().move()).as("so another is best").isNotEqualTo(best);
        assertThat(row(eliminate(), best)).contains(LOST.text()).contains("41");
    }

    @Test
    void whatIsFoundMeanwhileIsShownAtOnce() {
        candidates.openProperty().set(true);
        Move best = shown().getFirst().move();
        int asked = counting.asked;
        calculators.deepest().learn(List.of(deepLook(best, 40)));
        assertThat(shown(best).verdict()).isEqualTo(LOST);
        assertThat(counting.asked).as("nothing is calculated for that").isEqualTo(asked);

        Move second = shown().getFirst().move();
        assertThat(row(eliminate(), second)).doesNotContain(LOST.text());
        List<@Nullable GivenAnswer> answers = new ArrayList<>();
        questions.answerProperty().subscribe(answer -> answers.add(answer));
        calculators.deepest().learn(List.of(deepLook(second, 40)));
        assertThat(row(report(), second)).contains(LOST.text()).contains("41");
        int told = answers.size();
        calculators.deepest().learn(List.of(deepLook(second, 41)));
        assertThat(answers).as("the same verdict is no news").hasSize(told);
    }
}
