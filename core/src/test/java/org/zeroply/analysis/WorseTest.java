package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.analysis.Worse.Outcome;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Verdict;

/** The one definition of worse. */
class WorseTest {
    @ParameterizedTest
    @CsvSource({
        // A tenth of the expected score.
        ".60, 0, 0, .70, 0, 0, true",
        ".61, 0, 0, .70, 0, 0, false",
        ".00, 0, 0, .09, 0, 0, false",
        ".70, 0, 0, .60, 0, 0, false",
        // A mate of at most five moves that is missed, though everything wins.
        "1, 0, 9, 1, 1, 0, true",
        "1, 2, 0, 1, 1, 0, false",
        "1, 3, 0, 1, 1, 0, true",
        "1, 10, 0, 1, 5, 0, false",
        "1, 11, 0, 1, 5, 0, true",
        "1, 0, 0, 1, 6, 0, false",
        "1, 1, 0, 1, 3, 0, false",
        // Two pawns of material, unless the win is certain anyway.
        ".93, 0, 1, .96, 0, 3, true",
        ".93, 0, 2, .96, 0, 3, false",
        ".97, 0, 1, .99, 0, 9, false",
        ".04, 0, -5, .07, 0, -3, true",
        ".50, 0, 3, .50, 0, 0, false"
    })
    void aMoveIsWorse(
            double expected,
            int mate,
            int material,
            double bestExpected,
            int bestMate,
            int bestMaterial,
            boolean worse) {
        Outcome move = new Outcome(expected, mate, material, false);
        Outcome best = new Outcome(bestExpected, bestMate, bestMaterial, false);
        assertThat(Worse.is(move, best)).isEqualTo(worse);
        assertThat(Worse.is(best, best)).as("nothing is worse than itself").isFalse();
    }

    @ParameterizedTest
    @CsvSource({
        // Exact results alone decide: a mate that is missed and a queen that is left do not.
        "1, 0, 0, 1, 1, 9, false",
        ".5, 0, 0, 1, 20, 0, true",
        "0, 0, -9, .5, 0, 0, true",
        "0, 0, -9, 0, 0, 0, false"
    })
    void exactResultsDecideAlone(
            double expected, int mate, int material, double best, int bestMate, int bestMaterial, boolean worse) {
        Outcome move = new Outcome(expected, mate, material, true);
        assertThat(Worse.is(move, new Outcome(best, bestMate, bestMaterial, true)))
                .isEqualTo(worse);
    }

    @Test
    void aMoveThatMatesCountsItselfAndAMateAgainstItsSideIsNone() {
        Position white = Fen.position("6k1/5ppp/8/8/8/8/5PPP/R5K1 w - - 0 1");
        Move mates = Objects.requireNonNull(San.read(white, "Ra8"));
        assertThat(of(white, mates, Verdict.mated(Side.BLACK))).isEqualTo(new Outcome(1, 1, 5, false));
        assertThat(of(white, mates, Verdict.matesIn(2))).isEqualTo(new Outcome(1, 3, 5, false));
        assertThat(of(white, mates, Verdict.matesIn(-2))).isEqualTo(new Outcome(0, 0, 5, false));
        Position black = white.mirrored();
        Move theirs = Objects.requireNonNull(San.read(black, "Ra1"));
        assertThat(of(black, theirs, Verdict.matesIn(-2))).isEqualTo(new Outcome(1, 3, 5, false));
        assertThat(of(black, theirs, Verdict.DRAWN)).isEqualTo(new Outcome(0.5, 0, 5, false));
    }

    private static Outcome of(Position position, Move move, Verdict verdict) {
        return Outcome.of(position, new CalculatedLine(List.of(move), verdict, 8));
    }
}
