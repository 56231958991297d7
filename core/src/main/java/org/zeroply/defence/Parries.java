package org.zeroply.defence;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Candidate;
import org.zeroply.ledger.Change;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.ValueScale;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.Settled;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.ForcedGain;
import org.zeroply.search.Grounds;
import org.zeroply.search.Known;
import org.zeroply.search.ProofSearch;
import org.zeroply.search.Threat;
import org.zeroply.search.Threats;
import org.zeroply.work.Cancel;

/**
 * Every legal move against one threat: those that meet it, the best first, and the natural-looking ones that do not.
 *
 * <p>A threat of mate is met if no mate is left: none that the calculator sees, and none in two moves more than was
 * threatened by a proof, where the proof can be completed. A threat to win something is met if no mate follows and at most
 * half of what was threatened is lost at the end of best play, or if it is as good as a move of which that is true. A check is met by what gives away less than a refuted
 * candidate does against the best answer. The calculator works with a fixed number of positions on one thread and a table of its own, so
 * the same question always has the same answer.
 *
 * @param meeting the moves that meet the threat
 * @param failing those that do something against it and yet fail, the least bad first
 * @param empty where the threat would win nothing even if the side to move passed: its first move and what is played against
 *     it; else null
 * @param complete whether every move was looked at with the whole effort
 */
public record Parries(
        Position position,
        Threat threat,
        List<Parry> meeting,
        List<Parry> failing,
        @Nullable CalculatedLine empty,
        boolean complete) {
    private static final long FIRST_LOOK = 2_500;
    private static final long SECOND_LOOK = 20_000;
    private static final long PROOF_NODES = 30_000;
    private static final int LONGER = 2;
    private static final int A_PAWN = 100;

    /** In hundredths of a pawn. */
    private static final int AS_GOOD = 25;

    public Parries {
        meeting = List.copyOf(meeting);
        failing = List.copyOf(failing);
    }

    /** All moves that are listed, by move. */
    public Map<Move, Parry> byMove() {
        Map<Move, Parry> all = new LinkedHashMap<>();
        meeting.forEach(parry -> all.put(parry.move(), parry));
        failing.forEach(parry -> all.put(parry.move(), parry));
        return all;
    }

    /**
     * The threat that a coach names by its first move: what it would lead to if the side to move passed. Empty if the
     * move is not possible then, or if neither mate nor the win of a pawn comes of it.
     */
    public static Optional<Threat> named(Position position, Move move, Known known, Cancel cancel) {
        if (position.isCheck()) {
            return Optional.empty();
        }
        Position free = position.play(Move.PASS);
        if (!free.isLegal(move)) {
            return Optional.empty();
        }
        Side them = free.sideToMove();
        Position struck = free.play(move);
        if (!struck.hasLegalMove() && !struck.isCheckmate()) {
            return Optional.empty();
        }
        CalculatedLine found = new FixedEffortSearch(free, known, cancel).after(move, SECOND_LOOK);
        if (cancel.isRequested()) {
            return Optional.empty();
        }
        List<Move> line = found.moves();
        int mateIn = found.verdict().mateIn() * (them == Side.WHITE ? 1 : -1);
        if (mateIn > 0) {
            return Optional.of(mate(position, line, mateIn));
        }
        int gain = Settled.won(free, line, them);
        if (gain < 1) {
            return Optional.empty();
        }
        return Optional.of(Threats.won(free, line, A_PAWN * gain));
    }

    private static Threat mate(Position position, List<Move> line, int mateIn) {
        return new Threat(
                Threat.Kind.MATE,
                line,
                SquareSet.of(position.king(position.sideToMove())),
                SquareSet.of(line.getFirst().from()),
                0,
                mateIn);
    }

    /**
     * Looks at every legal move on the calling thread, a little first and then more.
     *
     * @param partial told when every move has been looked at a little
     */
    public static Parries of(Position position, Threat threat, Known known, Consumer<Parries> partial, Cancel cancel) {
        return new Search(position, threat, known, cancel).run(partial);
    }

    /** One question. */
    private static final class Search {
        private final Position position;
        private final Threat threat;
        private final Side us;
        private final Known known;
        private final Cancel cancel;
        private final OnTheBoard board;
        private final FixedEffortSearch looks;
        private final ProofSearch prover = new ProofSearch(4, ProofSearch.Goal.MATE, false);
        private final Ledger ledger;
        private final @Nullable CalculatedLine carriedOut;
        private final boolean threatFails;
        private boolean bestKeepsMost;
        private int bestWorth;
        private int answerBefore = -1;

        Search(Position position, Threat threat, Known known, Cancel cancel) {
            this.position = position;
            this.known = known;
            this.threat = threat;
            this.cancel = cancel;
            us = position.sideToMove();
            looks = new FixedEffortSearch(position, known, cancel);
            board = new OnTheBoard(position, threat);
            ledger = Ledger.of(position, ValueScale.SCHOOLROOM);
            carriedOut = carriedOut();
            threatFails = carriedOut != null && fails(carriedOut);
        }

        /** What comes of it if the side to move passes and a threat to win something is carried out. */
        private @Nullable CalculatedLine carriedOut() {
            if (threat.kind() == Threat.Kind.MATE || threat.kind() == Threat.Kind.CHECK || position.isCheck()) {
                return null;
            }
            return theirs().after(threat.line().getFirst(), SECOND_LOOK);
        }

        /** Threats to win something are told by the board; a search may see that carrying them out is a mistake. */
        private boolean fails(CalculatedLine line) {
            FixedEffortSearch theirs = theirs();
            return theirs.isMated(line) || -2 * A_PAWN * theirs.lost(line) <= threat.gain();
        }

        private FixedEffortSearch theirs() {
            return new FixedEffortSearch(position.play(Move.PASS), known, cancel);
        }

        /** A move with what was seen of it. */
        private record Looked(Move move, CalculatedLine line, Set<ParryKind> kinds) {}

        Parries run(Consumer<Parries> partial) {
            List<Looked> looked = new ArrayList<>();
            for (Move move : position.legalMoves()) {
                if (cancel.isRequested()) {
                    return sorted(looked, false);
                }
                looked.add(new Looked(move, looks.after(move, FIRST_LOOK), board.of(move)));
            }
            partial.accept(sorted(looked, false));
            double best = best(looked);
            findBest(looked);
            for (int i = 0; i < looked.size(); i++) {
                Looked one = looked.get(i);
                boolean worth = !one.kinds().isEmpty() || isMet(one, best);
                if (worth && !cancel.isRequested()) {
                    looked.set(i, new Looked(one.move(), looks.after(one.move(), SECOND_LOOK), one.kinds()));
                }
            }
            return sorted(looked, !cancel.isRequested());
        }

        private double best(List<Looked> looked) {
            return looked.stream()
                    .mapToDouble(one -> one.line().verdict().expectedFor(us))
                    .max()
                    .orElse(0);
        }

        /** Whether the best move, or one as good, keeps most of what is threatened: then what is as good does so as well. */
        private void findBest(List<Looked> looked) {
            bestWorth = looked.stream().mapToInt(one -> worth(one.line())).max().orElse(0);
            bestKeepsMost = looked.stream().anyMatch(one -> worth(one.line()) >= bestWorth - AS_GOOD && keepsMost(one));
        }

        private boolean isMet(Looked one, double best) {
            if (looks.isMated(one.line()) || isLostForCertain(one.line()) && best > 0) {
                return false;
            }
            return switch (threat.kind()) {
                case MATE -> true;
                case CHECK -> best - one.line().verdict().expectedFor(us) < Candidate.REFUTED;
                case PROMOTION, MATERIAL, DOUBLE, FORCED ->
                    keepsMost(one) || bestKeepsMost && worth(one.line()) >= bestWorth - AS_GOOD;
            };
        }

        /** An exact line ends where its ending is known, so that what is lost there need not be on the board yet. */
        private boolean isLostForCertain(CalculatedLine line) {
            return line.isExact() && line.verdict().expectedFor(us) == 0;
        }

        private int worth(CalculatedLine line) {
            return (us == Side.WHITE ? 1 : -1) * line.verdict().hundredths();
        }

        /**
         * Most of what is threatened is kept if the line loses no more than half of it on the board, or if the verdict is
         * better by half of it than it would be with the threat carried out: what a line has lost where it ends may be on
         * its way back. What leaves one no better off than that has kept nothing.
         */
        private boolean keepsMost(Looked one) {
            if (looks.isMated(one.line())) {
                return false;
            }
            boolean onTheBoard = 2 * A_PAWN * looks.lost(one.line()) <= threat.gain();
            if (carriedOut == null || threatFails) {
                return onTheBoard;
            }
            int better = worth(one.line()) - worth(carriedOut);
            return better > 0 && (onTheBoard || 2 * better >= threat.gain());
        }

        private Parries sorted(List<Looked> looked, boolean complete) {
            double best = best(looked);
            findBest(looked);
            List<Parry> meeting = new ArrayList<>();
            List<Parry> failing = new ArrayList<>();
            for (Looked one : looked) {
                Parry parry = parry(one, best, complete);
                if (parry.meets()) {
                    meeting.add(parry);
                } else if (isNatural(one)) {
                    failing.add(parry);
                }
            }
            Comparator<Parry> order = Comparator.comparingInt((Parry parry) ->
                    (us == Side.WHITE ? -1 : 1) * parry.verdict().hundredths());
            meeting.sort(order);
            failing.sort(order);
            return new Parries(position, threat, meeting, failing, threatFails ? carriedOut : null, complete);
        }

        /** An offer that has to be taken by nobody is no natural answer. */
        private boolean isNatural(Looked one) {
            Set<ParryKind> kinds = one.kinds();
            return kinds.size() > 1 || kinds.size() == 1 && !kinds.contains(ParryKind.DEFLECT);
        }

        private Parry parry(Looked one, double best, boolean complete) {
            boolean met = isMet(one, best);
            Grounds grounds = one.line().grounds();
            Position after = position.play(one.move());
            if (complete && met && threat.kind() == Threat.Kind.MATE && after.hasLegalMove()) {
                prover.limit(PROOF_NODES, cancel::isRequested);
                ProofSearch.Answer mate = prover.attackerToMove(after, threat.mateIn() + LONGER);
                met = mate != ProofSearch.Answer.PROVEN;
                if (mate != ProofSearch.Answer.NOT_SETTLED) {
                    grounds = new Grounds.Proven();
                }
            }
            Set<ParryKind> kinds = one.kinds();
            List<Change> changes = List.of();
            if (met && complete) {
                kinds = EnumSet.noneOf(ParryKind.class);
                kinds.addAll(one.kinds());
                addByResult(one, after, kinds);
                changes = price(after);
            }
            return new Parry(kinds, one.line(), met, grounds, looks.lost(one.line()), changes);
        }

        /** The kinds that only the outcome tells: what was threatened may still happen, and does no harm. */
        private void addByResult(Looked one, Position after, Set<ParryKind> kinds) {
            if (!threat.line().isEmpty() && goesOn(after)) {
                if (position.isCapture(one.move())) {
                    kinds.add(ParryKind.GAIN_MORE);
                } else if (answer(after) > answerBefore()) {
                    kinds.add(ParryKind.COUNTER_THREAT);
                }
            }
            if (kinds.isEmpty()) {
                kinds.add(ParryKind.OTHERWISE);
            }
        }

        private int answerBefore() {
            if (answerBefore < 0) {
                answerBefore = position.isCheck() ? 0 : answer(position.play(Move.PASS));
            }
            return answerBefore;
        }

        /** The most that can be won in return once the threat is carried out, in pawns. */
        private int answer(Position theirTurn) {
            Position struck = theirTurn.play(threat.line().getFirst());
            prover.limit(PROOF_NODES, cancel::isRequested);
            return prover.attackerToMove(struck, LONGER) == ProofSearch.Answer.PROVEN
                    ? Integer.MAX_VALUE
                    : Settled.bestExchange(struck, us);
        }

        /** Whether the first move of the threat still wins what it won, by the exchange there or by force. */
        private boolean goesOn(Position after) {
            Move first = threat.line().getFirst();
            if (!after.accepts(first)) {
                return false;
            }
            Position struck = after.play(first);
            return switch (threat.kind()) {
                // A mate that is met does not come; where nothing on the board stops it, what is threatened back does.
                case CHECK, MATE -> false;
                case PROMOTION -> Exchange.result(struck, first.to(), us) < PieceValues.of(PieceType.QUEEN) - 1;
                case MATERIAL -> Exchange.result(after, first.to(), us.opposite()) * A_PAWN * 2 > threat.gain();
                case DOUBLE -> {
                    boolean stillHits = false;
                    for (Square target : threat.targets()) {
                        stillHits |= Exchange.result(struck, target, us.opposite()) > 0;
                    }
                    yield stillHits && Exchange.result(struck, first.to(), us) == 0;
                }
                case FORCED -> ForcedGain.of(after, first, 1) * A_PAWN * 2 > threat.gain();
            };
        }

        private List<Change> price(Position after) {
            return Ledger.of(after, ValueScale.SCHOOLROOM).changesSince(ledger).stream()
                    .filter(change -> change.factor().is(Factor.Trait.PRICE) && change.changed(us))
                    .toList();
        }
    }
}
