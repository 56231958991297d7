package org.zeroply.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Fen;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.RandomPlay;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;

class LedgerTest {
    private static Ledger read(String fen) {
        return Ledger.of(Fen.position(fen), ValueScale.SCHOOLROOM);
    }

    @ParameterizedTest(name = "{1} of {0}")
    @CsvSource(
            delimiter = '|',
            value = {
                // the plain case, then the exception or the edge of the definition, for each measure
                "4k3/pp1p1ppp/8/8/8/8/PPP2PPP/4K3 w - - 0 1 | ISLANDS | 2 | 3",
                "4k3/8/8/8/8/8/8/4K3 w - - 0 1 | ISLANDS | 0 | 0",
                "4k3/p2p4/8/8/8/8/PP1P4/4K3 w - - 0 1 | ISOLATED | d2 | d7 a7",
                "4k3/8/8/8/4P3/4P3/4P3/4K3 w - - 0 1 | DOUBLED | e2 e3 | –",
                "4k3/8/8/2p1p3/4P3/3P4/2P5/4K3 w - - 0 1 | BACKWARD | – | –",
                "4k3/8/8/1p1p4/2p5/2P5/3P4/4K3 w - - 0 1 | BACKWARD | d2 | b5 d5",
                "3rk3/8/8/8/2P1P3/3P4/8/4K3 w - - 0 1 | BACKWARD | d3 | –",
                "3rk3/8/8/8/2P1P3/3P4/8/3RK3 w - - 0 1 | BACKWARD | – | –",
                "4k3/8/2p5/8/1P1pP3/2P5/3P4/4K3 w - - 0 1 | BACKWARD | – | c6",
                "4k3/8/8/3P4/8/8/1p6/4K3 w - - 0 1 | PASSED | d5 | b2",
                "4k3/2p5/8/3P4/8/8/8/4K3 w - - 0 1 | PASSED | – | –",
                "4k3/8/8/3P4/3P4/8/8/4K3 w - - 0 1 | PASSED | d5 | –",
                "4k3/8/8/3P4/2P5/8/8/4K3 w - - 0 1 | PROTECTED_PASSED | d5 | –",
                "4k3/8/8/3P4/1P6/8/8/4K3 w - - 0 1 | CONNECTED_PASSED | – | –",
                "4k3/8/8/3P4/2P5/8/8/4K3 w - - 0 1 | CONNECTED_PASSED | c4 d5 | –",
                "4k3/6pp/8/P7/8/8/6PP/4K3 w - - 0 1 | OUTSIDE_PASSED | a5 | –",
                "4k3/8/8/P7/8/8/8/4K3 w - - 0 1 | OUTSIDE_PASSED | – | –",
                "4k3/p7/8/8/8/8/PPP5/4K3 w - - 0 1 | MAJORITY_QUEENSIDE | 3 | 1",
                "4k3/8/4p3/4P3/8/8/8/4K3 w - - 0 1 | FIXED | e5 | e6",
                "4k3/8/4p3/8/3P4/8/8/4K3 w - - 0 1 | LEVERS | d5 | e5",
                "4k3/8/3p4/3P4/8/2P5/8/4K3 w - - 0 1 | LEVERS | – | –",
                "4k3/8/8/8/8/8/4r3/4K3 w - - 0 1 | HANGING | – | e2",
                "4k3/4r3/8/8/8/8/4r3/4K3 w - - 0 1 | HANGING | – | –",
                "4k3/8/8/8/8/8/N7/4K3 w - - 0 1 | LOOSE | a2 | –",
                "4k3/8/8/8/8/8/7R/4K1N1 w - - 0 1 | LOOSE | g1 h2 | –",
                "4k3/8/8/8/8/8/8/4K2R w - - 0 1 | LOOSE | – | –",
                "4k3/8/8/3n4/2P1P3/8/7P/4K3 w - - 0 1 | WEAK_SQUARES | c3 d3 e3 b4 f4 | –",
                "4k3/8/8/3n4/2P1P3/8/8/4K3 w - - 0 1 | WEAK_SQUARES | – | –",
                // The own king keeps nobody from its square.
                "8/4B3/8/8/1P1k4/8/2r1B3/4K3 w - - 0 1 | WEAK_SQUARES | – | –",
                // A step that is a break and loses nothing is not held back.
                "4k3/8/8/2p5/2P1P3/3P1N2/8/4K3 w - - 0 1 | BACKWARD | – | –",
                "4k3/8/8/2p5/2P1P3/3P4/8/4K3 w - - 0 1 | BACKWARD | d3 | –",
                "4k3/7p/8/2P5/8/8/P6P/4K3 w - - 0 1 | OUTSIDE_PASSED | a2 | –",
                "4k3/8/8/8/3pP3/8/8/4K3 b - e3 0 1 | HANGING | e4 | –",
                "4k3/8/8/8/3pP3/8/8/4K3 b - - 0 1 | HANGING | – | –",
                "4k3/8/8/8/8/8/BB6/B3K3 w - - 0 1 | BISHOPS | several | none"
            })
    void measures(String fen, Factor factor, String white, String black) {
        Entry entry = read(fen).entry(factor);
        assertThat(List.of(LedgerTwin.figure(entry.white().value()).split(" ")))
                .containsExactlyInAnyOrder(white.split(" "));
        assertThat(List.of(LedgerTwin.figure(entry.black().value()).split(" ")))
                .containsExactlyInAnyOrder(black.split(" "));
    }

    /** Swapping colours swaps the accounts, whatever the position. */
    @Test
    void mirroredPositionsHaveMirroredLedgers() {
        RandomPlay.positions(31, 4, 120, position -> {
            Ledger ledger = Ledger.of(position, ValueScale.TWO_BISHOP);
            Ledger mirrored = Ledger.of(position.mirrored(), ValueScale.TWO_BISHOP);
            for (Entry entry : ledger.entries()) {
                Entry other = mirrored.entry(entry.factor());
                for (Side side : Side.values()) {
                    SquareSet flipped =
                            flip(other.of(side.opposite()).evidence().squares());
                    assertThat(flipped)
                            .as("seed 31, %s of %s", entry.factor(), Fen.write(position))
                            .isEqualTo(entry.of(side).evidence().squares());
                    boolean namesColours = entry.factor() == Factor.BISHOPS;
                    if (!namesColours && !(entry.of(side).value() instanceof Value.Squares)) {
                        assertThat(other.of(side.opposite()).value())
                                .isEqualTo(entry.of(side).value());
                    }
                }
            }
        });
    }

    private static SquareSet flip(SquareSet squares) {
        return new SquareSet(Long.reverseBytes(squares.bits()));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "4k3/8/8/8/8/8/8/4K3 w - - 0 1 | both sides have the same pieces and pawns",
                "4k3/5n2/8/8/8/8/8/R3K3 w - - 0 1 | White is the exchange up",
                "r3k3/8/8/8/8/8/8/2B1K3 w - - 0 1 | Black is the exchange up",
                "4k3/2b2n2/8/8/8/8/P7/R3K3 w - - 0 1 | rook and pawn against bishop and knight",
                "4k3/8/8/8/8/8/PP6/4K3 w - - 0 1 | White has more: 2 pawns",
                "4k3/q7/8/8/8/8/8/R3K2R w - - 0 1 | 2 rooks against queen"
            })
    void imbalanceInWords(String fen, String words) {
        assertThat(read(fen).entry(Factor.IMBALANCE).explanation()).isEqualTo(words);
    }

    @Test
    void bishopsAreToldByTheirColours() {
        assertThat(read("2b1k3/8/8/8/8/8/8/2B1K3 w - - 0 1")
                        .entry(Factor.BISHOPS)
                        .explanation())
                .isEqualTo("opposite-coloured bishops");
        assertThat(read("2b1kb2/8/8/8/8/8/8/2B1K3 w - - 0 1")
                        .entry(Factor.BISHOPS)
                        .explanation())
                .isEqualTo("Black has both bishops");
        assertThat(read("5bk1/8/8/8/8/8/8/2B1K3 w - - 0 1")
                        .entry(Factor.BISHOPS)
                        .explanation())
                .isEqualTo("one each, on the same colour");
    }

    @Test
    void scalesGiveExactHundredths() {
        Position start = Position.START;
        assertThat(ValueScale.SCHOOLROOM.total(start, Side.WHITE)).isEqualTo(3900);
        assertThat(ValueScale.TWO_BISHOP.total(start, Side.BLACK)).isEqualTo(800 + 1300 + 1000 + 975 + 50);
        assertThat(ValueScale.custom(List.of(100, 310, 330, 510, 950), 25).total(start, Side.WHITE))
                .isEqualTo(800 + 620 + 660 + 1020 + 950 + 25);
        Position sameColour = Fen.position("4k3/8/8/8/8/4B3/8/2B1K3 w - - 0 1");
        assertThat(ValueScale.TWO_BISHOP.total(sameColour, Side.WHITE)).isEqualTo(650);
        assertThat(new Value.Hundredths(-325).text()).isEqualTo("-3.25");
        assertThat(new Value.Hundredths(350).text()).isEqualTo("3.5");
        assertThatThrownBy(() -> ValueScale.custom(List.of(1, 2), 0)).hasMessageContaining("five values");
    }

    @Test
    void theRunningBalanceTellsATradeFromASacrifice() {
        RunningBalance trade = balance("4k3/8/2n5/3p4/4P3/8/8/4K3 w - - 0 1", "exd5", "Ne7", "Kd2");
        assertThat(trade.sacrificed()).isZero();
        assertThat(trade.end()).isEqualTo(100);
        // White gives a rook for a pawn, mates nothing, and takes the queen two moves later.
        RunningBalance sacrifice =
                balance("3q2k1/5ppp/8/8/8/8/5PPP/3RR1K1 w - - 0 1", "Re8+", "Qxe8", "h3", "Qe1+", "Rxe1");
        assertThat(sacrifice.afterEachPly()).containsExactly(0, -500, -500, -500, 400);
        assertThat(sacrifice.sacrificed()).isEqualTo(500);
        assertThat(sacrifice.regained()).isEqualTo(900);
    }

    private static RunningBalance balance(String fen, String... moves) {
        List<Position> line = new ArrayList<>(List.of(Fen.position(fen)));
        for (String move : moves) {
            line.add(line.getLast().play(Objects.requireNonNull(San.read(line.getLast(), move), move)));
        }
        return RunningBalance.of(line, Side.WHITE, ValueScale.SCHOOLROOM);
    }

    @Test
    void aChangeSaysWhatIsNewAndWhatIsGone() {
        Position before = Fen.position("4k3/8/8/3p4/4P3/8/8/4K3 w - - 0 1");
        Move takes = Objects.requireNonNull(San.read(before, "exd5"));
        List<Change> changes = Ledger.of(before.play(takes), ValueScale.SCHOOLROOM)
                .changesSince(Ledger.of(before, ValueScale.SCHOOLROOM));
        assertThat(changes).extracting(Change::factor).contains(Factor.TOTAL, Factor.PASSED, Factor.ISOLATED);
        Change passed = changes.stream()
                .filter(change -> change.factor() == Factor.PASSED)
                .findFirst()
                .orElseThrow();
        assertThat(passed.inWords()).isEqualTo("White: d5 is passed now");
        Change total = changes.stream()
                .filter(change -> change.factor() == Factor.TOTAL)
                .findFirst()
                .orElseThrow();
        assertThat(total.inWords()).isEqualTo("Black: 1 to 0");
    }

    @Test
    void piecesCarryTheLetterOfTheLanguageAndPawnsNone() {
        Position position = Fen.position("4k3/8/8/8/7q/8/3R2P1/N3K3 w - - 0 1");
        Entry loose = Ledger.of(position, ValueScale.SCHOOLROOM).entry(Factor.LOOSE);
        assertThat(loose.white().value().text()).isEqualTo("Na1");
        Entry german = Ledger.of(position, List.of(), ValueScale.SCHOOLROOM, Language.GERMAN)
                .entry(Factor.KING_ATTACKERS);
        assertThat(german.black().value().text()).isEqualTo("Dh4");
        Position taken = Fen.position("4k3/8/8/3p4/4P3/8/8/4K3 w - - 0 1");
        assertThat(Ledger.of(taken, ValueScale.SCHOOLROOM)
                        .entry(Factor.HANGING)
                        .black()
                        .value()
                        .text())
                .isEqualTo("d5");
    }

    @Test
    void aPieceThatHangsOrHangsNoLongerIsTold() {
        Position before = Fen.position("4k3/8/8/8/8/5b2/4N3/4K3 w - - 0 1");
        Move away = Objects.requireNonNull(San.read(before, "Nc3"));
        assertThat(Ledger.of(before.play(away), ValueScale.SCHOOLROOM)
                        .changesSince(Ledger.of(before, ValueScale.SCHOOLROOM))
                        .stream()
                        .filter(change -> change.factor() == Factor.LOOSE)
                        .map(Change::inWords))
                .containsExactly("White: Nc3 is loose now");
        Position attacked = Fen.position("4k3/8/8/8/8/6r1/8/N3K3 w - - 0 1");
        Move corner = Objects.requireNonNull(San.read(attacked, "Nb3"));
        assertThat(Ledger.of(attacked.play(corner), ValueScale.SCHOOLROOM)
                        .changesSince(Ledger.of(attacked, ValueScale.SCHOOLROOM))
                        .stream()
                        .filter(change -> change.factor() == Factor.HANGING)
                        .map(Change::inWords))
                .containsExactly("White: Nb3 hangs now");
    }

    @Test
    void aPawnMoveNamesTheSquaresItGaveUpForGood() {
        Move push = Objects.requireNonNull(San.read(Position.START, "d4"));
        assertThat(Weakening.of(Position.START, push).squares()).isEmpty();
        Position lone = Fen.position("4k3/8/8/8/8/8/3PP3/4K3 w - - 0 1");
        assertThat(Weakening.of(lone, Objects.requireNonNull(San.read(lone, "d4")))
                        .squares())
                .containsExactly(Square.C3, Square.E3, Square.C4, Square.E4);
        assertThat(Weakening.of(lone, Objects.requireNonNull(San.read(lone, "Kd1")))
                        .squares())
                .isEmpty();
        Position visited = Fen.position("4k3/8/8/8/3n4/8/3PP3/4K3 w - - 0 1");
        Move step = Objects.requireNonNull(San.read(visited, "e3"));
        assertThat(Weakening.of(visited, step).inWords()).startsWith("f3 is reached by knight d4 in 1 move");
    }

    @Test
    void theWaysToRecaptureLieSideBySide() {
        Position position = Fen.position("4k3/3q1ppp/2p1p3/3P4/8/8/5PPP/3RK3 b - - 0 1");
        List<Move> moves = Comparison.recaptures(position, Square.D5);
        Comparison comparison =
                Comparison.of(position, moves.stream().map(List::of).toList(), false, ValueScale.SCHOOLROOM);
        assertThat(comparison.ways())
                .extracting(way -> San.write(position, way.first()) + " "
                        + way.ledger().entry(Factor.ISLANDS).black().value().text())
                .containsExactlyInAnyOrder("cxd5 1", "exd5 2", "Qxd5 2");
        assertThat(comparison.factors())
                .contains(Factor.ISLANDS, Factor.MOBILITY)
                .doesNotContain(Factor.TOTAL);
        assertThat(comparison.ways())
                .allSatisfy(way -> assertThat(way.balance().end()).isEqualTo(100));
        // At the ends of the lines the material may differ too.
        Move takes = Objects.requireNonNull(San.read(position, "Qxd5"));
        Move rook = new Move(Square.D1, Square.D5);
        Comparison atEnd = Comparison.of(
                position, List.of(List.of(moves.getFirst()), List.of(takes, rook)), true, ValueScale.SCHOOLROOM);
        assertThat(atEnd.factors()).contains(Factor.TOTAL, Factor.IMBALANCE);
    }

    @Test
    void theAccountOfASquareNamesTakersInOrder() {
        Position position = Fen.position("3r2k1/8/4p3/3p4/4P3/2N5/8/3R2K1 w - - 0 1");
        ExchangeFamily.SquareAccount account = ExchangeFamily.of(position, Square.D5);
        assertThat(account.white()).containsExactly(Square.E4, Square.C3, Square.D1);
        assertThat(account.black()).containsExactly(Square.E6, Square.D8);
        assertThat(account.taker()).isEqualTo(Side.WHITE);
        assertThat(account.gain()).isEqualTo(1);
    }

    @Test
    void everyFactorHasItsWords() {
        for (Factor factor : Factor.values()) {
            assertThat(factor.title()).isNotBlank();
            assertThat(factor.rule()).endsWith(".");
            assertThat(factor.exception().orElse("Fine.")).endsWith(".");
        }
    }
}
