package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

class MissedChanceTest {
    private static final List<Integer> FAR = List.of(9, 9, 7);

    private static Move move(Position position, String name) {
        return Objects.requireNonNull(San.read(position, name), name);
    }

    /** A best move that glances put at these places. */
    private static Hardness hardness(List<Integer> ranks, double shallow, double deep, double rest) {
        return new Hardness(ranks, List.of(shallow, shallow, shallow), deep, rest, null, deep);
    }

    private static Judgement.Point point(String fen, double white, String best, @Nullable Hardness hardness) {
        Position position = Fen.position(fen);
        return new Judgement.Point(
                position, new Verdict(0, white, 0), List.of(move(position, best)), hardness, List.of());
    }

    @Test
    void hardToSeeIsWhatNoGlancePutsFirstAndAllThinkTooLittleOf() {
        assertThat(hardness(List.of(4, 3, 2), 0.5, 0.8, 0.4).isHard()).isTrue();
        assertThat(hardness(List.of(1, 3, 2), 0.5, 0.8, 0.4).isHard()).isFalse();
        assertThat(hardness(List.of(4, 3, 2), 0.75, 0.8, 0.4).isHard()).isFalse();
        assertThat(hardness(FAR, 0.8, 0.8, 0.4).isHard()).isTrue();
        Hardness found = hardness(FAR, 0.6, 0.8, 0.65);
        assertThat(found.gap()).isEqualTo(0.2, within(1e-9));
        assertThat(found.margin()).isEqualTo(0.15, within(1e-9));
        assertThat(found.isOnlyMove()).isTrue();
        assertThat(hardness(FAR, 0.6, 0.8, 0.75).isOnlyMove()).isFalse();
        assertThatThrownBy(() -> new Hardness(List.of(1), List.of(0.5), 0.5, 0.5, null, 0.5))
                .hasMessageContaining("a look each of depth 1 to 3");
    }

    /** One move after another; each kind is a matter of the board. */
    @ParameterizedTest
    @CsvSource({
        // the bishop goes where the king takes it
        "'6k1/5ppp/8/8/8/3B4/5PPP/6K1 w - - 0 1', Bxh7+, SACRIFICE",
        "'6k1/5ppp/8/8/8/3R4/5PPP/6K1 w - - 0 1', Ra3, QUIET",
        "'6k1/5ppp/8/3N4/8/8/5PPP/6K1 w - - 0 1', Nc3, 'QUIET,BACKWARD'",
        "'6k1/5ppp/3n4/8/8/8/5PPP/6K1 b - - 0 1', Nc4, QUIET",
        "'6k1/5ppp/8/3n4/8/8/5PPP/6K1 b - - 0 1', Nc7, 'QUIET,BACKWARD'",
        "'8/1P3ppk/8/8/8/8/5PPP/6K1 w - - 0 1', b8=N, UNDERPROMOTION",
        "'6k1/5ppp/8/8/8/8/1r3PPP/R5K1 w - - 0 1', Ra8#, ''",
        "'6k1/5ppp/8/4p3/3P4/8/5PPP/6K1 w - - 0 1', dxe5, ''"
    })
    void kindsComeFromTheBoard(String fen, String best, String kinds) {
        Judgement.Point point = point(fen, 0.5, best, null);
        assertThat(MissedChance.kinds(point, hardness(FAR, 0.5, 0.5, 0.45), null))
                .extracting(Enum::name)
                .containsExactlyInAnyOrder(kinds.isEmpty() ? new String[0] : kinds.split(","));
    }

    @Test
    void anInBetweenMoveLeavesARecaptureForLater() {
        // A rook is about to be taken back; instead the queen takes the other one with check.
        Position start = Fen.position("r5k1/5ppp/8/8/8/2n5/1P3PPP/Q2R2K1 b - - 0 1");
        Move taken = move(start, "Nxd1");
        Position now = start.play(taken);
        Judgement judgement = Judgement.of(
                List.of(
                        new Judgement.Point(start, new Verdict(0, 0.5, 0), List.of(taken)),
                        new Judgement.Point(
                                now,
                                new Verdict(0, 0.9, 0),
                                List.of(move(now, "Qxa8+")),
                                hardness(FAR, 0.5, 0.9, 0.6),
                                List.of()),
                        new Judgement.Point(now.play(move(now, "Qxd1")), new Verdict(0, 0.6, 0), List.of())),
                List.of(taken, move(now, "Qxd1")),
                0.15);
        assertThat(judgement.missed()).singleElement().satisfies(chance -> {
            assertThat(chance.move().side()).isEqualTo(Side.WHITE);
            assertThat(chance.kinds()).contains(MissedChance.Kind.IN_BETWEEN, MissedChance.Kind.ONLY_MOVE);
        });
    }

    /** A line of rook moves with chosen values; White's best is always another move. */
    private static Judgement judged(Hardness hardness, boolean found, double... white) {
        return judged(Fen.position("r3k3/p7/8/8/8/8/P7/R3K3 w - - 0 30"), hardness, found, white);
    }

    private static Judgement judged(Position first, Hardness hardness, boolean found, double... white) {
        Position position = first;
        List<Judgement.Point> points = new ArrayList<>();
        List<Move> played = new ArrayList<>();
        String[] names = {"Rb1", "Rb8", "Ra1", "Ra8", "Rb1", "Rb8", "Ra1", "Ra8", "Rb1", "Rb8"};
        for (int i = 0; i < white.length; i++) {
            Move move = move(position, names[i]);
            Move best = found
                    ? move
                    : position.legalMoves().stream()
                            .filter(each -> !each.equals(move))
                            .findFirst()
                            .orElseThrow();
            points.add(new Judgement.Point(
                    position, new Verdict(0, white[i], 0), List.of(best), i == 0 ? hardness : null, List.of()));
            if (i < white.length - 1) {
                played.add(move);
                position = position.play(move);
            }
        }
        return Judgement.of(points, played, 0.15);
    }

    @Test
    void aChanceThatIsEasyToSeeOrHasAnEqualBesideItIsNotMissed() {
        assertThat(judged(hardness(FAR, 0.5, 0.8, 0.6), false, 0.8, 0.5).missed())
                .hasSize(1);
        assertThat(judged(hardness(List.of(1, 1, 1), 0.5, 0.8, 0.6), false, 0.8, 0.5)
                        .missed())
                .isEmpty();
        assertThat(judged(hardness(FAR, 0.5, 0.8, 0.78), false, 0.8, 0.5).missed())
                .isEmpty();
        assertThat(judged(hardness(FAR, 0.5, 0.8, 0.6), false, 0.8, 0.7).missed())
                .isEmpty();
    }

    @Test
    void praiseIsForHardMovesDefencesAndPlans() {
        assertThat(judged(hardness(FAR, 0.5, 0.8, 0.6), true, 0.8, 0.8).praise())
                .singleElement()
                .satisfies(praise -> {
                    assertThat(praise.kind()).isEqualTo(Praise.Kind.HARD_MOVE);
                    assertThat(praise.gain()).isEqualTo(0.2, within(1e-9));
                });
        assertThat(judged(hardness(List.of(2, 1, 1), 0.3, 0.3, 0.1), true, 0.3, 0.3)
                        .praise())
                .extracting(Praise::kind)
                .containsExactly(Praise.Kind.DEFENCE);
        // First in the first glance, won anyway, or nothing found: no praise.
        assertThat(judged(hardness(List.of(1, 1, 1), 0.3, 0.3, 0.1), true, 0.3, 0.3)
                        .praise())
                .isEmpty();
        assertThat(judged(hardness(FAR, 0.5, 1, 0.9), true, 1, 1).praise()).isEmpty();
        assertThat(judged(hardness(FAR, 0.5, 0.8, 0.6), false, 0.8, 0.8).praise())
                .isEmpty();
        // White's four moves win .24 by Black's small losses.
        assertThat(judged(hardness(FAR, 0.5, 0.5, 0.5), false, 0.5, 0.5, 0.58, 0.58, 0.66, 0.66, 0.74, 0.74)
                        .praise())
                .singleElement()
                .satisfies(praise -> {
                    assertThat(praise.kind()).isEqualTo(Praise.Kind.PLAN);
                    assertThat(praise.first().ply()).isZero();
                    assertThat(praise.last().ply()).isEqualTo(6);
                });
        // The same moves in the opening are none of the player's own.
        assertThat(judged(
                                Fen.position("r3k2q/p5nn/8/8/8/8/P5NN/R3K2Q w - - 0 3"),
                                hardness(FAR, 0.5, 0.5, 0.5),
                                false,
                                0.5,
                                0.5,
                                0.58,
                                0.58,
                                0.66,
                                0.66,
                                0.74,
                                0.74)
                        .praise())
                .isEmpty();
        // The same ground won by one blunder is no plan.
        assertThat(judged(hardness(FAR, 0.5, 0.5, 0.5), false, 0.5, 0.5, 0.74, 0.74, 0.74, 0.74, 0.74, 0.74)
                        .praise())
                .isEmpty();
    }

    @Test
    void aPassMeasuresARealPosition() {
        Position position = Fen.position("r2q1rk1/1bp1bppp/p1np1n2/1p2p3/3PP3/1BP2N1P/PP3PP1/RNBQR1K1 w - - 0 11");
        GameSweep pass = new GameSweep(() -> new Calculator(4, 1));
        // A deep look before it must not help the glances see.
        pass.look(List.of(List.of(position)), Limit.nodes(200_000), new Cancel());
        Study study = pass.look(List.of(List.of(position)), Limit.nodes(60_000), new Cancel())
                .getFirst();
        assertThat(GameSweep.isWhole(study)).isTrue();
        assertThat(study.complete()).isTrue();
        Judgement.Point point = GameSweep.point(study);
        Hardness hardness = Objects.requireNonNull(point.hardness());
        Move best = point.best().getFirst();
        for (int depth = 1; depth <= Hardness.LOOKS; depth++) {
            Question question = Question.of(position, Limit.depth(depth)).withLines(Question.MOST_LINES);
            List<Move> glance = new Calculator(1, 1)
                    .calculate(question, found -> {}, new Cancel()).lines().stream()
                            .map(CalculatedLine::first)
                            .toList();
            int rank = glance.contains(best) ? glance.indexOf(best) + 1 : Hardness.FAR_DOWN;
            assertThat(hardness.ranks().get(depth - 1)).isEqualTo(rank);
        }
        assertThat(hardness.deep()).isEqualTo(point.verdict().expectedFor(Side.WHITE));
        assertThat(hardness.rest()).isBetween(0.0, 1.0);
    }

    @Test
    void aForcedMoveHasNoHardness() {
        Position position = Fen.position("k7/8/1K6/8/8/8/8/1R6 b - - 0 1");
        assertThat(position.legalMoves()).hasSize(1);
        Study study = new GameSweep(() -> new Calculator(4, 1))
                .look(List.of(List.of(position)), Limit.nodes(5_000), new Cancel())
                .getFirst();
        assertThat(GameSweep.isWhole(study)).isTrue();
        assertThat(GameSweep.point(study).hardness()).isNull();
    }

    @ParameterizedTest
    @CsvSource({"3600, 119, true", "3600, 121, false", "300, 14, true", "300, 16, false"})
    void timeTroubleIsAMatterOfTheClock(long first, long left, boolean hurried) {
        Position position = Fen.position("r3k3/p7/8/8/8/8/P7/R3K3 w - - 0 30");
        List<Judgement.Point> points = new ArrayList<>();
        List<Move> played = new ArrayList<>();
        for (String name : List.of("Rb1", "Rb8", "Ra1", "")) {
            points.add(new Judgement.Point(position, new Verdict(0, 0.5, 0), List.of()));
            if (!name.isEmpty()) {
                played.add(move(position, name));
                position = position.play(played.getLast());
            }
        }
        Judgement judgement = Judgement.of(
                points,
                played,
                List.of(
                        Optional.of(Duration.ofSeconds(first)),
                        Optional.empty(),
                        Optional.of(Duration.ofSeconds(left))),
                0.15);
        assertThat(judgement.moves().getLast().hurried().isPresent()).isEqualTo(hurried);
        assertThat(judgement.moves().getFirst().hurried()).isEmpty();
    }
}
