package org.zeroply.showing;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.PositionSetup;
import org.zeroply.rules.SetupReading;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/**
 * A board on which anything may stand, for ideas and fragments: kings may be missing, and nothing is calculated on it.
 *
 * @param men by square; null for an empty one
 */
public record Sketch(List<@Nullable Piece> men) {
    public static final Sketch EMPTY = new Sketch(nothing());

    public Sketch {
        men = Collections.unmodifiableList(new ArrayList<>(men));
        if (men.size() != 64) {
            throw new IllegalArgumentException("a board has 64 squares, not " + men.size());
        }
    }

    private static List<@Nullable Piece> nothing() {
        List<@Nullable Piece> men = new ArrayList<>();
        for (int square = 0; square < 64; square++) {
            men.add(null);
        }
        return men;
    }

    public static Sketch of(Position position) {
        List<@Nullable Piece> men = nothing();
        for (Square square : position.occupied()) {
            men.set(square.ordinal(), position.pieceAt(square));
        }
        return new Sketch(men);
    }

    public @Nullable Piece at(Square square) {
        return men.get(square.ordinal());
    }

    /** With something else on a square; null empties it. */
    public Sketch with(Square square, @Nullable Piece piece) {
        List<@Nullable Piece> next = new ArrayList<>(men);
        next.set(square.ordinal(), piece);
        return new Sketch(next);
    }

    /** As the first field of a FEN. */
    public String text() {
        StringBuilder text = new StringBuilder();
        for (int rank = 7; rank >= 0; rank--) {
            int empty = 0;
            for (int file = 0; file < 8; file++) {
                Piece piece = at(Square.of(file, rank));
                if (piece == null) {
                    empty++;
                } else {
                    text.append(empty == 0 ? "" : Integer.toString(empty)).append(piece.fenLetter());
                    empty = 0;
                }
            }
            text.append(empty == 0 ? "" : Integer.toString(empty)).append(rank == 0 ? "" : "/");
        }
        return text.toString();
    }

    /** Reads the first field of a FEN; empty for what is none. */
    public static Optional<Sketch> parse(String text) {
        String[] ranks = text.strip().split("/", -1);
        if (ranks.length != 8) {
            return Optional.empty();
        }
        List<@Nullable Piece> men = nothing();
        for (int row = 0; row < 8; row++) {
            int file = 0;
            for (char c : ranks[row].toCharArray()) {
                Piece piece = Piece.ofFen(c);
                if (piece != null && file < 8) {
                    men.set(Square.of(file++, 7 - row).ordinal(), piece);
                } else if (c >= '1' && c <= '8') {
                    file += c - '0';
                } else {
                    return Optional.empty();
                }
            }
            if (file != 8) {
                return Optional.empty();
            }
        }
        return Optional.of(new Sketch(men));
    }

    /**
     * A position that it was made into.
     *
     * @param added the squares on which kings were put; none if it had both
     */
    public record Completed(Position position, List<Square> added) {
        public Completed {
            added = List.copyOf(added);
        }
    }

    /**
     * Made into a position with a side to move. Kings that are missing are put where they touch nothing: no neighbour is
     * occupied, nothing attacks them, and they stand on no line of a bishop, rook or queen. Empty if there is no such place,
     * or the rules forbid the rest.
     */
    public Optional<Completed> completed(Side toMove) {
        List<Square> added = new ArrayList<>();
        Sketch sketch = this;
        for (Side side : Side.values()) {
            Piece king = Piece.of(side, PieceType.KING);
            if (!sketch.men.contains(king)) {
                Square place = sketch.placeForKing();
                if (place == null) {
                    return Optional.empty();
                }
                sketch = sketch.with(place, king);
                added.add(place);
            }
        }
        PositionSetup setup = new PositionSetup().sideToMove(toMove);
        for (Square square : Square.values()) {
            setup.put(square, sketch.at(square));
        }
        return setup.read() instanceof SetupReading.Possible possible
                ? Optional.of(new Completed(possible.position(), added))
                : Optional.empty();
    }

    /** The first square that nothing touches, corners and edges before the middle; null if there is none. */
    private @Nullable Square placeForKing() {
        long occupied = 0;
        for (Square square : Square.values()) {
            occupied |= at(square) == null ? 0 : square.bit();
        }
        long touched = 0;
        for (Square square : Square.values()) {
            Piece piece = at(square);
            if (piece != null) {
                touched |= square.bit() | Attacks.king(square.ordinal()) | reaches(piece, square);
            }
        }
        Square best = null;
        for (Square square : Square.values()) {
            boolean isFree = (touched & square.bit()) == 0 && (Attacks.king(square.ordinal()) & occupied) == 0;
            if (isFree && (best == null || fromMiddle(square) > fromMiddle(best))) {
                best = square;
            }
        }
        return best;
    }

    /** What a piece attacks with nothing in its way. */
    private static long reaches(Piece piece, Square square) {
        return piece.type() == PieceType.PAWN
                ? Attacks.pawn(piece.side().ordinal(), square.ordinal())
                : Attacks.of(piece.type(), square.ordinal(), 0);
    }

    /** Twice the distances from the middle of the board, files and ranks together. */
    private static int fromMiddle(Square square) {
        return Math.abs(2 * square.file() - 7) + Math.abs(2 * square.rank() - 7);
    }
}
