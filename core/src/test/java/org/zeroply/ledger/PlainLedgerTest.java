package org.zeroply.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.EnumMap;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.BiFunction;
import org.junit.jupiter.api.Test;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.RandomPlay;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/**
 * Measures of the ledger against plain twins, {@link PlainMeasures} and {@link PlainExchange}, that only know what stands
 * where and walk over the board step by step, over positions of random games.
 */
class PlainLedgerTest {
    /** What a plain reader of the formulas finds, as the ledger writes it. */
    private static final Map<Factor, BiFunction<PlainMeasures, Side, Object>> PLAIN = new EnumMap<>(Map.ofEntries(
            Map.entry(Factor.ISLANDS, PlainMeasures::islands),
            Map.entry(Factor.ISOLATED, PlainMeasures::isolated),
            Map.entry(Factor.DOUBLED, PlainMeasures::doubled),
            Map.entry(Factor.PASSED, PlainMeasures::passed),
            Map.entry(Factor.PROTECTED_PASSED, PlainMeasures::protectedPassed),
            Map.entry(Factor.CONNECTED_PASSED, PlainMeasures::connectedPassed),
            Map.entry(Factor.OUTSIDE_PASSED, PlainMeasures::outsidePassed),
            Map.entry(Factor.FIXED, PlainMeasures::fixed),
            Map.entry(Factor.MOBILITY, PlainMeasures::mobility),
            Map.entry(Factor.HALF_OPEN_FILES, PlainMeasures::halfOpen),
            Map.entry(Factor.SEVENTH, PlainMeasures::seventh),
            Map.entry(Factor.SPACE, PlainMeasures::space),
            Map.entry(Factor.WINGS, PlainMeasures::wings),
            Map.entry(Factor.KING_ATTACKERS, PlainMeasures::kingAttackers),
            Map.entry(Factor.KING_DEFENDERS, PlainMeasures::kingDefenders),
            Map.entry(Factor.FLIGHT, PlainMeasures::flight),
            Map.entry(Factor.COVER, PlainMeasures::cover),
            Map.entry(Factor.COLOUR_COMPLEX, PlainMeasures::colourComplex),
            Map.entry(Factor.MAJORITY_QUEENSIDE, PlainMeasures::majorityQueenside),
            Map.entry(Factor.MAJORITY_CENTRE, PlainMeasures::majorityCentre),
            Map.entry(Factor.MAJORITY_KINGSIDE, PlainMeasures::majorityKingside),
            Map.entry(Factor.WEAK_SQUARES, PlainMeasures::weakSquares),
            Map.entry(Factor.BISHOPS, PlainMeasures::bishops),
            Map.entry(Factor.BISHOP_PAWNS, PlainMeasures::bishopPawns),
            Map.entry(Factor.DIAGONALS, PlainMeasures::diagonals),
            Map.entry(Factor.KNIGHT_POSTS, PlainMeasures::knightPosts),
            Map.entry(Factor.OPEN_FILES, PlainMeasures::openFiles),
            Map.entry(Factor.BATTERIES, PlainMeasures::batteries),
            Map.entry(Factor.XRAYS, PlainMeasures::xrays),
            Map.entry(Factor.KEY_SQUARES, PlainMeasures::keySquares),
            Map.entry(Factor.SPARE_TEMPI, PlainMeasures::spareTempi)));

    private static String text(Object plain) {
        return plain instanceof Set<?> set
                ? set.isEmpty()
                        ? "–"
                        : String.join(" ", set.stream().map(Object::toString).toList())
                : plain.toString();
    }

    /** What takes longer to count is compared in fewer positions. */
    private static void compareExchanges(Position position) {
        PlainExchange plain = new PlainExchange(position);
        Ledger ledger = Ledger.of(position, ValueScale.SCHOOLROOM);
        for (Side side : Side.values()) {
            assertThat(ledger.entry(Factor.HANGING).of(side).value().text())
                    .as("men of %s that hang in %s", side, Fen.write(position))
                    .isEqualTo(text(plain.hanging(side)));
            for (Square square : position.occupied()) {
                Piece standing = Objects.requireNonNull(position.pieceAt(square));
                if (standing.side() != side && standing.type() != PieceType.KING) {
                    assertThat(Exchange.result(position, square, side))
                            .as("what %s wins on %s in %s", side, square, Fen.write(position))
                            .isEqualTo(plain.result(square, side));
                }
            }
        }
    }

    private static void compare(Position position) {
        Ledger ledger = Ledger.of(position, ValueScale.SCHOOLROOM);
        PlainMeasures plain = new PlainMeasures(position);
        PLAIN.forEach((factor, formula) -> {
            for (Side side : Side.values()) {
                String said = ledger.entry(factor).of(side).value().text();
                String counted = text(formula.apply(plain, side));
                // Where there is nothing to count on, the ledger has a dash for nought.
                boolean nothing = said.equals("–") && counted.equals("0");
                assertThat(nothing ? counted : said)
                        .as("%s of %s in %s", factor, side, Fen.write(position))
                        .isEqualTo(counted);
            }
        });
    }

    @Test
    void theLedgerSaysWhatThePlainTwinCounts() {
        RandomPlay.positions(61, 6, 110, PlainLedgerTest::compare);
    }

    @Test
    void exchangesArePlayedOutAlike() {
        RandomPlay.positions(62, 4, 110, PlainLedgerTest::compareExchanges);
        for (String fen : new String[] {
            "4k3/8/2n5/4p3/3P4/5N2/8/4K3 w - - 0 1",
            "3rk3/3r4/8/3p4/4P3/8/3Q4/3RK3 b - - 0 1",
            "4k3/4r3/8/4p3/3P4/8/4R3/4K3 w - - 0 1",
            "1n2k3/P7/8/8/8/8/8/1R2K3 w - - 0 1",
            "4k3/8/8/b7/1P6/2N5/8/4K3 b - - 0 1",
            "k7/8/8/3q4/4B3/8/6K1/8 b - - 0 1"
        }) {
            compareExchanges(Fen.position(fen));
            compareExchanges(Fen.position(fen).mirrored());
        }
    }

    @Test
    void alsoInEndings() {
        for (String fen : new String[] {
            "8/2k5/8/1P1p4/3P4/8/5K2/8 w - - 0 1",
            "8/8/1p1k4/1P3p2/5P2/3K4/8/8 b - - 0 1",
            "6k1/R6p/6p1/8/2p5/2P3P1/5K1P/1r6 w - - 0 1",
            "8/1b3k2/p3p3/P1N1P3/8/4K3/8/8 w - - 0 1",
            "3q2k1/5pp1/7p/8/1p6/1P4P1/3Q1P1P/6K1 b - - 0 1"
        }) {
            compare(Fen.position(fen));
        }
    }
}
