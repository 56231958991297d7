package org.zeroply.task;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/**
 * The most that one script can earn, and a script that earns it.
 *
 * <p>Adding up the items would promise too much: a script has one choice, one verdict for a position, and only so many moves
 * that count in each. These three are the decisions; everything else a script can simply have. A branch and bound goes
 * through them: what is undecided is taken to be as good as it can be, and a branch is left when even that does not beat the
 * best found. Moves are decided only in positions where more are known than count, known from the tree, accepted, or
 * beginning another order of the tree's own moves.
 *
 * @param points the largest sum
 * @param model a script that earns just that
 * @param isExact whether all decisions were gone through; a scheme so entangled that they cannot be gets a bound from above
 *     and no promise about the model
 */
public record AttainablePoints(Points points, Script model, boolean isExact) {
    private static final int MOST_STEPS = 200_000;

    public static AttainablePoints of(Task task) {
        return of(task, task.scheme().items());
    }

    /** The same where nothing but these items counts. */
    static AttainablePoints of(Task task, List<Item> items) {
        return new Search(task, items).run();
    }

    /** The most that an item can earn by itself. */
    static Points of(Task task, Item item) {
        return of(task, List.of(item)).points();
    }

    /** Something that a script has to decide. */
    private sealed interface Decision {
        /** Which move is chosen. */
        record Choice(List<Move> options) implements Decision {}

        /** Which verdict a position gets. */
        record Judgement(long key, List<Opinion> options) implements Decision {}

        /** Which moves count in a position. */
        record Moves(long key, List<Set<Move>> options) implements Decision {}

        List<?> options();
    }

    private static final class Search {
        private final Task task;
        private final SolutionGraph graph;
        private final List<Item> items;
        private final Set<Want> wants;

        private final ScriptWays ways;
        private final List<Decision> decisions = new ArrayList<>();

        // What has been decided; what is not there is still open.
        private @Nullable Move choice;
        private boolean choiceDecided;
        private final Map<Long, Opinion> judged = new HashMap<>();

        private int steps;
        private Points best = Points.ZERO;
        private boolean found;
        private List<Integer> bestOptions = List.of();
        private final List<Integer> options = new ArrayList<>();

        Search(Task task, List<Item> items) {
            this.task = task;
            this.graph = new SolutionGraph(task);
            this.ways = new ScriptWays(task, graph);
            this.items = items;
            this.wants = items.stream().flatMap(Item::wants).collect(Collectors.toCollection(LinkedHashSet::new));
        }

        AttainablePoints run() {
            decide();
            Points bound = sum(this::canHave);
            search(0);
            boolean exact = steps <= MOST_STEPS;
            for (int i = 0; i < bestOptions.size(); i++) {
                take(decisions.get(i), bestOptions.get(i));
            }
            choiceDecided = true;
            Set<Long> visited = ways.reachable(task.start().key(), false);
            Predicate<Want> has = want -> isVisited(want, visited) && canHave(want);
            Script model = new ModelScript(task, graph, ways, wants, has, judged, choice).write();
            return new AttainablePoints(exact ? best : bound, model, exact);
        }

        // ---- decisions

        private void decide() {
            List<Move> choices = wants.stream()
                    .flatMap(want ->
                            want instanceof Want.Choose choose && task.start().isLegal(choose.move())
                                    ? Optional.of(choose.move()).stream()
                                    : Optional.<Move>empty().stream())
                    .distinct()
                    .toList();
            if (choices.size() > 1) {
                decisions.add(new Decision.Choice(choices));
            } else if (!choices.isEmpty()) {
                choice = choices.getFirst();
                choiceDecided = true;
            }
            Map<Long, Set<Set<Opinion>>> asked = new LinkedHashMap<>();
            for (Want want : wants) {
                if (want instanceof Want.Judge judge
                        && graph.has(judge.node())
                        && !judge.opinions().isEmpty()) {
                    asked.computeIfAbsent(graph.key(judge.node()), key -> new LinkedHashSet<>())
                            .add(judge.opinions());
                }
            }
            asked.forEach((key, sets) -> {
                Set<Opinion> common = EnumSet.allOf(Opinion.class);
                sets.forEach(common::retainAll);
                if (common.isEmpty()) {
                    decisions.add(new Decision.Judgement(key, different(sets)));
                } else {
                    judged.put(key, common.iterator().next());
                }
            });
            for (Map.Entry<Long, Map<Move, Position>> each : ways.edges().entrySet()) {
                if (ways.isBinding(each.getKey())) {
                    decisions.add(new Decision.Moves(
                            each.getKey(), subsets(List.copyOf(each.getValue().keySet()), ways.limit(each.getKey()))));
                }
            }
        }

        /** One opinion for each way in which the sets can be met. */
        private static List<Opinion> different(Set<Set<Opinion>> sets) {
            Map<Set<Set<Opinion>>, Opinion> byMet = new LinkedHashMap<>();
            for (Opinion opinion : Opinion.values()) {
                Set<Set<Opinion>> met =
                        sets.stream().filter(set -> set.contains(opinion)).collect(Collectors.toSet());
                if (!met.isEmpty()) {
                    byMet.putIfAbsent(met, opinion);
                }
            }
            return List.copyOf(byMet.values());
        }

        private static List<Set<Move>> subsets(List<Move> moves, int size) {
            List<Set<Move>> all = new ArrayList<>();
            subsets(moves, 0, size, new ArrayDeque<>(), all);
            return all;
        }

        private static void subsets(List<Move> moves, int from, int size, Deque<Move> taken, List<Set<Move>> all) {
            if (taken.size() == size) {
                all.add(Collections.unmodifiableSet(new LinkedHashSet<>(taken)));
                return;
            }
            // A bound on hostile input: more ways than the search could ever go through are not listed.
            for (int i = from; i <= moves.size() - (size - taken.size()) && all.size() <= MOST_STEPS; i++) {
                taken.addLast(moves.get(i));
                subsets(moves, i + 1, size, taken, all);
                taken.removeLast();
            }
        }

        private void search(int at) {
            if (++steps > MOST_STEPS) {
                return;
            }
            Points bound = sum(this::canHave);
            if (found && bound.compareTo(best) <= 0) {
                return;
            }
            if (at == decisions.size()) {
                best = bound;
                found = true;
                bestOptions = List.copyOf(options);
                return;
            }
            Decision decision = decisions.get(at);
            for (int i = 0; i < decision.options().size() && steps <= MOST_STEPS; i++) {
                take(decision, i);
                options.add(i);
                search(at + 1);
                options.removeLast();
                drop(decision);
            }
        }

        private void take(Decision decision, int option) {
            switch (decision) {
                case Decision.Choice of -> {
                    choice = of.options().get(option);
                    choiceDecided = true;
                }
                case Decision.Judgement of -> judged.put(of.key(), of.options().get(option));
                case Decision.Moves of -> ways.count(of.key(), of.options().get(option));
            }
        }

        private void drop(Decision decision) {
            switch (decision) {
                case Decision.Choice of -> {
                    choice = null;
                    choiceDecided = false;
                }
                case Decision.Judgement of -> judged.remove(of.key());
                case Decision.Moves of -> ways.countAll(of.key());
            }
        }

        // ---- what a script can have under the decisions so far

        private Points sum(Predicate<Want> has) {
            Set<Long> visited = ways.reachable(task.start().key(), false);
            Map<Want, Boolean> known = new HashMap<>();
            Predicate<Want> once = want -> {
                Boolean before = known.get(want);
                if (before == null) {
                    before = isVisited(want, visited) && has.test(want);
                    known.put(want, before);
                }
                return before;
            };
            return items.stream().map(item -> item.earned(once)).reduce(Points.ZERO, Points::plus);
        }

        private boolean isVisited(Want want, Set<Long> visited) {
            return switch (want) {
                case Want.Find find -> graph.has(find.node()) && visited.contains(graph.key(find.node()));
                case Want.Consider consider ->
                    graph.has(consider.node()) && visited.contains(graph.key(consider.node()));
                case Want.Reach reach ->
                    graph.has(reach.from()) && graph.has(reach.node()) && visited.contains(graph.key(reach.from()));
                case Want.Judge judge -> graph.has(judge.node()) && visited.contains(graph.key(judge.node()));
                case Want.Choose choose -> true;
                case Want.Refute refute -> graph.has(refute.node());
                case Want.Survive survive -> graph.has(survive.node());
                case Want.Answer answer -> true;
                case Want.PlayOut play -> true;
            };
        }

        private boolean canHave(Want want) {
            return switch (want) {
                case Want.Choose choose ->
                    task.start().isLegal(choose.move())
                            && (!choiceDecided || choose.move().equals(choice));
                case Want.Find find -> graph.isSolvers(find.node());
                case Want.Consider consider -> canConsider(consider);
                case Want.Reach reach ->
                    ways.reachable(graph.key(reach.from()), true).contains(graph.key(reach.node()))
                            && graph.key(reach.from()) != graph.key(reach.node());
                case Want.Judge judge -> {
                    Opinion opinion = judged.get(graph.key(judge.node()));
                    yield !judge.opinions().isEmpty()
                            && (opinion == null || judge.opinions().contains(opinion));
                }
                case Want.Refute refute ->
                    task.kind() == TaskKind.ELIMINATE
                            && isCandidate(refute.node())
                            && !graph.tree().node(refute.node()).children().isEmpty();
                case Want.Survive survive -> task.kind() == TaskKind.ELIMINATE && isCandidate(survive.node());
                case Want.Answer answer ->
                    answer.question() >= 1
                            && answer.question() <= task.questions().size()
                            && !task.questions()
                                    .get(answer.question() - 1)
                                    .keys()
                                    .isEmpty();
                case Want.PlayOut play -> task.kind() == TaskKind.PLAY_ON;
            };
        }

        private boolean canConsider(Want.Consider consider) {
            if (consider.node() == GameTree.ROOT || graph.isSolvers(consider.node())) {
                return false;
            }
            long key = graph.key(consider.node());
            if (!task.scheme().hasNewRules() || ways.goodMove(key) != null) {
                return true;
            }
            Opinion opinion = judged.get(key);
            return (graph.isEnd(key) || consider.isVerdictEnough())
                    && (opinion == null || graph.verdicts(key).contains(opinion));
        }

        private boolean isCandidate(int node) {
            return graph.has(node) && graph.tree().root().children().contains(node);
        }
    }
}
