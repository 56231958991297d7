package org.zeroply.defence;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.zeroply.analysis.Worse;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.Settled;
import org.zeroply.rules.Side;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Grounds;
import org.zeroply.search.Known;
import org.zeroply.search.ProofSearch;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

/**
 * Candidates of a position, each with its refutation or the word that it survives. A move is refuted if it is {@link Worse}
 * than the best, or is mated where the best is not: in a lost position there are still better and worse defences. Where the
 * exact endings know the position, a move survives if it keeps the result, and its verdict is the exact one. Of the replies
 * that refute it, the one stands here whose harm shows after the fewest moves; of several as short, the most forcing one.
 *
 * @param tried every candidate, those that survive first, then the refuted ones, the least bad first
 * @param complete whether every candidate was looked at with the whole effort
 */
public record Elimination(Position position, List<Tried> tried, boolean complete) {
    private static final long FIRST_LOOK = 4_000;
    private static final long SECOND_LOOK = 30_000;
    private static final long PROOF_NODES = 60_000;
    private static final int LONGEST_PROOF = 5;
    private static final int REPLIES = 4;

    /** What became of a candidate. */
    public enum Fate {
        SURVIVES,
        REFUTED
    }

    /** How forcing a reply is, the most forcing first. */
    public enum Force {
        CHECK,
        CAPTURE,
        QUIET
    }

    /**
     * A candidate.
     *
     * @param best the move and best play after it
     * @param refutation the move and the moves that refute it, up to where the harm shows; of one that survives, best play
     * @param loss what it gives away of the expected score against the best move, 0 to 1
     * @param lost material that it costs at the end of the refutation, in pawns
     * @param grounds what the verdict rests on
     */
    public record Tried(
            Fate fate, CalculatedLine best, CalculatedLine refutation, double loss, int lost, Grounds grounds) {
        public Move move() {
            return best.first();
        }

        public Verdict verdict() {
            return best.verdict();
        }
    }

    public Elimination {
        tried = List.copyOf(tried);
    }

    public List<Tried> surviving() {
        return tried.stream().filter(each -> each.fate() == Fate.SURVIVES).toList();
    }

    /** Whether those that survive lose as well and are only the least bad. */
    public boolean isLost() {
        Side them = position.sideToMove().opposite();
        List<Tried> surviving = surviving();
        return !surviving.isEmpty()
                && surviving.stream().allMatch(each -> each.verdict().isWonFor(them));
    }

    public Optional<Tried> of(Move move) {
        return tried.stream().filter(each -> each.move().equals(move)).findFirst();
    }

    /**
     * Looks at candidates on the calling thread, a little first and then more.
     *
     * @param candidates legal moves; empty for every legal move
     * @param known what speaks before the calculator
     * @param partial told when every candidate has been looked at a little
     */
    public static Elimination of(
            Position position, List<Move> candidates, Known known, Consumer<Elimination> partial, Cancel cancel) {
        return new Search(position, candidates, known, cancel).run(partial);
    }

    private static final class Search {
        private final Position position;
        private final Side us;
        private final List<Move> candidates;
        private final Cancel cancel;
        private final FixedEffortSearch looks;

        private final ProofSearch prover = new ProofSearch(4, ProofSearch.Goal.MATE, false);

        Search(Position position, List<Move> candidates, Known known, Cancel cancel) {
            this.position = position;
            this.cancel = cancel;
            us = position.sideToMove();
            this.candidates = candidates.isEmpty() ? position.legalMoves() : candidates;
            looks = new FixedEffortSearch(position, known, cancel);
        }

        Elimination run(Consumer<Elimination> partial) {
            // Every legal move counts for what is best, whether or not it is a candidate.
            List<CalculatedLine> others = new ArrayList<>();
            List<List<CalculatedLine>> found = new ArrayList<>();
            for (Move move : position.legalMoves()) {
                if (cancel.isRequested()) {
                    break;
                }
                CalculatedLine line = looks.after(move, FIRST_LOOK);
                if (candidates.contains(move)) {
                    found.add(List.of(line));
                } else {
                    others.add(line);
                }
            }
            partial.accept(sorted(found, others, false));
            for (int i = 0; i < found.size() && !cancel.isRequested(); i++) {
                found.set(i, looks.afterAll(found.get(i).getFirst().first(), SECOND_LOOK, REPLIES));
            }
            return sorted(found, others, !cancel.isRequested());
        }

        private int worth(CalculatedLine line) {
            return (us == Side.WHITE ? 1 : -1) * line.verdict().hundredths();
        }

        private Elimination sorted(List<List<CalculatedLine>> found, List<CalculatedLine> others, boolean complete) {
            CalculatedLine best = Stream.concat(found.stream().map(List::getFirst), others.stream())
                    .max(Comparator.comparingInt(this::worth))
                    .orElse(null);
            List<Tried> tried = new ArrayList<>();
            if (best != null) {
                found.forEach(lines -> tried.add(tried(lines, best, complete)));
            }
            tried.sort(Comparator.comparing(Tried::fate).thenComparingInt(each -> -worth(each.best())));
            return new Elimination(position, tried, complete);
        }

        private double loss(CalculatedLine line, CalculatedLine best) {
            return Math.max(0, best.verdict().expectedFor(us) - line.verdict().expectedFor(us));
        }

        private boolean isRefuted(CalculatedLine line, CalculatedLine best) {
            boolean settled = line.isExact() && best.isExact();
            return Worse.is(Worse.Outcome.of(position, line), Worse.Outcome.of(position, best))
                    || !settled && looks.isMated(line) && !looks.isMated(best);
        }

        private Tried tried(List<CalculatedLine> lines, CalculatedLine best, boolean complete) {
            CalculatedLine first = lines.getFirst();
            Grounds grounds = first.grounds();
            boolean refuted = isRefuted(first, best);
            double loss = loss(first, best);
            if (!refuted) {
                return new Tried(Fate.SURVIVES, first, first, loss, looks.lost(first), grounds);
            }
            CalculatedLine shortest = first;
            int fewest = Integer.MAX_VALUE;
            for (int i = 0; i < lines.size(); i++) {
                CalculatedLine line = lines.get(i);
                if (i > 0 && !isRefuted(line, best)) {
                    continue;
                }
                CalculatedLine cut = upToHarm(line);
                int rank =
                        cut.moves().size() * Force.values().length + force(line).ordinal();
                if (rank < fewest) {
                    fewest = rank;
                    shortest = cut;
                }
            }
            if (complete && looks.isMated(first)) {
                grounds = proven(first, grounds);
            }
            return new Tried(Fate.REFUTED, first, shortest, loss, looks.lost(shortest), grounds);
        }

        private Grounds proven(CalculatedLine line, Grounds otherwise) {
            int moves = Math.abs(line.verdict().mateIn());
            if (moves == 0 || moves > LONGEST_PROOF) {
                return otherwise;
            }
            prover.limit(PROOF_NODES, cancel::isRequested);
            return prover.attackerToMove(position.play(line.first()), moves) == ProofSearch.Answer.PROVEN
                    ? new Grounds.Proven()
                    : otherwise;
        }

        private Force force(CalculatedLine line) {
            Position after = position.play(line.first());
            if (line.moves().size() < 2) {
                return Force.QUIET;
            }
            Move reply = line.moves().get(1);
            return after.play(reply).isCheck() ? Force.CHECK : after.isCapture(reply) ? Force.CAPTURE : Force.QUIET;
        }

        /** The line up to the move of the other side after which as much is lost as at its end; whole if that never shows. */
        private CalculatedLine upToHarm(CalculatedLine line) {
            if (looks.isMated(line)) {
                return line;
            }
            int before = PieceValues.balance(position, us);
            int inTheEnd = before - Settled.atEnd(position, line.moves(), us);
            if (inTheEnd < 1) {
                return line;
            }
            Position here = position;
            for (int i = 0; i < line.moves().size(); i++) {
                here = here.play(line.moves().get(i));
                boolean theirMove = i % 2 == 1;
                if (theirMove && before - Settled.balance(here, us) >= inTheEnd) {
                    return new CalculatedLine(line.moves().subList(0, i + 1), line.verdict(), line.depth());
                }
            }
            return line;
        }
    }
}
