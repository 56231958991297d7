package org.zeroply.rules;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * The rules once more, slow and plain, square by square and with every move tried out: the oracle that the fast
 * generator is held against. It shares nothing with the code under test but the value types.
 */
public final class PlainRules {
    private static final int[][] KNIGHT = {{1, 2}, {2, 1}, {-1, 2}, {-2, 1}, {1, -2}, {2, -1}, {-1, -2}, {-2, -1}};
    private static final int[][] STRAIGHT = {{1, 0}, {-1, 0}, {0, 1}, {0, -1}};
    private static final int[][] SLANTED = {{1, 1}, {-1, 1}, {1, -1}, {-1, -1}};

    private PlainRules() {}

    public static Set<Move> legalMoves(Position position) {
        Set<Move> legal = new HashSet<>();
        for (Move move : pseudoLegal(position)) {
            @Nullable Piece[] after = after(position, move);
            if (!attacked(
                    after,
                    kingOf(after, position.sideToMove()),
                    position.sideToMove().opposite())) {
                legal.add(move);
            }
        }
        return legal;
    }

    /** What stands where after a move, whether or not it was legal. */
    public static @Nullable Piece[] after(Position position, Move move) {
        @Nullable Piece[] men = men(position);
        Piece mover = men[move.from().ordinal()];
        Side side = position.sideToMove();
        men[move.from().ordinal()] = null;
        men[move.to().ordinal()] = move.promotion() == null ? mover : Piece.of(side, move.promotion());
        if (mover != null && mover.type() == PieceType.PAWN && move.to() == position.enPassant()) {
            men[Square.of(move.to().file(), move.from().rank()).ordinal()] = null;
        }
        if (mover != null
                && mover.type() == PieceType.KING
                && Math.abs(move.from().file() - move.to().file()) == 2) {
            int rank = move.to().rank();
            boolean isShort = move.to().file() == 6;
            men[Square.of(isShort ? 7 : 0, rank).ordinal()] = null;
            men[Square.of(isShort ? 5 : 3, rank).ordinal()] = Piece.of(side, PieceType.ROOK);
        }
        return men;
    }

    private static @Nullable Piece[] men(Position position) {
        @Nullable Piece[] men = new @Nullable Piece[64];
        for (Square square : Square.values()) {
            men[square.ordinal()] = position.pieceAt(square);
        }
        return men;
    }

    private static Square kingOf(@Nullable Piece[] men, Side side) {
        for (Square square : Square.values()) {
            if (men[square.ordinal()] == Piece.of(side, PieceType.KING)) {
                return square;
            }
        }
        throw new AssertionError("no king");
    }

    private static List<Move> pseudoLegal(Position position) {
        @Nullable Piece[] men = men(position);
        Side side = position.sideToMove();
        List<Move> moves = new ArrayList<>();
        for (Square from : Square.values()) {
            Piece piece = men[from.ordinal()];
            if (piece == null || piece.side() != side) {
                continue;
            }
            if (piece.type() == PieceType.PAWN) {
                pawn(position, men, from, moves);
            } else {
                for (Square to : reach(men, from, piece.type())) {
                    Piece there = men[to.ordinal()];
                    if (there == null || there.side() != side) {
                        moves.add(new Move(from, to));
                    }
                }
            }
        }
        castling(position, men, moves);
        return moves;
    }

    private static void pawn(Position position, @Nullable Piece[] men, Square from, List<Move> moves) {
        Side side = position.sideToMove();
        int forward = side == Side.WHITE ? 1 : -1;
        Square once = Square.of(from.file(), from.rank() + forward);
        if (men[once.ordinal()] == null) {
            step(side, from, once, moves);
            if (from.rank() == side.rank(2)) {
                Square twice = Square.of(from.file(), from.rank() + 2 * forward);
                if (men[twice.ordinal()] == null) {
                    moves.add(new Move(from, twice));
                }
            }
        }
        for (int slant : new int[] {-1, 1}) {
            int file = from.file() + slant;
            if (file < 0 || file > 7) {
                continue;
            }
            Square to = Square.of(file, from.rank() + forward);
            Piece there = men[to.ordinal()];
            if (there != null && there.side() != side || to == position.enPassant()) {
                step(side, from, to, moves);
            }
        }
    }

    private static void step(Side side, Square from, Square to, List<Move> moves) {
        if (to.rank() != side.rank(8)) {
            moves.add(new Move(from, to));
            return;
        }
        for (PieceType type : List.of(PieceType.KNIGHT, PieceType.BISHOP, PieceType.ROOK, PieceType.QUEEN)) {
            moves.add(new Move(from, to, type));
        }
    }

    private static void castling(Position position, @Nullable Piece[] men, List<Move> moves) {
        for (CastlingRight right : position.castlingRights()) {
            if (right.side() != position.sideToMove()) {
                continue;
            }
            Side enemy = right.side().opposite();
            int rank = right.kingHome().rank();
            boolean free = true;
            for (int file = right.isShort() ? 5 : 1; file <= (right.isShort() ? 6 : 3); file++) {
                free &= men[Square.of(file, rank).ordinal()] == null;
            }
            for (int file = right.isShort() ? 4 : 2; file <= (right.isShort() ? 6 : 4); file++) {
                free &= !attacked(men, Square.of(file, rank), enemy);
            }
            if (free) {
                moves.add(new Move(right.kingHome(), right.kingGoal()));
            }
        }
    }

    static boolean attacked(@Nullable Piece[] men, Square target, Side by) {
        for (Square from : Square.values()) {
            Piece piece = men[from.ordinal()];
            if (piece == null || piece.side() != by) {
                continue;
            }
            if (piece.type() == PieceType.PAWN) {
                int forward = by == Side.WHITE ? 1 : -1;
                if (target.rank() - from.rank() == forward && Math.abs(target.file() - from.file()) == 1) {
                    return true;
                }
            } else if (reach(men, from, piece.type()).contains(target)) {
                return true;
            }
        }
        return false;
    }

    static List<Square> reach(@Nullable Piece[] men, Square from, PieceType type) {
        List<Square> squares = new ArrayList<>();
        switch (type) {
            case KNIGHT -> walk(men, from, KNIGHT, 1, squares);
            case KING -> {
                walk(men, from, STRAIGHT, 1, squares);
                walk(men, from, SLANTED, 1, squares);
            }
            case BISHOP -> walk(men, from, SLANTED, 7, squares);
            case ROOK -> walk(men, from, STRAIGHT, 7, squares);
            case QUEEN -> {
                walk(men, from, STRAIGHT, 7, squares);
                walk(men, from, SLANTED, 7, squares);
            }
            case PAWN -> throw new IllegalArgumentException("pawns walk by side");
        }
        return squares;
    }

    private static void walk(@Nullable Piece[] men, Square from, int[][] steps, int far, List<Square> squares) {
        for (int[] step : steps) {
            int file = from.file();
            int rank = from.rank();
            for (int i = 0; i < far; i++) {
                file += step[0];
                rank += step[1];
                if (file < 0 || file > 7 || rank < 0 || rank > 7) {
                    break;
                }
                Square to = Square.of(file, rank);
                squares.add(to);
                if (men[to.ordinal()] != null) {
                    break;
                }
            }
        }
    }
}
