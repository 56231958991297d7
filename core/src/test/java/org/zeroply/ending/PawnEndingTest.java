package org.zeroply.ending;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.PositionSetup;
import org.zeroply.rules.SetupReading;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.work.Cancel;

class PawnEndingTest {
    private static final Elementary ELEMENTARY = new Elementary(Shelf.NONE);
    private static final PawnEnding ENDINGS = new PawnEnding(ELEMENTARY, 60_000);

    private static PawnEnding.Solved solved(String fen) {
        PawnEnding.Reading reading = ENDINGS.solve(Fen.position(fen), false, new Cancel());
        assertThat(reading).as(fen).isInstanceOf(PawnEnding.Solved.class);
        return (PawnEnding.Solved) reading;
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

    /** One piece beside kings and pawns: a proven winner, or nothing claimed. */
    @ParameterizedTest
    @CsvSource({
        // The queen picks up what is left; the same with Black's queen.
        "8/6p1/8/4k3/8/P7/8/K2Q4 w - - 0 1, WHITE",
        "k2q4/8/p7/8/4K3/8/6P1/8 b - - 0 1, BLACK",
        // The queen is taken at once, and the pawn ending is won; or it is only drawn.
        "8/8/8/8/1P6/kQ6/1p6/1K6 b - - 0 1, NONE",
        // A rook pawn about to queen: the queen far away controls its corner; and where it does not, it is a draw.
        "7Q/8/8/8/8/8/p1k5/7K w - - 0 1, WHITE",
        "6QK/8/8/8/8/8/pk6/8 w - - 0 1, NONE"
    })
    void aPromotionAwayOnlyProofsCount(String fen, String expected) {
        Position position = Fen.position(fen);
        assertThat(PawnEnding.coversPromoted(position)).isTrue();
        PawnEnding.Reading reading = ENDINGS.solvePromoted(position, new Cancel());
        String found =
                reading instanceof PawnEnding.ProvenWin won ? won.winner().name() : "NONE";
        assertThat(found).isEqualTo(expected);
    }

    @Test
    void mirroringChangesNothing() {
        for (String fen : List.of("8/5p2/4k3/8/4K3/5P2/6P1/8 w - - 0 1", "8/8/1p1k4/1P6/8/3K4/8/8 w - - 0 1")) {
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

    @Test
    void passingShowsWhoOnlyLosesByHavingToMove() {
        Position locked = Fen.position("8/4k3/8/4K3/4P3/8/8/8 b - - 0 1");
        assertThat(solved("8/4k3/8/4K3/4P3/8/8/8 b - - 0 1").exact().outcome()).isEqualTo(-1);
        assertThat(ENDINGS.withPasses(locked, Side.BLACK, new Cancel())
                        .orElseThrow()
                        .outcome())
                .isZero();
    }

    @ParameterizedTest
    @CsvSource({
        // A king's triangle: three moves, after which the other side is to move.
        "5k2/8/5P1p/4K2P/8/8/8/8 w - - 0 1, FOUND",
        "2k5/8/p1P5/P2K4/8/8/8/8 w - - 0 1, FOUND",
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
            assertThat(end.repeats(position.play(org.zeroply.rules.Move.PASS))).isTrue();
        }
    }

    @Test
    void itSaysThatItDidNotFinish() {
        Position large = Fen.position("4k3/pppppppp/8/8/8/8/PPPPPPPP/4K3 w - - 0 1");
        PawnEnding.Reading reading = new PawnEnding(ELEMENTARY, 300).solve(large, false, new Cancel());
        assertThat(reading).isInstanceOf(PawnEnding.NotSettled.class);
        assertThat(((PawnEnding.NotSettled) reading).reason())
                .isIn(PawnEnding.Reason.OUT_OF_TIME, PawnEnding.Reason.TOO_LARGE);
        Cancel cancelled = new Cancel();
        cancelled.cancel();
        assertThat(ENDINGS.solve(large, false, cancelled))
                .isEqualTo(new PawnEnding.NotSettled(PawnEnding.Reason.CANCELLED, 1));
        Position pieces = Fen.position("4k3/8/8/8/8/8/8/R3K3 w - - 0 1");
        assertThat(PawnEnding.covers(pieces)).isFalse();
        assertThatThrownBy(() -> ENDINGS.solve(pieces, false, new Cancel()))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
