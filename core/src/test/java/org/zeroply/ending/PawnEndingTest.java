package org.zeroply.ending;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Objects;
import java.util.Random;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.PositionSetup;
import org.zeroply.rules.SetupReading;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.work.Cancel;
import org.zeroply.work.Ticker;

class PawnEndingTest {
    private static final Elementary ELEMENTARY = new Elementary(Shelf.NONE);
    /** Time never runs out, however slow the machine is. */
    private static final Ticker STILL = () -> 0;

    private static final PawnEnding ENDINGS = new PawnEnding(ELEMENTARY, 1_000, STILL);

    private static PawnEnding.Solved solved(String fen) {
        PawnEnding.Reading reading = ENDINGS.solve(Fen.position(fen), false, new Cancel());
        assertThat(reading).as(fen).isInstanceOf(PawnEnding.Solved.class);
        return (PawnEnding.Solved) reading;
    }

    /** So many milliseconds go by whenever the time is asked for. */
    private static Ticker hurrying(int millis) {
        AtomicLong now = new AtomicLong();
        return () -> now.getAndAdd(millis * 1_000_000L);
    }

    /** Results that every book of pawn endings explains; from the view of the side to move. */
    @ParameterizedTest
    @CsvSource({
        // Opposition, with the pawn behind the king, and the same with the other side to move.
        "8/8/8/4k3/8/4K3/4P3/8 w - - 0 1, 0, ''",
        "8/8/8/4k3/8/4K3/4P3/8 b - - 0 1, -1, ''",
        "4k3/8/4K3/4P3/8/8/8/8 w - - 0 1, 1, 'Kd6 Kf6'",
        "4k3/8/8/4K3/4P3/8/8/8 w - - 0 1, 1, 'Kd6 Ke6 Kf6'",
        "8/4k3/8/4K3/4P3/8/8/8 w - - 0 1, 0, ''",
        // The rook pawn: the corner is a draw; outside the square of the pawn it is lost.
        "k7/8/1K6/P7/8/8/8/8 w - - 0 1, 0, ''",
        "8/8/8/8/P6k/8/8/K7 b - - 0 1, -1, ''",
        "8/8/8/8/P3k3/8/8/K7 b - - 0 1, 0, 'Kd4 Kd5 Ke5'",
        // The double step decides the race, and a square of the king further off.
        "8/8/8/6k1/8/8/P7/K7 w - - 0 1, 1, ''",
        "8/8/8/3k4/8/8/P7/K7 w - - 0 1, 0, ''",
        // A queen would be stalemate, a rook wins, and so does waiting.
        "8/k1P5/2K5/8/8/8/8/8 w - - 0 1, 1, 'c8=R Kd6 Kd7'",
        // A pawn that can be taken at once, and one that cannot.
        "8/8/8/8/8/1k6/1P6/1K6 b - - 0 1, 0, ''",
        "8/8/8/8/8/2k5/1P6/K7 b - - 0 1, 0, ''",
        // A blocked pair of pawns: who attacks it first.
        "8/8/1p6/1P1k4/8/8/3K4/8 b - - 0 1, 0, ''",
        "8/8/8/1p1k4/1P6/3K4/8/8 w - - 0 1, 0, ''",
        "8/8/8/1p1k4/1P6/3K4/8/8 b - - 0 1, 0, ''",
        // The outside passed pawn draws the king away.
        "8/8/4k3/5p2/5P2/4K3/P7/8 w - - 0 1, 1, ''",
        // Both queen, but one with check and the other queen is lost behind its king.
        "7k/7p/8/8/8/8/P7/K7 w - - 0 1, 1, 'a4'",
        // Taking in passing wins.
        "8/8/8/8/1pP5/1k6/8/1K6 b - c3 0 1, 1, ''",
        // Near the corner: a queen that comes, a king that is in the way, and a step that would be stalemate.
        "8/8/8/8/8/k1K5/p7/8 w - - 0 1, -1, ''",
        "7k/8/6KP/8/8/8/8/8 w - - 0 1, 0, ''",
        "k7/2K5/8/1P6/8/8/8/8 w - - 0 1, 1, 'Kb6 Kc6 Kc8'"
    })
    void knownEndings(String fen, int outcome, String keeping) {
        PawnEnding.Solved solved = solved(fen);
        assertThat(solved.exact().outcome()).isEqualTo(outcome);
        if (!keeping.isEmpty()) {
            assertThat(solved.keeping().stream()
                            .map(choice ->
                                    San.write(solved.position(), choice.move()).replaceAll("[+#]", "")))
                    .containsExactlyInAnyOrder(keeping.split(" "));
        }
        assertThat(solved.choices())
                .allSatisfy(choice -> assertThat(choice.exact().outcome()).isLessThanOrEqualTo(outcome));
    }

    /** Two solvers that share no line of code agree on king and pawn against king. */
    @Test
    void agreesWithTheElementaryEndingOnEveryKindOfPawn() {
        Random random = new Random(11);
        for (int i = 0; i < 250; i++) {
            PositionSetup setup = new PositionSetup();
            Side side = random.nextBoolean() ? Side.WHITE : Side.BLACK;
            setup.put(Square.of(random.nextInt(64)), Piece.WHITE_KING);
            setup.put(Square.of(random.nextInt(64)), Piece.BLACK_KING);
            setup.put(Square.of(8 + random.nextInt(48)), side == Side.WHITE ? Piece.WHITE_PAWN : Piece.BLACK_PAWN);
            setup.sideToMove(random.nextBoolean() ? Side.WHITE : Side.BLACK);
            if (setup.read() instanceof SetupReading.Possible possible
                    && possible.position().occupied().size() == 3) {
                Position position = possible.position();
                Exact exact = ELEMENTARY.solve(position, new Cancel()).orElseThrow();
                PawnEnding.Reading reading = ENDINGS.solve(position, false, new Cancel());
                assertThat(reading).isInstanceOf(PawnEnding.Solved.class);
                assertThat(((PawnEnding.Solved) reading).exact().outcome())
                        .as(position.toString())
                        .isEqualTo(exact.outcome());
            }
        }
    }

    /** One piece beside kings and pawns; from the view of the side to move. */
    @ParameterizedTest
    @CsvSource({
        // A fortress: the bishop does not control the corner and the blocked pawns never move.
        "k7/p7/P7/8/8/1K6/8/1B6 w - - 0 1, 0, ''",
        // The pawn falls, and it is drawn.
        "8/8/8/8/4k3/4n3/4P3/4K3 b - - 0 1, 0, ''",
        // Mate on the board, and stalemate.
        "8/8/8/8/8/p1k5/P7/K5q1 w - - 0 1, -1, ''",
        "7k/5K2/6Q1/7p/7P/8/8/8 b - - 0 1, 0, ''"
    })
    void onePieceBesideThePawns(String fen, int outcome, String best) {
        isSolved(fen, outcome, best);
    }

    @Tag("long")
    @ParameterizedTest
    @CsvSource({
        // The piece decides, and how fast.
        "8/1k3r2/8/Kp6/1P6/8/8/8 b - - 0 1, 1, 'Kc6'",
        // The knight is taken, and the pawn ending says who wins.
        "8/8/8/3pk3/3N4/3P4/4K3/8 b - - 0 1, 0, 'Kxd4'"
    })
    void onePieceBesidePawnsThatBlockEachOther(String fen, int outcome, String best) {
        isSolved(fen, outcome, best);
    }

    private static void isSolved(String fen, int outcome, String best) {
        Position position = Fen.position(fen);
        assertThat(PawnEnding.coversPromoted(position)).isTrue();
        PawnEnding.Reading reading = ENDINGS.solvePromoted(position, false, new Cancel());
        assertThat(reading).isInstanceOf(PawnEnding.Solved.class);
        PawnEnding.Solved solved = (PawnEnding.Solved) reading;
        assertThat(solved.exact().outcome()).isEqualTo(outcome);
        if (!best.isEmpty()) {
            assertThat(San.write(position, solved.keeping().getFirst().move())).isEqualTo(best);
        }
    }

    /** Every value fits those after each legal move, which another part of the program makes. */
    @ParameterizedTest
    @ValueSource(strings = {"8/8/8/2p1k3/2P5/4K3/8/4R3 w - - 0 1", "7b/8/4k3/2p5/2P5/8/3K4/8 b - - 0 1"})
    void valuesBesideAPieceFitTheMoves(String fen) {
        Position start = Fen.position(fen);
        Bound bound = ENDINGS.bound(start, new Cancel());
        Random random = new Random(5);
        int mostPlies = 0;
        int checked = 0;
        while (checked < 3_000) {
            PositionSetup setup = start.setup();
            start.occupied().forEach(square -> {
                if (!start.men(Side.WHITE, PieceType.PAWN).contains(square)
                        && !start.men(Side.BLACK, PieceType.PAWN).contains(square)) {
                    setup.put(square, null);
                }
            });
            Square pieceSquare = Objects.requireNonNull(Bound.pieceBeside(start, null));
            Piece piece = start.pieceAt(pieceSquare);
            setup.put(Square.of(random.nextInt(64)), piece);
            setup.put(Square.of(random.nextInt(64)), Piece.WHITE_KING);
            setup.put(Square.of(random.nextInt(64)), Piece.BLACK_KING);
            setup.sideToMove(random.nextBoolean() ? Side.WHITE : Side.BLACK);
            if (setup.read() instanceof SetupReading.Possible possible
                    && possible.position().occupied().size() == 5
                    && PawnEnding.placement(possible.position()).equals(PawnEnding.placement(start))) {
                Position here = possible.position();
                Exact value = bound.value(here);
                assertThat(value).as(here.toString()).isEqualTo(bestAfter(bound, here));
                mostPlies = Math.max(mostPlies, value.plies());
                checked++;
            }
        }
        assertThat(mostPlies).isGreaterThan(20);
    }

    private static Exact bestAfter(Bound bound, Position here) {
        if (!here.hasLegalMove()) {
            return here.isCheck() ? new Exact(-1, 0) : Exact.DRAWN;
        }
        Exact best = new Exact(-1, 0);
        for (Move move : here.legalMoves()) {
            Position after = here.play(move);
            Exact exact = move.promotion() != null
                    ? bound.promotion(after, move)
                    : Elementary.before(after.enPassant() == null ? bound.value(after) : bestAfter(bound, after));
            best = Elementary.worth(exact) > Elementary.worth(best) ? exact : best;
        }
        return best;
    }

    /** Kings and two pawns against a solver that only plays the moves and hands wins back over them. */
    @ParameterizedTest
    @ValueSource(strings = "8/8/6p1/6P1/8/8/1k1K4/8 b - - 0 1")
    void agreesWithThePlainSolverOnFourMen(String fen) {
        agreesWithThePlainSolver(Fen.position(fen));
    }

    /** The same with a piece beside them, taken and not, over all places of kings and piece. */
    @Tag("long")
    @ParameterizedTest
    @ValueSource(
            strings = {
                "8/8/8/1p1k4/1P6/3K4/8/8 w - - 0 1",
                "8/8/4k3/3p4/3P4/4K3/8/6N1 w - - 0 1",
                "8/1k3r2/8/1p6/1P6/2K5/8/8 b - - 0 1",
                "7b/8/4k3/2p5/2P5/8/3K4/8 b - - 0 1"
            })
    void agreesWithThePlainSolverOnMoreMen(String fen) {
        agreesWithThePlainSolver(Fen.position(fen));
    }

    /** Each gives the least and the most that White gets; what is certain for both has to be the same. */
    private static void agreesWithThePlainSolver(Position start) {
        PlainEnding plain = new PlainEnding(start);
        Bound worst = ENDINGS.bound(start, new Cancel());
        Bound best = ENDINGS.bound(start.mirrored(), new Cancel());
        int certain = 0;
        int decided = 0;
        List<Position> positions = plain.positions();
        for (Position position : positions) {
            int low = forWhite(position, worst.value(position));
            int high = forWhite(position, best.value(position.mirrored()));
            String where = Fen.write(position);
            assertThat(low).as(where).isLessThanOrEqualTo(Math.min(high, plain.high(position)));
            assertThat(high).as(where).isGreaterThanOrEqualTo(plain.low(position));
            if (low == high && plain.low(position) == plain.high(position)) {
                certain++;
                decided += low != 0 ? 1 : 0;
            }
        }
        assertThat(certain).isGreaterThan(positions.size() * 3 / 4);
        assertThat(decided).isBetween(positions.size() / 50, positions.size() * 49 / 50);
    }

    private static int forWhite(Position position, Exact exact) {
        return position.sideToMove() == Side.WHITE ? exact.outcome() : -exact.outcome();
    }

    /** Too many pawns to be solved in the time: a proof of a win, or nothing claimed. */
    @ParameterizedTest
    @CsvSource({"k7/7R/1K6/5pp1/5PP1/8/8/8 w - - 0 1, true", "8/5ppp/8/4k3/8/P4PP1/8/K2Q4 w - - 0 1, false"})
    void whatIsTooLargeMayStillBeProven(String fen, boolean won) {
        Position many = Fen.position(fen);
        PawnEnding quick = new PawnEnding(ELEMENTARY, 1_000, hurrying(40));
        PawnEnding.Reading reading = quick.solvePromoted(many, false, new Cancel());
        if (won) {
            assertThat(reading).isEqualTo(new PawnEnding.ProvenWin(many, Side.WHITE, 1));
        } else {
            assertThat(reading).isInstanceOf(PawnEnding.NotSettled.class);
        }
    }

    @Test
    void mirroringChangesNothing() {
        for (String fen : List.of("8/5p2/4k3/8/4K3/5P2/8/8 w - - 0 1", "8/8/1p1k4/1P6/8/3K4/8/8 w - - 0 1")) {
            Position mirrored = Fen.position(fen).mirrored();
            PawnEnding.Reading reading = ENDINGS.solve(mirrored, false, new Cancel());
            assertThat(((PawnEnding.Solved) reading).exact().outcome())
                    .isEqualTo(solved(fen).exact().outcome());
        }
    }

    @Test
    void correspondingSquaresAreThoseOfTheOpposition() {
        Correspondence squares = solved("8/8/8/4k3/8/4K3/4P3/8 w - - 0 1").correspondence();
        assertThat(squares).isNotNull();
        assertThat(squares.attacker()).isEqualTo(Side.WHITE);
        assertThat(squares.groups().getFirst().attacking()).isEqualTo(SquareSet.of(Square.E3));
        assertThat(squares.groups().getFirst().defending()).isEqualTo(SquareSet.of(Square.E5));
        // With the white king on any of these squares and Black to move, Black gives way.
        assertThat(squares.groups())
                .allSatisfy(group -> assertThat(
                                group.attacking().and(group.defending()).isEmpty())
                        .isTrue());
    }

    /** A king's triangle: three moves, after which the other side is to move. */
    @Tag("long")
    @Test
    void aTriangleLosesAMove() {
        losesAMoveWhereItCan("5k2/8/5P1p/4K2P/8/8/8/8 w - - 0 1", "FOUND");
    }

    @ParameterizedTest
    @CsvSource({
        // One square to the side it wins without, or has no need of it.
        "4k3/8/4K3/4P3/8/8/8/8 w - - 0 1, NOT_NEEDED",
        // King and pawn against king, opposition against: no triangle, the other king answers every step.
        "8/8/8/4k3/8/4K3/4P3/8 w - - 0 1, IMPOSSIBLE",
        "8/4k3/8/4K3/4P3/8/8/8 w - - 0 1, IMPOSSIBLE"
    })
    void losesAMoveWhereItCan(String fen, String expected) {
        Position position = Fen.position(fen);
        LosingAMove.Reading reading = LosingAMove.search(position, ENDINGS, new Cancel());
        String found = switch (reading) {
            case LosingAMove.Found way -> "FOUND";
            case LosingAMove.NotNeeded none -> "NOT_NEEDED";
            case LosingAMove.Impossible none -> "IMPOSSIBLE";
            case LosingAMove.NotSettled none -> "NOT_SETTLED";
        };
        assertThat(found).isEqualTo(expected);
        if (reading instanceof LosingAMove.Found way) {
            Position end = position;
            for (var move : way.way()) {
                end = end.play(move);
            }
            assertThat(way.way()).hasSize(5);
            assertThat(end.repeats(position.play(Move.PASS))).isTrue();
        }
    }

    @Test
    void itSaysThatItDidNotFinish() {
        Position large = Fen.position("4k3/pppppppp/8/8/8/8/PPPPPPPP/4K3 w - - 0 1");
        PawnEnding.Reading reading = new PawnEnding(ELEMENTARY, 300, hurrying(3)).solve(large, false, new Cancel());
        assertThat(reading).isInstanceOf(PawnEnding.NotSettled.class);
        assertThat(((PawnEnding.NotSettled) reading).reason())
                .isIn(PawnEnding.Reason.OUT_OF_TIME, PawnEnding.Reason.TOO_LARGE);
        Cancel cancelled = new Cancel();
        cancelled.cancel();
        PawnEnding.Reading stopped = ENDINGS.solve(large, false, cancelled);
        assertThat(stopped).isInstanceOf(PawnEnding.NotSettled.class);
        assertThat(((PawnEnding.NotSettled) stopped).reason()).isEqualTo(PawnEnding.Reason.CANCELLED);
        Position pieces = Fen.position("4k3/8/8/8/8/8/8/R3K3 w - - 0 1");
        assertThat(PawnEnding.covers(pieces)).isFalse();
        assertThatThrownBy(() -> ENDINGS.solve(pieces, false, new Cancel()))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
