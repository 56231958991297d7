package org.zeroply.finding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.Tags;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.search.Verdict;
import org.zeroply.task.Item;
import org.zeroply.task.Theme;
import org.zeroply.work.Cancel;

class HarvestTest {
    private static final Game GAME =
            Game.empty().with(Tags.NONE.with("White", "Quill, Vera").with("Black", "Stone, Max"));

    private static final Limit QUICK = Limit.nodes(150_000);

    /** Knight and three pawns against a rook; the knight can fork king and rook. */
    private static final String FORK = "r3k3/8/8/1N6/8/8/5PPP/6K1 w - - 0 1";

    /** Second looks as they are told to it; whatever else is asked is calculated. */
    private static final class Told implements Analyst {
        private final Map<Position, List<CalculatedLine>> told = new HashMap<>();
        private final Calculator calculator = new Calculator(4, 1);

        Told tell(Position position, CalculatedLine... lines) {
            told.put(position, List.of(lines));
            return this;
        }

        @Override
        public String name() {
            return "told";
        }

        @Override
        public void forget() {
            calculator.forget();
        }

        @Override
        public Calculation calculate(Question question, Consumer<Calculation> partial, Cancel cancel) {
            List<CalculatedLine> lines = told.get(question.position());
            if (lines != null && question.lines() == 3) {
                return new Calculation(question.position(), lines, 20, 6_000_000, 1, true);
            }
            return calculator.calculate(question.withLimit(Limit.nodes(2_000)), partial, cancel);
        }
    }

    private static CalculatedLine line(Position position, double white, String... moves) {
        List<Move> line = new ArrayList<>();
        Position here = position;
        for (String text : moves) {
            Move move = move(here, text);
            line.add(move);
            here = here.play(move);
        }
        return new CalculatedLine(line, new Verdict((int) Math.round(400 * (white - 0.5)), white, 0), 20);
    }

    private static Move move(Position position, String text) {
        Move move = San.read(position, text);
        assertThat(move).as(text).isNotNull();
        return Objects.requireNonNull(move);
    }

    private static Prospect prospect(
            Position position, String key, String played, @Nullable String tempting, int hard) {
        return new Prospect(
                0,
                List.of(position),
                null,
                move(position, key),
                move(position, played),
                tempting == null ? null : move(position, tempting),
                hard);
    }

    private static Exercise kept(Optional<Harvest.Outcome> outcome) {
        assertThat(outcome).containsInstanceOf(Harvest.Outcome.Kept.class);
        return ((Harvest.Outcome.Kept) outcome.orElseThrow()).exercise();
    }

    @Test
    void aForkThatWasMissedBecomesAnExercise() {
        Position position = Fen.position(FORK);
        Harvest harvest = new Harvest(new Calculator(16, 1), QUICK);
        Exercise exercise =
                kept(harvest.look(GAME, prospect(position, "Nc7+", "g3", null, 1), any -> false, new Cancel()));
        assertThat(exercise.key()).isEqualTo(move(position, "Nc7+"));
        assertThat(exercise.kind()).isEqualTo(ExerciseKind.FIND);
        assertThat(exercise.isMissed()).isTrue();
        assertThat(exercise.player()).isEqualTo("Quill, Vera");
        assertThat(exercise.task().themes()).contains(Theme.FORK.key());
        assertThat(exercise.margin()).isGreaterThan(Harvest.MARGIN);
        // The rook is won with the third half-move.
        assertThat(exercise.line()).hasSize(3);
        assertThat(exercise.task().level().from()).isBetween(1100 + 170 + 180 - 100, 1100 + 4 * 170 + 180 - 100);
        assertThat(exercise.task().level().to() - exercise.task().level().from())
                .isEqualTo(200);
        GameTree solution = exercise.task().solution();
        assertThat(solution.root().children())
                .as("what was played stands beside it, with what follows")
                .hasSize(2);
        assertThat(exercise.task().scheme().items())
                .as("a scheme is drafted")
                .anyMatch(item ->
                        item instanceof Item.Single single && single.label().contains("Nc7"));
        assertThat(exercise.hints()).isNotEmpty().noneMatch(hint -> hint.contains("Nc7"));
    }

    /** Of the best three moves at the second look, as White expects them. */
    @ParameterizedTest
    @CsvSource({
        ".70, .69, .50, TWO_GOOD",
        ".70, .65, .50, LOST_MARGIN",
        ".99, .97, .96, WON_ANYWAY",
        ".08, .00, .00, LOST_ANYWAY",
    })
    void whatTheSecondLookDoesNotBearOutIsDropped(double best, double second, double third, DropReason reason) {
        Position position = Fen.position(FORK);
        Told analyst = new Told()
                .tell(
                        position,
                        line(position, best, "Nc7+", "Kd7", "Nxa8"),
                        line(position, second, "Nd6+", "Kd7"),
                        line(position, third, "g3", "Ra5"));
        Optional<Harvest.Outcome> outcome =
                new Harvest(analyst).look(GAME, prospect(position, "Nc7+", "h3", null, 2), any -> false, new Cancel());
        assertThat(outcome)
                .get()
                .isInstanceOfSatisfying(
                        Harvest.Outcome.Dropped.class,
                        dropped -> assertThat(dropped.reason()).isEqualTo(reason));
    }

    private static Told sure(Position position) {
        return new Told()
                .tell(
                        position,
                        line(position, .70, "Nc7+", "Kd7", "Nxa8"),
                        line(position, .45, "Nd6+", "Kd7"),
                        line(position, .40, "g3", "Ra5"));
    }

    private static DropReason dropped(Harvest harvest, Prospect prospect) {
        Harvest.Outcome outcome =
                harvest.look(GAME, prospect, any -> false, new Cancel()).orElseThrow();
        return ((Harvest.Outcome.Dropped) outcome).reason();
    }

    @Test
    void whatNobodyMissedAndEverybodySeesIsNone() {
        Position position = Fen.position(FORK);
        Position after = position.play(move(position, "Nd6+"));
        Harvest harvest = new Harvest(
                sure(position).tell(after, line(after, .45, "Kd7"), line(after, .45, "Ke7"), line(after, .46, "Kf8")));
        assertThat(dropped(harvest, prospect(position, "Nc7+", "Nc7+", "Nd6+", 0)))
                .isEqualTo(DropReason.OBVIOUS);
        assertThat(dropped(harvest, prospect(position, "Nc7+", "Nc7+", null, 2)))
                .isEqualTo(DropReason.NOTHING_FAILS);
    }

    @Test
    void whatIsThereAlreadyIsNotLookedAtAgain() {
        Position position = Fen.position(FORK);
        Prospect prospect = prospect(position, "Nc7+", "g3", null, 1);
        Likeness known = Likeness.of(position, List.of(prospect.key()));
        Optional<Harvest.Outcome> outcome =
                new Harvest(sure(position)).look(GAME, prospect, known::isLike, new Cancel());
        assertThat(outcome).contains(new Harvest.Outcome.Dropped(DropReason.DOUBLE, 0));
    }

    @Test
    void nothingComesOfALookThatIsCancelled() {
        Position position = Fen.position(FORK);
        Cancel cancel = new Cancel();
        cancel.cancel();
        assertThat(new Harvest(sure(position))
                        .look(GAME, prospect(position, "Nc7+", "g3", null, 1), any -> false, cancel))
                .isEmpty();
    }

    @Test
    void twoOrdersOfTheSameMovesAreOneAnswer() {
        Position start = Position.START;
        Told analyst = new Told()
                .tell(
                        start,
                        line(start, .60, "d4", "d5", "c4", "e6"),
                        line(start, .60, "c4", "d5", "d4", "e6"),
                        line(start, .40, "g4", "d5"));
        Exercise exercise =
                kept(new Harvest(analyst).look(GAME, prospect(start, "d4", "g4", null, 2), any -> false, new Cancel()));
        GameTree solution = exercise.task().solution();
        assertThat(solution.root().children().stream()
                        .map(child -> San.write(start, solution.node(child).played())))
                .startsWith("d4", "c4")
                .contains("g4");
        assertThat(exercise.margin()).isCloseTo(.20, within(1e-9));
    }

    /** The key is seen at once; what is asked is what is wrong with the other move. */
    @Test
    void whereTheKeyIsEasyTheMoveThatTemptsIsRefuted() {
        Position position = Fen.position(FORK);
        Position after = position.play(move(position, "Nd6+"));
        Told analyst = sure(position)
                .tell(
                        after,
                        line(after, .30, "Kd7", "Nb5", "Ra1+"),
                        line(after, .50, "Ke7", "Nc4"),
                        line(after, .55, "Kf8", "Nc4"));
        Exercise exercise = kept(new Harvest(analyst)
                .look(GAME, prospect(position, "Nc7+", "Nc7+", "Nd6+", 1), any -> false, new Cancel()));
        assertThat(exercise.kind()).isEqualTo(ExerciseKind.REFUTE);
        assertThat(exercise.position()).isEqualTo(after);
        assertThat(exercise.task().instruction()).contains("Nd6+");
        assertThat(exercise.isMissed()).isFalse();
    }

    @ParameterizedTest
    @CsvSource({
        // A rook takes back or a pawn does.
        "'6k1/8/8/3p4/4P3/8/8/3R2K1 w - - 0 1', exd5, Kf2, .70, WHICH_EXCHANGE",
        // A piece behind, and one move that holds.
        "'r3k3/8/8/1N6/8/8/5PPP/6K1 w - - 0 1', Nc7+, g3, .40, DEFEND",
        "'r3k3/8/8/1N6/8/8/5PPP/6K1 w - - 0 1', g3, h3, .60, QUIET",
    })
    void kindsAreToldByTheLine(String fen, String key, String played, double value, ExerciseKind kind) {
        Position position = Fen.position(fen);
        Told analyst = new Told()
                .tell(
                        position,
                        line(position, value, key),
                        line(position, value - .2, played),
                        line(
                                position,
                                value - .25,
                                position.legalMoves().stream()
                                        .map(move -> San.write(position, move))
                                        .filter(san -> !san.equals(key) && !san.equals(played))
                                        .findFirst()
                                        .orElseThrow()));
        Exercise exercise = kept(
                new Harvest(analyst).look(GAME, prospect(position, key, played, null, 2), any -> false, new Cancel()));
        assertThat(exercise.kind()).isEqualTo(kind);
    }
}
