package org.zeroply.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Fen;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.Settled;
import org.zeroply.rules.SetupReading;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.work.Cancel;

/** Threats, intentions, duties and what hangs on them. */
class SearchedEntriesTest {
    private static final SearchedEntries READING = new SearchedEntries();

    private static List<Entry> read(Position position) {
        return READING.read(position, Language.ENGLISH, new Cancel());
    }

    private static Entry entry(String fen, Factor factor) {
        return new Ledger(read(Fen.position(fen))).entry(factor);
    }

    @ParameterizedTest(name = "{1} of {0}")
    @CsvSource(
            delimiter = '|',
            value = {
                // The rook on d8 alone stops the mate; with a flight square there is none to stop.
                "3r2k1/5ppp/8/8/8/8/5PPP/3RR1K1 b - - 0 1 | DUTIES | e1 | d8",
                "3r2k1/5pp1/7p/8/8/8/5PPP/3RR1K1 b - - 0 1 | DUTIES | e1 | –",
                "4k3/8/8/8/8/8/8/4K3 w - - 0 1 | DUTIES | – | –",
                // The knight alone keeps the pawn; a second guard frees it.
                "4k3/8/5n2/3p4/8/2N5/8/4K3 w - - 0 1 | DUTIES | – | f6",
                "4k3/8/4pn2/3p4/8/2N5/8/4K3 w - - 0 1 | DUTIES | – | –",
                // Two duties that one piece cannot both do, and two that it can.
                "8/7k/8/2n1q3/8/8/4b1R1/2R4K w - - 0 1 | OVERLOADED | – | e5",
                "8/7k/8/2p1q3/8/8/4b1R1/2R4K w - - 0 1 | OVERLOADED | – | –",
                "4k3/8/8/8/8/8/8/4K3 w - - 0 1 | OVERLOADED | – | –",
                // Every move of the knight loses something; where it can be exchanged for the other it is not frozen.
                "4k3/8/5n2/3p4/8/2N2P2/8/4K3 w - - 0 1 | FROZEN | – | f6",
                "4k3/8/5n2/3p4/8/2N5/8/4K3 w - - 0 1 | FROZEN | – | –",
                "4k3/8/5q2/3p4/8/2N5/8/4K3 w - - 0 1 | FROZEN | – | –",
                // A back rank without air, with air, and with a piece that steps in between.
                "6k1/5ppp/8/8/8/8/8/3R2K1 w - - 0 1 | BACK_RANK | – | d8",
                "6k1/5pp1/7p/8/8/8/8/3R2K1 w - - 0 1 | BACK_RANK | – | –",
                "6k1/r4ppp/8/8/8/8/8/3R2K1 w - - 0 1 | BACK_RANK | – | d8",
                "6k1/4bppp/8/8/8/8/8/3R2K1 w - - 0 1 | BACK_RANK | – | –",
                "4k3/8/8/8/8/8/8/4K3 w - - 0 1 | BACK_RANK | – | –",
                // The pawn may not leave c7: the knight would enter on d6. The bishop may, since it takes who would
                // mate.
                "2k5/ppp2p1p/p7/1N1b4/4r3/3PPP1P/P1P2NK1/8 b - - 0 1 | SQUARE_PINS | – | c7",
                "6k1/5pbp/6pB/8/8/8/1Q4P1/6K1 b - - 0 1 | SQUARE_PINS | – | –",
                "6k1/5pbp/6p1/8/8/8/1Q4P1/6K1 b - - 0 1 | SQUARE_PINS | – | –",
                // A threat with a free move, what the side to move can do, and peace.
                "6k1/5ppp/8/8/8/8/8/3R2K1 b - - 0 1 | THREATS | g8 | –",
                "6k1/5ppp/8/3p4/8/8/8/3R2K1 w - - 0 1 | THREATS | d5 | –",
                "4k3/8/8/8/8/8/8/4K3 w - - 0 1 | THREATS | – | –",
                // No intentions while in check.
                "4k3/8/8/8/8/8/4r3/4K3 w - - 0 1 | INTENTIONS | – | –"
            })
    void measures(String fen, Factor factor, String white, String black) {
        Entry entry = entry(fen, factor);
        assertThat(LedgerTwin.figure(entry.white().value()))
                .as("White: %s", entry.explanation())
                .isEqualTo(white);
        assertThat(LedgerTwin.figure(entry.black().value()))
                .as("Black: %s", entry.explanation())
                .isEqualTo(black);
        assertThat(entry.explanation()).isNotBlank().doesNotContain("{");
    }

    @Test
    void toRetakeIsNoThreat() {
        Position before = Fen.position("rnbqkbnr/ppp2ppp/4p3/3p4/3PP3/8/PPP2PPP/RNBQKBNR w KQkq - 0 3");
        Move taking = Objects.requireNonNull(San.read(before, "exd5"));
        Underway exchange = Underway.after(before, taking);
        assertThat(exchange).isEqualTo(new Underway(taking, 1, 1));
        Position middle = before.play(taking);
        Entry known = new Ledger(READING.read(middle, exchange, Language.ENGLISH, new Cancel())).entry(Factor.THREATS);
        assertThat(known.isEmpty()).isTrue();
        assertThat(known.explanation()).isEqualTo("White: none found; Black: none found");
        // Of the position alone it cannot be told whether the pawn was taken or just stands there.
        assertThat(new Ledger(read(middle)).entry(Factor.THREATS).explanation())
                .isEqualTo("White: none found; Black: exd5 wins back pawn d5");
        assertThat(Underway.after(middle, Objects.requireNonNull(San.read(middle, "Nf6"))))
                .isNull();
    }

    @Test
    void aThreatThatGoesAWayRoundNamesItsSecondMove() {
        assertThat(entry("r1b2rk1/ppp2ppp/2n5/3q2N1/8/3B4/PP3PPP/R2Q1RK1 b - - 0 1", Factor.THREATS)
                        .explanation())
                .startsWith("White: Bxh7+ and Qxd5 win queen d5");
    }

    @Test
    void anIntentionTellsWhatItChangesAndWhatStopsIt() {
        // With a free move the knight would come to its post on d4 at once.
        Entry entry = entry("r2q1rk1/pp1b1pp1/2n4p/2pp4/5P2/2PBP3/PP4PP/R1BQ1RK1 w - - 0 14", Factor.INTENTIONS);
        assertThat(entry.white().value().isNothing()).isTrue();
        assertThat(entry.explanation()).isNotBlank();
    }

    @Test
    void theSamePositionAlwaysGivesTheSameEntries() {
        Position position = Fen.position("r1bq1rk1/pp2bppp/2n1pn2/3p4/3P4/2NB1N2/PP3PPP/R1BQR1K1 b - - 3 10");
        List<Entry> first = read(position);
        read(Fen.position("6k1/5ppp/8/8/8/8/8/3R2K1 w - - 0 1"));
        assertThat(read(position)).isEqualTo(first);
        assertThat(new SearchedEntries().read(position, Language.ENGLISH, new Cancel()))
                .isEqualTo(first);
        Cancel cancelled = new Cancel();
        cancelled.cancel();
        assertThat(READING.read(position, Language.ENGLISH, cancelled)).isEmpty();
    }

    /** Who is said to guard something is missed: without the man a deeper search finds that it can be taken with a gain. */
    @Test
    void aDutyIsWorthAPawn() {
        int seen = 0;
        for (String fen : List.of(
                "r2q1rk1/pp1n1ppp/2pbpn2/8/2PPN3/3BPQ2/PP3PPP/R1B2RK1 w - - 0 1",
                "r1bqr1k1/ppp2ppp/2np1n2/8/3PP3/2N2N2/PPP1BPPP/R1BQ1RK1 w - - 0 1",
                "r1bq1rk1/pp2bppp/2np1n2/8/3NPP2/2N1B3/PPP3PP/R2QKB1R w KQ - 0 1",
                "r1bqkb1r/pp3ppp/2nppn2/8/3NP3/2N1B3/PPP2PPP/R2QKB1R w KQkq - 0 1",
                "r4rk1/1bq1bppp/p1n1pn2/1p6/4P3/P1N1BN2/1PQ1BPPP/R4RK1 w - - 0 1",
                "2r2rk1/5ppp/4b3/3n4/8/1B6/5PPP/2RR2K1 w - - 0 1",
                "6k1/R6p/6p1/8/2p5/2P3P1/5K1P/1r6 w - - 0 1")) {
            Position position = Fen.position(fen);
            Ledger ledger = new Ledger(read(position));
            for (Side side : Side.values()) {
                for (Evidence.Exhibit exhibit :
                        ledger.entry(Factor.DUTIES).of(side).evidence().exhibits()) {
                    if (exhibit instanceof Evidence.Path guard) {
                        Square man = guard.stops().getFirst();
                        Square charge = guard.stops().getLast();
                        assertThat(wonOn(charge, without(position, man, side)))
                                .as("%s without %s in %s", charge, man, fen)
                                .isPositive();
                        seen++;
                    }
                }
            }
        }
        assertThat(seen).isPositive();
    }

    private static Position without(Position position, Square man, Side side) {
        SetupReading read = position.setup()
                .put(man, null)
                .sideToMove(side.opposite())
                .castling(Set.of())
                .enPassant(null)
                .read();
        return ((SetupReading.Possible) read).position();
    }

    /** What the side to move wins by taking on a square, by a search that sees more than the ledger's. */
    private static int wonOn(Square square, Position position) {
        List<Move> takes = position.legalMoves().stream()
                .filter(move -> square == position.capturedOn(move))
                .toList();
        CalculatedLine best = new Calculator(4, 1)
                .calculate(Question.of(position, Limit.nodes(20_000)).onlyMoves(takes), found -> {}, new Cancel())
                .lines()
                .getFirst();
        Side side = position.sideToMove();
        return Settled.atEnd(position, best.moves(), side) - PieceValues.balance(position, side);
    }

    @Test
    void atTheStartNothingIsIntended() {
        assertThat(new Ledger(read(Position.START)).entry(Factor.INTENTIONS).isEmpty())
                .isTrue();
    }

    @Test
    void aStopThatCostsTooMuchIsNone() {
        assertThat(entry("r4rk1/1bq1bppp/p1n1pn2/1p6/4P3/P1N1BN2/1PQ1BPPP/R4RK1 w - - 0 1", Factor.INTENTIONS)
                        .explanation())
                .doesNotContain("Bxb5");
    }
}
