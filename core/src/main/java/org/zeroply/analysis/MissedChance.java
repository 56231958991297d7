package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.ValueScale;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/**
 * A far better move that was there and was hard to see, with no other nearly as good that was easier.
 *
 * @param move the move that was played instead
 * @param hardness of the better one
 * @param kinds what the better move is; perhaps nothing of the list
 */
public record MissedChance(Judgement.Judged move, Hardness hardness, Set<Kind> kinds) {
    private static final int A_PAWN = 100;

    /** What makes moves hard to see. A move can be of several kinds. */
    public enum Kind {
        /** The exchange on its square loses material. */
        SACRIFICE,
        /** It takes nothing, gives no check and answers none. */
        QUIET,
        /** A piece goes back toward its own side. */
        BACKWARD,
        /** Something could be taken back with gain, and this comes first. */
        IN_BETWEEN,
        UNDERPROMOTION,
        /** Every other move gives away {@link Candidate#REFUTED} or more against it. */
        ONLY_MOVE;

        public String text() {
            return Words.of("missed." + name());
        }
    }

    public MissedChance {
        kinds = kinds.isEmpty() ? Set.of() : EnumSet.copyOf(kinds);
    }

    /** The better move. */
    public Move chance() {
        return move.before().best().getFirst();
    }

    /** The turning points at which the better move was hard to see, in the order of the line. */
    static List<MissedChance> among(List<Judgement.Judged> moves, List<Judgement.Judged> turning) {
        List<MissedChance> missed = new ArrayList<>();
        turning.stream().sorted(Comparator.comparingInt(Judgement.Judged::ply)).forEach(move -> {
            Hardness hardness = move.before().hardness();
            if (hardness != null && hardness.isHard() && hardness.margin() >= LineCheck.LEFT_OUT) {
                Judgement.Judged previous = move.ply() == 0 ? null : moves.get(move.ply() - 1);
                Set<Kind> kinds = kinds(move.before(), hardness, previous);
                missed.add(new MissedChance(move, hardness, kinds));
            }
        });
        return missed;
    }

    /** Of what kinds the best move is in the position before a move of a judgement. */
    public static Set<Kind> kindsOfBest(Judgement judgement, Judgement.Judged move) {
        Hardness hardness = move.before().hardness();
        if (hardness == null || move.before().best().isEmpty()) {
            return Set.of();
        }
        return kinds(
                move.before(),
                hardness,
                move.ply() == 0 ? null : judgement.moves().get(move.ply() - 1));
    }

    /**
     * Of what kinds the best move of a position is.
     *
     * @param previous the move that led to the position, if it is known
     */
    public static Set<Kind> kinds(Judgement.Point point, Hardness hardness, Judgement.@Nullable Judged previous) {
        Position position = point.position();
        Move move = point.best().getFirst();
        Side side = position.sideToMove();
        Position after = position.play(move);
        Set<Kind> kinds = EnumSet.noneOf(Kind.class);
        Piece captured = position.captured(move);
        int taken = captured == null ? 0 : ValueScale.SCHOOLROOM.of(captured.type());
        int lost = A_PAWN * Exchange.result(after, move.to(), side.opposite());
        if (move.promotion() == null && taken < lost) {
            kinds.add(Kind.SACRIFICE);
        }
        if (!position.isCapture(move) && !after.isCheck() && !position.isCheck() && move.promotion() == null) {
            kinds.add(Kind.QUIET);
        }
        Piece piece = position.pieceAt(move.from());
        int forward = (move.to().rank() - move.from().rank()) * (side == Side.WHITE ? 1 : -1);
        if (piece != null && piece.type() != PieceType.PAWN && piece.type() != PieceType.KING && forward < 0) {
            kinds.add(Kind.BACKWARD);
        }
        if (previous != null
                && previous.before().position().isCapture(previous.move())
                && !move.to().equals(previous.move().to())
                && Exchange.result(position, previous.move().to(), side) > 0) {
            kinds.add(Kind.IN_BETWEEN);
        }
        if (move.promotion() != null && move.promotion() != PieceType.QUEEN) {
            kinds.add(Kind.UNDERPROMOTION);
        }
        if (hardness.isOnlyMove()) {
            kinds.add(Kind.ONLY_MOVE);
        }
        return kinds;
    }
}
