package org.zeroply.defence;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.zeroply.defence.Elimination.Fate;
import org.zeroply.defence.Elimination.Tried;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.Shelf;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Grounds;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

class EliminationTest {
    private static final ExactEndings EXACT = new ExactEndings(Shelf.NONE);

    static Stream<List<String>> telling() {
        return Rows.telling("elimination.txt").stream();
    }

    static Stream<List<String>> positions() {
        return Rows.of("elimination.txt").stream();
    }

    private static Elimination eliminate(Position position, List<Move> candidates) {
        return Elimination.of(position, candidates, EXACT, partial -> {}, new Cancel());
    }

    @ParameterizedTest
    @MethodSource("telling")
    void whatIsNotRefutedSurvives(List<String> row) {
        check(row);
    }

    @Tag("long")
    @ParameterizedTest
    @MethodSource("positions")
    void soItIsOnEveryPosition(List<String> row) {
        check(row);
    }

    private static void check(List<String> row) {
        Position position = Fen.position(row.get(0));
        Elimination elimination = eliminate(position, List.of());
        assertThat(elimination.complete()).isTrue();
        assertThat(elimination.tried()).hasSameSizeAs(position.legalMoves());
        assertThat(elimination.surviving())
                .extracting(tried -> San.write(position, tried.move()))
                .containsExactlyInAnyOrderElementsOf(Rows.parts(row.get(1)));
        for (String part : Rows.parts(row.get(2))) {
            String[] names = part.split(" ");
            Tried tried = elimination.of(Rows.move(position, names[0])).orElseThrow();
            assertThat(tried.fate()).as(part).isEqualTo(Fate.REFUTED);
            assertThat(San.write(
                            position.play(tried.move()),
                            tried.refutation().moves().get(1)))
                    .as(part)
                    .isEqualTo(names[1]);
        }
    }

    @Test
    void aRefutationEndsWhereTheHarmShows() {
        Position position = Fen.position("2r3k1/5ppp/8/1b6/8/8/4BPPP/2R3K1 w - - 0 1");
        Elimination elimination = eliminate(position, List.of(Rows.move(position, "Rd1"), Rows.move(position, "Bd3")));
        Tried slip = elimination.of(Rows.move(position, "Rd1")).orElseThrow();
        assertThat(slip.refutation().moves()).hasSize(2);
        assertThat(slip.lost()).isEqualTo(3);
        Tried mated = elimination.of(Rows.move(position, "Bd3")).orElseThrow();
        assertThat(San.line(position, mated.refutation().moves())).isEqualTo("1.Bd3 Rxc1+ 2.Bf1 Rxf1#");
        assertThat(mated.grounds()).isInstanceOf(Grounds.Proven.class);
    }

    @Test
    void whereEverythingLosesWhatSurvivesIsTheLeastBad() {
        Position lost = Fen.position("r3k2r/ppp2ppp/2n5/8/2B5/5Q2/PPP2PPP/4R1K1 b kq - 0 1");
        assertThat(eliminate(lost, List.of()).surviving()).isNotEmpty();
        assertThat(eliminate(lost, List.of()).isLost()).isTrue();
        Position held = Fen.position("6k1/q2nb3/1p2Q2p/p3P1p1/P5P1/5r2/1B3P1P/4K1R1 b - - 0 1");
        assertThat(eliminate(held, List.of()).isLost()).isFalse();
    }

    @Test
    void candidatesAreMeasuredAgainstTheBestMoveEvenIfItIsNoneOfThem() {
        Position position = Fen.position("6k1/5ppp/8/8/1q6/8/5PPP/R2N2K1 w - - 0 1");
        Elimination some = eliminate(position, List.of(Rows.move(position, "Ne3"), Rows.move(position, "Kh1")));
        assertThat(some.tried()).hasSize(2);
        assertThat(some.surviving()).as("Ra8+ wins the queen").isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "8/8/8/3k4/8/8/2KP4/8 w - - 0 1, Kd3, WHITE_WINNING",
        "8/8/4k3/8/8/4K3/4P3/8 b - - 0 1, Ke5, LEVEL",
        "4k3/8/4K3/4P3/8/8/8/8 w - - 0 1, Kd6 Kf6, WHITE_WINNING",
        "4k3/4P3/4K3/8/8/8/8/8 w - - 0 1, Kd6 Kf6, WHITE_WINNING",
        "8/8/8/8/8/1k6/p7/K7 b - - 0 1, Ka3 Kb4 Kc4 Kc3 Kc2 Ka4, LEVEL",
        "8/8/8/8/4k3/8/3PK3/8 b - - 0 1, Kd4, LEVEL",
        "7k/8/8/8/8/8/P7/K7 w - - 0 1, a3 a4 Kb1 Kb2, WHITE_WINNING"
    })
    void whereResultsAreExactTheyAloneDecide(String fen, String surviving, Verdict.Step step) {
        Position position = Fen.position(fen);
        Elimination found = eliminate(position, List.of());
        ExactEndings.Solution solution = ((ExactEndings.Solved) EXACT.solveQuickly(position, new Cancel())).solution();
        assertThat(found.surviving())
                .extracting(tried -> San.write(position, tried.move()))
                .containsExactlyInAnyOrderElementsOf(solution.keeping().stream()
                        .map(choice -> San.write(position, choice.move()))
                        .toList())
                .containsExactlyInAnyOrder(surviving.split(" "));
        assertThat(found.surviving()).allSatisfy(tried -> {
            assertThat(tried.verdict().step()).isEqualTo(step);
            assertThat(tried.loss()).isZero();
            assertThat(tried.grounds().isProof()).isTrue();
        });
        assertThat(found.tried())
                .filteredOn(tried -> tried.fate() == Fate.REFUTED)
                .allSatisfy(tried -> {
                    assertThat(tried.loss()).as(tried.move().toString()).isGreaterThanOrEqualTo(0.5);
                    assertThat(tried.verdict().step()).isNotEqualTo(step);
                });
    }

    @Test
    void aMateThatIsMissedIsRefutedHoweverMuchIsStillWon() {
        Position position = Fen.position("6k1/5ppp/8/8/8/8/q4PPP/1R4K1 b - - 0 1");
        Elimination found = eliminate(position, List.of());
        assertThat(found.surviving()).singleElement().satisfies(tried -> {
            assertThat(San.write(position, tried.move())).isEqualTo("Qxb1#");
            assertThat(tried.grounds().isProof()).isTrue();
        });
    }
}
