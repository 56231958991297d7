package org.zeroply.search;

import org.zeroply.rules.Board;

/** What is known of endings without search: those that are drawn, those that are drawish, and how to mate a bare king. */
final class Endings {
    static final int UNKNOWN = Integer.MIN_VALUE;
    static final int FULL_SCALE = 64;

    /** Up to this scale an ending is one that is held, most often. */
    static final int HELD = 16;

    private static final long FILE_A = 0x0101010101010101L;
    private static final long FILE_H = FILE_A << 7;
    private static final long LIGHT = 0x55AA55AA55AA55AAL;
    private static final int[] VALUE = {100, 300, 320, 500, 900, 0};

    private Endings() {}

    /**
     * The value of a drawn position or of a won one against a bare king, from White's view in hundredths of a pawn;
     * {@link #UNKNOWN} for any other.
     */
    static int known(Board board, int ending) {
        if (Long.bitCount(board.occupied()) == 3 && board.type(0) != 0) {
            return kingAndPawn(board);
        }
        for (int strong = 0; strong < 2; strong++) {
            int weak = strong ^ 1;
            if ((board.all(weak) & ~board.type(5)) == 0) {
                if (isWrongRookPawn(board, strong, weak)) {
                    return 0;
                }
                if (board.men(strong, 0) == 0) {
                    return bareKing(board, strong, weak);
                }
            }
        }
        if (board.type(0) == 0 && pieces(board, 0) <= VALUE[2] && pieces(board, 1) <= VALUE[2]) {
            return 0;
        }
        return UNKNOWN;
    }

    /** Exact: a draw, or a win that grows with the pawn's way. */
    private static int kingAndPawn(Board board) {
        int strong = board.men(0, 0) != 0 ? 0 : 1;
        int pawn = Long.numberOfTrailingZeros(board.type(0));
        boolean won =
                KingAndPawn.isWon(strong, board.side(), board.kingSquare(strong), board.kingSquare(strong ^ 1), pawn);
        int rank = strong == 0 ? pawn >>> 3 : 7 - (pawn >>> 3);
        int value = won ? 600 + 40 * rank : 0;
        return strong == 0 ? value : -value;
    }

    private static int pieces(Board board, int side) {
        int sum = 0;
        for (int type = 1; type < 5; type++) {
            sum += VALUE[type] * Long.bitCount(board.men(side, type));
        }
        return sum;
    }

    /** A bishop that does not hold the corner where its only pawns queen, with the bare king able to sit there. */
    private static boolean isWrongRookPawn(Board board, int strong, int weak) {
        long pawns = board.men(strong, 0);
        long bishops = board.men(strong, 2);
        if (pawns == 0 || (board.men(strong, 1) | board.men(strong, 3) | board.men(strong, 4)) != 0) {
            return false;
        }
        boolean onA = (pawns & ~FILE_A) == 0;
        if (!onA && (pawns & ~FILE_H) != 0) {
            return false;
        }
        int corner = (strong == 0 ? 56 : 0) + (onA ? 0 : 7);
        long colour = (1L << corner & LIGHT) != 0 ? LIGHT : ~LIGHT;
        int king = board.kingSquare(weak);
        // It sits there, or comes there before the other king and the pawn that is furthest.
        int first = strong == 0 ? 63 - Long.numberOfLeadingZeros(pawns) : Long.numberOfTrailingZeros(pawns);
        int steps = strong == 0 ? 7 - (first >>> 3) : first >>> 3;
        int wait = board.side() == strong ? 1 : 0;
        boolean comes = distance(king, corner) + wait < Math.min(distance(board.kingSquare(strong), corner), steps);
        boolean kingHolds = distance(king, corner) <= 1 || comes;
        return kingHolds && (bishops & colour) == 0;
    }

    private static int bareKing(Board board, int strong, int weak) {
        int knights = Long.bitCount(board.men(strong, 1));
        long bishops = board.men(strong, 2);
        boolean heavy = (board.men(strong, 3) | board.men(strong, 4)) != 0;
        boolean bothColours = (bishops & LIGHT) != 0 && (bishops & ~LIGHT) != 0;
        boolean mates = heavy || bothColours || bishops != 0 && knights != 0 || knights > 2;
        if (!mates) {
            return 0;
        }
        int king = board.kingSquare(weak);
        int apart = distance(king, board.kingSquare(strong));
        int drive;
        if (!heavy && !bothColours && bishops != 0) {
            // Knight and bishop mate only in a corner of the bishop's colour.
            boolean light = (bishops & LIGHT) != 0;
            int corner = Math.min(distanceByStep(king, light ? 7 : 0), distanceByStep(king, light ? 56 : 63));
            drive = 20 * (14 - corner);
        } else {
            drive = 20 * (6 - edge(king & 7) - edge(king >>> 3));
        }
        int value = 3000 + pieces(board, strong) + drive + 10 * (7 - apart);
        return strong == 0 ? value : -value;
    }

    private static int edge(int line) {
        return Math.min(line, 7 - line);
    }

    private static int distance(int a, int b) {
        return Math.max(Math.abs((a & 7) - (b & 7)), Math.abs((a >>> 3) - (b >>> 3)));
    }

    private static int distanceByStep(int a, int b) {
        return Math.abs((a & 7) - (b & 7)) + Math.abs((a >>> 3) - (b >>> 3));
    }

    /**
     * Rook and pawn against rook with the king before the pawn, which has not passed its sixth rank: held from the third rank
     * until it comes there, and from behind then.
     */
    private static boolean isRookEndingHeld(Board board, int strong, int weak) {
        if (Long.bitCount(board.occupied()) != 5
                || Long.bitCount(board.men(strong, 3)) != 1
                || Long.bitCount(board.men(weak, 3)) != 1) {
            return false;
        }
        int pawn = Long.numberOfTrailingZeros(board.men(strong, 0));
        int king = board.kingSquare(weak);
        int rank = strong == 0 ? pawn >>> 3 : 7 - (pawn >>> 3);
        int kingRank = strong == 0 ? king >>> 3 : 7 - (king >>> 3);
        return rank <= 5 && kingRank > rank && Math.abs((king & 7) - (pawn & 7)) <= 2;
    }

    private static boolean isOnSixth(Board board, int strong) {
        int pawn = Long.numberOfTrailingZeros(board.men(strong, 0));
        return (strong == 0 ? pawn >>> 3 : 7 - (pawn >>> 3)) == 5;
    }

    /** How much of the ending's value is likely to be realised, in parts of {@link #FULL_SCALE}. */
    static int scale(Board board, int ending) {
        int strong = ending > 0 ? 0 : 1;
        int weak = strong ^ 1;
        int pawns = Long.bitCount(board.men(strong, 0));
        int strongPieces = pawns > 1 ? 0 : pieces(board, strong);
        int weakPieces = pawns > 1 ? 0 : pieces(board, weak);
        if (pawns == 0 && strongPieces - weakPieces <= VALUE[2]) {
            return strongPieces < VALUE[3] ? 0 : weakPieces <= VALUE[2] ? 6 : 14;
        }
        long ownBishops = board.men(strong, 2);
        long otherBishops = board.men(weak, 2);
        if (Long.bitCount(ownBishops) == 1
                && Long.bitCount(otherBishops) == 1
                && (ownBishops & LIGHT) != 0 == ((otherBishops & LIGHT) == 0)) {
            boolean alone = (board.type(1) | board.type(3) | board.type(4)) == 0;
            // With one or two pawns the other bishop holds them, most often.
            return !alone ? 52 : pawns <= 1 ? 3 : pawns == 2 ? 6 : 18 + 4 * Math.min(pawns, 6);
        }
        if (pawns == 1 && isRookEndingHeld(board, strong, weak)) {
            return isOnSixth(board, strong) ? 6 : 4;
        }
        if (pawns == 1 && strongPieces - weakPieces <= VALUE[2] && weakPieces > 0) {
            return 40;
        }
        // With many pawns left there is more to win with.
        return Math.min(FULL_SCALE, 44 + 5 * pawns);
    }
}
