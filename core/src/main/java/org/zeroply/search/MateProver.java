package org.zeroply.search;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.work.Cancel;

/**
 * Proves or disproves a mate with every defence covered. Asks for mate in one, in two and so on, so the first proof is
 * the shortest; then takes the solution from the proofs: for every reply the quickest answer, proven by itself.
 *
 * <p>The half-moves of the 50-move rule count; repetitions of the game before do not, since a shortest mate repeats
 * nothing.
 */
public final class MateProver {
    /** Proofs that are asked for while the solution and the other first moves are written out. */
    private static final long NODES_FOR_REST = 20_000_000;

    private final int megabytes;

    /** @param megabytes size of the table of each proof, 1 to 2048 */
    public MateProver(int megabytes) {
        this.megabytes = megabytes;
    }

    /**
     * @param mateIn the most moves, 1 to {@link ProofSearch#MOST_MOVES}
     * @param nodes positions after which the proof is given up; 0 for no limit
     * @param partial told after each length that has been settled, and when the mate is proven but not yet written out
     */
    public MateProof prove(
            Position position, int mateIn, boolean checksOnly, long nodes, Consumer<MateProof> partial, Cancel cancel) {
        return new Run(position, mateIn, checksOnly, nodes, partial, cancel).run();
    }

    /** The proof that a move mates in exactly so many moves or fewer was lost: the search was stopped. */
    private static final class Unfinished extends Exception {
        private static final long serialVersionUID = 1;
    }

    private final class Run {
        private final Position position;
        private final int asked;
        private final boolean checksOnly;
        private final Consumer<MateProof> partial;
        private final Cancel cancel;
        private final ProofSearch search;
        private final Map<Long, Map<Integer, MateTree>> known = new HashMap<>();
        private int refutedIn;

        Run(Position position, int asked, boolean checksOnly, long nodes, Consumer<MateProof> partial, Cancel cancel) {
            this.position = position;
            this.asked = asked;
            this.checksOnly = checksOnly;
            this.partial = partial;
            this.cancel = cancel;
            search = new ProofSearch(megabytes, ProofSearch.Goal.MATE, checksOnly);
            search.limit(nodes == 0 ? Long.MAX_VALUE / 2 : nodes, cancel::isRequested);
        }

        MateProof run() {
            for (int length = 1; length <= asked; length++) {
                ProofSearch.Answer answer = search.attackerToMove(position, length);
                if (answer == ProofSearch.Answer.PROVEN) {
                    return written(length);
                }
                if (answer == ProofSearch.Answer.NOT_SETTLED) {
                    return proof(answer, 0, null, List.of(), false);
                }
                refutedIn = length;
                if (length < asked) {
                    partial.accept(proof(ProofSearch.Answer.NOT_SETTLED, 0, null, List.of(), false));
                }
            }
            return proof(ProofSearch.Answer.DISPROVEN, 0, null, List.of(), true);
        }

        private MateProof proof(
                ProofSearch.Answer outcome,
                int mateIn,
                @Nullable MateTree solution,
                List<MateProof.OtherMove> others,
                boolean settled) {
            return new MateProof(
                    position, asked, checksOnly, outcome, mateIn, refutedIn, solution, others, settled, search.nodes());
        }

        private MateProof written(int length) {
            search.limit(NODES_FOR_REST, cancel::isRequested);
            MateTree solution;
            try {
                solution = attack(position, length);
            } catch (Unfinished stopped) {
                return proof(ProofSearch.Answer.NOT_SETTLED, 0, null, List.of(), false);
            }
            partial.accept(proof(ProofSearch.Answer.PROVEN, length, solution, List.of(), false));
            List<MateProof.OtherMove> others = new ArrayList<>();
            boolean settled = true;
            for (int moves = length; moves <= asked && settled; moves++) {
                for (Move move : position.legalMoves()) {
                    boolean listed =
                            others.stream().anyMatch(other -> other.move().equals(move));
                    if (listed || move.equals(solution.move())) {
                        continue;
                    }
                    ProofSearch.Answer answer = afterMove(move, moves);
                    if (answer == ProofSearch.Answer.PROVEN) {
                        others.add(new MateProof.OtherMove(move, moves));
                    } else if (answer == ProofSearch.Answer.NOT_SETTLED) {
                        settled = false;
                        break;
                    }
                }
            }
            return proof(ProofSearch.Answer.PROVEN, length, solution, others, settled);
        }

        private ProofSearch.Answer afterMove(Move move, int moves) {
            Position after = position.play(move);
            if (checksOnly && !after.isCheck()) {
                return ProofSearch.Answer.DISPROVEN;
            }
            return search.defenderToMove(after, moves - 1);
        }

        /** The solution of a position that is known to be mate in exactly so many moves. */
        private MateTree attack(Position here, int length) throws Unfinished {
            Map<Integer, MateTree> before = known.computeIfAbsent(key(here, length), key -> new HashMap<>());
            MateTree kept = before.get(length);
            if (kept != null) {
                return kept;
            }
            MateTree found = null;
            for (Move move : forcingFirst(here)) {
                Position after = here.play(move);
                if (checksOnly && !after.isCheck()) {
                    continue;
                }
                ProofSearch.Answer answer = search.defenderToMove(after, length - 1);
                if (answer == ProofSearch.Answer.NOT_SETTLED) {
                    throw new Unfinished();
                }
                if (answer == ProofSearch.Answer.PROVEN) {
                    found = new MateTree(move, length, replies(after, length - 1));
                    break;
                }
            }
            if (found == null) {
                throw new IllegalStateException("a proven mate in " + length + " has no first move: " + here);
            }
            before.put(length, found);
            return found;
        }

        /** Near the 50 moves a position is another one with every half-move. */
        private static long key(Position here, int length) {
            int clock = here.halfmoveClock();
            return clock + 2 * length < 98 ? here.key() : here.key() ^ clock * 0x9E3779B97F4A7C15L;
        }

        private List<MateTree.Reply> replies(Position after, int left) throws Unfinished {
            List<MateTree.Reply> replies = new ArrayList<>();
            for (Move reply : after.legalMoves()) {
                Position next = after.play(reply);
                int length = 1;
                while (length < left && !isMate(next, length)) {
                    length++;
                }
                replies.add(new MateTree.Reply(reply, attack(next, length)));
            }
            replies.sort(Comparator.comparingInt(
                            (MateTree.Reply reply) -> reply.answer().matesIn())
                    .reversed());
            return replies;
        }

        private boolean isMate(Position here, int length) throws Unfinished {
            ProofSearch.Answer answer = search.attackerToMove(here, length);
            if (answer == ProofSearch.Answer.NOT_SETTLED) {
                throw new Unfinished();
            }
            return answer == ProofSearch.Answer.PROVEN;
        }
    }

    /** Checks first, those that leave fewest replies before the others: the move that a solver would name. */
    private static List<Move> forcingFirst(Position here) {
        record Ranked(Move move, int rank) {}
        return here.legalMoves().stream()
                .map(move -> {
                    Position after = here.play(move);
                    return new Ranked(
                            move,
                            (after.isCheck() ? 0 : 1000) + after.legalMoves().size());
                })
                .sorted(Comparator.comparingInt(Ranked::rank))
                .map(Ranked::move)
                .toList();
    }
}
