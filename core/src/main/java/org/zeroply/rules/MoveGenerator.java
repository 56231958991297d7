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
    private static final long RANK_2 = 0xFF00L;
    private static final long RANK_3 = 0xFF0000L;
    private static final long RANK_6 = 0xFF0000000000L;
    private static final long RANK_7 = 0xFF000000000000L;
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
        return generate(board, moves, ~0L, ~0L, true, board.enPassant);
    }

    /** The captures, en passant included, and the promotions to a queen. */
    static int generateCaptures(Board board, int[] moves) {
        long enemy = board.sides[board.side ^ 1];
        int n = generate(board, moves, enemy, enemy | RANK_1 | RANK_8, false, board.enPassant);
        return (board.types[0] & board.sides[board.side] & (RANK_2 | RANK_7)) == 0 ? n : promotions(moves, n, true);
    }

    /** All that {@link #generateCaptures} leaves out: moves to empty squares and the promotions to lesser pieces. */
    static int generateOthers(Board board, int[] moves) {
        long empty = ~(board.sides[0] | board.sides[1]);
        boolean promoting = (board.types[0] & board.sides[board.side] & (RANK_2 | RANK_7)) != 0;
        long enemyOnLast = promoting ? board.sides[board.side ^ 1] & (RANK_1 | RANK_8) : 0;
        int n = generate(board, moves, empty, empty | enemyOnLast, true, Board.NO_SQUARE);
        return promoting ? promotions(moves, n, false) : n;
    }

    /** Keeps of the promotions either those to a queen or the others; what is no promotion stays. */
    private static int promotions(int[] moves, int n, boolean toQueen) {
        int kept = 0;
        for (int i = 0; i < n; i++) {
            int kind = Board.kind(moves[i]);
            if (kind < Board.PROMOTION || (kind == Board.PROMOTION + 3) == toQueen) {
                moves[kept++] = moves[i];
            }
        }
        return kept;
    }

    /**
     * The legal moves to empty squares that give check, of a side that is not in check itself; castling and promotions
     * are left out.
     *
     * @param from by type, pawn to queen, the squares from which a man gives check
     * @param discoverers own men that uncover a check when they leave its line
     */
    static int generateQuietChecks(Board board, int[] moves, long[] from, long discoverers) {
        int us = board.side;
        long[] types = board.types;
        long own = board.sides[us];
        long occupied = own | board.sides[us ^ 1];
        long empty = ~occupied;
        int king = Long.numberOfTrailingZeros(own & types[5]);
        int enemyKing = board.kingSquare(us ^ 1);
        long pinned = pinned(board, us, king, occupied);
        int n = 0;
        for (long rest = own & ~types[0]; rest != 0; rest &= rest - 1) {
            int square = Long.numberOfTrailingZeros(rest);
            long bit = 1L << square;
            int type = (board.men[square] - 1) % 6;
            long wanted = type == 5 ? 0 : from[type];
            if ((discoverers & bit) != 0) {
                wanted |= ~Attacks.line(enemyKing, square);
            }
            if ((pinned & bit) != 0) {
                wanted &= Attacks.line(king, square);
            }
            wanted &= empty;
            if (wanted == 0) {
                continue;
            }
            long to = wanted
                    & switch (type) {
                        case 1 -> Attacks.knight(square);
                        case 2 -> Attacks.bishop(square, occupied);
                        case 3 -> Attacks.rook(square, occupied);
                        case 4 -> Attacks.queen(square, occupied);
                        default -> Attacks.king(square);
                    };
            for (; to != 0; to &= to - 1) {
                int target = Long.numberOfTrailingZeros(to);
                if (type != 5 || !board.attacked(target, us ^ 1, occupied ^ bit)) {
                    moves[n++] = square | target << 6;
                }
            }
        }
        long pawns = own & types[0] & ~(pinned & ~fileOf(king));
        long once = (us == 0 ? pawns << 8 : pawns >>> 8) & empty;
        long twice = (us == 0 ? (once & RANK_3) << 8 : (once & RANK_6) >>> 8) & empty;
        // A pawn that steps along the line of the check that it covers uncovers nothing.
        long uncovering = own & types[0] & discoverers & ~fileOf(enemyKing);
        long once2 = us == 0 ? uncovering << 8 : uncovering >>> 8;
        long twice2 = us == 0 ? uncovering << 16 : uncovering >>> 16;
        int forward = us == 0 ? 8 : -8;
        for (long rest = once & (from[0] | once2) & ~(RANK_1 | RANK_8); rest != 0; rest &= rest - 1) {
            int to = Long.numberOfTrailingZeros(rest);
            moves[n++] = to - forward | to << 6;
        }
        for (long rest = twice & (from[0] | twice2); rest != 0; rest &= rest - 1) {
            int to = Long.numberOfTrailingZeros(rest);
            moves[n++] = Board.code(to - 2 * forward, to, Board.DOUBLE_STEP);
        }
        return n;
    }

    /** Whether a move code, from wherever it comes, is a legal move here. */
    static boolean isLegal(Board board, int move) {
        if (!board.canMake(move)) {
            return false;
        }
        int from = Board.from(move);
        int to = Board.to(move);
        int kind = Board.kind(move);
        int us = board.side;
        int them = us ^ 1;
        long occupied = board.sides[0] | board.sides[1];
        long toBit = 1L << to;
        int king = board.kingSquare(us);
        if (kind == Board.CASTLING) {
            return !board.attacked(king, them, occupied)
                    && (to > from
                            ? mayCastleShort(board, us, from, occupied)
                            : mayCastleLong(board, us, from, occupied));
        }
        if (kind == Board.EN_PASSANT) {
            return (Attacks.pawn(us, from) & toBit) != 0 && board.enPassantLeavesKingSafe(from, to);
        }
        int type = (board.men[from] - 1) % 6;
        if (type == 0) {
            int step = us == 0 ? 8 : -8;
            boolean reaches = board.men[to] != 0
                    ? (Attacks.pawn(us, from) & toBit) != 0
                    : to == from + step
                            || kind == Board.DOUBLE_STEP
                                    && from >>> 3 == (us == 0 ? 1 : 6)
                                    && board.men[from + step] == 0;
            if (!reaches) {
                return false;
            }
        } else if ((Attacks.of(type, from, occupied) & toBit) == 0) {
            return false;
        }
        long after = occupied & ~(1L << from);
        if (type == 5) {
            return !board.attacked(to, them, after);
        }
        // What is taken on the square attacks no longer, so its side is looked at without it.
        return !board.attacked(king, board.sides[them] & ~toBit, them, after | toBit);
    }

    /**
     * The legal moves of pieces and king onto some squares and of pawns onto others.
     *
     * @param castles whether castling is wanted
     * @param enPassant the square for a capture in passing if that is wanted
     */
    private static int generate(
            Board board, int[] moves, long wanted, long wantedOfPawns, boolean castles, int enPassant) {
        int us = board.side;
        int them = us ^ 1;
        long[] types = board.types;
        long own = board.sides[us];
        long enemy = board.sides[them];
        long occupied = own | enemy;
        int king = Long.numberOfTrailingZeros(own & types[5]);
        int n = 0;

        long steps = safeSteps(board, them, king, Attacks.king(king) & ~own & wanted, enemy, occupied);
        while (steps != 0) {
            moves[n++] = king | Long.numberOfTrailingZeros(steps) << 6;
            steps &= steps - 1;
        }

        long pinned = 0;
        long checkers = (Attacks.knight(king) & types[1] | Attacks.pawn(us, king) & types[0]) & enemy;
        for (long snipers = snipers(types, enemy, king); snipers != 0; snipers &= snipers - 1) {
            int sniper = Long.numberOfTrailingZeros(snipers);
            long between = Attacks.between(king, sniper) & occupied;
            if (between == 0) {
                checkers |= 1L << sniper;
            } else if ((between & between - 1) == 0) {
                pinned |= between & own;
            }
        }
        long target = ~own;
        if (checkers != 0) {
            if ((checkers & checkers - 1) != 0) {
                return n;
            }
            target = Attacks.between(king, Long.numberOfTrailingZeros(checkers)) | checkers;
        } else if (castles && board.rights != 0) {
            n = castling(board, moves, n, us, occupied);
        }
        long pawnTarget = target & wantedOfPawns;
        target &= wanted;

        for (long knights = own & types[1] & ~pinned; knights != 0; knights &= knights - 1) {
            int from = Long.numberOfTrailingZeros(knights);
            n = add(moves, n, from, Attacks.knight(from) & target);
        }
        for (long diagonal = own & (types[2] | types[4]); diagonal != 0; diagonal &= diagonal - 1) {
            int from = Long.numberOfTrailingZeros(diagonal);
            long to = Attacks.bishop(from, occupied) & target;
            n = add(moves, n, from, (pinned & 1L << from) == 0 ? to : to & Attacks.line(king, from));
        }
        for (long straight = own & (types[3] | types[4]); straight != 0; straight &= straight - 1) {
            int from = Long.numberOfTrailingZeros(straight);
            long to = Attacks.rook(from, occupied) & target;
            n = add(moves, n, from, (pinned & 1L << from) == 0 ? to : to & Attacks.line(king, from));
        }
        return pawns(board, moves, n, us, king, own & types[0], pinned, enemy, ~occupied, pawnTarget, enPassant);
    }

    /** The enemy line pieces that would attack the king if nothing stood between. */
    private static long snipers(long[] types, long enemy, int king) {
        return enemy
                & (Attacks.rookRays(king) & (types[3] | types[4]) | Attacks.bishopRays(king) & (types[2] | types[4]));
    }

    /** Those of the king's steps that end where nothing attacks it, seen with the king lifted off the board. */
    private static long safeSteps(Board board, int them, int king, long steps, long enemy, long occupied) {
        long[] types = board.types;
        long pawns = types[0] & enemy;
        long safe = steps & ~Attacks.king(Long.numberOfTrailingZeros(enemy & types[5]));
        safe &= them == 0
                ? ~((pawns & ~FILE_A) << 7 | (pawns & ~FILE_H) << 9)
                : ~((pawns & ~FILE_A) >>> 9 | (pawns & ~FILE_H) >>> 7);
        for (long knights = enemy & types[1]; knights != 0; knights &= knights - 1) {
            safe &= ~Attacks.knight(Long.numberOfTrailingZeros(knights));
        }
        if (safe == 0) {
            return 0;
        }
        long withoutKing = occupied ^ 1L << king;
        // Few line pieces look towards the king at all.
        for (long diagonal = enemy & (types[2] | types[4]); diagonal != 0; diagonal &= diagonal - 1) {
            int square = Long.numberOfTrailingZeros(diagonal);
            if ((Attacks.bishopRays(square) & safe) != 0) {
                safe &= ~Attacks.bishop(square, withoutKing);
            }
        }
        for (long straight = enemy & (types[3] | types[4]); straight != 0; straight &= straight - 1) {
            int square = Long.numberOfTrailingZeros(straight);
            if ((Attacks.rookRays(square) & safe) != 0) {
                safe &= ~Attacks.rook(square, withoutKing);
            }
        }
        return safe;
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
            long target,
            int enPassant) {
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
        if (enPassant != Board.NO_SQUARE) {
            long capturers = Attacks.pawn(us ^ 1, enPassant) & pawns;
            while (capturers != 0) {
                int from = Long.numberOfTrailingZeros(capturers);
                if (board.enPassantLeavesKingSafe(from, enPassant)) {
                    moves[n++] = Board.code(from, enPassant, Board.EN_PASSANT);
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
        int n = Long.bitCount(safeSteps(board, them, king, Attacks.king(king) & ~own, enemy, occupied));
        long pinned = 0;
        long checkers = (Attacks.knight(king) & types[1] | Attacks.pawn(us, king) & types[0]) & enemy;
        for (long snipers = snipers(types, enemy, king); snipers != 0; snipers &= snipers - 1) {
            int sniper = Long.numberOfTrailingZeros(snipers);
            long between = Attacks.between(king, sniper) & occupied;
            if (between == 0) {
                checkers |= 1L << sniper;
            } else if ((between & between - 1) == 0) {
                pinned |= between & own;
            }
        }
        long target = ~own;
        if (checkers != 0) {
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

        for (long knights = own & types[1] & ~pinned; knights != 0; knights &= knights - 1) {
            n += Long.bitCount(Attacks.knight(Long.numberOfTrailingZeros(knights)) & target);
        }
        for (long diagonal = own & (types[2] | types[4]) & ~pinned; diagonal != 0; diagonal &= diagonal - 1) {
            n += Long.bitCount(Attacks.bishop(Long.numberOfTrailingZeros(diagonal), occupied) & target);
        }
        for (long straight = own & (types[3] | types[4]) & ~pinned; straight != 0; straight &= straight - 1) {
            n += Long.bitCount(Attacks.rook(Long.numberOfTrailingZeros(straight), occupied) & target);
        }
        for (long rest = pinned & ~types[0]; rest != 0; rest &= rest - 1) {
            int from = Long.numberOfTrailingZeros(rest);
            long along = Attacks.line(king, from) & target;
            int type = (board.men[from] - 1) % 6;
            n += Long.bitCount(Attacks.of(type, from, occupied) & along);
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
