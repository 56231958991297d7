package org.zeroply.gametree;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.SequencedMap;

/**
 * Two states of one game, edited apart, put together so that nothing of either is lost: moves of both, notes of both
 * where they differ (the first one's above), signs and commands of both. Where both say something else, that is a
 * conflict, which is listed. Node ids are those of the first; moves of the second get new ones.
 *
 * @param game the game with both
 * @param conflicts where both said something different, in the order of the tree
 */
public record GameUnion(Game game, List<Conflict> conflicts) {
    public GameUnion {
        conflicts = List.copyOf(conflicts);
    }

    /**
     * A place where both states differ.
     *
     * @param node the node whose note has both texts now; the root for what concerns the whole game
     * @param what the name of a tag, "Result", or empty for a note
     */
    public record Conflict(int node, String what) {}

    /**
     * @throws IllegalArgumentException if the games do not start from the same position
     */
    public static GameUnion of(Game first, Game second) {
        if (!first.tree().start().equals(second.tree().start())) {
            throw new IllegalArgumentException("the games start from different positions");
        }
        List<Conflict> conflicts = new ArrayList<>();
        Tags tags = tags(first.tags(), second.tags(), conflicts);
        GameResult result = first.result() == GameResult.OPEN ? second.result() : first.result();
        if (second.result() != GameResult.OPEN && second.result() != result) {
            conflicts.add(new Conflict(GameTree.ROOT, "Result"));
        }
        return new GameUnion(new Game(tags, tree(first.tree(), second.tree(), conflicts), result), conflicts);
    }

    private static Tags tags(Tags first, Tags second, List<Conflict> conflicts) {
        SequencedMap<String, String> values = new LinkedHashMap<>(first.values());
        for (Map.Entry<String, String> tag : second.values().entrySet()) {
            if (first.known(tag.getKey()).isEmpty()) {
                values.put(tag.getKey(), tag.getValue());
            } else if (!second.known(tag.getKey()).isEmpty()
                    && !first.get(tag.getKey()).equals(tag.getValue())) {
                conflicts.add(new Conflict(GameTree.ROOT, tag.getKey()));
            }
        }
        return new Tags(values);
    }

    private static GameTree tree(GameTree first, GameTree second, List<Conflict> conflicts) {
        GameTree tree = first;
        Deque<int[]> pairs = new ArrayDeque<>();
        pairs.push(new int[] {GameTree.ROOT, GameTree.ROOT});
        while (!pairs.isEmpty()) {
            int[] pair = pairs.pop();
            GameNode mine = tree.node(pair[0]);
            GameNode theirs = second.node(pair[1]);
            String after = text(mine.after(), theirs.after());
            if (!mine.after().isEmpty()
                    && !theirs.after().isEmpty()
                    && !mine.after().equals(theirs.after())) {
                conflicts.add(new Conflict(mine.id(), ""));
            }
            tree = tree.with(mine.withAfter(after)
                    .withBefore(text(mine.before(), theirs.before()))
                    .withSigns(both(mine.signs(), theirs.signs()))
                    .withCommands(both(mine.commands(), theirs.commands())));
            for (int child : theirs.children().reversed()) {
                GameTree.Edit added = tree.add(mine.id(), second.node(child).played());
                tree = added.tree();
                pairs.push(new int[] {added.focus(), child});
            }
        }
        return tree;
    }

    /** Both texts, or the longer one if it holds the other. */
    private static String text(String first, String second) {
        if (first.contains(second)) {
            return first;
        }
        return second.contains(first) ? second : first + '\n' + second;
    }

    private static <T> List<T> both(List<T> first, List<T> second) {
        LinkedHashSet<T> all = new LinkedHashSet<>(first);
        all.addAll(second);
        return List.copyOf(all);
    }
}
