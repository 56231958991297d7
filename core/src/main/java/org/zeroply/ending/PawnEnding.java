package org.zeroply.ending;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SequencedSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.PositionSetup;
import org.zeroply.rules.SetupReading;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.search.ProofSearch;
import org.zeroply.work.Cancel;
import org.zeroply.work.Ticker;

/**
 * Solves endings of kings and pawns exactly, over all placements of pawns that can come about.
 *
 * <p>A promotion is worth what is certain: with a queen or rook against a bare king it is won unless it stalemates or is
 * taken at once, and up to four men are looked up in {@link Elementary}. Any other promotion is unknown at first. The
 * ending is solved twice, with unknown promotions as bad and as good for one side as can be; if both agree, the result is
 * proven. If not, the promotions on which the better line rests are proven one by one by {@link ProofSearch}, and the
 * ending is solved again with what they gave. Elementary endings of a queen against a pawn take a while to be solved for
 * the first time, so that is done only if the proofs were not enough. What still differs then is not settled, and nothing
 * is claimed.
 *
 * <p>The 50 moves and repetitions of the game before are left out of account.
 */
public final class PawnEnding {

    /** Endings of so many placements of pawns are solved for any answer: a second or two. */
    static final int MOST_LOOKED_UP = 1_500;

    /** The same beside a piece, whose placements are much larger. */
    static final int MOST_LOOKED_UP_BESIDE = 7;

    private static final int KEPT_PROMOTIONS = 200_000;

    /** Positions that are remembered as not settled. */
    private static final int KEPT_FAILURES = 2_000;

    /** Solutions that are kept, since a line or the moves of a position ask for what follows. */
    private static final int KEPT_RUNS = 4;

    static final int ROUNDS = 4;
    static final int PROMOTIONS_OF_ALL = 1_000;

    /** In place of milliseconds: the work is bounded by itself. */
    private static final long NO_CLOCK = 1_000_000_000;

    /** A result that is not known. */
    static final int UNKNOWN = 2;

    private final Elementary elementary;
    private final long millis;
    private final Ticker ticker;
    private final Deque<PawnEndingSolver> runs = new ArrayDeque<>();

    /** What was proven of promotions in what was looked up: many come about in every ending of the same pawns. */
    private final Map<Long, Integer> promotions = new ConcurrentHashMap<>();

    private final SequencedSet<Position> failed = new LinkedHashSet<>();

    /**
     * @param millis after so long it says that it did not finish
     * @param ticker measures the time
     */
    public PawnEnding(Elementary elementary, long millis, Ticker ticker) {
        this.elementary = elementary;
        this.millis = millis;
        this.ticker = ticker;
    }

    /** What became of it. */
    public sealed interface Reading {}

    /**
     * It is proven.
     *
     * @param exact from the view of the side to move; half-moves to promotion or mate
     * @param choices every legal move whose result is certain, best first, from the view of the side that makes it
     * @param unsettled moves whose result hangs on queens that could not be proven
     * @param correspondence null if no squares correspond
     * @param placements how many placements of pawns were solved
     */
    public record Solved(
            Position position,
            Exact exact,
            List<Elementary.Choice> choices,
            List<Move> unsettled,
            @Nullable Correspondence correspondence,
            int placements)
            implements Reading {
        public Solved {
            choices = List.copyOf(choices);
            unsettled = List.copyOf(unsettled);
        }

        /** The moves that keep the result, the best first. */
        public List<Elementary.Choice> keeping() {
            return choices.stream()
                    .filter(choice -> choice.exact().outcome() == exact.outcome())
                    .toList();
        }
    }

    /** Why nothing is claimed. */
    public enum Reason {
        /** Too many placements of pawns. */
        TOO_LARGE,
        OUT_OF_TIME,
        /** It hangs on promotions that could not be proven. */
        UNCERTAIN_PROMOTIONS,
        CANCELLED
    }

    public record NotSettled(Reason reason, int placements) implements Reading {}

    /**
     * A promotion away: it is proven that a side wins.
     *
     * @param moves of the winner to mate, to a queen or rook against a bare king, or into a won pawn ending
     */
    public record ProvenWin(Position position, Side winner, int moves) implements Reading {}

    /** Kings, at least one pawn, and one piece of either side; no castling rights. */
    public static boolean coversPromoted(Position position) {
        int pawns = position.count(Side.WHITE, PieceType.PAWN) + position.count(Side.BLACK, PieceType.PAWN);
        return pawns >= 1
                && position.occupied().size() == pawns + 3
                && position.castlingRights().isEmpty();
    }

    /**
     * What is settled by a fixed amount of work, so that the same is known each time: endings of few placements of pawns, and
     * those in which nobody can get anything by moving a pawn or taking. Moves that the result does not need may be left open.
     *
     * @return empty if it is too large, not settled, or cancelled
     * @throws IllegalArgumentException if neither {@link #covers} nor {@link #coversPromoted} is true
     */
    synchronized Optional<Solved> lookUp(Position position, Cancel cancel) {
        boolean pawnsOnly = covers(position);
        if (!pawnsOnly && !coversPromoted(position)) {
            throw new IllegalArgumentException("not kings, pawns and a piece at most: " + position);
        }
        Optional<Solved> known = solvedOnTheWay(position);
        if (known.isPresent()) {
            return known;
        }
        if (failed.contains(position)) {
            return Optional.empty();
        }
        if (promotions.size() > KEPT_PROMOTIONS) {
            promotions.clear();
        }
        PawnEndingSolver run = new PawnEndingSolver(
                elementary, position, PawnTables.Variant.USUAL, promotions, NO_CLOCK, ticker, cancel);
        Reading found = run.lookUp(pawnsOnly ? MOST_LOOKED_UP : MOST_LOOKED_UP_BESIDE);
        if (!(found instanceof Solved solved)) {
            if (!cancel.isRequested()) {
                failed.add(position);
            }
            if (failed.size() > KEPT_FAILURES) {
                failed.removeFirst();
            }
            return Optional.empty();
        }
        runs.addFirst(run);
        if (runs.size() > KEPT_RUNS) {
            runs.removeLast();
        }
        return Optional.of(solved);
    }

    /** What was settled on the way to what was looked up last; empty if nothing was. */
    synchronized Optional<Solved> solvedOnTheWay(Position position) {
        return runs.stream()
                .flatMap(run -> Stream.ofNullable(run.solvedOnTheWay(position)))
                .findFirst();
    }

    /**
     * Solves a position that is one promotion away from a pawn ending. If that does not finish, it looks for a proof that
     * one side wins.
     *
     * @param solveTables as for {@link #solve}
     * @throws IllegalArgumentException if {@link #coversPromoted} is false
     */
    public Reading solvePromoted(Position position, boolean solveTables, Cancel cancel) {
        if (!coversPromoted(position)) {
            throw new IllegalArgumentException("not kings, pawns and one piece: " + position);
        }
        Reading exact = solver(position, cancel, PawnTables.Variant.USUAL, millis * 8 / 10)
                .solve(solveTables);
        if (exact instanceof NotSettled open && open.reason() != Reason.CANCELLED) {
            PawnEndingSolver proofs = solver(position, cancel, PawnTables.Variant.USUAL, millis * 2 / 10);
            try {
                return proofs.promoted() instanceof ProvenWin won ? won : open;
            } catch (PawnTables.Unfinished unfinished) {
                return cancel.isRequested() ? proofs.notSettled(unfinished) : open;
            }
        }
        return exact;
    }

    private PawnEndingSolver solver(Position position, Cancel cancel, PawnTables.Variant variant, long time) {
        return new PawnEndingSolver(elementary, position, variant, new ConcurrentHashMap<>(), time, ticker, cancel);
    }

    /** The values under the assumption that is worst for White. */
    Bound bound(Position position, Cancel cancel) {
        return solver(position, cancel, PawnTables.Variant.USUAL, millis)
                .bound(PromotionWorth.Assumption.WORST, Side.WHITE);
    }

    /** Kings and pawns only, and at least one pawn. With many free pawns it will not finish. */
    public static boolean covers(Position position) {
        int men = position.occupied().size();
        int pawns = position.count(Side.WHITE, PieceType.PAWN) + position.count(Side.BLACK, PieceType.PAWN);
        return pawns >= 1 && men == pawns + 2;
    }

    /**
     * Solves it on the calling thread.
     *
     * @param solveTables whether elementary endings of a promoted piece against a pawn may be solved for it, which takes
     *     about a minute the first time; otherwise those that are known are looked up
     * @throws IllegalArgumentException if {@link #covers} is false
     */
    public Reading solve(Position position, boolean solveTables, Cancel cancel) {
        if (!covers(position)) {
            throw new IllegalArgumentException("not kings and pawns: " + position);
        }
        return solver(position, cancel, PawnTables.Variant.USUAL, millis).solve(solveTables);
    }

    /** The values of all states of a position's placement of pawns and of what follows, as far as they are certain. */
    CertainValues certainValues(Position position, PawnTables.Variant variant, Cancel cancel) {
        return solver(position, cancel, variant, millis).certainAsItStands();
    }

    /** Values under the worst and the best assumption for White; solved as they are asked for. */
    static final class CertainValues {
        private final PawnEndingSolver run;
        private Bound low;
        private Bound high;

        CertainValues(PawnEndingSolver run, Bound low, Bound high) {
            this.run = run;
            this.low = low;
            this.high = high;
        }

        /** From the view of the side to move; empty where the two differ. */
        Optional<Exact> outcome(Position position) {
            Exact exact = run.value(low, position);
            return exact.outcome() == run.value(high, position).outcome() ? Optional.of(exact) : Optional.empty();
        }

        /** The result that the side to move has for certain, whatever the rest. */
        int atLeast(Position position) {
            return run.value(position.sideToMove() == Side.WHITE ? low : high, position)
                    .outcome();
        }

        /** Proves promotions until the result of a position is certain, as far as that can be done. */
        void settle(Position position) {
            for (int round = 0; round < ROUNDS && outcome(position).isEmpty(); round++) {
                if (!run.learn(List.of(position), PawnEndingSolver.PROMOTIONS_OF_ONE)) {
                    return;
                }
                solveAgain();
            }
        }

        /** Proves promotions until every state of a position's placement is certain, as far as that can be done. */
        void makeCertain(Position position) {
            for (int round = 0; round < ROUNDS; round++) {
                List<Position> open = open(position);
                if (open.isEmpty() || !run.learn(open, PROMOTIONS_OF_ALL)) {
                    return;
                }
                solveAgain();
            }
        }

        private void solveAgain() {
            CertainValues more = run.certain();
            low = more.low;
            high = more.high;
        }

        /** The states of the kings, pawns as they stand, whose result is not certain. */
        private List<Position> open(Position position) {
            List<Position> open = new ArrayList<>();
            PawnTables.Placement pawns = placement(position);
            for (int state = 0; state < PawnTables.STATES; state++) {
                if (outcome(pawns, state) == UNKNOWN) {
                    PositionSetup setup = position.setup();
                    setup.put(position.king(Side.WHITE), null);
                    setup.put(position.king(Side.BLACK), null);
                    setup.put(Square.of(state >> 6 & 63), Piece.WHITE_KING);
                    setup.put(Square.of(state & 63), Piece.BLACK_KING);
                    setup.sideToMove(Side.values()[state >> 12]).enPassant(null);
                    if (setup.read() instanceof SetupReading.Possible possible) {
                        open.add(possible.position());
                    }
                }
            }
            return open;
        }

        /** The result of the state of a placement for the side to move: 1, 0, -1, or {@link #UNKNOWN}. */
        int outcome(PawnTables.Placement pawns, int state) {
            int outcome = PawnTables.exact(low.values(pawns)[state]).outcome();
            return outcome == PawnTables.exact(high.values(pawns)[state]).outcome() ? outcome : UNKNOWN;
        }
    }

    static PawnTables.Placement placement(Position position) {
        long white = 0;
        long black = 0;
        for (Square square : position.men(Side.WHITE, PieceType.PAWN)) {
            white |= 1L << square.ordinal();
        }
        for (Square square : position.men(Side.BLACK, PieceType.PAWN)) {
            black |= 1L << square.ordinal();
        }
        return new PawnTables.Placement(white, black);
    }
}
