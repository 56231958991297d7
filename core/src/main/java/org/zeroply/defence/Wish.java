package org.zeroply.defence;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.CastlingRight;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/**
 * A move that is had in mind, legal now or only later.
 *
 * @param type who moves
 * @param to where to
 * @param from from where, if it is to be one man and no other; of a pawn the file counts; null for any man of the type
 * @param promotion to what; null for no promotion
 * @param takes whether it has to take something there: a sacrifice is another move without it
 */
public record Wish(
        PieceType type,
        Square to,
        @Nullable Square from,
        @Nullable PieceType promotion,
        boolean takes) {
    private static final Pattern LATER =
            Pattern.compile("(\\p{Lu}?)([a-h]?)([1-8]?)x?([a-h][1-8])(?:=?(\\p{Lu}))?[+#!?]*");
    private static final Pattern CASTLING = Pattern.compile("[0Oo]-[0Oo](-[0Oo])?[+#!?]*");

    /** A move that is legal in a position. */
    public static Wish of(Position position, Move move) {
        Piece man = position.pieceAt(move.from());
        if (man == null) {
            throw new IllegalArgumentException("no man on " + move.from());
        }
        return new Wish(man.type(), move.to(), move.from(), move.promotion(), position.isCapture(move));
    }

    /** Reads a move in short notation, legal here or not; empty if it is no move of a man that is there. */
    public static Optional<Wish> read(Position position, String text, Language language) {
        String plain = text.strip().replaceFirst("^\\d+\\.+\\s*", "");
        Move legal = San.read(position, plain);
        boolean takes = plain.contains("x");
        if (legal != null && (!takes || position.isCapture(legal))) {
            Wish exact = of(position, legal);
            boolean anyMan = exact.type() != PieceType.PAWN && exact.type() != PieceType.KING;
            return Optional.of(anyMan ? new Wish(exact.type(), exact.to(), null, null, exact.takes()) : exact);
        }
        int rank = position.sideToMove().rank(1);
        if (CASTLING.matcher(plain).matches()) {
            boolean isLong = plain.length() > 4 && plain.charAt(3) == '-';
            return Optional.of(new Wish(
                    PieceType.KING,
                    Square.of(isLong ? 2 : 6, rank),
                    position.king(position.sideToMove()),
                    null,
                    false));
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
                .map(from -> new Wish(type, to, from == to ? null : from, promotion, takes));
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
                    && (!takes || position.isCapture(move))
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

    /**
     * Whether it can never be made, however the game goes: a bishop to a square of the other colour, a pawn to where it cannot
     * step, castling without the right to it.
     */
    public boolean isNeverPossible(Position position) {
        Side us = position.sideToMove();
        return switch (type) {
            case BISHOP ->
                position.men(us, type).stream()
                        .filter(square -> from == null || square == from)
                        .allMatch(square -> square.isLight() != to.isLight());
            case PAWN -> from != null && !isAhead(us, from) && in(position).isEmpty();
            case KING -> isCastling() && !position.castlingRights().contains(CastlingRight.of(us, to.file() == 6));
            default -> false;
        };
    }

    /** Ahead of a pawn, on its file or, for a capture, beside it. */
    private boolean isAhead(Side us, Square pawn) {
        int steps = us == Side.WHITE ? to.rank() - pawn.rank() : pawn.rank() - to.rank();
        int aside = Math.abs(to.file() - pawn.file());
        return steps > 0 && aside <= steps && (aside > 0 || !takes);
    }

    /** How it is written in a position: in full where it is legal, "Bxh7+", "O-O-O"; else without what cannot be known. */
    public String text(Position position, Language language) {
        return in(position).map(move -> San.write(position, move, language)).orElseGet(() -> text(language));
    }

    /** How it is written where nothing is known of the position: "g4", "Nd5", "Bxh7", "O-O". */
    public String text(Language language) {
        if (isCastling()) {
            return to.file() == 6 ? "O-O" : "O-O-O";
        }
        boolean pawn = type == PieceType.PAWN;
        String head = pawn && from != null && from.file() != to.file()
                ? from.toString().substring(0, 1) + "x"
                : (pawn ? "" : language.letter(type)) + (takes ? "x" : "");
        return head + to + (promotion == null ? "" : "=" + language.letter(promotion));
    }
}
