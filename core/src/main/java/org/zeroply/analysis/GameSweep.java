package org.zeroply.analysis;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Effort;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.search.Threat;
import org.zeroply.search.Threats;
import org.zeroply.work.Cancel;

/**
 * The pass over a game that a judgement rests on. Every position of the main line is asked: what is best and what is it
 * worth; what do glances of one to three half-moves make of that move; what is the best of the other moves worth, and the
 * one that tempts; what does the opponent threaten. A position costs a fixed short time, so that a game of 40 moves is done
 * within a minute. The answers are kept as one study without candidates, so that a pass goes on where it stopped and a game
 * judged before is there at once.
 *
 * <p>Glances are taken with a table of their own that is emptied before each position: a table that remembers deep looks
 * would see far. One look at a time.
 */
public final class GameSweep {
    /** The deep look of each position; with everything else a position takes about 0.65 seconds. */
    public static final Limit LIMIT = Limit.millis(480);

    /** Under this number of lines a look for judging is kept: it has no candidates beside the best line. */
    public static final int LINES = 0;

    /** The level under which it is kept; raised when {@link #LIMIT} is. */
    public static final int LEVEL = Effort.GLANCE.ordinal();

    private static final int REST = 5;
    private static final int TEMPTED = 8;
    private static final long THREAT_NODES = 8_000;

    private final Calculator glances = new Calculator(1, 1);
    private final Threats threats = new Threats(THREAT_NODES);

    /**
     * Looks at one position of a line on the calling thread.
     *
     * @param line the positions up to it, itself last
     * @param limit of the deep look; the others get a part of it each
     * @return not complete if it was cancelled
     */
    public Study look(List<Position> line, Limit limit, Analyst analyst, Cancel cancel) {
        Position position = line.getLast();
        Question question = new Question(position, line.subList(0, line.size() - 1), List.of(), 1, limit);
        List<Calculation> found = new ArrayList<>();
        List<Move> legal = position.legalMoves();
        List<Calculation> looks = legal.size() < 2 ? List.of() : glances(Question.of(position, Limit.NONE), cancel);
        found.add(analyst.calculate(question, partial -> {}, cancel));
        if (legal.size() >= 2 && !cancel.isRequested()) {
            Move best = found.getFirst().lines().getFirst().first();
            found.addAll(withBest(best, looks, cancel));
            List<Move> others =
                    legal.stream().filter(move -> !move.equals(best)).toList();
            found.add(
                    analyst.calculate(question.onlyMoves(others).withLimit(part(limit, REST)), partial -> {}, cancel));
            Move tempting = looks.getLast().lines().getFirst().first();
            if (!tempting.equals(best)) {
                found.add(analyst.calculate(
                        question.onlyMoves(List.of(tempting)).withLimit(part(limit, TEMPTED)), partial -> {}, cancel));
            }
        }
        List<Threat> against = legal.isEmpty() ? List.of() : threats.against(position, cancel);
        return new Study(position, against, found, List.of(), Map.of(), !cancel.isRequested());
    }

    private static Limit part(Limit whole, int of) {
        return new Limit((whole.millis() + of - 1) / of, (whole.nodes() + of - 1) / of, whole.depth());
    }

    /** The best eight moves at each depth of a glance, each by its first move alone. */
    private List<Calculation> glances(Question question, Cancel cancel) {
        glances.forget();
        List<Calculation> looks = new ArrayList<>();
        Calculation last = glances.calculate(
                question.withLines(Question.MOST_LINES).withLimit(Limit.depth(Hardness.LOOKS)),
                found -> {
                    // Told after every line; what counts is the state when all are as deep.
                    while (looks.size() < found.depth()) {
                        looks.add(found);
                    }
                    looks.set(looks.size() - 1, found);
                },
                cancel);
        while (looks.size() < Hardness.LOOKS) {
            looks.add(last);
        }
        return looks.stream().map(GameSweep::firstMoves).toList();
    }

    private static Calculation firstMoves(Calculation look) {
        List<CalculatedLine> lines = look.lines().stream()
                .map(line -> new CalculatedLine(List.of(line.first()), line.verdict(), line.depth()))
                .toList();
        return new Calculation(look.position(), lines, look.depth(), look.nodes(), look.millis(), true);
    }

    /** The glances, with the best move as the ninth where it is not among the eight. */
    private List<Calculation> withBest(Move best, List<Calculation> looks, Cancel cancel) {
        List<Calculation> whole = new ArrayList<>();
        for (int depth = 1; depth <= looks.size(); depth++) {
            Calculation look = looks.get(depth - 1);
            if (look.lines().stream().noneMatch(line -> line.first().equals(best))) {
                Question alone =
                        Question.of(look.position(), Limit.depth(depth)).onlyMoves(List.of(best));
                List<CalculatedLine> lines = new ArrayList<>(look.lines());
                lines.addAll(firstMoves(glances.calculate(alone, found -> {}, cancel))
                        .lines());
                look = new Calculation(look.position(), lines, look.depth(), look.nodes(), look.millis(), true);
            }
            whole.add(look);
        }
        return whole;
    }

    /** Whether a kept study holds all that a judgement wants of a position. */
    public static boolean isWhole(Study study) {
        int calculations = study.calculations().size();
        return calculations == 1
                ? study.position().legalMoves().size() < 2
                : calculations >= 2 + Hardness.LOOKS
                        && study.calculations().stream()
                                .noneMatch(each -> each.lines().isEmpty());
    }

    /** The position as a judgement takes it. */
    public static Judgement.Point point(Study study) {
        List<Calculation> all = study.calculations();
        Calculation deep = all.getFirst();
        Hardness hardness = null;
        if (all.size() > 1) {
            @Nullable Calculation tempted = all.size() > 2 + Hardness.LOOKS ? all.getLast() : null;
            hardness = Hardness.of(deep, all.subList(1, 1 + Hardness.LOOKS), all.get(1 + Hardness.LOOKS), tempted);
        }
        List<Threat> against = study.threats();
        return new Judgement.Point(
                study.position(),
                deep.verdict(),
                deep.lines().isEmpty() ? List.of() : deep.lines().getFirst().moves(),
                hardness,
                against == null ? List.of() : against);
    }

    /** The moves of a line that are looked at: up to a pass that an annotator wrote. */
    public static List<Integer> judged(GameTree tree, List<Integer> nodes) {
        int moves = 0;
        while (moves < nodes.size() && !tree.node(nodes.get(moves)).played().isPass()) {
            moves++;
        }
        return nodes.subList(0, moves);
    }

    /**
     * Judges a line as far as its positions have been looked at without a gap.
     *
     * @param nodes the moves, none of them a pass
     * @param known what is known of the position after a node, the root for the start; null for nothing
     * @return null if not even the first move can be judged
     */
    public static @Nullable Judgement judgement(
            GameTree tree, List<Integer> nodes, IntFunction<@Nullable Study> known, double threshold) {
        Study start = known.apply(GameTree.ROOT);
        if (start == null) {
            return null;
        }
        List<Judgement.Point> points = new ArrayList<>(List.of(point(start)));
        List<Move> moves = new ArrayList<>();
        List<Optional<Duration>> clocks = new ArrayList<>();
        for (int node : nodes) {
            Study study = known.apply(node);
            if (study == null) {
                break;
            }
            points.add(point(study));
            moves.add(tree.node(node).played());
            clocks.add(tree.node(node).clock());
        }
        return moves.isEmpty() ? null : Judgement.of(points, moves, clocks, threshold);
    }
}
