package org.zeroply.ending;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Board;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.search.ProofSearch;
import org.zeroply.work.Cancel;
import org.zeroply.work.Ticker;

/**
 * Solves one pawn ending: placement by placement under the worst and the best assumption about promotions, and where these
 * differ, tries to prove the promotions on which the hopes of either side rest.
 */
final class PawnEndingSolver {
    private static final int MOST_PLACEMENTS = 20_000;
    /** With a piece, a table has half a megabyte, and up to three bounds are held. */
    private static final int MOST_TABLES = 250;

    static final int PROMOTIONS_OF_ONE = 60;
    private static final int LONGEST_PROOF = 12;
    private static final long PROOF_NODES = 60_000;

    /** How many captures from pawns that block each other are followed, with kings alone and with a piece. */
    private static final int MOST_FOLLOWED = 2;

    private static final int MOST_FOLLOWED_BESIDE = 1;
    private static final long PROOF_NODES_LOOKED_UP = 10_000;
    private static final long PROMOTED_NODES = 2_000_000;
    private static final int MOST_GROUPS = 16;

    private final Elementary elementary;
    private final Ticker ticker;
    private final Position position;
    private final Cancel cancel;
    private final PawnTables.Variant variant;
    private volatile long end;
    private long proofNodes = PROOF_NODES;

    private final PromotionWorth promotions;
    private final Map<PawnTables.Placement, short[]> certainPlacements = new ConcurrentHashMap<>();
    private final AtomicInteger placements = new AtomicInteger();

    /** Set while the other of two bounds is waited for that is no longer wanted. */
    private volatile boolean abandoned;

    /** A result that holds already while more is being made certain. */
    private PawnEnding.@Nullable Solved settled;

    /** The bounds that agreed on it. */
    private @Nullable Bound settledLow;

    private @Nullable Bound settledHigh;

    /**
     * @param proven what was proven of promotions before; grows
     * @param millis after so long it gives up
     * @param ticker measures the time
     */
    PawnEndingSolver(
            Elementary elementary,
            Position position,
            PawnTables.Variant variant,
            Map<Long, Integer> proven,
            long millis,
            Ticker ticker,
            Cancel cancel) {
        this.elementary = elementary;
        this.ticker = ticker;
        end = ticker.nanos() + millis * 1_000_000;
        this.position = position;
        this.cancel = cancel;
        this.variant = variant;
        promotions = new PromotionWorth(elementary, this::table, proven);
    }

    private void step() {
        placements.incrementAndGet();
        if (cancel.isRequested() || abandoned) {
            throw new PawnTables.Unfinished(PawnEnding.Reason.CANCELLED);
        }
        if (ticker.nanos() > end) {
            throw new PawnTables.Unfinished(PawnEnding.Reason.OUT_OF_TIME);
        }
    }

    Bound bound(PromotionWorth.Assumption assumption, Side of) {
        return bound(assumption, of, null, 0);
    }

    /** What holds for White, worst or best, whatever comes after so many pawn moves and captures. */
    private Bound asItStands(PromotionWorth.Assumption assumption, int followed) {
        boolean worst = assumption == PromotionWorth.Assumption.WORST;
        return bound(assumption, Side.WHITE, worst ? Side.WHITE : Side.BLACK, followed);
    }

    /**
     * @param lost a side that loses whatever comes after so many captures and pawn moves; null to solve all that follow
     * @param followed how many
     */
    private Bound bound(PromotionWorth.Assumption assumption, Side of, @Nullable Side lost, int followed) {
        PawnTables pawnsOnly = new PawnTables(
                (after, type, square, white, black, promoter) ->
                        promotions.worth(after, type, square, white, black, promoter, assumption, of),
                variant,
                certainPlacements,
                lost,
                followed,
                MOST_PLACEMENTS,
                this::step);
        PieceTables withPiece = new PieceTables(
                pawnsOnly,
                (after, piece, type, square, state) ->
                        promotions.worthBesidePiece(after, piece, type, square, state, assumption, of),
                this::table,
                lost,
                followed,
                MOST_TABLES,
                this::step);
        return new Bound(pawnsOnly, withPiece);
    }

    PawnEnding.Reading solve(boolean withTables) {
        try {
            if (settlesAsItStands()) {
                return Objects.requireNonNull(settled);
            }
            PawnEnding.Reading found = solveInRounds(true, PawnEnding.ROUNDS);
            if (withTables && found instanceof PawnEnding.NotSettled && promotions.misses()) {
                useTables();
                return solveInRounds(true, PawnEnding.ROUNDS);
            }
            return found;
        } catch (PawnTables.Unfinished unfinished) {
            return settled != null ? settled : notSettled(unfinished);
        }
    }

    /** As {@link #solve}, if it takes so many placements at most; moves that the result does not need may be left open. */
    PawnEnding.Reading lookUp(int mostPlacements) {
        try {
            if (settlesAsItStands()) {
                return Objects.requireNonNull(settled);
            }
            if (PawnTables.count(PawnEnding.placement(position), mostPlacements + 1) > mostPlacements) {
                throw new PawnTables.Unfinished(PawnEnding.Reason.TOO_LARGE);
            }
            return solveInRounds(false, PawnEnding.covers(position) ? PawnEnding.ROUNDS : 1);
        } catch (PawnTables.Unfinished unfinished) {
            return settled != null ? settled : notSettled(unfinished);
        }
    }

    /**
     * Whether every move is settled by the placement and what is a capture or two away, since the pawns block each other and
     * nobody can change that for the better. What it finds out of the position is kept even if not.
     */
    private boolean settlesAsItStands() {
        if (canAPawnMove()) {
            return false;
        }
        int most = PawnEnding.covers(position) ? MOST_FOLLOWED : MOST_FOLLOWED_BESIDE;
        for (int followed = 0; followed <= most; followed++) {
            Bound worst = asItStands(PromotionWorth.Assumption.WORST, followed);
            Bound best = asItStands(PromotionWorth.Assumption.BEST, followed);
            if (value(worst, position).outcome() != value(best, position).outcome()) {
                continue;
            }
            settled = solved(position, worst, best);
            settledLow = worst;
            settledHigh = best;
            return settled.unsettled().isEmpty();
        }
        return false;
    }

    private boolean canAPawnMove() {
        boolean[] moves = new boolean[1];
        for (int side = 0; side < 2; side++) {
            PawnTables.eachPawnMove(
                    PawnEnding.placement(position), side, (to, next, passed, promotes) -> moves[0] = true);
        }
        return moves[0];
    }

    /** The solution of a position with a placement that was solved on the way, if nothing of it is left open; else null. */
    PawnEnding.@Nullable Solved solvedOnTheWay(Position other) {
        Bound low = settledLow;
        Bound high = settledHigh;
        if (low == null || high == null || !low.knows(other) || !high.knows(other)) {
            return null;
        }
        if (value(low, other).outcome() != value(high, other).outcome()) {
            return null;
        }
        PawnEnding.Solved found = solved(other, low, high);
        return found.unsettled().isEmpty() ? found : null;
    }

    PawnEnding.NotSettled notSettled(PawnTables.Unfinished unfinished) {
        return new PawnEnding.NotSettled(unfinished.why(), placements.get());
    }

    PawnEnding.Reading promoted() {
        for (Side side : Side.values()) {
            Bound bound = bound(PromotionWorth.Assumption.WORST, side);
            ProofSearch search = new ProofSearch(16, board -> isDecided(board, side.ordinal(), bound), false);
            search.limit(PROMOTED_NODES, () -> cancel.isRequested() || ticker.nanos() > end);
            for (int moves = 1; moves <= LONGEST_PROOF; moves++) {
                ProofSearch.Answer answer = position.sideToMove() == side
                        ? search.attackerToMove(position, moves)
                        : search.defenderToMove(position, moves);
                if (answer == ProofSearch.Answer.PROVEN) {
                    return new PawnEnding.ProvenWin(position, side, moves);
                }
                if (answer == ProofSearch.Answer.NOT_SETTLED) {
                    break;
                }
            }
            if (cancel.isRequested()) {
                return new PawnEnding.NotSettled(PawnEnding.Reason.CANCELLED, placements.get());
            }
        }
        return new PawnEnding.NotSettled(PawnEnding.Reason.UNCERTAIN_PROMOTIONS, placements.get());
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
        int outcome = PawnTables.exact(bound.values(PawnEnding.placement(here))[state])
                .outcome();
        return (board.side() == strong ? outcome : -outcome) > 0 ? 1 : -1;
    }

    void useTables() {
        promotions.solveTables();
        certainPlacements.clear();
    }

    /** What is certain by the placement alone where no pawn can move; as {@link #certain} elsewhere. */
    PawnEnding.CertainValues certainAsItStands() {
        return canAPawnMove()
                ? certain()
                : new PawnEnding.CertainValues(
                        this,
                        asItStands(PromotionWorth.Assumption.WORST, 0),
                        asItStands(PromotionWorth.Assumption.BEST, 0));
    }

    PawnEnding.CertainValues certain() {
        return new PawnEnding.CertainValues(
                this,
                bound(PromotionWorth.Assumption.WORST, Side.WHITE),
                bound(PromotionWorth.Assumption.BEST, Side.WHITE));
    }

    /**
     * @param everyMove whether moves that the result does not need are settled too, as far as proofs can do it
     * @param rounds of solving and of proofs between
     */
    private PawnEnding.Reading solveInRounds(boolean everyMove, int rounds) {
        proofNodes = everyMove ? PROOF_NODES : PROOF_NODES_LOOKED_UP;
        for (int round = 0; round < rounds; round++) {
            Bound worst = bound(PromotionWorth.Assumption.WORST, Side.WHITE);
            Bound best = bound(PromotionWorth.Assumption.BEST, Side.WHITE);
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
                PawnEnding.Solved found = solved(position, worst, best);
                settled = found;
                settledLow = worst;
                settledHigh = best;
                if (!everyMove) {
                    return found;
                }
                List<Position> open =
                        found.unsettled().stream().map(position::play).toList();
                if (open.isEmpty() || round == rounds - 1 || !learn(open, PROMOTIONS_OF_ONE)) {
                    return found;
                }
                continue;
            }
            if (round == rounds - 1 || !learn(List.of(position), PROMOTIONS_OF_ONE)) {
                break;
            }
        }
        return new PawnEnding.NotSettled(PawnEnding.Reason.UNCERTAIN_PROMOTIONS, placements.get());
    }

    /** The time that a smaller ending takes to be solved for the first time is not counted. */
    private synchronized ElementaryTable table(MaterialKey men) {
        long begun = ticker.nanos();
        ElementaryTable table = elementary.table(men, cancel);
        end += ticker.nanos() - begun;
        if (table == null) {
            throw new PawnTables.Unfinished(PawnEnding.Reason.CANCELLED);
        }
        return table;
    }

    /** Tries to prove the promotions on which either side's hopes rest; says whether anything was found out. */
    boolean learn(List<Position> starts, int most) {
        boolean ofWhite = learn(Side.WHITE, starts, most);
        boolean ofBlack = learn(Side.BLACK, starts, most);
        return ofWhite || ofBlack;
    }

    private boolean learn(Side side, List<Position> starts, int most) {
        Bound hopeful = bound(PromotionWorth.Assumption.HOPEFUL, side);
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
            search.limit(proofNodes, cancel::isRequested);
            boolean won = false;
            for (int moves = 1; moves <= LONGEST_PROOF && !won; moves++) {
                ProofSearch.Answer answer = search.defenderToMove(promoted, moves);
                won = answer == ProofSearch.Answer.PROVEN;
                if (answer == ProofSearch.Answer.NOT_SETTLED) {
                    break;
                }
            }
            promotions.tried(PromotionWorth.keyOf(promoted), won);
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
                        && !promotions.isTried(PromotionWorth.keyOf(next))
                        && promotions.isUnknown(next, choice.move())) {
                    found.put(PromotionWorth.keyOf(next), next);
                }
            }
        }
        return found;
    }

    // ---- the result

    private PawnEnding.Solved solved(Position position, Bound worst, Bound best) {
        Exact low = value(worst, position);
        Exact high = value(best, position);
        // A win for White is counted as the worst assumption has it, one for Black as the best: both hold for
        // certain.
        boolean whiteWins = (position.sideToMove() == Side.WHITE) == low.outcome() > 0;
        Exact exact = low.outcome() == 0 || whiteWins ? low : high;
        List<Elementary.Choice> choices = new ArrayList<>();
        List<Move> unsettled = new ArrayList<>();
        List<Elementary.Choice> hopes = choices(best, position);
        for (Elementary.Choice choice : choices(worst, position)) {
            Exact other = hopes.stream()
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
        return new PawnEnding.Solved(
                position, exact, choices, unsettled, correspondence(position, worst, best), placements.get());
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

    Exact value(Bound bound, Position here) {
        if (here.enPassant() == null || !here.hasLegalMove()) {
            return bound.value(here);
        }
        // With a capture in passing the state of the men does not say all: one move is looked ahead.
        return choices(bound, here).getFirst().exact();
    }

    // ---- squares that correspond

    private static @Nullable Correspondence correspondence(Position position, Bound worst, Bound best) {
        if (!PawnEnding.covers(position)) {
            return null;
        }
        for (Side attacker : Side.values()) {
            Correspondence found = correspondence(position, worst, best, attacker);
            if (!found.groups().isEmpty()) {
                return found;
            }
        }
        return null;
    }

    /** With the attacker to move nothing is won, with the defender to move all is lost: each wants the other to move. */
    private static Correspondence correspondence(Position position, Bound worst, Bound best, Side attacker) {
        PawnTables.Placement pawns = PawnEnding.placement(position);
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
