package org.zeroply.rules;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.zeroply.notation.Fen;

/** What the mutable board carries along is what a recount finds, however moves are made and taken back. */
class BoardRecountTest {
    private static final int STEPS = 6_000;

    /** The board as a position says it, made anew from its text. */
    private static Board recounted(Board board) {
        return Fen.position(Fen.write(board.position())).board();
    }

    private static void agree(Board board, String where) {
        Board fresh = recounted(board);
        assertThat(board.key()).as(where).isEqualTo(fresh.key()).isEqualTo(board.keyFromScratch());
        assertThat(board.occupied()).as(where).isEqualTo(fresh.occupied());
        assertThat(board.inCheck()).as(where).isEqualTo(fresh.inCheck());
        for (Side side : Side.values()) {
            for (PieceType type : PieceType.values()) {
                assertThat(board.men(side, type)).as(where).isEqualTo(fresh.men(side, type));
            }
            assertThat(board.kingSquare(side.ordinal())).as(where).isEqualTo(fresh.kingSquare(side.ordinal()));
            assertThat(board.pinned(side.ordinal())).as(where).isEqualTo(fresh.pinned(side.ordinal()));
        }
    }

    @Test
    void movesMadeAndTakenBackAtRandomLeaveNothingBehind() {
        Random random = new Random(20261129);
        Board board = Position.START.board().copy();
        Deque<Integer> made = new ArrayDeque<>();
        int[] moves = new int[Board.MAX_MOVES];
        for (int step = 0; step < STEPS; step++) {
            int count = board.legalMoves(moves);
            boolean back = count == 0 || made.size() > 200 || !made.isEmpty() && random.nextInt(5) < 2;
            if (back) {
                board.unmake(made.pop());
            } else {
                int move = moves[random.nextInt(count)];
                board.make(move);
                made.push(move);
            }
            if (step % 7 == 0) {
                agree(board, "seed 20261129, step " + step);
            }
        }
        while (!made.isEmpty()) {
            board.unmake(made.pop());
        }
        assertThat(Fen.write(board.position())).isEqualTo(Fen.write(Position.START));
        agree(board, "all taken back");
    }

    @Test
    void aPassMadeAndTakenBackLeavesNothingBehind() {
        RandomPlay.positions(52, 6, 80, position -> {
            if (position.isCheck()) {
                return;
            }
            Board board = position.board().copy();
            long key = board.key();
            board.makePass();
            assertThat(board.sideToMove()).isEqualTo(position.sideToMove().opposite());
            agree(board, "after a pass in " + Fen.write(position));
            board.unmakePass();
            assertThat(board.key()).isEqualTo(key);
            assertThat(Fen.write(board.position())).isEqualTo(Fen.write(position));
        });
    }

    @Test
    void theBalanceOfPiecesIsTheSumOfThosePlaced() {
        RandomPlay.positions(53, 8, 120, position -> {
            int white = 0;
            for (Square square : position.occupied()) {
                Piece piece = position.pieceAt(square);
                int worth = piece == null ? 0 : "pnbrqk".indexOf(piece.type().letter());
                int value = new int[] {1, 3, 3, 5, 9, 0}[worth];
                white += piece != null && piece.side() == Side.WHITE ? value : -value;
            }
            assertThat(PieceValues.balance(position, Side.WHITE)).isEqualTo(white);
            assertThat(PieceValues.balance(position, Side.BLACK)).isEqualTo(-white);
        });
    }
}
