package org.zeroply.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

class ContrastTest {
    /** Both pawns and the knight can take back on d4. */
    private static final Position TAKE_BACK = Fen.position("4k3/pp3ppp/8/8/3n4/2P1PN2/P5PP/4K3 w - - 0 20");

    private static List<Contrast.Sentence> contrast(Factor factor, String... moves) {
        List<List<Move>> lines =
                Stream.of(moves).map(move -> List.of(San.read(TAKE_BACK, move))).toList();
        Comparison comparison = Comparison.of(TAKE_BACK, lines, false, ValueScale.SCHOOLROOM);
        List<Factor> factors = comparison.factors().contains(factor) ? List.of(factor) : List.of();
        return Contrast.of(comparison, factors, List.of(moves));
    }

    @Test
    void whatStandsSoAfterOneWayOnlyIsSaidInASentence() {
        assertThat(contrast(Factor.ISOLATED, "exd4", "Nxd4"))
                .extracting(Contrast.Sentence::text)
                .containsExactly("After Nxd4 White's pawns on c3 and e3 are isolated; after exd4 not.");
    }

    @Test
    void whatIsTheSameAfterSeveralWaysIsSaidTogether() {
        assertThat(contrast(Factor.ISOLATED, "exd4", "cxd4", "Nxd4"))
                .extracting(Contrast.Sentence::text)
                .containsExactly("After Nxd4 White's pawns on c3 and e3 are isolated; after exd4 and cxd4 not.");
    }

    @Test
    void figuresStandBesideEachOther() {
        assertThat(contrast(Factor.ISLANDS, "exd4", "cxd4", "Nxd4"))
                .extracting(Contrast.Sentence::text)
                .containsExactly("Islands of White: 3 after exd4 and cxd4, 4 after Nxd4.");
    }
}
