package org.zeroply.repertoire;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/**
 * How likely each position of a repertoire is to be met, for who has chosen an approach.
 *
 * <p>At our turn the answers of the approach share equally. At the opponent's turn a reply's share is worked out of the
 * games counted there and of what is expected before looking at games:
 * {@code (games with it + K * expected) / (all games + K)}. If the coach gave any share there, the expected shares are his
 * (what they leave to 1 is spread evenly over the replies he said nothing of, or is left for others) and K is 20; otherwise
 * they are even over the replies of the repertoire and K is 1. The chance of a position is the sum over all ways to it.
 *
 * <p>It belongs to one state of the repertoire. A position that is added later is met in no game and has no shares.
 */
public final class Likelihood {
    /** What the coach expects weighs as much as so many games. */
    private static final int GAMES_OF_COACH = 20;

    private static final double NEGLIGIBLE = 1e-9;
    private static final Comparator<Share> LIKELIEST =
            Comparator.comparingDouble(Share::share).reversed();

    /** What a share rests on. */
    public enum Source {
        GAMES,
        COACH,
        BOTH,
        /** Nothing: shares are even. */
        NONE
    }

    /**
     * A move of the opponent with how often it is to be expected there.
     *
     * @param share of the position's games, 0 to 1
     * @param games in which it was played
     * @param to where it leads in the repertoire, by its own edge or because the position is known; -1 if nowhere
     * @param isKept whether the repertoire has it as a reply
     */
    public record Share(Move move, double share, Source source, int games, int to, boolean isKept) {}

    /**
     * A likely reply with no answer.
     *
     * @param node where the opponent moves
     * @param move the reply
     * @param to the position after it if the repertoire has it, else -1
     * @param chance to meet it, 0 to 1
     * @param games in which it was played there
     */
    public record Gap(int node, Move move, int to, double chance, int games) {}

    private final Repertoire repertoire;
    private final String approach;
    private final double[] chance;
    private final @Nullable List<Share>[] shares;
    private final List<Gap> gaps = new ArrayList<>();
    private final List<Double> coverage;

    @SuppressWarnings({"unchecked", "rawtypes"}) // an array of lists cannot be made otherwise
    private Likelihood(Repertoire repertoire, String approach, @Nullable Likelihood before) {
        this.repertoire = repertoire;
        this.approach = approach;
        chance = new double[repertoire.idLimit()];
        shares = new List[chance.length];
        if (before != null) {
            take(before);
        }
        spread();
        coverage = levels();
    }

    /**
     * @param approach the one that is chosen; empty for all
     */
    public static Likelihood of(Repertoire repertoire, String approach) {
        return new Likelihood(repertoire, approach, null);
    }

    /** The same for another state of the repertoire; what has not changed is not worked out again. */
    public Likelihood renewed(Repertoire now, String chosen) {
        return new Likelihood(now, chosen, this);
    }

    /** A node that is the same object has the same shares, unless games left the repertoire there to where it may be now. */
    @SuppressWarnings("ReferenceEquality")
    private void take(Likelihood before) {
        int common = Math.min(shares.length, before.shares.length);
        for (int id = 0; id < common; id++) {
            List<Share> known = before.shares[id];
            if (known != null
                    && repertoire.has(id)
                    && before.repertoire.node(id) == repertoire.node(id)
                    && known.size() == repertoire.node(id).edges().size()) {
                shares[id] = known;
            }
        }
    }

    // ---- shares

    /** The opponent's moves in a position, the likeliest first; those that no game and no coach knows are not among them. */
    public List<Share> shares(int id) {
        if (!repertoire.has(id)) {
            return List.of();
        }
        List<Share> known = shares[id];
        if (known == null) {
            known = List.copyOf(shares(repertoire.node(id)));
            shares[id] = known;
        }
        return known;
    }

    private List<Share> shares(Repertoire.Node node) {
        List<Reply> replies = node.replies();
        double said = 0;
        int silent = 0;
        for (Reply reply : replies) {
            said += reply.share() == null ? 0 : reply.share() / 100.0;
            silent += reply.share() == null ? 1 : 0;
        }
        boolean coach = silent < replies.size();
        int games = node.tally().games();
        double weight = coach ? GAMES_OF_COACH : 1;
        List<Share> found = new ArrayList<>(replies.size());
        for (Reply reply : replies) {
            Integer own = reply.share();
            // What the coach says beyond all games is scaled down; what he leaves is for the replies he was silent of.
            double expected = own == null ? Math.max(0, 1 - said) / silent : own / 100.0 / Math.max(1, said);
            Tally.Played played = node.tally().of(reply.move());
            int count = played == null ? 0 : played.games();
            Source source =
                    own == null ? games > 0 ? Source.GAMES : Source.NONE : games > 0 ? Source.BOTH : Source.COACH;
            double share = (count + weight * expected) / (games + weight);
            found.add(new Share(reply.move(), share, source, count, reply.to(), true));
        }
        for (Tally.Played played : node.tally().moves()) {
            if (node.edge(played.move()) == null) {
                double share = played.games() / (games + weight);
                found.add(new Share(
                        played.move(), share, Source.GAMES, played.games(), known(node, played.move()), false));
            }
        }
        found.sort(LIKELIEST);
        return found;
    }

    private int known(Repertoire.Node node, Move move) {
        Position position = node.position();
        return position.accepts(move)
                ? repertoire.at(position.play(move)).map(Repertoire.Node::id).orElse(-1)
                : -1;
    }

    // ---- chances

    private void spread() {
        chance[Repertoire.ROOT] = 1;
        int[] place = new int[chance.length];
        List<Integer> order = repertoire.order();
        for (int i = 0; i < order.size(); i++) {
            place[order.get(i)] = i;
        }
        for (int id : order) {
            Repertoire.Node node = repertoire.node(id);
            if (repertoire.isOurs(id)) {
                List<Answer> chosen = Answer.chosen(node.answers(), approach);
                chosen.forEach(answer -> chance[answer.to()] += chance[id] / chosen.size());
                continue;
            }
            for (Share share : shares(id)) {
                double here = chance[id] * share.share();
                boolean forward = share.to() >= 0 && place[share.to()] > place[id];
                if (forward) {
                    chance[share.to()] += here;
                }
                boolean answered =
                        share.to() >= 0 && !repertoire.node(share.to()).edges().isEmpty();
                if (!answered && !node.edges().isEmpty()) {
                    gaps.add(new Gap(id, share.move(), share.isKept() ? share.to() : -1, here, share.games()));
                }
            }
        }
        gaps.sort(Comparator.comparingDouble(Gap::chance).reversed());
    }

    /** How much of all games still finds an answer at our first, second, ... move. */
    private List<Double> levels() {
        List<Double> covered = new ArrayList<>();
        Level here = new Level(chance.length);
        Level next = new Level(chance.length);
        here.add(Repertoire.ROOT, 1);
        // A game can wander for ever between known positions; a repertoire is never as deep as it is large.
        while (here.count > 0 && covered.size() <= repertoire.size()) {
            double answered = 0;
            boolean ours = false;
            for (int i = 0; i < here.count; i++) {
                int id = here.nodes[i];
                double mass = here.mass[id];
                if (repertoire.isOurs(id)) {
                    ours = true;
                    List<Answer> chosen = Answer.chosen(repertoire.node(id).answers(), approach);
                    answered += chosen.isEmpty() ? 0 : mass;
                    for (Answer answer : chosen) {
                        next.add(answer.to(), mass / chosen.size());
                    }
                } else {
                    for (Share share : shares(id)) {
                        if (share.to() >= 0 && mass * share.share() > NEGLIGIBLE) {
                            next.add(share.to(), mass * share.share());
                        }
                    }
                }
            }
            if (ours) {
                covered.add(answered);
            }
            Level done = here;
            here = next;
            next = done;
            next.clear();
        }
        return covered;
    }

    /** How much of all games is at which node after so many half-moves. */
    private static final class Level {
        private final double[] mass;
        private int[] nodes = new int[16];
        private int count;

        Level(int size) {
            mass = new double[size];
        }

        void add(int node, double more) {
            if (mass[node] == 0) {
                if (count == nodes.length) {
                    nodes = Arrays.copyOf(nodes, 2 * count);
                }
                nodes[count++] = node;
            }
            mass[node] += more;
        }

        void clear() {
            for (int i = 0; i < count; i++) {
                mass[nodes[i]] = 0;
            }
            count = 0;
        }
    }

    /** The approach that it is for; empty for all. */
    public String approach() {
        return approach;
    }

    /** The chance to meet a position, 0 to 1, from the first move of the game on. */
    public double at(int id) {
        return id < chance.length ? chance[id] : 0;
    }

    /** What the moves that nobody knows make up of a position where the opponent moves, 0 to 1 of its games. */
    public double others(int id) {
        return Math.max(0, 1 - shares(id).stream().mapToDouble(Share::share).sum());
    }

    /** The likely replies with no answer, the likeliest first; lines that simply end are not among them. */
    public List<Gap> gaps() {
        return List.copyOf(gaps);
    }

    /** The chance that all of our first so many moves are answers of the repertoire. */
    public double coverage(int moves) {
        return moves <= 0 ? 1 : moves > coverage.size() ? 0 : coverage.get(moves - 1);
    }

    /** How many moves of ours are answers of the repertoire on average, until the opponent leaves it or it ends. */
    public double expectedMoves() {
        return coverage.stream().mapToDouble(Double::doubleValue).sum();
    }

    /** Whether an answer is played by who has chosen the approach. */
    public boolean isChosen(int id, Answer answer) {
        return Answer.chosen(repertoire.node(id).answers(), approach).contains(answer);
    }

    /** How likely a move of a node is, whoever plays it, 0 to 1 of all games. */
    public double of(int id, Edge edge) {
        if (!repertoire.has(id)) {
            return 0;
        }
        if (edge instanceof Answer answer) {
            List<Answer> chosen = Answer.chosen(repertoire.node(id).answers(), approach);
            return chosen.contains(answer) ? at(id) / chosen.size() : 0;
        }
        for (Share share : shares(id)) {
            if (share.move().equals(edge.move())) {
                return at(id) * share.share();
            }
        }
        return 0;
    }
}
