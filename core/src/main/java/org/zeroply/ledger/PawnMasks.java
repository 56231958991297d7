package org.zeroply.ledger;

import org.zeroply.rules.Side;

/**
 * The pawn measures that are functions of the two sets of pawns alone, as masks (a1 lowest): the ledger counts with them
 * and whole collections are searched with them, so that both mean the same by a word.
 */
final class PawnMasks {
    static final long FILE_A = 0x0101010101010101L;
    static final long FILE_H = FILE_A << 7;

    private PawnMasks() {}

    /** The squares of a file, 0 for a; nothing beyond the edge. */
    static long file(int file) {
        return file < 0 || file > 7 ? 0 : FILE_A << file;
    }

    /** The squares beside these on the files to both sides. */
    private static long beside(long squares) {
        return (squares & ~FILE_H) << 1 | (squares & ~FILE_A) >>> 1;
    }

    /** The squares strictly ahead of these on their files, as the side sees it. */
    private static long ahead(Side side, long squares) {
        if (side == Side.WHITE) {
            long filled = squares << 8;
            filled |= filled << 8;
            filled |= filled << 16;
            return filled | filled << 32;
        }
        long filled = squares >>> 8;
        filled |= filled >>> 8;
        filled |= filled >>> 16;
        return filled | filled >>> 32;
    }

    /** Whole files on which one of the squares lies. */
    static long files(long squares) {
        return ahead(Side.WHITE, squares) | ahead(Side.BLACK, squares) | squares;
    }

    /** Pawns with no own pawn on a neighbouring file. */
    static long isolated(long own) {
        return own & ~beside(files(own));
    }

    /** Pawns with an own pawn ahead on their file. */
    static long doubled(Side side, long own) {
        return own & ahead(side.opposite(), own);
    }

    /** Pawns with no own pawn ahead on their file and no enemy pawn ahead on it or a neighbouring one. */
    static long passed(Side side, long own, long enemy) {
        long held = ahead(side.opposite(), enemy);
        return own & ~held & ~beside(held) & ~ahead(side.opposite(), own);
    }

    /** Pawns with an enemy pawn directly in front. */
    static long fixed(Side side, long own, long enemy) {
        return own & (side == Side.WHITE ? enemy >>> 8 : enemy << 8);
    }

    /**
     * Two pawns side by side, no other own pawn on their files or the files beside them, and no enemy pawn on their files.
     */
    static long hanging(long own, long enemy) {
        long pairs = 0;
        for (int left = 0; left < 7; left++) {
            long pair = own & (file(left) | file(left + 1));
            boolean alone =
                    (own & (file(left - 1) | file(left + 2))) == 0 && (enemy & (file(left) | file(left + 1))) == 0;
            if (alone && Long.bitCount(pair) == 2 && (pair & file(left)) << 1 == (pair & file(left + 1))) {
                pairs |= pair;
            }
        }
        return pairs;
    }

    /** The squares that pawns of a side attack. */
    static long attacks(Side side, long pawns) {
        long ahead = side == Side.WHITE ? pawns << 8 : pawns >>> 8;
        return beside(ahead);
    }
}
