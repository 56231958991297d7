package org.zeroply.search;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
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
import org.zeroply.work.Cancel;

/**
 * Threats by a free move. In check, the check is the threat. Otherwise the side to move passes and it is asked what the
 * other side can do: mate in at most three, or a move that wins at least a pawn whatever is replied. Such moves are found by
 * trying every reply and the captures behind it ({@link ForcedGain}), and as the calculator's own best line; none is a threat
 * before a search of the position after it has confirmed the gain and found the side better off than without the move.
 *
 * <p>All searches are of fixed size on one thread with a table of its own, so that the same position always gives the same
 * threats. A mate longer than three moves is not a threat here but an affair of the calculator.
 */
public final class Threats {
    /** So many are told, the gravest first. */
    public static final int MOST = 3;

    private static final int LONGEST_MATE = 3;
    private static final long MATE_NODES = 40_000;
    private static final long CONFIRMING_NODES = 10_000;
    private static final int MOST_CONFIRMED = 8;

    /** What is to be told is asked again with so many times the positions. */
    private static final int AGAIN = 3;

    private static final int A_PAWN = 100;

    /** Half-moves within which the best line has won something if it is to be a threat. */
    private static final int SOON = 5;

    /** What a threat betters the evaluation by against no move at all, in hundredths of a pawn, at the least. */
    private static final int WORTH_A_MOVE = 10;

    /** What two searches of one thing may differ by. */
    private static final int A_LITTLE = 15;

    private final Calculator calculator = new Calculator(4, 1);
    private final long mateNodes;
    private final long confirmingNodes;

    public Threats() {
        this(MATE_NODES, CONFIRMING_NODES);
    }

    /** Threats that look for mates, and confirm what they find, within fewer positions than usual. */
    public Threats(long mateNodes, long confirmingNodes) {
        this.mateNodes = mateNodes;
        this.confirmingNodes = confirmingNodes;
    }

    /** The threats against the side to move, the gravest first, {@link #MOST} at most; several ways to win the same man are one. */
    public List<Threat> against(Position position, Cancel cancel) {
        Side us = position.sideToMove();
        if (position.isCheck()) {
            Square king = position.king(us);
            return List.of(new Threat(
                    Threat.Kind.CHECK, List.of(), SquareSet.of(king), position.attackers(king, us.opposite()), 0, 0));
        }
        return by(position.play(Move.PASS), cancel);
    }

    /** What the side to move can do at once, in the order and by the measures of threats. */
    public List<Threat> by(Position free, Cancel cancel) {
        return free.hasLegalMove() ? new Search(free, cancel).run() : List.of();
    }

    /**
     * The threat of a line of which a search has found that it wins.
     *
     * @param free the position after a pass, where the line begins
     * @param gain what it wins in hundredths of a pawn
     */
    public static Threat won(Position free, List<Move> line, int gain) {
        Move first = line.getFirst();
        Position struck = free.play(first);
        SquareSet from = SquareSet.of(first.from());
        if (first.promotion() != null) {
            return new Threat(Threat.Kind.PROMOTION, line, SquareSet.of(first.to()), from, gain, 0);
        }
        Square taken = free.capturedOn(first);
        Prey prey = Prey.of(free, line);
        // What else is taken in the course of a long line is not what the threat is about.
        boolean isAll = taken != null && winsAtOnce(free, first) && gain <= A_PAWN * Prey.worth(free, first);
        if (taken != null && (isAll || prey.squares().contains(taken))) {
            return new Threat(Threat.Kind.MATERIAL, line, SquareSet.of(taken), from, gain, 0);
        }
        SquareSet hit = taken != null ? SquareSet.NONE : freshTargets(free, struck, first);
        if (hit.size() > 1) {
            return new Threat(Threat.Kind.DOUBLE, line, hit, from, gain, 0);
        }
        return new Threat(
                prey.promotes() ? Threat.Kind.PROMOTION : Threat.Kind.FORCED, line, prey.squares(), from, gain, 0);
    }

    /** Whether the move takes something that the exchange wins. */
    private static boolean winsAtOnce(Position position, Move move) {
        Square taken = position.capturedOn(move);
        return taken != null && Exchange.result(position, taken, position.sideToMove()) > 0;
    }

    /** What the man that moved would now win, and could not before: the king, or a man that the exchange wins. */
    private static SquareSet freshTargets(Position before, Position after, Move move) {
        Side side = before.sideToMove();
        SquareSet fresh = SquareSet.NONE;
        SquareSet attacked = after.attacksFrom(move.to()).and(after.men(side.opposite()));
        for (Square square : attacked) {
            boolean king = square == after.king(side.opposite());
            if (king || Exchange.result(after, square, side) > 0 && Exchange.result(before, square, side) < 1) {
                fresh = fresh.or(SquareSet.of(square));
            }
        }
        return fresh;
    }

    /**
     * What the side that begins a line takes that is worth most, less what is retaken there at once or was just taken there.
     *
     * @param squares where the man stands at the beginning of the line, or where a pawn promotes; none if nothing is taken
     */
    private record Prey(SquareSet squares, boolean promotes) {
        static Prey of(Position free, List<Move> line) {
            Square[] origin = Square.values().clone();
            Prey prey = new Prey(SquareSet.NONE, false);
            int most = 0;
            Move takenBefore = null;
            int givenBefore = 0;
            Position here = free;
            for (int i = 0; i < line.size(); i++) {
                Move move = line.get(i);
                Position next = here.play(move);
                if (i % 2 == 0) {
                    int gain = worth(here, move);
                    if (i + 1 < line.size() && line.get(i + 1).to() == move.to()) {
                        gain -= worth(next, line.get(i + 1));
                    }
                    if (takenBefore != null && takenBefore.to() == move.to()) {
                        gain -= givenBefore;
                    }
                    if (gain > most) {
                        most = gain;
                        Square taken = here.capturedOn(move);
                        prey = taken == null
                                ? new Prey(SquareSet.of(move.to()), true)
                                : new Prey(SquareSet.of(origin[taken.ordinal()]), false);
                    }
                }
                takenBefore = move;
                givenBefore = worth(here, move);
                origin[move.to().ordinal()] = origin[move.from().ordinal()];
                here = next;
            }
            return prey;
        }

        private static int worth(Position position, Move move) {
            Piece taken = position.captured(move);
            int gain = taken == null ? 0 : PieceValues.of(taken.type());
            PieceType made = move.promotion();
            return made == null ? gain : gain + PieceValues.of(made) - PieceValues.of(PieceType.PAWN);
        }
    }

    /** One position after a pass. */
    private final class Search {
        private final Position free;
        private final Side side;
        private final Cancel cancel;
        private final List<Threat> threats = new ArrayList<>();
        private int confirmed;
        private int expected;

        Search(Position free, Cancel cancel) {
            this.free = free;
            this.cancel = cancel;
            side = free.sideToMove();
        }

        /**
         * A move that may win.
         *
         * @param gain what it wins against every reply that was tried; 0 for a move that only the search thinks best
         * @param atOnce whether it takes what it wins, or promotes
         */
        private record Try(Move move, int gain, boolean atOnce) {
            boolean tried() {
                return gain > 0;
            }
        }

        List<Threat> run() {
            CalculatedLine best = ask(free, mateNodes);
            int mateIn = best == null ? 0 : best.verdict().mateIn() * (side == Side.WHITE ? 1 : -1);
            if (best != null && mateIn >= 1 && mateIn <= LONGEST_MATE) {
                SquareSet king = SquareSet.of(free.king(side.opposite()));
                SquareSet from = SquareSet.of(best.first().from());
                threats.add(new Threat(Threat.Kind.MATE, best.moves(), king, from, 0, mateIn));
            }
            List<Try> tries = tries(best);
            if (!tries.isEmpty()) {
                expected = free.isCheck() ? -Searcher.INFINITE : expected(free.play(Move.PASS));
                tries.forEach(this::confirm);
            }
            threats.sort(Comparator.comparing((Threat threat) -> threat.kind() != Threat.Kind.MATE)
                    .thenComparing(Comparator.comparingInt(Threat::gain).reversed()));
            return threats.stream().filter(this::holds).limit(MOST).toList();
        }

        /** Whether a larger search finds the gain as well. */
        private boolean holds(Threat threat) {
            if (threat.kind() == Threat.Kind.MATE || cancel.isRequested()) {
                return true;
            }
            CalculatedLine line = after(threat.line().getFirst(), AGAIN * confirmingNodes);
            return line != null && isWorth(line, 0) && gain(line.moves()) > 0;
        }

        /** A move and best play after it; null if the other side has no move then. */
        private @Nullable CalculatedLine after(Move move, long nodes) {
            CalculatedLine reply = ask(free.play(move), nodes);
            return reply == null ? null : reply.after(move, side);
        }

        /** Whether a line leaves the side as well off as a threat has to, or better by so much more. */
        private boolean isWorth(CalculatedLine line, int more) {
            return value(line) >= Math.min(expected + more, Searcher.MATE_BOUND);
        }

        /** What wins at once first, so that no detour to the same man comes before it; then what wins most. */
        private List<Try> tries(@Nullable CalculatedLine best) {
            List<Try> tries = new ArrayList<>();
            for (Move move : free.legalMoves()) {
                int gain = ForcedGain.of(free, move, 1);
                if (gain == ForcedGain.MATE) {
                    continue;
                }
                boolean isBest = best != null
                        && best.first().equals(move)
                        && !best.verdict().isMate()
                        && winsSoon(best.moves());
                if (gain > 0 || isBest) {
                    tries.add(new Try(move, Math.max(gain, 0), winsAtOnce(free, move) || move.promotion() != null));
                }
            }
            tries.sort(Comparator.comparing((Try one) -> !one.atOnce())
                    .thenComparing(Comparator.comparingInt(Try::gain).reversed())
                    .thenComparingInt(one -> PieceValues.of(man(one.move()))));
            return tries;
        }

        private PieceType man(Move move) {
            Piece man = free.pieceAt(move.from());
            return man == null ? PieceType.KING : man.type();
        }

        private void confirm(Try one) {
            if (cancel.isRequested() || confirmed >= MOST_CONFIRMED) {
                return;
            }
            confirmed++;
            CalculatedLine line = after(one.move(), confirmingNodes);
            int gain = line == null ? 0 : gain(line.moves());
            if (line == null || gain < 1 || !isWorth(line, one.tried() ? 0 : WORTH_A_MOVE)) {
                return;
            }
            Threat threat = won(free, line.moves(), A_PAWN * gain);
            boolean known = threats.stream().anyMatch(old -> isSame(old, threat));
            if (!known && !threat.targets().isEmpty()) {
                threats.add(threat);
            }
        }

        /** The same man won for no more, or the same move after a detour. */
        private static boolean isSame(Threat old, Threat fresh) {
            Move move = old.line().getFirst();
            boolean covered = old.kind() != Threat.Kind.MATE
                    && old.targets().and(fresh.targets()).equals(fresh.targets())
                    && old.gain() >= fresh.gain();
            boolean detour = fresh.line().size() > 2 && fresh.line().get(2).equals(move);
            return covered || detour || fresh.line().getFirst().equals(move);
        }

        /**
         * What the side that threatens has at least to stand at once it has carried the threat out: better by a move than
         * if it were not its turn; if it wins something even then, no worse.
         */
        private int expected(Position theirTurn) {
            CalculatedLine line = ask(theirTurn, confirmingNodes);
            if (line == null) {
                return -Searcher.INFINITE;
            }
            return value(line) + (Settled.won(theirTurn, line.moves(), side) > 0 ? -A_LITTLE : WORTH_A_MOVE);
        }

        private @Nullable CalculatedLine ask(Position position, long nodes) {
            calculator.forget();
            Calculation found = calculator.calculate(Question.of(position, Limit.nodes(nodes)), partial -> {}, cancel);
            return found.lines().isEmpty() ? null : found.lines().getFirst();
        }

        private int value(@Nullable CalculatedLine line) {
            int sign = side == Side.WHITE ? 1 : -1;
            return line == null ? -Searcher.INFINITE : sign * line.verdict().hundredths();
        }

        private boolean winsSoon(List<Move> line) {
            return soon(line) > 0 && Settled.won(free, line, side) > 0;
        }

        private int soon(List<Move> line) {
            return Settled.won(free, line.subList(0, Math.min(SOON, line.size())), side);
        }

        /** What the line wins soon, as far as it still has it at its end; where it wins only later, what it has then. */
        private int gain(List<Move> line) {
            int soon = soon(line);
            int last = Settled.won(free, line, side);
            return soon > 0 ? Math.min(soon, last) : last;
        }
    }
}
