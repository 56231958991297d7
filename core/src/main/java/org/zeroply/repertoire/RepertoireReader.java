package org.zeroply.repertoire;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/**
 * Takes games with variations into a repertoire: moves of our side become answers, those of the other side replies, the
 * main line before side lines. Everything is taken in; what a coach has to decide is told afterwards.
 */
public final class RepertoireReader {
    private RepertoireReader() {}

    /**
     * What came of it.
     *
     * @param repertoire with everything that could be taken in
     * @param added how many positions are new
     * @param conflicts positions that now have several answers of one approach, where at least one is new
     * @param loops moves that were left out because they lead back, with the game (from 0) they stand in
     * @param elsewhere games (from 0) that were left out because they do not start from the initial position
     */
    public record Taken(
            Repertoire repertoire, int added, List<Conflict> conflicts, List<Loop> loops, List<Integer> elsewhere) {
        public Taken {
            conflicts = List.copyOf(conflicts);
            loops = List.copyOf(loops);
            elsewhere = List.copyOf(elsewhere);
        }
    }

    /**
     * Several answers in one position.
     *
     * @param old those that were there before; may be empty
     * @param fresh those that came
     */
    public record Conflict(int node, List<Move> old, List<Move> fresh) {
        public Conflict {
            old = List.copyOf(old);
            fresh = List.copyOf(fresh);
        }
    }

    /** A move that would have led back. */
    public record Loop(int game, Position position, Move move) {}

    private record Item(int game, int node) {}

    /**
     * @param trees the games; one that breaks off or starts elsewhere does no harm
     */
    public static Taken take(Repertoire into, List<GameTree> trees) {
        Repertoire.Builder builder = new Repertoire.Builder(into);
        int before = builder.size();
        Map<Integer, List<Move>> fresh = new LinkedHashMap<>();
        List<Loop> loops = new ArrayList<>();
        List<Integer> elsewhere = new ArrayList<>();
        for (int game = 0; game < trees.size(); game++) {
            GameTree tree = trees.get(game);
            if (!tree.start().equals(Position.START)) {
                elsewhere.add(game);
                continue;
            }
            Deque<Item> open = new ArrayDeque<>(List.of(new Item(GameTree.ROOT, Repertoire.ROOT)));
            while (!open.isEmpty()) {
                Item item = open.pop();
                List<Item> next = new ArrayList<>();
                for (int child : tree.node(item.game()).children()) {
                    GameNode node = tree.node(child);
                    Move move = node.played();
                    Repertoire.Node here = builder.node(item.node());
                    boolean known = here.edge(move) != null;
                    int to = move.isPass() ? -1 : builder.add(item.node(), move);
                    if (to < 0) {
                        loops.add(new Loop(game, here.position(), move));
                        continue;
                    }
                    boolean ours = here.position().sideToMove() == into.side();
                    write(builder, item.node(), move, to, ours, node);
                    if (ours && !known) {
                        fresh.computeIfAbsent(item.node(), each -> new ArrayList<>())
                                .add(move);
                    }
                    next.add(new Item(child, to));
                }
                // Depth first, the first move first, so that ids follow the order of reading.
                next.reversed().forEach(open::push);
            }
        }
        Repertoire whole = builder.build();
        List<Conflict> conflicts = new ArrayList<>();
        fresh.forEach((id, moves) -> {
            List<Answer> answers = whole.node(id).answers();
            Set<String> approaches =
                    answers.stream().map(Answer::approach).collect(Collectors.toCollection(TreeSet::new));
            if (approaches.size() < answers.size()) {
                conflicts.add(new Conflict(
                        id,
                        answers.stream()
                                .map(Answer::move)
                                .filter(move -> !moves.contains(move))
                                .toList(),
                        moves));
            }
        });
        return new Taken(whole, builder.size() - before, conflicts, loops, elsewhere);
    }

    /** What the game says of a move, unless something is said of it already. */
    private static void write(Repertoire.Builder builder, int id, Move move, int to, boolean ours, GameNode node) {
        Edge there = Objects.requireNonNull(builder.node(id).edge(move));
        boolean bare = there.equals(ours ? Answer.bare(move, to) : Reply.bare(move, to));
        if (bare) {
            builder.set(
                    id,
                    ours
                            ? EdgeText.answer(move, to, node.after(), node.commands())
                            : EdgeText.reply(move, to, node.after(), node.commands()));
        }
    }

    /**
     * A repertoire to begin with, out of the games that a player played with a colour: in each position the move that was
     * played most often (of equals, the one in the game named first), and every reply that was met after it.
     *
     * @param trees games of that player with that colour; their main lines count
     * @param plies how far each is followed, in half-moves
     */
    public static Repertoire fromGames(Side side, List<GameTree> trees, int plies) {
        Map<Long, Map<Move, Integer>> played = new LinkedHashMap<>();
        for (GameTree tree : trees) {
            walk(tree, plies, (position, move) -> {
                if (position.sideToMove() == side) {
                    played.computeIfAbsent(position.key(), each -> new LinkedHashMap<>())
                            .merge(move, 1, Integer::sum);
                }
                return true;
            });
        }
        Repertoire.Builder builder = new Repertoire.Builder(Repertoire.empty(side));
        for (GameTree tree : trees) {
            int[] at = {Repertoire.ROOT};
            walk(tree, plies, (position, move) -> {
                if (position.sideToMove() == side) {
                    Map<Move, Integer> here = played.getOrDefault(position.key(), Map.of());
                    int most = here.values().stream()
                            .mapToInt(Integer::intValue)
                            .max()
                            .orElse(0);
                    Move chosen = here.entrySet().stream()
                            .filter(each -> each.getValue() == most)
                            .findFirst()
                            .map(Map.Entry::getKey)
                            .orElse(move);
                    if (!chosen.equals(move)) {
                        return false;
                    }
                }
                at[0] = builder.add(at[0], move);
                return at[0] >= 0;
            });
        }
        return builder.build();
    }

    /** What to do with a move of a main line; false ends the walk. */
    private interface Visit {
        boolean on(Position position, Move move);
    }

    private static void walk(GameTree tree, int plies, Visit visit) {
        if (!tree.start().equals(Position.START)) {
            return;
        }
        Position position = Position.START;
        for (int id : tree.mainLine().stream().limit(plies).toList()) {
            Move move = tree.node(id).played();
            if (move.isPass() || !visit.on(position, move)) {
                return;
            }
            position = position.play(move);
        }
    }

    /** A conflict decided for one answer: the others of it are taken out. */
    public static Repertoire keepOnly(Repertoire repertoire, Conflict conflict, Move kept) {
        Repertoire left = repertoire;
        for (List<Move> moves : List.of(conflict.old(), conflict.fresh())) {
            for (Move move : moves) {
                if (!move.equals(kept) && left.has(conflict.node())) {
                    left = left.remove(conflict.node(), move);
                }
            }
        }
        return left;
    }
}
