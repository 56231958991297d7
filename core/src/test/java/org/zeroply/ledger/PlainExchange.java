package org.zeroply.ledger;

import java.util.Comparator;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** The exchange on one square as docs/measures.md defines it, played out capture by capture on a plain board. */
final class PlainExchange extends PlainBoard {
    private static final int GAIN_OF_A_QUEEN = 8;

    PlainExchange(Position position) {
        super(position);
    }

    private static int value(PieceType type) {
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
        return standing == null ? 0 : taken(target, side, value(standing.type()));
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
                        .filter(from -> bearing(target, side.opposite()).isEmpty())
                        .findFirst()
                        .orElse(null));
    }

    private PieceType type(Square square) {
        return Objects.requireNonNull(men[square.ordinal()]).type();
    }

    private Set<Square> bearing(Square target, Side side) {
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
        Square king = all(side, PieceType.KING).iterator().next();
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

    Object hanging(Side side) {
        return those(
                all(side, PieceType.PAWN, PieceType.KNIGHT, PieceType.BISHOP, PieceType.ROOK, PieceType.QUEEN),
                man -> result(man, side.opposite()) > 0);
    }
}
