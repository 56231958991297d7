package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.zeroply.notation.Fen;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Verdict;

class TurningPointTest {
    @Test
    void theLedgersAtTheEndsOfTheTwoLinesTellTheDifference() {
        // White takes towards the rim and splits the pawns; towards the centre keeps them together.
        Position before = Fen.position("4k3/5ppp/8/8/8/1nP5/P1P3PP/4K3 w - - 0 20");
        Move played = Lines.of(before, "cxb3").getFirst();
        Position after = before.play(played);
        Judgement judgement = Judgement.of(
                List.of(
                        new Judgement.Point(before, new Verdict(0, 0.8, 0), Lines.of(before, "axb3", "Kd7", "c4")),
                        new Judgement.Point(after, new Verdict(0, 0.5, 0), Lines.of(after, "Kd7", "Kd2"))),
                List.of(played),
                0.15);
        TurningPoint point = TurningPoint.of(judgement.turningPoints().getFirst());
        assertThat(San.line(before, point.better())).isEqualTo("20.axb3 Kd7 21.c4");
        assertThat(San.line(after, point.refutation())).isEqualTo("20...Kd7 21.Kd2");
        assertThat(point.differences(Language.ENGLISH))
                .contains("After 20.axb3 White's pawn on c2 is doubled; after 20.cxb3 not.")
                .hasSizeLessThanOrEqualTo(4);
    }

    @Test
    void withoutABetterLineThereIsNothingToCompare() {
        Position before = Fen.position("4k3/8/8/8/8/8/8/R3K3 w - - 0 20");
        Move played = Lines.of(before, "Ra7").getFirst();
        Judgement judgement = Judgement.of(
                List.of(
                        new Judgement.Point(before, new Verdict(0, 0.9, 0), List.of()),
                        new Judgement.Point(before.play(played), new Verdict(0, 0.5, 0), List.of())),
                List.of(played),
                0.15);
        TurningPoint point = TurningPoint.of(judgement.turningPoints().getFirst());
        assertThat(point.better()).isEmpty();
        assertThat(point.differences(Language.ENGLISH)).isEmpty();
    }
}
