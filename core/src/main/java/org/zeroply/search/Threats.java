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
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.work.Cancel;

/**
 * Threats by a free move. In check, the check is the threat. Otherwise the side to move passes and it is asked what the
 * other side can do: mate in at most three, promote, win material by an exchange of at least a pawn, or make a move after
 * which two things would be won and only one can be saved.
 *
 * <p>Mates and double threats are found by a search of fixed size on one thread with a table of its own, so that the same
 * position always gives the same threats. A mate longer than three moves is not a threat here but an affair of the
 * calculator.
 */
public final class Threats {
    private static final int LONGEST_MATE = 3;
    private static final long MATE_NODES = 40_000;
    private static final long DOUBLE_NODES = 4_000;
    private static final int A_PAWN = 100;

    private final Calculator calculator = new Calculator(4, 1);
    private final long mateNodes;

    public Threats() {
        this(MATE_NODES);
    }

    /** Threats that look for mates within fewer or more positions than usual. */
    public Threats(long mateNodes) {
        this.mateNodes = mateNodes;
    }

    /** All threats against the side to move, the gravest first; several ways to win the same man are one threat. */
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
        if (!free.hasLegalMove()) {
            return List.of();
        }
        List<Threat> threats = new ArrayList<>();
        mate(free, cancel, threats);
        promotions(free, threats);
        material(free, threats);
        doubleThreats(free, cancel, threats);
        threats.sort(Comparator.comparing(Threat::kind)
                .thenComparing(Comparator.comparingInt(Threat::gain).reversed()));
        return threats;
    }

    private Calculation ask(Position position, long nodes, Cancel cancel) {
        calculator.forget();
        return calculator.calculate(Question.of(position, Limit.nodes(nodes)), found -> {}, cancel);
    }

    private void mate(Position free, Cancel cancel, List<Threat> threats) {
        Calculation found = ask(free, mateNodes, cancel);
        if (found.lines().isEmpty()) {
            return;
        }
        CalculatedLine best = found.lines().getFirst();
        int mateIn = best.verdict().mateIn() * (free.sideToMove() == Side.WHITE ? 1 : -1);
        if (mateIn >= 1 && mateIn <= LONGEST_MATE) {
            SquareSet king = SquareSet.of(free.king(free.sideToMove().opposite()));
            threats.add(new Threat(
                    Threat.Kind.MATE,
                    best.moves(),
                    king,
                    SquareSet.of(best.first().from()),
                    0,
                    mateIn));
        }
    }

    /** A pawn that can queen and is not simply taken. */
    private static void promotions(Position free, List<Threat> threats) {
        for (Move move : free.legalMoves()) {
            if (move.promotion() != PieceType.QUEEN) {
                continue;
            }
            Position after = free.play(move);
            int loss = Exchange.result(after, move.to(), after.sideToMove());
            Piece captured = free.captured(move);
            int gain = 8 + (captured == null ? 0 : PieceValues.of(captured.type())) - loss;
            if (gain > 0) {
                threats.add(new Threat(
                        Threat.Kind.PROMOTION,
                        List.of(move),
                        SquareSet.of(move.to()),
                        SquareSet.of(move.from()),
                        A_PAWN * gain,
                        0));
            }
        }
    }

    private static void material(Position free, List<Threat> threats) {
        Side side = free.sideToMove();
        for (Square square : free.men(side.opposite())) {
            int gain = Exchange.result(free, square, side);
            if (gain < 1) {
                continue;
            }
            Move capture = cheapestCapture(free, square);
            boolean known =
                    threats.stream().anyMatch(threat -> threat.line().getFirst().equals(capture));
            if (capture != null && !known) {
                threats.add(new Threat(
                        Threat.Kind.MATERIAL,
                        List.of(capture),
                        SquareSet.of(square),
                        SquareSet.of(capture.from()),
                        A_PAWN * gain,
                        0));
            }
        }
    }

    private static @Nullable Move cheapestCapture(Position position, Square square) {
        Move cheapest = null;
        int least = Integer.MAX_VALUE;
        for (Move move : position.legalMoves()) {
            Piece mover = position.pieceAt(move.from());
            if (move.to() == square && mover != null && mover.type().ordinal() < least) {
                least = mover.type().ordinal();
                cheapest = move;
            }
        }
        return cheapest;
    }

    /** Quiet moves that leave two things to be saved at once, proven by a search that wins something whatever is done. */
    private void doubleThreats(Position free, Cancel cancel, List<Threat> threats) {
        Side side = free.sideToMove();
        for (Move move : free.legalMoves()) {
            if (cancel.isRequested()) {
                return;
            }
            if (free.isCapture(move) || move.promotion() != null) {
                continue;
            }
            Position after = free.play(move);
            if (Exchange.result(after, move.to(), after.sideToMove()) > 0) {
                continue;
            }
            SquareSet hit = freshTargets(free, after, move, side);
            if (hit.size() < 2) {
                continue;
            }
            Calculation answer = ask(after, DOUBLE_NODES, cancel);
            if (answer.lines().isEmpty()) {
                continue;
            }
            int gain = gain(after, answer.lines().getFirst(), side);
            if (gain >= A_PAWN) {
                List<Move> line = new ArrayList<>(List.of(move));
                line.addAll(answer.lines().getFirst().moves());
                threats.add(new Threat(Threat.Kind.DOUBLE, line, hit, SquareSet.of(move.from()), gain, 0));
            }
        }
    }

    /** What the man that moved would now win, and could not before: the king, or a man that the exchange wins. */
    private static SquareSet freshTargets(Position before, Position after, Move move, Side side) {
        SquareSet fresh = SquareSet.NONE;
        SquareSet attacked = after.attacksFrom(move.to()).and(after.men(side.opposite()));
        for (Square square : attacked) {
            boolean king = square == after.king(side.opposite());
            boolean won = king || wins(after, square, side) && Exchange.result(before, square, side) < 1;
            if (won) {
                fresh = fresh.or(SquareSet.of(square));
            }
        }
        return fresh;
    }

    /** Whether the side would win the man on the square if it were to move. */
    private static boolean wins(Position position, Square square, Side side) {
        return Exchange.result(position, square, side) >= 1;
    }

    /** Material won at the end of a line, in hundredths of a pawn at 1-3-3-5-9. */
    private static int gain(Position start, CalculatedLine line, Side side) {
        Position end = start.playAll(line.moves());
        return A_PAWN * (PieceValues.balance(end, side) - PieceValues.balance(start, side));
    }
}
