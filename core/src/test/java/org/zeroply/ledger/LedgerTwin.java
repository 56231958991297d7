package org.zeroply.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.EnumMap;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.BiFunction;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** The ledger and the exchanges against a plain reader of their formulas. */
public final class LedgerTwin {
    private LedgerTwin() {}

    /** What a plain reader of the formulas finds, as the ledger writes it. */
    private static final Map<Factor, BiFunction<PlainPieces, Side, Object>> PLAIN = new EnumMap<>(Map.ofEntries(
            Map.entry(Factor.TOTAL, PlainPieces::total),
            Map.entry(Factor.IMBALANCE, PlainPieces::imbalance),
            Map.entry(Factor.LOOSE, PlainPieces::loose),
            Map.entry(Factor.BACKWARD, PlainPieces::backward),
            Map.entry(Factor.LEVERS, PlainPieces::levers),
            Map.entry(Factor.MINOR_PIECES, PlainPieces::minorPieces),
            Map.entry(Factor.RESTRICTED, PlainPieces::badBishops),
            Map.entry(Factor.ACTIVE, PlainPieces::working),
            Map.entry(Factor.TIED, PlainPieces::tied),
            Map.entry(Factor.IDLE, PlainPieces::idle),
            Map.entry(Factor.IDLEST, PlainPieces::idlest),
            Map.entry(Factor.CASTLING, PlainPieces::castling),
            Map.entry(Factor.FOCAL_POINTS, PlainPieces::focalPoints),
            Map.entry(Factor.ARRIVALS, PlainPieces::arrivals),
            Map.entry(Factor.RACE, PlainPieces::race),
            Map.entry(Factor.PINS, PlainPieces::pins),
            Map.entry(Factor.SKEWERS, PlainPieces::skewers),
            Map.entry(Factor.DISCOVERIES, PlainPieces::discoveries),
            Map.entry(Factor.FORKS, PlainPieces::forks),
            Map.entry(Factor.TRAPPED, PlainPieces::trapped),
            Map.entry(Factor.OPPOSITION, PlainPieces::opposition),
            Map.entry(Factor.SQUARE_OF_PAWN, PlainPieces::outOfTheSquare),
            Map.entry(Factor.PAWN_RACE, PlainPieces::pawnRace),
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
    public static void compareExchanges(Position position) {
        PlainExchange plain = new PlainExchange(position);
        Ledger ledger = Ledger.of(position, ValueScale.SCHOOLROOM);
        for (Side side : Side.values()) {
            assertThat(figure(ledger.entry(Factor.HANGING).of(side).value()))
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

    public static void compare(Position position) {
        Ledger ledger = Ledger.of(position, ValueScale.SCHOOLROOM);
        PlainPieces plain = new PlainPieces(position);
        PLAIN.forEach((factor, formula) -> {
            for (Side side : Side.values()) {
                String said = figure(ledger.entry(factor).of(side).value());
                String counted = text(formula.apply(plain, side));
                // Where there is nothing to count on, the ledger has a dash for nought.
                boolean nothing = said.equals("–") && counted.equals("0");
                assertThat(nothing ? counted : said)
                        .as("%s of %s in %s", factor, side, Fen.write(position))
                        .isEqualTo(counted);
            }
        });
    }

    /** What an account says; squares without the letters of what stands on them. */
    static String figure(Value value) {
        return value instanceof Value.Squares squares && !squares.isNothing()
                ? squares.squares().toString()
                : value.text();
    }
}
