package org.zeroply.task;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Limit;
import org.zeroply.search.MateProof;
import org.zeroply.search.MateProver;
import org.zeroply.search.Question;
import org.zeroply.search.Verdict;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;

/**
 * What the calculator says of a task before it is used. Nothing is changed: the coach settles each remark.
 *
 * @param remarks in the order of the tree
 * @param looked positions that were gone over
 * @param of positions that there are
 * @param by who calculated
 * @param dump what a script earns that is written down without thought
 */
public record TaskCheck(List<Remark> remarks, int looked, int of, String by, Dump dump) {
    /** The expected score within which two moves are as good, and by which a verdict may miss its step. */
    public static final double USUAL_MARGIN = 0.05;

    /** How much of a point a defence may be worse and still is as good. */
    private static final double AS_GOOD = 0.02;

    /** Below this expected score all defences lose, and one more or less is no matter. */
    private static final double HOPELESS = 0.05;

    private static final int LONGEST_LINE = 8;
    private static final int SHOWN_ORDERS = 3;
    private static final int LONGEST_MATE = 8;
    private static final long NODES_OF_A_PROOF = 5_000_000;
    private static final int PROOF_MEGABYTES = 64;

    public TaskCheck {
        remarks = List.copyOf(remarks);
    }

    /** What a remark is about, the gravest first. */
    public enum Kind {
        /** The solver's first move of the tree in a position is not the best. */
        NOT_BEST,
        /** Another move of the solver's is as good. */
        SECOND_SOLUTION,
        /** The opponent has a defence that is as good as the tree's best. */
        MISSING_DEFENCE,
        /** A verdict of the tree does not agree with the calculator's. */
        DOUBTFUL_VERDICT,
        /** The calculator sees a mate that was not proven. */
        MATE_OPEN,
        /** Another move order comes to a marked position; what it goes round it does not earn. */
        OTHER_ORDER,
        /** A mate is proven. */
        MATE_PROVEN;

        /** Whether the coach should do something about it. */
        public boolean isOpen() {
            return this != MATE_PROVEN;
        }
    }

    /**
     * One thing that was found.
     *
     * @param node where it is: the position before the moves, or the end whose verdict is doubted
     * @param line what could be added to the tree from there; empty if nothing
     * @param verdict what the calculator says
     * @param apart of the expected score, 0 to 1, from the tree's move or step
     * @param text in words
     * @param key names it in the task as long as the moves to it stay, so that it can be accepted with a note
     */
    public record Remark(
            Kind kind, int node, List<Move> line, @Nullable Verdict verdict, double apart, String text, String key) {
        public Remark {
            line = List.copyOf(line);
        }

        /** The note with which the coach accepted it. */
        public Optional<String> settled(Task task) {
            return task.settled().stream()
                    .filter(each -> each.remark().equals(key))
                    .map(Task.Settled::note)
                    .findFirst();
        }
    }

    /** How far a check has come. */
    public record Progress(int done, int of) {}

    /** The task with the line of a remark added to the solution, if the place it is about is still there. */
    public static Task addLine(Task task, Remark remark) {
        return remark.line().isEmpty() || !task.solution().has(remark.node())
                ? task
                : task.withSolution(
                        task.solution().addLine(remark.node(), remark.line()).tree());
    }

    /** The task with a remark accepted; a second solution then earns what lies behind the move as well. */
    public static Task accept(Task task, Remark remark, String note) {
        List<Task.Settled> settled = new ArrayList<>(task.settled());
        settled.removeIf(each -> each.remark().equals(remark.key()));
        settled.add(new Task.Settled(remark.key(), note));
        Task accepted = task.withSettled(settled);
        if (remark.kind() == Kind.SECOND_SOLUTION) {
            List<Scheme.Accepted> moves = new ArrayList<>(task.scheme().accepted());
            moves.add(new Scheme.Accepted(remark.node(), remark.line().getFirst(), note));
            accepted = accepted.withScheme(task.scheme().withAccepted(moves));
        }
        return accepted;
    }

    /**
     * Goes over all positions of the solution on the calling thread.
     *
     * @param limit for each position
     * @param margin see {@link #USUAL_MARGIN}
     */
    public static TaskCheck of(
            Task task, Limit limit, double margin, Analyst analyst, Consumer<Progress> progress, Cancel cancel) {
        return new Pass(task, limit, margin).run(analyst, progress, cancel);
    }

    /** A check that goes on where it was cancelled. Never on two threads at a time. */
    public static final class Pass {
        private final Task task;
        private final Limit limit;
        private final double margin;
        private final SolutionGraph graph;
        private final List<Position> positions;
        private final Set<Long> marked = new HashSet<>();
        private final List<Remark> remarks = new ArrayList<>();
        private int done;

        public Pass(Task task, Limit limit, double margin) {
            this.task = task;
            this.limit = limit;
            this.margin = margin;
            this.graph = new SolutionGraph(task);
            this.positions = graph.positions();
            task.scheme().wants().forEach(want -> {
                if (want instanceof Want.Choose) {
                    marked.add(task.start().key());
                } else if (want instanceof Want.Find || want instanceof Want.Reach) {
                    want.place().ifPresent(this::markParent);
                }
            });
        }

        private void markParent(int node) {
            if (graph.has(node) && node != GameTree.ROOT) {
                marked.add(graph.key(task.solution().node(node).parent()));
            }
        }

        /** Goes over the positions that are left, until it is cancelled. */
        public TaskCheck run(Analyst analyst, Consumer<Progress> progress, Cancel cancel) {
            while (done < positions.size() && !cancel.isRequested()) {
                int before = remarks.size();
                look(positions.get(done), analyst, cancel);
                if (cancel.isRequested()) {
                    // The position is looked at anew; half of what there is to say of it is not said.
                    remarks.subList(before, remarks.size()).clear();
                } else {
                    done++;
                    progress.accept(new Progress(done, positions.size()));
                }
            }
            List<Remark> all = new ArrayList<>(remarks);
            if (done == positions.size()) {
                all.addAll(otherOrders(cancel));
            }
            return new TaskCheck(all, done, positions.size(), analyst.name(), Dump.of(task));
        }

        private void look(Position position, Analyst analyst, Cancel cancel) {
            int node = graph.nodes(position.key()).getFirst();
            List<Move> inTree = List.copyOf(graph.moves(position.key()).keySet());
            Map<Move, CalculatedLine> lines =
                    position.hasLegalMove() ? calculate(position, inTree, analyst, cancel) : Map.of();
            if (cancel.isRequested() || lines.isEmpty()) {
                return;
            }
            CalculatedLine best = best(position, lines.values());
            if (inTree.isEmpty()) {
                end(node, best.verdict());
            } else if (!isOnTheWay(node)) {
                // A try that fails is there to be refuted, and a second-best way to be told apart.
                return;
            } else if (position.sideToMove() == task.solver()) {
                ownMoves(node, position, inTree, lines, best);
            } else {
                defences(node, position, inTree, lines);
            }
            if (node == GameTree.ROOT || inTree.isEmpty()) {
                mate(node, position, best.verdict(), cancel);
            }
        }

        /** Whether all moves of the solver's before a node are the first of their siblings. */
        private boolean isOnTheWay(int node) {
            GameTree tree = task.solution();
            return tree.pathTo(node).stream()
                    .filter(graph::isSolvers)
                    .allMatch(id -> tree.node(tree.node(id).parent())
                            .children()
                            .getFirst()
                            .equals(id));
        }

        /** The best lines, and one for each move of the tree, by their first moves. */
        private Map<Move, CalculatedLine> calculate(
                Position position, List<Move> inTree, Analyst analyst, Cancel cancel) {
            int wanted = Math.min(Question.MOST_LINES, inTree.size() + 2);
            Question question = Question.of(position, limit).withLines(wanted);
            Map<Move, CalculatedLine> lines = new LinkedHashMap<>();
            for (CalculatedLine line :
                    analyst.calculate(question, partial -> {}, cancel).lines()) {
                lines.put(line.first(), line);
            }
            for (Move move : inTree) {
                if (!lines.containsKey(move) && !cancel.isRequested()) {
                    Calculation single =
                            analyst.calculate(question.withLines(1).onlyMoves(List.of(move)), partial -> {}, cancel);
                    if (!single.lines().isEmpty()) {
                        lines.put(move, single.lines().getFirst());
                    }
                }
            }
            return lines;
        }

        private static CalculatedLine best(Position position, Iterable<CalculatedLine> lines) {
            CalculatedLine best = null;
            for (CalculatedLine line : lines) {
                if (best == null || isBetter(line.verdict(), best.verdict(), position.sideToMove())) {
                    best = line;
                }
            }
            return Objects.requireNonNull(best);
        }

        /** Whether a verdict is better for a side; of two mates the quicker one. */
        private static boolean isBetter(Verdict one, Verdict other, Side side) {
            int sign = side == Side.WHITE ? 1 : -1;
            return sign * one.hundredths() > sign * other.hundredths();
        }

        private void ownMoves(
                int node, Position position, List<Move> inTree, Map<Move, CalculatedLine> lines, CalculatedLine best) {
            Side side = position.sideToMove();
            CalculatedLine main = lines.get(inTree.getFirst());
            if (main == null) {
                return;
            }
            double value = best.verdict().expectedFor(side);
            double loss = value - main.verdict().expectedFor(side);
            if (loss > margin && !inTree.contains(best.first())) {
                add(
                        Kind.NOT_BEST,
                        node,
                        best,
                        loss,
                        "check.notBest",
                        name(position, main.first()),
                        name(position, best.first()),
                        best.verdict().text());
            } else if (loss > margin) {
                add(
                        Kind.NOT_BEST,
                        node,
                        best,
                        loss,
                        "check.notFirst",
                        name(position, best.first()),
                        name(position, main.first()));
            }
            double wanted = main.verdict().expectedFor(side);
            for (CalculatedLine line : lines.values()) {
                double apart = wanted - line.verdict().expectedFor(side);
                boolean known = graph.isGood(position.key(), line.first());
                boolean quickerMate = main.verdict().isMate() && !line.verdict().isMate();
                if (marked.contains(position.key()) && !known && apart <= margin && apart > -margin && !quickerMate) {
                    add(
                            Kind.SECOND_SOLUTION,
                            node,
                            line,
                            Math.max(0, apart),
                            "check.second",
                            name(position, line.first()),
                            name(position, main.first()),
                            line.verdict().text());
                }
            }
        }

        private void defences(int node, Position position, List<Move> inTree, Map<Move, CalculatedLine> lines) {
            if (!task.kind().isOfLines()) {
                return;
            }
            Side side = position.sideToMove();
            CalculatedLine known = best(
                    position,
                    inTree.stream().map(lines::get).filter(Objects::nonNull).toList());
            double value = known.verdict().expectedFor(side);
            for (CalculatedLine line : lines.values()) {
                if (inTree.contains(line.first())) {
                    continue;
                }
                boolean mated = line.verdict().isMate() && known.verdict().isMate();
                double better = line.verdict().expectedFor(side) - value;
                boolean asGood = mated
                        ? isBetter(line.verdict(), known.verdict(), side)
                        : better >= -AS_GOOD && line.verdict().expectedFor(side) >= HOPELESS;
                if (asGood) {
                    add(
                            Kind.MISSING_DEFENCE,
                            node,
                            line,
                            Math.max(0, better),
                            better > AS_GOOD || mated ? "check.betterDefence" : "check.defence",
                            name(position, line.first()),
                            name(position, known.first()),
                            line.verdict().text());
                }
            }
        }

        private void end(int node, Verdict verdict) {
            GameNode at = task.solution().node(node);
            Opinion said = Opinion.of(at);
            Optional<Verdict.Step> step = said == null ? Optional.empty() : said.step();
            if (step.isEmpty()) {
                return;
            }
            double apart = distance(step.get(), verdict.expected());
            if (apart > margin) {
                remarks.add(new Remark(
                        Kind.DOUBTFUL_VERDICT,
                        node,
                        List.of(),
                        verdict,
                        apart,
                        Words.of("check.verdict", graph.name(node), step.get().text(), verdict.text()),
                        key(Kind.DOUBTFUL_VERDICT, node, null)));
            }
        }

        /** How far an expected score lies outside of a step, see {@link Verdict#step}. */
        static double distance(Verdict.Step step, double expected) {
            double[] bounds = {0, 0.20, 0.35, 0.45, 0.55, 0.65, 0.80, 1};
            double low = bounds[step.ordinal()];
            double high = bounds[step.ordinal() + 1];
            return expected < low ? low - expected : expected > high ? expected - high : 0;
        }

        private void mate(int node, Position position, Verdict verdict, Cancel cancel) {
            int moves = Math.abs(verdict.mateIn());
            boolean moverMates = verdict.mateIn() != 0 && verdict.mateIn() > 0 == (position.sideToMove() == Side.WHITE);
            if (!moverMates) {
                return;
            }
            MateProof proof = moves > LONGEST_MATE
                    ? null
                    : new MateProver(PROOF_MEGABYTES)
                            .prove(position, moves, false, NODES_OF_A_PROOF, partial -> {}, cancel);
            boolean proven = proof != null && proof.isProven();
            Kind kind = proven ? Kind.MATE_PROVEN : Kind.MATE_OPEN;
            remarks.add(new Remark(
                    kind,
                    node,
                    List.of(),
                    verdict,
                    0,
                    Words.of(
                            proven ? "check.mateProven" : "check.mateOpen",
                            graph.name(node),
                            proof != null && proven ? proof.mateIn() : moves),
                    key(kind, node, null)));
        }

        private List<Remark> otherOrders(Cancel cancel) {
            List<Remark> orders = new ArrayList<>();
            if (!task.kind().isOfLines()) {
                return orders;
            }
            Set<Long> hung = new HashSet<>();
            task.scheme()
                    .wants()
                    .forEach(want ->
                            want.place().stream().filter(graph::has).forEach(node -> hung.add(graph.key(node))));
            Map<Long, List<OtherOrders.Way>> byTarget = new LinkedHashMap<>();
            for (OtherOrders.Way way : OtherOrders.ofAnyMoves(graph, cancel)) {
                if (hung.contains(way.to().key())) {
                    byTarget.computeIfAbsent(way.to().key(), key -> new ArrayList<>())
                            .add(way);
                }
            }
            byTarget.forEach((key, ways) -> {
                int to = graph.nodes(key).getFirst();
                String shown = ways.stream()
                        .limit(SHOWN_ORDERS)
                        .map(way -> San.line(way.from(), way.moves()))
                        .collect(Collectors.joining("; "));
                orders.add(new Remark(
                        Kind.OTHER_ORDER,
                        to,
                        List.of(),
                        null,
                        0,
                        Words.of(
                                ways.size() > SHOWN_ORDERS ? "check.orders.more" : "check.orders",
                                graph.name(to),
                                shown,
                                ways.size() - SHOWN_ORDERS),
                        key(Kind.OTHER_ORDER, to, null)));
            });
            return orders;
        }

        private static String name(Position position, Move move) {
            return San.line(position, List.of(move));
        }

        private void add(Kind kind, int node, CalculatedLine line, double apart, String text, Object... values) {
            remarks.add(new Remark(
                    kind,
                    node,
                    line.moves().subList(0, Math.min(LONGEST_LINE, line.moves().size())),
                    line.verdict(),
                    apart,
                    Words.of(text, values),
                    key(kind, node, line.first())));
        }

        private String key(Kind kind, int node, @Nullable Move move) {
            StringBuilder key = new StringBuilder(kind.name().toLowerCase(Locale.ROOT));
            for (int id : task.solution().pathTo(node)) {
                key.append(' ').append(task.solution().node(id).played());
            }
            return move == null ? key.toString() : key + " > " + move;
        }
    }
}
