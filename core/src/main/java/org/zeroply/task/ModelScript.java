package org.zeroply.task;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;

/** Writes a script that has what was decided: its lines with their verdicts, the choice, candidates and answers. */
final class ModelScript {
    private final Task task;
    private final SolutionGraph graph;
    private final ScriptWays ways;
    private final Set<Want> wants;
    private final Predicate<Want> has;
    private final Map<Long, Opinion> judged;
    private final @Nullable Move choice;

    /**
     * @param wants what the scheme asks for
     * @param has what of it this script is to have
     * @param judged the verdicts that were decided, by the positions' keys
     * @param choice the move that was decided; null for none
     */
    ModelScript(
            Task task,
            SolutionGraph graph,
            ScriptWays ways,
            Set<Want> wants,
            Predicate<Want> has,
            Map<Long, Opinion> judged,
            @Nullable Move choice) {
        this.task = task;
        this.graph = graph;
        this.ways = ways;
        this.wants = wants;
        this.has = has;
        this.judged = judged;
        this.choice = choice;
    }

    Script write() {
        Map<Long, ScriptWays.Back> all = ways.ways(task.start().key(), false);
        Map<List<Move>, Optional<Opinion>> rows = new LinkedHashMap<>();
        List<Move> surviving = new ArrayList<>();
        Set<Integer> answered = new LinkedHashSet<>();
        for (Want want : wants) {
            if (!has.test(want)) {
                continue;
            }
            switch (want) {
                case Want.Find find -> rows.putIfAbsent(ScriptWays.way(all, graph.key(find.node())), Optional.empty());
                case Want.Consider consider ->
                    consider(ScriptWays.way(all, graph.key(consider.node())), consider, rows);
                case Want.Judge judge ->
                    rows.put(
                            ScriptWays.way(all, graph.key(judge.node())),
                            Optional.of(verdict(graph.key(judge.node()))));
                case Want.Reach reach -> {
                    List<Move> moves = new ArrayList<>(ScriptWays.way(all, graph.key(reach.from())));
                    moves.addAll(ScriptWays.way(ways.ways(graph.key(reach.from()), true), graph.key(reach.node())));
                    rows.putIfAbsent(moves, Optional.empty());
                }
                case Want.Choose choose -> {}
                case Want.Refute refute ->
                    rows.put(
                            moves(
                                    refute.node(),
                                    graph.tree().node(refute.node()).children().getFirst()),
                            Optional.empty());
                case Want.Survive survive ->
                    surviving.add(graph.tree().node(survive.node()).played());
                case Want.Answer answer -> answered.add(answer.question());
                case Want.PlayOut play -> {}
            }
        }
        List<String> lines = written(rows);
        for (Move move : surviving) {
            lines.add(San.line(task.start(), List.of(move)) + " | " + ScriptReader.SURVIVES);
        }
        Script model = Script.EMPTY.withRows(lines);
        if (choice != null) {
            model = model.withChoice(San.line(task.start(), List.of(choice)));
        }
        if (task.candidates() > 0) {
            Set<Move> named = new LinkedHashSet<>();
            rows.keySet().stream().filter(row -> !row.isEmpty()).forEach(row -> named.add(row.getFirst()));
            model = model.withCandidates(named.stream()
                    .map(move -> San.line(task.start(), List.of(move)))
                    .collect(Collectors.joining(", ")));
        }
        for (int question : answered) {
            List<String> keys = question > task.questions().size()
                    ? List.of()
                    : task.questions().get(question - 1).keys();
            if (!keys.isEmpty()) {
                model = model.withAnswer(question, keys.getFirst());
            }
        }
        return model;
    }

    /** With a reply that the solution has; where there is none, with a verdict. */
    private void consider(List<Move> way, Want.Consider consider, Map<List<Move>, Optional<Opinion>> rows) {
        long key = graph.key(consider.node());
        Move reply = task.scheme().hasNewRules() ? ways.goodMove(key) : null;
        if (reply == null) {
            rows.merge(way, Optional.of(verdict(key)), (before, now) -> before.or(() -> now));
        } else {
            List<Move> row = new ArrayList<>(way);
            row.add(reply);
            rows.putIfAbsent(row, Optional.empty());
        }
    }

    /** The verdict that was decided for a position, or the tree's, or that it is unclear. */
    private Opinion verdict(long key) {
        Opinion decided = judged.get(key);
        if (decided != null) {
            return decided;
        }
        return graph.nodes(key).stream()
                .map(node -> Opinion.of(graph.tree().node(node)))
                .filter(Objects::nonNull)
                .findFirst()
                .orElse(Opinion.UNCLEAR);
    }

    /** The lines as rows; one that another begins with and that has no verdict says nothing of its own. */
    private List<String> written(Map<List<Move>, Optional<Opinion>> rows) {
        Set<List<Move>> begun = new HashSet<>();
        for (List<Move> row : rows.keySet()) {
            for (int length = 0; length < row.size(); length++) {
                begun.add(row.subList(0, length));
            }
        }
        List<String> written = new ArrayList<>();
        rows.forEach((row, opinion) -> {
            if (opinion.isPresent() || !begun.contains(row)) {
                written.add(San.line(task.start(), row)
                        + opinion.map(each -> " | " + each.text()).orElse(""));
            }
        });
        return written;
    }

    private List<Move> moves(int... nodes) {
        List<Move> moves = new ArrayList<>();
        for (int node : nodes) {
            moves.add(graph.tree().node(node).played());
        }
        return moves;
    }
}
