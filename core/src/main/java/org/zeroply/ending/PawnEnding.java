package org.zeroply.ending;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Board;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.PositionSetup;
import org.zeroply.rules.SetupReading;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
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
    private static final int MOST_PLACEMENTS = 20_000;

    /** With a piece, a table has half a megabyte, and up to three bounds are held. */
    private static final int MOST_TABLES = 250;

    private static final int ROUNDS = 4;
    private static final int PROMOTIONS_OF_ONE = 60;
    private static final int PROMOTIONS_OF_ALL = 1_000;
    private static final int LONGEST_PROOF = 12;
    private static final long PROOF_NODES = 60_000;
    private static final long PROMOTED_NODES = 2_000_000;
    private static final int MOST_GROUPS = 16;

    /** A result that is not known. */
    static final int UNKNOWN = 2;

    private final Elementary elementary;
    private final long millis;
    private final Ticker ticker;

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
        Reading exact = new Run(position, cancel, PawnTables.Variant.USUAL, millis * 8 / 10).solve(solveTables);
        if (exact instanceof NotSettled open && open.reason() != Reason.CANCELLED) {
            Run proofs = new Run(position, cancel, PawnTables.Variant.USUAL, millis * 2 / 10);
            try {
                return proofs.promoted() instanceof ProvenWin won ? won : open;
            } catch (PawnTables.Unfinished unfinished) {
                return cancel.isRequested() ? proofs.notSettled(unfinished) : open;
            }
        }
        return exact;
    }

    /** The values under the assumption that is worst for White. */
    Bound bound(Position position, Cancel cancel) {
        return new Run(position, cancel, PawnTables.Variant.USUAL).bound(Assumption.WORST, Side.WHITE);
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
        return new Run(position, cancel, PawnTables.Variant.USUAL).solve(solveTables);
    }

    /**
     * The exact result, from the view of the side to move, if a side may pass instead of moving wherever it is not in
     * check. Empty if it could not be settled.
     */
    public Optional<Exact> withPasses(Position position, Side mayPass, Cancel cancel) {
        try {
            return certainValues(position, PawnTables.Variant.withPasses(mayPass), false, cancel)
                    .outcome(position);
        } catch (PawnTables.Unfinished unfinished) {
            return Optional.empty();
        }
    }

    /** The values of all states of a position's placement of pawns and of what follows, as far as they are certain. */
    CertainValues certainValues(Position position, PawnTables.Variant variant, boolean solveTables, Cancel cancel) {
        Run run = new Run(position, cancel, variant);
        if (solveTables) {
            run.useTables();
        }
        CertainValues values = run.certain();
        for (int round = 0; round < ROUNDS; round++) {
            List<Position> open = values.open(position);
            if (open.isEmpty() || !run.learn(open, PROMOTIONS_OF_ALL)) {
                break;
            }
            values = run.certain();
        }
        return values;
    }

    /** Values under the worst and the best assumption for White; solved as they are asked for. */
    static final class CertainValues {
        private final Run run;
        private final Bound low;
        private final Bound high;

        private CertainValues(Run run, Bound low, Bound high) {
            this.run = run;
            this.low = low;
            this.high = high;
        }

        /** From the view of the side to move; empty where the two differ. */
        Optional<Exact> outcome(Position position) {
            Exact exact = run.value(low, position);
            return exact.outcome() == run.value(high, position).outcome() ? Optional.of(exact) : Optional.empty();
        }

        /** The states of the kings, pawns as they stand, whose result is not certain. */
        List<Position> open(Position position) {
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

    private enum Assumption {
        WORST,
        BEST,
        /** As BEST, but what could not be proven counts as a draw. */
        HOPEFUL
    }

    private final class Run {
        private final Position position;
        private final Cancel cancel;
        private final PawnTables.Variant variant;
        private volatile long end;

        /** What was proven of promotions, by the key of the position after: 1 won for the promoter, 0 not provable. */
        private final Map<Long, Integer> proven = new HashMap<>();

        private final Map<Integer, ElementaryTable> tables = new ConcurrentHashMap<>();
        private final Set<Integer> missing = ConcurrentHashMap.newKeySet();

        /** Whether elementary endings are solved when they are met, or only looked up if they are known. */
        private boolean solveTables;

        private final Map<PawnTables.Placement, short[]> certainPlacements = new ConcurrentHashMap<>();
        private final AtomicInteger placements = new AtomicInteger();

        /** Set while the other of two bounds is waited for that is no longer wanted. */
        private volatile boolean abandoned;

        /** A result that holds already while more is being made certain. */
        private @Nullable Solved settled;

        Run(Position position, Cancel cancel, PawnTables.Variant variant) {
            this(position, cancel, variant, millis);
        }

        Run(Position position, Cancel cancel, PawnTables.Variant variant, long millis) {
            end = ticker.nanos() + millis * 1_000_000;
            this.position = position;
            this.cancel = cancel;
            this.variant = variant;
        }

        private void step() {
            placements.incrementAndGet();
            if (cancel.isRequested() || abandoned) {
                throw new PawnTables.Unfinished("CANCELLED");
            }
            if (ticker.nanos() > end) {
                throw new PawnTables.Unfinished("OUT_OF_TIME");
            }
        }

        Bound bound(Assumption assumption, Side of) {
            PawnTables pawnsOnly = new PawnTables(
                    (after, type, square, white, black, promoter) ->
                            worth(after, type, square, white, black, promoter, assumption, of),
                    variant,
                    certainPlacements,
                    MOST_PLACEMENTS,
                    this::step);
            PieceTables withPiece = new PieceTables(
                    pawnsOnly,
                    (after, piece, type, square, state) ->
                            worthBesidePiece(after, piece, type, square, state, assumption, of),
                    this::table,
                    MOST_TABLES,
                    this::step);
            return new Bound(pawnsOnly, withPiece);
        }

        Reading solve(boolean withTables) {
            try {
                Reading found = solveInRounds();
                if (withTables && found instanceof NotSettled && !missing.isEmpty()) {
                    useTables();
                    return solveInRounds();
                }
                return found;
            } catch (PawnTables.Unfinished unfinished) {
                return settled != null ? settled : notSettled(unfinished);
            }
        }

        NotSettled notSettled(PawnTables.Unfinished unfinished) {
            String said = String.valueOf(unfinished.getMessage());
            Reason reason = said.equals("CANCELLED")
                    ? Reason.CANCELLED
                    : said.equals("OUT_OF_TIME") ? Reason.OUT_OF_TIME : Reason.TOO_LARGE;
            return new NotSettled(reason, placements.get());
        }

        Reading promoted() {
            for (Side side : Side.values()) {
                Bound bound = bound(Assumption.WORST, side);
                ProofSearch search = new ProofSearch(16, board -> isDecided(board, side.ordinal(), bound), false);
                search.limit(PROMOTED_NODES, () -> cancel.isRequested() || ticker.nanos() > end);
                for (int moves = 1; moves <= LONGEST_PROOF; moves++) {
                    ProofSearch.Answer answer = position.sideToMove() == side
                            ? search.attackerToMove(position, moves)
                            : search.defenderToMove(position, moves);
                    if (answer == ProofSearch.Answer.PROVEN) {
                        return new ProvenWin(position, side, moves);
                    }
                    if (answer == ProofSearch.Answer.NOT_SETTLED) {
                        break;
                    }
                }
                if (cancel.isRequested()) {
                    return new NotSettled(Reason.CANCELLED, placements.get());
                }
            }
            return new NotSettled(Reason.UNCERTAIN_PROMOTIONS, placements.get());
        }

        /** As {@link #isWon}; and once the piece is gone, the pawn ending says. */
        private static int isDecided(Board board, int strong, Bound bound) {
            int won = isWon(board, strong);
            boolean pieces = (board.occupied() & ~board.type(0) & ~board.type(5)) != 0;
            if (won != 0 || pieces) {
                return won;
            }
            Position here = board.position();
            if (here.enPassant() != null) {
                return 0;
            }
            int state = PawnTables.state(board.side(), board.kingSquare(0), board.kingSquare(1));
            int outcome = PawnTables.exact(bound.values(placement(here))[state]).outcome();
            return (board.side() == strong ? outcome : -outcome) > 0 ? 1 : -1;
        }

        void useTables() {
            solveTables = true;
            certainPlacements.clear();
            missing.clear();
        }

        CertainValues certain() {
            return new CertainValues(this, bound(Assumption.WORST, Side.WHITE), bound(Assumption.BEST, Side.WHITE));
        }

        private Reading solveInRounds() {
            for (int round = 0; round < ROUNDS; round++) {
                Bound worst = bound(Assumption.WORST, Side.WHITE);
                Bound best = bound(Assumption.BEST, Side.WHITE);
                CompletableFuture<Exact> other = CompletableFuture.supplyAsync(
                        () -> value(best, position),
                        task -> Thread.ofPlatform().daemon().name("ending").start(task));
                Exact low;
                Exact high;
                try {
                    low = value(worst, position);
                    high = other.join();
                } catch (CompletionException failed) {
                    throw failed.getCause() instanceof PawnTables.Unfinished unfinished ? unfinished : failed;
                } finally {
                    abandoned = true;
                    other.handle((value, failure) -> value).join();
                    abandoned = false;
                }
                if (low.outcome() == high.outcome()) {
                    Solved found = solved(worst, best);
                    settled = found;
                    // The other moves are made certain too, as far as proofs of their promotions can do it.
                    List<Position> open =
                            found.unsettled().stream().map(position::play).toList();
                    if (open.isEmpty() || round == ROUNDS - 1 || !learn(open, PROMOTIONS_OF_ONE)) {
                        return found;
                    }
                    continue;
                }
                if (!learn(List.of(position), PROMOTIONS_OF_ONE)) {
                    break;
                }
            }
            return new NotSettled(Reason.UNCERTAIN_PROMOTIONS, placements.get());
        }

        // ---- promotions

        /** From the view of the promoter: 1, 0, -1. */
        private int worth(
                PawnTables.Placement after,
                int type,
                int square,
                int white,
                int black,
                int promoter,
                Assumption assumption,
                Side of) {
            int certain = certain(after, type, square, white, black, promoter);
            if (certain != UNKNOWN) {
                return certain;
            }
            return PawnTables.ASSUMED
                    + assumed(
                            type, key(after, white, black, pieceKey(promoter, type, square)), promoter, assumption, of);
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
        private int worthBesidePiece(
                PawnTables.Placement after,
                PieceTables.Piece piece,
                int type,
                int square,
                int state,
                Assumption assumption,
                Side of) {
            int certain = certainBesidePiece(after, piece, type, square, state);
            if (certain != UNKNOWN) {
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
                return UNKNOWN;
            }
            int promoter = (state >> 18) ^ 1;
            PieceType promoted = PieceType.values()[type];
            PieceType beside = PieceType.values()[piece.type()];
            boolean together = promoter == piece.owner();
            MaterialKey men = MaterialKey.of(
                    together ? List.of(promoted, beside) : List.of(promoted), together ? List.of() : List.of(beside));
            boolean promotedFirst =
                    together ? type >= piece.type() : men.strong().contains(promoted);
            int code = 100 + type * 12 + piece.type() * 2 + (together ? 1 : 0);
            ElementaryTable table = elementaryTable(code, men);
            if (table == null) {
                return UNKNOWN;
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
                table = solveTables ? table(men) : elementary.known(men);
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
                return after.of(promoter) == 0 ? 0 : UNKNOWN;
            }
            if (after.count() > 1) {
                return UNKNOWN;
            }
            MaterialKey men = MaterialKey.of(List.of(PieceType.values()[type]), List.of(PieceType.PAWN));
            boolean swapped = promoter == 1;
            ElementaryTable table = elementaryTable(type, men);
            if (table == null) {
                return UNKNOWN;
            }
            int flip = swapped ? 56 : 0;
            int[] squares = {king ^ flip, enemy ^ flip, square ^ flip, Long.numberOfTrailingZeros(pawnsOfOther) ^ flip};
            return -table.exact(1, squares).outcome();
        }

        /** The time that a smaller ending takes to be solved for the first time is not counted. */
        private synchronized ElementaryTable table(MaterialKey men) {
            long begun = ticker.nanos();
            ElementaryTable table = elementary.table(men, cancel);
            end += ticker.nanos() - begun;
            if (table == null) {
                throw new PawnTables.Unfinished("CANCELLED");
            }
            return table;
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

        /** Tries to prove the promotions on which either side's hopes rest; says whether anything was found out. */
        private boolean learn(List<Position> starts, int most) {
            boolean ofWhite = learn(Side.WHITE, starts, most);
            boolean ofBlack = learn(Side.BLACK, starts, most);
            return ofWhite || ofBlack;
        }

        private boolean learn(Side side, List<Position> starts, int most) {
            Bound hopeful = bound(Assumption.HOPEFUL, side);
            List<Position> hoped = starts.stream()
                    .filter(start -> {
                        int outcome = value(hopeful, start).outcome();
                        return start.sideToMove() == side ? outcome > 0 : outcome < 0;
                    })
                    .toList();
            boolean learned = false;
            ProofSearch search = null;
            for (Position promoted :
                    promotionsOfStrategy(hopeful, side, hoped, most).values()) {
                step();
                if (search == null) {
                    search = new ProofSearch(8, board -> isWon(board, side.ordinal()), false);
                }
                search.limit(PROOF_NODES, cancel::isRequested);
                boolean won = false;
                for (int moves = 1; moves <= LONGEST_PROOF && !won; moves++) {
                    ProofSearch.Answer answer = search.defenderToMove(promoted, moves);
                    won = answer == ProofSearch.Answer.PROVEN;
                    if (answer == ProofSearch.Answer.NOT_SETTLED) {
                        break;
                    }
                }
                proven.put(keyOf(promoted), won ? 1 : 0);
                learned = true;
            }
            return learned;
        }

        /** The goal of a proof: the other king is bare against a queen or rook that it cannot take, and is not stalemated. */
        private static int isWon(Board board, int strong) {
            int weak = strong ^ 1;
            boolean heavy = (board.men(strong, 3) | board.men(strong, 4)) != 0;
            boolean bare = (board.all(weak) & ~board.type(5)) == 0;
            if (heavy && bare) {
                return board.side() == strong || cannotTake(board, strong, weak) ? 1 : 0;
            }
            return heavy || board.men(strong, 0) != 0 ? 0 : -1;
        }

        private static boolean cannotTake(Board board, int strong, int weak) {
            if (board.countLegalMoves() == 0) {
                return false;
            }
            long heavy = board.men(strong, 3) | board.men(strong, 4);
            long near = Attacks.king(board.kingSquare(weak)) & heavy;
            for (long rest = near; rest != 0; rest &= rest - 1) {
                int square = Long.numberOfTrailingZeros(rest);
                if (!board.attacked(square, strong, board.occupied())) {
                    return false;
                }
            }
            return true;
        }

        private static long keyOf(Position promoted) {
            long pieces = 0;
            for (Square square : promoted.occupied()) {
                PieceTables.Piece piece = Bound.piece(promoted, square);
                if (piece.type() != 0 && piece.type() != 5) {
                    pieces += pieceKey(piece.owner(), piece.type(), square.ordinal());
                }
            }
            return key(
                    placement(promoted),
                    promoted.king(Side.WHITE).ordinal(),
                    promoted.king(Side.BLACK).ordinal(),
                    pieces);
        }

        /** The unknown queens that come about if the side follows its best moves against everything. */
        private Map<Long, Position> promotionsOfStrategy(Bound bound, Side side, List<Position> starts, int most) {
            Map<Long, Position> found = new LinkedHashMap<>();
            Set<Long> seen = new HashSet<>();
            List<Position> open = new ArrayList<>(starts);
            while (!open.isEmpty() && found.size() < most && seen.size() < 50_000) {
                Position here = open.removeLast();
                if (!seen.add(here.key())) {
                    continue;
                }
                boolean ours = here.sideToMove() == side;
                List<Elementary.Choice> choices = choices(bound, here);
                List<Elementary.Choice> followed = ours && !choices.isEmpty() ? choices.subList(0, 1) : choices;
                for (Elementary.Choice choice : followed) {
                    Position next = here.play(choice.move());
                    if (choice.move().promotion() == null) {
                        open.add(next);
                    } else if (ours
                            && choice.move().promotion() == PieceType.QUEEN
                            && !proven.containsKey(keyOf(next))
                            && isUnknown(next, choice.move())) {
                        found.put(keyOf(next), next);
                    }
                }
            }
            return found;
        }

        /** Whether nothing certain is known of a position just after a promotion. */
        private boolean isUnknown(Position after, Move move) {
            PawnTables.Placement pawns = placement(after);
            int type = 4;
            int square = move.to().ordinal();
            int white = after.king(Side.WHITE).ordinal();
            int black = after.king(Side.BLACK).ordinal();
            int promoter = after.sideToMove().opposite().ordinal();
            Square beside = Bound.pieceBeside(after, move.to());
            if (beside == null) {
                return certain(pawns, type, square, white, black, promoter) == UNKNOWN;
            }
            PieceTables.Piece piece = Bound.piece(after, beside);
            return !PieceTables.isAgainstBareKing(pawns, piece, type, promoter)
                    && certainBesidePiece(pawns, piece, type, square, Bound.state(after, beside)) == UNKNOWN;
        }

        // ---- the result

        private Solved solved(Bound worst, Bound best) {
            Exact low = value(worst, position);
            Exact high = value(best, position);
            // A win for White is counted as the worst assumption has it, one for Black as the best: both hold for
            // certain.
            boolean whiteWins = (position.sideToMove() == Side.WHITE) == low.outcome() > 0;
            Exact exact = low.outcome() == 0 || whiteWins ? low : high;
            List<Elementary.Choice> choices = new ArrayList<>();
            List<Move> unsettled = new ArrayList<>();
            for (Elementary.Choice choice : choices(worst, position)) {
                Exact other = choices(best, position).stream()
                        .filter(same -> same.move().equals(choice.move()))
                        .findFirst()
                        .orElseThrow()
                        .exact();
                if (other.outcome() == choice.exact().outcome()) {
                    choices.add(whiteWins ? choice : new Elementary.Choice(choice.move(), other));
                } else if (choice.move().promotion() == null) {
                    unsettled.add(choice.move());
                }
            }
            choices.sort(Comparator.comparingInt((Elementary.Choice choice) -> Elementary.worth(choice.exact()))
                    .reversed());
            return new Solved(position, exact, choices, unsettled, correspondence(worst, best), placements.get());
        }

        /** All legal moves with their values under a pass's assumption, the best first. */
        private List<Elementary.Choice> choices(Bound bound, Position here) {
            List<Elementary.Choice> choices = new ArrayList<>();
            for (Move move : here.legalMoves()) {
                Position after = here.play(move);
                Exact exact;
                if (move.promotion() == null) {
                    exact = Elementary.before(value(bound, after));
                } else {
                    exact = bound.promotion(after, move);
                }
                choices.add(new Elementary.Choice(move, exact));
            }
            choices.sort(Comparator.comparingInt((Elementary.Choice choice) -> Elementary.worth(choice.exact()))
                    .reversed());
            return choices;
        }

        private Exact value(Bound bound, Position here) {
            if (here.enPassant() == null || !here.hasLegalMove()) {
                return bound.value(here);
            }
            // With a capture in passing the state of the men does not say all: one move is looked ahead.
            return choices(bound, here).getFirst().exact();
        }

        // ---- squares that correspond

        private @Nullable Correspondence correspondence(Bound worst, Bound best) {
            if (!covers(position)) {
                return null;
            }
            for (Side attacker : Side.values()) {
                Correspondence found = correspondence(worst, best, attacker);
                if (!found.groups().isEmpty()) {
                    return found;
                }
            }
            return null;
        }

        /** With the attacker to move nothing is won, with the defender to move all is lost: each wants the other to move. */
        private Correspondence correspondence(Bound worst, Bound best, Side attacker) {
            PawnTables.Placement pawns = placement(position);
            short[] low = worst.values(pawns);
            short[] high = best.values(pawns);
            int own = attacker.ordinal();
            Map<Long, Long> attackingByAnswer = new LinkedHashMap<>();
            for (Square king : near(position.king(attacker))) {
                long answers = 0;
                for (Square enemy : Square.values()) {
                    int white = own == 0 ? king.ordinal() : enemy.ordinal();
                    int black = own == 0 ? enemy.ordinal() : king.ordinal();
                    boolean held =
                            is(low, high, PawnTables.state(own, white, black), 0) && isLegal(pawns, own, white, black);
                    if (held && is(low, high, PawnTables.state(own ^ 1, white, black), -1)) {
                        answers |= 1L << enemy.ordinal();
                    }
                }
                if (answers != 0) {
                    attackingByAnswer.merge(answers, 1L << king.ordinal(), (a, b) -> a | b);
                }
            }
            List<Correspondence.Group> groups = new ArrayList<>();
            attackingByAnswer.forEach((answers, attacking) -> {
                if (groups.size() < MOST_GROUPS) {
                    groups.add(new Correspondence.Group(
                            (char) ('A' + groups.size()), new SquareSet(attacking), new SquareSet(answers)));
                }
            });
            return new Correspondence(attacker, groups);
        }

        private static boolean is(short[] low, short[] high, int state, int outcome) {
            return PawnTables.exact(low[state]).outcome() == outcome
                    && PawnTables.exact(high[state]).outcome() == outcome;
        }

        private static boolean isLegal(PawnTables.Placement pawns, int side, int white, int black) {
            long all = pawns.white() | pawns.black();
            long attacks = PawnTables.pawnAttacks(pawns.of(side), side);
            return white != black
                    && (Attacks.king(white) & 1L << black) == 0
                    && (all & (1L << white | 1L << black)) == 0
                    && (attacks & 1L << (side == 0 ? black : white)) == 0;
        }

        private static List<Square> near(Square king) {
            List<Square> squares = new ArrayList<>(List.of(Square.values()));
            squares.sort(Comparator.comparingInt(
                    square -> Math.max(Math.abs(square.file() - king.file()), Math.abs(square.rank() - king.rank()))));
            return squares;
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
