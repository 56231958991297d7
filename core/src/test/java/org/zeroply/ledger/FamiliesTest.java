package org.zeroply.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Fen;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.work.Cancel;

/** Minor pieces, activity, files, kings, tempo, lines and pawn endings: plain, exception, degenerate. */
class FamiliesTest {
    private static Entry entry(String fen, Factor factor) {
        return Ledger.of(Fen.position(fen), ValueScale.SCHOOLROOM).entry(factor);
    }

    @ParameterizedTest(name = "{1} of {0}")
    @CsvSource(
            delimiter = '|',
            value = {
                // ---- minor pieces
                "4k1n1/8/8/8/8/8/8/2B1K3 w - - 0 1 | MINOR_PIECES | bishop | knight",
                "4k3/8/8/8/8/8/8/4K3 w - - 0 1 | MINOR_PIECES | '' | ''",
                "4k3/8/4p3/3pP3/3P4/8/8/2B1K3 w - - 0 1 | BISHOP_PAWNS | 2 | –",
                "4k3/8/4p3/3pP3/3P4/2B5/8/4K3 w - - 0 1 | RESTRICTED | c3 | –",
                // From its own second rank it looks past its pawns; g6 stands outside the chain.
                "4k3/8/4p3/3pP3/3P4/8/8/2B1K3 w - - 0 1 | RESTRICTED | – | –",
                "r2qkb1r/pp1nnppp/2p1p1b1/3pP3/3P4/5N2/PPP1BPPP/RNBQ1RK1 w kq - 0 1 | RESTRICTED | – | –",
                "4k3/3b4/4p3/3pP3/3P4/8/8/5BK1 w - - 0 1 | RESTRICTED | – | d7",
                "4k3/8/8/8/8/8/8/2B1K3 w - - 0 1 | RESTRICTED | – | –",
                "4k3/8/8/8/8/8/8/B3K3 w - - 0 1 | DIAGONALS | 7 | –",
                "4k3/8/5p2/8/8/8/1P6/B3K3 w - - 0 1 | DIAGONALS | 0 | –",
                "4k3/8/8/8/8/8/8/1B2K3 w - - 0 1 | DIAGONALS | 6 | –",
                "4k3/p7/8/8/2P5/8/8/4K1N1 w - - 0 1 | KNIGHT_POSTS | d5 | –",
                "4k3/2p5/8/8/4P3/8/8/4K1N1 w - - 0 1 | KNIGHT_POSTS | f5 | –",
                "4k3/8/8/8/4P3/8/8/4K3 w - - 0 1 | KNIGHT_POSTS | – | –",
                // ---- activity
                "4k3/8/8/8/8/8/8/N3K3 w - - 0 1 | MOBILITY | 2 | –",
                "4k3/8/8/8/p7/8/8/N3K3 w - - 0 1 | MOBILITY | 1 | –",
                "4k3/8/8/8/8/8/8/4K3 w - - 0 1 | MOBILITY | – | –",
                "6k1/5ppp/8/3p4/8/8/8/3R2K1 w - - 0 1 | ACTIVE | d1 | –",
                "6k1/5ppp/4p3/3p4/8/8/8/3R2K1 w - - 0 1 | IDLE | d1 | –",
                "6k1/5ppp/4p3/3p4/8/8/8/3R2K1 w - - 0 1 | ACTIVE | – | –",
                "6k1/5ppp/8/8/8/8/P4PPP/R5K1 w - - 0 1 | IDLEST | a1 | –",
                "6k1/5ppp/8/8/8/8/5PPP/R5K1 w - - 0 1 | IDLEST | – | –",
                "4k3/8/8/8/8/8/8/4K3 w - - 0 1 | IDLEST | – | –",
                // ---- files and space
                "3rk3/8/8/8/8/8/P6P/3RK2R w - - 0 1 | OPEN_FILES | – | –",
                "4k3/p6p/8/8/8/8/P6P/3RK3 w - - 0 1 | OPEN_FILES | d | –",
                "4k3/pppppppp/8/8/8/8/PPPPPPPP/R3K3 w - - 0 1 | OPEN_FILES | – | –",
                "4k3/p2p4/8/8/8/8/P3P3/3RK3 w - - 0 1 | HALF_OPEN_FILES | d | –",
                "4k3/R7/8/8/8/8/1r6/4K3 w - - 0 1 | SEVENTH | a7 | b2",
                "4k3/8/8/8/4P3/8/8/4K3 w - - 0 1 | SPACE | 3 | 0",
                "4k3/8/8/8/4Pp2/8/8/4K3 w - - 0 1 | SPACE | 2 | 3",
                // ---- from wing to wing: by a file, by a rank, a pawn in the way, no wing at all, only the own half,
                // nothing
                "4k3/8/8/8/8/8/8/R3K3 w - - 0 1 | WINGS | a1 | –",
                "r3k2r/8/8/8/8/8/8/4K3 w - - 0 1 | WINGS | – | a8 h8",
                "4k3/8/8/8/8/P7/8/R3K3 w - - 0 1 | WINGS | – | –",
                "4k3/8/8/8/8/8/8/3RK3 w - - 0 1 | WINGS | – | –",
                "4k3/8/8/8/8/8/8/1N2K3 w - - 0 1 | WINGS | – | –",
                "4k3/8/8/8/1N6/8/8/4K3 w - - 0 1 | WINGS | b4 | –",
                "4k3/8/8/8/8/8/B7/4K3 w - - 0 1 | WINGS | a2 | –",
                "4k3/8/8/8/8/8/8/4K3 w - - 0 1 | WINGS | – | –",
                // ---- king
                "r3k2r/8/8/8/8/8/8/R3K2R w KQkq - 0 1 | CASTLING | both ways | both ways",
                "r3k3/8/8/8/8/8/8/4K2R w Kq - 0 1 | CASTLING | short | long",
                "4k3/8/8/8/8/8/8/4K3 w - - 0 1 | CASTLING | none | none",
                // What an audit found: no way through the enemy king, pins by who really takes, a piece that pins who
                // would take.
                "8/8/2pp4/1p5p/1Pk5/2P1P3/8/6K1 b - - 0 1 | RACE | 2 moves | 0 moves",
                "r1bqkb1r/pp3ppp/2nppn2/8/3NP3/2N1B3/PPP2PPP/R2QKB1R w KQkq - 0 1 | FORKS | – | –",
                "2kr1b1r/pp1b1ppp/1qn1p3/3pPn2/1PpP3P/P1P1BN2/4BPP1/RN1QK1R1 b - - 0 1 | PINS | – | –",
                "6k1/8/5b1p/pP6/3BP3/n1N2N2/4K1p1/R2r4 b - - 0 1 | PINS | d4 | –",
                "4k3/q6r/2rpb3/3P3p/1Pp2Q2/p4N1P/8/1RB1R2K b - - 0 1 | TIED | e1 | c6 a7",
                "4k3/8/8/3p4/4P3/8/8/4RK2 w - - 0 1 | DISCOVERIES | e4 | –",
                "4k3/8/8/8/4P3/8/8/4RK2 w - - 0 1 | DISCOVERIES | – | –",
                "4k3/8/8/8/8/8/R7/R3K3 w - - 0 1 | BATTERIES | – | –",
                "4k3/p7/8/8/8/8/R7/R3K3 w - - 0 1 | BATTERIES | a2 | –",
                "q5k1/5ppp/8/8/8/7P/5PP1/6K1 w - - 0 1 | COVER | f2 g2 h3 | f7 g7 h7",
                // Without queens and with few pieces nobody attacks a king.
                "r5k1/5ppp/8/8/8/7P/5PP1/R5K1 w - - 0 1 | COVER | – | –",
                "4k3/8/8/8/8/8/8/4K3 w - - 0 1 | COVER | – | –",
                "q5k1/5ppp/8/6N1/8/3B4/8/6K1 w - - 0 1 | KING_ATTACKERS | d3 g5 | a8",
                "6k1/5ppp/5n2/Q7/8/8/8/6K1 w - - 0 1 | KING_DEFENDERS | – | f6",
                "q5k1/5ppp/8/6N1/8/3B4/8/6K1 w - - 0 1 | FOCAL_POINTS | – | h7",
                "6k1/5ppp/5n2/6N1/8/3B4/8/6K1 w - - 0 1 | FOCAL_POINTS | – | –",
                "6k1/5ppp/8/8/8/8/8/3R2K1 w - - 0 1 | FLIGHT | f1 h1 f2 g2 h2 | f8 h8",
                "6k1/5ppp/8/8/8/8/8/3Q2K1 w - - 0 1 | ARRIVALS | 1 | –",
                "4k3/8/8/8/8/8/8/4K3 w - - 0 1 | ARRIVALS | – | –",
                "6k1/5p1p/6p1/8/8/8/8/Q5K1 w - - 0 1 | COLOUR_COMPLEX | – | f6 h6 g7",
                "6k1/5pbp/6p1/8/8/8/8/Q5K1 w - - 0 1 | COLOUR_COMPLEX | f2 h2 g3 | –",
                "6k1/5p1p/6p1/8/8/8/8/R5K1 w - - 0 1 | COLOUR_COMPLEX | – | –",
                "6k1/5ppp/8/8/8/8/PPP3P1/1K6 w - - 0 1 | RACE | 3 moves | –",
                "6k1/5pp1/8/8/8/8/PPP3P1/1K6 w - - 0 1 | RACE | 0 moves | –",
                "6k1/5ppp/8/8/8/8/5PPP/6K1 w - - 0 1 | RACE | – | –",
                // ---- lines
                "4k3/4n3/8/8/4R3/8/8/4K3 w - - 0 1 | PINS | – | e7",
                "3qk3/8/5n2/6B1/8/8/8/4K3 w - - 0 1 | PINS | – | f6",
                "4k3/4b3/5n2/6B1/8/8/8/4K3 w - - 0 1 | PINS | – | –",
                "4k3/8/8/8/8/8/8/4K3 w - - 0 1 | PINS | – | –",
                "8/8/r7/8/2k5/8/8/4KB2 b - - 0 1 | SKEWERS | f1 | –",
                "8/8/8/8/2k5/8/8/4KB2 b - - 0 1 | SKEWERS | – | –",
                "4k3/8/8/8/8/3R4/8/3RK3 w - - 0 1 | BATTERIES | d3 | –",
                "7k/8/8/8/8/8/8/3RRK2 w - - 0 1 | BATTERIES | – | –",
                "4k3/8/8/8/4N3/8/8/4RK2 w - - 0 1 | DISCOVERIES | e4 | –",
                "4k3/8/8/8/4P3/8/8/4RK2 w - - 0 1 | DISCOVERIES | – | –",
                "4k3/8/3r4/3r4/3P4/8/8/4K3 w - - 0 1 | XRAYS | – | –",
                "3rk3/8/8/3P4/3r4/8/3R4/4K3 w - - 0 1 | XRAYS | d5 | d4",
                "2r1k3/8/8/8/1N6/8/8/4K3 w - - 0 1 | FORKS | – | –",
                "r3k3/8/8/1N6/8/8/8/4K3 w - - 0 1 | FORKS | c7 | –",
                "r3k3/8/1b6/1N6/8/8/8/4K3 w - - 0 1 | FORKS | – | –",
                "4k3/8/8/8/8/1pp5/B7/4K3 w - - 0 1 | TRAPPED | – | –",
                "4k3/p7/Bp6/2p5/8/8/8/4K1r1 w - - 0 1 | TRAPPED | – | –",
                "8/Bk6/1p6/8/8/8/8/4K3 w - - 0 1 | TRAPPED | a7 | –",
                // ---- pawn endings
                "8/8/4k3/8/4K3/8/8/8 w - - 0 1 | OPPOSITION | none | near",
                "4k3/8/8/8/8/8/8/4K3 b - - 0 1 | OPPOSITION | none | none",
                "4k3/8/8/8/4K3/8/8/8 b - - 0 1 | OPPOSITION | distant | none",
                "8/8/8/4k3/8/2K5/8/8 b - - 0 1 | OPPOSITION | diagonal | none",
                "4k3/8/8/8/4K3/8/8/R7 b - - 0 1 | OPPOSITION | none | none",
                "4k3/8/8/8/4P3/8/8/4K3 w - - 0 1 | KEY_SQUARES | d6 e6 f6 | –",
                "4k3/8/8/4P3/8/8/8/4K3 w - - 0 1 | KEY_SQUARES | d6 e6 f6 d7 e7 f7 | –",
                "4k3/8/8/8/P7/8/8/4K3 w - - 0 1 | KEY_SQUARES | b7 b8 | –",
                "4k3/6p1/8/8/8/6P1/8/4K3 w - - 0 1 | SPARE_TEMPI | 3 | 3",
                "4k3/8/8/8/8/8/8/R3K3 w - - 0 1 | SPARE_TEMPI | – | –",
                "7k/8/8/8/P7/8/8/4K3 w - - 0 1 | SQUARE_OF_PAWN | a4 | –",
                "8/8/4k3/8/P7/8/8/4K3 w - - 0 1 | SQUARE_OF_PAWN | – | –",
                "8/8/8/5k2/P7/8/8/4K3 b - - 0 1 | SQUARE_OF_PAWN | – | –",
                "8/8/8/6k1/P7/8/8/4K3 b - - 0 1 | SQUARE_OF_PAWN | a4 | –",
                "7k/8/8/P7/7p/8/8/4K3 w - - 0 1 | PAWN_RACE | 3 moves | 3 moves",
                "4k3/8/8/8/8/8/8/4K3 w - - 0 1 | PAWN_RACE | – | –"
            })
    void measures(String fen, Factor factor, String white, String black) {
        Entry entry = entry(fen, factor);
        assertThat(words(entry.white().value())).as("White").isEqualTo(List.of(white.split(" ")));
        assertThat(words(entry.black().value())).as("Black").isEqualTo(List.of(black.split(" ")));
        assertThat(entry.explanation()).isNotBlank().doesNotContain("{");
    }

    private static List<String> words(Value value) {
        return List.of(LedgerTwin.figure(value).split(" "));
    }

    /** The published figures of a knight on an empty board. */
    @ParameterizedTest
    @CsvSource({"E4,56,34", "C4,48,30", "E3,48,30", "C3,42,27", "F3,42,27", "G1,18,15", "A1,12,11"})
    void aKnightsTwoMoves(Square square, int routes, int squares) {
        Reach reach = Reach.onEmptyBoard(square, PieceType.KNIGHT);
        assertThat(reach.twoMoveRoutes()).isEqualTo(routes);
        assertThat(reach.squaresWithinTwo()).isEqualTo(squares);
    }

    @Test
    void reachGoesRoundOwnMenAndPawnsGuards() {
        Position position = Fen.position("4k3/8/8/2p5/8/8/8/N3K3 w - - 0 1");
        Reach reach = Reach.inPosition(position, Square.A1);
        assertThat(reach.moves(Square.A1)).isZero();
        assertThat(reach.moves(Square.D4)).as("the pawn c5 guards it").isEqualTo(Reach.NEVER);
        assertThat(reach.route(Square.D4)).isEmpty();
        assertThat(Reach.onEmptyBoard(Square.A1, PieceType.KNIGHT).moves(Square.D4))
                .isEqualTo(2);
        List<Square> route = reach.route(Square.H8);
        assertThat(route).hasSize(7).startsWith(Square.A1).endsWith(Square.H8);
        for (int i = 1; i < route.size(); i++) {
            assertThat(reach.moves(route.get(i))).isEqualTo(i);
        }
        // A bishop never changes its colour, and a shut-in rook goes nowhere.
        assertThat(Reach.onEmptyBoard(Square.C1, PieceType.BISHOP).moves(Square.C2))
                .isEqualTo(Reach.NEVER);
        assertThat(Reach.inPosition(Position.START, Square.A1).within(9)).containsExactly(Square.A1);
        Position king = Fen.position("4k3/8/8/8/r7/8/8/4K3 w - - 0 1");
        assertThat(Reach.inPosition(king, Square.E1).moves(Square.E4)).isEqualTo(Reach.NEVER);
    }

    @Test
    void theExceptionOfARestrictedBishopIsNamed() {
        Entry inside = entry("4k3/8/4p3/3pP3/3P4/4P3/8/2B1K3 w - - 0 1", Factor.RESTRICTED);
        assertThat(inside.exceptionHere()).isEmpty();
        assertThat(inside.explanation()).isEqualTo("White: bishop c1 by d4 e5");
        assertThat(entry("4k3/8/4p3/3pP1B1/3P4/8/8/4K3 w - - 0 1", Factor.RESTRICTED)
                        .exceptionHere())
                .contains("the bishop g5 stands outside its chain");
        assertThat(entry("4k3/8/2n1p3/3pP3/3P4/4B3/8/4K3 w - - 0 1", Factor.RESTRICTED)
                        .exceptionHere())
                .contains("the bishop e3 alone guards the pawn d4");
    }

    @Test
    void theIdlestPieceKnowsItsWayAndItsPrice() {
        String told =
                entry("4k3/8/8/8/3p4/2p5/PP6/RN2K3 w - - 0 1", Factor.IDLEST).explanation();
        assertThat(told).startsWith("White: rook a1 with 0 safe squares; the pawn a2 blocks it, a tempo frees it");
    }

    @Test
    void tiedKingsAndSquaresOnTheWayAreNamed() {
        assertThat(entry("4k3/8/8/8/1b6/8/8/R3K2R w KQ - 0 1", Factor.CASTLING).explanation())
                .contains("short: e1 attacked by bishop b4");
        assertThat(entry("4k3/8/8/8/7b/8/8/R3K2R w KQ - 0 1", Factor.CASTLING).explanation())
                .contains("long: e1 attacked");
        assertThat(entry("4kr2/8/8/8/8/8/3P4/R3K2R w KQ - 0 1", Factor.CASTLING).explanation())
                .contains("short: f1 attacked by rook f8", "long: free");
        assertThat(entry("3rk3/8/8/8/8/8/3N4/4K2R w K - 0 1", Factor.CASTLING).explanation())
                .contains("the king is tied to knight d2");
    }

    // ---- tempo

    private static Ledger after(String moves) {
        List<Move> line = new ArrayList<>();
        Position position = Position.START;
        for (String name : moves.split(" ")) {
            Move move = Objects.requireNonNull(San.read(position, name), name);
            line.add(move);
            position = position.play(move);
        }
        return Ledger.of(Position.START, line, ValueScale.SCHOOLROOM, Language.ENGLISH);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                // Everything develops.
                "e4 e5 Nf3 Nc6 | 0 | 0 | level in tempi",
                // A bishop that moves twice, and a wing pawn.
                "e4 e6 d4 a6 Bd3 d5 Be2 | 1 | 1 | White: 4.Be2 (moved again); Black: 2...a6 (wing pawn); level in tempi",
                // A pawn that took two moves for one.
                "c3 e5 c4 | 1 | 0 | White: 2.c4 (two moves for one); Black is 1 ahead",
                // Recapture and capture are netted out; the early queen is not.
                "e4 d5 exd5 Qxd5 Nc3 Qd8 | 0 | 1 | Black: 3...Qd8 (moved again); White is 1 ahead",
                "e4 e5 Qh5 Nc6 | 1 | 0 | White: 2.Qh5 (early queen); Black is 1 ahead"
            })
    void lostTempiAreNamed(String moves, String white, String black, String explanation) {
        Entry entry = after(moves).entry(Factor.LOST_TEMPI);
        assertThat(LedgerTwin.figure(entry.white().value())).isEqualTo(white);
        assertThat(LedgerTwin.figure(entry.black().value())).isEqualTo(black);
        assertThat(entry.explanation()).isEqualTo(explanation);
    }

    @Test
    void developmentCountsUntilTheOpeningIsOver() {
        String both = "e4 e5 Nf3 Nc6 Be2 Be7 d3 d6 O-O Nf6 Nc3 O-O Be3 Be6";
        Ledger last = after(both.substring(0, both.length() - " Be6".length()));
        assertThat(last.entry(Factor.DEVELOPED).white().value().text()).isEqualTo("4");
        assertThat(last.entry(Factor.DEVELOPED).explanation()).contains("castled");
        assertThat(last.entry(Factor.PAWN_MOVES).explanation()).contains("White: 2 on c to f, 0 on the wings");
        assertThat(after(both).entry(Factor.DEVELOPED).isEmpty()).isTrue();
        Position other = Fen.position("4k3/8/8/8/8/8/8/4K3 w - - 0 1");
        Move step = Objects.requireNonNull(San.read(other, "Kd2"));
        assertThat(Ledger.of(other, List.of(step), ValueScale.SCHOOLROOM, Language.ENGLISH)
                        .entry(Factor.LOST_TEMPI)
                        .isEmpty())
                .isTrue();
    }

    // ---- trades

    @Test
    void tradesAreSortedByWhatTheyGain() {
        Position position = Fen.position("r1b2rk1/pp3ppp/2n5/3p4/3P4/2N2N2/PP3PPP/R4RK1 w - - 0 1");
        TradeTable table = TradeTable.of(position, Side.WHITE, new Cancel());
        // Two rooks and two minor pieces of each side.
        assertThat(table.trades()).hasSize(8);
        assertThat(table.trades()).isSortedAccordingTo((a, b) -> b.gain() - a.gain());
        for (TradeTable.Trade trade : table.trades()) {
            assertThat(trade.after().pieceAt(trade.own()))
                    .as(trade.toString().toLowerCase(Locale.ROOT))
                    .isNull();
            assertThat(trade.after().sideToMove()).isEqualTo(position.sideToMove());
        }
        List<TradeTable.Plan> plans = table.toRemain(Square.F3, Square.C6);
        assertThat(plans).singleElement().satisfies(plan -> {
            assertThat(plan.trades()).extracting(TradeTable.Trade::own).containsExactly(Square.C3);
            assertThat(plan.trades()).extracting(TradeTable.Trade::enemy).containsExactly(Square.C8);
            assertThat(plan.after().count(Side.BLACK, PieceType.BISHOP)).isZero();
        });
        assertThat(table.toRemain(Square.A1, Square.A8)).hasSize(1);
    }

    @Test
    void aTradeThatCanBePlayedIsPlayedWithItsBestRecapture() {
        Position position = Fen.position("4k3/pp3ppp/2n5/1B6/8/8/PP3PPP/4K3 w - - 0 1");
        TradeTable.Trade trade =
                TradeTable.of(position, Side.WHITE, new Cancel()).trades().getFirst();
        assertThat(trade.kind()).isEqualTo(TradeTable.Kind.PLAYED);
        assertThat(trade.moves()).extracting(Move::toString).containsExactly("b5c6", "b7c6");
        assertThat(trade.movesToOffer()).isZero();
        // Nothing to trade: an empty table.
        Position bare = Fen.position("4k3/8/8/8/8/8/8/R3K3 w - - 0 1");
        assertThat(TradeTable.of(bare, Side.WHITE, new Cancel()).trades()).isEmpty();
        // Pieces that do not meet: the shortest way of one of them to where it attacks the other.
        Position apart = Fen.position("1n2k3/8/8/8/8/8/8/4K1N1 w - - 0 1");
        TradeTable.Trade knights =
                TradeTable.of(apart, Side.WHITE, new Cancel()).trades().getFirst();
        assertThat(knights.kind()).isEqualTo(TradeTable.Kind.LIFTED);
        assertThat(knights.movesToOffer()).isEqualTo(3);
    }

    @Test
    void ofTheKingsWayAllHindrancesAreNamed() {
        assertThat(Ledger.of(Fen.position("r3k2r/8/8/8/8/b7/8/R2QK2R w KQkq - 0 1"), ValueScale.SCHOOLROOM)
                        .entry(Factor.CASTLING)
                        .explanation())
                .contains("short: free, long: c1 attacked by bishop a3, queen d1 in between");
    }

    @Test
    void aPinnedPawnThatMayStepOnIsSaidToAndABadBishopsExceptionIsTold() {
        assertThat(Ledger.of(Fen.position("4k3/4p3/8/8/8/8/8/4R1K1 b - - 0 1"), ValueScale.SCHOOLROOM)
                        .entry(Factor.PINS)
                        .explanation())
                .endsWith("on its file: it may step on");
        assertThat(Ledger.of(
                                Fen.position("r2qkb1r/pp1nnppp/2p1p1b1/3pP3/3P4/5N2/PPP1BPPP/RNBQ1RK1 w kq - 0 1"),
                                ValueScale.SCHOOLROOM)
                        .entry(Factor.RESTRICTED)
                        .exceptionHere())
                .hasValueSatisfying(told -> assertThat(told).contains("the bishop g6 stands outside its chain"));
    }

    @Test
    void nobodyBearsOnASquareFromBehindTheOwnKing() {
        Position position = Fen.position("r1b5/ppppqk2/n1N2npR/6r1/2PpPb2/1P1B4/PB3p2/R3QK2 b - - 0 1");
        assertThat(Exchange.orderOfUse(position, Square.G1, Side.WHITE)).containsExactly(Square.F1);
    }
}
