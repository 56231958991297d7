package org.zeroply.ending;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.zeroply.ending.PawnTables.Placement;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Side;

/**
 * Solves kings, pawns and one piece, one placement of pawns after another, on top of a {@link PawnTables} that knows what is
 * left when the piece is taken.
 *
 * <p>A state: side to move (1 bit), White's king (6), Black's king (6), the piece (6). Its value is that of a
 * {@link PawnTables}: 0 drawn or impossible, else one more than the half-moves to the end. The end is mate, a promotion that
 * is won, or the last pawn gone. Solved backwards, as there.
 */
final class PieceTables {
    /** The worth of promotions that leave two pieces on the board. */
    interface Promotions {
        /**
         * @param type what was promoted to, on the square
         * @param state the state after it, with the other side to move
         * @return 1, 0 or -1 for the side that promoted
         */
        int worth(Placement after, Piece piece, int type, int square, int state);
    }

    /** @param type as {@link PieceType#ordinal} */
    record Piece(int owner, int type) {}

    private record Table(Placement pawns, Piece piece) {}

    private static final int STATES = 2 * 64 * 64 * 64;
    private static final int LONGEST = 254;

    private final PawnTables pawnsOnly;
    private final Promotions promotions;
    private final Function<MaterialKey, ElementaryTable> elementary;
    private final int mostTables;
    private final Runnable step;
    private final Map<Table, byte[]> solved = new HashMap<>();
    private final OpenStates states = new OpenStates(STATES, STATES);

    /** As in {@link PawnTables}: what tables far from the one asked for count as; null to solve them all. */
    private final byte @Nullable [] beyond;

    private int inside;

    /** How many captures and pawn moves are followed before what comes counts as {@link #beyond}. */
    private final int followed;

    /**
     * @param elementary solves an ending of one piece without pawns
     * @param lost a side that loses whatever comes after so many captures and pawn moves; null to solve all that follow
     * @param followed how many
     * @param step called before each table; may throw {@link PawnTables.Unfinished}
     */
    PieceTables(
            PawnTables pawnsOnly,
            Promotions promotions,
            Function<MaterialKey, ElementaryTable> elementary,
            @Nullable Side lost,
            int followed,
            int mostTables,
            Runnable step) {
        this.followed = followed;
        beyond = lost == null ? null : lost(lost);
        this.pawnsOnly = pawnsOnly;
        this.promotions = promotions;
        this.elementary = elementary;
        this.mostTables = mostTables;
        this.step = step;
    }

    private static byte[] lost(Side side) {
        byte[] values = new byte[STATES];
        for (int state = 0; state < STATES; state++) {
            values[state] = (byte) (state >> 18 == side.ordinal() ? 1 : 2);
        }
        return values;
    }

    static int state(int side, int white, int black, int piece) {
        return side << 18 | white << 12 | black << 6 | piece;
    }

    /** Of the state of a placement with a piece. */
    int value(Placement pawns, Piece piece, int state) {
        return value(values(pawns, piece), state);
    }

    private static int value(byte[] values, int state) {
        return values[state] & 255;
    }

    /** Whether the values of a placement are there already. */
    boolean knows(Placement pawns, Piece piece) {
        return solved.containsKey(new Table(pawns, piece));
    }

    private byte[] values(Placement pawns, Piece piece) {
        Table table = new Table(pawns, piece);
        byte[] known = solved.get(table);
        if (known == null && beyond != null && inside > followed && pawns.count() > 0) {
            return beyond;
        }
        if (known == null) {
            step.run();
            if (solved.size() >= mostTables) {
                throw new PawnTables.Unfinished(PawnEnding.Reason.TOO_LARGE);
            }
            inside++;
            known = pawns.count() == 0 ? bare(piece) : new Solving(pawns, piece).solve();
            inside--;
            solved.put(table, known);
        }
        return known;
    }

    /** A promotion with its result from the view of the side that promotes. */
    Exact promotion(Placement after, Piece piece, int type, int square, int state) {
        int theirs = promoted(after, piece, type, square, state);
        return theirs == 0 ? Exact.DRAWN : PawnTables.exact(theirs + 1);
    }

    /** The value for the side that moves after a promotion. */
    private int promoted(Placement after, Piece piece, int type, int square, int state) {
        int promoter = (state >> 18) ^ 1;
        if (isAgainstBareKing(after, piece, type, promoter)) {
            return againstBareKing(after, piece, type, square, state);
        }
        int worth = promotions.worth(after, piece, type, square, state);
        int value = worth > 0 ? 1 : worth == 0 ? 0 : 2;
        int taken = takenAtOnce(after, piece, square, state);
        return Elementary.worth(PawnTables.exact(taken)) > Elementary.worth(PawnTables.exact(value)) ? taken : value;
    }

    /** The value for the side that then moves if its king takes the promoted piece; a loss at once where it cannot. */
    private int takenAtOnce(Placement after, Piece piece, int square, int state) {
        int promoter = (state >> 18) ^ 1;
        int white = state >> 12 & 63;
        int black = state >> 6 & 63;
        int king = promoter == 0 ? white : black;
        int enemy = promoter == 0 ? black : white;
        long mask = 1L << square;
        long occupied = after.white() | after.black() | mask | 1L << king | 1L << (state & 63);
        boolean held = (Attacks.king(king) & mask) != 0
                || (PawnTables.pawnAttacks(after.of(promoter), promoter) & mask) != 0
                || piece.owner == promoter
                        && (Attacks.of(PieceType.values()[piece.type], state & 63, occupied) & mask) != 0;
        if (held || (Attacks.king(enemy) & mask) == 0) {
            return 1;
        }
        int then = value(
                values(after, piece),
                state(promoter, promoter == 0 ? white : square, promoter == 0 ? square : black, state & 63));
        return then == 0 ? 0 : then + 1;
    }

    /** Whether a queen or rook, beside another piece, stands against a bare king. */
    static boolean isAgainstBareKing(Placement after, Piece piece, int type, int promoter) {
        return promoter == piece.owner && after.of(promoter ^ 1) == 0 && (type >= 3 || piece.type >= 3);
    }

    /** A queen or rook wins against a bare king, unless it is stalemate or the king can take something that matters. */
    private int againstBareKing(Placement after, Piece piece, int type, int square, int state) {
        int owner = piece.owner;
        int enemy = owner == 0 ? state >> 6 & 63 : state >> 12 & 63;
        int king = owner == 0 ? state >> 12 & 63 : state >> 6 & 63;
        int pieceSquare = state & 63;
        long fixed = after.of(owner) | 1L << king | 1L << square | 1L << pieceSquare;
        boolean steps = false;
        int best = 1;
        for (long rest = Attacks.king(enemy); rest != 0; rest &= rest - 1) {
            int to = Long.numberOfTrailingZeros(rest);
            long mask = 1L << to;
            long occupied = fixed & ~mask | mask;
            boolean attacked = (Attacks.king(king) & mask) != 0
                    || (PawnTables.pawnAttacks(after.of(owner) & ~mask, owner) & mask) != 0
                    || to != square && (Attacks.of(PieceType.values()[type], square, occupied) & mask) != 0
                    || to != pieceSquare
                            && (Attacks.of(PieceType.values()[piece.type], pieceSquare, occupied) & mask) != 0;
            if (attacked) {
                continue;
            }
            steps = true;
            if (to == square || to == pieceSquare) {
                // The other of the two is left.
                Piece left = to == square ? piece : new Piece(owner, type);
                int leftSquare = to == square ? pieceSquare : square;
                int then = value(
                        values(after, left),
                        owner == 0 ? state(0, king, to, leftSquare) : state(1, to, king, leftSquare));
                int value = then == 0 ? 0 : then + 1;
                if (Elementary.worth(PawnTables.exact(value)) > Elementary.worth(PawnTables.exact(best))) {
                    best = value;
                }
            }
        }
        if (steps) {
            return best;
        }
        long occupied = fixed | 1L << enemy;
        long attacks = PawnTables.pawnAttacks(after.of(owner), owner)
                | Attacks.of(PieceType.values()[type], square, occupied)
                | Attacks.of(PieceType.values()[piece.type], pieceSquare, occupied);
        return (attacks & 1L << enemy) != 0 ? 1 : 0;
    }

    /** One piece and no pawn: over, with the result of the elementary ending. */
    private byte[] bare(Piece piece) {
        byte[] values = new byte[STATES];
        PieceType type = PieceType.values()[piece.type];
        MaterialKey men = MaterialKey.of(List.of(type), List.of());
        if (men.isDead()) {
            return values;
        }
        ElementaryTable table = elementary.apply(men);
        int flip = piece.owner == 0 ? 0 : 56;
        int[] squares = new int[3];
        for (int state = 0; state < STATES; state++) {
            int white = state >> 12 & 63;
            int black = state >> 6 & 63;
            int square = state & 63;
            if (white == black || white == square || black == square || (Attacks.king(white) & 1L << black) != 0) {
                continue;
            }
            squares[0] = (piece.owner == 0 ? white : black) ^ flip;
            squares[1] = (piece.owner == 0 ? black : white) ^ flip;
            squares[2] = square ^ flip;
            int toMove = (state >> 18) ^ piece.owner;
            int outcome = table.exact(toMove, squares).outcome();
            values[state] = (byte) (outcome == 0 ? 0 : outcome > 0 ? 2 : 1);
        }
        return values;
    }

    /** A move of a pawn that takes no piece, with the values of what follows. */
    private static final class PawnMove {
        final int to;

        /** The square that a double step passed, -1 for none. */
        final int passed;

        final boolean promotes;
        final Placement next;
        final byte[] values;
        final List<PawnMove> inPassing;

        PawnMove(int to, int passed, boolean promotes, Placement next, byte[] values, List<PawnMove> inPassing) {
            this.to = to;
            this.passed = passed;
            this.promotes = promotes;
            this.next = next;
            this.values = values;
            this.inPassing = inPassing;
        }
    }

    /** A pawn takes the piece: on this square, and what then is left. */
    private record TakesPiece(int square, boolean promotes, Placement next) {}

    private final class Solving {
        private final Placement pawns;
        private final Piece piece;
        private final PieceType type;
        private final int owner;
        private final long all;
        private final long[] attacks = new long[2];
        private final List<List<PawnMove>> pawnMoves = new ArrayList<>();
        private final List<TakesPiece> takesPiece = new ArrayList<>();

        /** The values without the piece, and those without the pawn of a square. */
        private final short[] withoutPiece;

        private final byte[][] withoutPawn = new byte[64][];
        private final byte[] values = new byte[STATES];

        /** Everything that follows is solved here, so that the buffers are free for this placement. */
        Solving(Placement pawns, Piece piece) {
            this.pawns = pawns;
            this.piece = piece;
            type = PieceType.values()[piece.type];
            owner = piece.owner;
            all = pawns.white() | pawns.black();
            attacks[0] = PawnTables.pawnAttacks(pawns.white(), 0);
            attacks[1] = PawnTables.pawnAttacks(pawns.black(), 1);
            for (int side = 0; side < 2; side++) {
                pawnMoves.add(pawnMoves(side));
                for (long rest = pawns.of(side); rest != 0; rest &= rest - 1) {
                    long pawn = Long.lowestOneBit(rest);
                    withoutPawn[Long.numberOfTrailingZeros(pawn)] =
                            values(pawns.with(side, pawns.of(side) & ~pawn), piece);
                }
            }
            withoutPiece = pawnsOnly.values(pawns);
            int enemy = owner ^ 1;
            for (long rest = pawns.of(enemy); rest != 0; rest &= rest - 1) {
                int from = Long.numberOfTrailingZeros(rest);
                for (long hits = Attacks.pawn(enemy, from) & ~all; hits != 0; hits &= hits - 1) {
                    int to = Long.numberOfTrailingZeros(hits);
                    boolean promotes = to >= 56 || to < 8;
                    long others = pawns.of(enemy) & ~(1L << from);
                    Placement next = pawns.with(enemy, promotes ? others : others | 1L << to);
                    takesPiece.add(new TakesPiece(to, promotes, next));
                    if (promotes) {
                        solvePromotions(next, enemy);
                    } else {
                        pawnsOnly.values(next);
                    }
                }
            }
        }

        private List<PawnMove> pawnMoves(int side) {
            List<PawnMove> moves = new ArrayList<>();
            PawnTables.eachPawnMove(pawns, side, (to, next, passed, promotes) -> {
                List<PawnMove> inPassing = new ArrayList<>();
                long capturers = passed < 0 ? 0 : Attacks.pawn(side, passed) & next.of(side ^ 1);
                for (long rest = capturers; rest != 0; rest &= rest - 1) {
                    Placement after = PawnTables.enPassant(next, side, passed, to, Long.numberOfTrailingZeros(rest));
                    inPassing.add(new PawnMove(passed, -1, false, after, values(after, piece), List.of()));
                }
                if (promotes && side == owner && next.of(side ^ 1) == 0) {
                    solvePromotions(next, side);
                }
                moves.add(new PawnMove(to, passed, promotes, next, values(next, piece), inPassing));
            });
            return moves;
        }

        private void solvePromotions(Placement next, int side) {
            for (int promoted = 1; promoted <= 4; promoted++) {
                values(next, new Piece(side, promoted));
            }
        }

        byte[] solve() {
            states.clear();
            for (int kings = 0; kings < 64 * 64; kings++) {
                int white = kings >> 6;
                int black = kings & 63;
                boolean apart = white != black
                        && (Attacks.king(white) & 1L << black) == 0
                        && (all & (1L << white | 1L << black)) == 0;
                long men = all | 1L << white | 1L << black;
                for (int square = 0; square < 64; square++) {
                    boolean free = apart && (men & 1L << square) == 0;
                    long reach = free ? Attacks.of(type, square, men) : 0;
                    for (int side = 0; side < 2; side++) {
                        int state = state(side, white, black, square);
                        if (free && isPossible(side, side == 0 ? black : white, reach)) {
                            begin(state, side, white, black, square, reach);
                        } else {
                            states.settle(state);
                        }
                    }
                }
            }
            states.drain((state, distance) -> {
                if (values[state] == 0) {
                    if (distance > LONGEST) {
                        throw new PawnTables.Unfinished(PawnEnding.Reason.TOO_LARGE);
                    }
                    values[state] = (byte) (distance + 1);
                    states.settle(state);
                    back(state, distance);
                }
            });
            return values;
        }

        /** Everything has a place: whether the king of the side that waits is out of check. */
        private boolean isPossible(int side, int waiting, long reach) {
            return (attacks[side] & 1L << waiting) == 0 && (side != owner || (reach & 1L << waiting) == 0);
        }

        /** @param reach where the piece stands to go */
        private void begin(int state, int side, int white, int black, int square, long reach) {
            int other = side ^ 1;
            int king = side == 0 ? white : black;
            int enemyKing = side == 0 ? black : white;
            long occupied = all | 1L << white | 1L << black | 1L << square;
            boolean threatened = side != owner;
            boolean check = (attacks[other] & 1L << king) != 0 || threatened && (reach & 1L << king) != 0;
            states.begin();
            int moves = kingMoves(side, white, black, square, occupied, reach);
            if (!threatened) {
                moves += pieceMoves(side, king, enemyKing, reach, check, state);
            }
            for (PawnMove move : pawnMoves.get(side)) {
                pawnMove(move, side, king, square, occupied, state);
            }
            if (threatened) {
                for (TakesPiece taking : takesPiece) {
                    if (taking.square == square && (attacks[other] & 1L << king) == 0) {
                        takePiece(taking, side, white, black);
                    }
                }
            }
            states.end(state, moves, check);
        }

        /** Counts the captures of a king; returns how many steps it has besides. */
        private int kingMoves(int side, int white, int black, int square, long occupied, long reach) {
            int other = side ^ 1;
            int king = side == 0 ? white : black;
            int enemyKing = side == 0 ? black : white;
            long mask = 1L << square;
            long free = Attacks.king(king) & ~Attacks.king(enemyKing) & ~attacks[other] & ~pawns.of(side);
            if (side == owner) {
                free &= ~mask;
            } else {
                free &= ~((reach & 1L << king) == 0 ? reach : Attacks.of(type, square, occupied & ~(1L << king)));
                if ((free & mask) != 0) {
                    int then = PawnTables.state(other, side == 0 ? square : white, side == 0 ? black : square);
                    states.count(withoutPiece[then]);
                    free &= ~mask;
                }
            }
            for (long rest = free & pawns.of(other); rest != 0; rest &= rest - 1) {
                long taken = Long.lowestOneBit(rest);
                int to = Long.numberOfTrailingZeros(taken);
                states.count(
                        value(withoutPawn[to], state(other, side == 0 ? to : white, side == 0 ? black : to, square)));
            }
            return Long.bitCount(free & ~pawns.of(other));
        }

        /** Counts the captures of the piece; returns how many other moves it has. In check only a capture can help. */
        private int pieceMoves(int side, int king, int enemyKing, long reach, boolean check, int state) {
            int other = side ^ 1;
            long targets = reach & ~pawns.of(side) & ~(1L << king | 1L << enemyKing);
            for (long rest = targets & pawns.of(other); rest != 0; rest &= rest - 1) {
                long taken = Long.lowestOneBit(rest);
                long left = pawns.of(other) & ~taken;
                if (!check || (PawnTables.pawnAttacks(left, other) & 1L << king) == 0) {
                    int to = Long.numberOfTrailingZeros(taken);
                    states.count(value(withoutPawn[to], state & 0x7FFC0 ^ 1 << 18 | to));
                }
            }
            return check ? 0 : Long.bitCount(targets & ~pawns.of(other));
        }

        private void pawnMove(PawnMove move, int side, int king, int square, long occupied, int state) {
            int other = side ^ 1;
            long kings = occupied & ~all;
            if ((kings & 1L << move.to) != 0 || move.passed >= 0 && (kings & 1L << move.passed) != 0) {
                return;
            }
            if (!isSafe(move.next, side, king, square, occupied, 1L << move.to)) {
                return;
            }
            int then = state ^ 1 << 18;
            if (move.promotes) {
                for (int promoted = 4; promoted >= 1 && !states.isWonAtOnce(); promoted--) {
                    states.count(promoted(move.next, piece, promoted, move.to, then));
                }
            } else if (move.inPassing.isEmpty()) {
                states.count(value(move.values, then));
            } else {
                states.count(afterDoubleStep(move, other, square, occupied, then));
            }
        }

        /** Whether a king is not attacked once the pawns stand so; a promoted man stands on its square. */
        private boolean isSafe(Placement next, int side, int king, int square, long occupied, long promoted) {
            int other = side ^ 1;
            if ((PawnTables.pawnAttacks(next.of(other), other) & 1L << king) != 0) {
                return false;
            }
            if (other != owner) {
                return true;
            }
            long now = occupied & ~all | next.white() | next.black() | promoted;
            return (Attacks.of(type, square, now) & 1L << king) == 0;
        }

        /** The value for the other side, which may also take in passing. */
        private int afterDoubleStep(PawnMove move, int side, int square, long occupied, int state) {
            int king = side == 0 ? state >> 12 & 63 : state >> 6 & 63;
            int value = value(move.values, state);
            boolean stuck = !hasMove(move.next, side, state);
            for (PawnMove taking : move.inPassing) {
                if (!isSafe(taking.next, side, king, square, occupied, 0)) {
                    continue;
                }
                int theirs = value(taking.values, state ^ 1 << 18);
                int forSide = theirs == 0 ? 0 : theirs + 1;
                if (stuck || Elementary.worth(PawnTables.exact(forSide)) > Elementary.worth(PawnTables.exact(value))) {
                    value = forSide;
                    stuck = false;
                }
            }
            return value;
        }

        /** Whether the side to move of a state has a move other than taking in passing. */
        private boolean hasMove(Placement here, int side, int state) {
            int other = side ^ 1;
            int white = state >> 12 & 63;
            int black = state >> 6 & 63;
            int square = state & 63;
            int king = side == 0 ? white : black;
            int enemyKing = side == 0 ? black : white;
            long mask = 1L << square;
            long kings = 1L << white | 1L << black;
            long occupied = here.white() | here.black() | kings | mask;
            long free = Attacks.king(king) & ~here.of(side) & ~Attacks.king(enemyKing);
            if (side == owner) {
                free &= ~mask;
                long targets = Attacks.of(type, square, occupied) & ~here.of(side) & ~kings;
                for (long rest = targets; rest != 0; rest &= rest - 1) {
                    long left = here.of(other) & ~Long.lowestOneBit(rest);
                    if ((PawnTables.pawnAttacks(left, other) & 1L << king) == 0) {
                        return true;
                    }
                }
            } else {
                free &= ~Attacks.of(type, square, occupied & ~(1L << king));
            }
            for (long rest = free; rest != 0; rest &= rest - 1) {
                long to = Long.lowestOneBit(rest);
                if ((PawnTables.pawnAttacks(here.of(other) & ~to, other) & to) == 0) {
                    return true;
                }
            }
            boolean[] found = new boolean[1];
            long blocked = kings | mask;
            PawnTables.eachPawnMove(here, side, (to, next, passed, promotes) -> {
                if ((blocked & 1L << to) == 0
                        && (passed < 0 || (blocked & 1L << passed) == 0)
                        && isSafe(next, side, king, square, blocked, 1L << to)) {
                    found[0] = true;
                }
            });
            if (side != owner) {
                long hits = Attacks.pawn(other, square) & here.of(side);
                found[0] |= hits != 0 && (PawnTables.pawnAttacks(here.of(other), other) & 1L << king) == 0;
            }
            return found[0];
        }

        private void takePiece(TakesPiece taking, int side, int white, int black) {
            int other = side ^ 1;
            if (!taking.promotes) {
                states.count(pawnsOnly.values(taking.next)[PawnTables.state(other, white, black)]);
                return;
            }
            for (int promoted = 4; promoted >= 1 && !states.isWonAtOnce(); promoted--) {
                states.count(value(
                        values(taking.next, new Piece(side, promoted)), state(other, white, black, taking.square)));
            }
        }

        /** The states before one that is decided: the other king or the piece goes back a move that took nothing. */
        private void back(int state, int distance) {
            int mover = (state >> 18) ^ 1;
            int white = state >> 12 & 63;
            int black = state >> 6 & 63;
            int square = state & 63;
            long occupied = all | 1L << white | 1L << black | 1L << square;
            int king = mover == 0 ? white : black;
            for (long rest = Attacks.king(king) & ~occupied; rest != 0; rest &= rest - 1) {
                int from = Long.numberOfTrailingZeros(rest);
                states.before(state(mover, mover == 0 ? from : white, mover == 0 ? black : from, square), distance);
            }
            if (mover == owner) {
                for (long rest = Attacks.of(type, square, occupied) & ~occupied; rest != 0; rest &= rest - 1) {
                    states.before(state(mover, white, black, Long.numberOfTrailingZeros(rest)), distance);
                }
            }
        }
    }
}
