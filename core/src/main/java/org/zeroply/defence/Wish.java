package org.zeroply.defence;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;

/**
 * A move that is had in mind, legal now or only later.
 *
 * @param type who moves
 * @param to where to
 * @param from from where, if it is to be one man and no other; of a pawn the file counts; null for any man of the type
 * @param promotion to what; null for no promotion
 */
public record Wish(
        PieceType type,
        Square to,
        @Nullable Square from,
        @Nullable PieceType promotion) {
    private static final Pattern LATER =
            Pattern.compile("(\\p{Lu}?)([a-h]?)([1-8]?)x?([a-h][1-8])(?:=?(\\p{Lu}))?[+#!?]*");
    private static final Pattern CASTLING = Pattern.compile("[0Oo]-[0Oo](-[0Oo])?[+#!?]*");

    /** A move that is legal in a position. */
    public static Wish of(Position position, Move move) {
        Piece man = position.pieceAt(move.from());
        if (man == null) {
            throw new IllegalArgumentException("no man on " + move.from());
        }
        return new Wish(man.type(), move.to(), move.from(), move.promotion());
    }

    /** Reads a move in short notation, legal here or not; empty if it is no move of a man that is there. */
    public static Optional<Wish> read(Position position, String text, Language language) {
        String plain = text.strip().replaceFirst("^\\d+\\.+\\s*", "");
        Move legal = San.read(position, plain);
        if (legal != null) {
            Wish exact = of(position, legal);
            boolean anyMan = exact.type() != PieceType.PAWN && exact.type() != PieceType.KING;
            return Optional.of(anyMan ? new Wish(exact.type(), exact.to(), null, null) : exact);
        }
        int rank = position.sideToMove().rank(1);
        if (CASTLING.matcher(plain).matches()) {
            boolean isLong = plain.length() > 4 && plain.charAt(3) == '-';
            return Optional.of(new Wish(
                    PieceType.KING, Square.of(isLong ? 2 : 6, rank), position.king(position.sideToMove()), null));
        }
        Matcher matcher = LATER.matcher(plain);
        if (!matcher.matches()) {
            return Optional.empty();
        }
        PieceType type = type(matcher.group(1), language);
        Square to = Square.valueOf(matcher.group(4).toUpperCase(Locale.ROOT));
        PieceType promotion = matcher.group(5) == null ? null : type(matcher.group(5), language);
        if (type == null) {
            return Optional.empty();
        }
        return from(position, type, to, matcher.group(2), matcher.group(3))
                .map(from -> new Wish(type, to, from == to ? null : from, promotion));
    }

    /** The man that is meant; the square it goes to for any man of the type; empty if there is none. */
    private static Optional<Square> from(Position position, PieceType type, Square to, String file, String rank) {
        String wanted = file.isEmpty() && type == PieceType.PAWN ? to.toString().substring(0, 1) : file;
        if (wanted.isEmpty() && rank.isEmpty()) {
            return position.count(position.sideToMove(), type) > 0 ? Optional.of(to) : Optional.empty();
        }
        return position.men(position.sideToMove(), type).stream()
                .filter(square ->
                        square.toString().contains(wanted) && square.toString().contains(rank))
                .findFirst();
    }

    private static @Nullable PieceType type(String letter, Language language) {
        if (letter.isEmpty()) {
            return PieceType.PAWN;
        }
        for (PieceType type : PieceType.values()) {
            if (type != PieceType.PAWN
                    && (language.letter(type).equals(letter)
                            || Language.ENGLISH.letter(type).equals(letter))) {
                return type;
            }
        }
        return null;
    }

    /** The move in a position, if it is legal there. */
    public Optional<Move> in(Position position) {
        for (Move move : position.legalMoves()) {
            Piece man = position.pieceAt(move.from());
            boolean fits = man != null
                    && man.type() == type
                    && move.to() == to
                    && (promotion == null
                            ? move.promotion() == null || move.promotion() == PieceType.QUEEN
                            : move.promotion() == promotion)
                    && (from == null
                            || from == move.from()
                            || type == PieceType.PAWN
                                    && from.file() == move.from().file());
            if (fits) {
                return Optional.of(move);
            }
        }
        return Optional.empty();
    }

    public boolean isCastling() {
        return type == PieceType.KING && from != null && Math.abs(from.file() - to.file()) == 2;
    }

    /** How it is written: "g4", "Nd5", "O-O". */
    public String text(Language language) {
        if (isCastling()) {
            return to.file() == 6 ? "O-O" : "O-O-O";
        }
        String head = from != null && from.file() != to.file() ? from.toString().substring(0, 1) + "x" : "";
        String tail = promotion == null ? "" : "=" + language.letter(promotion);
        return (type == PieceType.PAWN ? head : language.letter(type)) + to + tail;
    }
}
