package org.zeroply.defence;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.search.ForcedGain;
import org.zeroply.search.Threat;

/**
 * What a move does on the board against a threat. The threat is read once: which men take part, on which lines and at which
 * squares it aims.
 */
final class OnTheBoard {
    private final Position position;
    private final Threat threat;
    private final Side us;
    private final Side them;
    private final @Nullable Strike strike;

    /** Their men that take part, on the squares where they stand now. */
    private long workers;

    /** Empty squares and squares of ours that a line piece of theirs has to cross. */
    private long lines;

    /** Where the moves of the threat lead. */
    private final List<Square> aims = new ArrayList<>();

    /** The first move of the threat, and the position after it if nothing is done about it. There is none in check. */
    private record Strike(Move move, Position struck) {
        Square from() {
            return move.from();
        }

        Square to() {
            return move.to();
        }
    }

    OnTheBoard(Position position, Threat threat) {
        this.position = position;
        this.threat = threat;
        us = position.sideToMove();
        them = us.opposite();
        if (threat.line().isEmpty()) {
            strike = null;
            workers = threat.from().bits();
            for (Square from : threat.from()) {
                lines |= Attacks.between(from.ordinal(), position.king(us).ordinal());
            }
            return;
        }
        Move first = threat.line().getFirst();
        strike = new Strike(first, position.play(Move.PASS).play(first));
        readLine();
    }

    private void readLine() {
        Position here = position.play(Move.PASS);
        // Where each of their men stood at first, by where it stands along the line.
        int[] origin = new int[64];
        for (int square = 0; square < 64; square++) {
            origin[square] = square;
        }
        for (int i = 0; i < threat.line().size(); i++) {
            Move move = threat.line().get(i);
            if (i % 2 == 0) {
                workers |= 1L << origin[move.from().ordinal()];
                lines |= Attacks.between(move.from().ordinal(), move.to().ordinal());
                aims.add(move.to());
                for (Square support : Exchange.orderOfUse(here.play(move), move.to(), them)) {
                    if (support != here.play(move).king(them)) {
                        workers |= 1L << origin[support.ordinal()];
                    }
                    lines |= Attacks.between(support.ordinal(), move.to().ordinal());
                }
            }
            origin[move.to().ordinal()] = origin[move.from().ordinal()];
            here = here.play(move);
            Square king = here.king(us);
            for (Square checker : here.attackers(king, them)) {
                lines |= Attacks.between(checker.ordinal(), king.ordinal());
            }
        }
        if (here.isCheckmate()) {
            Square king = here.king(us);
            for (Square flight : new SquareSet(Attacks.king(king.ordinal()))) {
                for (Square guard : here.attackers(flight, them)) {
                    if (guard != here.king(them)) {
                        workers |= 1L << origin[guard.ordinal()];
                    }
                }
            }
        }
    }

    /** The kinds that the board shows; those that take a search to tell are not among them. */
    Set<ParryKind> of(Move move) {
        EnumSet<ParryKind> kinds = EnumSet.noneOf(ParryKind.class);
        Position after = position.play(move);
        boolean kingMoves = move.from() == position.king(us);
        long captured = capturedSquare(move);
        if ((captured & workers) != 0) {
            kinds.add(ParryKind.CAPTURE);
        }
        if (leaves(move)) {
            kinds.add(ParryKind.MOVE_TARGET);
        } else if (!kingMoves && (lines & move.to().bit() & ~position.men(them).bits()) != 0) {
            kinds.add(ParryKind.BLOCK);
        }
        if (after.isCheck()) {
            kinds.add(ParryKind.COUNTER_CHECK);
        }
        if (strike != null) {
            byTheThreat(strike, move, after, kingMoves, captured, kinds);
        }
        return kinds;
    }

    private void byTheThreat(
            Strike blow, Move move, Position after, boolean kingMoves, long captured, Set<ParryKind> kinds) {
        boolean gone = (captured & workers) != 0;
        if (!gone && pins(blow, move, after)) {
            kinds.add(ParryKind.PIN);
        }
        if (!kinds.contains(ParryKind.MOVE_TARGET) && deflects(move, after)) {
            kinds.add(ParryKind.DEFLECT);
        }
        if (!kinds.contains(ParryKind.MOVE_TARGET)) {
            addGuards(blow, move, after, kinds);
        }
        if (threat.kind() == Threat.Kind.MATE && !kingMoves && opensFlight(blow, move, after)) {
            kinds.add(ParryKind.FLIGHT);
        }
    }

    private long capturedSquare(Move move) {
        Square captured = position.capturedOn(move);
        return captured == null ? 0 : captured.bit();
    }

    private boolean leaves(Move move) {
        if (threat.targets().contains(move.from())) {
            return true;
        }
        if (!position.isCastling(move)) {
            return false;
        }
        Square rook = Square.of(
                move.to().file() > move.from().file() ? 7 : 0, move.from().rank());
        return threat.targets().contains(rook);
    }

    // ---- pins and deflections

    private boolean pins(Strike blow, Move move, Position after) {
        Square attacker = blow.from();
        boolean absolute = after.pinnedToKing(them).contains(attacker)
                && !position.pinnedToKing(them).contains(attacker);
        if (absolute) {
            return true;
        }
        Piece pinner = after.pieceAt(move.to());
        if (pinner == null
                || pinner.type() == PieceType.KNIGHT
                || pinner.type() == PieceType.PAWN
                || pinner.type() == PieceType.KING) {
            return false;
        }
        long occupied = after.occupied().bits();
        long seen = Attacks.of(pinner.type(), move.to().ordinal(), occupied);
        if ((seen & attacker.bit()) == 0) {
            return false;
        }
        long line = Attacks.line(move.to().ordinal(), attacker.ordinal());
        if ((line & blow.to().bit()) != 0) {
            return false;
        }
        long beyond = Attacks.of(pinner.type(), move.to().ordinal(), occupied & ~attacker.bit())
                & ~seen
                & line
                & after.men(them).bits();
        for (Square behind : new SquareSet(beyond)) {
            if (Exchange.result(after, behind, us, SquareSet.of(attacker)) > 0) {
                return true;
            }
        }
        return false;
    }

    /**
     * The man that moved can be taken by one that takes part, and it is offered: it gives check, or is lost there; and once it
     * is taken, what is threatened does not work any more.
     */
    private boolean deflects(Move move, Position after) {
        boolean offered = after.isCheck() || Exchange.result(after, move.to(), them) > 0;
        if (!offered) {
            return false;
        }
        for (Move reply : after.legalMoves()) {
            boolean taken = reply.to() == move.to()
                    && (workers & reply.from().bit()) != 0
                    && !threat.line().contains(reply);
            if (taken && isPulledOff(after.play(reply))) {
                return true;
            }
        }
        return false;
    }

    /** Whether the first move of the threat is not possible any more once something was taken, or comes to nothing. */
    private boolean isPulledOff(Position taken) {
        if (taken.isCheck() || threat.line().isEmpty()) {
            return true;
        }
        Position again = taken.play(Move.PASS);
        Move first = threat.line().getFirst();
        if (!again.isLegal(first)) {
            return true;
        }
        return threat.kind() == Threat.Kind.MATE
                ? threat.mateIn() == 1 && !again.play(first).isCheckmate()
                : ForcedGain.of(again, first, 1) < 1;
    }

    // ---- guards

    private void addGuards(Strike blow, Move move, Position after, Set<ParryKind> kinds) {
        if (after.accepts(blow.move())) {
            guards(move, blow.struck(), after.play(blow.move()), blow.to(), kinds);
        }
        for (Square target : threat.targets()) {
            Piece man = after.pieceAt(target);
            if (man != null && man.side() == us && man.type() != PieceType.KING && target != blow.to()) {
                guards(move, position, after, target, kinds);
            }
        }
        for (Square aim : aims) {
            boolean newly = aim != blow.to()
                    && !position.attackers(aim, us).contains(move.from())
                    && after.attackers(aim, us).contains(move.to());
            if (newly) {
                kinds.add(ParryKind.GUARD);
            }
        }
    }

    /** Men that bear on a square after the move and did not before; the one that moved counts if it did not from its old square. */
    private void guards(Move move, Position before, Position after, Square square, Set<ParryKind> kinds) {
        List<Square> old = Exchange.orderOfUse(before, square, us);
        for (Square guard : Exchange.orderOfUse(after, square, us)) {
            Square was = guard == move.to() ? move.from() : guard;
            if (!old.contains(was)) {
                boolean direct = after.attackers(square, us).contains(guard);
                kinds.add(direct ? ParryKind.GUARD : ParryKind.X_RAY);
            }
        }
    }

    // ---- flight

    /** Whether the king could step to the square that the man has left. */
    private boolean opensFlight(Strike blow, Move move, Position after) {
        return after.accepts(blow.move())
                && (flights(after.play(blow.move())) & move.from().bit()) != 0;
    }

    /** Squares to which the king could step. */
    private long flights(Position there) {
        Square king = there.king(us);
        long free = Attacks.king(king.ordinal()) & ~there.men(us).bits();
        long safe = 0;
        for (Square square : new SquareSet(free)) {
            long attackers =
                    there.board().attackersTo(square.ordinal(), there.occupied().bits() & ~king.bit());
            safe |= (attackers & there.men(them).bits()) == 0 ? square.bit() : 0;
        }
        return safe;
    }
}
