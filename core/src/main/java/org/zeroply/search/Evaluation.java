package org.zeroply.search;

import org.zeroply.rules.Attacks;
import org.zeroply.rules.Board;

/**
 * What a position is worth without looking ahead, in hundredths of a pawn from the view of the side to move. Hot: a
 * search asks for it hundreds of thousands of times a second.
 *
 * <p>Every notion of {@link Term} is counted for both sides and multiplied by its weight; a weight is a pair, and the
 * pair's two sums are blended by how much material is left (<em>tapered</em>, a published technique). Material and
 * square tables change with each move by little and are kept by the caller; what depends on the pawns alone is
 * remembered by the pawns. Positions with bare kings, drawn material and drawish material are known by rules at the end.
 *
 * <p>Not safe for use by several threads: each has its own.
 */
public final class Evaluation {
    /** Evaluations stay within this; anything beyond is a proven mate. */
    static final int LIMIT = 20_000;

    private static final long FILE_A = 0x0101010101010101L;
    private static final long FILE_H = FILE_A << 7;
    private static final long LIGHT = 0x55AA55AA55AA55AAL;
    private static final long CENTRE = 0x0000001818000000L;
    private static final long LONG_DIAGONALS = 0x8142241818244281L;
    private static final long FILES_C_TO_F = FILE_A << 2 | FILE_A << 3 | FILE_A << 4 | FILE_A << 5;
    private static final int FULL_PHASE = 24;

    private static final int KNIGHT = 1;
    private static final int BISHOP = 2;
    private static final int ROOK = 3;
    private static final int QUEEN = 4;
    private static final int KING = 5;

    private static final int KNIGHT_MOBILITY = Term.KNIGHT_MOBILITY.offset();
    private static final int BISHOP_MOBILITY = Term.BISHOP_MOBILITY.offset();
    private static final int ROOK_MOBILITY = Term.ROOK_MOBILITY.offset();
    private static final int QUEEN_MOBILITY = Term.QUEEN_MOBILITY.offset();
    private static final int ISOLATED = Term.ISOLATED.offset();
    private static final int DOUBLED = Term.DOUBLED.offset();
    private static final int BACKWARD = Term.BACKWARD.offset();
    private static final int WEAK_ON_OPEN_FILE = Term.WEAK_ON_OPEN_FILE.offset();
    private static final int CONNECTED = Term.CONNECTED.offset();
    private static final int PASSED = Term.PASSED.offset();
    private static final int PASSED_GUARDED = Term.PASSED_GUARDED.offset();
    private static final int PASSED_FREE = Term.PASSED_FREE.offset();
    private static final int PASSED_BLOCKED = Term.PASSED_BLOCKED.offset();
    private static final int PASSED_OWN_KING = Term.PASSED_OWN_KING.offset();
    private static final int PASSED_ENEMY_KING = Term.PASSED_ENEMY_KING.offset();
    private static final int ROOK_BEHIND_PASSED = Term.ROOK_BEHIND_PASSED.offset();
    private static final int COVER_KING_FILE = Term.COVER_KING_FILE.offset();
    private static final int COVER_BESIDE = Term.COVER_BESIDE.offset();
    private static final int STORM = Term.STORM.offset();
    private static final int DANGER_ATTACKER = Term.DANGER_ATTACKER.offset();
    private static final int DANGER_HIT = Term.DANGER_HIT.offset();
    private static final int DANGER_WEAK_SQUARE = Term.DANGER_WEAK_SQUARE.offset();
    private static final int DANGER_SAFE_CHECK = Term.DANGER_SAFE_CHECK.offset();
    private static final int DANGER_NO_COVER = Term.DANGER_NO_COVER.offset();
    private static final int DANGER_NO_QUEEN = Term.DANGER_NO_QUEEN.offset();
    private static final int DANGER_BASE = Term.DANGER_BASE.offset();
    private static final int KNIGHT_POST = Term.KNIGHT_POST.offset();
    private static final int BISHOP_POST = Term.BISHOP_POST.offset();
    private static final int BISHOP_OWN_PAWNS = Term.BISHOP_OWN_PAWNS.offset();
    private static final int BISHOP_LONG_DIAGONAL = Term.BISHOP_LONG_DIAGONAL.offset();
    private static final int MINOR_BEHIND_PAWN = Term.MINOR_BEHIND_PAWN.offset();
    private static final int ROOK_OPEN_FILE = Term.ROOK_OPEN_FILE.offset();
    private static final int ROOK_HALF_OPEN_FILE = Term.ROOK_HALF_OPEN_FILE.offset();
    private static final int ROOK_ON_SEVENTH = Term.ROOK_ON_SEVENTH.offset();
    private static final int ROOK_SHUT_IN = Term.ROOK_SHUT_IN.offset();
    private static final int PAWN_HITS = Term.PAWN_HITS.offset();
    private static final int MINOR_HITS = Term.MINOR_HITS.offset();
    private static final int ROOK_HITS = Term.ROOK_HITS.offset();
    private static final int KING_HITS = Term.KING_HITS.offset();
    private static final int HANGING = Term.HANGING.offset();
    private static final int PUSH_HITS = Term.PUSH_HITS.offset();
    private static final int SPACE = Term.SPACE.offset();
    private static final int TEMPO = Term.TEMPO.offset();
    private static final int BISHOP_PAIR = Term.BISHOP_PAIR.offset();

    /** The half-board entry of each square as White sees it. */
    private static final int[] HALF = new int[64];

    static {
        for (int square = 0; square < 64; square++) {
            int file = square & 7;
            HALF[square] = (square >>> 3) * 4 + (file < 4 ? file : 7 - file);
        }
    }

    /** After so many half-moves without a capture or pawn move an advantage begins to count less. */
    private static final int NO_PROGRESS = 40;

    /** Pawn structures remembered; a power of two. */
    private static final int PAWN_ENTRIES = 1 << 14;

    private final int[] w;

    /** Material and square table together, by piece code times 64 plus square, White's positive and Black's negative. */
    private final int[] onSquare = new int[13 * 64];

    /** Four words an entry: White's pawns, Black's, the passed ones, and the kings, their cover and the score. */
    private final long[] remembered = new long[4 * PAWN_ENTRIES];

    private final Half white = new Half(0);
    private final Half black = new Half(1);

    /** What a piece near the king adds to its danger, by type, and every square beside it that is hit. */
    private final int[] dangerOf = new int[5];

    private final int dangerOfHit;
    private long passed;

    public Evaluation(Weights weights) {
        w = weights.packed();
        for (int type = KNIGHT; type <= QUEEN; type++) {
            dangerOf[type] = Weights.middlegame(w[DANGER_ATTACKER + type - 1]);
        }
        dangerOfHit = Weights.middlegame(w[DANGER_HIT]);
        int[] tables = {
            Term.PAWN_SQUARE.offset(),
            Term.KNIGHT_SQUARE.offset(),
            Term.BISHOP_SQUARE.offset(),
            Term.ROOK_SQUARE.offset(),
            Term.QUEEN_SQUARE.offset(),
            Term.KING_SQUARE.offset()
        };
        for (int type = 0; type < 6; type++) {
            int material = type == KING ? 0 : w[Term.MATERIAL.offset() + type];
            for (int square = 0; square < 64; square++) {
                int value = material + w[tables[type] + HALF[square]];
                onSquare[1 + type << 6 | square] = value;
                onSquare[7 + type << 6 | square ^ 56] = -value;
            }
        }
        // No position has pawns on the first rank, so an empty entry is never taken for a real one.
        for (int entry = 0; entry < remembered.length; entry += 4) {
            remembered[entry] = 1;
        }
    }

    /** The part of a man on a square in the packed sum that the caller keeps, from White's view. */
    int onSquare(int code, int square) {
        return onSquare[code << 6 | square];
    }

    /** The packed sum of material and square tables, from White's view, counted from nothing. */
    int squares(Board board) {
        int sum = 0;
        for (long rest = board.occupied(); rest != 0; rest &= rest - 1) {
            int square = Long.numberOfTrailingZeros(rest);
            sum += onSquare(board.codeAt(square), square);
        }
        return sum;
    }

    /** The evaluation of a position by itself. */
    public int of(Board board) {
        return of(board, squares(board));
    }

    /**
     * One side's men and what they hit, filled anew for every position: fields, since they are asked for far more often
     * than the board could be.
     */
    private static final class Half {
        final int side;
        long men;
        long pawns;
        long knights;
        long bishops;
        long rooks;
        long queens;
        int king;

        long hitByPawns;
        long hitByKnights;
        long hitByBishops;
        long hitByRooks;
        long hitByQueens;
        long hitByKing;
        long hit;
        long hitTwice;

        /** What the other side's pieces do to its king. */
        int danger;

        Half(int side) {
            this.side = side;
        }

        void read(Board board) {
            men = board.all(side);
            pawns = board.type(0) & men;
            knights = board.type(KNIGHT) & men;
            bishops = board.type(BISHOP) & men;
            rooks = board.type(ROOK) & men;
            queens = board.type(QUEEN) & men;
            king = Long.numberOfTrailingZeros(board.type(KING) & men);
            hitByPawns = pawnHits(pawns, side);
            hitByKing = Attacks.king(king);
            hit = hitByPawns | hitByKing;
            hitTwice = hitByPawns & hitByKing | pawnDoubleHits(pawns, side);
        }
    }

    /** The evaluation, with the packed sum of material and squares that the caller has kept. */
    int of(Board board, int squares) {
        white.read(board);
        black.read(board);
        long occupied = white.men | black.men;
        int score = squares + pawns(board, white.pawns, black.pawns);
        score += pieces(board, white, black, occupied) - pieces(board, black, white, occupied);
        score += kingDanger(black, white, occupied) - kingDanger(white, black, occupied);
        score += threats(board, white, black, occupied) - threats(board, black, white, occupied);
        if (passed != 0) {
            score += passedPawns(white, black, occupied) - passedPawns(black, white, occupied);
        }
        score += space(white, black) - space(black, white);
        score += board.side() == 0 ? w[TEMPO] : -w[TEMPO];
        int value = blend(board, score);
        return board.side() == 0 ? value : -value;
    }

    /** Material, squares and pawns alone, from the view of the side to move: what can be had for next to nothing. */
    int rough(Board board, int squares) {
        int score = squares + pawns(board, board.men(0, 0), board.men(1, 0));
        int value = blend(board, score);
        return board.side() == 0 ? value : -value;
    }

    private int blend(Board board, int score) {
        int phase = Math.min(
                FULL_PHASE,
                Long.bitCount(board.type(KNIGHT) | board.type(BISHOP))
                        + 2 * Long.bitCount(board.type(ROOK))
                        + 4 * Long.bitCount(board.type(QUEEN)));
        int middlegame = Weights.middlegame(score);
        int ending = Weights.ending(score);
        if (phase <= 8 || board.type(0) == 0) {
            int known = Endings.known(board, ending);
            if (known != Endings.UNKNOWN) {
                return known;
            }
        }
        int scale = Endings.scale(board, ending);
        ending = ending * scale / Endings.FULL_SCALE;
        if (scale <= Endings.HELD) {
            middlegame = middlegame * scale / Endings.FULL_SCALE;
        }
        int value = (middlegame * phase + ending * (FULL_PHASE - phase)) / FULL_PHASE;
        int idle = board.halfmoveClock() - NO_PROGRESS;
        if (idle > 0) {
            // Who could win would have moved a pawn or taken something: toward the fifty moves it is a draw.
            value = value * Math.max(0, 100 - NO_PROGRESS - idle) / (100 - NO_PROGRESS);
        }
        return Math.clamp(value, -LIMIT + 1, LIMIT - 1);
    }

    // ---- pawns

    private static long pawnHits(long pawns, int side) {
        return side == 0
                ? (pawns & ~FILE_A) << 7 | (pawns & ~FILE_H) << 9
                : (pawns & ~FILE_A) >>> 9 | (pawns & ~FILE_H) >>> 7;
    }

    private static long pawnDoubleHits(long pawns, int side) {
        return side == 0
                ? (pawns & ~FILE_A) << 7 & (pawns & ~FILE_H) << 9
                : (pawns & ~FILE_A) >>> 9 & (pawns & ~FILE_H) >>> 7;
    }

    /** Everything ahead of these squares on their files, as the side sees it. */
    private static long ahead(long squares, int side) {
        long filled;
        if (side == 0) {
            filled = squares << 8;
            filled |= filled << 8;
            filled |= filled << 16;
            return filled | filled << 32;
        }
        filled = squares >>> 8;
        filled |= filled >>> 8;
        filled |= filled >>> 16;
        return filled | filled >>> 32;
    }

    private static long beside(long squares) {
        return (squares & ~FILE_H) << 1 | (squares & ~FILE_A) >>> 1;
    }

    private int pawns(Board board, long white, long black) {
        int kings = board.kingSquare(0) | board.kingSquare(1) << 6;
        long mixed = white * 0x9E3779B97F4A7C15L ^ Long.rotateLeft(black, 29) * 0xBF58476D1CE4E5B9L;
        int entry = (int) ((mixed ^ kings * 0x94D049BB133111EBL) >>> 50) << 2;
        if (remembered[entry] == white
                && remembered[entry + 1] == black
                && (int) (remembered[entry + 3] >>> 32) == kings) {
            passed = remembered[entry + 2];
            return (int) remembered[entry + 3];
        }
        remembered[entry] = white;
        remembered[entry + 1] = black;
        remembered[entry + 2] = passed(white, black, 0) | passed(black, white, 1);
        passed = remembered[entry + 2];
        int score = structure(white, black, 0) - structure(black, white, 1) + cover(board, 0) - cover(board, 1);
        remembered[entry + 3] = (long) kings << 32 | score & 0xFFFFFFFFL;
        return score;
    }

    private static long passed(long own, long enemy, int side) {
        long held = ahead(enemy, side ^ 1);
        return own & ~held & ~beside(held) & ~ahead(own, side ^ 1);
    }

    private int structure(long own, long enemy, int side) {
        long ownHits = pawnHits(own, side);
        long enemyHits = pawnHits(enemy, side ^ 1);
        long files = ahead(own, 0) | ahead(own, 1) | own;
        long isolated = own & ~beside(files);
        // A square ahead of a neighbour pawn, or beside it, could still be guarded by it.
        long guardable = beside(own | ahead(own, side));
        long stops = side == 0 ? own << 8 : own >>> 8;
        long backwardStops = stops & enemyHits & ~guardable;
        long backward = (side == 0 ? backwardStops >>> 8 : backwardStops << 8) & own & ~isolated;
        long openAhead = own & ~ahead(enemy, side ^ 1);
        int score = w[ISOLATED] * Long.bitCount(isolated)
                + w[BACKWARD] * Long.bitCount(backward)
                + w[WEAK_ON_OPEN_FILE] * Long.bitCount((isolated | backward) & openAhead)
                + w[DOUBLED] * Long.bitCount(own & ahead(own, side ^ 1));
        for (long rest = own & (ownHits | beside(own)); rest != 0; rest &= rest - 1) {
            score += w[CONNECTED + rank(Long.numberOfTrailingZeros(rest), side)];
        }
        for (long rest = passed(own, enemy, side); rest != 0; rest &= rest - 1) {
            int square = Long.numberOfTrailingZeros(rest);
            int rank = rank(square, side);
            score += w[PASSED + rank];
            if ((ownHits & 1L << square) != 0) {
                score += w[PASSED_GUARDED + rank];
            }
        }
        return score;
    }

    /** 0 for a side's own first rank. */
    private static int rank(int square, int side) {
        return side == 0 ? square >>> 3 : 7 - (square >>> 3);
    }

    private int cover(Board board, int side) {
        int king = board.kingSquare(side);
        int kingRank = king >>> 3;
        int file = Math.clamp(king & 7, 1, 6);
        long own = board.men(side, 0);
        long enemy = board.men(side ^ 1, 0);
        // Only what stands beside or ahead of the king covers it.
        long front = side == 0 ? -1L << (kingRank << 3) : -1L >>> (7 - kingRank << 3);
        int score = 0;
        for (int each = file - 1; each <= file + 1; each++) {
            long line = FILE_A << each & front;
            int cover = nearestRank(own & line, side);
            int storm = nearestRank(enemy & line, side);
            score += w[(each == (king & 7) ? COVER_KING_FILE : COVER_BESIDE) + cover] + w[STORM + storm];
        }
        return score;
    }

    private static int nearestRank(long pawns, int side) {
        if (pawns == 0) {
            return 0;
        }
        return side == 0 ? Long.numberOfTrailingZeros(pawns) >>> 3 : Long.numberOfLeadingZeros(pawns) >>> 3;
    }

    private int passedPawns(Half own, Half enemy, long occupied) {
        int side = own.side;
        int score = 0;
        for (long rest = passed & own.men; rest != 0; rest &= rest - 1) {
            int square = Long.numberOfTrailingZeros(rest);
            int rank = rank(square, side);
            int stop = side == 0 ? square + 8 : square - 8;
            long stopBit = 1L << stop;
            if ((occupied & stopBit) != 0) {
                score += w[PASSED_BLOCKED + rank];
            } else if ((enemy.hit & stopBit) == 0) {
                score += w[PASSED_FREE + rank];
            }
            if (rank >= 4) {
                score += w[PASSED_OWN_KING + distance(own.king, stop)];
                score += w[PASSED_ENEMY_KING + distance(enemy.king, stop)];
            }
            if ((ahead(1L << square, side ^ 1) & own.rooks) != 0) {
                score += w[ROOK_BEHIND_PASSED];
            }
        }
        return score;
    }

    private static int distance(int a, int b) {
        return Math.max(Math.abs((a & 7) - (b & 7)), Math.abs((a >>> 3) - (b >>> 3)));
    }

    // ---- pieces

    private int pieces(Board board, Half own, Half enemy, long occupied) {
        int side = own.side;
        long reachable = ~own.men & ~enemy.hitByPawns;
        int enemyKing = enemy.king;
        long ring = enemy.hitByKing;
        long zone = ring | 1L << enemyKing | (side == 1 ? ring << 8 : ring >>> 8);
        long guardedPosts = own.hitByPawns
                & ~ahead3(enemy.pawns, side ^ 1)
                & (side == 0 ? 0x0000FFFFFF000000L : 0x000000FFFFFF0000L);
        long pinned = board.pinned(side);
        int king = own.king;
        long hit = own.hit;
        long hitTwice = own.hitTwice;
        int score = 0;
        int attack = 0;
        long bothPawns = own.pawns | enemy.pawns;
        long behindPawn = side == 0 ? bothPawns >>> 8 : bothPawns << 8;

        long byType = 0;
        for (long rest = own.knights; rest != 0; rest &= rest - 1) {
            int square = Long.numberOfTrailingZeros(rest);
            long bit = 1L << square;
            long reach = (pinned & bit) == 0 ? Attacks.knight(square) : 0;
            hitTwice |= hit & reach;
            hit |= reach;
            byType |= reach;
            score += w[KNIGHT_MOBILITY + Long.bitCount(reach & reachable)];
            if ((reach & zone) != 0) {
                attack += dangerOf[KNIGHT] + dangerOfHit * Long.bitCount(reach & ring);
            }
            if ((guardedPosts & bit) != 0) {
                score += w[KNIGHT_POST];
            }
            if ((behindPawn & bit) != 0) {
                score += w[MINOR_BEHIND_PAWN];
            }
        }
        own.hitByKnights = byType;

        byType = 0;
        long queens = own.queens;
        for (long rest = own.bishops; rest != 0; rest &= rest - 1) {
            int square = Long.numberOfTrailingZeros(rest);
            long bit = 1L << square;
            long reach = Attacks.bishop(square, occupied ^ queens);
            if ((pinned & bit) != 0) {
                reach &= Attacks.line(king, square);
            }
            hitTwice |= hit & reach;
            hit |= reach;
            byType |= reach;
            score += w[BISHOP_MOBILITY + Long.bitCount(reach & reachable)];
            if ((reach & zone) != 0) {
                attack += dangerOf[BISHOP] + dangerOfHit * Long.bitCount(reach & ring);
            }
            if ((guardedPosts & bit) != 0) {
                score += w[BISHOP_POST];
            }
            if ((behindPawn & bit) != 0) {
                score += w[MINOR_BEHIND_PAWN];
            }
            score += bishop(bit, side, own.pawns, enemy.pawns, reach);
        }
        own.hitByBishops = byType;

        byType = 0;
        long seenThrough = occupied ^ queens ^ own.rooks;
        for (long rest = own.rooks; rest != 0; rest &= rest - 1) {
            int square = Long.numberOfTrailingZeros(rest);
            long reach = Attacks.rook(square, seenThrough);
            if ((pinned & 1L << square) != 0) {
                reach &= Attacks.line(king, square);
            }
            hitTwice |= hit & reach;
            hit |= reach;
            byType |= reach;
            int mobility = Long.bitCount(reach & reachable);
            score += w[ROOK_MOBILITY + mobility];
            if ((reach & zone) != 0) {
                attack += dangerOf[ROOK] + dangerOfHit * Long.bitCount(reach & ring);
            }
            score += rook(square, side, own.pawns, enemy.pawns, enemyKing, king, mobility);
        }
        own.hitByRooks = byType;

        byType = 0;
        for (long rest = queens; rest != 0; rest &= rest - 1) {
            int square = Long.numberOfTrailingZeros(rest);
            long reach = Attacks.queen(square, occupied);
            if ((pinned & 1L << square) != 0) {
                reach &= Attacks.line(king, square);
            }
            hitTwice |= hit & reach;
            hit |= reach;
            byType |= reach;
            score += w[QUEEN_MOBILITY + Long.bitCount(reach & reachable)];
            if ((reach & zone) != 0) {
                attack += dangerOf[QUEEN] + dangerOfHit * Long.bitCount(reach & ring);
            }
        }
        own.hitByQueens = byType;

        own.hit = hit;
        own.hitTwice = hitTwice;
        enemy.danger = attack;
        long bishops = own.bishops;
        if ((bishops & LIGHT) != 0 && (bishops & ~LIGHT) != 0) {
            score += w[BISHOP_PAIR];
        }
        return score;
    }

    /** All that these pawns hit now or could hit on their way. */
    private static long ahead3(long pawns, int side) {
        return pawnHits(pawns | ahead(pawns, side), side);
    }

    private int bishop(long bit, int side, long ownPawns, long enemyPawns, long reach) {
        long colour = (bit & LIGHT) != 0 ? LIGHT : ~LIGHT;
        long sameColour = ownPawns & colour;
        long fixed = sameColour & FILES_C_TO_F & (side == 0 ? enemyPawns >>> 8 : enemyPawns << 8);
        int score = w[BISHOP_OWN_PAWNS] * (Long.bitCount(sameColour) + Long.bitCount(fixed));
        if ((bit & LONG_DIAGONALS) != 0 && Long.bitCount((reach | bit) & CENTRE) >= 2) {
            score += w[BISHOP_LONG_DIAGONAL];
        }
        return score;
    }

    private int rook(int square, int side, long ownPawns, long enemyPawns, int enemyKing, int king, int mobility) {
        long file = FILE_A << (square & 7);
        int score = 0;
        if ((file & ownPawns) == 0) {
            score += w[(file & enemyPawns) == 0 ? ROOK_OPEN_FILE : ROOK_HALF_OPEN_FILE];
        } else if (mobility <= 3
                && rank(king, side) == 0
                && (king & 7) < 4 == (square & 7) < (king & 7)
                && rank(square, side) == 0) {
            score += w[ROOK_SHUT_IN];
        }
        long seventh = side == 0 ? 0xFFL << 48 : 0xFFL << 8;
        if (rank(square, side) == 6 && (rank(enemyKing, side) == 7 || (enemyPawns & seventh) != 0)) {
            score += w[ROOK_ON_SEVENTH];
        }
        return score;
    }

    /** What the king of a side suffers, as a positive packed pair. */
    private int kingDanger(Half own, Half enemy, long occupied) {
        int sum = own.danger;
        if (sum == 0) {
            return 0;
        }
        int king = own.king;
        long ring = own.hitByKing;
        long guarded = own.hitByPawns | own.hitByKnights | own.hitByBishops | own.hitByRooks;
        long weak = ring & enemy.hit & ~guarded;
        sum += Weights.middlegame(w[DANGER_WEAK_SQUARE]) * Long.bitCount(weak);
        long safe = ~enemy.men & (~own.hit | weak & enemy.hitTwice & ~own.hitTwice);
        long straight = Attacks.rook(king, occupied) & safe;
        long diagonal = Attacks.bishop(king, occupied) & safe;
        if ((Attacks.knight(king) & safe & enemy.hitByKnights) != 0) {
            sum += Weights.middlegame(w[DANGER_SAFE_CHECK]);
        }
        if ((diagonal & enemy.hitByBishops) != 0) {
            sum += Weights.middlegame(w[DANGER_SAFE_CHECK + 1]);
        }
        if ((straight & enemy.hitByRooks) != 0) {
            sum += Weights.middlegame(w[DANGER_SAFE_CHECK + 2]);
        }
        if (((straight | diagonal) & enemy.hitByQueens) != 0) {
            sum += Weights.middlegame(w[DANGER_SAFE_CHECK + 3]);
        }
        if (enemy.queens == 0) {
            sum += Weights.middlegame(w[DANGER_NO_QUEEN]);
        }
        sum += Weights.middlegame(w[DANGER_NO_COVER]) * openFiles(own.pawns, king) + Weights.middlegame(w[DANGER_BASE]);
        if (sum <= 0) {
            return 0;
        }
        return Weights.pack(Math.min(1500, sum * sum >> 6), sum >> 3);
    }

    /** How many of the three files at the king have no own pawn. */
    private static int openFiles(long pawns, int king) {
        int file = Math.clamp(king & 7, 1, 6);
        int open = 0;
        for (int each = file - 1; each <= file + 1; each++) {
            if ((pawns & FILE_A << each) == 0) {
                open++;
            }
        }
        return open;
    }

    private int threats(Board board, Half own, Half enemy, long occupied) {
        int score = 0;
        long targets = enemy.men & ~(1L << enemy.king);
        for (long rest = own.hitByPawns & targets & ~enemy.pawns; rest != 0; rest &= rest - 1) {
            score += w[PAWN_HITS + type(board, rest) - 1];
        }
        // A man guarded by a pawn is only worth hitting by something cheaper.
        long open = targets & ~enemy.hitByPawns;
        long minors = own.hitByKnights | own.hitByBishops;
        for (long rest = minors & (open | enemy.rooks | enemy.queens); rest != 0; rest &= rest - 1) {
            score += w[MINOR_HITS + type(board, rest)];
        }
        for (long rest = own.hitByRooks & (open | enemy.queens); rest != 0; rest &= rest - 1) {
            score += w[ROOK_HITS + type(board, rest)];
        }
        if ((own.hitByKing & open & ~enemy.hit) != 0) {
            score += w[KING_HITS];
        }
        score += w[HANGING] * Long.bitCount(targets & own.hit & ~enemy.hit);
        long steps = (own.side == 0 ? own.pawns << 8 : own.pawns >>> 8)
                & ~occupied
                & ~enemy.hitByPawns
                & (own.hit | ~enemy.hit);
        score += w[PUSH_HITS] * Long.bitCount(pawnHits(steps, own.side) & targets & ~enemy.pawns);
        return score;
    }

    private static int type(Board board, long squares) {
        return (board.codeAt(Long.numberOfTrailingZeros(squares)) - 1) % 6;
    }

    private int space(Half own, Half enemy) {
        int side = own.side;
        int count = Long.bitCount(own.men & ~own.pawns);
        if (count < 5) {
            return 0;
        }
        long camp = FILES_C_TO_F & (side == 0 ? 0x00000000FFFFFF00L : 0x00FFFFFF00000000L);
        long behind = ahead(own.pawns, side ^ 1);
        long safe = camp & behind & ~own.pawns & ~enemy.hitByPawns;
        return w[SPACE] * (Long.bitCount(safe) * (count - 4) / 4);
    }
}
