package org.zeroply.sample;

import java.util.Random;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Board;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Side;

/**
 * Plays the sample games: a plain fixed-depth alpha-beta search with captures to the end, on material, centre and a few
 * habits. Weak on purpose, and weaker still by noise in its judgement. Not the product's calculator.
 */
final class PlainPlayer {
    private static final int[] VALUE = {100, 300, 315, 500, 950, 0};
    private static final int MATE = 30_000;
    private static final int DEEPEST = 40;

    private final Random random;
    private final int[][] buffers = new int[DEEPEST + 2][Board.MAX_MOVES];
    private long nodes;

    PlainPlayer(Random random) {
        this.random = random;
    }

    /** A move and what the search thought of it, in hundredths from the mover's side. */
    record Choice(int move, int score) {}

    /** The move chosen at a depth, each candidate's score blurred by up to {@code noise} hundredths. */
    Choice choose(Board board, int depth, int noise) {
        nodes = 0;
        int[] moves = buffers[DEEPEST + 1];
        int count = board.legalMoves(moves);
        order(board, moves, count);
        int best = moves[0];
        int bestBlurred = -MATE * 2;
        int bestScore = -MATE * 2;
        for (int i = 0; i < count; i++) {
            board.make(moves[i]);
            int bound = Math.max(bestBlurred - noise, -MATE * 2);
            int score = -search(board, depth - 1, -MATE * 2, -bound, 1);
            board.unmake(moves[i]);
            int blurred = score + (noise == 0 ? 0 : random.nextInt(2 * noise + 1) - noise);
            if (blurred > bestBlurred) {
                bestBlurred = blurred;
                best = moves[i];
                bestScore = score;
            }
        }
        return new Choice(best, bestScore);
    }

    private int search(Board board, int depth, int alpha, int beta, int ply) {
        nodes++;
        if (board.halfmoveClock() >= 100) {
            return 0;
        }
        int[] moves = buffers[ply];
        int count = board.legalMoves(moves);
        boolean check = board.inCheck();
        if (count == 0) {
            return check ? -MATE + ply : 0;
        }
        if (depth <= 0 && !check || ply >= DEEPEST || nodes > 400_000) {
            return captures(board, alpha, beta, ply);
        }
        order(board, moves, count);
        int best = -MATE * 2;
        int lower = alpha;
        for (int i = 0; i < count; i++) {
            board.make(moves[i]);
            int score = -search(board, depth - 1, -beta, -lower, ply + 1);
            board.unmake(moves[i]);
            best = Math.max(best, score);
            lower = Math.max(lower, score);
            if (lower >= beta) {
                break;
            }
        }
        return best;
    }

    private int captures(Board board, int alpha, int beta, int ply) {
        int stand = evaluate(board);
        if (stand >= beta || ply >= DEEPEST) {
            return stand;
        }
        int lower = Math.max(alpha, stand);
        int[] moves = buffers[ply];
        int count = board.legalMoves(moves);
        order(board, moves, count);
        for (int i = 0; i < count; i++) {
            if (gain(board, moves[i]) == 0) {
                break;
            }
            board.make(moves[i]);
            int score = -captures(board, -beta, -lower, ply + 1);
            board.unmake(moves[i]);
            lower = Math.max(lower, score);
            if (lower >= beta) {
                break;
            }
        }
        return lower;
    }

    private static int gain(Board board, int move) {
        int taken = board.codeAt(Board.to(move));
        int promotion = Board.kind(move) == Board.PROMOTION + 3 ? 800 : 0;
        return (taken == 0 ? 0 : VALUE[(taken - 1) % 6] * 10 - VALUE[(board.codeAt(Board.from(move)) - 1) % 6] / 10)
                + promotion;
    }

    private static void order(Board board, int[] moves, int count) {
        for (int i = 1; i < count; i++) {
            int move = moves[i];
            int gain = gain(board, move);
            int j = i - 1;
            while (j >= 0 && gain(board, moves[j]) < gain) {
                moves[j + 1] = moves[j];
                j--;
            }
            moves[j + 1] = move;
        }
    }

    private static int evaluate(Board board) {
        int score = side(board, Side.WHITE) - side(board, Side.BLACK);
        return board.sideToMove() == Side.WHITE ? score : -score;
    }

    private static int side(Board board, Side side) {
        boolean ending = Long.bitCount(board.occupied() & ~board.men(side, PieceType.PAWN)) < 12
                && board.men(side.opposite(), PieceType.QUEEN) == 0;
        int score = Long.bitCount(board.men(side, PieceType.BISHOP)) > 1 ? 30 : 0;
        for (PieceType type : PieceType.values()) {
            for (long rest = board.men(side, type); rest != 0; rest &= rest - 1) {
                int square = Long.numberOfTrailingZeros(rest);
                score += VALUE[type.ordinal()] + place(board, side, type, square, ending);
            }
        }
        return score;
    }

    private static int place(Board board, Side side, PieceType type, int square, boolean ending) {
        int file = square & 7;
        int rank = side == Side.WHITE ? square >> 3 : 7 - (square >> 3);
        int centre = Math.min(file, 7 - file) + Math.min(rank, 7 - rank);
        return switch (type) {
            case PAWN -> rank * (file == 3 || file == 4 ? 7 : 3) + (rank > 4 && ending ? 25 : 0);
            case KNIGHT -> 8 * centre - 20 - (rank == 0 ? 15 : 0);
            case BISHOP -> 2 * Long.bitCount(Attacks.bishop(square, board.occupied())) - (rank == 0 ? 12 : 0);
            case ROOK -> Long.bitCount(Attacks.rook(square, board.occupied())) + (rank == 6 ? 20 : 0);
            case QUEEN -> centre + (rank == 0 ? 4 : 0);
            case KING -> ending ? 6 * centre : rank == 0 && (file > 5 || file < 3) ? 35 : -10 * rank;
        };
    }
}
