package org.zeroply.rules;

import org.jspecify.annotations.Nullable;

/**
 * A move by its squares: castling is the king's move of two squares, and a promotion names the new piece. Whether it
 * is legal is the affair of a {@link Position}. {@link #PASS} stands for the null move of annotated games.
 */
public record Move(Square from, Square to, @Nullable PieceType promotion) {
    /** The side to move does nothing. Never legal; annotators write it to show a threat. */
    public static final Move PASS = new Move(Square.A1, Square.A1, null);

    public Move {
        if (promotion != null && !promotion.isPromotion()) {
            throw new IllegalArgumentException("a pawn cannot become a " + promotion);
        }
        if (from == to && (from != Square.A1 || promotion != null)) {
            throw new IllegalArgumentException("from and to must differ, both were " + from);
        }
    }

    public Move(Square from, Square to) {
        this(from, to, null);
    }

    /** Reads coordinate notation ({@code e2e4}, {@code e7e8q}, {@code 0000} for a pass); null for anything else. */
    public static @Nullable Move parse(String text) {
        if (text.equals("0000")) {
            return PASS;
        }
        if (text.length() != 4 && text.length() != 5) {
            return null;
        }
        Square from = Square.parse(text.substring(0, 2));
        Square to = Square.parse(text.substring(2, 4));
        if (from == null || to == null || from == to) {
            return null;
        }
        if (text.length() == 4) {
            return new Move(from, to);
        }
        Piece promotion = Piece.ofFen(text.charAt(4));
        return promotion == null
                        || promotion.side() == Side.WHITE
                        || !promotion.type().isPromotion()
                ? null
                : new Move(from, to, promotion.type());
    }

    public boolean isPass() {
        return from == to;
    }

    /** Coordinate notation, {@code e2e4} or {@code e7e8q}; {@code 0000} for a pass. */
    @Override
    public String toString() {
        return isPass() ? "0000" : from.toString() + to + (promotion == null ? "" : promotion.letter());
    }
}
