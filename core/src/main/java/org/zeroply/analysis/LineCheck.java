package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

/**
 * What is wrong with a line or a whole tree of variations: bad moves, stronger ones that were left out, and verdicts at
 * the ends that do not hold.
 *
 * <p>A bad move in a variation beside a good main move is no finding: it is there to be refuted.
 *
 * @param findings in the order of the tree
 * @param losses what each move gives away of the expected score against the best, by node
 * @param depth the least depth of any position, in half-moves
 * @param complete whether every position has been looked at
 */
public record LineCheck(List<Finding> findings, Map<Integer, Double> losses, int depth, boolean complete) {
    /** From this loss on, a better move that is nowhere in the tree is missed. */
    public static final double LEFT_OUT = 0.05;

    private static final int LONGEST_BETTER_LINE = 8;

    /** What a finding says. */
    public enum Kind {
        /** The first move of its side that is {@link Worse} than the best. */
        FIRST_BAD,
        BAD,
        /** No bad move, but a stronger one is missing. */
        LEFT_OUT,
        /** The sign at the end says something else than the calculation. */
        WRONG_VERDICT,
        RIGHT_VERDICT
    }

    /**
     * @param node the move that it is about: the bad move, the weaker move, or the end of the line
     * @param side whose move it is; of a verdict, the side to move
     * @param loss of the expected score, 0 to 1; of a verdict, how far the two are apart in steps
     * @param better the better line from the position before the move; empty for verdicts
     * @param verdict what the position is worth with best play: before the move, or at the end of the line
     * @param inTree whether the better move stands in the tree already
     */
    public record Finding(
            Kind kind, int node, Side side, double loss, List<Move> better, Verdict verdict, boolean inTree) {
        public Finding {
            better = List.copyOf(better);
        }

        /** Whether the tree can be mended by it. */
        public boolean canBeTakenIn() {
            return kind == Kind.WRONG_VERDICT || !better.isEmpty() && !inTree;
        }
    }

    public LineCheck {
        findings = List.copyOf(findings);
        losses = Map.copyOf(losses);
    }

    /** The signs of the PGN standard that state a verdict, from Black's win to White's. */
    public static final List<Integer> VERDICT_SIGNS = List.of(19, 17, 15, 10, 14, 16, 18);

    /** Whether a sign says how the position stands, unclear included. */
    public static boolean isVerdict(int sign) {
        return sign >= 10 && sign <= 19;
    }

    /** The step that a sign states, or null if it states none. */
    public static Verdict.@Nullable Step stated(GameNode node) {
        for (int sign : node.signs()) {
            int at = VERDICT_SIGNS.indexOf(sign == 11 || sign == 12 ? 10 : sign);
            if (at >= 0) {
                return Verdict.Step.values()[at];
            }
        }
        return null;
    }

    /** The tree with a finding taken in: the better line beside the move, or the sign put right. The focus is what is new. */
    public static GameTree.Edit takeIn(GameTree tree, Finding finding) {
        GameNode node = tree.node(finding.node());
        if (finding.kind() == Kind.WRONG_VERDICT || finding.kind() == Kind.RIGHT_VERDICT) {
            List<Integer> signs = new ArrayList<>(node.signs());
            signs.removeIf(LineCheck::isVerdict);
            signs.add(VERDICT_SIGNS.get(finding.verdict().step().ordinal()));
            return new GameTree.Edit(tree.with(node.withSigns(signs)), node.id());
        }
        return tree.addLine(node.parent(), finding.better());
    }

    /**
     * Goes over the moves behind a node on the calling thread.
     *
     * @param from the node to begin at; {@link GameTree#ROOT} for the whole tree
     * @param limit for each position
     * @param partial told after each position
     */
    public static LineCheck of(
            GameTree tree, int from, Limit limit, Analyst analyst, Consumer<Progress> partial, Cancel cancel) {
        Run run = new Run(tree, from, limit, analyst);
        return run.run(partial, cancel);
    }

    /** How far a check has come. */
    public record Progress(int done, int of) {}

    private static final class Run {
        private final GameTree tree;
        private final Limit limit;
        private final Analyst analyst;
        private final List<Integer> nodes = new ArrayList<>();
        private final Map<Integer, Calculation> known = new HashMap<>();

        Run(GameTree tree, int from, Limit limit, Analyst analyst) {
            this.tree = tree;
            this.limit = limit;
            this.analyst = analyst;
            collect(from);
        }

        private void collect(int from) {
            List<Integer> open = new ArrayList<>(List.of(from));
            while (!open.isEmpty()) {
                int id = open.removeLast();
                nodes.add(id);
                open.addAll(tree.node(id).children().reversed());
            }
        }

        LineCheck run(Consumer<Progress> partial, Cancel cancel) {
            for (int id : nodes) {
                if (cancel.isRequested()) {
                    break;
                }
                List<Position> path = tree.positionsAlong(tree.pathTo(id));
                Question question = new Question(path.getLast(), path.subList(0, path.size() - 1), List.of(), 1, limit);
                Calculation found = analyst.calculate(question, calculation -> {}, cancel);
                if (cancel.isRequested()) {
                    break;
                }
                known.put(id, found);
                partial.accept(new Progress(known.size(), nodes.size()));
            }
            return judged(known.size() == nodes.size());
        }

        private LineCheck judged(boolean complete) {
            List<Finding> findings = new ArrayList<>();
            Map<Integer, Double> losses = new HashMap<>();
            Set<Side> blamed = EnumSet.noneOf(Side.class);
            for (int id : nodes) {
                Calculation here = known.get(id);
                if (here == null) {
                    continue;
                }
                List<Integer> children = tree.node(id).children();
                if (children.isEmpty()) {
                    end(id, here, findings);
                } else if (!here.lines().isEmpty() && children.stream().allMatch(known::containsKey)) {
                    moves(here, children, findings, losses, blamed);
                }
            }
            int depth = known.values().stream()
                    .filter(calculation -> !calculation.lines().isEmpty())
                    .mapToInt(Calculation::depth)
                    .min()
                    .orElse(0);
            return new LineCheck(findings, losses, depth, complete);
        }

        private void moves(
                Calculation here,
                List<Integer> children,
                List<Finding> findings,
                Map<Integer, Double> losses,
                Set<Side> blamed) {
            Side side = here.position().sideToMove();
            Move bestMove = here.lines().getFirst().first();
            double best = here.verdict().expectedFor(side);
            boolean inTree = false;
            double[] values = new double[children.size()];
            for (int i = 0; i < values.length; i++) {
                int child = children.get(i);
                boolean isBest = tree.node(child).played().equals(bestMove);
                inTree |= isBest;
                double value = known(child).verdict().expectedFor(side);
                if (isBest && known(child).grounds().isProof()) {
                    // What was hoped of the best move is settled: nothing better is known.
                    best = value;
                }
                values[i] = isBest ? Math.max(value, best) : value;
                best = Math.max(best, values[i]);
            }
            double leastLoss = 1;
            for (int i = 0; i < values.length; i++) {
                double given = Math.max(0, best - values[i]);
                losses.put(children.get(i), given);
                leastLoss = Math.min(leastLoss, given);
            }
            int main = children.getFirst();
            double loss = Math.max(0, best - values[0]);
            List<Move> better = here.lines().getFirst().moves();
            List<Move> shown = better.subList(0, Math.min(better.size(), LONGEST_BETTER_LINE));
            boolean bad = loss >= Candidate.REFUTED
                    || !tree.node(main).played().equals(bestMove)
                            && Worse.is(
                                    Worse.Outcome.of(here.position(), line(main)),
                                    Worse.Outcome.of(
                                            here.position(), here.lines().getFirst()));
            if (bad) {
                Kind kind = blamed.add(side) ? Kind.FIRST_BAD : Kind.BAD;
                findings.add(new Finding(kind, main, side, loss, shown, here.verdict(), inTree));
            } else if (leastLoss >= LineCheck.LEFT_OUT && !inTree) {
                findings.add(new Finding(Kind.LEFT_OUT, main, side, leastLoss, shown, here.verdict(), false));
            }
        }

        /** A move of the tree and best play after it. */
        private CalculatedLine line(int id) {
            Calculation after = known(id);
            return after.after(
                    tree.node(id).played(), after.position().sideToMove().opposite());
        }

        private Calculation known(int id) {
            Calculation found = known.get(id);
            if (found == null) {
                throw new IllegalStateException("node " + id + " has not been looked at");
            }
            return found;
        }

        private void end(int id, Calculation here, List<Finding> findings) {
            Verdict.Step stated = stated(tree.node(id));
            if (stated == null) {
                return;
            }
            int apart = Math.abs(stated.ordinal() - here.verdict().step().ordinal());
            findings.add(new Finding(
                    apart == 0 ? Kind.RIGHT_VERDICT : Kind.WRONG_VERDICT,
                    id,
                    here.position().sideToMove(),
                    apart,
                    List.of(),
                    here.verdict(),
                    true));
        }
    }
}
