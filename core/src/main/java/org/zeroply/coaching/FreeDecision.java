package org.zeroply.coaching;

import java.util.List;
import java.util.Optional;
import org.zeroply.analysis.Judgement;
import org.zeroply.ledger.Entry.Account;
import org.zeroply.ledger.Evidence;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.Role;
import org.zeroply.ledger.TradeTable;
import org.zeroply.ledger.ValueScale;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;

/**
 * A move that was free to choose, others being as good, and that the ledger proves to be well chosen.
 *
 * @param square what the proof is about: the square of a break, of a piece's best place, of a trade
 */
public record FreeDecision(Kind kind, Square square) {
    /** What was decided. */
    public enum Kind {
        /** A pawn break of the opponent that was ready is not any more. */
        PREVENTED,
        /** The idlest piece came to its best square. */
        IDLEST,
        /** The most welcome trade was made. */
        TRADE,
        /** A pawn break was played at the move at which it became ready. */
        BREAK,
        /** Far ahead, with several ways to win, pieces were exchanged. */
        SIMPLEST
    }

    /** What a free move gives away at most. */
    private static final double NOTHING = 0.02;

    /** The best of all others is that near, or the choice was not free. */
    private static final double FREE = 0.05;

    /** From this expected score on a side is far ahead. */
    static final double FAR_AHEAD = 0.85;

    /** A trade is welcome from so many hundredths of a pawn on. */
    private static final int WELCOME = 25;

    public String text() {
        return Words.of("decision." + kind, square);
    }

    static Optional<FreeDecision> of(Judgement judgement, Judgement.Judged move) {
        if (move.before().hardness() == null
                || move.before().hardness().margin() >= FREE
                || move.loss() > NOTHING
                || Judgement.isLost(move)) {
            return Optional.empty();
        }
        Position position = move.before().position();
        Piece piece = position.pieceAt(move.move().from());
        if (piece == null || position.isCheck()) {
            return Optional.empty();
        }
        Optional<Kind> kind = position.isCapture(move.move())
                ? trade(move)
                : piece.type() == PieceType.PAWN
                        ? breakNow(judgement, move)
                        : idlest(move).or(() -> prevented(move));
        return kind.map(each -> new FreeDecision(each, move.move().to()));
    }

    private static Optional<Kind> trade(Judgement.Judged move) {
        Position position = move.before().position();
        Piece own = position.pieceAt(move.move().from());
        Piece taken = position.captured(move.move());
        if (own == null
                || taken == null
                || taken.type() == PieceType.PAWN
                || PieceValues.of(own.type()) != PieceValues.of(taken.type())) {
            return Optional.empty();
        }
        if (move.before().verdict().expectedFor(move.side()) >= FAR_AHEAD
                && move.before().hardness() != null
                && move.before().hardness().rest() >= FAR_AHEAD) {
            return Optional.of(Kind.SIMPLEST);
        }
        return TradeTable.of(position, move.side(), new Cancel()).trades().stream()
                .findFirst()
                .filter(most -> most.gain() >= WELCOME
                        && !most.moves().isEmpty()
                        && most.moves().getFirst().equals(move.move()))
                .map(most -> Kind.TRADE);
    }

    private static Optional<Kind> breakNow(Judgement judgement, Judgement.Judged move) {
        Position position = move.before().position();
        if (move.ply() < 2 || !isReady(position, move.move().from(), move.move().to(), move.side())) {
            return Optional.empty();
        }
        Position earlier = judgement.moves().get(move.ply() - 2).before().position();
        Piece there = earlier.pieceAt(move.move().from());
        boolean wasThere = there != null
                && there.equals(position.pieceAt(move.move().from()))
                && earlier.isLegal(move.move())
                && !earlier.isCapture(move.move());
        return wasThere && !isReady(earlier, move.move().from(), move.move().to(), move.side())
                ? Optional.of(Kind.BREAK)
                : Optional.empty();
    }

    /** Whether a pawn's step attacks an enemy pawn and loses nothing. */
    private static boolean isReady(Position position, Square from, Square to, Side side) {
        long hit = Attacks.pawn(side.ordinal(), to.ordinal())
                & position.men(side.opposite(), PieceType.PAWN).bits();
        return hit != 0 && position.pieceAt(to) == null && Exchange.lossByStepping(position, from, to) == 0;
    }

    private static Optional<Kind> idlest(Judgement.Judged move) {
        Account account = Ledger.of(move.before().position(), ValueScale.SCHOOLROOM)
                .entry(Factor.IDLEST)
                .of(move.side());
        for (Evidence.Exhibit exhibit : account.evidence().exhibits()) {
            if (exhibit instanceof Evidence.Path(Role role, List<Square> stops)
                    && role == Role.ROUTE
                    && stops.getFirst() == move.move().from()
                    && stops.getLast() == move.move().to()) {
                return Optional.of(Kind.IDLEST);
            }
        }
        return Optional.empty();
    }

    /** A break that the opponent had ready loses something now, because of the square that the moved piece came to. */
    private static Optional<Kind> prevented(Judgement.Judged move) {
        Position before = move.before().position();
        Position after = move.after().position();
        Side enemy = move.side().opposite();
        int step = enemy == Side.WHITE ? 1 : -1;
        SquareSet watched = after.attacksFrom(move.move().to());
        for (Square pawn : before.men(enemy, PieceType.PAWN)) {
            int rank = pawn.rank() + step;
            Square to = Square.of(pawn.file(), rank);
            boolean isReady = rank > 0 && rank < 7 && isReady(before, pawn, to, enemy);
            boolean byThis = watched.contains(to) || move.move().to() == to;
            if (isReady && byThis && !isReady(after, pawn, to, enemy)) {
                return Optional.of(Kind.PREVENTED);
            }
        }
        return Optional.empty();
    }
}
