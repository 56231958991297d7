package org.zeroply.rules;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A legal chess position with its side to move, castling rights, en passant square and counters. Immutable, safe to
 * share; a move gives a new position. Built from a {@link PositionSetup}, which refuses what cannot be.
 */
public final class Position {
    /** The initial position. */
    public static final Position START = start();

    /** Never changed after construction. */
    private final Board board;

    Position(Board board) {
        this.board = board;
    }

    private static Position start() {
        PositionSetup setup = new PositionSetup();
        PieceType[] back = {
            PieceType.ROOK,
            PieceType.KNIGHT,
            PieceType.BISHOP,
            PieceType.QUEEN,
            PieceType.KING,
            PieceType.BISHOP,
            PieceType.KNIGHT,
            PieceType.ROOK
        };
        for (int file = 0; file < 8; file++) {
            setup.put(Square.of(file, 0), Piece.of(Side.WHITE, back[file]));
            setup.put(Square.of(file, 1), Piece.WHITE_PAWN);
            setup.put(Square.of(file, 6), Piece.BLACK_PAWN);
            setup.put(Square.of(file, 7), Piece.of(Side.BLACK, back[file]));
        }
        setup.castling(EnumSet.allOf(CastlingRight.class));
        return ((SetupReading.Possible) setup.read()).position();
    }

    // ---- what stands where

    public @Nullable Piece pieceAt(Square square) {
        int code = board.men[square.ordinal()];
        return code == 0 ? null : Piece.ALL[code - 1];
    }

    public SquareSet occupied() {
        return new SquareSet(board.occupied());
    }

    public SquareSet men(Side side) {
        return new SquareSet(board.sides[side.ordinal()]);
    }

    public SquareSet men(Side side, PieceType type) {
        return new SquareSet(board.men(side, type));
    }

    public int count(Side side, PieceType type) {
        return Long.bitCount(board.men(side, type));
    }

    public Square king(Side side) {
        return Square.of(board.kingSquare(side.ordinal()));
    }

    public Side sideToMove() {
        return board.sideToMove();
    }

    public Set<CastlingRight> castlingRights() {
        EnumSet<CastlingRight> rights = EnumSet.noneOf(CastlingRight.class);
        for (CastlingRight right : CastlingRight.values()) {
            if ((board.rights & 1 << right.ordinal()) != 0) {
                rights.add(right);
            }
        }
        return rights;
    }

    /** The square behind a pawn that has just made a double step, if a legal capture on it exists. */
    public @Nullable Square enPassant() {
        return board.enPassant == Board.NO_SQUARE ? null : Square.of(board.enPassant);
    }

    /** Half-moves since the last capture or pawn move. */
    public int halfmoveClock() {
        return board.halfmoves;
    }

    /** The number of the current move, 1 at the start of a game. */
    public int moveNumber() {
        return board.fullmove;
    }

    /** The 64-bit key under which this position is stored and found: without the counters, as repetition counts it. */
    public long key() {
        return board.key;
    }

    // ---- attacks

    /** The men of a side that attack a square, whether or not they could legally move there. */
    public SquareSet attackers(Square square, Side by) {
        return new SquareSet(board.attackersTo(square.ordinal(), board.occupied()) & board.sides[by.ordinal()]);
    }

    public boolean isAttacked(Square square, Side by) {
        return board.attacked(square.ordinal(), by.ordinal(), board.occupied());
    }

    /** The squares that the man on a square attacks; none if the square is empty. */
    public SquareSet attacksFrom(Square square) {
        Piece piece = pieceAt(square);
        if (piece == null) {
            return SquareSet.NONE;
        }
        return new SquareSet(
                piece.type() == PieceType.PAWN
                        ? Attacks.pawn(piece.side().ordinal(), square.ordinal())
                        : Attacks.of(piece.type(), square.ordinal(), board.occupied()));
    }

    /** The men of a side that shield their king from a line piece. */
    public SquareSet pinnedToKing(Side side) {
        return new SquareSet(
                MoveGenerator.pinned(board, side.ordinal(), board.kingSquare(side.ordinal()), board.occupied()));
    }

    public boolean isCheck() {
        return board.inCheck();
    }

    // ---- moves

    public List<Move> legalMoves() {
        int[] buffer = new int[Board.MAX_MOVES];
        int count = board.legalMoves(buffer);
        List<Move> moves = new ArrayList<>(count);
        for (int i = 0; i < count; i++) {
            moves.add(Board.asMove(buffer[i]));
        }
        return moves;
    }

    public boolean hasLegalMove() {
        return MoveGenerator.count(board) > 0;
    }

    public boolean isLegal(Move move) {
        return !move.isPass() && board.codeOf(move) >= 0;
    }

    /** Whether {@link #play} takes the move: a legal one, or a pass while the king is not in check. */
    public boolean accepts(Move move) {
        return move.isPass() ? !isCheck() : board.codeOf(move) >= 0;
    }

    /**
     * The position after a move.
     *
     * @throws IllegalArgumentException if the move is not legal here, or a pass while in check
     */
    public Position play(Move move) {
        return playAll(List.of(move));
    }

    /**
     * The position at the end of a line.
     *
     * @throws IllegalArgumentException if a move is not legal where it is played, or a pass while in check
     */
    public Position playAll(List<Move> moves) {
        Board next = board.copy();
        for (Move move : moves) {
            if (move.isPass()) {
                if (next.inCheck()) {
                    throw new IllegalArgumentException("no pass while the king is in check");
                }
                next.makePass();
            } else {
                int code = next.codeOf(move);
                if (code < 0) {
                    throw new IllegalArgumentException("not legal here: " + move + " in " + next.position());
                }
                next.make(code);
            }
        }
        return new Position(next);
    }

    /**
     * This position and that after each move of a line.
     *
     * @throws IllegalArgumentException as {@link #playAll}
     */
    public List<Position> positionsAlong(List<Move> moves) {
        List<Position> positions = new ArrayList<>(moves.size() + 1);
        positions.add(this);
        moves.forEach(move -> positions.add(positions.getLast().play(move)));
        return positions;
    }

    /** Whether the move takes something, en passant included. */
    public boolean isCapture(Move move) {
        return captured(move) != null;
    }

    /** What the move takes, or null. */
    public @Nullable Piece captured(Move move) {
        if (move.isPass()) {
            return null;
        }
        Piece mover = pieceAt(move.from());
        if (mover != null
                && mover.type() == PieceType.PAWN
                && move.to() == enPassant()
                && move.from().file() != move.to().file()) {
            return Piece.of(mover.side().opposite(), PieceType.PAWN);
        }
        return pieceAt(move.to());
    }

    /** Whether the move is the king's two files to the side, possible now or not. */
    public boolean isCastling(Move move) {
        return Math.abs(move.from().file() - move.to().file()) == 2
                && (move.from() == king(Side.WHITE) || move.from() == king(Side.BLACK));
    }

    /** Where the man stands that the move takes: not where the move leads if it takes en passant. Null if it takes nothing. */
    public @Nullable Square capturedOn(Move move) {
        if (captured(move) == null) {
            return null;
        }
        return pieceAt(move.to()) == null
                ? Square.of(move.to().file(), move.from().rank())
                : move.to();
    }

    public boolean isCheckmate() {
        return isCheck() && !hasLegalMove();
    }

    public boolean isStalemate() {
        return !isCheck() && !hasLegalMove();
    }

    /** A mutable board of the caller's own at this position. */
    public Board board() {
        return board.copy();
    }

    /** A setup that describes this position, to change and read again. */
    public PositionSetup setup() {
        PositionSetup setup = new PositionSetup();
        for (Square square : occupied()) {
            setup.put(square, pieceAt(square));
        }
        return setup.sideToMove(sideToMove())
                .castling(castlingRights())
                .enPassant(enPassant())
                .halfmoveClock(halfmoveClock())
                .moveNumber(moveNumber());
    }

    /** The same position with colours, ranks and side to move exchanged: what held for White now holds for Black. */
    public Position mirrored() {
        PositionSetup setup = new PositionSetup();
        for (Square square : occupied()) {
            Piece piece = pieceAt(square);
            if (piece != null) {
                setup.put(
                        Square.of(square.ordinal() ^ 56), Piece.of(piece.side().opposite(), piece.type()));
            }
        }
        EnumSet<CastlingRight> rights = EnumSet.noneOf(CastlingRight.class);
        for (CastlingRight right : castlingRights()) {
            rights.add(CastlingRight.values()[right.ordinal() ^ 2]);
        }
        Square passed = enPassant();
        setup.sideToMove(sideToMove().opposite())
                .castling(rights)
                .enPassant(passed == null ? null : Square.of(passed.ordinal() ^ 56))
                .halfmoveClock(halfmoveClock())
                .moveNumber(moveNumber());
        return ((SetupReading.Possible) setup.read()).position();
    }

    /** Equal as the repetition rule has it: same men, side to move, castling rights and en passant chance. */
    public boolean repeats(Position other) {
        return board.key == other.board.key
                && board.side == other.board.side
                && board.rights == other.board.rights
                && board.enPassant == other.board.enPassant
                && Arrays.equals(board.men, other.board.men);
    }

    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof Position that
                && repeats(that)
                && board.halfmoves == that.board.halfmoves
                && board.fullmove == that.board.fullmove;
    }

    @Override
    public int hashCode() {
        return Long.hashCode(board.key);
    }

    /** The board as rows of FEN letters and the side to move; for messages and debugging, not a format. */
    @Override
    public String toString() {
        StringBuilder text = new StringBuilder();
        for (int rank = 7; rank >= 0; rank--) {
            for (int file = 0; file < 8; file++) {
                Piece piece = pieceAt(Square.of(file, rank));
                text.append(piece == null ? '.' : piece.fenLetter());
            }
            text.append(rank > 0 ? '/' : ' ');
        }
        return text.append(sideToMove()).toString();
    }
}
