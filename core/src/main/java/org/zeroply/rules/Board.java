package org.zeroply.rules;

import java.util.Arrays;

/**
 * A position that moves are made and unmade on: the hot twin of {@link Position}, for search, counting and reading
 * long move lists. Not safe for use by several threads.
 *
 * <p>Layout. Sets of squares are 64-bit masks, a1 lowest. {@code types[t]} holds the men of a type (0 pawn to 5 king)
 * of both sides, {@code sides[s]} all men of a side (0 White, 1 Black). {@code men[square]} is 0 for an empty square,
 * else 1 + 6 * side + type. A move is an int: from (6 bits), to (6 bits), kind (4 bits): {@link #QUIET_OR_CAPTURE},
 * {@link #DOUBLE_STEP}, {@link #CASTLING}, {@link #EN_PASSANT}, or 4 + (type - 1) for a promotion, so 4 is a knight and
 * 7 a queen. Castling rights are four bits: 1 White short, 2 White long, 4 Black short, 8 Black long. The en passant
 * square is set only while a legal capture on it exists, so equal keys mean equal positions in the sense of the
 * repetition rule. What a move destroys is kept on two stacks, a word of state and the key of the position before.
 */
public final class Board {
    public static final int QUIET_OR_CAPTURE = 0;
    public static final int DOUBLE_STEP = 1;
    public static final int CASTLING = 2;
    public static final int EN_PASSANT = 3;
    public static final int PROMOTION = 4;

    /** No position has more legal moves than 218; a buffer of this size is always enough. */
    public static final int MAX_MOVES = 256;

    static final int NO_SQUARE = 64;

    /** The rights that remain when a man leaves or is taken on a square. */
    private static final int[] RIGHTS_KEPT = new int[64];

    static {
        Arrays.fill(RIGHTS_KEPT, 15);
        RIGHTS_KEPT[4] = 15 & ~3;
        RIGHTS_KEPT[7] = 15 & ~1;
        RIGHTS_KEPT[0] = 15 & ~2;
        RIGHTS_KEPT[60] = 15 & ~12;
        RIGHTS_KEPT[63] = 15 & ~4;
        RIGHTS_KEPT[56] = 15 & ~8;
    }

    final long[] types;
    final long[] sides;
    final byte[] men;
    int side;
    int rights;
    int enPassant = NO_SQUARE;
    int halfmoves;
    int fullmove = 1;
    long key;

    private long[] keys;
    private int[] states;
    private int made;

    Board() {
        types = new long[6];
        sides = new long[2];
        men = new byte[64];
        keys = new long[16];
        states = new int[16];
    }

    /** A board of its own at the same position, without the moves that led to it. */
    private Board(Board other) {
        types = other.types.clone();
        sides = other.sides.clone();
        men = other.men.clone();
        side = other.side;
        rights = other.rights;
        enPassant = other.enPassant;
        halfmoves = other.halfmoves;
        fullmove = other.fullmove;
        key = other.key;
        keys = new long[4];
        states = new int[4];
    }

    /** A new board of its own at the same position. It cannot be unmade beyond here. */
    public Board copy() {
        return new Board(this);
    }

    /** The position as an immutable value. */
    public Position position() {
        return new Position(copy());
    }

    // ---- what stands where

    public Side sideToMove() {
        return side == 0 ? Side.WHITE : Side.BLACK;
    }

    public long occupied() {
        return sides[0] | sides[1];
    }

    public long men(Side of, PieceType type) {
        return sides[of.ordinal()] & types[type.ordinal()];
    }

    /** 0 for an empty square, else 1 + 6 * side + type. */
    public int codeAt(int square) {
        return men[square];
    }

    /** The side to move as the hot loops have it: 0 White, 1 Black. */
    public int side() {
        return side;
    }

    /** All men of a side (0 White, 1 Black). */
    public long all(int of) {
        return sides[of];
    }

    /** The men of a side (0 White, 1 Black) and a type (0 pawn to 5 king). */
    public long men(int of, int type) {
        return sides[of] & types[type];
    }

    /** The men of a type (0 pawn to 5 king) of both sides. */
    public long type(int type) {
        return types[type];
    }

    /** The castling rights as four bits, see the layout above. */
    public int rights() {
        return rights;
    }

    /** The key of this position: equal positions in the sense of the repetition rule have equal keys. */
    public long key() {
        return key;
    }

    /** Half-moves since the last capture or pawn move. */
    public int halfmoveClock() {
        return halfmoves;
    }

    /** Where the king of a side (0 White, 1 Black) stands. */
    public int kingSquare(int of) {
        return Long.numberOfTrailingZeros(sides[of] & types[5]);
    }

    public boolean inCheck() {
        return attacked(kingSquare(side), side ^ 1, occupied());
    }

    void put(int code, int square) {
        men[square] = (byte) code;
        long bit = 1L << square;
        types[(code - 1) % 6] |= bit;
        sides[code <= 6 ? 0 : 1] |= bit;
    }

    /** Computes the key anew from what stands on the board, as an oracle for the one kept move by move. */
    long keyFromScratch() {
        long fresh = Zobrist.CASTLING[rights];
        for (int square = 0; square < 64; square++) {
            if (men[square] != 0) {
                fresh ^= Zobrist.PIECE[men[square] << 6 | square];
            }
        }
        if (side == 1) {
            fresh ^= Zobrist.BLACK_TO_MOVE;
        }
        if (enPassant != NO_SQUARE) {
            fresh ^= Zobrist.EN_PASSANT_FILE[enPassant & 7];
        }
        return fresh;
    }

    // ---- attacks

    /** Whether a side attacks a square when these squares are occupied; men of that side outside them do not count. */
    public boolean attacked(int square, int by, long occupied) {
        return attacked(square, sides[by], by, occupied);
    }

    /** As {@link #attacked(int, int, long)}, by some men of a side only. */
    boolean attacked(int square, long men, int by, long occupied) {
        long attackers = men & occupied;
        if ((Attacks.pawn(by ^ 1, square) & attackers & types[0]) != 0
                || (Attacks.knight(square) & attackers & types[1]) != 0
                || (Attacks.king(square) & attackers & types[5]) != 0) {
            return true;
        }
        long straight = attackers & (types[3] | types[4]) & Attacks.rookRays(square);
        if (straight != 0 && (Attacks.rook(square, occupied) & straight) != 0) {
            return true;
        }
        long diagonal = attackers & (types[2] | types[4]) & Attacks.bishopRays(square);
        return diagonal != 0 && (Attacks.bishop(square, occupied) & diagonal) != 0;
    }

    /** The men of both sides that attack a square when these squares are occupied. */
    public long attackersTo(int square, long occupied) {
        return (Attacks.pawn(1, square) & sides[0] & types[0]
                        | Attacks.pawn(0, square) & sides[1] & types[0]
                        | Attacks.knight(square) & types[1]
                        | Attacks.king(square) & types[5]
                        | Attacks.rook(square, occupied) & (types[3] | types[4])
                        | Attacks.bishop(square, occupied) & (types[2] | types[4]))
                & occupied;
    }

    // ---- moves

    static int code(int from, int to, int kind) {
        return from | to << 6 | kind << 12;
    }

    public static int from(int move) {
        return move & 63;
    }

    public static int to(int move) {
        return move >>> 6 & 63;
    }

    public static int kind(int move) {
        return move >>> 12;
    }

    /** The move as a value for everybody. */
    public static Move asMove(int move) {
        int kind = kind(move);
        return new Move(
                Square.of(from(move)),
                Square.of(to(move)),
                kind < PROMOTION ? null : PieceType.ALL[kind - PROMOTION + 1]);
    }

    /** Writes the legal moves into the buffer and says how many there are. */
    public int legalMoves(int[] buffer) {
        return MoveGenerator.generate(this, buffer);
    }

    /** Writes the legal captures and the promotions to a queen into the buffer and says how many there are. */
    public int legalCaptures(int[] buffer) {
        return MoveGenerator.generateCaptures(this, buffer);
    }

    /** Writes the other legal moves into the buffer: to empty squares, and promotions to lesser pieces. */
    public int legalOthers(int[] buffer) {
        return MoveGenerator.generateOthers(this, buffer);
    }

    /**
     * Writes the legal moves to empty squares that give check into the buffer, castling and promotions left out; the side
     * to move is not in check.
     *
     * @param from by type, pawn to queen, the squares from which a man gives check
     * @param discoverers as {@link #discoverers} tells them
     */
    public int legalQuietChecks(int[] buffer, long[] from, long discoverers) {
        return MoveGenerator.generateQuietChecks(this, buffer, from, discoverers);
    }

    /** Whether a code, wherever it comes from, is a legal move here; cheaper than looking for it among the legal moves. */
    public boolean isLegal(int move) {
        return MoveGenerator.isLegal(this, move);
    }

    /** How many legal moves there are. */
    public int countLegalMoves() {
        return MoveGenerator.count(this);
    }

    /** The men of the side to move that stand alone between the enemy king and a line piece of their own side. */
    public long discoverers() {
        return MoveGenerator.shields(this, side, kingSquare(side ^ 1), occupied(), side);
    }

    /** The men of a side that shield its king from an enemy line piece. */
    public long pinned(int of) {
        return MoveGenerator.pinned(this, of, kingSquare(of), occupied());
    }

    /** The code of a move if it is legal here, else -1. */
    public int codeOf(Move move) {
        int[] buffer = new int[MAX_MOVES];
        int count = legalMoves(buffer);
        for (int i = 0; i < count; i++) {
            int candidate = buffer[i];
            if (from(candidate) == move.from().ordinal()
                    && to(candidate) == move.to().ordinal()
                    && asMove(candidate).promotion() == move.promotion()) {
                return candidate;
            }
        }
        return -1;
    }

    /** The code of a move that is known to be legal here, such as one of a game tree; nothing is checked. */
    public int codeOfLegal(Move move) {
        int from = move.from().ordinal();
        int to = move.to().ordinal();
        int type = (men[from] - 1) % 6;
        int kind = QUIET_OR_CAPTURE;
        if (move.promotion() != null) {
            kind = PROMOTION + move.promotion().ordinal() - 1;
        } else if (type == 0 && Math.abs(to - from) == 16) {
            kind = DOUBLE_STEP;
        } else if (type == 0 && (to - from & 7) != 0 && men[to] == 0) {
            kind = EN_PASSANT;
        } else if (type == 5 && Math.abs(to - from) == 2) {
            kind = CASTLING;
        }
        return code(from, to, kind);
    }

    /**
     * Whether a move code from a file can be made without ruining the board: an own man leaves, no own man and no king
     * is hit, and the kind fits. Much cheaper than legality, which it does not prove.
     */
    public boolean canMake(int move) {
        int from = from(move);
        int to = to(move);
        int kind = kind(move);
        long own = sides[side];
        long toBit = 1L << to;
        if ((own & 1L << from) == 0 || ((own | types[5]) & toBit) != 0) {
            return false;
        }
        boolean pawn = (types[0] & 1L << from) != 0;
        boolean lastRank = to >>> 3 == (side == 0 ? 7 : 0);
        return switch (kind) {
            case QUIET_OR_CAPTURE -> !pawn || !lastRank;
            case DOUBLE_STEP -> pawn && men[to] == 0 && to - from == (side == 0 ? 16 : -16);
            case EN_PASSANT -> pawn && men[to] == 0 && to == enPassant;
            case CASTLING ->
                (types[5] & 1L << from) != 0
                        && men[to] == 0
                        && (to - from == 2 || from - to == 2)
                        && (from == 4 || from == 60)
                        && (own & types[3] & 1L << castlingRookFrom(to)) != 0
                        && men[castlingRookTo(to)] == 0;
            case 4, 5, 6, 7 -> pawn && lastRank;
            default -> false;
        };
    }

    /** Makes a move that is legal here; anything else leaves the board in ruins. */
    public void make(int move) {
        int from = move & 63;
        int to = move >>> 6 & 63;
        int mover = men[from];
        int taken = men[to];
        int rightsBefore = rights;
        int enPassantBefore = enPassant;
        long newKey = key ^ Zobrist.BLACK_TO_MOVE ^ Zobrist.PIECE[mover << 6 | from];
        shift(move);
        newKey ^= Zobrist.PIECE[men[to] << 6 | to];
        if (taken != 0) {
            newKey ^= Zobrist.PIECE[taken << 6 | to];
        }
        if (enPassantBefore != NO_SQUARE) {
            newKey ^= Zobrist.EN_PASSANT_FILE[enPassantBefore & 7];
        }
        if (enPassant != NO_SQUARE) {
            newKey ^= Zobrist.EN_PASSANT_FILE[enPassant & 7];
        }
        if (rights != rightsBefore) {
            newKey ^= Zobrist.CASTLING[rightsBefore] ^ Zobrist.CASTLING[rights];
        }
        int kind = move >>> 12;
        if (kind == EN_PASSANT) {
            newKey ^= Zobrist.PIECE[1 + 6 * side << 6 | to ^ 8];
        } else if (kind == CASTLING) {
            int rook = mover - 2 << 6;
            newKey ^= Zobrist.PIECE[rook | castlingRookFrom(to)] ^ Zobrist.PIECE[rook | castlingRookTo(to)];
        }
        key = newKey;
    }

    /** As {@link #make}, but the key stays that of the position before: enough for who only counts. */
    private void shift(int move) {
        int from = move & 63;
        int to = move >>> 6 & 63;
        int kind = move >>> 12;
        int us = side;
        int them = us ^ 1;
        long fromBit = 1L << from;
        long toBit = 1L << to;
        int mover = men[from];
        int taken = men[to];
        if (made == keys.length) {
            keys = Arrays.copyOf(keys, made * 2);
            states = Arrays.copyOf(states, made * 2);
        }
        keys[made] = key;
        states[made++] = taken | rights << 4 | enPassant << 8 | halfmoves << 16;
        enPassant = NO_SQUARE;
        halfmoves++;
        if (taken != 0) {
            types[taken - 1 - 6 * them] ^= toBit;
            sides[them] ^= toBit;
            halfmoves = 0;
        }
        int placed = kind >= PROMOTION ? mover + kind - PROMOTION + 1 : mover;
        men[from] = 0;
        men[to] = (byte) placed;
        int type = mover - 1 - 6 * us;
        long both = fromBit | toBit;
        if (kind < PROMOTION) {
            types[type] ^= both;
        } else {
            types[0] ^= fromBit;
            types[placed - 1 - 6 * us] ^= toBit;
        }
        sides[us] ^= both;
        rights &= RIGHTS_KEPT[from] & RIGHTS_KEPT[to];
        side = them;
        fullmove += us;
        if (type == 0) {
            halfmoves = 0;
            if (kind == DOUBLE_STEP) {
                int passed = from + to >>> 1;
                if (enPassantIsLegal(passed)) {
                    enPassant = passed;
                }
            } else if (kind == EN_PASSANT) {
                int victim = to ^ 8;
                men[victim] = 0;
                types[0] ^= 1L << victim;
                sides[them] ^= 1L << victim;
            }
        } else if (kind == CASTLING) {
            moveRook(us, castlingRookFrom(to), castlingRookTo(to));
        }
    }

    /** Takes back the last move made; it must be this one. */
    public void unmake(int move) {
        int from = move & 63;
        int to = move >>> 6 & 63;
        int kind = move >>> 12;
        int them = side;
        int us = them ^ 1;
        side = us;
        long fromBit = 1L << from;
        long toBit = 1L << to;
        int state = states[--made];
        key = keys[made];
        int taken = state & 15;
        rights = state >>> 4 & 15;
        enPassant = state >>> 8 & 127;
        halfmoves = state >>> 16;
        fullmove -= us;
        int placed = men[to];
        int mover = kind >= PROMOTION ? 1 + 6 * us : placed;
        men[from] = (byte) mover;
        men[to] = (byte) taken;
        long both = fromBit | toBit;
        if (kind < PROMOTION) {
            types[placed - 1 - 6 * us] ^= both;
        } else {
            types[0] ^= fromBit;
            types[placed - 1 - 6 * us] ^= toBit;
        }
        sides[us] ^= both;
        if (taken != 0) {
            types[taken - 1 - 6 * them] ^= toBit;
            sides[them] ^= toBit;
        }
        if (kind == EN_PASSANT) {
            int victim = to ^ 8;
            men[victim] = (byte) (1 + 6 * them);
            types[0] ^= 1L << victim;
            sides[them] ^= 1L << victim;
        } else if (kind == CASTLING) {
            moveRook(us, castlingRookTo(to), castlingRookFrom(to));
        }
    }

    /** Hands the move to the other side, which must not leave a king in check; taken back by {@link #unmakePass}. */
    public void makePass() {
        if (made == keys.length) {
            keys = Arrays.copyOf(keys, made * 2);
            states = Arrays.copyOf(states, made * 2);
        }
        keys[made] = key;
        states[made++] = rights << 4 | enPassant << 8 | halfmoves << 16;
        key ^= Zobrist.BLACK_TO_MOVE;
        if (enPassant != NO_SQUARE) {
            key ^= Zobrist.EN_PASSANT_FILE[enPassant & 7];
            enPassant = NO_SQUARE;
        }
        halfmoves++;
        if (side == 1) {
            fullmove++;
        }
        side ^= 1;
    }

    public void unmakePass() {
        side ^= 1;
        int state = states[--made];
        key = keys[made];
        enPassant = state >>> 8 & 127;
        halfmoves = state >>> 16;
        if (side == 1) {
            fullmove--;
        }
    }

    private static int castlingRookFrom(int kingTo) {
        return (kingTo & 7) == 6 ? kingTo + 1 : kingTo - 2;
    }

    private static int castlingRookTo(int kingTo) {
        return (kingTo & 7) == 6 ? kingTo - 1 : kingTo + 1;
    }

    private void moveRook(int us, int from, int to) {
        int rook = men[from];
        long both = 1L << from | 1L << to;
        men[from] = 0;
        men[to] = (byte) rook;
        types[3] ^= both;
        sides[us] ^= both;
    }

    /** Whether the side to move has a legal capture on the square that a pawn has just passed. */
    boolean enPassantIsLegal(int passed) {
        long capturers = Attacks.pawn(side ^ 1, passed) & sides[side] & types[0];
        while (capturers != 0) {
            int from = Long.numberOfTrailingZeros(capturers);
            if (enPassantLeavesKingSafe(from, passed)) {
                return true;
            }
            capturers &= capturers - 1;
        }
        return false;
    }

    /** Both pawns leave the rank at once, so pins are judged on the board as it stands after the capture. */
    boolean enPassantLeavesKingSafe(int from, int to) {
        long occupiedAfter = occupied() & ~(1L << from) & ~(1L << (to ^ 8)) | 1L << to;
        return !attacked(kingSquare(side), side ^ 1, occupiedAfter);
    }

    /** Counts the paths of legal moves of a length, the last half-move in bulk. */
    public long countPaths(int depth) {
        if (depth <= 0) {
            return 1;
        }
        return countPaths(depth, new int[depth][MAX_MOVES]);
    }

    private long countPaths(int depth, int[][] buffers) {
        if (depth == 1) {
            return MoveGenerator.count(this);
        }
        int[] buffer = buffers[depth - 1];
        int count = MoveGenerator.generate(this, buffer);
        long paths = 0;
        for (int i = 0; i < count; i++) {
            shift(buffer[i]);
            paths += countPaths(depth - 1, buffers);
            unmake(buffer[i]);
        }
        return paths;
    }
}
