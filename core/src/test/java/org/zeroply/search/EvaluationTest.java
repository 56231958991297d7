package org.zeroply.search;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.StringReader;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Board;
import org.zeroply.rules.Position;

class EvaluationTest {
    private final Evaluation evaluation = new Evaluation(Weights.SHIPPED);

    private int white(String fen) {
        Board board = Fen.position(fen).board();
        int value = evaluation.of(board);
        return board.side() == 0 ? value : -value;
    }

    /** Colours exchanged, the side to move sees the same; and what is remembered of pawns changes nothing. */
    @Test
    void isTheSameForBothSides() {
        Random random = new Random(5);
        for (int game = 0; game < 400; game++) {
            Position position =
                    SearchTest.randomBoard(random, 8 + random.nextInt(90)).position();
            int value = evaluation.of(position.board());
            assertThat(evaluation.of(position.mirrored().board()))
                    .as("%s", position)
                    .isEqualTo(value);
            assertThat(new Evaluation(Weights.SHIPPED).of(position.board())).isEqualTo(value);
        }
    }

    /** On one board that moves are made on and taken back, it says what a fresh one says of the position by itself. */
    @Test
    void isTheSameOnABoardThatWasWalkedOn() {
        Random random = new Random(77);
        Board board = Position.START.board().copy();
        Deque<Integer> made = new ArrayDeque<>();
        int[] moves = new int[Board.MAX_MOVES];
        for (int step = 0; step < 6_000; step++) {
            int count = board.legalMoves(moves);
            if (count == 0 || made.size() > 160 || !made.isEmpty() && random.nextInt(5) < 2) {
                board.unmake(made.pop());
            } else {
                int move = moves[random.nextInt(count)];
                board.make(move);
                made.push(move);
            }
            if (step % 5 == 0) {
                Position position = board.position();
                assertThat(evaluation.of(board))
                        .as("seed 77, step %s, %s", step, Fen.write(position))
                        .isEqualTo(new Evaluation(Weights.SHIPPED).of(position.board()));
            }
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "8/8/4k3/8/8/3K4/8/8 w - - 0 1",
                "8/8/4k3/8/8/3KN3/8/8 w - - 0 1",
                "8/8/4k3/8/8/3KB3/8/8 b - - 0 1",
                "8/8/4k3/8/4NN2/3K4/8/8 b - - 0 1",
                "8/8/4kb2/8/8/3KN3/8/8 w - - 0 1",
                "k7/8/PK6/8/8/4B3/8/8 b - - 0 1"
            })
    void drawnMaterialIsDrawn(String fen) {
        // The last is a rook pawn with the bishop that does not hold its corner: a8 is light, e3 is dark.
        assertThat(white(fen)).isZero();
    }

    @Test
    void knowsWhatWinsAgainstABareKing() {
        assertThat(white("8/8/4k3/8/8/3K1R2/8/8 w - - 0 1")).isGreaterThan(2000);
        assertThat(white("k7/8/PK6/8/8/3B4/8/8 b - - 0 1")).isGreaterThan(200);
        int rightCorner = white("7k/8/5K2/8/8/8/1B6/N7 w - - 0 1");
        int wrongCorner = white("k7/8/2K5/8/8/8/6B1/7N b - - 0 1");
        assertThat(rightCorner).isGreaterThan(2000);
        assertThat(wrongCorner).isGreaterThan(2000);
    }

    @Test
    void bishopsOfOppositeColourAreWorthLess() {
        int opposite = white("8/5k2/4b3/8/2PPK3/8/3B4/8 w - - 0 1");
        int same = white("8/5k2/3b4/8/2PPK3/8/3B4/8 w - - 0 1");
        assertThat(opposite).isBetween(1, same - 1);
    }

    @Test
    void weightsReadBackWhatTheyWrite() throws IOException {
        String text = Weights.SHIPPED.text(List.of("a remark"));
        Weights read = Weights.read(new StringReader(text));
        assertThat(read.numbers()).isEqualTo(Weights.SHIPPED.numbers());
        assertThat(read.scale()).isEqualTo(Weights.SHIPPED.scale());
        assertThat(read.version()).isEqualTo(Weights.SHIPPED.version());
        assertThatThrownBy(() -> Weights.read(new StringReader(text.replace("tempo ", "tempi "))))
                .hasMessageContaining("there is no term tempi");
        assertThatThrownBy(() -> Weights.read(new StringReader("scale 200\ntempo 1/2 3/4\n")))
                .hasMessage("tempo wants 1 pairs, has 2");
        assertThatThrownBy(() -> Weights.read(new StringReader("scale 200\n"))).hasMessageContaining("weights lack");
    }

    @Test
    void packedPairsKeepTheirSigns() {
        for (int middlegame : new int[] {-900, -1, 0, 1, 700}) {
            for (int ending : new int[] {-900, -1, 0, 1, 700}) {
                int packed = Weights.pack(middlegame, ending);
                assertThat(Weights.middlegame(packed)).isEqualTo(middlegame);
                assertThat(Weights.ending(packed)).isEqualTo(ending);
                int twice = 3 * packed - 2 * packed + packed;
                assertThat(Weights.middlegame(twice)).isEqualTo(2 * middlegame);
                assertThat(Weights.ending(twice)).isEqualTo(2 * ending);
            }
        }
    }
}
