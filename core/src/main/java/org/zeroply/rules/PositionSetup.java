package org.zeroply.rules;

import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.SetupFault.Kind;
import org.zeroply.words.Words;

/**
 * A position being put together, which may still be impossible. {@link #read} checks all rules at once and gives every
 * fault, so that an editor can name them all.
 */
public final class PositionSetup {
    private final @Nullable Piece[] men = new @Nullable Piece[64];
    private Side sideToMove = Side.WHITE;
    private Set<CastlingRight> castling = EnumSet.noneOf(CastlingRight.class);
    private @Nullable Square enPassant;
    private int halfmoveClock;
    private int moveNumber = 1;

    public PositionSetup put(Square square, @Nullable Piece piece) {
        men[square.ordinal()] = piece;
        return this;
    }

    public @Nullable Piece pieceAt(Square square) {
        return men[square.ordinal()];
    }

    public PositionSetup sideToMove(Side side) {
        sideToMove = side;
        return this;
    }

    public PositionSetup castling(Collection<CastlingRight> rights) {
        castling = EnumSet.noneOf(CastlingRight.class);
        castling.addAll(rights);
        return this;
    }

    public PositionSetup enPassant(@Nullable Square square) {
        enPassant = square;
        return this;
    }

    public PositionSetup halfmoveClock(int halfmoves) {
        halfmoveClock = halfmoves;
        return this;
    }

    public PositionSetup moveNumber(int number) {
        moveNumber = number;
        return this;
    }

    /** The position, or every reason why it cannot be. */
    public SetupReading read() {
        List<SetupFault> faults = new ArrayList<>();
        checkCounters(faults);
        checkMen(faults);
        checkCastling(faults);
        checkEnPassant(faults);
        if (!faults.isEmpty()) {
            return new SetupReading.Impossible(faults);
        }
        Board board = toBoard();
        checkChecks(board, faults);
        return faults.isEmpty() ? new SetupReading.Possible(new Position(board)) : new SetupReading.Impossible(faults);
    }

    private Board toBoard() {
        Board board = new Board();
        for (int square = 0; square < 64; square++) {
            Piece piece = men[square];
            if (piece != null) {
                board.put(piece.ordinal() + 1, square);
            }
        }
        board.side = sideToMove.ordinal();
        for (CastlingRight right : castling) {
            board.rights |= 1 << right.ordinal();
        }
        board.halfmoves = halfmoveClock;
        board.fullmove = moveNumber;
        if (enPassant != null && board.enPassantIsLegal(enPassant.ordinal())) {
            board.enPassant = enPassant.ordinal();
        }
        board.key = board.keyFromScratch();
        return board;
    }

    private void checkCounters(List<SetupFault> faults) {
        if (halfmoveClock < 0 || halfmoveClock > 10_000) {
            faults.add(new SetupFault(Kind.COUNTER_OUT_OF_RANGE, Integer.toString(halfmoveClock)));
        }
        if (moveNumber < 1 || moveNumber > 20_000) {
            faults.add(new SetupFault(Kind.COUNTER_OUT_OF_RANGE, Integer.toString(moveNumber)));
        }
    }

    /** Sixteen men a side, at most eight pawns, and no more extra pieces than pawns that are gone. */
    private void checkMen(List<SetupFault> faults) {
        for (Side side : Side.values()) {
            int[] count = new int[6];
            for (int square = 0; square < 64; square++) {
                Piece piece = men[square];
                if (piece != null && piece.side() == side) {
                    count[piece.type().ordinal()]++;
                    if (piece.type() == PieceType.PAWN && (square < 8 || square >= 56)) {
                        faults.add(new SetupFault(
                                Kind.PAWN_ON_LAST_RANK, Square.of(square).toString()));
                    }
                }
            }
            String name = Words.of("side." + side);
            if (count[5] != 1) {
                faults.add(new SetupFault(count[5] == 0 ? Kind.NO_KING : Kind.TWO_KINGS, name));
            }
            int promoted = Math.max(0, count[1] - 2)
                    + Math.max(0, count[2] - 2)
                    + Math.max(0, count[3] - 2)
                    + Math.max(0, count[4] - 1);
            if (count[0] > 8) {
                faults.add(new SetupFault(Kind.TOO_MANY_PAWNS, name));
            } else if (promoted > 8 - count[0]) {
                faults.add(new SetupFault(Kind.TOO_MANY_MEN, name));
            }
        }
    }

    private void checkCastling(List<SetupFault> faults) {
        for (CastlingRight right : castling) {
            if (men[right.kingHome().ordinal()] != Piece.of(right.side(), PieceType.KING)
                    || men[right.rookHome().ordinal()] != Piece.of(right.side(), PieceType.ROOK)) {
                faults.add(new SetupFault(Kind.CASTLING_WITHOUT_KING_OR_ROOK, Words.of("castling." + right)));
            }
        }
    }

    /** The pawn stands in front of the square, and both squares that it came over are empty. */
    private void checkEnPassant(List<SetupFault> faults) {
        if (enPassant == null) {
            return;
        }
        Side mover = sideToMove.opposite();
        int forward = mover == Side.WHITE ? 8 : -8;
        int square = enPassant.ordinal();
        boolean possible = enPassant.rank() == mover.rank(3)
                && men[square] == null
                && men[square - forward] == null
                && men[square + forward] == Piece.of(mover, PieceType.PAWN);
        if (!possible) {
            faults.add(new SetupFault(Kind.EN_PASSANT_IMPOSSIBLE, enPassant.toString()));
        }
    }

    private static void checkChecks(Board board, List<SetupFault> faults) {
        int them = board.side ^ 1;
        if (board.attacked(board.kingSquare(them), board.side, board.occupied())) {
            faults.add(new SetupFault(
                    Kind.SIDE_NOT_TO_MOVE_IN_CHECK,
                    Words.of("side." + board.sideToMove().opposite())));
        }
        long checkers = board.attackersTo(board.kingSquare(board.side), board.occupied()) & board.sides[them];
        if (Long.bitCount(checkers) > 2) {
            faults.add(new SetupFault(Kind.TOO_MANY_CHECKERS, Words.of("side." + board.sideToMove())));
        }
    }
}
