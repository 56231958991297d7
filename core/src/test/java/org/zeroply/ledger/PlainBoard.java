package org.zeroply.ledger;

import java.util.EnumSet;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** A board of which only the men are known, walked over step by step; what plain twins of measures stand on. */
class PlainBoard {
    static final int[][] STRAIGHT = {{1, 0}, {-1, 0}, {0, 1}, {0, -1}};
    static final int[][] SLANTED = {{1, 1}, {-1, 1}, {1, -1}, {-1, -1}};

    final @Nullable Piece[] men = new @Nullable Piece[64];

    PlainBoard(Position position) {
        for (Square square : position.occupied()) {
            men[square.ordinal()] = position.pieceAt(square);
        }
    }

    final @Nullable Piece at(int file, int rank) {
        return file < 0 || file > 7 || rank < 0 || rank > 7 ? null : men[8 * rank + file];
    }

    final boolean is(int file, int rank, Side side, PieceType type) {
        Piece piece = at(file, rank);
        return piece != null && piece.side() == side && piece.type() == type;
    }

    final Set<Square> all(Side side, PieceType... types) {
        Set<PieceType> wanted = Set.of(types);
        Set<Square> found = new TreeSet<>();
        for (Square square : Square.values()) {
            Piece piece = men[square.ordinal()];
            if (piece != null && piece.side() == side && wanted.contains(piece.type())) {
                found.add(square);
            }
        }
        return found;
    }

    final Set<Square> pawns(Side side) {
        return all(side, PieceType.PAWN);
    }

    final Set<Square> pieces(Side side) {
        return all(side, PieceType.KNIGHT, PieceType.BISHOP, PieceType.ROOK, PieceType.QUEEN);
    }

    /** Whether a rank is ahead of another, as a side sees it. */
    static boolean isAhead(Side side, int rank, int of) {
        return side == Side.WHITE ? rank > of : rank < of;
    }

    static int ownRank(Side side, Square square) {
        return side == Side.WHITE ? square.rank() + 1 : 8 - square.rank();
    }

    /** What a man of a kind attacks from a square, one man lifted. */
    final Set<Square> attacks(Square from, Piece piece, @Nullable Square lifted) {
        Set<Square> found = EnumSet.noneOf(Square.class);
        switch (piece.type()) {
            case PAWN -> {
                int up = piece.side() == Side.WHITE ? 1 : -1;
                add(found, from.file() - 1, from.rank() + up);
                add(found, from.file() + 1, from.rank() + up);
            }
            case KNIGHT -> {
                for (int files = -2; files <= 2; files++) {
                    for (int ranks = -2; ranks <= 2; ranks++) {
                        if (Math.abs(files * ranks) == 2) {
                            add(found, from.file() + files, from.rank() + ranks);
                        }
                    }
                }
            }
            case KING -> {
                for (int files = -1; files <= 1; files++) {
                    for (int ranks = -1; ranks <= 1; ranks++) {
                        if (files != 0 || ranks != 0) {
                            add(found, from.file() + files, from.rank() + ranks);
                        }
                    }
                }
            }
            case ROOK -> slide(found, from, STRAIGHT, lifted);
            case BISHOP -> slide(found, from, SLANTED, lifted);
            case QUEEN -> {
                slide(found, from, STRAIGHT, lifted);
                slide(found, from, SLANTED, lifted);
            }
        }
        return found;
    }

    static void add(Set<Square> found, int file, int rank) {
        if (file >= 0 && file < 8 && rank >= 0 && rank < 8) {
            found.add(Square.of(file, rank));
        }
    }

    final void slide(Set<Square> found, Square from, int[][] directions, @Nullable Square lifted) {
        for (int[] step : directions) {
            int file = from.file() + step[0];
            int rank = from.rank() + step[1];
            while (file >= 0 && file < 8 && rank >= 0 && rank < 8) {
                Square square = Square.of(file, rank);
                found.add(square);
                if (men[square.ordinal()] != null && square != lifted) {
                    break;
                }
                file += step[0];
                rank += step[1];
            }
        }
    }

    final Set<Square> attacks(Square from) {
        Piece piece = men[from.ordinal()];
        return piece == null ? Set.of() : attacks(from, piece, null);
    }

    final Set<Square> attackedByPawns(Side side) {
        Set<Square> attacked = EnumSet.noneOf(Square.class);
        pawns(side).forEach(pawn -> attacked.addAll(attacks(pawn)));
        return attacked;
    }

    static Set<Square> those(Set<Square> squares, Predicate<Square> wanted) {
        Set<Square> found = new TreeSet<>();
        squares.stream().filter(wanted).forEach(found::add);
        return found;
    }
}
