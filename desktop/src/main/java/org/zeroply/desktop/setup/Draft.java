package org.zeroply.desktop.setup;

import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.OwnMark;
import org.zeroply.rules.CastlingRight;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.PositionSetup;
import org.zeroply.rules.SetupReading;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** A position that is being put together; it may still be impossible. */
public record Draft(
        Map<Square, Piece> men,
        Side sideToMove,
        Set<CastlingRight> castling,
        @Nullable Square enPassant,
        List<OwnMark> marks) {
    public static final Draft EMPTY = new Draft(Map.of(), Side.WHITE, Set.of(), null, List.of());

    public Draft {
        Map<Square, Piece> copy = new EnumMap<>(Square.class);
        copy.putAll(men);
        men = Collections.unmodifiableMap(copy);
        castling = Set.copyOf(castling);
        marks = List.copyOf(marks);
    }

    public static Draft of(Position position) {
        Map<Square, Piece> men = new EnumMap<>(Square.class);
        for (Square square : position.occupied()) {
            Piece piece = position.pieceAt(square);
            if (piece != null) {
                men.put(square, piece);
            }
        }
        return new Draft(men, position.sideToMove(), position.castlingRights(), position.enPassant(), List.of());
    }

    /** With other marks drawn on it. */
    public Draft withMarks(List<OwnMark> next) {
        return new Draft(men, sideToMove, castling, enPassant, next);
    }

    /** The position, or every reason why it cannot be. */
    public SetupReading read() {
        PositionSetup setup =
                new PositionSetup().sideToMove(sideToMove).castling(castling).enPassant(enPassant);
        men.forEach(setup::put);
        return setup.read();
    }

    public @Nullable Piece at(Square square) {
        return men.get(square);
    }

    /** With a man on a square, or nothing. Rights that the change makes impossible go with it. */
    public Draft put(Square square, @Nullable Piece piece) {
        Map<Square, Piece> next = new EnumMap<>(Square.class);
        next.putAll(men);
        if (piece == null) {
            next.remove(square);
        } else {
            next.put(square, piece);
        }
        return withMen(next);
    }

    /** A man goes from one square to another, and whatever stood there is gone. */
    public Draft move(Square from, Square to) {
        return from == to ? this : put(to, at(from)).put(from, null);
    }

    /** Other men; castling rights and the passed square stay as far as they still make sense. */
    public Draft withMen(Map<Square, Piece> next) {
        Draft draft = new Draft(next, sideToMove, castling, enPassant, marks);
        Set<CastlingRight> kept = EnumSet.noneOf(CastlingRight.class);
        castling.stream().filter(draft::mayCastle).forEach(kept::add);
        return new Draft(next, sideToMove, kept, draft.passable().contains(enPassant) ? enPassant : null, marks);
    }

    public Draft withSide(Side side) {
        return new Draft(men, side, castling, null, marks);
    }

    public Draft withCastling(CastlingRight right, boolean wanted) {
        Set<CastlingRight> next = EnumSet.noneOf(CastlingRight.class);
        next.addAll(castling);
        if (wanted) {
            next.add(right);
        } else {
            next.remove(right);
        }
        return new Draft(men, sideToMove, next, enPassant, marks);
    }

    public Draft withEnPassant(@Nullable Square square) {
        return new Draft(men, sideToMove, castling, square, marks);
    }

    /** Whether king and rook stand where the right needs them. */
    public boolean mayCastle(CastlingRight right) {
        return at(right.kingHome()) == Piece.of(right.side(), PieceType.KING)
                && at(right.rookHome()) == Piece.of(right.side(), PieceType.ROOK);
    }

    /** The squares that a pawn can just have passed with a double step. */
    public List<Square> passable() {
        Side mover = sideToMove.opposite();
        int forward = mover == Side.WHITE ? 8 : -8;
        List<Square> squares = new ArrayList<>();
        for (int file = 0; file < 8; file++) {
            Square passed = Square.of(file, mover.rank(3));
            Square from = Square.of(passed.ordinal() - forward);
            Square to = Square.of(passed.ordinal() + forward);
            if (at(passed) == null && at(from) == null && at(to) == Piece.of(mover, PieceType.PAWN)) {
                squares.add(passed);
            }
        }
        return squares;
    }

    /** Colours exchanged: every man on the square across the middle in the other colour, and the other side to move. */
    public Draft coloursExchanged() {
        Map<Square, Piece> next = new EnumMap<>(Square.class);
        men.forEach((square, piece) ->
                next.put(Square.of(square.ordinal() ^ 56), Piece.of(piece.side().opposite(), piece.type())));
        Set<CastlingRight> rights = EnumSet.noneOf(CastlingRight.class);
        for (CastlingRight right : CastlingRight.values()) {
            if (castling.stream()
                    .anyMatch(own -> own.side() != right.side()
                            && own.rookHome().file() == right.rookHome().file())) {
                rights.add(right);
            }
        }
        return new Draft(
                next,
                sideToMove.opposite(),
                rights,
                enPassant == null ? null : Square.of(enPassant.ordinal() ^ 56),
                marks);
    }

    /** Left and right exchanged; nobody can castle then. */
    public Draft wingsExchanged() {
        Map<Square, Piece> next = new EnumMap<>(Square.class);
        men.forEach((square, piece) -> next.put(Square.of(square.ordinal() ^ 7), piece));
        return new Draft(
                next, sideToMove, Set.of(), enPassant == null ? null : Square.of(enPassant.ordinal() ^ 7), marks);
    }
}
