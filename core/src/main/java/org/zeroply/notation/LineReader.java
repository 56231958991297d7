package org.zeroply.notation;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.words.Words;

/**
 * Reads what people type: one move or a whole line, in the letters of several languages, with or without numbers,
 * dots, captures and checks, in capitals or not, with or without blanks between the moves.
 *
 * <p>A line is read in the workbook's language first and then in English, each for the whole line, so that a letter
 * never changes its meaning half way. Another language is taken only if the line is legal in it and every language in
 * which it is legal gives the same moves. What cannot be read is explained in the language that got furthest.
 */
public final class LineReader {
    /** A text longer than this is refused; a game of 300 moves with numbers has about 4,000 characters. */
    private static final int LONGEST = 20_000;

    /** Moves written without blanks are taken apart only up to this length. */
    private static final int LONGEST_GLUED = 60;

    private static final Pattern NUMBER =
            Pattern.compile("(?![0oO]-?[0oO])\\d+\\s*(?:[.…]+|(?=[^\\d\\s.…])|$|(?=\\s))");
    private static final Pattern ALTERNATIVE = Pattern.compile("[^\\s,;]+");
    private static final Pattern RESULT = Pattern.compile("1-0|0-1|1/2-1/2|½-½|\\*");

    private final Language first;

    /** A reader for a workbook in the language. */
    public LineReader(Language first) {
        this.first = first;
    }

    /** Reads all moves of the text from the position. A text without any move gives an empty list. */
    public LineReading read(Position start, String text) {
        if (text.length() > LONGEST) {
            return new LineReading.Refused(1, "", Words.of("line.long", LONGEST), start, List.of());
        }
        LineReading.Refused furthest = null;
        for (Language language : new LinkedHashSet<>(List.of(first, Language.ENGLISH))) {
            switch (readIn(start, text, language)) {
                case LineReading.Read read -> {
                    return read;
                }
                case LineReading.Refused refused -> {
                    if (furthest == null || refused.column() > furthest.column()) {
                        furthest = refused;
                    }
                }
            }
        }
        List<Move> agreed = agreedByTheOthers(start, text);
        if (agreed != null) {
            return new LineReading.Read(agreed);
        }
        if (furthest == null) {
            throw new IllegalStateException("no language was tried");
        }
        return furthest;
    }

    /**
     * Reads moves that are alternatives of one position, with blanks, commas or semicolons between them. Where two moves
     * were typed without a blank, neither counts.
     */
    public LineReading readEach(Position position, String text) {
        List<Move> moves = new ArrayList<>();
        Matcher word = ALTERNATIVE.matcher(text);
        while (word.find()) {
            switch (read(position, word.group())) {
                case LineReading.Read read -> {
                    if (read.moves().size() == 1) {
                        moves.add(read.moves().getFirst());
                    }
                }
                case LineReading.Refused refused -> {
                    return refused.movedBy(word.start());
                }
            }
        }
        return new LineReading.Read(moves);
    }

    /** The moves that every language able to read the whole line finds, or null if none can or two differ. */
    private @Nullable List<Move> agreedByTheOthers(Position start, String text) {
        Set<List<Move>> readings = new LinkedHashSet<>();
        for (Language language : Language.values()) {
            if (language != first
                    && language != Language.ENGLISH
                    && readIn(start, text, language) instanceof LineReading.Read read) {
                readings.add(read.moves());
            }
        }
        return readings.size() == 1 ? readings.iterator().next() : null;
    }

    private LineReading readIn(Position start, String text, Language language) {
        List<Move> moves = new ArrayList<>();
        Position position = start;
        int at = 0;
        while (true) {
            at = skip(text, at);
            if (at >= text.length()) {
                return new LineReading.Read(moves);
            }
            int end = at;
            while (end < text.length() && !isBreak(text.charAt(end))) {
                end++;
            }
            String token = text.substring(at, Math.max(end, at + 1));
            if (RESULT.matcher(token).matches()) {
                return new LineReading.Read(moves);
            }
            List<Move> found = token(position, token, language);
            if (found == null) {
                MoveExplainer explainer = new MoveExplainer(position, language);
                return new LineReading.Refused(
                        at + 1, token, explainer.reason(token), position, explainer.meant(token));
            }
            for (Move move : found) {
                moves.add(move);
                position = position.play(move);
            }
            at = Math.max(end, at + 1);
        }
    }

    private static boolean isBreak(char c) {
        return Character.isWhitespace(c) || c == ',' || c == ';' || c == '…';
    }

    /** Past blanks, dots, commas and move numbers, to the next token. */
    private static int skip(String text, int from) {
        int at = from;
        while (at < text.length()) {
            char c = text.charAt(at);
            if (isBreak(c) || c == '.') {
                at++;
                continue;
            }
            Matcher result = RESULT.matcher(text).region(at, text.length());
            Matcher number = NUMBER.matcher(text).region(at, text.length());
            if (!Character.isDigit(c) || result.lookingAt() || !number.lookingAt()) {
                return at;
            }
            at = number.end();
        }
        return at;
    }

    /** The moves of one token: usually one, several where they were typed without blanks; null if it makes no sense. */
    private static @Nullable List<Move> token(Position position, String token, Language language) {
        Move single = single(position, token, language);
        if (single != null) {
            return List.of(single);
        }
        return token.length() > LONGEST_GLUED ? null : glued(position, token, language, new int[] {2_000});
    }

    /** Takes the longest move off the front and reads on; the budget bounds hostile input. */
    private static @Nullable List<Move> glued(Position position, String token, Language language, int[] budget) {
        if (token.isEmpty()) {
            return List.of();
        }
        for (int length = Math.min(token.length(), 9); length >= 2 && budget[0]-- > 0; length--) {
            Move head = single(position, token.substring(0, length), language);
            if (head != null) {
                String rest = token.substring(length).replaceFirst("^\\d+\\.+", "");
                List<Move> tail = glued(position.play(head), rest, language, budget);
                if (tail != null) {
                    List<Move> moves = new ArrayList<>(List.of(head));
                    moves.addAll(tail);
                    return moves;
                }
            }
        }
        return null;
    }

    /** The one legal move of a token: as it is written, or else with any case; null if there is none or a choice. */
    private static @Nullable Move single(Position position, String token, Language language) {
        if (isPass(token) && !position.isCheck()) {
            return Move.PASS;
        }
        MovePattern strict = MovePattern.strict(token, language);
        MovePattern loose = MovePattern.loose(token, language);
        if (strict == null && loose == null) {
            return null;
        }
        List<Move> legal = position.legalMoves();
        List<Move> exact = strict == null ? List.of() : strict.among(position, legal);
        if (exact.isEmpty() && loose != null) {
            exact = loose.among(position, legal);
        }
        return exact.size() == 1 ? exact.getFirst() : null;
    }

    static boolean isPass(String token) {
        return token.equals("--") || token.equals("Z0") || token.equals("0000");
    }
}
