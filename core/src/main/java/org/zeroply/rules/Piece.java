package org.zeroply.rules;

import org.jspecify.annotations.Nullable;

/** A man of one side. */
public enum Piece {
    WHITE_PAWN,
    WHITE_KNIGHT,
    WHITE_BISHOP,
    WHITE_ROOK,
    WHITE_QUEEN,
    WHITE_KING,
    BLACK_PAWN,
    BLACK_KNIGHT,
    BLACK_BISHOP,
    BLACK_ROOK,
    BLACK_QUEEN,
    BLACK_KING;

    static final Piece[] ALL = values();

    public static Piece of(Side side, PieceType type) {
        return ALL[side.ordinal() * 6 + type.ordinal()];
    }

    /** The piece of a FEN letter (capitals are White's), or null if the letter names none. */
    public static @Nullable Piece ofFen(char letter) {
        for (Piece piece : ALL) {
            if (piece.fenLetter() == letter) {
                return piece;
            }
        }
        return null;
    }

    public Side side() {
        return ordinal() < 6 ? Side.WHITE : Side.BLACK;
    }

    public PieceType type() {
        return PieceType.ALL[ordinal() % 6];
    }

    /** The letter of FEN: a capital for White. */
    public char fenLetter() {
        char letter = type().letter();
        return side() == Side.WHITE ? Character.toUpperCase(letter) : letter;
    }
}
