package org.zeroply.defence;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
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
        Elimination elimination = eliminate(position, List.of());
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
}
