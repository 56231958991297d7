package org.zeroply.search;

import org.zeroply.rules.Board;

/**
 * The slow plain twin of {@link Searcher}: alpha-beta over every move as the generator lists them, with no table, no order,
 * no reductions and no pruning.
 */
final class PlainSearch {
    private final Board board;
    private final Evaluation evaluation = new Evaluation(Weights.SHIPPED);

    PlainSearch(Board board) {
        this.board = board;
    }

    /** The value of the position after so many half-moves of full search. */
    int value(int depth) {
        return value(depth, 0, -Searcher.INFINITE, Searcher.INFINITE);
    }

    private int value(int depth, int ply, int alpha, int beta) {
        if (depth == 0) {
            return quiet(ply, true, alpha, beta);
        }
        int[] moves = new int[Board.MAX_MOVES];
        int count = board.legalMoves(moves);
        if (count == 0) {
            return board.inCheck() ? ply - Searcher.MATE : 0;
        }
        int best = -Searcher.INFINITE;
        for (int i = 0; i < count && best < beta; i++) {
            board.make(moves[i]);
            best = Math.max(best, -value(depth - 1, ply + 1, -beta, -Math.max(alpha, best)));
            board.unmake(moves[i]);
        }
        return best;
    }

    private int quiet(int ply, boolean withChecks, int alpha, int beta) {
        boolean inCheck = board.inCheck();
        int[] moves = new int[Board.MAX_MOVES];
        int count = board.legalMoves(moves);
        if (inCheck && count == 0) {
            return ply - Searcher.MATE;
        }
        int best = inCheck ? -Searcher.INFINITE : evaluation.of(board);
        for (int i = 0; i < count && best < beta; i++) {
            if (!inCheck && !isWanted(moves[i], withChecks)) {
                continue;
            }
            board.make(moves[i]);
            best = Math.max(best, -quiet(ply + 1, false, -beta, -Math.max(alpha, best)));
            board.unmake(moves[i]);
        }
        return best;
    }

    private boolean isWanted(int move, boolean withChecks) {
        int kind = Board.kind(move);
        if (kind >= Board.PROMOTION) {
            return kind == Board.PROMOTION + 3;
        }
        if (board.codeAt(Board.to(move)) != 0 || kind == Board.EN_PASSANT) {
            return true;
        }
        board.make(move);
        boolean check = board.inCheck();
        board.unmake(move);
        return withChecks && check;
    }
}
