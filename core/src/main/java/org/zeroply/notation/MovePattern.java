package org.zeroply.notation;

import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;

/**
 * What a typed token says about a move, before looking at the board. Parts that were not typed are null or -1.
 *
 * @param type null where the token names two squares only
 * @param toRank -1 in {@code exd}, where only the file is named
 * @param castlingFile 6 for short, 2 for long castling, else -1
 */
record MovePattern(
        @Nullable PieceType type,
        int fromFile,
        int fromRank,
        int toFile,
        int toRank,
        @Nullable PieceType promotion,
        int castlingFile) {
    private static final Pattern CASTLING = Pattern.compile("(?i)[o0]-?[o0](-?[o0])?");
    private static final Pattern DECORATION = Pattern.compile("(?i)(?:\\s*e\\.?p\\.?|[+#!?†‡]|\\bmate|\\bch)+$");
    private static final Pattern SQUARES =
            Pattern.compile("([a-h])?([1-8])?[x:×-]?([a-h])([1-8])(?:[=/(]?([^\\s)=1-8]{1,2})\\)?)?");
    private static final Pattern FILES = Pattern.compile("([a-h])[x:×]?([a-h])");

    /** The token in the letters of the language as they are written; null if it cannot be a move. */
    static @Nullable MovePattern strict(String token, Language language) {
        return parse(token, language, false);
    }

    /** The token with its first letter taken for a piece whatever its case, and squares in any case. */
    static @Nullable MovePattern loose(String token, Language language) {
        return parse(token, language, true);
    }

    private static @Nullable MovePattern parse(String token, Language language, boolean loose) {
        String text = DECORATION.matcher(token).replaceFirst("");
        Matcher castling = CASTLING.matcher(text);
        if (castling.matches()) {
            return new MovePattern(PieceType.KING, -1, -1, -1, -1, null, castling.group(1) == null ? 6 : 2);
        }
        Language.Found piece = Language.FIGURINES.at(text, false);
        if (piece == null) {
            piece = blackFigurine(text);
        }
        if (piece == null) {
            piece = language.at(text, loose);
        }
        String rest = piece == null ? text : text.substring(piece.length());
        if (piece == null && language == Language.ENGLISH && rest.length() > 2 && rest.charAt(0) == 'P') {
            rest = rest.substring(1);
        }
        return squares(loose ? lowerSquares(rest) : rest, piece == null ? null : piece.type(), language);
    }

    private static @Nullable MovePattern squares(String rest, @Nullable PieceType type, Language language) {
        Matcher files = FILES.matcher(rest);
        if (type == null && files.matches()) {
            return new MovePattern(
                    PieceType.PAWN, rest.charAt(0) - 'a', -1, files.group(2).charAt(0) - 'a', -1, null, -1);
        }
        Matcher squares = SQUARES.matcher(rest);
        if (!squares.matches()) {
            return null;
        }
        int fromFile = squares.group(1) == null ? -1 : squares.group(1).charAt(0) - 'a';
        int fromRank = squares.group(2) == null ? -1 : squares.group(2).charAt(0) - '1';
        PieceType promotion = null;
        if (squares.group(5) != null) {
            promotion = promotion(squares.group(5), language);
            if (promotion == null) {
                return null;
            }
        }
        boolean twoSquares = fromFile >= 0 && fromRank >= 0;
        return new MovePattern(
                type == null && !twoSquares ? PieceType.PAWN : type,
                fromFile,
                fromRank,
                squares.group(3).charAt(0) - 'a',
                squares.group(4).charAt(0) - '1',
                promotion,
                -1);
    }

    private static @Nullable PieceType promotion(String letter, Language language) {
        for (Language tried : List.of(language, Language.ENGLISH, Language.FIGURINES)) {
            Language.Found found = tried.at(letter, true);
            if (found != null
                    && found.length() == letter.length()
                    && found.type().isPromotion()) {
                return found.type();
            }
        }
        Language.Found black = blackFigurine(letter);
        return black != null && black.type().isPromotion() ? black.type() : null;
    }

    private static Language.@Nullable Found blackFigurine(String text) {
        char first = text.isEmpty() ? ' ' : text.charAt(0);
        return first >= '\u265A' && first <= '\u265E'
                ? Language.FIGURINES.at(String.valueOf((char) (first - 6)), false)
                : null;
    }

    /** Capital letters of files become small; what follows the target square, a promotion, stays. */
    private static String lowerSquares(String text) {
        StringBuilder lowered = new StringBuilder(text);
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            boolean beforeSquare =
                    i + 1 < text.length() && "12345678xX:-ABCDEFGHabcdefgh".indexOf(text.charAt(i + 1)) >= 0;
            if ((c >= 'A' && c <= 'H' || c == 'X') && beforeSquare) {
                lowered.setCharAt(i, (char) (c + 32));
            }
        }
        return lowered.toString();
    }

    boolean isCastling() {
        return castlingFile >= 0;
    }

    /** The square that the move goes to, if the token names it. */
    @Nullable
    Square target() {
        return toFile < 0 || toRank < 0 ? null : Square.of(toFile, toRank);
    }

    /** Whether a man on the square could be the one that is meant. */
    boolean mayStartAt(Square square) {
        return (fromFile < 0 || square.file() == fromFile) && (fromRank < 0 || square.rank() == fromRank);
    }

    /** The moves among these that the token can mean. */
    List<Move> among(Position position, List<Move> moves) {
        return moves.stream().filter(move -> fits(position, move)).toList();
    }

    private boolean fits(Position position, Move move) {
        Piece piece = position.pieceAt(move.from());
        if (piece == null) {
            return false;
        }
        boolean castles = piece.type() == PieceType.KING
                && Math.abs(move.from().file() - move.to().file()) == 2;
        if (isCastling()) {
            return castles && move.to().file() == castlingFile;
        }
        boolean pawnNeedsFile = type == PieceType.PAWN && fromFile < 0;
        return (type == null || piece.type() == type)
                && mayStartAt(move.from())
                && move.to().file() == toFile
                && (toRank < 0 || move.to().rank() == toRank)
                && (!pawnNeedsFile || move.from().file() == toFile || piece.type() != PieceType.PAWN)
                && move.promotion() == promotion
                && (!castles || type == null);
    }
}
