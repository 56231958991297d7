package org.zeroply.gametree;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.SequencedMap;
import java.util.SequencedSet;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;

/**
 * Two states of one game, edited apart, put together so that nothing of either is lost: what only one of them changed is as
 * it has it, and where both say something else, both texts stand there. That is a conflict, which is listed. Without what
 * both came from, everything that either has counts as new. Node ids are those of the first; moves of the second get new
 * ones.
 *
 * @param game the game with both
 * @param conflicts where both said something different, in the order of the tree
 */
public record GameUnion(Game game, List<Conflict> conflicts) {
    private static final String RESULT = "Result";

    public GameUnion {
        conflicts = List.copyOf(conflicts);
    }

    /**
     * A place where both states differ.
     *
     * @param node the node whose note has both texts now, or that one of them deleted and the other went on with; the root
     *     for what concerns the whole game
     * @param what the name of a tag, "Result", or empty for a note or a move
     */
    public record Conflict(int node, String what) {}

    /**
     * @param base what both came from; null if that is not known
     * @throws IllegalArgumentException if the games do not start from the same position
     */
    public static GameUnion of(Game first, Game second, @Nullable Game base) {
        if (!first.tree().start().equals(second.tree().start())) {
            throw new IllegalArgumentException("the games start from different positions");
        }
        return new Merger(first, second, base).run();
    }

    /** Works one union out. */
    private static final class Merger {
        private final Game first;
        private final Game second;
        private final @Nullable Game base;
        private final List<Conflict> conflicts = new ArrayList<>();

        /** What gave way, so that it stands in the note of the game. */
        private final List<String> alsoSaid = new ArrayList<>();

        private GameTree tree;

        Merger(Game first, Game second, @Nullable Game base) {
            this.first = first;
            this.second = second;
            this.base = base != null && base.tree().start().equals(first.tree().start()) ? base : null;
            tree = first.tree();
        }

        GameUnion run() {
            Tags tags = tags();
            GameResult result = result();
            GameTree old = base == null ? GameTree.of(tree.start()) : base.tree();
            Deque<Meeting> open = new ArrayDeque<>();
            open.push(new Meeting(GameTree.ROOT, GameTree.ROOT, base == null ? null : old.root()));
            while (!open.isEmpty()) {
                join(open, old);
            }
            GameNode root = tree.root();
            String note = root.after();
            for (String also : alsoSaid) {
                note = note.contains(also) ? note : note.isEmpty() ? also : note + '\n' + also;
            }
            return new GameUnion(new Game(tags, tree.with(root.withAfter(note)), result), conflicts);
        }

        private void giveWay(String what, String text) {
            conflicts.add(new Conflict(GameTree.ROOT, what));
            alsoSaid.add(what + ": " + text);
        }

        private Tags tags() {
            SequencedMap<String, String> values =
                    new LinkedHashMap<>(first.tags().values());
            SequencedSet<String> names =
                    new LinkedHashSet<>(second.tags().values().keySet());
            names.addAll(first.tags().values().keySet());
            for (String name : names) {
                String mine = first.tags().known(name);
                String theirs = second.tags().known(name);
                ThreeWay<String> both =
                        ThreeWay.of(base == null ? "" : base.tags().known(name), mine, theirs);
                boolean isTheirs = !both.value().equals(mine) || both.isConflict() && mine.isEmpty();
                if (isTheirs && second.tags().values().containsKey(name)) {
                    values.put(name, second.tags().get(name));
                } else if (isTheirs) {
                    values.remove(name);
                } else if (both.isConflict() && !theirs.isEmpty()) {
                    giveWay(name, theirs);
                }
            }
            return new Tags(values);
        }

        private GameResult result() {
            GameResult was = base == null ? GameResult.OPEN : base.result();
            ThreeWay<GameResult> both = ThreeWay.of(was, first.result(), second.result());
            if (both.isConflict() && first.result() == GameResult.OPEN) {
                return second.result();
            }
            if (both.isConflict() && second.result() != GameResult.OPEN) {
                giveWay(RESULT, second.result().text());
            }
            return both.value();
        }

        /** A move of both: its node in the union, in the second, and in what both came from if it was there. */
        private record Meeting(
                int here, int there, @Nullable GameNode was) {}

        private void join(Deque<Meeting> open, GameTree old) {
            Meeting meeting = open.pop();
            GameNode mine = tree.node(meeting.here());
            GameNode theirs = second.tree().node(meeting.there());
            GameNode was = meeting.was();
            ThreeWay<String> after =
                    ThreeWay.ofTexts(was == null ? "" : was.after(), mine.after(), theirs.after(), "\n");
            ThreeWay<String> before =
                    ThreeWay.ofTexts(was == null ? "" : was.before(), mine.before(), theirs.before(), "\n");
            if (after.isConflict() || before.isConflict()) {
                conflicts.add(new Conflict(mine.id(), ""));
            }
            tree = tree.with(mine.withAfter(after.value())
                    .withBefore(before.value())
                    .withSigns(ThreeWay.ofSets(was == null ? List.of() : was.signs(), mine.signs(), theirs.signs()))
                    .withCommands(ThreeWay.ofSets(
                            was == null ? List.of() : was.commands(), mine.commands(), theirs.commands())));
            List<Move> order = order(old, was, mine, theirs);
            for (Move move : order) {
                GameNode left = tree.child(mine.id(), move);
                GameNode right = second.tree().child(theirs.id(), move);
                GameNode previous = was == null ? null : old.child(was.id(), move);
                join(open, old, mine.id(), new Branches(left, right, previous));
            }
            for (int place = 0, at = 0; place < order.size(); place++) {
                GameNode child = tree.child(mine.id(), order.get(place));
                if (child != null) {
                    int now = tree.node(mine.id()).children().indexOf(child.id());
                    tree = tree.reorder(child.id(), at - now).tree();
                    at++;
                }
            }
        }

        /** One move as the three have it. */
        private record Branches(
                @Nullable GameNode left,
                @Nullable GameNode right,
                @Nullable GameNode was) {}

        private void join(Deque<Meeting> open, GameTree old, int parent, Branches branches) {
            GameNode left = branches.left();
            GameNode right = branches.right();
            GameNode was = branches.was();
            if (left != null && right != null) {
                open.push(new Meeting(left.id(), right.id(), was));
            } else if (left != null && was != null) {
                if (isSame(tree, left, old, was)) {
                    tree = tree.delete(left.id()).tree();
                } else {
                    conflicts.add(new Conflict(left.id(), ""));
                }
            } else if (right != null && (was == null || !isSame(second.tree(), right, old, was))) {
                GameTree.Edit added = tree.add(parent, right.played());
                tree = added.tree();
                open.push(new Meeting(added.focus(), right.id(), null));
                if (was != null) {
                    conflicts.add(new Conflict(added.focus(), ""));
                }
            }
        }

        /** The moves of both: in the order of the second if only that one changed it, otherwise in that of the first. */
        private List<Move> order(GameTree old, @Nullable GameNode was, GameNode mine, GameNode theirs) {
            List<Move> left = moves(tree, mine);
            List<Move> right = moves(second.tree(), theirs);
            boolean isAsItWas = was != null && left.equals(moves(old, was));
            SequencedSet<Move> all = new LinkedHashSet<>(isAsItWas ? right : left);
            all.addAll(left);
            all.addAll(right);
            return List.copyOf(all);
        }

        private static List<Move> moves(GameTree tree, GameNode node) {
            return node.children().stream()
                    .map(child -> tree.node(child).played())
                    .toList();
        }

        /** Whether a branch says the same in two trees. */
        private static boolean isSame(GameTree one, GameNode top, GameTree other, GameNode otherTop) {
            Deque<GameNode[]> open = new ArrayDeque<>();
            open.push(new GameNode[] {top, otherTop});
            while (!open.isEmpty()) {
                GameNode[] pair = open.pop();
                boolean isSaidAlike = pair[0].after().equals(pair[1].after())
                        && pair[0].before().equals(pair[1].before())
                        && pair[0].signs().equals(pair[1].signs())
                        && pair[0].commands().equals(pair[1].commands());
                if (!isSaidAlike || !moves(one, pair[0]).equals(moves(other, pair[1]))) {
                    return false;
                }
                for (int i = 0; i < pair[0].children().size(); i++) {
                    open.push(new GameNode[] {
                        one.node(pair[0].children().get(i)),
                        other.node(pair[1].children().get(i))
                    });
                }
            }
            return true;
        }
    }
}
