package org.zeroply.rules;

/**
 * Legal moves, without trying any of them out: pins and checks are worked out first, as masks of squares, and every
 * man then moves within its mask. {@link #count} walks the same road and only counts; the tests hold the two against
 * each other and both against a plain generator of their own.
 *
 * <p>The masks: {@code target} is where a man other than the king may go (not on an own man, and in check only onto
 * the checker or between it and the king); {@code pinned} are the own men that shield the king from a line piece, each
 * of which may move only along the line from the king through itself.
 */
final class MoveGenerator {
    private static final long FILE_A = 0x0101010101010101L;
    private static final long FILE_H = 0x8080808080808080L;
    private static final long RANK_1 = 0xFFL;
    private static final long RANK_3 = 0xFF0000L;
    private static final long RANK_6 = 0xFF0000000000L;
    private static final long RANK_8 = 0xFF00000000000000L;

    private MoveGenerator() {}

    /** The own men that stand alone between the king and an enemy line piece. */
    static long pinned(Board board, int us, int king, long occupied) {
        return shields(board, us ^ 1, king, occupied, us);
    }

    /** The men of one side that stand alone between a king and a line piece of the sniping side. */
    static long shields(Board board, int sniping, int king, long occupied, int of) {
        long snipers = board.sides[sniping]
                & (Attacks.rookRays(king) & (board.types[3] | board.types[4])
                        | Attacks.bishopRays(king) & (board.types[2] | board.types[4]));
        long shields = 0;
        while (snipers != 0) {
            long shield = Attacks.between(king, Long.numberOfTrailingZeros(snipers)) & occupied;
            if (shield != 0 && (shield & shield - 1) == 0) {
                shields |= shield & board.sides[of];
            }
            snipers &= snipers - 1;
        }
        return shields;
    }

    static int generate(Board board, int[] moves) {
        return generate(board, moves, ~0L, ~0L);
    }

    /** The captures, en passant included, and the promotions to a queen. */
    static int generateCaptures(Board board, int[] moves) {
        long enemy = board.sides[board.side ^ 1];
        int n = generate(board, moves, enemy, enemy | RANK_1 | RANK_8);
        int kept = 0;
        for (int i = 0; i < n; i++) {
            int kind = Board.kind(moves[i]);
            if (kind < Board.PROMOTION || kind == Board.PROMOTION + 3) {
                moves[kept++] = moves[i];
            }
        }
        return kept;
    }

    /** The legal moves of pieces and king onto some squares and of pawns onto others; castling only if all are wanted. */
    private static int generate(Board board, int[] moves, long wanted, long wantedOfPawns) {
        int us = board.side;
        int them = us ^ 1;
        long[] types = board.types;
        long own = board.sides[us];
        long enemy = board.sides[them];
        long occupied = own | enemy;
        int king = Long.numberOfTrailingZeros(own & types[5]);
        int n = 0;

        long steps = Attacks.king(king) & ~own & wanted;
        long withoutKing = occupied ^ 1L << king;
        while (steps != 0) {
            int to = Long.numberOfTrailingZeros(steps);
            if (!board.attacked(to, them, withoutKing)) {
                moves[n++] = king | to << 6;
            }
            steps &= steps - 1;
        }

        long checkers = board.attackersTo(king, occupied) & enemy;
        long target = ~own;
        if (checkers != 0) {
            if ((checkers & checkers - 1) != 0) {
                return n;
            }
            target = Attacks.between(king, Long.numberOfTrailingZeros(checkers)) | checkers;
        } else if (board.rights != 0 && wanted == ~0L) {
            n = castling(board, moves, n, us, occupied);
        }
        long pinned = pinned(board, us, king, occupied);
        long pawnTarget = target & wantedOfPawns;
        target &= wanted;

        long knights = own & types[1] & ~pinned;
        while (knights != 0) {
            int from = Long.numberOfTrailingZeros(knights);
            n = add(moves, n, from, Attacks.knight(from) & target);
            knights &= knights - 1;
        }
        long diagonal = own & (types[2] | types[4]);
        while (diagonal != 0) {
            int from = Long.numberOfTrailingZeros(diagonal);
            long to = Attacks.bishop(from, occupied) & target;
            if ((pinned & 1L << from) != 0) {
                to &= Attacks.line(king, from);
            }
            n = add(moves, n, from, to);
            diagonal &= diagonal - 1;
        }
        long straight = own & (types[3] | types[4]);
        while (straight != 0) {
            int from = Long.numberOfTrailingZeros(straight);
            long to = Attacks.rook(from, occupied) & target;
            if ((pinned & 1L << from) != 0) {
                to &= Attacks.line(king, from);
            }
            n = add(moves, n, from, to);
            straight &= straight - 1;
        }
        return pawns(board, moves, n, us, king, own & types[0], pinned, enemy, ~occupied, pawnTarget);
    }

    private static int pawns(
            Board board,
            int[] moves,
            int start,
            int us,
            int king,
            long pawns,
            long pinned,
            long enemy,
            long empty,
            long target) {
        int n = start;
        int forward = us == 0 ? 8 : -8;
        long free = pawns & (~pinned | fileOf(king));
        long once = (us == 0 ? free << 8 : free >>> 8) & empty;
        long twice = (us == 0 ? (once & RANK_3) << 8 : (once & RANK_6) >>> 8) & empty & target;
        once &= target;
        long left = (us == 0 ? (pawns & ~FILE_A) << 7 : (pawns & ~FILE_A) >>> 9) & enemy & target;
        long right = (us == 0 ? (pawns & ~FILE_H) << 9 : (pawns & ~FILE_H) >>> 7) & enemy & target;
        while (twice != 0) {
            int to = Long.numberOfTrailingZeros(twice);
            moves[n++] = Board.code(to - 2 * forward, to, Board.DOUBLE_STEP);
            twice &= twice - 1;
        }
        n = addPawns(moves, n, once, forward, king, 0);
        n = addPawns(moves, n, left, forward - 1, king, pinned);
        n = addPawns(moves, n, right, forward + 1, king, pinned);
        if (board.enPassant != Board.NO_SQUARE) {
            long capturers = Attacks.pawn(us ^ 1, board.enPassant) & pawns;
            while (capturers != 0) {
                int from = Long.numberOfTrailingZeros(capturers);
                if (board.enPassantLeavesKingSafe(from, board.enPassant)) {
                    moves[n++] = Board.code(from, board.enPassant, Board.EN_PASSANT);
                }
                capturers &= capturers - 1;
            }
        }
        return n;
    }

    /** Pawn moves that share one step; a pinned pawn must stay on its line from the king. */
    private static int addPawns(int[] moves, int start, long targets, int step, int king, long pinned) {
        int n = start;
        long rest = targets;
        while (rest != 0) {
            int to = Long.numberOfTrailingZeros(rest);
            int from = to - step;
            rest &= rest - 1;
            if ((pinned & 1L << from) != 0 && (Attacks.line(king, from) & 1L << to) == 0) {
                continue;
            }
            if (to >= 8 && to < 56) {
                moves[n++] = from | to << 6;
            } else {
                moves[n++] = Board.code(from, to, Board.PROMOTION + 3);
                moves[n++] = Board.code(from, to, Board.PROMOTION);
                moves[n++] = Board.code(from, to, Board.PROMOTION + 2);
                moves[n++] = Board.code(from, to, Board.PROMOTION + 1);
            }
        }
        return n;
    }

    private static int add(int[] moves, int start, int from, long targets) {
        int n = start;
        long rest = targets;
        while (rest != 0) {
            moves[n++] = from | Long.numberOfTrailingZeros(rest) << 6;
            rest &= rest - 1;
        }
        return n;
    }

    private static int castling(Board board, int[] moves, int start, int us, long occupied) {
        int n = start;
        int home = us == 0 ? 4 : 60;
        if (mayCastleShort(board, us, home, occupied)) {
            moves[n++] = Board.code(home, home + 2, Board.CASTLING);
        }
        if (mayCastleLong(board, us, home, occupied)) {
            moves[n++] = Board.code(home, home - 2, Board.CASTLING);
        }
        return n;
    }

    private static boolean mayCastleShort(Board board, int us, int home, long occupied) {
        return (board.rights & 1 << 2 * us) != 0
                && (occupied & 3L << home + 1) == 0
                && !board.attacked(home + 1, us ^ 1, occupied)
                && !board.attacked(home + 2, us ^ 1, occupied);
    }

    private static boolean mayCastleLong(Board board, int us, int home, long occupied) {
        return (board.rights & 2 << 2 * us) != 0
                && (occupied & 7L << home - 3) == 0
                && !board.attacked(home - 1, us ^ 1, occupied)
                && !board.attacked(home - 2, us ^ 1, occupied);
    }

    private static long fileOf(int square) {
        return FILE_A << (square & 7);
    }

    /** How many legal moves there are, without listing them. */
    static int count(Board board) {
        int us = board.side;
        int them = us ^ 1;
        long[] types = board.types;
        long own = board.sides[us];
        long enemy = board.sides[them];
        long occupied = own | enemy;
        int king = Long.numberOfTrailingZeros(own & types[5]);
        int n = 0;

        long steps = Attacks.king(king) & ~own;
        if (steps != 0) {
            long withoutKing = occupied ^ 1L << king;
            do {
                if (!board.attacked(Long.numberOfTrailingZeros(steps), them, withoutKing)) {
                    n++;
                }
                steps &= steps - 1;
            } while (steps != 0);
        }

        long target = ~own;
        if (board.attacked(king, them, occupied)) {
            long checkers = board.attackersTo(king, occupied) & enemy;
            if ((checkers & checkers - 1) != 0) {
                return n;
            }
            target = Attacks.between(king, Long.numberOfTrailingZeros(checkers)) | checkers;
        } else if (board.rights != 0) {
            int home = us == 0 ? 4 : 60;
            if (mayCastleShort(board, us, home, occupied)) {
                n++;
            }
            if (mayCastleLong(board, us, home, occupied)) {
                n++;
            }
        }
        long pinned = pinned(board, us, king, occupied);

        long knights = own & types[1] & ~pinned;
        while (knights != 0) {
            n += Long.bitCount(Attacks.knight(Long.numberOfTrailingZeros(knights)) & target);
            knights &= knights - 1;
        }
        long diagonal = own & (types[2] | types[4]);
        while (diagonal != 0) {
            int from = Long.numberOfTrailingZeros(diagonal);
            long to = Attacks.bishop(from, occupied) & target;
            n += Long.bitCount((pinned & 1L << from) == 0 ? to : to & Attacks.line(king, from));
            diagonal &= diagonal - 1;
        }
        long straight = own & (types[3] | types[4]);
        while (straight != 0) {
            int from = Long.numberOfTrailingZeros(straight);
            long to = Attacks.rook(from, occupied) & target;
            n += Long.bitCount((pinned & 1L << from) == 0 ? to : to & Attacks.line(king, from));
            straight &= straight - 1;
        }

        long pawns = own & types[0];
        n += pawnCount(us, pawns & ~pinned, enemy, ~occupied, target);
        long pinnedPawns = pawns & pinned;
        while (pinnedPawns != 0) {
            long bit = pinnedPawns & -pinnedPawns;
            long line = Attacks.line(king, Long.numberOfTrailingZeros(bit));
            n += pawnCount(us, bit, enemy & line, ~occupied & line, target);
            pinnedPawns ^= bit;
        }
        if (board.enPassant != Board.NO_SQUARE) {
            long capturers = Attacks.pawn(them, board.enPassant) & pawns;
            while (capturers != 0) {
                if (board.enPassantLeavesKingSafe(Long.numberOfTrailingZeros(capturers), board.enPassant)) {
                    n++;
                }
                capturers &= capturers - 1;
            }
        }
        return n;
    }

    private static int pawnCount(int us, long pawns, long enemy, long empty, long target) {
        long once;
        long twice;
        long left;
        long right;
        if (us == 0) {
            once = pawns << 8 & empty;
            twice = (once & RANK_3) << 8 & empty & target;
            left = (pawns & ~FILE_A) << 7 & enemy & target;
            right = (pawns & ~FILE_H) << 9 & enemy & target;
        } else {
            once = pawns >>> 8 & empty;
            twice = (once & RANK_6) >>> 8 & empty & target;
            left = (pawns & ~FILE_A) >>> 9 & enemy & target;
            right = (pawns & ~FILE_H) >>> 7 & enemy & target;
        }
        once &= target;
        int plain = Long.bitCount(once) + Long.bitCount(twice) + Long.bitCount(left) + Long.bitCount(right);
        long last = RANK_1 | RANK_8;
        if (((once | left | right) & last) != 0) {
            plain += 3 * (Long.bitCount(once & last) + Long.bitCount(left & last) + Long.bitCount(right & last));
        }
        return plain;
    }
}
