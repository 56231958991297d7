package org.zeroply.task;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.San;
import org.zeroply.rules.Position;
import org.zeroply.words.Words;

/**
 * A first mark scheme out of a solution tree, for the coach to edit. The first move of the solver's in a position is taken to
 * be the solution, a second one the second-best, unless both ends are judged alike; each item says why it is there.
 */
public final class DraftScheme {
    private static final int KEY = 5;
    private static final int QUIET = 4;
    private static final int FOUND = 2;
    private static final int CONSIDERED = 1;
    private static final int CRITICAL = 2;
    private static final int DEEP = 2;
    private static final int JUDGED = 1;
    private static final int ASKED = 2;
    private static final int PLAYED = 10;

    /** A line of so many half-moves is worth something for having been followed to its end. */
    private static final int DEEP_PLIES = 5;

    private static final int REFUTED = 2;
    private static final int SURVIVING = 3;

    private final Task task;
    private final GameTree tree;
    private final SolutionGraph graph;
    private final List<Item> items = new ArrayList<>();

    /** What was asked for already, by position: lines that transpose earn once. */
    private final Set<Want> asked = new HashSet<>();

    private DraftScheme(Task task) {
        this.task = task;
        this.tree = task.solution();
        this.graph = new SolutionGraph(task);
    }

    /** The scheme that is proposed; the number of moves that count and what was accepted stay as they are. */
    public static Scheme of(Task task) {
        DraftScheme draft = new DraftScheme(task);
        draft.draft();
        return task.scheme().withItems(draft.items).withDeclared(null);
    }

    private void draft() {
        switch (task.kind()) {
            case PLAY_ON ->
                add(
                        Words.of("draft.play"),
                        Points.of(PLAYED),
                        Words.of("draft.play.reason"),
                        new Want.PlayOut(task.goal().goal()));
            case ASSESS ->
                IntStream.rangeClosed(1, task.questions().size())
                        .forEach(question -> add(
                                task.questions().get(question - 1).text(),
                                Points.of(ASKED),
                                Words.of("draft.answer.reason"),
                                new Want.Answer(question)));
            case PARRY -> tree.root().children().forEach(child -> find(child, FOUND, "draft.parry.reason"));
            case ELIMINATE -> tree.root().children().forEach(this::candidate);
            case CANDIDATES -> tree.root().children().forEach(child -> find(child, FOUND, "draft.candidate.reason"));
            case CALCULATE -> lines();
        }
    }

    private void add(String label, Points points, String reason, Want want) {
        if (asked.add(graph.byPosition(want))) {
            items.add(new Item.Single(label, points, reason, want));
        }
    }

    /** A candidate with a reply is refuted by it; one without survives. */
    private void candidate(int node) {
        boolean refuted = !tree.node(node).children().isEmpty();
        add(
                graph.name(node),
                Points.of(refuted ? REFUTED : SURVIVING),
                Words.of(refuted ? "draft.refute.reason" : "draft.survive.reason"),
                refuted ? new Want.Refute(node) : new Want.Survive(node));
    }

    private void find(int node, int points, String reason) {
        add(graph.name(node), Points.of(points), Words.of(reason), new Want.Find(node));
    }

    private void lines() {
        List<Integer> first = tree.root().children();
        if (first.isEmpty()) {
            return;
        }
        GameNode key = tree.node(first.getFirst());
        boolean quiet = Themes.isQuiet(tree.start(), key.played());
        add(
                graph.name(key.id()),
                Points.of(KEY),
                Words.of(quiet ? "draft.key.quiet" : "draft.key"),
                new Want.Choose(key.played()));
        defences(key.id());
        for (int other : first.subList(1, first.size())) {
            // A try that fails earns for the right verdict.
            ends(other).forEach(end -> judge(end, "draft.try.reason"));
        }
    }

    /** The opponent's moves after one of the solver's. */
    private void defences(int node) {
        List<Integer> defences = tree.node(node).children();
        for (int i = 0; i < defences.size(); i++) {
            int defence = defences.get(i);
            boolean critical = i == 0 && defences.size() > 1;
            add(
                    graph.name(defence),
                    Points.of(critical ? CRITICAL : CONSIDERED),
                    Words.of(critical ? "draft.critical.reason" : "draft.defence.reason"),
                    new Want.Consider(defence));
            answers(defence);
        }
        if (defences.isEmpty()) {
            end(node);
        }
    }

    /** The solver's moves after one of the opponent's. */
    private void answers(int node) {
        List<Integer> answers = tree.node(node).children();
        if (answers.isEmpty()) {
            end(node);
            return;
        }
        int main = answers.getFirst();
        if (answers.stream().noneMatch(answer -> asked.contains(graph.byPosition(new Want.Find(answer))))) {
            answer(node, answers);
        }
        answers.stream()
                .filter(answer -> answer == main || isAsGood(main, answer))
                .forEach(this::defences);
    }

    /** The item, or the group of items, for what the solver answers. */
    private void answer(int node, List<Integer> answers) {
        int main = answers.getFirst();
        Position here = graph.position(node);
        boolean quiet = Themes.isQuiet(here, tree.node(main).played());
        int points = quiet ? QUIET : FOUND;
        String reason = Words.of(quiet ? "draft.quiet.reason" : "draft.find.reason");
        if (answers.size() == 1) {
            add(graph.name(main), Points.of(points), reason, new Want.Find(main));
        } else {
            answers.forEach(answer -> asked.add(graph.byPosition(new Want.Find(answer))));
            int other = answers.get(1);
            if (isAsGood(main, other)) {
                items.add(new Item.Group(
                        Words.of(
                                "draft.either",
                                graph.name(main),
                                San.write(here, tree.node(other).played())),
                        Points.of(points),
                        Words.of("draft.either.reason"),
                        Item.Way.ANY,
                        answers.stream()
                                .filter(answer -> isAsGood(main, answer))
                                .map(answer -> part(answer, Points.ZERO, ""))
                                .toList()));
            } else {
                items.add(new Item.Group(
                        graph.name(main),
                        Points.ZERO,
                        "",
                        Item.Way.BEST,
                        List.of(
                                part(main, Points.of(points), reason),
                                part(other, new Points(points), Words.of("draft.second.reason")))));
            }
        }
    }

    private Item part(int node, Points points, String reason) {
        return new Item.Single(graph.name(node), points, reason, new Want.Find(node));
    }

    /** Whether the main lines behind two moves end with the same verdict. */
    private boolean isAsGood(int one, int other) {
        Opinion first = Opinion.of(tree.node(tree.lineThrough(one).getLast()));
        return first != null
                && first == Opinion.of(tree.node(tree.lineThrough(other).getLast()));
    }

    /** The end of a line: having come there, and having judged it. */
    private void end(int node) {
        List<Integer> path = tree.pathTo(node);
        if (path.size() >= DEEP_PLIES) {
            add(
                    Words.of("draft.deep", graph.name(node)),
                    Points.of(DEEP),
                    Words.of("draft.deep.reason"),
                    new Want.Reach(GameTree.ROOT, node));
        }
        judge(node, "draft.judge.reason");
    }

    private void judge(int node, String reason) {
        Opinion opinion = Opinion.of(tree.node(node));
        if (opinion != null) {
            add(
                    Words.of("draft.judge", graph.name(node), opinion.text()),
                    Points.of(JUDGED),
                    Words.of(reason),
                    new Want.Judge(node, Set.of(opinion)));
        }
    }

    private List<Integer> ends(int node) {
        List<Integer> children = tree.node(node).children();
        return children.isEmpty()
                ? List.of(node)
                : children.stream().flatMap(child -> ends(child).stream()).toList();
    }
}
