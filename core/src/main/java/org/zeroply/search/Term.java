package org.zeroply.search;

import java.util.Locale;

/**
 * What the evaluation weighs, each with as many weights as it distinguishes cases. A weight is a pair of hundredths of a
 * pawn, for the middlegame and for the ending. Tables over squares have 32 entries: the half board of files a to d, from
 * rank 1 up as the side sees it; the other half is its mirror image.
 */
public enum Term {
    /** Pawn to queen. */
    MATERIAL(5),
    PAWN_SQUARE(32),
    KNIGHT_SQUARE(32),
    BISHOP_SQUARE(32),
    ROOK_SQUARE(32),
    QUEEN_SQUARE(32),
    KING_SQUARE(32),
    BISHOP_PAIR(1),
    /** By the number of squares that a piece attacks, not own and not attacked by an enemy pawn. */
    KNIGHT_MOBILITY(9),
    BISHOP_MOBILITY(14),
    ROOK_MOBILITY(15),
    QUEEN_MOBILITY(28),
    ISOLATED(1),
    DOUBLED(1),
    BACKWARD(1),
    /** Isolated or backward with no enemy pawn ahead on the file. */
    WEAK_ON_OPEN_FILE(1),
    /** By rank: a pawn beside or guarded by another. */
    CONNECTED(8),
    PASSED(8),
    PASSED_GUARDED(8),
    /** By rank: nothing stands in front and the square in front is not attacked. */
    PASSED_FREE(8),
    /** By rank: something stands in front. */
    PASSED_BLOCKED(8),
    /** By distance of the king to the square in front of an own passed pawn past the middle, 0 to 7. */
    PASSED_OWN_KING(8),
    PASSED_ENEMY_KING(8),
    ROOK_BEHIND_PASSED(1),
    /** By rank of the foremost cover pawn on the king's file, 0 for none. */
    COVER_KING_FILE(8),
    /** The same on the files beside the king. */
    COVER_BESIDE(8),
    /** By rank, as the king's side sees it, of the nearest enemy pawn on the three files, 0 for none. */
    STORM(8),
    /** Knight, bishop, rook, queen: bears on the king's zone. Feeds the danger, which grows with its square. */
    DANGER_ATTACKER(4),
    /** For each hit on a neighbour square of the king. */
    DANGER_HIT(1),
    /** Each neighbour square that is hit and guarded by nothing but king or queen. */
    DANGER_WEAK_SQUARE(1),
    /** Knight, bishop, rook, queen: a check from a square that is not guarded. */
    DANGER_SAFE_CHECK(4),
    /** Each missing cover pawn of the three. */
    DANGER_NO_COVER(1),
    /** The attacker has no queen. */
    DANGER_NO_QUEEN(1),
    DANGER_BASE(1),
    KNIGHT_POST(1),
    BISHOP_POST(1),
    /** Each own pawn on the bishop's colour; on c to f and fixed counts twice. */
    BISHOP_OWN_PAWNS(1),
    /** A bishop on a long diagonal that sees both central squares. */
    BISHOP_LONG_DIAGONAL(1),
    /** A minor piece directly behind a pawn. */
    MINOR_BEHIND_PAWN(1),
    ROOK_OPEN_FILE(1),
    ROOK_HALF_OPEN_FILE(1),
    ROOK_ON_SEVENTH(1),
    /** A rook with few moves, shut in by its own king. */
    ROOK_SHUT_IN(1),
    /** A pawn hits knight, bishop, rook, queen. */
    PAWN_HITS(4),
    /** A knight or bishop hits pawn, knight, bishop, rook, queen where a gain threatens. */
    MINOR_HITS(5),
    ROOK_HITS(5),
    KING_HITS(1),
    /** A piece that is attacked and has no guard. */
    HANGING(1),
    /** A pawn can step forward safely and hit a piece. */
    PUSH_HITS(1),
    /** Each safe square behind the own pawns on c to f, times the number of pieces. */
    SPACE(1),
    TEMPO(1);

    private static final int[] OFFSETS = new int[values().length];

    /** All weights. */
    static final int COUNT;

    static {
        int offset = 0;
        for (Term term : values()) {
            OFFSETS[term.ordinal()] = offset;
            offset += term.size;
        }
        COUNT = offset;
    }

    private final int size;

    Term(int size) {
        this.size = size;
    }

    int size() {
        return size;
    }

    /** Where its weights begin among all. */
    int offset() {
        return OFFSETS[ordinal()];
    }

    String label() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
