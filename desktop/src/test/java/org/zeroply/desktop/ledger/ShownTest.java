package org.zeroply.desktop.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.board.Mark;
import org.zeroply.desktop.board.Trace;
import org.zeroply.ledger.Entry;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.Reach;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;

/** What a row of the ledger draws on the board, without a board. */
class ShownTest {
    private static Shown shown(String fen, Factor factor) {
        Entry entry = Ledger.of(Fen.position(fen), ValueScale.SCHOOLROOM).entry(factor);
        return Shown.of(new LedgerRow.Measured(entry, null, ""));
    }

    @Test
    void everySquareHasOneLetterAndTheLegendTellsThePartsApart() {
        Shown restricted = shown("4k3/8/4p3/3pP3/3P4/2B5/8/4K3 w - - 0 1", Factor.RESTRICTED);
        assertThat(restricted.marks())
                .containsExactly(
                        new Mark(Square.C3, Side.WHITE, "a"),
                        new Mark(Square.D4, Side.WHITE, "b"),
                        new Mark(Square.E5, Side.WHITE, "c"));
        assertThat(restricted.legend()).isEqualTo("a counted · b–c in the way");
        // With one part alone there is nothing to tell apart.
        Shown isolated = shown("4k3/p7/8/8/8/8/3P4/4K3 w - - 0 1", Factor.ISOLATED);
        assertThat(isolated.marks()).extracting(Mark::side).containsExactly(Side.WHITE, Side.BLACK);
        assertThat(isolated.legend()).isEmpty();
    }

    @Test
    void pathsAreDrawnAsWhatTheyAre() {
        assertThat(shown("4k3/4n3/8/8/4R3/8/8/4K3 w - - 0 1", Factor.PINS).traces())
                .containsExactly(new Trace.Tie(Square.E4, Square.E8, Side.BLACK));
        assertThat(shown("4k3/p7/8/8/2P5/8/8/4K1N1 w - - 0 1", Factor.KNIGHT_POSTS)
                        .traces())
                .singleElement()
                .isInstanceOfSatisfying(
                        Trace.Plan.class,
                        plan -> assertThat(plan.squares()).startsWith(Square.G1).endsWith(Square.D5));
    }

    @Test
    void headingsDrawNothingAndDistancesAreNumbers() {
        assertThat(Shown.of(LedgerRow.Heading.of("Pawns"))).isEqualTo(Shown.NOTHING);
        Position position = Fen.position("4k3/8/8/8/8/8/8/N3K3 w - - 0 1");
        Shown numbers = Shown.of(new LedgerRow.Distances("Reach", "", Reach.inPosition(position, Square.A1), true));
        // Everywhere but where it stands and where the kings do.
        assertThat(numbers.marks()).hasSize(61).contains(Mark.plain(Square.B3, Side.WHITE, "1"));
        Shown remark = Shown.of(
                new LedgerRow.Remark("", "Order of use", "", "", SquareSet.of(Square.E4), SquareSet.of(Square.D5)));
        assertThat(remark.marks())
                .isEqualTo(List.of(new Mark(Square.E4, Side.WHITE, "a"), new Mark(Square.D5, Side.BLACK, "b")));
    }
}
