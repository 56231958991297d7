package org.zeroply.rules;

/**
 * Which squares a piece attacks. Squares are indices (a1 is 0, h8 is 63), sets of squares are 64-bit masks.
 *
 * <p>Knight, king and pawn attacks are plain tables. Line pieces use <em>magic multiplication</em>, a published
 * technique: the men that stand on the relevant squares of a line are gathered into an index by one multiplication and
 * one shift, and the index leads to the ready set of attacked squares. The multipliers below were found by this
 * project with a seeded random search; {@code AttacksTest} proves each of them against plain ray walking.
 */
public final class Attacks {
    private static final long FILE_A = 0x0101010101010101L;
    private static final long FILE_H = FILE_A << 7;

    private static final long[] ROOK_MAGIC = {
        0x0080002488104000L, 0x0440200040001001L, 0x0200088012002040L, 0x0600081040200600L,
        0x0500030010080004L, 0x2200109200012804L, 0x9700020002a1000cL, 0x4100008040210002L,
        0x02048000844001adL, 0x0000401000402004L, 0x0211001040200500L, 0x0020800802801002L,
        0x0049000411010801L, 0x0246000802001014L, 0x0040800100020080L, 0x50020000885a0401L,
        0x0001228000400184L, 0x0040006008007000L, 0x0020820012002040L, 0x0010050008211100L,
        0x1424008008008004L, 0x2001010002040008L, 0x0404140001500238L, 0x0c04020020408104L,
        0xa8c0048080044821L, 0x2020400040201000L, 0x0080200080100080L, 0x10400a0200102042L,
        0x4000080100041100L, 0x0003040080800200L, 0x000111a400020810L, 0x00001042000404a1L,
        0x0200400294800224L, 0x0530802000804000L, 0x0405004011002000L, 0x000200102200400aL,
        0x9048000401802880L, 0x0004800200800400L, 0x0040020104001008L, 0x0080004082002401L,
        0x0880204000808000L, 0x20b0402010004000L, 0x0011002000110040L, 0x800010000d010020L,
        0x0040040008008080L, 0x0000040002008080L, 0x2000080102040050L, 0x0604340e80420001L,
        0x0013048021420600L, 0x0000200080400080L, 0x0001100020008180L, 0x800200c1200a1200L,
        0x0504100801000500L, 0x2a44800201040080L, 0x0006811088020400L, 0x1002800100004080L,
        0x3000104161068001L, 0x04004000810021b3L, 0x8084100a82012042L, 0x4801002004081001L,
        0x0042000890210402L, 0x1049000804000201L, 0x0000280090010204L, 0x1004102581040042L
    };

    private static final long[] BISHOP_MAGIC = {
        0x1020204880830042L, 0x0002820404009400L, 0x005000e200410420L, 0x00844049840004a0L,
        0x4a01104045000800L, 0x0050905008000590L, 0x130d040144c08003L, 0x5002082402025000L,
        0x4080130208010404L, 0x0540100242540020L, 0x04101c2400820808L, 0x4a00110400800203L,
        0x0020021210010001L, 0x0021008270400800L, 0x2000011401208840L, 0x2820008054022082L,
        0x203808600210c210L, 0x080210213801110cL, 0x100204500c001421L, 0x410a052420220100L,
        0x4314801400a040b0L, 0x0010200410041000L, 0x0401081201012038L, 0x0241012020880428L,
        0x2018410008300500L, 0x0201080004900421L, 0x08019005a80020a1L, 0x1000404024010200L,
        0x0508808010082000L, 0x0018082086100402L, 0x8058221889090920L, 0x0000488022008401L,
        0x0304100822c00240L, 0x4100940404601804L, 0x0040420200404401L, 0xc080400808008201L,
        0x0090048200002200L, 0x02020e8200040a00L, 0x02481264004a4110L, 0xd082160028020092L,
        0x0001082211004008L, 0x2a00840109402010L, 0x00228a008a015000L, 0x0402004012001040L,
        0x0000202009040b80L, 0x0002008102030100L, 0x4042182808800124L, 0x1002081041000080L,
        0x0041080211040000L, 0x00430c4104601001L, 0x4000010041500400L, 0xcc02808c84040c10L,
        0x0140000913040282L, 0x0001841002021400L, 0x0830858108020000L, 0x0004300404409000L,
        0x01020201010110c2L, 0x0000004402088280L, 0x0000000442009000L, 0x9003200500840400L,
        0x060d81801002020cL, 0x2001006020410241L, 0x2000285004288420L, 0x1408900108003080L
    };

    private static final int[][] ROOK_STEPS = {{1, 0}, {-1, 0}, {0, 1}, {0, -1}};
    private static final int[][] BISHOP_STEPS = {{1, 1}, {1, -1}, {-1, 1}, {-1, -1}};

    private static final long[] ROOK_MASK = new long[64];
    private static final long[] BISHOP_MASK = new long[64];
    private static final int[] ROOK_OFFSET = new int[64];
    private static final int[] BISHOP_OFFSET = new int[64];
    private static final int[] ROOK_SHIFT = new int[64];
    private static final int[] BISHOP_SHIFT = new int[64];

    /** Both line pieces share one table: 102,400 sets for rooks, then 5,248 for bishops. */
    private static final long[] SLIDES = new long[102_400 + 5_248];

    private static final long[] KNIGHT = new long[64];
    private static final long[] KING = new long[64];
    private static final long[] PAWN = new long[128];
    private static final long[] BETWEEN = new long[64 * 64];
    private static final long[] LINE = new long[64 * 64];
    private static final long[] ROOK_RAYS = new long[64];
    private static final long[] BISHOP_RAYS = new long[64];

    static {
        int next = 0;
        for (int square = 0; square < 64; square++) {
            next = fill(square, ROOK_STEPS, ROOK_MAGIC, ROOK_MASK, ROOK_OFFSET, ROOK_SHIFT, next);
        }
        for (int square = 0; square < 64; square++) {
            next = fill(square, BISHOP_STEPS, BISHOP_MAGIC, BISHOP_MASK, BISHOP_OFFSET, BISHOP_SHIFT, next);
        }
        for (int square = 0; square < 64; square++) {
            long bit = 1L << square;
            long left = (bit & ~FILE_A) >>> 1;
            long right = (bit & ~FILE_H) << 1;
            long farLeft = (left & ~FILE_A) >>> 1;
            long farRight = (right & ~FILE_H) << 1;
            long near = left | right;
            long far = farLeft | farRight;
            KNIGHT[square] = near << 16 | near >>> 16 | far << 8 | far >>> 8;
            KING[square] = near | (near | bit) << 8 | (near | bit) >>> 8;
            PAWN[square] = near << 8;
            PAWN[64 + square] = near >>> 8;
            ROOK_RAYS[square] = rook(square, 0);
            BISHOP_RAYS[square] = bishop(square, 0);
        }
        for (int a = 0; a < 64; a++) {
            for (int b = 0; b < 64; b++) {
                long ends = 1L << a | 1L << b;
                if (a != b && (ROOK_RAYS[a] & 1L << b) != 0) {
                    BETWEEN[a * 64 + b] = rook(a, ends) & rook(b, ends);
                    LINE[a * 64 + b] = ROOK_RAYS[a] & ROOK_RAYS[b] | ends;
                } else if (a != b && (BISHOP_RAYS[a] & 1L << b) != 0) {
                    BETWEEN[a * 64 + b] = bishop(a, ends) & bishop(b, ends);
                    LINE[a * 64 + b] = BISHOP_RAYS[a] & BISHOP_RAYS[b] | ends;
                }
            }
        }
    }

    private Attacks() {}

    private static int fill(
            int square, int[][] steps, long[] magic, long[] masks, int[] offsets, int[] shifts, int offset) {
        long mask = relevant(square, steps);
        int bits = Long.bitCount(mask);
        masks[square] = mask;
        offsets[square] = offset;
        shifts[square] = 64 - bits;
        long occupied = 0;
        do {
            SLIDES[offset + (int) (occupied * magic[square] >>> shifts[square])] = walk(square, occupied, steps);
            occupied = occupied - mask & mask;
        } while (occupied != 0);
        return offset + (1 << bits);
    }

    /** The squares of the lines whose occupation matters: all but the last one of each ray. */
    private static long relevant(int square, int[][] steps) {
        long mask = 0;
        for (int[] step : steps) {
            int file = (square & 7) + step[0];
            int rank = (square >> 3) + step[1];
            while (inside(file + step[0], rank + step[1])) {
                mask |= 1L << rank * 8 + file;
                file += step[0];
                rank += step[1];
            }
        }
        return mask;
    }

    private static long walk(int square, long occupied, int[][] steps) {
        long attacked = 0;
        for (int[] step : steps) {
            int file = (square & 7) + step[0];
            int rank = (square >> 3) + step[1];
            while (inside(file, rank)) {
                long bit = 1L << rank * 8 + file;
                attacked |= bit;
                if ((occupied & bit) != 0) {
                    break;
                }
                file += step[0];
                rank += step[1];
            }
        }
        return attacked;
    }

    private static boolean inside(int file, int rank) {
        return file >= 0 && file < 8 && rank >= 0 && rank < 8;
    }

    public static long knight(int square) {
        return KNIGHT[square];
    }

    public static long king(int square) {
        return KING[square];
    }

    /** The squares that a pawn of the side (0 White, 1 Black) on the square attacks. */
    public static long pawn(int side, int square) {
        return PAWN[side << 6 | square];
    }

    public static long rook(int square, long occupied) {
        return SLIDES[
                ROOK_OFFSET[square]
                        + (int) ((occupied & ROOK_MASK[square]) * ROOK_MAGIC[square] >>> ROOK_SHIFT[square])];
    }

    public static long bishop(int square, long occupied) {
        return SLIDES[
                BISHOP_OFFSET[square]
                        + (int) ((occupied & BISHOP_MASK[square]) * BISHOP_MAGIC[square] >>> BISHOP_SHIFT[square])];
    }

    public static long queen(int square, long occupied) {
        return rook(square, occupied) | bishop(square, occupied);
    }

    /** What a piece other than a pawn attacks from a square. */
    public static long of(PieceType type, int square, long occupied) {
        if (type == PieceType.PAWN) {
            throw new IllegalArgumentException("a pawn attacks by side: use pawn()");
        }
        return of(type.ordinal(), square, occupied);
    }

    /** What a piece attacks from a square, by the number of its type (1 knight to 5 king). */
    static long of(int type, int square, long occupied) {
        return switch (type) {
            case 1 -> KNIGHT[square];
            case 2 -> bishop(square, occupied);
            case 3 -> rook(square, occupied);
            case 4 -> queen(square, occupied);
            default -> KING[square];
        };
    }

    /** The rook's lines from a square on an empty board. */
    static long rookRays(int square) {
        return ROOK_RAYS[square];
    }

    /** The bishop's lines from a square on an empty board. */
    static long bishopRays(int square) {
        return BISHOP_RAYS[square];
    }

    /** The squares strictly between two squares of one file, rank or diagonal; none if they share no line. */
    public static long between(int a, int b) {
        return BETWEEN[a << 6 | b];
    }

    /** The whole file, rank or diagonal through two squares, both included; none if they share no line. */
    public static long line(int a, int b) {
        return LINE[a << 6 | b];
    }
}
