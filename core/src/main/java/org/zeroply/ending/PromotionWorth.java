package org.zeroply.ending;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/**
 * What a promotion is worth: what the board or an elementary ending says for certain, what was proven, and where neither
 * knows, what is assumed.
 */
final class PromotionWorth {
    /** What was proven of promotions, by the key of the position after: 1 won for the promoter, 0 not provable. */
    private final Map<Long, Integer> proven;

    private final Map<Integer, ElementaryTable> tables = new ConcurrentHashMap<>();
    private final Set<Integer> missing = ConcurrentHashMap.newKeySet();

    /** Whether elementary endings are solved when they are met, or only looked up if they are known. */
    private boolean solveTables;

    private final Elementary elementary;
    private final Function<MaterialKey, ElementaryTable> solver;

    /**
     * @param elementary the endings that are known
     * @param solver solves one that is not
     * @param proven what was proven before; grows
     */
    PromotionWorth(Elementary elementary, Function<MaterialKey, ElementaryTable> solver, Map<Long, Integer> proven) {
        this.proven = proven;
        this.elementary = elementary;
        this.solver = solver;
    }

    enum Assumption {
        WORST,
        BEST,
        /** As BEST, but what could not be proven counts as a draw. */
        HOPEFUL
    }

    /** From now on elementary endings are solved when they are met. */
    void solveTables() {
        solveTables = true;
        missing.clear();
    }

    /** Whether an elementary ending was asked for that is not known. */
    boolean misses() {
        return !missing.isEmpty();
    }

    /** Whether a proof of a promotion was tried, by the key of the position after it. */
    boolean isTried(long key) {
        return proven.containsKey(key);
    }

    /** Keeps what a proof of a promotion came to. */
    void tried(long key, boolean won) {
        proven.put(key, won ? 1 : 0);
    }

    /** From the view of the promoter: 1, 0, -1. */
    int worth(
            PawnTables.Placement after,
            int type,
            int square,
            int white,
            int black,
            int promoter,
            Assumption assumption,
            Side of) {
        int certain = certain(after, type, square, white, black, promoter);
        if (certain != PawnEnding.UNKNOWN) {
            return certain;
        }
        return PawnTables.ASSUMED
                + assumed(type, key(after, white, black, pieceKey(promoter, type, square)), promoter, assumption, of);
    }

    /** What a promotion of unknown worth counts as. */
    private int assumed(int type, long key, int promoter, Assumption assumption, Side of) {
        if (type == 4) {
            Integer known = proven.get(key);
            if (known != null && (known > 0 || assumption == Assumption.HOPEFUL)) {
                return known;
            }
        }
        boolean favour = (promoter == of.ordinal()) == (assumption != Assumption.WORST);
        return assumption == Assumption.HOPEFUL ? (type == 4 ? 1 : 0) : favour ? 1 : -1;
    }

    /** The worth of a promotion beside a piece, from the view of the promoter. */
    int worthBesidePiece(
            PawnTables.Placement after,
            PieceTables.Piece piece,
            int type,
            int square,
            int state,
            Assumption assumption,
            Side of) {
        int certain = certainBesidePiece(after, piece, type, square, state);
        if (certain != PawnEnding.UNKNOWN) {
            return certain;
        }
        int promoter = (state >> 18) ^ 1;
        long pieces = pieceKey(promoter, type, square) + pieceKey(piece.owner(), piece.type(), state & 63);
        return assumed(type, key(after, state >> 12 & 63, state >> 6 & 63, pieces), promoter, assumption, of);
    }

    /** Two pieces and no pawn are an elementary ending; with pawns the worth is not known. */
    private int certainBesidePiece(
            PawnTables.Placement after, PieceTables.Piece piece, int type, int square, int state) {
        if (after.count() > 0) {
            return PawnEnding.UNKNOWN;
        }
        int promoter = (state >> 18) ^ 1;
        PieceType promoted = PieceType.values()[type];
        PieceType beside = PieceType.values()[piece.type()];
        boolean together = promoter == piece.owner();
        MaterialKey men = MaterialKey.of(
                together ? List.of(promoted, beside) : List.of(promoted), together ? List.of() : List.of(beside));
        boolean promotedFirst = together ? type >= piece.type() : men.strong().contains(promoted);
        int code = 100 + type * 12 + piece.type() * 2 + (together ? 1 : 0);
        ElementaryTable table = elementaryTable(code, men);
        if (table == null) {
            return PawnEnding.UNKNOWN;
        }
        int strong = together || promotedFirst ? promoter : promoter ^ 1;
        int flip = strong == 0 ? 0 : 56;
        int white = state >> 12 & 63;
        int black = state >> 6 & 63;
        int[] squares = {
            (strong == 0 ? white : black) ^ flip,
            (strong == 0 ? black : white) ^ flip,
            (promotedFirst ? square : state & 63) ^ flip,
            (promotedFirst ? state & 63 : square) ^ flip
        };
        return -table.exact(promoter == strong ? 1 : 0, squares).outcome();
    }

    /** A table by a number of our own, if it is known or may be solved now. */
    private @Nullable ElementaryTable elementaryTable(int code, MaterialKey men) {
        ElementaryTable table = tables.get(code);
        if (table == null && !missing.contains(code)) {
            table = solveTables ? solver.apply(men) : elementary.known(men);
            if (table == null) {
                missing.add(code);
            } else {
                tables.put(code, table);
            }
        }
        return table;
    }

    private static long key(PawnTables.Placement after, int white, int black, long pieces) {
        long key = after.white() * 0x9E3779B97F4A7C15L ^ Long.rotateLeft(after.black() * 0xC2B2AE3D27D4EB4FL, 31);
        return key ^ ((white << 6 | black) + 1) * 0xD6E8FEB86659FD93L ^ pieces;
    }

    /** Added up for all pieces. */
    private static long pieceKey(int owner, int type, int square) {
        long mixed = ((long) owner << 9 | (long) type << 6 | square) + 1;
        mixed *= 0xBF58476D1CE4E5B9L;
        return (mixed ^ mixed >>> 29) * 0x94D049BB133111EBL;
    }

    /** Leaves out that a king may take the promoted piece; the pass looks at that itself. */
    private int certain(PawnTables.Placement after, int type, int square, int white, int black, int promoter) {
        int other = promoter ^ 1;
        int king = promoter == 0 ? white : black;
        int enemy = promoter == 0 ? black : white;
        long pawnsOfOther = after.of(other);
        if (pawnsOfOther == 0) {
            if (!canStep(after, type, square, king, enemy, promoter)) {
                return isAttacked(after, type, square, king, enemy, promoter, enemy, -1) ? 1 : 0;
            }
            if (type >= 3) {
                return 1;
            }
            return after.of(promoter) == 0 ? 0 : PawnEnding.UNKNOWN;
        }
        if (after.count() > 1) {
            return PawnEnding.UNKNOWN;
        }
        MaterialKey men = MaterialKey.of(List.of(PieceType.values()[type]), List.of(PieceType.PAWN));
        boolean swapped = promoter == 1;
        ElementaryTable table = elementaryTable(type, men);
        if (table == null) {
            return PawnEnding.UNKNOWN;
        }
        int flip = swapped ? 56 : 0;
        int[] squares = {king ^ flip, enemy ^ flip, square ^ flip, Long.numberOfTrailingZeros(pawnsOfOther) ^ flip};
        return -table.exact(1, squares).outcome();
    }

    /** Whether a bare king has a step, taking the promoted piece included. */
    private boolean canStep(PawnTables.Placement after, int type, int square, int king, int enemy, int promoter) {
        for (long rest = Attacks.king(enemy); rest != 0; rest &= rest - 1) {
            int to = Long.numberOfTrailingZeros(rest);
            if (!isAttacked(after, type, square, king, enemy, promoter, to, to)) {
                return true;
            }
        }
        return false;
    }

    private boolean isAttacked(
            PawnTables.Placement after,
            int type,
            int square,
            int king,
            int enemy,
            int promoter,
            int target,
            int enemyNow) {
        long pawns = after.of(promoter) & ~(1L << target);
        long occupied = after.white() | after.black() | 1L << square | 1L << king;
        occupied = enemyNow < 0 ? occupied | 1L << enemy : occupied & ~(1L << enemy) | 1L << enemyNow;
        long mask = 1L << target;
        return (Attacks.king(king) & mask) != 0
                || (PawnTables.pawnAttacks(pawns, promoter) & mask) != 0
                || target != square && (Attacks.of(PieceType.values()[type], square, occupied) & mask) != 0;
    }

    static long keyOf(Position promoted) {
        long pieces = 0;
        for (Square square : promoted.occupied()) {
            PieceTables.Piece piece = Bound.piece(promoted, square);
            if (piece.type() != 0 && piece.type() != 5) {
                pieces += pieceKey(piece.owner(), piece.type(), square.ordinal());
            }
        }
        return key(
                PawnEnding.placement(promoted),
                promoted.king(Side.WHITE).ordinal(),
                promoted.king(Side.BLACK).ordinal(),
                pieces);
    }

    /** Whether nothing certain is known of a position just after a promotion. */
    boolean isUnknown(Position after, Move move) {
        PawnTables.Placement pawns = PawnEnding.placement(after);
        int type = 4;
        int square = move.to().ordinal();
        int white = after.king(Side.WHITE).ordinal();
        int black = after.king(Side.BLACK).ordinal();
        int promoter = after.sideToMove().opposite().ordinal();
        Square beside = Bound.pieceBeside(after, move.to());
        if (beside == null) {
            return certain(pawns, type, square, white, black, promoter) == PawnEnding.UNKNOWN;
        }
        PieceTables.Piece piece = Bound.piece(after, beside);
        return !PieceTables.isAgainstBareKing(pawns, piece, type, promoter)
                && certainBesidePiece(pawns, piece, type, square, Bound.state(after, beside)) == PawnEnding.UNKNOWN;
    }
}
