package org.zeroply.search;

import org.zeroply.rules.Board;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;

/**
 * What a move wins whatever is replied, as far as three half-moves and the captures behind them show: the move, every
 * reply, and then the best capture or promotion, or none, until nothing more is taken. In pawns at 1-3-3-5-9. What is won by
 * anything quieter, and what the other side threatens in return, it does not see.
 */
public final class ForcedGain {
    /** More than all that stands on a board. */
    public static final int MATE = 1_000;

    private static final int PAWN = PieceValues.of(PieceType.PAWN);
    private static final int LONGEST = 12;

    private final Board board;
    private final int[][] moves = new int[LONGEST + 2][Board.MAX_MOVES];

    private ForcedGain(Board board) {
        this.board = board;
    }

    /**
     * What a legal move of the side to move wins.
     *
     * @param atLeast from here on the figure is exact; what is less may be told as anything less
     * @return pawns, negative for a loss; {@link #MATE} if it mates; the loss of everything if it stalemates
     */
    public static int of(Position position, Move move, int atLeast) {
        Board board = position.board();
        int code = board.codeOf(move);
        return new ForcedGain(board).afterMove(code, atLeast);
    }

    private int afterMove(int move, int atLeast) {
        int won = taken(move);
        board.make(move);
        int[] replies = moves[0];
        int count = board.legalMoves(replies);
        if (count == 0) {
            return board.inCheck() ? MATE : -MATE;
        }
        order(replies, count);
        int least = MATE;
        for (int i = 0; i < count; i++) {
            int lost = taken(replies[i]);
            board.make(replies[i]);
            int value = won - lost + settled(-MATE, least - won + lost, 1);
            board.unmake(replies[i]);
            least = Math.min(least, value);
            if (least < atLeast) {
                break;
            }
        }
        return least;
    }

    /** What the side to move still wins by captures and promotions, or by none; in check by any move. */
    private int settled(int alphaAtFirst, int beta, int ply) {
        boolean check = board.inCheck();
        int best = check ? -MATE : 0;
        if (best >= beta || ply > LONGEST) {
            return Math.max(best, 0);
        }
        int alpha = Math.max(alphaAtFirst, best);
        int[] here = moves[ply];
        int count = check ? board.legalMoves(here) : board.legalCaptures(here);
        order(here, count);
        for (int i = 0; i < count && alpha < beta; i++) {
            int won = taken(here[i]);
            if (!check && won == 0) {
                continue;
            }
            board.make(here[i]);
            int value = won - settled(won - beta, won - alpha, ply + 1);
            board.unmake(here[i]);
            best = Math.max(best, value);
            alpha = Math.max(alpha, best);
        }
        return best;
    }

    /** What a move takes, and gains by becoming a queen; it becomes nothing else here. */
    private int taken(int move) {
        int code = board.codeAt(Board.to(move));
        int kind = Board.kind(move);
        int won = code != 0 ? worth(code) : kind == Board.EN_PASSANT ? PAWN : 0;
        return kind >= Board.PROMOTION ? won + PieceValues.of(kind - Board.PROMOTION + 1) - PAWN : won;
    }

    /** The dearest captures by the cheapest men first. */
    private void order(int[] some, int count) {
        int kept = 0;
        for (int i = 0; i < count; i++) {
            int weight = weight(some[i]);
            if (weight == 0) {
                continue;
            }
            int move = some[i];
            some[i] = some[kept];
            int place = kept++;
            while (place > 0 && weight(some[place - 1]) < weight) {
                some[place] = some[place - 1];
                place--;
            }
            some[place] = move;
        }
    }

    private int weight(int move) {
        int won = taken(move);
        return won == 0 ? 0 : 16 * won + 10 - worth(board.codeAt(Board.from(move)));
    }

    private static int worth(int code) {
        return PieceValues.of((code - 1) % 6);
    }
}
