package org.zeroply.task;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameTree;
import org.zeroply.words.Words;

/**
 * Why a mark scheme is not sound.
 *
 * @param item the item that it is about, by its place in the scheme with groups before their parts, from 0; -1 for the scheme
 * @param reason what is wrong, and what would be right
 */
public record SchemeFault(int item, String reason) {
    /** Everything that is wrong with the scheme of a task; nothing if it is sound. */
    public static List<SchemeFault> of(Task task) {
        return of(task, AttainablePoints.of(task));
    }

    /** As above, with the total that was worked out already. */
    public static List<SchemeFault> of(Task task, AttainablePoints outOf) {
        List<SchemeFault> faults = new Collector(task).collect();
        Points declared = task.scheme().declared();
        if (declared != null && !declared.equals(outOf.points())) {
            boolean more = declared.compareTo(outOf.points()) > 0;
            faults.add(new SchemeFault(
                    -1,
                    Words.of(
                            more ? "scheme.declaredMore" : "scheme.declaredLess",
                            declared,
                            outOf.points(),
                            more
                                    ? declared.less(outOf.points())
                                    : outOf.points().less(declared))));
        }
        if (!outOf.isExact()) {
            faults.add(new SchemeFault(-1, Words.of("scheme.entangled")));
        }
        return List.copyOf(faults);
    }

    private static final class Collector {
        private final Task task;
        private final SolutionGraph graph;
        private final List<SchemeFault> faults = new ArrayList<>();
        private final Set<Want> outside = new HashSet<>();
        private int next;

        Collector(Task task) {
            this.task = task;
            this.graph = new SolutionGraph(task);
        }

        List<SchemeFault> collect() {
            for (Item item : task.scheme().items()) {
                int at = next;
                int before = faults.size();
                look(item, null);
                if (faults.size() == before && AttainablePoints.of(task, item).isZero()) {
                    add(at, "scheme.unattainable");
                }
                if (item instanceof Item.Single single && !outside.add(graph.byPosition(single.want()))) {
                    add(at, "scheme.twice");
                }
            }
            for (Scheme.Accepted accepted : task.scheme().accepted()) {
                if (!graph.has(accepted.node())
                        || graph.position(accepted.node()).sideToMove() != task.solver()
                        || !graph.position(accepted.node()).isLegal(accepted.move())) {
                    add(-1, "scheme.accepted", accepted.move());
                }
            }
            return faults;
        }

        private void add(int item, String key, Object... values) {
            faults.add(new SchemeFault(item, Words.of(key, values)));
        }

        /**
         * @param around the way of the group that it stands in; null for none
         */
        private void look(Item item, Item.@Nullable Way around) {
            int at = next++;
            boolean carries = around == null || around.isOfParts();
            boolean itself = !(item instanceof Item.Group group) || !group.way().isOfParts();
            if (carries && itself && item.points().isZero()) {
                add(at, "scheme.noPoints");
            }
            if ((!carries || !itself) && !item.points().isZero()) {
                add(at, itself ? "scheme.pointsInGroup" : "scheme.pointsOnSum", item.points());
            }
            switch (item) {
                case Item.Single single -> look(at, single.want());
                case Item.Group group -> {
                    if (group.parts().isEmpty()) {
                        add(at, "scheme.empty");
                    }
                    if (group.way() == Item.Way.SUM && around != Item.Way.BEST) {
                        add(at, "scheme.sumOutside");
                    }
                    if (group.way().isOfParts() && !carries) {
                        add(at, "scheme.bestInside");
                    }
                    group.parts().forEach(part -> look(part, group.way()));
                }
            }
        }

        private void look(int at, Want want) {
            switch (want) {
                case Want.Choose choose -> {
                    if (!task.start().isLegal(choose.move())) {
                        add(at, "scheme.choose", choose.move());
                    }
                }
                case Want.Find find -> {
                    if (isThere(at, find.node()) && !graph.isSolvers(find.node())) {
                        add(at, "scheme.find", graph.name(find.node()));
                    }
                }
                case Want.Consider consider -> {
                    if (isThere(at, consider.node())
                            && (consider.node() == GameTree.ROOT || graph.isSolvers(consider.node()))) {
                        add(at, "scheme.consider", graph.name(consider.node()));
                    }
                }
                case Want.Reach reach -> {
                    if (isThere(at, reach.from())
                            && isThere(at, reach.node())
                            && (reach.from() == reach.node()
                                    || reach.from() != GameTree.ROOT
                                            && !graph.tree()
                                                    .pathTo(reach.node())
                                                    .contains(reach.from()))) {
                        add(at, "scheme.reach", graph.name(reach.from()), graph.name(reach.node()));
                    }
                }
                case Want.Judge judge -> {
                    if (isThere(at, judge.node()) && judge.opinions().isEmpty()) {
                        add(at, "scheme.judge", graph.name(judge.node()));
                    }
                }
                case Want.Refute refute -> {
                    if (isThere(at, refute.node())) {
                        if (task.kind() != TaskKind.ELIMINATE
                                || !graph.tree().root().children().contains(refute.node())) {
                            add(at, "scheme.candidate", graph.name(refute.node()));
                        } else if (graph.tree().node(refute.node()).children().isEmpty()) {
                            add(at, "scheme.noRefutation", graph.name(refute.node()));
                        }
                        contradictions(at, refute.node(), new Want.Survive(refute.node()));
                    }
                }
                case Want.Survive survive -> {
                    boolean listed = isThere(at, survive.node())
                            && graph.tree().root().children().contains(survive.node());
                    if (graph.has(survive.node()) && (task.kind() != TaskKind.ELIMINATE || !listed)) {
                        add(at, "scheme.candidate", graph.name(survive.node()));
                    }
                }
                case Want.Answer answer -> {
                    if (answer.question() < 1
                            || answer.question() > task.questions().size()) {
                        add(at, "scheme.noQuestion", answer.question());
                    } else if (task.questions()
                            .get(answer.question() - 1)
                            .keys()
                            .isEmpty()) {
                        add(at, "scheme.noKey", answer.question());
                    }
                }
                case Want.PlayOut play -> {
                    if (task.kind() != TaskKind.PLAY_ON) {
                        add(at, "scheme.playOn");
                    }
                }
            }
        }

        private void contradictions(int at, int node, Want other) {
            if (task.scheme().wants().anyMatch(other::equals)) {
                add(at, "scheme.bothFates", graph.name(node));
            }
        }

        private boolean isThere(int at, int node) {
            if (!graph.has(node)) {
                add(at, "scheme.noNode");
            }
            return graph.has(node);
        }
    }
}
