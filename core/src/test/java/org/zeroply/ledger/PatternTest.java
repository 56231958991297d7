package org.zeroply.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.ledger.Pattern.Feature;
import org.zeroply.ledger.Pattern.Men;
import org.zeroply.ledger.Pattern.Shape;
import org.zeroply.notation.Fen;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/** Patterns of material and pawns on named positions, and the same with colours exchanged. */
class PatternTest {
    private static final String ROOKS = "8/5pk1/6p1/7p/5P2/r5PP/5P1K/1R6 w - - 0 1";

    private static Pattern shapes(boolean either, Shape... shapes) {
        return new Pattern(List.of(), List.of(shapes), false, false, either, 1);
    }

    private static boolean holds(Pattern pattern, String fen) {
        return pattern.holds(Fen.position(fen).board());
    }

    @ParameterizedTest
    @CsvSource({
        "WHITE, ISOLATED, 3, true",
        "WHITE, ISOLATED, 0, false",
        "WHITE, ISOLATED, -1, true",
        "BLACK, ISOLATED, -1, false",
        "BLACK, PASSED, -1, false",
        "WHITE, FIXED, 3, true",
        "BLACK, FIXED, 3, true",
        "WHITE, DOUBLED, -1, false",
        "WHITE, HALF_OPEN_FILE, 2, false",
        "WHITE, HALF_OPEN_FILE, 4, true",
        "BLACK, HALF_OPEN_FILE, -1, false",
        "WHITE, OPEN_FILE, 2, true",
        "WHITE, HANGING, -1, false"
    })
    void featuresOfAnIsolatedPawnPosition(Side side, Feature feature, int file, boolean expected) {
        String isolated = "r2q1rk1/pp2bppp/2n1pn2/3p4/3P4/2N2N2/PP2BPPP/R2Q1RK1 w - - 0 1";
        assertThat(holds(shapes(false, new Shape(side, feature, file)), isolated))
                .isEqualTo(expected);
    }

    @Test
    void pairsDoubledAndPassedPawnsAreSeen() {
        String hanging = "r2q1rk1/p4ppp/5n2/2pp4/8/2N2N2/PP3PPP/R2Q1RK1 w - - 0 1";
        assertThat(holds(shapes(false, new Shape(Side.BLACK, Feature.HANGING, 3)), hanging))
                .isTrue();
        assertThat(holds(shapes(false, new Shape(Side.WHITE, Feature.HANGING, 2)), hanging))
                .isFalse();
        assertThat(holds(shapes(true, new Shape(Side.WHITE, Feature.HANGING, 2)), hanging))
                .isTrue();
        String doubled = "4k3/2p5/2p5/8/P7/8/8/4K3 w - - 0 1";
        assertThat(holds(shapes(false, new Shape(Side.BLACK, Feature.DOUBLED, 2)), doubled))
                .isTrue();
        assertThat(holds(shapes(false, new Shape(Side.WHITE, Feature.PASSED, 0)), doubled))
                .isTrue();
        assertThat(holds(shapes(false, new Shape(Side.BLACK, Feature.PASSED, 2)), doubled))
                .isTrue();
    }

    private static Pattern rooks(boolean either) {
        return new Pattern(
                List.of(
                        new Men(Side.WHITE, PieceType.ROOK, 1, 1),
                        new Men(Side.BLACK, PieceType.ROOK, 1, 1),
                        new Men(Side.WHITE, PieceType.QUEEN, 0, 0),
                        new Men(Side.WHITE, PieceType.PAWN, 4, 4),
                        new Men(Side.BLACK, PieceType.PAWN, 3, 3)),
                List.of(),
                true,
                false,
                either,
                1);
    }

    @Test
    void rookAndFourAgainstRookAndThreeOnOneWing() {
        assertThat(holds(rooks(false), ROOKS)).isTrue();
        assertThat(holds(rooks(false), "8/p4pk1/6p1/8/5P2/r5PP/5P1K/1R6 w - - 0 1"))
                .isFalse();
        Position mirrored = Fen.position(ROOKS).mirrored();
        assertThat(rooks(false).holds(mirrored.board())).isFalse();
        assertThat(rooks(true).holds(mirrored.board())).isTrue();
    }

    @Test
    void bishopsOfOppositeColours() {
        Pattern opposite = new Pattern(List.of(), List.of(), false, true, false, 1);
        assertThat(holds(opposite, "4k3/8/8/3b4/8/2B5/8/4K3 w - - 0 1")).isTrue();
        assertThat(holds(opposite, "4k3/8/8/4b3/8/2B5/8/4K3 w - - 0 1")).isFalse();
        assertThat(holds(opposite, "4k3/8/8/3b4/8/2B5/6B1/4K3 w - - 0 1")).isFalse();
    }

    @Test
    void nonsenseIsRefusedWhereItIsMade() {
        assertThatThrownBy(() -> new Men(Side.WHITE, PieceType.PAWN, 3, 2)).hasMessageContaining("3 to 2");
        assertThatThrownBy(() -> new Shape(Side.WHITE, Feature.ISOLATED, 8)).hasMessageContaining("was 8");
        assertThatThrownBy(() -> new Pattern(List.of(), List.of(), false, false, false, 0))
                .hasMessageContaining("was 0");
        assertThat(new Pattern(List.of(), List.of(), false, false, true, 4).isEmpty())
                .isTrue();
    }
}
