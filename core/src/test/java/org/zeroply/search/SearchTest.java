package org.zeroply.search;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Board;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.work.Cancel;

class SearchTest {
    private static final Position MIDDLEGAME =
            Fen.position("r2q1rk1/pp2bppp/2n1pn2/3p4/3P4/P1NQBN2/1P3PPP/R4RK1 w - - 0 14");

    private static Move move(Position position, String san) {
        return Objects.requireNonNull(San.read(position, san), san);
    }

    private static Calculation calculate(Calculator calculator, Question question) {
        return calculator.calculate(question, partial -> {}, new Cancel());
    }

    private static Calculation depth(String fen, int depth) {
        return calculate(new Calculator(4, 1), Question.of(Fen.position(fen), Limit.depth(depth)));
    }

    /** The mate and its distance are those that trying out every move to five half-moves finds. */
    @ParameterizedTest
    @CsvSource({
        "6k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - 0 1, Rd8#, 1",
        "7k/8/5K2/8/8/8/8/6R1 w - - 0 1, Kf7, 2",
        "8/8/8/8/8/1k6/2q5/K7 b - - 0 1, '', 1",
        "2k5/8/1K6/8/8/8/3B4/3R4 w - - 0 1, '', 2",
        "6k1/8/5K2/8/8/8/8/7R w - - 0 1, '', 2"
    })
    void findsMatesAndTheirDistance(String fen, String key, int moves) {
        Calculation found = depth(fen, 9);
        Position position = found.position();
        int plain = new PlainSearch(position.board()).value(5);
        assertThat((Searcher.MATE - plain + 1) / 2).isEqualTo(moves);
        assertThat(Math.abs(found.verdict().mateIn())).isEqualTo(moves);
        assertThat(found.lines().getFirst().moves()).hasSize(2 * moves - 1);
        Position end = position.playAll(found.lines().getFirst().moves());
        assertThat(end.isCheckmate()).isTrue();
        // Where several moves mate as fast, any of them will do.
        assertThat(San.write(position, found.lines().getFirst().first())).contains(key);
    }

    /** With every technique off, the search is what its plain twin is: the same value for the same depth. */
    @Test
    void agreesWithThePlainTwin() {
        long seed = 20261124;
        Random random = new Random(seed);
        Set<Technique> without = EnumSet.allOf(Technique.class);
        for (int tried = 0; tried < 20; ) {
            Board board = randomBoard(random, 150 + random.nextInt(100));
            // Without an order, the captures of a full board would take for ever.
            if (Long.bitCount(board.occupied()) > 11) {
                continue;
            }
            tried++;
            for (int depth = 1; depth <= 3; depth++) {
                Searcher searcher =
                        new Searcher(board.copy(), new long[0], Weights.SHIPPED, new Table(1), without, () -> false);
                int[] moves = new int[Board.MAX_MOVES];
                int count = board.legalMoves(moves);
                if (count == 0) {
                    continue;
                }
                searcher.rootMoves(Arrays.copyOf(moves, count));
                Searcher.Found found = searcher.searchRoot(depth, 0, Searcher.INFINITE);
                assertThat(found).isNotNull();
                assertThat(found.value())
                        .as("seed %d, depth %d, %s", seed, depth, board.position())
                        .isEqualTo(new PlainSearch(board.copy()).value(depth));
            }
        }
    }

    static Board randomBoard(Random random, int plies) {
        Board board = Position.START.board();
        int[] moves = new int[Board.MAX_MOVES];
        for (int ply = 0; ply < plies; ply++) {
            int count = board.legalMoves(moves);
            if (count == 0) {
                return Position.START.board();
            }
            board.make(moves[random.nextInt(count)]);
        }
        return board.copy();
    }

    @Test
    void oneThreadWithANodeLimitRepeatsItself() {
        Question question = Question.of(MIDDLEGAME, Limit.nodes(30_000)).withLines(3);
        Calculation first = calculate(new Calculator(8, 1), question);
        Calculation second = calculate(new Calculator(8, 1), question);
        assertThat(second.lines()).isEqualTo(first.lines());
        assertThat(second.nodes()).isEqualTo(first.nodes()).isLessThanOrEqualTo(30_000);
        Calculator again = new Calculator(8, 1);
        calculate(again, question);
        again.forget();
        assertThat(calculate(again, question).lines()).isEqualTo(first.lines());
    }

    /** However small the limit and however early the cancel, there is a move to show. */
    @Test
    void oneDepthIsAlwaysFinished() {
        Cancel cancelled = new Cancel();
        cancelled.cancel();
        for (Limit limit : List.of(Limit.nodes(1), Limit.millis(1), Limit.NONE)) {
            Calculation found =
                    new Calculator(1, 1).calculate(Question.of(MIDDLEGAME, limit), partial -> {}, cancelled);
            assertThat(found.lines()).hasSize(1);
        }
    }

    @Test
    void severalLinesAreDifferentMovesInOrder() {
        Calculation found = calculate(
                new Calculator(8, 2), Question.of(MIDDLEGAME, Limit.depth(8)).withLines(8));
        assertThat(found.lines()).hasSize(8);
        assertThat(found.lines().stream().map(CalculatedLine::first)).doesNotHaveDuplicates();
        assertThat(found.lines().stream()
                        .map(line -> line.verdict().hundredths())
                        .toList())
                .isSortedAccordingTo(Comparator.reverseOrder());
        assertThat(found.depth()).isEqualTo(8);
        for (CalculatedLine line : found.lines()) {
            Position position = MIDDLEGAME;
            for (Move move : line.moves()) {
                assertThat(position.isLegal(move)).as("%s in %s", move, line).isTrue();
                position = position.play(move);
            }
        }
    }

    @Test
    void looksOnlyAtTheMovesThatAreAskedFor() {
        List<Move> only = List.of(move(MIDDLEGAME, "h3"), move(MIDDLEGAME, "Qb5"));
        Calculation found = calculate(
                new Calculator(4, 1),
                Question.of(MIDDLEGAME, Limit.depth(6)).onlyMoves(only).withLines(5));
        assertThat(found.lines().stream().map(CalculatedLine::first)).containsExactlyInAnyOrderElementsOf(only);
        assertThatThrownBy(() -> Question.of(MIDDLEGAME, Limit.NONE).onlyMoves(List.of(new Move(Square.A1, Square.A8))))
                .hasMessageContaining("not legal here");
    }

    @Test
    void resultsStreamAsTheyDeepenAndCancelKeepsThem() {
        List<Calculation> partial = new ArrayList<>();
        Cancel cancel = new Cancel();
        Calculation found = new Calculator(8, 2)
                .calculate(
                        Question.of(MIDDLEGAME, Limit.NONE),
                        calculation -> {
                            partial.add(calculation);
                            if (calculation.depth() >= 6) {
                                cancel.cancel();
                            }
                        },
                        cancel);
        assertThat(found.complete()).isFalse();
        assertThat(found.lines()).isNotEmpty();
        assertThat(partial.stream().map(Calculation::depth).toList()).isSorted().contains(1, 2, 3, 4, 5, 6);
    }

    @Test
    void knowsRepetitionsOfTheGame() {
        Position shuffled = Fen.position("8/8/8/5k2/8/8/1R6/K7 w - - 0 1");
        List<Position> shuffle = new ArrayList<>(List.of(shuffled));
        for (String move : List.of("Rc2", "Ke5", "Rb2", "Kf5", "Rc2", "Ke5", "Rb2")) {
            shuffle.add(shuffle.getLast().play(move(shuffle.getLast(), move)));
        }
        // ...Kf5 would be the third time: the side with the bare king takes the draw.
        Calculation drawn = calculate(
                new Calculator(4, 1),
                new Question(shuffle.getLast(), shuffle.subList(0, shuffle.size() - 1), List.of(), 1, Limit.depth(8)));
        assertThat(drawn.verdict().hundredths()).isZero();
        assertThat(drawn.verdict().step()).isEqualTo(Verdict.Step.LEVEL);
        Calculation won = calculate(new Calculator(4, 1), Question.of(shuffle.getLast(), Limit.depth(8)));
        assertThat(won.verdict().step()).isEqualTo(Verdict.Step.WHITE_WINNING);
    }

    @Test
    void fiftyMovesEndWhatIsNotMate() {
        assertThat(depth("8/8/8/5k2/8/8/1R6/K7 w - - 99 120", 6).verdict().hundredths())
                .isZero();
        assertThat(depth("7k/8/6K1/8/8/8/8/R7 w - - 99 120", 4).verdict().mateIn())
                .isEqualTo(1);
    }

    @Test
    void positionsWithoutMovesHaveAVerdict() {
        Calculation mated = depth("R5k1/5ppp/8/8/8/8/8/6K1 b - - 0 1", 3);
        assertThat(mated.lines()).isEmpty();
        assertThat(mated.verdict().step()).isEqualTo(Verdict.Step.WHITE_WINNING);
        assertThat(depth("7k/5K2/6Q1/8/8/8/8/8 b - - 0 1", 3).verdict()).isEqualTo(Verdict.DRAWN);
    }

    @Test
    void stepsOfAVerdictAreAsDefined() {
        assertThat(new Verdict(0, 0.55, 0).step()).isEqualTo(Verdict.Step.LEVEL);
        assertThat(new Verdict(0, 0.56, 0).step()).isEqualTo(Verdict.Step.WHITE_SLIGHTLY_BETTER);
        assertThat(new Verdict(0, 0.66, 0).step()).isEqualTo(Verdict.Step.WHITE_BETTER);
        assertThat(new Verdict(0, 0.81, 0).step()).isEqualTo(Verdict.Step.WHITE_WINNING);
        assertThat(new Verdict(0, 0.44, 0).step()).isEqualTo(Verdict.Step.BLACK_SLIGHTLY_BETTER);
        assertThat(new Verdict(0, 0.19, 0).step()).isEqualTo(Verdict.Step.BLACK_WINNING);
        assertThat(Verdict.of(Searcher.MATE - 5, Side.BLACK, 200).text()).isEqualTo("Black mates in 3");
        assertThatThrownBy(() -> new Verdict(0, 1.2, 0)).hasMessage("the expected score is 0 to 1, was 1.2");
    }
}
