package org.zeroply.search;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.ending.Elementary;
import org.zeroply.ending.Shelf;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.PositionSetup;
import org.zeroply.rules.SetupReading;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.work.Cancel;

/** What the calculator knows of endings without search. */
class EndingsTest {
    /** Every place of the kings and a pawn, with either side to move and the pawn of either colour. */
    @Test
    void kingsAndAPawnAreKnownAsTheSolverKnowsThem() {
        Elementary elementary = new Elementary(Shelf.NONE);
        int compared = 0;
        for (Piece pawn : new Piece[] {Piece.WHITE_PAWN, Piece.BLACK_PAWN}) {
            int strong = pawn.side().ordinal();
            for (int state = 0; state < 64 * 64 * 64; state += pawn == Piece.WHITE_PAWN ? 11 : 37) {
                for (Side toMove : Side.values()) {
                    PositionSetup setup = new PositionSetup();
                    setup.put(Square.of(state & 63), pawn);
                    setup.put(Square.of(state >> 6 & 63), Piece.WHITE_KING);
                    setup.put(Square.of(state >> 12), Piece.BLACK_KING);
                    setup.sideToMove(toMove);
                    if (!(setup.read() instanceof SetupReading.Possible possible)
                            || possible.position().occupied().size() < 3
                            || !possible.position().hasLegalMove()) {
                        continue;
                    }
                    Position position = possible.position();
                    int outcome = elementary
                            .solve(position, new Cancel())
                            .orElseThrow()
                            .outcome();
                    int forPawn = toMove == pawn.side() ? outcome : -outcome;
                    assertThat(KingAndPawn.isWon(
                                    strong,
                                    toMove.ordinal(),
                                    position.king(pawn.side()).ordinal(),
                                    position.king(pawn.side().opposite()).ordinal(),
                                    state & 63))
                            .as(Fen.write(position))
                            .isEqualTo(forPawn > 0);
                    compared++;
                }
            }
        }
        assertThat(compared).isGreaterThan(20_000);
    }

    /** Positions that material says are won or better, and that are level. */
    @ParameterizedTest
    @CsvSource({
        // The other bishop holds one pawn, and two.
        "8/8/2b5/3k4/3P4/3KB3/8/8 w - - 0 1",
        "8/8/3b4/2k5/8/2PKP3/2B5/8 w - - 0 1",
        "2b5/8/3k4/8/4P3/3KB3/8/8 b - - 0 1",
        // The third rank; the king before the pawn.
        "6k1/R7/8/5KP1/8/8/8/1r6 b - - 0 1",
        "4k3/R7/8/4KP2/8/8/8/1r6 b - - 0 1",
        // A bishop that does not hold the corner, with one rook pawn and with two.
        "5k2/8/8/8/8/5B1P/5K1P/8 w - - 0 1",
        "7k/8/8/6KP/8/8/4B3/8 w - - 0 1",
        "k7/8/1K6/P7/8/8/8/4B3 w - - 0 1",
        // Kings and a pawn: the opposition.
        "8/8/4k3/8/8/4K3/4P3/8 b - - 0 1",
        "8/8/8/3k4/8/3K4/3P4/8 w - - 0 1"
    })
    void whatCannotBeWonIsLevel(String fen) {
        for (Position position :
                new Position[] {Fen.position(fen), Fen.position(fen).mirrored()}) {
            Calculation found = new Calculator(4, 1)
                    .calculate(Question.of(position, Limit.nodes(60_000)), partial -> {}, new Cancel());
            assertThat(found.verdict().step()).as(fen).isEqualTo(Verdict.Step.LEVEL);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "8/8/8/3k4/8/8/2KP4/8 w - - 0 1",
        "8/8/8/8/4k3/8/1B1KP3/2b5 w - - 0 1",
        "8/5k2/R7/6KP/8/8/8/1r6 w - - 0 1",
        "8/8/5k2/7P/5B2/5K2/7P/8 w - - 0 1"
    })
    void whatCanBeWonIsNotCalledLevelByMistake(String fen) {
        Calculation found = new Calculator(4, 1)
                .calculate(Question.of(Fen.position(fen), Limit.nodes(60_000)), partial -> {}, new Cancel());
        assertThat(found.verdict().expected()).as(fen).isGreaterThan(0.5);
    }

    /** The same position, the fifty moves nearer and nearer. */
    @Test
    void withoutProgressAnAdvantageCountsLess() {
        double before = 1;
        for (int clock : new int[] {0, 60, 80, 94}) {
            Position position = Fen.position("r5k1/5ppp/8/8/3N4/8/5PPP/R5K1 w - - " + clock + " 80");
            Calculation found = new Calculator(4, 1)
                    .calculate(Question.of(position, Limit.nodes(20_000)), partial -> {}, new Cancel());
            double now = found.verdict().expected();
            assertThat(now).as("after %d half-moves", clock).isLessThanOrEqualTo(before);
            before = now;
        }
    }
}
