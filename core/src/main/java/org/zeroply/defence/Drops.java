package org.zeroply.defence;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.Fork;
import org.zeroply.ledger.Weakening;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.Settled;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Known;
import org.zeroply.search.ProofSearch;
import org.zeroply.work.Cancel;

/**
 * What a move drops: men that the exchange wins afterwards, mates in two and forks that it allows. Where the board shows none
 * of these, a short calculation looks for a longer way to win something.
 *
 * @param hanging own men that can be won, those first that hung before already and would be lost by waiting
 * @param mates first moves of the other side's mates in one or two
 * @param forks moves of the other side that hit two targets worth winning
 * @param longer a longer way in which the other side wins something; looked for only where the board shows nothing
 * @param stalemate whether it leaves the other side without a move where more than a draw was to be had
 * @param weak squares that no own pawn can guard any more; they are told, and count as nothing dropped
 * @param letIn squares of the side's own half on which a piece of the other side can be put without loss and could not
 *     before; they are told, and count as nothing dropped
 */
public record Drops(
        List<Hanging> hanging,
        List<Move> mates,
        List<Move> forks,
        @Nullable Longer longer,
        boolean stalemate,
        SquareSet weak,
        SquareSet letIn) {
    static final Drops NOTHING =
            new Drops(List.of(), List.of(), List.of(), null, false, SquareSet.NONE, SquareSet.NONE);
    private static final Drops A_WIN =
            new Drops(List.of(), List.of(), List.of(), null, true, SquareSet.NONE, SquareSet.NONE);

    private static final long MATE_NODES = 6_000;
    private static final int LONGEST_MATE = 2;
    private static final int HALF = 4;
    private static final double A_DRAW = 0.55;
    private static final long LINE_NODES = 12_000;

    /**
     * A man that can be won on its square.
     *
     * @param pawns what for
     * @param already whether it hung at the start, and the move does not save it
     */
    public record Hanging(Square man, int pawns, boolean already) {}

    /**
     * What best replies win by a longer line.
     *
     * @param line the replies and own moves, the other side's move first
     * @param pawns material that is lost at its end and was not to be lost at the start; 0 if it ends in mate
     */
    public record Longer(List<Move> line, int pawns) {
        public Longer {
            line = List.copyOf(line);
        }
    }

    public Drops {
        hanging = List.copyOf(hanging);
        mates = List.copyOf(mates);
        forks = List.copyOf(forks);
    }

    /** Whether nothing is dropped; weak squares may be made. */
    public boolean isNothing() {
        return hanging.isEmpty() && mates.isEmpty() && forks.isEmpty() && longer == null && !stalemate;
    }

    /** How many things are dropped. */
    int count() {
        return hanging.size()
                + (mates.isEmpty() ? 0 : 1)
                + forks.size()
                + (longer == null ? 0 : 1)
                + (stalemate ? 1 : 0);
    }

    /** Compares what is dropped with what was there at a start from which own moves were made. */
    static final class Judge {
        private final Side us;
        private final Position start;
        private final Set<Move> forksBefore = new HashSet<>();
        private final ProofSearch prover = new ProofSearch(1, ProofSearch.Goal.MATE, false);
        private final Known known;
        private final Cancel cancel;
        private final FixedEffortSearch looks;
        private final SquareSet entriesBefore;
        private @Nullable CalculatedLine waiting;
        private @Nullable CalculatedLine standing;
        private boolean lostByWaiting;

        Judge(Position start, Known known, Cancel cancel) {
            this.start = start;
            this.known = known;
            this.cancel = cancel;
            us = start.sideToMove();
            looks = new FixedEffortSearch(start, known, cancel);
            if (start.isCheck()) {
                entriesBefore = SquareSet.NONE;
            } else {
                Position free = start.play(Move.PASS);
                forksBefore.addAll(forks(free));
                entriesBefore = entries(free);
            }
        }

        /**
         * What hangs after a move. What hung at the start counts if it really is lost by waiting.
         *
         * @param captured what the move took, in pawns; it pays for the man that moved, and for what hung already
         */
        List<Hanging> hanging(Position after, Square moved, int captured) {
            List<Hanging> hanging = new ArrayList<>();
            Side them = us.opposite();
            for (Square man : after.men(us)) {
                int worth = Exchange.result(after, man, them);
                if (worth == 0 || after.isCheck() && !canBeTaken(after, man)) {
                    continue;
                }
                Piece now = after.pieceAt(man);
                boolean stood = now != null && now.equals(start.pieceAt(man));
                int before = stood ? Exchange.result(start, man, them) : 0;
                boolean already = before > 0 && isLostByWaiting();
                int won = worth - (man == moved || already ? captured : 0);
                if (won > (already ? 0 : before)) {
                    hanging.add(new Hanging(man, won, already));
                }
            }
            hanging.sort(Comparator.comparing((Hanging each) -> !each.already())
                    .thenComparing(Comparator.comparingInt(Hanging::pawns).reversed()));
            return hanging;
        }

        /** The first moves of mates in one or two for the side to move. */
        List<Move> mates(Position after) {
            prover.limit(MATE_NODES, cancel::isRequested);
            boolean isMate = false;
            for (int moves = 1; moves <= LONGEST_MATE && !isMate; moves++) {
                isMate = prover.attackerToMove(after, moves) == ProofSearch.Answer.PROVEN;
            }
            if (!isMate) {
                return List.of();
            }
            List<Move> mates = new ArrayList<>();
            for (Move move : after.legalMoves()) {
                prover.limit(MATE_NODES, cancel::isRequested);
                boolean lesser = move.promotion() != null && move.promotion() != PieceType.QUEEN;
                if (!lesser && prover.defenderToMove(after.play(move), LONGEST_MATE - 1) == ProofSearch.Answer.PROVEN) {
                    mates.add(move);
                }
            }
            return mates;
        }

        private static List<Move> forks(Position after) {
            List<Move> forks = new ArrayList<>();
            for (Move move : after.legalMoves()) {
                Piece man = after.pieceAt(move.from());
                boolean canFork = man != null && man.type() != PieceType.KING && move.promotion() == null;
                if (canFork && Fork.targets(after, move).size() >= 2) {
                    forks.add(move);
                }
            }
            return forks;
        }

        List<Move> newForks(Position after) {
            return forks(after).stream()
                    .filter(move -> !forksBefore.contains(move))
                    .toList();
        }

        /** Empty squares of the side's own half on which the other side can put a piece without losing anything there. */
        private SquareSet entries(Position theirTurn) {
            SquareSet entries = SquareSet.NONE;
            for (Move move : theirTurn.legalMoves()) {
                Piece man = theirTurn.pieceAt(move.from());
                boolean isPiece = man != null && man.type() != PieceType.KING && man.type() != PieceType.PAWN;
                boolean ours =
                        us == Side.WHITE ? move.to().rank() < HALF : move.to().rank() >= HALF;
                if (isPiece
                        && ours
                        && !theirTurn.isCapture(move)
                        && Exchange.result(theirTurn.play(move), move.to(), us) == 0) {
                    entries = entries.or(SquareSet.of(move.to()));
                }
            }
            return entries;
        }

        /** All that a move drops. */
        Drops of(Position before, Move move) {
            return of(before, move, () -> calculated(before, move));
        }

        /** @param line the move and best play after it, asked for only where the board shows nothing */
        Drops of(Position before, Move move, Supplier<CalculatedLine> line) {
            Position after = before.play(move);
            if (!after.hasLegalMove()) {
                return givesStalemate(after) ? A_WIN : NOTHING;
            }
            List<Hanging> hanging = hanging(after, move.to(), captured(before, move));
            List<Move> mates = mates(after);
            List<Move> forks = newForks(after);
            boolean shown = !hanging.isEmpty() || !mates.isEmpty() || !forks.isEmpty();
            Longer longer = shown ? null : longer(line.get(), before);
            return new Drops(
                    hanging,
                    mates,
                    forks,
                    longer,
                    false,
                    Weakening.of(before, move).squares(),
                    after.isCheck() ? SquareSet.NONE : entries(after).without(entriesBefore));
        }

        private boolean givesStalemate(Position after) {
            return after.isStalemate() && standing().verdict().expectedFor(us) > A_DRAW;
        }

        /** What hangs already at the start, and is lost by waiting. */
        Drops hangingAlready() {
            List<Hanging> hanging = new ArrayList<>();
            for (Square man : start.men(us)) {
                int worth = Exchange.result(start, man, us.opposite());
                if (worth > 0 && isLostByWaiting()) {
                    hanging.add(new Hanging(man, worth, true));
                }
            }
            return new Drops(hanging, List.of(), List.of(), null, false, SquareSet.NONE, SquareSet.NONE);
        }

        private static boolean canBeTaken(Position position, Square man) {
            return position.legalMoves().stream().anyMatch(move -> move.to() == man);
        }

        /** Whether the side would lose material at the start if it could wait. */
        private boolean isLostByWaiting() {
            if (waiting == null) {
                waiting = start.isCheck() ? null : looks.after(Move.PASS, LINE_NODES);
                lostByWaiting = waiting != null && (looks.lost(waiting) > 0 || looks.isMated(waiting));
            }
            return lostByWaiting;
        }

        /**
         * What was to be expected at the start: if the side passed, where nothing is lost by that; else of its best move, which
         * saves what can be saved.
         */
        private CalculatedLine standing() {
            if (standing == null) {
                boolean mustMove = isLostByWaiting() || waiting == null;
                standing = mustMove ? looks.best(LINE_NODES) : Objects.requireNonNull(waiting);
            }
            return standing;
        }

        /** What the side has at the end of what was to be expected, in pawns; what it would win counts for nothing. */
        private int expectedMaterial() {
            return Math.min(Settled.atEnd(start, standing().moves(), us), PieceValues.balance(start, us));
        }

        /**
         * What is lost by a line that starts with the move, against what was to be expected at the start; null for nothing.
         *
         * @param before where the line starts
         */
        @Nullable
        Longer longer(CalculatedLine line, Position before) {
            CalculatedLine stood = standing();
            boolean mated = looks.isMated(line) && !looks.isMated(stood);
            int lost = expectedMaterial() - Settled.atEnd(before, line.moves(), us);
            boolean less =
                    stood.verdict().expectedFor(us) - line.verdict().expectedFor(us) >= FixedEffortSearch.A_LITTLE;
            return mated || lost > 0 && less
                    ? new Longer(line.moves().subList(1, line.moves().size()), mated ? 0 : lost)
                    : null;
        }

        /** Whether a line loses something, or as much of the expected score as a refuted candidate, against the start. */
        boolean spoils(CalculatedLine line, Position before) {
            return longer(line, before) != null
                    || looks.falls(line, standing().verdict().expectedFor(us));
        }

        /** A move that looks clean and best play after it. */
        CalculatedLine calculated(Position before, Move move) {
            return new FixedEffortSearch(before, known, cancel).after(move, LINE_NODES);
        }

        /** Whether the board shows nothing that a move drops; the cheap questions are asked first. */
        boolean looksClean(Position before, Move move) {
            Position after = before.play(move);
            return !after.hasLegalMove()
                    ? !givesStalemate(after)
                    : hanging(after, move.to(), captured(before, move)).isEmpty()
                            && newForks(after).isEmpty()
                            && mates(after).isEmpty();
        }

        static int captured(Position before, Move move) {
            Piece taken = before.captured(move);
            return taken == null ? 0 : PieceValues.of(taken.type());
        }
    }
}
