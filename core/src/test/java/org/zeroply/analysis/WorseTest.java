package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.analysis.Worse.Outcome;
import org.zeroply.rules.Side;
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
        Outcome move = new Outcome(expected, mate, material);
        Outcome best = new Outcome(bestExpected, bestMate, bestMaterial);
        assertThat(Worse.is(move, best)).isEqualTo(worse);
        assertThat(Worse.is(best, best)).as("nothing is worse than itself").isFalse();
    }

    @Test
    void aMoveThatMatesCountsItselfAndAMateAgainstItsSideIsNone() {
        assertThat(Outcome.after(Verdict.mated(Side.BLACK), 0, Side.WHITE).mateIn())
                .isEqualTo(1);
        assertThat(Outcome.after(Verdict.matesIn(2), 0, Side.WHITE).mateIn()).isEqualTo(3);
        assertThat(Outcome.after(Verdict.matesIn(2), 0, Side.BLACK)).isEqualTo(new Outcome(0, 0, 0));
        assertThat(Outcome.after(Verdict.matesIn(-2), 4, Side.BLACK)).isEqualTo(new Outcome(1, 3, 4));
        assertThat(Outcome.after(Verdict.DRAWN, -1, Side.WHITE)).isEqualTo(new Outcome(0.5, 0, -1));
    }
}
