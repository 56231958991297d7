package org.zeroply.ending;

import java.util.List;
import org.zeroply.rules.PieceType;

/**
 * Where a position stands in the table of its ending: side to move, place of the strong king, then the other men, 64
 * squares each. Boards that are mirror images share a place: with pawns the strong king stands on files a to d; without,
 * in the triangle a1-d1-d4. Two equal men stand in the order of their squares.
 */
final class Places {
    private static final int[] TRIANGLE = new int[64];
    private static final int[] TRIANGLE_SQUARES = new int[10];

    static {
        int count = 0;
        for (int rank = 0; rank < 4; rank++) {
            for (int file = rank; file < 4; file++) {
                TRIANGLE[rank * 8 + file] = count;
                TRIANGLE_SQUARES[count++] = rank * 8 + file;
            }
        }
    }

    private final boolean pawns;
    private final boolean twins;
    private final int others;

    Places(MaterialKey men) {
        pawns = men.hasPawns();
        others = men.count();
        List<PieceType> strong = men.strong();
        twins = strong.size() == 2 && strong.get(0) == strong.get(1);
    }

    int size() {
        return 2 * (pawns ? 32 : 10) << 6 * (1 + others);
    }

    /** The place of a position; the squares are put in order, and are changed. */
    int index(int toMove, int[] squares) {
        int king = squares[0];
        int flip = (king & 4) != 0 ? 7 : 0;
        if (pawns) {
            return place(toMove, squares, flip, false);
        }
        flip |= (king & 32) != 0 ? 56 : 0;
        int turned = king ^ flip;
        int file = turned & 7;
        int rank = turned >> 3;
        if (file != rank) {
            return place(toMove, squares, flip, rank > file);
        }
        return Math.min(place(toMove, squares, flip, false), place(toMove, squares, flip, true));
    }

    private int place(int toMove, int[] squares, int flip, boolean transpose) {
        int king = turned(squares[0], flip, transpose);
        int index = pawns ? toMove * 32 + (king >> 3) * 4 + (king & 3) : toMove * 10 + TRIANGLE[king];
        index = index << 6 | turned(squares[1], flip, transpose);
        if (squares.length == 2) {
            return index;
        }
        int first = turned(squares[2], flip, transpose);
        if (squares.length == 3) {
            return index << 6 | first;
        }
        int second = turned(squares[3], flip, transpose);
        // Two equal men of one side stand in one order only.
        if (first > second && twins) {
            return (index << 6 | second) << 6 | first;
        }
        return (index << 6 | first) << 6 | second;
    }

    private static int turned(int square, int flip, boolean transpose) {
        int turned = square ^ flip;
        return transpose ? (turned & 7) << 3 | turned >> 3 : turned;
    }

    /** The squares of a place. @return the side to move, 0 for the strong one */
    int squares(int index, int[] squares) {
        int rest = index;
        for (int i = squares.length - 1; i > 0; i--) {
            squares[i] = rest & 63;
            rest >>= 6;
        }
        if (pawns) {
            squares[0] = (rest & 31) >> 2 << 3 | rest & 3;
            return rest >> 5;
        }
        squares[0] = TRIANGLE_SQUARES[rest % 10];
        return rest / 10;
    }
}
