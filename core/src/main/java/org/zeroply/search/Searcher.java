package org.zeroply.search;

import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Board;
import org.zeroply.rules.Move;

/**
 * One thread's search: principal-variation alpha-beta over a mutable board.
 *
 * <p>A value is in hundredths of a pawn from the view of the side to move; a mate is {@link #MATE} minus the half-moves
 * to it. {@code alpha} and {@code beta} bound what can still matter: a value at or below alpha is one that the side to
 * move will avoid, at or above beta one that the opponent will. The first move of a position is searched with the whole
 * window, the others only asked whether they are better (a window of one), and again if they are.
 *
 * <p>What stands in {@link Technique} makes the tree small; each can be switched off. Several searchers may share one
 * {@link Table}; everything else is a searcher's own, so one searcher with a fresh table repeats itself exactly.
 */
final class Searcher {
    static final int MATE = 32_000;
    static final int MATE_BOUND = MATE - 512;
    static final int INFINITE = 32_500;
    static final int MAX_PLY = 128;

    private static final int NO_VALUE = -32_600;
    /** Mobility, king danger and the like seldom come to more than this, in hundredths of a pawn. */
    private static final int FINER_POINTS = 220;

    private static final int[][] REDUCTION = new int[64][64];

    static {
        for (int depth = 1; depth < 64; depth++) {
            for (int number = 1; number < 64; number++) {
                REDUCTION[depth][number] = (int) (0.75 + Math.log(depth) * Math.log(number) / 1.95);
            }
        }
    }

    /** Thrown through the tree when the search has to stop; carries nothing. */
    private static final class Stopped extends RuntimeException {
        private static final long serialVersionUID = 1;

        Stopped() {
            super(null, null, false, false);
        }
    }

    private final Board board;
    private final Evaluation evaluation;
    private final Table table;
    private final BooleanSupplier stop;
    private final MoveOrder order;
    private final boolean aspiration;
    private final boolean tableOn;
    private final boolean nullMove;
    private final boolean lateReduction;
    private final boolean latePruning;
    private final boolean staticBound;
    private final boolean futility;
    private final boolean exchangePruning;
    private final boolean extensions;
    private final boolean lazy;
    private final boolean tableMoveReduction;

    /** Keys of the positions before the root and on the path, the newest last. */
    private final long[] path;

    private final int rootIndex;

    private final int[][] tried = new int[MAX_PLY + 2][64];
    private final int[][] line = new int[MAX_PLY + 2][MAX_PLY + 2];
    private final int[] lineLength = new int[MAX_PLY + 2];
    private final int[] evaluations = new int[MAX_PLY + 2];
    private final int[] squares = new int[MAX_PLY + 2];
    private final Checks[] checks = new Checks[MAX_PLY + 2];

    /** By ply: whether the move made there gives check. */
    private final boolean[] checked = new boolean[MAX_PLY + 2];

    /** By ply: piece code times 64 plus target of the move made there, 0 for a pass. */
    private final int[] made = new int[MAX_PLY + 2];

    /** Half-moves on the path since the last pass, so that no repetition is seen across one. */
    private final int[] sincePass = new int[MAX_PLY + 2];

    /** The moves made since the root, 0 for a pass, so that a search that stops in the middle can take them back. */
    private final int[] madeMoves = new int[MAX_PLY + 4];

    private int depthMade;

    /** The best of the depth under way, for the case that it is stopped. */
    private @Nullable Found partial;

    private long nodes;
    private long nodeLimit = Long.MAX_VALUE;
    private int verifyBelow;
    private int[] rootMoves = {};
    private int rootDepth;

    /**
     * @param before keys of the positions of the game before this one, oldest first
     * @param stop asked every thousand nodes or so
     */
    Searcher(Board root, long[] before, Weights weights, Table table, Set<Technique> without, BooleanSupplier stop) {
        board = root;
        evaluation = new Evaluation(weights);
        this.table = table;
        this.stop = stop;
        aspiration = !without.contains(Technique.ASPIRATION);
        tableOn = !without.contains(Technique.TABLE);
        nullMove = !without.contains(Technique.NULL_MOVE);
        lateReduction = !without.contains(Technique.LATE_REDUCTION);
        latePruning = !without.contains(Technique.LATE_PRUNING);
        staticBound = !without.contains(Technique.STATIC_BOUND);
        futility = !without.contains(Technique.FUTILITY);
        exchangePruning = !without.contains(Technique.EXCHANGE_PRUNING);
        extensions = !without.contains(Technique.EXTENSIONS);
        lazy = !without.contains(Technique.LAZY_EVALUATION);
        tableMoveReduction = !without.contains(Technique.TABLE_MOVE_REDUCTION);
        order = new MoveOrder(board, made, without);
        Arrays.setAll(checks, ply -> new Checks());
        path = Arrays.copyOf(before, before.length + MAX_PLY + 4);
        rootIndex = before.length;
        path[rootIndex] = board.key();
        squares[0] = evaluation.squares(board);
        sincePass[0] = MAX_PLY * 4;
    }

    long nodes() {
        return nodes;
    }

    void limitNodes(long limit) {
        nodeLimit = limit;
    }

    // ---- the root

    /** The moves to search; they are put in order here, and the order is improved from depth to depth. */
    void rootMoves(int[] wanted) {
        rootMoves = wanted.clone();
        long known = tableOn ? table.find(board.key()) : Table.NOTHING;
        order.sort(rootMoves, known == Table.NOTHING ? 0 : Table.move(known));
    }

    /**
     * What one look at the root gave.
     *
     * @param finished false if it was stopped before every move had been looked at; what was found until then is better
     *     than what the depth before found
     */
    record Found(int value, List<Move> moves, boolean finished) {}

    /**
     * Searches the root moves from a place in their order on (the moves before it have lines of their own), and brings
     * the best to that place.
     *
     * @param guess the value of the depth before, or {@link #INFINITE} for none
     * @return null if it was stopped before anything was found
     */
    @Nullable
    Found searchRoot(int depth, int from, int guess) {
        rootDepth = depth;
        partial = null;
        int delta = 18 + Math.abs(guess) / 64;
        int alpha = -INFINITE;
        int beta = INFINITE;
        if (aspiration && depth >= 4 && Math.abs(guess) < MATE_BOUND) {
            alpha = Math.max(guess - delta, -INFINITE);
            beta = Math.min(guess + delta, INFINITE);
        }
        try {
            while (true) {
                int value = root(alpha, beta, depth, from);
                if (value <= alpha && alpha > -INFINITE) {
                    beta = (alpha + beta) / 2;
                    alpha = Math.max(value - delta, -INFINITE);
                } else if (value >= beta && beta < INFINITE) {
                    beta = Math.min(value + delta, INFINITE);
                } else {
                    return new Found(value, bestLine(), true);
                }
                delta += delta / 2 + 5;
                if (delta > 1000) {
                    alpha = -INFINITE;
                    beta = INFINITE;
                }
            }
        } catch (Stopped stopped) {
            unwind();
            return partial;
        }
    }

    private List<Move> bestLine() {
        return Arrays.stream(line[0], 0, lineLength[0]).mapToObj(Board::asMove).toList();
    }

    /** Takes back whatever the interrupted search had made. */
    private void unwind() {
        while (depthMade > 0) {
            depthMade--;
            if (madeMoves[depthMade] == 0) {
                board.unmakePass();
            } else {
                board.unmake(madeMoves[depthMade]);
            }
        }
    }

    private int root(int alphaAtFirst, int beta, int depth, int from) {
        int alpha = alphaAtFirst;
        int best = -INFINITE;
        int bestMove = 0;
        boolean inCheck = board.inCheck();
        checks[0].prepare(board);
        evaluations[0] = inCheck ? NO_VALUE : evaluation.of(board, squares[0]);
        lineLength[0] = 0;
        int count = rootMoves.length;
        for (int i = from; i < count; i++) {
            int move = rootMoves[i];
            boolean quiet = order.isQuiet(move);
            boolean check = givesCheck(move, 0);
            checked[0] = check;
            make(move, 0);
            int value;
            int next = depth - 1;
            if (i == from) {
                value = -search(-beta, -alpha, next, 1, false);
            } else {
                int reduced = next;
                if (lateReduction && depth >= 3 && i - from >= 4 && quiet && !check && !inCheck) {
                    reduced = Math.max(1, next - REDUCTION[Math.min(depth, 63)][Math.min(i - from, 63)] + 1);
                }
                value = -search(-alpha - 1, -alpha, reduced, 1, true);
                if (value > alpha && reduced < next) {
                    value = -search(-alpha - 1, -alpha, next, 1, true);
                }
                if (value > alpha && (value < beta || beta == INFINITE)) {
                    value = -search(-beta, -alpha, next, 1, false);
                }
            }
            unmake(move);
            if (value > best) {
                best = value;
                bestMove = move;
                if (value > alpha || i == from) {
                    keepLine(move, 0);
                    // The best so far goes first and the others keep their order, so that the next depth begins well.
                    System.arraycopy(rootMoves, from, rootMoves, from + 1, i - from);
                    rootMoves[from] = move;
                }
                if (value > alpha) {
                    alpha = value;
                    partial = new Found(value, bestLine(), false);
                }
                if (alpha >= beta) {
                    break;
                }
            }
        }
        if (tableOn && from == 0) {
            int bound = best >= beta ? Table.LOWER : best > alphaAtFirst ? Table.EXACT : Table.UPPER;
            table.store(board.key(), bestMove, best, evaluations[0], depth, bound);
        }
        return best;
    }

    // ---- the tree

    private int search(int alphaAtFirst, int betaAtFirst, int depthLeft, int ply, boolean expectCut) {
        if (depthLeft <= 0) {
            return quiet(alphaAtFirst, betaAtFirst, ply, 0);
        }
        countNode();
        int alpha = alphaAtFirst;
        int beta = betaAtFirst;
        int depth = depthLeft;
        lineLength[ply] = ply;
        boolean principal = beta - alpha > 1;
        boolean inCheck = board.inCheck();
        if (isDraw(ply)) {
            return 0;
        }
        if (ply >= MAX_PLY) {
            return inCheck ? 0 : evaluation.of(board, squares[ply]);
        }
        // No line from here can be better than mate at once, or worse than being mated now.
        alpha = Math.max(alpha, ply - MATE);
        beta = Math.min(beta, MATE - ply - 1);
        if (alpha >= beta) {
            return alpha;
        }

        long known = tableOn ? table.find(board.key()) : Table.NOTHING;
        int tableMove = 0;
        int tableValue = NO_VALUE;
        if (known != Table.NOTHING) {
            tableMove = Table.move(known);
            tableValue = fromTable(Table.score(known), ply);
            int bound = Table.bound(known);
            if (!principal
                    && Table.depth(known) >= depth
                    && board.halfmoveClock() < 90
                    && (bound == Table.EXACT
                            || bound == Table.LOWER && tableValue >= beta
                            || bound == Table.UPPER && tableValue <= alpha)) {
                return tableValue;
            }
        }

        int still;
        if (inCheck) {
            still = NO_VALUE;
        } else {
            still = known != Table.NOTHING && Table.evaluation(known) != NO_VALUE
                    ? Table.evaluation(known)
                    : evaluation.of(board, squares[ply]);
        }
        evaluations[ply] = still;
        boolean improving = !inCheck && (ply < 2 || evaluations[ply - 2] == NO_VALUE || still > evaluations[ply - 2]);
        // The table's value is a better estimate where its bound allows.
        int estimate = still;
        if (tableValue != NO_VALUE && !inCheck) {
            int bound = Table.bound(known);
            if (bound == Table.EXACT
                    || bound == Table.LOWER && tableValue > still
                    || bound == Table.UPPER && tableValue < still) {
                estimate = tableValue;
            }
        }

        if (tableMoveReduction && depth >= 5 && tableMove == 0) {
            depth--;
        }

        if (!principal && !inCheck && Math.abs(beta) < MATE_BOUND) {
            if (staticBound
                    && depth <= 7
                    && estimate - 75 * depth + (improving ? 60 : 0) >= beta
                    && estimate < MATE_BOUND) {
                return estimate;
            }
            if (staticBound && depth <= 2 && estimate + 220 + 180 * depth < alpha) {
                int value = quiet(alpha, beta, ply, 0);
                if (value <= alpha) {
                    return value;
                }
            }
            if (nullMove && depth >= 3 && estimate >= beta && still >= beta - 20 && made[ply] != 0 && hasPieces()) {
                int value = afterPass(beta, depth, estimate, ply, expectCut);
                if (value != NO_VALUE) {
                    return value;
                }
            }
        }

        MoveOrder.Picker picker = order.picker(ply);
        boolean single = picker.begin(tableMove, inCheck) == 1;
        boolean extendSingle = extensions && single && ply < 2 * rootDepth;
        int best = -INFINITE;
        int bestMove = 0;
        int number = 0;
        int quietsTried = 0;
        int capturesTried = 0;
        int[] triedHere = tried[ply];
        boolean nearMate = Math.abs(alpha) >= MATE_BOUND;
        checks[ply].prepare(board);
        for (int move = picker.next(); move != 0; move = picker.next()) {
            int i = number++;
            boolean quiet = order.isQuiet(move);
            boolean losing = picker.isLosing();
            boolean check = givesCheck(move, ply);

            if (best > -MATE_BOUND && ply > 0) {
                if (quiet && !check && !inCheck) {
                    int lateDepth = Math.max(0, depth - REDUCTION[Math.min(depth, 63)][Math.min(i, 63)]);
                    if (latePruning && depth <= 7 && quietsTried >= (3 + depth * depth) / (improving ? 1 : 2)) {
                        picker.onlyChecks(checks[ply]);
                        continue;
                    }
                    if (futility && lateDepth <= 6 && still + 90 + 85 * lateDepth <= alpha && !nearMate) {
                        // Later moves are looked at less deeply still, so none of them can do it either.
                        picker.onlyChecks(checks[ply]);
                        continue;
                    }
                    if (latePruning
                            && lateDepth <= 4
                            && order.standing(move, board.codeAt(Board.from(move)), ply) < -9000 * lateDepth) {
                        continue;
                    }
                    if (exchangePruning
                            && lateDepth <= 7
                            && !FastExchange.atLeast(board, move, -22 * lateDepth * lateDepth)) {
                        continue;
                    }
                } else if (exchangePruning
                        && depth <= 7
                        && (quiet || losing)
                        && !FastExchange.atLeast(board, move, (quiet ? -50 : -85) * depth)) {
                    continue;
                }
            }

            // A series of checks is followed to its end.
            boolean series = extensions && check && ply > 1 && checked[ply - 2] && ply < 2 * rootDepth;
            boolean extend = extendSingle || series && (depth <= 2 || FastExchange.atLeast(board, move, 0));
            checked[ply] = check;
            int code = board.codeAt(Board.from(move));
            int next = extend ? depth : depth - 1;
            make(move, ply);
            int value;
            if (i == 0) {
                value = -search(-beta, -alpha, next, ply + 1, !principal && !expectCut);
            } else {
                int reduced = next;
                if (lateReduction && depth >= 3 && i >= (principal ? 3 : 2) && (quiet || losing)) {
                    int less = REDUCTION[Math.min(depth, 63)][Math.min(i, 63)];
                    if (!quiet) {
                        less--;
                    } else {
                        less -= Math.clamp(order.standing(move, code, ply) / 7000, -2, 2);
                    }
                    if (principal) {
                        less--;
                    }
                    if (expectCut) {
                        less++;
                    }
                    if (!improving) {
                        less++;
                    }
                    if (check || inCheck) {
                        less--;
                    }
                    if (order.isKiller(move, ply)) {
                        less--;
                    }
                    reduced = Math.clamp(next - less, 1, next);
                }
                value = -search(-alpha - 1, -alpha, reduced, ply + 1, true);
                if (value > alpha && reduced < next) {
                    value = -search(-alpha - 1, -alpha, next, ply + 1, !expectCut);
                }
                if (value > alpha && principal) {
                    value = -search(-beta, -alpha, next, ply + 1, false);
                }
            }
            unmake(move);

            if (value > best) {
                best = value;
                if (value > alpha) {
                    bestMove = move;
                    if (principal) {
                        keepLine(move, ply);
                    }
                    alpha = value;
                    if (alpha >= beta) {
                        order.learn(move, quiet, quietsTried, capturesTried, triedHere, depth, ply);
                        break;
                    }
                }
            }
            if (quiet) {
                if (quietsTried < 32) {
                    triedHere[quietsTried++] = move;
                }
            } else if (capturesTried < 32) {
                triedHere[63 - capturesTried++] = move;
            }
        }
        if (number == 0) {
            return inCheck ? ply - MATE : 0;
        }
        if (tableOn) {
            int bound = best >= beta ? Table.LOWER : best > alphaAtFirst ? Table.EXACT : Table.UPPER;
            table.store(board.key(), bestMove, toTable(best, ply), still, depth, bound);
        }
        return best;
    }

    /** The value if passing is enough to hold beta, else {@link #NO_VALUE}. */
    private int afterPass(int beta, int depth, int estimate, int ply, boolean expectCut) {
        if (ply < verifyBelow) {
            return NO_VALUE;
        }
        int reduced = depth - 4 - depth / 5 - Math.min(2, (estimate - beta) / 180);
        int value = passed(-beta, 1 - beta, reduced, ply, !expectCut);
        if (value < beta) {
            return NO_VALUE;
        }
        value = Math.min(value, MATE_BOUND - 1);
        // With few pieces the duty to move may be what loses: the bound is proven again by real moves.
        boolean few = Long.bitCount(board.all(board.side()) & ~board.type(0)) <= 2;
        if (depth < 12 && !few) {
            return value;
        }
        int kept = verifyBelow;
        verifyBelow = ply + Math.max(1, 3 * Math.max(1, reduced) / 4) + 1;
        int verified = search(beta - 1, beta, Math.max(1, reduced), ply, false);
        verifyBelow = kept;
        lineLength[ply] = ply;
        return verified >= beta ? value : NO_VALUE;
    }

    /** The value of passing, from the view of the side that passes. */
    private int passed(int alpha, int beta, int depth, int ply, boolean expectCut) {
        board.makePass();
        madeMoves[depthMade++] = 0;
        made[ply + 1] = 0;
        checked[ply] = false;
        squares[ply + 1] = squares[ply];
        sincePass[ply + 1] = 0;
        path[rootIndex + ply + 1] = board.key();
        int value = -search(alpha, beta, depth, ply + 1, expectCut);
        board.unmakePass();
        depthMade--;
        lineLength[ply] = ply;
        return value;
    }

    private boolean hasPieces() {
        return (board.all(board.side()) & ~(board.type(0) | board.type(5))) != 0;
    }

    /** Captures and promotions, and checks at the first half-move, until the position is quiet. */
    private int quiet(int alphaAtFirst, int beta, int ply, int depth) {
        countNode();
        lineLength[ply] = ply;
        if (isDraw(ply)) {
            return 0;
        }
        boolean inCheck = board.inCheck();
        if (ply >= MAX_PLY) {
            return inCheck ? 0 : evaluation.of(board, squares[ply]);
        }
        int alpha = alphaAtFirst;
        boolean principal = beta - alpha > 1;
        long known = tableOn ? table.find(board.key()) : Table.NOTHING;
        int tableMove = 0;
        if (known != Table.NOTHING) {
            tableMove = Table.move(known);
            int value = fromTable(Table.score(known), ply);
            int bound = Table.bound(known);
            if (!principal
                    && (bound == Table.EXACT
                            || bound == Table.LOWER && value >= beta
                            || bound == Table.UPPER && value <= alpha)) {
                return value;
            }
        }
        int still = NO_VALUE;
        boolean exact = true;
        int best = -INFINITE;
        if (!inCheck) {
            if (known != Table.NOTHING && Table.evaluation(known) != NO_VALUE) {
                still = Table.evaluation(known);
            } else {
                // Where material decides already, the finer points need not be counted.
                int rough = evaluation.rough(board, squares[ply]);
                if (lazy && rough - FINER_POINTS >= beta) {
                    return rough - FINER_POINTS;
                }
                if (lazy && rough + FINER_POINTS <= alpha) {
                    still = rough + FINER_POINTS;
                    exact = false;
                } else {
                    still = evaluation.of(board, squares[ply]);
                }
            }
            best = still;
            if (best >= beta) {
                if (tableOn && known == Table.NOTHING) {
                    table.store(board.key(), 0, toTable(best, ply), still, 0, Table.LOWER);
                }
                return best;
            }
            alpha = Math.max(alpha, best);
            checks[ply].prepare(board);
        }
        MoveOrder.Picker picker = order.picker(ply);
        if (picker.beginAtRest(tableMove, inCheck, depth == 0 ? checks[ply] : null) == 0) {
            return ply - MATE;
        }
        int bestMove = 0;
        int margin = still + 160;
        int number = 0;
        for (int move = picker.next(); move != 0; move = picker.next()) {
            number++;
            if (!inCheck) {
                boolean quiet = order.isQuiet(move);
                if (!quiet && futility && Math.abs(alpha) < MATE_BOUND && Board.kind(move) < Board.PROMOTION) {
                    int taken = board.codeAt(Board.to(move));
                    int reachable = margin + FastExchange.VALUE[taken == 0 ? 0 : (taken - 1) % 6];
                    if (reachable <= alpha && !givesCheck(move, ply)) {
                        best = Math.max(best, reachable);
                        continue;
                    }
                }
                if (exchangePruning && !FastExchange.atLeast(board, move, 0)) {
                    continue;
                }
            } else if (latePruning && best > -MATE_BOUND && order.isQuiet(move) && number > 4) {
                // An escape that holds has been found; further quiet escapes are for the full search.
                break;
            }
            make(move, ply);
            int value = -quiet(-beta, -alpha, ply + 1, depth - 1);
            unmake(move);
            if (value > best) {
                best = value;
                if (value > alpha) {
                    bestMove = move;
                    if (principal) {
                        keepLine(move, ply);
                    }
                    alpha = value;
                    if (alpha >= beta) {
                        break;
                    }
                }
            }
        }
        if (tableOn) {
            int bound = best >= beta ? Table.LOWER : Table.UPPER;
            table.store(board.key(), bestMove, toTable(best, ply), exact ? still : NO_VALUE, 0, bound);
        }
        return best;
    }

    // ---- steps

    private void countNode() {
        nodes++;
        // The first depth takes less than a millisecond and is always finished, so that there is something to show.
        if (rootDepth > 1 && (nodes >= nodeLimit || (nodes & 1023) == 0 && stop.getAsBoolean())) {
            throw new Stopped();
        }
    }

    private void make(int move, int ply) {
        int from = Board.from(move);
        int to = Board.to(move);
        int kind = Board.kind(move);
        int mover = board.codeAt(from);
        int taken = board.codeAt(to);
        int sum = squares[ply] - evaluation.onSquare(mover, from);
        if (kind >= Board.PROMOTION) {
            sum += evaluation.onSquare(mover + kind - Board.PROMOTION + 1, to);
        } else {
            sum += evaluation.onSquare(mover, to);
        }
        if (taken != 0) {
            sum -= evaluation.onSquare(taken, to);
        } else if (kind == Board.EN_PASSANT) {
            sum -= evaluation.onSquare(board.codeAt(to ^ 8), to ^ 8);
        } else if (kind == Board.CASTLING) {
            int rookFrom = (to & 7) == 6 ? to + 1 : to - 2;
            int rookTo = (to & 7) == 6 ? to - 1 : to + 1;
            int rook = board.codeAt(rookFrom);
            sum += evaluation.onSquare(rook, rookTo) - evaluation.onSquare(rook, rookFrom);
        }
        squares[ply + 1] = sum;
        made[ply + 1] = mover << 6 | to;
        sincePass[ply + 1] = sincePass[ply] + 1;
        board.make(move);
        madeMoves[depthMade++] = move;
        path[rootIndex + ply + 1] = board.key();
    }

    private void unmake(int move) {
        board.unmake(move);
        depthMade--;
    }

    private void keepLine(int move, int ply) {
        int[] here = line[ply];
        here[ply] = move;
        int length = Math.max(lineLength[ply + 1], ply + 1);
        System.arraycopy(line[ply + 1], ply + 1, here, ply + 1, length - ply - 1);
        lineLength[ply] = length;
    }

    /** A repetition within the tree, the third visit in all, the 50 moves, or too little material. */
    private boolean isDraw(int ply) {
        int clock = board.halfmoveClock();
        if (clock >= 100) {
            return !board.inCheck() || board.countLegalMoves() > 0;
        }
        int now = rootIndex + ply;
        int back = Math.min(Math.min(clock, sincePass[ply]), now);
        int visits = 0;
        long key = path[now];
        for (int i = now - 4; i >= now - back; i -= 2) {
            if (path[i] == key) {
                if (i > rootIndex || ++visits == 2) {
                    return true;
                }
            }
        }
        return (board.type(0) | board.type(3) | board.type(4)) == 0
                && Long.bitCount(board.type(1) | board.type(2)) <= 1;
    }

    private static int toTable(int value, int ply) {
        return value >= MATE_BOUND ? value + ply : value <= -MATE_BOUND ? value - ply : value;
    }

    private static int fromTable(int value, int ply) {
        return value >= MATE_BOUND ? value - ply : value <= -MATE_BOUND ? value + ply : value;
    }

    private boolean givesCheck(int move, int ply) {
        return checks[ply].gives(board, move);
    }
}
