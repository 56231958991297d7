package org.zeroply.rules;

import java.util.ArrayList;
import java.util.List;

/**
 * The exchange on one square: captures and recaptures there and nowhere else, at 1-3-3-5-9 and in pawns.
 *
 * <p>Each side in turn takes with its least valuable man, or stops if taking loses. A man that is pinned to its king
 * takes only along the pin; pins are judged anew as men leave the board. The king takes last, and only when nothing
 * attacks the square any more. A pawn that takes on the last rank becomes a queen and counts as one from then on. A pawn that
 * may be taken en passant is also won by that, if nothing is lost on the square it passed.
 */
public final class Exchange {
    /** Values in pawns by {@link PieceType}; the king's is never exchanged. */
    private static final int[] VALUE = PieceValues.PAWNS;

    private static final int PROMOTION_GAIN = VALUE[4] - VALUE[0];

    private Exchange() {}

    /**
     * What the side gains by taking on a square first.
     *
     * @return the net gain in pawns, 0 if nothing is gained or nothing can be taken
     */
    public static int result(Position position, Square target, Side first) {
        return result(position, target, first, SquareSet.NONE);
    }

    /**
     * What the side gains by taking on a square first if some men, of either side, were not on the board.
     *
     * @return the net gain in pawns, 0 if nothing is gained or nothing can be taken
     */
    public static int result(Position position, Square target, Side first, SquareSet lifted) {
        Board board = position.board();
        int square = target.ordinal();
        int code = board.men[square];
        if (code == 0 || (code <= 6) == (first == Side.WHITE) || (code - 1) % 6 == 5) {
            return 0;
        }
        long occupied = board.occupied() & ~lifted.bits();
        int onSquare = gain(board, square, first.ordinal(), VALUE[(code - 1) % 6], occupied);
        return Math.max(onSquare, inPassing(position, target, first, lifted));
    }

    /** What the side to move gains by taking a pawn en passant and the exchange on the square it passed; 0 if it cannot. */
    private static int inPassing(Position position, Square target, Side first, SquareSet lifted) {
        Square passed = position.enPassant();
        boolean possible = passed != null
                && first == position.sideToMove()
                && passed.file() == target.file()
                && Math.abs(passed.rank() - target.rank()) == 1
                && lifted.isEmpty();
        if (!possible) {
            return 0;
        }
        int best = 0;
        for (Move move : position.legalMoves()) {
            if (move.to() == passed && target == position.capturedOn(move)) {
                Board after = position.play(move).board();
                int reply = gain(after, passed.ordinal(), first.ordinal() ^ 1, VALUE[0], after.occupied());
                best = Math.max(best, VALUE[0] - reply);
            }
        }
        return best;
    }

    /**
     * What the opponent gains by retaking once a man has taken on a square, some men not on the board; the man's own way there
     * is not asked for.
     *
     * @return the net gain in pawns for the other side, 0 if retaking gains nothing
     */
    public static int afterTaking(Position position, Square from, Square target, SquareSet lifted) {
        Board board = position.board();
        int code = board.men[from.ordinal()];
        if (code == 0) {
            throw new IllegalArgumentException("no man on " + from);
        }
        long occupied = board.occupied() & ~lifted.bits() & ~from.bit();
        return gain(board, target.ordinal(), code <= 6 ? 1 : 0, VALUE[(code - 1) % 6], occupied);
    }

    /**
     * What the opponent gains by taking a man on the square it would step to, which must be empty.
     *
     * @return the net gain in pawns for the other side, 0 if the step loses nothing
     */
    public static int lossByStepping(Position position, Square from, Square to) {
        Board board = position.board();
        int code = board.men[from.ordinal()];
        if (code == 0 || board.men[to.ordinal()] != 0) {
            throw new IllegalArgumentException("a man steps to an empty square, not " + from + " to " + to);
        }
        int type = (code - 1) % 6;
        int side = code <= 6 ? 0 : 1;
        long both = from.bit() | to.bit();
        board.types[type] ^= both;
        board.sides[side] ^= both;
        board.men[from.ordinal()] = 0;
        board.men[to.ordinal()] = (byte) code;
        return gain(board, to.ordinal(), side ^ 1, VALUE[type], board.occupied());
    }

    /** The best the side to take can get when a man of this value stands on the square. */
    private static int gain(Board board, int target, int side, int standing, long occupied) {
        int from = nextCapturer(board, target, side, occupied);
        if (from < 0) {
            return 0;
        }
        int type = (board.men[from] - 1) % 6;
        boolean promotes = type == 0 && (target < 8 || target >= 56);
        int won = standing + (promotes ? PROMOTION_GAIN : 0);
        int now = promotes ? VALUE[4] : VALUE[type];
        int reply = gain(board, target, side ^ 1, now, occupied & ~(1L << from));
        return Math.max(0, won - reply);
    }

    /** The least valuable man that may take on the square, or -1. */
    private static int nextCapturer(Board board, int target, int side, long occupied) {
        long attackers = board.attackersTo(target, occupied) & ~(1L << target);
        long own = attackers & board.sides[side];
        for (int type = 0; type < 6; type++) {
            for (long rest = own & board.types[type]; rest != 0; rest &= rest - 1) {
                int from = Long.numberOfTrailingZeros(rest);
                if (type == 5) {
                    long left = board.attackersTo(target, occupied & ~(1L << from)) & ~(1L << target);
                    if ((left & board.sides[side ^ 1]) == 0) {
                        return from;
                    }
                } else if (!isPinnedAgainst(board, from, target, side, occupied)) {
                    return from;
                }
            }
        }
        return -1;
    }

    /** Whether leaving its square for the target would open a line to the own king. */
    private static boolean isPinnedAgainst(Board board, int from, int target, int side, long occupied) {
        int king = board.kingSquare(side);
        if (Attacks.line(king, from) == 0 || (Attacks.line(king, from) & 1L << target) != 0) {
            return false;
        }
        long lines = (board.types[2] | board.types[3] | board.types[4]) & board.sides[side ^ 1] & ~(1L << target);
        long before = board.attackersTo(king, occupied) & lines;
        long after = board.attackersTo(king, occupied & ~(1L << from)) & lines;
        return (after & ~before) != 0;
    }

    /**
     * The men of a side that bear on a square in the order in which they would be used, least valuable first, with men
     * that stand behind others on the same line after them. Pinned men are left out while the pin holds; the king comes
     * last. The other side's men stay where they are.
     */
    public static List<Square> orderOfUse(Position position, Square target, Side side) {
        return orderOfUse(position, target, side, SquareSet.NONE);
    }

    /** The same if some men, of either side, were not on the board. */
    public static List<Square> orderOfUse(Position position, Square target, Side side, SquareSet lifted) {
        Board board = position.board();
        int square = target.ordinal();
        long occupied = board.occupied() & ~lifted.bits() | 1L << square;
        List<Square> order = new ArrayList<>();
        while (true) {
            int from = nextInOrder(board, square, side.ordinal(), occupied);
            if (from < 0) {
                return order;
            }
            order.add(Square.of(from));
            if ((board.men[from] - 1) % 6 == 5) {
                // Nobody goes on behind the own king.
                return order;
            }
            occupied &= ~(1L << from);
        }
    }

    private static int nextInOrder(Board board, int target, int side, long occupied) {
        long own = board.attackersTo(target, occupied) & board.sides[side] & ~(1L << target);
        for (int type = 0; type < 6; type++) {
            for (long rest = own & board.types[type]; rest != 0; rest &= rest - 1) {
                int from = Long.numberOfTrailingZeros(rest);
                if (type == 5 || !isPinnedAgainst(board, from, target, side, occupied)) {
                    return from;
                }
            }
        }
        return -1;
    }

    /** Whether the man on the square can be won there: the other side gains by the exchange. */
    public static boolean isHanging(Position position, Square square) {
        Piece piece = position.pieceAt(square);
        return piece != null && result(position, square, piece.side().opposite()) > 0;
    }

    /** Whether the man on the square has no defender at all, attacked or not. A king is never loose. */
    public static boolean isLoose(Position position, Square square) {
        Piece piece = position.pieceAt(square);
        return piece != null
                && piece.type() != PieceType.KING
                && orderOfUse(position, square, piece.side()).isEmpty();
    }
}
