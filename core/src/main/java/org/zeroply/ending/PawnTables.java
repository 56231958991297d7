package org.zeroply.ending;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Side;

/**
 * Solves kings and pawns under an assumption about the promotions whose worth is not known.
 *
 * <p>Pawn moves and captures cannot be taken back, so the placements of pawns form a tree without cycles: each placement
 * is solved once all that follow it are. Within a placement only the kings move, 8192 states with the side to move; they
 * are solved backwards from the moves that leave the placement, half-move by half-move, as in {@link ElementarySolver}.
 *
 * <p>A state: side to move (1 bit), White's king (6), Black's king (6). Its value: 0 drawn or impossible, else one more
 * than the half-moves to promotion or mate; even distances are lost for the side to move.
 */
final class PawnTables {
    /** What an unknown promotion counts as. */
    interface Promotions {
        /**
         * The worth of a position just after a promotion, from the view of the side that promoted.
         *
         * @return 1, 0 or -1, whatever the other side does but take the piece with its king; raised by {@link #ASSUMED}
         *     if it is an assumption
         */
        int worth(Placement after, int type, int square, int whiteKing, int blackKing, int promoter);
    }

    /** Thrown when there are too many placements or the time is over. */
    static final class Unfinished extends RuntimeException {
        private static final long serialVersionUID = 1;

        private final PawnEnding.Reason why;

        Unfinished(PawnEnding.Reason why) {
            super(why.name(), null, false, false);
            this.why = why;
        }

        PawnEnding.Reason why() {
            return why;
        }
    }

    /** Where the pawns stand. */
    record Placement(long white, long black) {
        long of(int side) {
            return side == 0 ? white : black;
        }

        Placement with(int side, long pawns) {
            return side == 0 ? new Placement(pawns, black) : new Placement(white, pawns);
        }

        int count() {
            return Long.bitCount(white | black);
        }
    }

    static final int STATES = 2 * 64 * 64;
    static final int ASSUMED = 10;

    private static final long FILE_A = 0x0101010101010101L;

    private final Promotions promotions;
    private final Variant variant;
    private final int mostPlacements;
    private final Runnable step;
    private final Map<Placement, short[]> solved = new HashMap<>();

    /** Placements whose values rest on no assumption, shared by the passes of one ending. */
    private final Map<Placement, short[]> certain;

    /** The values that placements far from the one asked for count as having; null to solve them all. */
    private final short @Nullable [] beyond;

    /** How many captures and pawn moves away the placements are that are being asked for. */
    private int inside;

    /** How many captures and pawn moves are followed before what comes counts as {@link #beyond}. */
    private final int followed;

    private final OpenStates states = new OpenStates(STATES, 2 * STATES);

    /** Whether the placement under way met an assumption. */
    private boolean assumed;

    /**
     * Other rules than the usual ones.
     *
     * @param barred a placement with a state that counts as settled beforehand; null for none
     * @param barredState the state
     * @param barredLost whether it counts as lost for the side that does not move there, or as drawn
     */
    record Variant(@Nullable Placement barred, int barredState, boolean barredLost) {
        static final Variant USUAL = new Variant(null, -1, false);
    }

    /**
     * @param certain what other passes of the same variant have found for certain; grows
     * @param lost a side that loses whatever comes after so many captures and pawn moves, so that only what is near is solved;
     *     null to solve all that follow
     * @param followed how many
     * @param step called before each placement; may throw {@link Unfinished}
     */
    PawnTables(
            Promotions promotions,
            Variant variant,
            Map<Placement, short[]> certain,
            @Nullable Side lost,
            int followed,
            int mostPlacements,
            Runnable step) {
        this.followed = followed;
        beyond = lost == null ? null : lost(lost);
        this.certain = certain;
        this.promotions = promotions;
        this.variant = variant;
        this.mostPlacements = mostPlacements;
        this.step = step;
    }

    private static short[] lost(Side side) {
        short[] values = new short[STATES];
        for (int state = 0; state < STATES; state++) {
            values[state] = (short) (state >> 12 == side.ordinal() ? 1 : 2);
        }
        return values;
    }

    /**
     * How many placements a solution takes, counted without solving.
     *
     * @param most where the counting ends
     */
    static int count(Placement pawns, int most) {
        Set<Placement> seen = new HashSet<>(Set.of(pawns));
        Deque<Placement> open = new ArrayDeque<>(seen);
        while (!open.isEmpty() && seen.size() < most) {
            Placement here = open.removeLast();
            for (int side = 0; side < 2; side++) {
                int mover = side;
                int other = side ^ 1;
                eachPawnMove(here, side, (to, next, passed, promotes) -> {
                    meet(next, seen, open);
                    long capturers = passed < 0 ? 0 : Attacks.pawn(mover, passed) & next.of(other);
                    for (long rest = capturers; rest != 0; rest &= rest - 1) {
                        meet(enPassant(next, mover, passed, to, Long.numberOfTrailingZeros(rest)), seen, open);
                    }
                });
                for (long rest = here.of(other); rest != 0; rest &= rest - 1) {
                    meet(here.with(other, here.of(other) & ~Long.lowestOneBit(rest)), seen, open);
                }
            }
        }
        return seen.size();
    }

    private static void meet(Placement next, Set<Placement> seen, Deque<Placement> open) {
        if (seen.add(next)) {
            open.add(next);
        }
    }

    static int state(int side, int whiteKing, int blackKing) {
        return side << 12 | whiteKing << 6 | blackKing;
    }

    static Exact exact(int value) {
        int plies = value - 1;
        return value == 0 ? Exact.DRAWN : new Exact((plies & 1) == 0 ? -1 : 1, plies);
    }

    /** Whether the values of a placement are there already. */
    boolean knows(Placement pawns) {
        return solved.containsKey(pawns) || certain.containsKey(pawns);
    }

    /** The values of all states of a placement. */
    short[] values(Placement pawns) {
        short[] known = solved.get(pawns);
        if (known == null) {
            known = certain.get(pawns);
        }
        if (known == null && beyond != null && inside > followed) {
            assumed = true;
            return beyond;
        }
        if (known == null) {
            step.run();
            if (solved.size() >= mostPlacements) {
                throw new Unfinished(PawnEnding.Reason.TOO_LARGE);
            }
            // What follows is solved first, so that the buffers are free for this one.
            Solving solving = new Solving(pawns);
            known = solving.solve();
            solved.put(pawns, known);
            if (solving.isCertain()) {
                certain.put(pawns, known);
            }
        }
        return known;
    }

    /** A pawn move of a placement, or the taking of a pawn by a king, with the values of what follows. */
    private static final class Exit {
        final int to;

        /** The square that a double step passed, -1 for none. */
        final int passed;

        final boolean promotes;
        final Placement next;
        final short[] values;

        /** What the pawns of the other side attack afterwards. */
        final long attacks;

        /** After a double step: what each capture in passing leads to. */
        final List<Exit> inPassing;

        Exit(int to, int passed, boolean promotes, Placement next, short[] values, long attacks, List<Exit> inPassing) {
            this.to = to;
            this.passed = passed;
            this.promotes = promotes;
            this.next = next;
            this.values = values;
            this.attacks = attacks;
            this.inPassing = inPassing;
        }
    }

    private List<Exit> pawnMoves(Placement pawns, int side) {
        List<Exit> exits = new ArrayList<>();
        int other = side ^ 1;
        eachPawnMove(pawns, side, (to, next, passed, promotes) -> {
            List<Exit> inPassing = new ArrayList<>();
            if (passed >= 0) {
                long capturers = Attacks.pawn(side, passed) & next.of(other);
                for (long rest = capturers; rest != 0; rest &= rest - 1) {
                    Placement after = enPassant(next, side, passed, to, Long.numberOfTrailingZeros(rest));
                    inPassing.add(exit(passed, -1, false, after, side, List.of()));
                }
            }
            exits.add(exit(to, passed, promotes, next, other, inPassing));
        });
        return exits;
    }

    private Exit[] kingTakes(Placement pawns) {
        Exit[] exits = new Exit[64];
        for (int owner = 0; owner < 2; owner++) {
            for (long rest = pawns.of(owner); rest != 0; rest &= rest - 1) {
                int to = Long.numberOfTrailingZeros(rest);
                exits[to] = exit(to, -1, false, pawns.with(owner, pawns.of(owner) & ~(1L << to)), owner, List.of());
            }
        }
        return exits;
    }

    private Exit exit(int to, int passed, boolean promotes, Placement next, int other, List<Exit> inPassing) {
        return new Exit(
                to, passed, promotes, next, values(next), pawnAttacks(next.of(other), other), List.copyOf(inPassing));
    }

    /** A promotion with its result from the view of the side that promotes. */
    Exact promotion(Placement after, int type, int square, int whiteKing, int blackKing, int promoter) {
        int theirs = promoted(values(after), after, type, square, whiteKing, blackKing, promoter);
        return theirs == 0 ? Exact.DRAWN : exact(theirs + 1);
    }

    /** The value of a promotion for the side that then moves; it may take the piece with its king. */
    private int promoted(short[] taken, Placement after, int type, int square, int white, int black, int promoter) {
        int other = promoter ^ 1;
        int worth = promotions.worth(after, type, square, white, black, promoter);
        if (worth > 1) {
            assumed = true;
            worth -= ASSUMED;
        }
        long mask = 1L << square;
        boolean takeable = (Attacks.king(other == 0 ? white : black) & mask) != 0
                && (Attacks.king(promoter == 0 ? white : black) & mask) == 0
                && (pawnAttacks(after.of(promoter), promoter) & mask) == 0;
        if (takeable) {
            int value = taken[state(promoter, other == 0 ? square : white, other == 0 ? black : square)];
            if (exact(value).outcome() <= worth) {
                return value == 0 ? 0 : value + 1;
            }
        }
        return worth > 0 ? 1 : worth == 0 ? 0 : 2;
    }

    static Placement enPassant(Placement pushed, int mover, int passed, int square, int capturer) {
        int other = mover ^ 1;
        return pushed.with(mover, pushed.of(mover) & ~(1L << square))
                .with(other, pushed.of(other) & ~(1L << capturer) | 1L << passed);
    }

    /** What a pawn move leads to; a promoting pawn is gone from the placement. */
    interface PawnMove {
        /** @param passed the square that a double step passed, -1 for none */
        void to(int to, Placement next, int passed, boolean promotes);
    }

    /** All pawn moves of a side, kings left out of account. */
    static void eachPawnMove(Placement pawns, int side, PawnMove told) {
        long own = pawns.of(side);
        long enemy = pawns.of(side ^ 1);
        int forward = side == 0 ? 8 : -8;
        for (long rest = own; rest != 0; rest &= rest - 1) {
            int from = Long.numberOfTrailingZeros(rest);
            long others = own & ~(1L << from);
            int to = from + forward;
            if (((own | enemy) & 1L << to) == 0) {
                boolean promotes = to >= 56 || to < 8;
                told.to(to, pawns.with(side, promotes ? others : others | 1L << to), -1, promotes);
                int rank = side == 0 ? from >> 3 : 7 - (from >> 3);
                int twice = to + forward;
                if (rank == 1 && ((own | enemy) & 1L << twice) == 0) {
                    told.to(twice, pawns.with(side, others | 1L << twice), to, false);
                }
            }
            for (long hits = Attacks.pawn(side, from) & enemy; hits != 0; hits &= hits - 1) {
                int square = Long.numberOfTrailingZeros(hits);
                boolean promotes = square >= 56 || square < 8;
                Placement next = pawns.with(side ^ 1, enemy & ~(1L << square))
                        .with(side, promotes ? others : others | 1L << square);
                told.to(square, next, -1, promotes);
            }
        }
    }

    /** The squares that the pawns of a side attack. */
    static long pawnAttacks(long pawns, int side) {
        long left = pawns & ~FILE_A;
        long right = pawns & ~(FILE_A << 7);
        return side == 0 ? left << 7 | right << 9 : left >>> 9 | right >>> 7;
    }

    /** One placement being solved. */
    private final class Solving {
        private final Placement pawns;
        private final List<List<Exit>> pawnMoves;

        /** By the square of the pawn that is taken. */
        private final Exit[] kingTakes;

        private final short[] values = new short[STATES];
        private final long[] attacks = new long[2];
        private final long all;
        private final int barredState;

        Solving(Placement pawns) {
            inside++;
            this.pawns = pawns;
            pawnMoves = List.of(pawnMoves(pawns, 0), pawnMoves(pawns, 1));
            kingTakes = kingTakes(pawns);
            inside--;
            attacks[0] = pawnAttacks(pawns.white(), 0);
            attacks[1] = pawnAttacks(pawns.black(), 1);
            all = pawns.white() | pawns.black();
            assumed = false;
            barredState = pawns.equals(variant.barred) ? variant.barredState : -1;
        }

        short[] solve() {
            states.clear();
            for (int white = 0; white < 64; white++) {
                for (int black = 0; black < 64; black++) {
                    begin(0, white, black);
                    begin(1, white, black);
                }
            }
            states.drain((state, distance) -> {
                if (values[state] == 0) {
                    values[state] = (short) (distance + 1);
                    states.settle(state);
                    back(state, distance);
                }
            });
            return values;
        }

        /** Whether neither this placement nor any that follows rests on an assumption. */
        boolean isCertain() {
            return !assumed
                    && barredState < 0
                    && pawnMoves.stream().flatMap(List::stream).allMatch(this::isCertain)
                    && Arrays.stream(kingTakes).allMatch(exit -> exit == null || isCertain(exit));
        }

        private boolean isCertain(Exit exit) {
            return certain.containsKey(exit.next) && exit.inPassing.stream().allMatch(this::isCertain);
        }

        /** Whether the state can be: kings apart and off the pawns, and the side that does not move not in check. */
        private boolean isPossible(int side, int white, int black) {
            return white != black
                    && (Attacks.king(white) & 1L << black) == 0
                    && (all & (1L << white | 1L << black)) == 0
                    && (attacks[side] & 1L << (side == 0 ? black : white)) == 0;
        }

        private void begin(int side, int white, int black) {
            int state = state(side, white, black);
            if (!isPossible(side, white, black)) {
                states.settle(state);
                return;
            }
            int other = side ^ 1;
            int king = side == 0 ? white : black;
            int enemyKing = side == 0 ? black : white;
            boolean check = (attacks[other] & 1L << king) != 0;
            states.begin();
            int moves = Long.bitCount(steps(side, king, enemyKing));
            if (state == barredState) {
                states.bar(state, variant.barredLost);
                return;
            }
            long taken = Attacks.king(king) & ~Attacks.king(enemyKing) & pawns.of(other);
            for (; taken != 0; taken &= taken - 1) {
                int to = Long.numberOfTrailingZeros(taken);
                Exit exit = kingTakes[to];
                if ((exit.attacks & 1L << to) == 0) {
                    states.count(exit.values[state(other, side == 0 ? to : white, side == 0 ? black : to)]);
                }
            }
            long kings = 1L << white | 1L << black;
            for (Exit exit : pawnMoves.get(side)) {
                if ((kings & 1L << exit.to) == 0
                        && (exit.passed < 0 || (kings & 1L << exit.passed) == 0)
                        && (exit.attacks & 1L << king) == 0) {
                    pawnMove(exit, side, white, black);
                }
            }
            states.end(state, moves, check);
        }

        /** Where the king can go without taking. */
        private long steps(int side, int king, int enemyKing) {
            return Attacks.king(king) & ~all & ~attacks[side ^ 1] & ~Attacks.king(enemyKing) & ~(1L << enemyKing);
        }

        private void pawnMove(Exit exit, int side, int white, int black) {
            if (exit.promotes) {
                // The queen first: where it wins, nothing else need be asked.
                for (int type = 4; type >= 1 && !states.isWonAtOnce(); type--) {
                    states.count(promoted(exit.values, exit.next, type, exit.to, white, black, side));
                }
            } else if (exit.inPassing.isEmpty()) {
                states.count(exit.values[state(side ^ 1, white, black)]);
            } else {
                states.count(afterDoubleStep(exit, side, white, black));
            }
        }

        /** The value for the other side, which may also take in passing. */
        private int afterDoubleStep(Exit exit, int side, int white, int black) {
            int other = side ^ 1;
            int king = other == 0 ? white : black;
            int value = exit.values[state(other, white, black)];
            boolean stuck = !hasMove(exit.next, other, white, black);
            for (Exit taking : exit.inPassing) {
                if ((taking.attacks & 1L << king) != 0) {
                    continue;
                }
                int theirs = taking.values[state(side, white, black)];
                int forOther = theirs == 0 ? 0 : theirs + 1;
                if (stuck || Elementary.worth(exact(forOther)) > Elementary.worth(exact(value))) {
                    value = forOther;
                    stuck = false;
                }
            }
            return value;
        }

        private static boolean hasMove(Placement here, int side, int white, int black) {
            int other = side ^ 1;
            int king = side == 0 ? white : black;
            int enemyKing = side == 0 ? black : white;
            long free = Attacks.king(king) & ~here.of(side) & ~Attacks.king(enemyKing);
            for (long rest = free; rest != 0; rest &= rest - 1) {
                long to = Long.lowestOneBit(rest);
                if ((pawnAttacks(here.of(other) & ~to, other) & to) == 0) {
                    return true;
                }
            }
            boolean[] found = new boolean[1];
            long kings = 1L << white | 1L << black;
            eachPawnMove(here, side, (to, next, passed, promotes) -> {
                if ((kings & 1L << to) == 0
                        && (passed < 0 || (kings & 1L << passed) == 0)
                        && (pawnAttacks(next.of(other), other) & 1L << king) == 0) {
                    found[0] = true;
                }
            });
            return found[0];
        }

        /** The states before one that is decided: the other king goes back a step. */
        private void back(int state, int distance) {
            int side = state >> 12;
            int white = state >> 6 & 63;
            int black = state & 63;
            int mover = side ^ 1;
            int king = mover == 0 ? white : black;
            for (long rest = Attacks.king(king) & ~all; rest != 0; rest &= rest - 1) {
                int from = Long.numberOfTrailingZeros(rest);
                states.before(state(mover, mover == 0 ? from : white, mover == 0 ? black : from), distance);
            }
        }
    }
}
