package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Grounds;
import org.zeroply.search.Limit;
import org.zeroply.search.ProofSearch;
import org.zeroply.search.Question;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

/**
 * Every legal move of a position with the best reply and what it is worth: which hold, which lose and by how much.
 *
 * @param moves the best first
 * @param complete whether every move has been looked at with the whole effort
 */
public record EveryMove(Position position, List<Entry> moves, boolean complete) {
    private static final long FIRST_LOOK = 1_500;
    private static final int STEP = 6;
    private static final int LONGEST_PROOF = 8;
    private static final long PROOF_NODES = 400_000;

    /**
     * One move.
     *
     * @param line the move and what follows
     * @param loss what it gives away of the expected score against the best, 0 to 1
     * @param holds whether it is not {@link Worse} than the best
     * @param grounds what its verdict rests on
     */
    public record Entry(CalculatedLine line, double loss, boolean holds, Grounds grounds) {
        public Move move() {
            return line.first();
        }

        public @Nullable Move reply() {
            return line.moves().size() > 1 ? line.moves().get(1) : null;
        }
    }

    /** The only move that holds, and what the second-best gives away against it. */
    public record OnlyMove(Move move, double margin, Grounds grounds) {}

    public EveryMove {
        moves = List.copyOf(moves);
    }

    /** The moves that hold, the best first. */
    public List<Entry> holding() {
        return moves.stream().filter(Entry::holds).toList();
    }

    /** Present if one move holds and at least one other is legal. */
    public Optional<OnlyMove> onlyMove() {
        if (moves.size() < 2 || holding().size() != 1) {
            return Optional.empty();
        }
        Entry best = moves.getFirst();
        Grounds grounds = best.grounds().isProof() && moves.get(1).grounds().isProof()
                ? best.grounds()
                : new Grounds.AtDepth(Math.min(depth(best), depth(moves.get(1))));
        return Optional.of(new OnlyMove(best.move(), moves.get(1).loss(), grounds));
    }

    private static int depth(Entry entry) {
        return switch (entry.grounds()) {
            case Grounds.AtDepth at -> at.depth();
            case Grounds.Proven proven -> entry.line().depth();
        };
    }

    /**
     * Looks at every move on the calling thread, all with the same number of nodes, a little first and then more, so that
     * a picture is there soon. A mate that was found is proven if that takes little.
     *
     * @param nodes what each move may cost in the end
     */
    public static EveryMove of(
            Question question, long nodes, Analyst analyst, Consumer<EveryMove> partial, Cancel cancel) {
        Position position = question.position();
        Map<Move, Calculation> found = new LinkedHashMap<>();
        EveryMove state = new EveryMove(position, List.of(), false);
        for (long effort = Math.min(FIRST_LOOK, nodes); ; effort = Math.min(effort * STEP, nodes)) {
            for (Move move : position.legalMoves()) {
                Calculation one = analyst.calculate(
                        question.withLines(1).onlyMoves(List.of(move)).withLimit(Limit.nodes(effort)),
                        calculation -> {},
                        cancel);
                if (cancel.isRequested()) {
                    return state;
                }
                if (!one.lines().isEmpty()) {
                    found.put(move, one);
                }
            }
            boolean last = effort == nodes;
            state = state(position, found, last, cancel);
            if (last) {
                return state;
            }
            partial.accept(state);
        }
    }

    private static EveryMove state(Position position, Map<Move, Calculation> found, boolean last, Cancel cancel) {
        Side side = position.sideToMove();
        List<CalculatedLine> lines = found.values().stream()
                .map(calculation -> calculation.lines().getFirst())
                .sorted(CalculatedLine.bestFirst(side))
                .toList();
        double best = lines.isEmpty() ? 0 : lines.getFirst().verdict().expectedFor(side);
        List<Entry> entries = new ArrayList<>();
        ProofSearch prover = null;
        for (CalculatedLine line : lines) {
            Grounds grounds = line.grounds();
            if (last && line.verdict().isMate() && !line.isExact()) {
                if (prover == null) {
                    prover = new ProofSearch(8, ProofSearch.Goal.MATE, false);
                }
                prover.limit(PROOF_NODES, cancel::isRequested);
                if (isProvenMate(position.play(line.first()), line.verdict(), prover)) {
                    grounds = new Grounds.Proven();
                }
            }
            double loss = Math.max(0, best - line.verdict().expectedFor(side));
            boolean holds = !Worse.is(Worse.Outcome.of(position, line), Worse.Outcome.of(position, lines.getFirst()));
            entries.add(new Entry(line, loss, holds, grounds));
        }
        return new EveryMove(position, entries, last);
    }

    private static boolean isProvenMate(Position after, Verdict verdict, ProofSearch prover) {
        int moves = Math.abs(verdict.mateIn());
        if (moves > LONGEST_PROOF) {
            return false;
        }
        boolean replierMates = verdict.mateIn() > 0 == (after.sideToMove() == Side.WHITE);
        ProofSearch.Answer answer =
                replierMates ? prover.attackerToMove(after, moves) : prover.defenderToMove(after, moves - 1);
        return answer == ProofSearch.Answer.PROVEN;
    }
}
