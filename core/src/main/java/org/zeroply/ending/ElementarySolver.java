package org.zeroply.ending;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.PieceType;
import org.zeroply.work.Cancel;

/**
 * Solves one ending backwards from its mates (retrograde analysis, a published method). Every position first counts its
 * moves; a position before a lost one is won, and one whose moves all lead to won ones is lost. Captures and promotions
 * lead to smaller endings that are solved before.
 *
 * <p>Works half-move by half-move: at step d all positions of distance d are known, and those before them get distance
 * d + 1 if they have none.
 */
final class ElementarySolver {
    private static final byte IMPOSSIBLE = -1;
    private static final int NO_MATE = 255;
    private static final long FIRST_AND_LAST = 0xFF000000000000FFL;
    private static final PieceType[] PROMOTIONS = {PieceType.QUEEN, PieceType.ROOK, PieceType.BISHOP, PieceType.KNIGHT};
    private static final long LONG_DIAGONAL = 0x8040201008040201L;

    private final MaterialKey men;
    private final Places places;
    private final boolean pawns;
    private final Elementary smaller;
    private final Cancel cancel;
    private final PieceType[] types;

    /** By man: 0 strong, 1 weak. */
    private final int[] owner;

    private final int size;
    private final byte[] distances;

    /** Moves of a position that do not lead to a lost ending yet; IMPOSSIBLE for what is no position of its own. */
    private final byte[] open;

    /** The longest distance of the captures and promotions that lose, plus one; 0 for none. */
    private final byte[] lostLater;

    /** The quickest win by a capture or promotion, plus one; 0 for none. */
    private final byte[] wonLater;

    private final int[] squares;
    private final int[] before;
    private final @Nullable Conversion[] conversions;
    private final Set<Integer> twins = new HashSet<>();
    private int longestConversion;

    /** What the captures and promotions of the position under way lead to. */
    private int quickest;

    private int longestLoss;
    private boolean holds;

    ElementarySolver(MaterialKey men, Elementary smaller, Cancel cancel) {
        this.men = men;
        places = new Places(men);
        pawns = men.hasPawns();
        this.smaller = smaller;
        this.cancel = cancel;
        List<PieceType> all = new ArrayList<>(List.of(PieceType.KING, PieceType.KING));
        all.addAll(men.strong());
        all.addAll(men.weak());
        types = all.toArray(PieceType[]::new);
        owner = new int[types.length];
        owner[1] = 1;
        Arrays.fill(owner, 2 + men.strong().size(), owner.length, 1);
        size = places.size();
        distances = new byte[size];
        open = new byte[size];
        lostLater = new byte[size];
        wonLater = new byte[size];
        squares = new int[types.length];
        before = new int[types.length];
        conversions = new Conversion[(types.length + 1) * types.length * 6];
    }

    /** Null if it was cancelled. */
    @Nullable
    ElementaryTable solve() {
        for (int index = 0; index < size; index++) {
            if ((index & 0xFFFF) == 0 && cancel.isRequested()) {
                return null;
            }
            if (!begin(index)) {
                return null;
            }
        }
        int last = 0;
        for (int distance = 0; distance < NO_MATE - 1 && distance <= last + 1; distance++) {
            if (cancel.isRequested()) {
                return null;
            }
            byte wanted = (byte) (distance + 1);
            boolean lost = (distance & 1) == 0;
            for (int index = 0; index < size; index++) {
                byte known = distances[index];
                if (known == 0 && !lost && wonLater[index] == wanted) {
                    distances[index] = wanted;
                    known = wanted;
                }
                if (known == wanted) {
                    last = Math.max(last, distance);
                    back(index, lost, distance + 1);
                }
            }
            last = Math.max(last, laterThan(distance));
        }
        return new ElementaryTable(men, distances);
    }

    /** The longest distance of a conversion that may still come, so that a gap between distances ends nothing. */
    private int laterThan(int distance) {
        return distance < longestConversion ? distance + 1 : 0;
    }

    /** The positions before one whose distance has become known. */
    private void back(int index, boolean lost, int distance) {
        int toMove = places.squares(index, squares);
        int mover = toMove ^ 1;
        long occupied = occupied(squares);
        boolean symmetric = isSymmetric(occupied);
        if (symmetric) {
            twins.clear();
        }
        for (int man = 0; man < types.length; man++) {
            if (owner[man] != mover) {
                continue;
            }
            int here = squares[man];
            long from = types[man] == PieceType.PAWN
                    ? pawnFrom(here, mover, occupied)
                    : Attacks.of(types[man], here, occupied) & ~occupied;
            while (from != 0) {
                System.arraycopy(squares, 0, before, 0, squares.length);
                before[man] = Long.numberOfTrailingZeros(from);
                from &= from - 1;
                int earlier = places.index(mover, before);
                if (open[earlier] == IMPOSSIBLE || distances[earlier] != 0) {
                    continue;
                }
                if (symmetric && !twins.add(earlier)) {
                    continue;
                }
                if (lost) {
                    distances[earlier] = (byte) (distance + 1);
                } else if (--open[earlier] == 0) {
                    int longest = Math.max(distance, lostLater[earlier] & 255);
                    distances[earlier] = (byte) (longest + 1);
                    longestConversion = Math.max(longestConversion, longest);
                }
            }
        }
    }

    private static long pawnFrom(int square, int mover, long occupied) {
        int back = mover == 0 ? -8 : 8;
        int rank = mover == 0 ? square >> 3 : 7 - (square >> 3);
        long from = 0;
        if (rank >= 2 && (occupied & 1L << square + back) == 0) {
            from = 1L << square + back;
            if (rank == 3 && (occupied & 1L << square + 2 * back) == 0) {
                from |= 1L << square + 2 * back;
            }
        }
        return from;
    }

    private static long occupied(int[] squares) {
        long occupied = 0;
        for (int square : squares) {
            occupied |= 1L << square;
        }
        return occupied;
    }

    /** All men on the long diagonal: then a move and its mirror image are one move to the same place of the table. */
    private boolean isSymmetric(long occupied) {
        return !pawns && (occupied & ~LONG_DIAGONAL) == 0;
    }

    /** Counts the moves of a position. False if a smaller ending was cancelled. */
    private boolean begin(int index) {
        int toMove = places.squares(index, squares);
        long occupied = occupied(squares);
        System.arraycopy(squares, 0, before, 0, squares.length);
        if (Long.bitCount(occupied) != squares.length
                || pawnOnLastRank()
                || places.index(toMove, before) != index
                || attacked(squares[toMove ^ 1], toMove, occupied, -1)) {
            open[index] = IMPOSSIBLE;
            return true;
        }
        int mover = squares[toMove];
        boolean check = attacked(mover, toMove ^ 1, occupied, -1);
        long own = own(toMove);
        // Only a man in line with its king can be pinned.
        long shields = Attacks.queen(mover, occupied);
        int moves = 0;
        quickest = NO_MATE;
        longestLoss = 0;
        holds = false;
        boolean symmetric = isSymmetric(occupied);
        if (symmetric) {
            twins.clear();
        }
        for (int man = 0; man < types.length; man++) {
            if (owner[man] != toMove) {
                continue;
            }
            int here = squares[man];
            boolean pawn = types[man] == PieceType.PAWN;
            long targets = targets(man, toMove, occupied) & ~own & ~(1L << squares[toMove ^ 1]);
            if (man == toMove) {
                targets &= ~attacks(toMove ^ 1, occupied & ~(1L << mover));
            } else if (check || (shields & 1L << here) != 0) {
                targets = lawful(man, toMove, occupied, targets);
            }
            long converting = targets & (pawn ? occupied | FIRST_AND_LAST : occupied);
            long plain = targets & ~converting;
            moves += symmetric ? different(man, toMove, plain) : Long.bitCount(plain);
            while (converting != 0) {
                int to = Long.numberOfTrailingZeros(converting);
                converting &= converting - 1;
                int taken = at(to);
                boolean promotes = pawn && (1L << to & FIRST_AND_LAST) != 0;
                if (promotes) {
                    for (PieceType type : PROMOTIONS) {
                        if (!count(converted(man, to, taken, type, toMove))) {
                            return false;
                        }
                    }
                } else if (!count(converted(man, to, taken, types[man], toMove))) {
                    return false;
                }
            }
        }
        if (quickest < NO_MATE) {
            wonLater[index] = (byte) (quickest + 1);
            longestConversion = Math.max(longestConversion, quickest);
        }
        // A move that holds or wins elsewhere keeps the count from reaching 0.
        open[index] = (byte) Math.min(120, moves + (holds || quickest < NO_MATE ? 1 : 0));
        if (longestLoss > 0) {
            lostLater[index] = (byte) longestLoss;
        }
        if (open[index] == 0) {
            if (longestLoss > 0) {
                distances[index] = (byte) (longestLoss + 1);
                longestConversion = Math.max(longestConversion, longestLoss);
            } else if (check) {
                distances[index] = 1;
            }
        }
        return true;
    }

    /** Counts a capture or promotion by its result for the other side; false if there is none. */
    private boolean count(@Nullable Exact result) {
        if (result == null) {
            return false;
        }
        if (result.outcome() < 0) {
            quickest = Math.min(quickest, result.plies() + 1);
        } else if (result.outcome() == 0) {
            holds = true;
        } else {
            longestLoss = Math.max(longestLoss, result.plies() + 1);
        }
        return true;
    }

    /** How many of a man's moves lead to different places. */
    private int different(int man, int toMove, long targets) {
        int count = 0;
        for (long rest = targets; rest != 0; rest &= rest - 1) {
            System.arraycopy(squares, 0, before, 0, squares.length);
            before[man] = Long.numberOfTrailingZeros(rest);
            count += twins.add(places.index(toMove ^ 1, before)) ? 1 : 0;
        }
        return count;
    }

    /** Those of a man's moves that leave its king unattacked. */
    private long lawful(int man, int toMove, long occupied, long targets) {
        int here = squares[man];
        long lawful = 0;
        for (long rest = targets; rest != 0; rest &= rest - 1) {
            long to = Long.lowestOneBit(rest);
            int square = Long.numberOfTrailingZeros(rest);
            int taken = (occupied & to) == 0 ? -1 : at(square);
            squares[man] = square;
            if (!attacked(squares[toMove], toMove ^ 1, occupied & ~(1L << here) | to, taken)) {
                lawful |= to;
            }
            squares[man] = here;
        }
        return lawful;
    }

    private long own(int side) {
        long own = 0;
        for (int man = 0; man < squares.length; man++) {
            if (owner[man] == side) {
                own |= 1L << squares[man];
            }
        }
        return own;
    }

    /** All squares that a side attacks. */
    private long attacks(int by, long occupied) {
        long attacks = 0;
        for (int man = 0; man < squares.length; man++) {
            if (owner[man] == by) {
                attacks |= reach(man, occupied);
            }
        }
        return attacks;
    }

    private long reach(int man, long occupied) {
        int here = squares[man];
        return types[man] == PieceType.PAWN ? Attacks.pawn(owner[man], here) : Attacks.of(types[man], here, occupied);
    }

    private boolean pawnOnLastRank() {
        for (int man = 2; man < types.length; man++) {
            int rank = squares[man] >> 3;
            if (types[man] == PieceType.PAWN && (rank == 0 || rank == 7)) {
                return true;
            }
        }
        return false;
    }

    private long targets(int man, int toMove, long occupied) {
        int here = squares[man];
        if (types[man] != PieceType.PAWN) {
            return Attacks.of(types[man], here, occupied);
        }
        int forward = toMove == 0 ? 8 : -8;
        int rank = toMove == 0 ? here >> 3 : 7 - (here >> 3);
        long targets = Attacks.pawn(toMove, here) & occupied;
        // Never onto the first rank, so one step is always on the board.
        if ((occupied & 1L << here + forward) == 0) {
            targets |= 1L << here + forward;
            if (rank == 1 && (occupied & 1L << here + 2 * forward) == 0) {
                targets |= 1L << here + 2 * forward;
            }
        }
        return targets;
    }

    private int at(int square) {
        for (int man = 0; man < squares.length; man++) {
            if (squares[man] == square) {
                return man;
            }
        }
        return -1;
    }

    /** Whether a side attacks a square; one man may be left out, as if taken. */
    private boolean attacked(int square, int by, long occupied, int without) {
        for (int man = 0; man < types.length; man++) {
            if (owner[man] != by || man == without) {
                continue;
            }
            if ((reach(man, occupied) & 1L << square) != 0) {
                return true;
            }
        }
        return false;
    }

    /** The result after a capture or promotion, from the view of the side that then moves. */
    private @Nullable Exact converted(int man, int to, int taken, PieceType becomes, int toMove) {
        int kind = ((taken + 1) * types.length + man) * 6 + becomes.ordinal();
        Conversion conversion = conversions[kind];
        if (conversion == null) {
            conversion = conversion(man, taken, becomes);
            if (conversion == null) {
                return null;
            }
            conversions[kind] = conversion;
        }
        ElementaryTable table = conversion.table;
        if (table == null) {
            return Exact.DRAWN;
        }
        int flip = conversion.swapped ? 56 : 0;
        for (int i = 0; i < conversion.order.length; i++) {
            int from = conversion.order[i];
            conversion.squares[i] = (from == man ? to : squares[from]) ^ flip;
        }
        int mover = toMove ^ 1;
        return table.exact(conversion.swapped ? mover ^ 1 : mover, conversion.squares);
    }

    /** Where a capture or promotion leads to, whatever the squares: the smaller ending and its men among ours. */
    private static final class Conversion {
        /** Null for a dead draw. */
        final @Nullable ElementaryTable table;

        final boolean swapped;
        final int[] order;
        final int[] squares;

        Conversion(@Nullable ElementaryTable table, boolean swapped, int[] order) {
            this.table = table;
            this.swapped = swapped;
            this.order = order;
            squares = new int[order.length];
        }
    }

    /** Null if it was cancelled. */
    private @Nullable Conversion conversion(int man, int taken, PieceType becomes) {
        List<PieceType> strong = new ArrayList<>();
        List<PieceType> weak = new ArrayList<>();
        for (int i = 2; i < types.length; i++) {
            if (i != taken) {
                (owner[i] == 0 ? strong : weak).add(i == man ? becomes : types[i]);
            }
        }
        MaterialKey rest = MaterialKey.of(strong, weak);
        if (rest.isDead()) {
            return new Conversion(null, false, new int[0]);
        }
        ElementaryTable table = smaller.table(rest, cancel);
        if (table == null) {
            return null;
        }
        boolean swapped = MaterialKey.rank(weak) > MaterialKey.rank(strong);
        List<Integer> order = new ArrayList<>(swapped ? List.of(1, 0) : List.of(0, 1));
        for (int half = 0; half < 2; half++) {
            int side = swapped ? 1 - half : half;
            for (PieceType type : half == 0 ? rest.strong() : rest.weak()) {
                for (int i = 2; i < types.length; i++) {
                    PieceType now = i == man ? becomes : types[i];
                    if (i != taken && owner[i] == side && now == type && !order.contains(i)) {
                        order.add(i);
                        break;
                    }
                }
            }
        }
        return new Conversion(
                table, swapped, order.stream().mapToInt(Integer::intValue).toArray());
    }
}
