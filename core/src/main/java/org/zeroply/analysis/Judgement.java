package org.zeroply.analysis;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Grounds;
import org.zeroply.search.Threat;
import org.zeroply.search.Verdict;

/**
 * A whole line of play judged from the verdict of each of its positions: what each move gave away, where the game turned,
 * where a side drifted, losing by many small steps what no single move lost, which chances were missed that were hard to
 * see, and what deserves praise. Pure arithmetic over what was calculated before; the same points always give the same
 * judgement.
 *
 * @param moves every move with what it gave away, in order
 * @param turningPoints the moves that cost at least the threshold, the dearest first
 * @param drifts runs of one side's moves, each under the threshold and together over it, in order
 * @param missed turning points at which the better move was hard to see, in order
 * @param praise what was done well, in order
 */
public record Judgement(
        List<Judged> moves,
        List<Judged> turningPoints,
        List<Drift> drifts,
        List<MissedChance> missed,
        List<Praise> praise) {
    /** A move is a turning point from this share of the expected score on, if the coach sets nothing else. */
    public static final double USUAL_THRESHOLD = 0.15;

    /** A side that stands below this expects nothing any more, and is not blamed. */
    public static final double LOST_ANYWAY = 0.10;

    private static final Duration TIME_TROUBLE = Duration.ofMinutes(2);

    /** So many of the dearest turning points are the critical moments. */
    private static final int CRITICAL = 3;

    /** A drift is of at least so many moves of its side. */
    private static final int SHORTEST_DRIFT = 3;

    /** What a single move of a drift may win back without ending it. */
    static final double PAUSE = 0.02;

    /** The third of the game a move belongs to. */
    public enum Phase {
        OPENING,
        MIDDLEGAME,
        ENDING
    }

    /**
     * A position with its verdict and the best line from it.
     *
     * @param best the best line from here; empty where the game is over
     * @param hardness of the best move; null if there is no other
     * @param threats against the side to move
     * @param grounds what the verdict rests on
     */
    public record Point(
            Position position,
            Verdict verdict,
            List<Move> best,
            @Nullable Hardness hardness,
            List<Threat> threats,
            Grounds grounds) {
        public Point {
            best = List.copyOf(best);
            threats = List.copyOf(threats);
        }

        /** Of which nothing but the best line is known. */
        public Point(Position position, Verdict verdict, List<Move> best) {
            this(position, verdict, best, null, List.of());
        }

        /** Of which it is not said what the verdict rests on. */
        public Point(
                Position position,
                Verdict verdict,
                List<Move> best,
                @Nullable Hardness hardness,
                List<Threat> threats) {
            this(position, verdict, best, hardness, threats, new Grounds.AtDepth(0));
        }
    }

    /**
     * A move of the line with what it cost.
     *
     * @param ply half-moves from the start of the line to the position before it
     * @param loss of the expected score against the best move, for the side that moved, 0 to 1
     * @param before the position it was played in, with what was best there
     * @param after the position it led to, with what refutes it
     * @param hurried what was left on the clock after it, if that was time trouble
     */
    public record Judged(
            int ply,
            Move move,
            Side side,
            double loss,
            Phase phase,
            Point before,
            Point after,
            Optional<Duration> hurried) {
        /** Whether the best move was played. */
        public boolean isBest() {
            return !before.best().isEmpty() && before.best().getFirst().equals(move);
        }
    }

    /**
     * A wrong plan rather than a wrong move.
     *
     * @param first the first move of the run
     * @param last its last move
     * @param loss what the side gave away from the position before the first to the position after the last
     */
    public record Drift(Side side, Judged first, Judged last, int moves, double loss) {
        /** Whether a move is one of the run. */
        public boolean covers(Judged move) {
            return move.side() == side && move.ply() >= first.ply() && move.ply() <= last.ply();
        }
    }

    public Judgement {
        moves = List.copyOf(moves);
        turningPoints = List.copyOf(turningPoints);
        drifts = List.copyOf(drifts);
        missed = List.copyOf(missed);
        praise = List.copyOf(praise);
    }

    /** Judges a line without clocks. */
    public static Judgement of(List<Point> points, List<Move> played, double threshold) {
        return of(points, played, List.of(), threshold);
    }

    /**
     * Judges a line.
     *
     * @param points the positions of the line, the start first, each with its verdict
     * @param played the moves between them, one fewer
     * @param clocks what the mover's clock showed after each move, where it is known; may be shorter than the line
     * @param threshold the share of the expected score from which on a move is a turning point, above 0
     */
    public static Judgement of(
            List<Point> points, List<Move> played, List<Optional<Duration>> clocks, double threshold) {
        if (points.size() != played.size() + 1) {
            throw new IllegalArgumentException(
                    "one position more than moves, were " + points.size() + " and " + played.size());
        }
        if (!(threshold > 0 && threshold <= 1)) {
            throw new IllegalArgumentException("the threshold is above 0 and at most 1, was " + threshold);
        }
        List<Judged> moves = new ArrayList<>();
        boolean ended = false;
        boolean opened = true;
        for (int ply = 0; ply < played.size(); ply++) {
            Point before = points.get(ply);
            Point after = points.get(ply + 1);
            ended |= isEnding(before.position());
            opened = opened && !ended && isOpening(before.position());
            Phase phase = ended ? Phase.ENDING : opened ? Phase.OPENING : Phase.MIDDLEGAME;
            moves.add(judged(ply, played.get(ply), before, after, phase, hurried(clocks, ply)));
        }
        List<Judged> turning = moves.stream()
                .filter(move -> move.loss() >= threshold && !isLost(move))
                .sorted(Comparator.comparingDouble(Judged::loss).reversed())
                .toList();
        return new Judgement(
                moves,
                turning,
                drifts(moves, threshold),
                MissedChance.among(moves, turning),
                Praise.in(moves, threshold));
    }

    /** The same with those turning points, missed chances and finds alone that are confirmed. */
    Judgement confirmed(Predicate<Judged> isConfirmed) {
        return new Judgement(
                moves,
                turningPoints.stream().filter(isConfirmed).toList(),
                drifts,
                missed.stream()
                        .filter(chance -> isConfirmed.test(chance.move()))
                        .toList(),
                praise.stream()
                        .filter(each -> isConfirmed.test(each.first()) && isConfirmed.test(each.last()))
                        .toList());
    }

    private static Judged judged(
            int ply, Move move, Point before, Point after, Phase phase, Optional<Duration> hurried) {
        Side side = before.position().sideToMove();
        boolean best = !before.best().isEmpty() && before.best().getFirst().equals(move);
        // The best move gives nothing away, whatever the deeper look after it says of the position.
        double loss = best
                ? 0
                : Math.max(
                        0, before.verdict().expectedFor(side) - after.verdict().expectedFor(side));
        return new Judged(ply, move, side, loss, phase, before, after, hurried);
    }

    /** Under two minutes, or under a twentieth of what the first known clock showed if that is less. */
    private static Optional<Duration> hurried(List<Optional<Duration>> clocks, int ply) {
        Optional<Duration> first = clocks.stream().flatMap(Optional::stream).findFirst();
        if (first.isEmpty() || ply >= clocks.size()) {
            return Optional.empty();
        }
        Duration twentieth = first.get().dividedBy(20);
        Duration bound = twentieth.compareTo(TIME_TROUBLE) < 0 ? twentieth : TIME_TROUBLE;
        return clocks.get(ply).filter(left -> left.compareTo(bound) < 0);
    }

    /** Whether the side that moves expects nothing any more. */
    public static boolean isLost(Judged move) {
        return move.before().verdict().expectedFor(move.side()) < LOST_ANYWAY;
    }

    // ---- phases

    /** Neither side has pieces for more than 13 pawns at 3-3-5-9: two rooks and a minor piece, or a queen and a minor one. */
    static boolean isEnding(Position position) {
        for (Side side : Side.values()) {
            int pieces = 3 * (position.count(side, PieceType.KNIGHT) + position.count(side, PieceType.BISHOP))
                    + 5 * position.count(side, PieceType.ROOK)
                    + 9 * position.count(side, PieceType.QUEEN);
            if (pieces > 13) {
                return false;
            }
        }
        return true;
    }

    /** To move 10, and on to move 16 as long as one side still has two minor pieces or more on their first squares. */
    static boolean isOpening(Position position) {
        if (position.moveNumber() <= 10) {
            return true;
        }
        if (position.moveNumber() > 16) {
            return false;
        }
        for (Side side : Side.values()) {
            long home = 0;
            for (PieceType type : List.of(PieceType.KNIGHT, PieceType.BISHOP)) {
                home += position.men(side, type).stream()
                        .filter(square -> square.rank() == side.rank(1))
                        .count();
            }
            if (home >= 2) {
                return true;
            }
        }
        return false;
    }

    // ---- drifts

    private static List<Drift> drifts(List<Judged> moves, double threshold) {
        List<Drift> drifts = new ArrayList<>();
        for (Side side : Side.values()) {
            List<Judged> run = new ArrayList<>();
            for (Judged move : moves) {
                if (move.side() != side) {
                    continue;
                }
                boolean goesOn = move.loss() > PAUSE && move.loss() < threshold && !isLost(move);
                // One good move in between does not end a wrong plan; two do.
                boolean pause =
                        move.loss() <= PAUSE && !run.isEmpty() && run.getLast().loss() > PAUSE;
                if (goesOn || pause) {
                    run.add(move);
                } else {
                    end(run, side, threshold, drifts);
                }
            }
            end(run, side, threshold, drifts);
        }
        drifts.sort(Comparator.comparingInt(drift -> drift.first().ply()));
        return drifts;
    }

    private static void end(List<Judged> run, Side side, double threshold, List<Drift> drifts) {
        while (!run.isEmpty() && run.getLast().loss() <= PAUSE) {
            run.removeLast();
        }
        if (run.size() >= SHORTEST_DRIFT) {
            Judged first = run.getFirst();
            Judged last = run.getLast();
            double loss = first.before().verdict().expectedFor(side)
                    - last.after().verdict().expectedFor(side);
            if (loss >= threshold) {
                drifts.add(new Drift(side, first, last, run.size(), loss));
            }
        }
        run.clear();
    }

    /**
     * A span that the coach calls a drift, whatever its moves cost one by one.
     *
     * @param first the half-move before which the plan went wrong
     * @param last a later one of the same side
     */
    public Drift span(int first, int last) {
        Judged from = moves.get(first);
        Judged to = moves.get(last);
        if (from.side() != to.side() || first > last) {
            throw new IllegalArgumentException("a drift is of one side's moves in order, was " + first + ".." + last);
        }
        double loss = from.before().verdict().expectedFor(from.side())
                - to.after().verdict().expectedFor(from.side());
        return new Drift(from.side(), from, to, (last - first) / 2 + 1, loss);
    }

    /** The dearest turning points, at most three. */
    public List<Judged> criticalMoments() {
        return turningPoints.subList(0, Math.min(CRITICAL, turningPoints.size()));
    }

    // ---- sums

    /** What a side gave away, by phase; phases without a move of it are left out. */
    public Map<Phase, Double> givenAway(Side side) {
        Map<Phase, Double> sums = new EnumMap<>(Phase.class);
        for (Judged move : moves) {
            if (move.side() == side) {
                sums.merge(move.phase(), move.loss(), Double::sum);
            }
        }
        return sums;
    }
}
