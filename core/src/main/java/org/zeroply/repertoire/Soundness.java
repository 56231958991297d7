package org.zeroply.repertoire;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Calculation;
import org.zeroply.search.Verdict;

/** Whether the answers of a repertoire are sound, by what the calculator made of the positions before and after them. */
public final class Soundness {
    /** What an answer may give away of the expected score unless the coach sets another share. */
    public static final double USUAL_SHARE = 0.06;

    private Soundness() {}

    /**
     * An answer with what it costs.
     *
     * @param loss of the expected score against the best move, 0 to 1
     * @param after the verdict on the position after it
     * @param better the best move instead; the answer itself if it is the best
     * @param shown the line that shows it, from the opponent's reply on
     */
    public record Weighed(int node, Answer answer, double loss, Verdict after, Move better, List<Move> shown) {
        public Weighed {
            shown = List.copyOf(shown);
        }
    }

    /**
     * A reply without an answer, with what it does.
     *
     * @param after the verdict on the position after it
     * @param best our best line against it
     */
    public record Unanswered(Likelihood.Gap gap, Verdict after, List<Move> best) {
        public Unanswered {
            best = List.copyOf(best);
        }
    }

    /** The positions that have to be calculated: after each gap, and before and after each answer; likeliest first. */
    public static List<Position> positions(Repertoire repertoire, Likelihood likelihood) {
        Set<Position> wanted = new LinkedHashSet<>();
        for (Likelihood.Gap gap : likelihood.gaps()) {
            wanted.add(after(repertoire, gap));
        }
        List<Repertoire.Node> nodes = new ArrayList<>(repertoire.nodes());
        nodes.sort(Comparator.comparingDouble((Repertoire.Node node) -> likelihood.at(node.id()))
                .reversed());
        for (Repertoire.Node node : nodes) {
            for (Answer answer : node.answers()) {
                wanted.add(node.position());
                wanted.add(repertoire.node(answer.to()).position());
            }
        }
        return List.copyOf(wanted);
    }

    private static Position after(Repertoire repertoire, Likelihood.Gap gap) {
        return repertoire.node(gap.node()).position().play(gap.move());
    }

    /**
     * The answers whose positions are both known, the costliest first.
     *
     * @param known calculations by the key of their position
     */
    public static List<Weighed> weigh(Repertoire repertoire, Map<Long, Calculation> known) {
        List<Weighed> weighed = new ArrayList<>();
        for (Repertoire.Node node : repertoire.nodes()) {
            Calculation before = known.get(node.position().key());
            if (before == null || before.lines().isEmpty()) {
                continue;
            }
            for (Answer answer : node.answers()) {
                Weighed found = weigh(repertoire, node, answer, before, known);
                if (found != null) {
                    weighed.add(found);
                }
            }
        }
        weighed.sort(Comparator.comparingDouble(Weighed::loss).reversed());
        return weighed;
    }

    private static @Nullable Weighed weigh(
            Repertoire repertoire,
            Repertoire.Node node,
            Answer answer,
            Calculation before,
            Map<Long, Calculation> known) {
        Calculation after = known.get(repertoire.node(answer.to()).position().key());
        if (after == null || after.lines().isEmpty()) {
            return null;
        }
        Move better = before.lines().getFirst().first();
        double loss = better.equals(answer.move())
                ? 0
                : Math.max(
                        0,
                        before.verdict().expectedFor(repertoire.side())
                                - after.verdict().expectedFor(repertoire.side()));
        return new Weighed(
                node.id(),
                answer,
                loss,
                after.verdict(),
                better,
                after.lines().getFirst().moves());
    }

    /** The gaps whose positions are known, in the order of the gaps. */
    public static List<Unanswered> unanswered(
            Repertoire repertoire, List<Likelihood.Gap> gaps, Map<Long, Calculation> known) {
        List<Unanswered> found = new ArrayList<>();
        for (Likelihood.Gap gap : gaps) {
            Calculation after = known.get(after(repertoire, gap).key());
            if (after != null && !after.lines().isEmpty()) {
                found.add(new Unanswered(
                        gap, after.verdict(), after.lines().getFirst().moves()));
            }
        }
        return found;
    }
}
