package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** The exchange on one square as docs/measures.md defines it, played out capture by capture on a plain board. */
class PlainExchange extends PlainBoard {
    private static final int GAIN_OF_A_QUEEN = 8;

    final Position position;

    PlainExchange(Position position) {
        super(position);
        this.position = position;
    }

    static int value(PieceType type) {
        return switch (type) {
            case PAWN -> 1;
            case KNIGHT, BISHOP -> 3;
            case ROOK -> 5;
            case QUEEN -> 9;
            case KING -> 0;
        };
    }

    /** What a side wins by captures on a square, in pawns; never less than nothing, since it need not begin. */
    int result(Square target, Side side) {
        Piece standing = men[target.ordinal()];
        if (standing == null || standing.side() == side || standing.type() == PieceType.KING) {
            return 0;
        }
        return Math.max(taken(target, side, value(standing.type())), inPassing(target, side));
    }

    /** The same with a man of either side lifted. */
    final int result(Square target, Side side, Square lifted) {
        Piece man = men[lifted.ordinal()];
        men[lifted.ordinal()] = null;
        int result = men[target.ordinal()] == null ? 0 : result(target, side);
        men[lifted.ordinal()] = man;
        return result;
    }

    private int inPassing(Square target, Side side) {
        int most = 0;
        for (Move move : position.sideToMove() == side ? position.legalMoves() : List.<Move>of()) {
            if (target == position.capturedOn(move) && target != move.to()) {
                PlainExchange after = new PlainExchange(position.play(move));
                most = Math.max(most, 1 - after.result(move.to(), side.opposite()));
            }
        }
        return most;
    }

    /** The men of a side that bear on a square, in the order in which they would be used; the king ends it. */
    final List<Square> order(Square target, Side side) {
        @Nullable Piece[] kept = men.clone();
        List<Square> order = new ArrayList<>();
        while (true) {
            Set<Square> bearing = bearing(target, side);
            Square next = bearing.stream()
                    .filter(from -> type(from) != PieceType.KING && !isPinned(from, target, side))
                    .min(Comparator.<Square>comparingInt(from -> value(type(from)))
                            .thenComparing(from -> type(from)))
                    .orElse(null);
            boolean king = next == null && bearing.stream().anyMatch(from -> type(from) == PieceType.KING);
            if (next == null && !king) {
                break;
            }
            order.add(next == null ? all(side, PieceType.KING).iterator().next() : next);
            if (king) {
                break;
            }
            men[Objects.requireNonNull(next).ordinal()] = null;
        }
        System.arraycopy(kept, 0, men, 0, kept.length);
        return order;
    }

    /** What whoever is to take wins, where the man on the square is worth so much. */
    private int taken(Square target, Side side, int standing) {
        Square from = leastValuable(target, side);
        if (from == null) {
            return 0;
        }
        Piece taker = Objects.requireNonNull(men[from.ordinal()]);
        Piece stood = Objects.requireNonNull(men[target.ordinal()]);
        boolean queens = taker.type() == PieceType.PAWN && (target.rank() == 0 || target.rank() == 7);
        men[from.ordinal()] = null;
        men[target.ordinal()] = taker;
        int won = standing
                + (queens ? GAIN_OF_A_QUEEN : 0)
                - taken(target, side.opposite(), queens ? value(PieceType.QUEEN) : value(taker.type()));
        men[from.ordinal()] = taker;
        men[target.ordinal()] = stood;
        return Math.max(0, won);
    }

    private @Nullable Square leastValuable(Square target, Side side) {
        Set<Square> bearing = bearing(target, side);
        return bearing.stream()
                .filter(from -> type(from) != PieceType.KING && !isPinned(from, target, side))
                .min(Comparator.<Square>comparingInt(from -> value(type(from))).thenComparing(from -> type(from)))
                .orElseGet(() -> bearing.stream()
                        .filter(from -> type(from) == PieceType.KING)
                        .filter(king -> isUnattacked(target, king))
                        .findFirst()
                        .orElse(null));
    }

    /** Whether the other side would not hit a square once the king has left its own for it. */
    private boolean isUnattacked(Square target, Square king) {
        Piece man = Objects.requireNonNull(men[king.ordinal()]);
        men[king.ordinal()] = null;
        boolean free = bearing(target, man.side().opposite()).isEmpty();
        men[king.ordinal()] = man;
        return free;
    }

    final PieceType type(Square square) {
        return Objects.requireNonNull(men[square.ordinal()]).type();
    }

    final Set<Square> bearing(Square target, Side side) {
        Set<Square> found = new TreeSet<>();
        for (Square from : all(side, PieceType.values())) {
            if (from != target && attacks(from).contains(target)) {
                found.add(from);
            }
        }
        return found;
    }

    /** Whether taking on the square opens a line of an enemy line piece elsewhere to the own king. */
    private boolean isPinned(Square from, Square target, Side side) {
        Square king = position.king(side);
        if (king == target) {
            return false;
        }
        Piece taker = men[from.ordinal()];
        Piece stood = men[target.ordinal()];
        Set<Square> before = lineAttackers(king, side.opposite());
        men[from.ordinal()] = null;
        men[target.ordinal()] = taker;
        Set<Square> after = lineAttackers(king, side.opposite());
        men[from.ordinal()] = taker;
        men[target.ordinal()] = stood;
        after.removeAll(before);
        return !after.isEmpty();
    }

    private Set<Square> lineAttackers(Square king, Side by) {
        return those(
                all(by, PieceType.BISHOP, PieceType.ROOK, PieceType.QUEEN),
                from -> attacks(from).contains(king));
    }

    // ---- measures that rest on it

    final Set<Square> hanging(Side side) {
        return those(
                all(side, PieceType.PAWN, PieceType.KNIGHT, PieceType.BISHOP, PieceType.ROOK, PieceType.QUEEN),
                man -> result(man, side.opposite()) > 0);
    }
}
