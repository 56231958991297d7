package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

class JudgementTest {
    @Test
    void turningPointsAreRankedByWhatTheyCost() {
        // White gives away .20 at once, Black .30 after it.
        Judgement judgement = Judgements.judge(0.15, 0.5, 0.3, 0.6, 0.6, 0.6);
        assertThat(judgement.turningPoints()).extracting(Judgement.Judged::ply).containsExactly(1, 0);
        assertThat(judgement.turningPoints().getFirst().side()).isEqualTo(Side.BLACK);
        assertThat(judgement.turningPoints().getFirst().loss()).isEqualTo(0.3, within(1e-9));
        assertThat(judgement.drifts()).isEmpty();
    }

    @Test
    void whoIsLostAnywayIsNotBlamedAndTheBestMoveCostsNothing() {
        assertThat(Judgements.judge(0.05, 0.09, 0.0, 0.0).turningPoints()).isEmpty();
        assertThat(Judgements.judge(0.05, 0.10, 0.0, 0.0).turningPoints()).hasSize(1);
        Judgement best = Judgements.judge(0.05, true, 0.6, 0.4, 0.4);
        assertThat(best.turningPoints()).isEmpty();
        assertThat(best.moves()).allMatch(Judgement.Judged::isBest).allMatch(move -> move.loss() == 0);
    }

    @Test
    void aDriftIsARunOfSmallLosses() {
        // White loses .06 four times; Black gives nothing back.
        Judgement judgement = Judgements.judge(0.15, 0.6, 0.54, 0.54, 0.48, 0.48, 0.42, 0.42, 0.36, 0.36);
        assertThat(judgement.turningPoints()).isEmpty();
        assertThat(judgement.drifts()).singleElement().satisfies(drift -> {
            assertThat(drift.side()).isEqualTo(Side.WHITE);
            assertThat(drift.moves()).isEqualTo(4);
            assertThat(drift.first().ply()).isZero();
            assertThat(drift.last().ply()).isEqualTo(6);
            assertThat(drift.loss()).isEqualTo(0.24, within(1e-9));
        });
        // One good move in between does not end it; two do.
        assertThat(Judgements.judge(0.15, 0.6, 0.54, 0.54, 0.54, 0.54, 0.48, 0.48, 0.40, 0.40)
                        .drifts())
                .hasSize(1);
        assertThat(Judgements.judge(0.15, 0.6, 0.54, 0.54, 0.54, 0.54, 0.54, 0.54, 0.46, 0.46)
                        .drifts())
                .isEmpty();
        // A run that costs less than the threshold in all is none.
        assertThat(Judgements.judge(0.15, 0.6, 0.56, 0.56, 0.52, 0.52, 0.48, 0.48)
                        .drifts())
                .isEmpty();
    }

    @Test
    void whatWasGivenAwayIsSummedByPhase() {
        Judgement judgement = Judgements.judge(0.15, 0.5, 0.4, 0.6, 0.6, 0.6);
        assertThat(judgement.givenAway(Side.WHITE)).containsOnlyKeys(Judgement.Phase.ENDING);
        assertThat(judgement.givenAway(Side.WHITE).get(Judgement.Phase.ENDING)).isEqualTo(0.1, within(1e-9));
        assertThat(judgement.givenAway(Side.BLACK).get(Judgement.Phase.ENDING)).isEqualTo(0.2, within(1e-9));
    }

    @ParameterizedTest
    @CsvSource({
        "rnbqkbnr/pppppppp/8/8/8/8/PPPPPPPP/RNBQKBNR w KQkq - 0 1, true, false",
        "r1bqk2r/pppp1ppp/2n2n2/2b1p3/4P3/3P1N2/PPP2PPP/RNBQKB1R w KQkq - 0 12, true, false",
        "r2q1rk1/pppb1ppp/2n2n2/4p3/4P3/2NP1N2/PPPB1PPP/R2Q1RK1 w - - 0 12, false, false",
        "r2q1rk1/pppb1ppp/2n2n2/4p3/4P3/2NP1N2/PPPB1PPP/R2Q1RK1 w - - 0 17, false, false",
        "r2r2k1/5ppp/8/8/8/8/5PPP/R2R2K1 w - - 0 25, false, true",
        "4k3/5ppp/2nb4/8/8/2NB4/5PPP/R3K2R w - - 0 25, false, false",
        "4k3/5ppp/8/8/8/3B4/5PPP/3QK3 w - - 0 25, false, true"
    })
    void phasesFollowTheirRules(String fen, boolean opening, boolean ending) {
        Position position = Fen.position(fen);
        assertThat(Judgement.isOpening(position)).isEqualTo(opening);
        assertThat(Judgement.isEnding(position)).isEqualTo(ending);
    }

    @Test
    void nonsenseIsRefused() {
        assertThatThrownBy(() -> Judgement.of(List.of(), List.of(), 0.15))
                .hasMessageContaining("one position more than moves");
        assertThatThrownBy(() -> Judgements.judge(0, 0.5, 0.5)).hasMessageContaining("threshold");
    }
}
