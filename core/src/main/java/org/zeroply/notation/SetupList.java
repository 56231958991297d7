package org.zeroply.notation;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SequencedMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.words.Words;

/**
 * A position as a list in words, for setting up a wooden board or writing down what stands on one: a line a side, each
 * piece letter with its squares, then the pawns. Read back, a letter that stands alone counts for the squares up to the
 * next letter ({@code R a1 f1}); one that is joined to a square counts for it alone, and squares without a letter after
 * it are pawns ({@code Kg1, Ra1, Rf1, a2, b2}).
 */
public final class SetupList {
    private static final Pattern TOKEN = Pattern.compile("[^\\s,;.:]+");

    private SetupList() {}

    /** What was read: the men, or the first place that made no sense. */
    public sealed interface Reading {
        record Read(SequencedMap<Square, Piece> men) implements Reading {
            public Read {
                men = new LinkedHashMap<>(men);
            }
        }

        /** The place counts from 1, in characters of the whole text. */
        record Refused(int place, String token, String reason) implements Reading {}
    }

    /** The list in a language's piece letters, White first, each side from the king down. */
    public static String write(Map<Square, Piece> men, Language language) {
        List<String> lines = new ArrayList<>();
        for (Side side : Side.values()) {
            List<String> groups = new ArrayList<>();
            for (PieceType type : List.of(PieceType.values()).reversed()) {
                List<String> squares = men.entrySet().stream()
                        .filter(man -> man.getValue() == Piece.of(side, type))
                        .map(man -> man.getKey().toString())
                        .sorted()
                        .toList();
                if (!squares.isEmpty()) {
                    String name = type == PieceType.PAWN ? Words.of("setup.pawns") : language.letter(type);
                    groups.add(name + ' ' + String.join(" ", squares));
                }
            }
            lines.add(Words.of("setup.side." + side) + ": " + String.join(", ", groups));
        }
        return String.join("\n", lines);
    }

    /** Reads a list in the letters of a language or in English ones. */
    public static Reading read(String text, Language language) {
        SequencedMap<Square, Piece> men = new LinkedHashMap<>();
        Side side = null;
        PieceType type = PieceType.PAWN;
        Matcher tokens = TOKEN.matcher(text);
        while (tokens.find()) {
            String token = tokens.group();
            Side named = sideNamed(token);
            if (named != null) {
                side = named;
                type = PieceType.PAWN;
                continue;
            }
            if (side == null) {
                return new Reading.Refused(tokens.start() + 1, token, Words.of("setup.list.side"));
            }
            PieceType alone = typeNamed(token, language);
            if (alone != null) {
                type = alone;
                continue;
            }
            Square bare = Square.parse(token.toLowerCase(Locale.ROOT));
            PieceType joined = bare == null ? joined(token, language) : null;
            Square square = bare != null ? bare : joined == null ? null : squareAtEnd(token);
            if (square == null) {
                return new Reading.Refused(tokens.start() + 1, token, Words.of("setup.list.token"));
            }
            if (men.putIfAbsent(square, Piece.of(side, joined == null ? type : joined)) != null) {
                return new Reading.Refused(tokens.start() + 1, token, Words.of("setup.list.twice", square));
            }
            if (joined != null) {
                type = PieceType.PAWN;
            }
        }
        return new Reading.Read(men);
    }

    private static @Nullable Side sideNamed(String token) {
        for (Side side : Side.values()) {
            if (token.equalsIgnoreCase(Words.of("setup.side." + side))) {
                return side;
            }
        }
        return null;
    }

    private static @Nullable PieceType typeNamed(String token, Language language) {
        if (token.equalsIgnoreCase(Words.of("setup.pawns")) || token.equalsIgnoreCase(Words.of("setup.pawn"))) {
            return PieceType.PAWN;
        }
        for (Language each : List.of(language, Language.ENGLISH, Language.FIGURINES)) {
            Language.Found found = each.at(token, false);
            if (found != null && found.length() == token.length()) {
                return found.type();
            }
        }
        // Last, since in some languages this letter is a piece's.
        return token.equals("P") ? PieceType.PAWN : null;
    }

    private static @Nullable Square squareAtEnd(String token) {
        return token.length() < 2
                ? null
                : Square.parse(token.substring(token.length() - 2).toLowerCase(Locale.ROOT));
    }

    private static @Nullable PieceType joined(String token, Language language) {
        return token.length() < 3 ? null : typeNamed(token.substring(0, token.length() - 2), language);
    }
}
