package org.zeroply.notation;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.CastlingRight;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.PositionSetup;
import org.zeroply.rules.SetupFault;
import org.zeroply.rules.SetupReading;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.words.Words;

/**
 * Forsyth-Edwards Notation. Missing fields at the end take their usual values (White to move, no rights, no en passant,
 * counters 0 and 1). The en passant square is written only where a legal capture on it exists.
 */
public final class Fen {
    /** Longer texts cannot be FEN and are refused unread. */
    private static final int LONGEST = 200;

    private Fen() {}

    public static FenReading read(String text) {
        String trimmed = text.strip();
        if (trimmed.isEmpty()) {
            return refused("fen.empty");
        }
        if (trimmed.length() > LONGEST) {
            return refused("fen.long", LONGEST);
        }
        String[] fields = trimmed.split("\\s+");
        if (fields.length > 6) {
            return refused("fen.fields", fields.length);
        }
        PositionSetup setup = new PositionSetup();
        String fault = placement(fields[0], setup);
        if (fault == null && fields.length > 1) {
            fault = side(fields[1], setup);
        }
        if (fault == null && fields.length > 2) {
            fault = castling(fields[2], setup);
        }
        if (fault == null && fields.length > 3) {
            fault = enPassant(fields[3], setup);
        }
        if (fault == null && fields.length > 4) {
            fault = counters(fields, setup);
        }
        if (fault != null) {
            return new FenReading.Refused(List.of(fault));
        }
        return switch (setup.read()) {
            case SetupReading.Possible possible -> new FenReading.Read(possible.position());
            case SetupReading.Impossible impossible ->
                new FenReading.Refused(
                        impossible.faults().stream().map(SetupFault::message).toList());
        };
    }

    /**
     * The position of a text that is known to be right, such as a constant.
     *
     * @throws IllegalArgumentException with the reasons if it is not
     */
    public static Position position(String text) {
        return switch (read(text)) {
            case FenReading.Read read -> read.position();
            case FenReading.Refused refused ->
                throw new IllegalArgumentException(text + ": " + String.join("; ", refused.reasons()));
        };
    }

    public static String write(Position position) {
        return placementSideCastlingEnPassant(position) + ' ' + position.halfmoveClock() + ' ' + position.moveNumber();
    }

    /** The first four fields, which EPD shares. */
    static String placementSideCastlingEnPassant(Position position) {
        StringBuilder text = new StringBuilder(80);
        for (int rank = 7; rank >= 0; rank--) {
            int empty = 0;
            for (int file = 0; file < 8; file++) {
                Piece piece = position.pieceAt(Square.of(file, rank));
                if (piece == null) {
                    empty++;
                } else {
                    if (empty > 0) {
                        text.append(empty);
                        empty = 0;
                    }
                    text.append(piece.fenLetter());
                }
            }
            if (empty > 0) {
                text.append(empty);
            }
            text.append(rank > 0 ? '/' : ' ');
        }
        text.append(position.sideToMove() == Side.WHITE ? 'w' : 'b').append(' ');
        Set<CastlingRight> rights = position.castlingRights();
        rights.forEach(right -> text.append(right.fenLetter()));
        Square passed = position.enPassant();
        return text.append(rights.isEmpty() ? "- " : " ")
                .append(passed == null ? "-" : passed.toString())
                .toString();
    }

    private static FenReading refused(String key, Object... arguments) {
        return new FenReading.Refused(List.of(Words.of(key, arguments)));
    }

    /** Eight ranks from the eighth to the first, with a slash between them, each eight squares long. */
    private static @Nullable String placement(String field, PositionSetup setup) {
        String[] ranks = field.split("/", -1);
        if (ranks.length != 8) {
            return Words.of("fen.ranks", ranks.length);
        }
        for (int i = 0; i < 8; i++) {
            int file = 0;
            for (char c : ranks[i].toCharArray()) {
                if (c >= '1' && c <= '8') {
                    file += c - '0';
                } else {
                    Piece piece = Piece.ofFen(c);
                    if (piece == null) {
                        return Words.of("fen.letter", String.valueOf(c), 8 - i);
                    }
                    if (file < 8) {
                        setup.put(Square.of(file, 7 - i), piece);
                    }
                    file++;
                }
            }
            if (file != 8) {
                return Words.of("fen.width", 8 - i, file);
            }
        }
        return null;
    }

    private static @Nullable String side(String field, PositionSetup setup) {
        return switch (field) {
            case "w", "W" -> {
                setup.sideToMove(Side.WHITE);
                yield null;
            }
            case "b", "B" -> {
                setup.sideToMove(Side.BLACK);
                yield null;
            }
            default -> Words.of("fen.side", field);
        };
    }

    private static @Nullable String castling(String field, PositionSetup setup) {
        EnumSet<CastlingRight> rights = EnumSet.noneOf(CastlingRight.class);
        for (char c : field.equals("-") ? new char[0] : field.toCharArray()) {
            boolean known = false;
            for (CastlingRight right : CastlingRight.values()) {
                if (right.fenLetter() == c) {
                    rights.add(right);
                    known = true;
                }
            }
            if (!known) {
                return Words.of("fen.castling", field);
            }
        }
        setup.castling(rights);
        return null;
    }

    private static @Nullable String enPassant(String field, PositionSetup setup) {
        if (field.equals("-")) {
            return null;
        }
        Square square = Square.parse(field);
        if (square == null) {
            return Words.of("fen.enPassant", field);
        }
        setup.enPassant(square);
        return null;
    }

    private static @Nullable String counters(String[] fields, PositionSetup setup) {
        int halfmoves = number(fields[4]);
        if (halfmoves < 0) {
            return Words.of("fen.counter", fields[4]);
        }
        setup.halfmoveClock(halfmoves);
        if (fields.length > 5) {
            int moveNumber = number(fields[5]);
            if (moveNumber < 0) {
                return Words.of("fen.counter", fields[5]);
            }
            setup.moveNumber(Math.max(1, moveNumber));
        }
        return null;
    }

    private static int number(String field) {
        return field.matches("\\d{1,6}") ? Integer.parseInt(field) : -1;
    }
}
