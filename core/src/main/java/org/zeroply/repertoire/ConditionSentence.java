package org.zeroply.repertoire;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.State;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.words.Words;

/**
 * Reads conditions as they are said, such as "a black piece bears on c6 and White may still castle". There is no grammar
 * beside that of {@link Condition#inWords}: every simple condition is said once, and a text is looked up among what was said.
 */
final class ConditionSentence {
    /** Figures that a sentence may name. */
    private static final int LARGEST = 20;

    private static final int DEEPEST = 20;

    /** Longer texts are not read as sentences. */
    private static final int LONGEST = 400;

    private static final List<@Nullable PieceType> MEN = new ArrayList<>(Arrays.asList(PieceType.values()));

    static {
        MEN.addFirst(null);
    }

    private static final class Said {
        static final Map<String, Condition> ALL = all();
    }

    /** Parts that were read before, since the same one may be tried in several ways. */
    private final Map<String, Optional<Condition>> known = new HashMap<>();

    private ConditionSentence() {}

    /** The condition of a sentence; empty if nothing is said so. */
    static Optional<Condition> read(String text) {
        return text.length() > LONGEST
                ? Optional.empty()
                : Optional.ofNullable(new ConditionSentence().read(plain(text), 0));
    }

    /** Small letters, single blanks; a piece of any kind may be called a piece. */
    private static String plain(String text) {
        return text.toLowerCase(Locale.ROOT)
                .replaceAll("\\s+", " ")
                .replaceAll("[.\\s]+$", "")
                .replaceAll("\\b(white|black) piece\\b(?! or pawn)", "$1 piece or pawn")
                .strip();
    }

    private @Nullable Condition read(String text, int depth) {
        Condition simple = Said.ALL.get(text);
        if (simple != null || depth == DEEPEST) {
            return simple;
        }
        Optional<Condition> before = known.get(text);
        if (before == null) {
            before = Optional.ofNullable(compound(text, depth));
            known.put(text, before);
        }
        return before.orElse(null);
    }

    private @Nullable Condition compound(String text, int depth) {
        Condition joined = joined(text, " " + Words.of("condition.and") + " ", depth, Condition.All::new);
        if (joined == null) {
            joined = joined(text, " " + Words.of("condition.or") + " ", depth, Condition.Any::new);
        }
        if (joined != null) {
            return joined;
        }
        String not = Words.of("condition.not", "");
        String open = not.substring(0, not.length() - 1).toLowerCase(Locale.ROOT);
        if (text.startsWith(open) && text.endsWith(")")) {
            Condition part = read(text.substring(open.length(), text.length() - 1), depth + 1);
            return part == null ? null : new Condition.Not(part);
        }
        return text.startsWith("(") && text.endsWith(")")
                ? read(text.substring(1, text.length() - 1), depth + 1)
                : null;
    }

    /** The text as parts with a word between them, if each of them is a condition. */
    private @Nullable Condition joined(
            String text, String between, int depth, Function<List<Condition>, Condition> join) {
        List<Condition> parts = new ArrayList<>();
        int from = 0;
        while (true) {
            int to = text.indexOf(between, from);
            Condition part = null;
            // The same word may stand within a part.
            while (to >= 0 && part == null) {
                part = read(text.substring(from, to), depth + 1);
                to = part == null ? text.indexOf(between, to + 1) : to;
            }
            if (part == null || to < 0) {
                break;
            }
            parts.add(part);
            from = to + between.length();
        }
        Condition last = parts.isEmpty() ? null : read(text.substring(from), depth + 1);
        if (last == null) {
            return null;
        }
        parts.add(last);
        return join.apply(parts);
    }

    private static Map<String, Condition> all() {
        Map<String, Condition> said = new HashMap<>();
        for (Side side : Side.values()) {
            for (Condition.Wing wing : Condition.Wing.values()) {
                say(new Condition.MayCastle(side, wing), said);
            }
            for (Square square : Square.values()) {
                ofSquare(side, square, said);
            }
            for (Factor factor : Factor.values()) {
                for (Condition.Bound bound : Condition.Bound.values()) {
                    for (int limit = 0; limit <= LARGEST; limit++) {
                        say(new Condition.Measure(factor, side, bound, limit), said);
                    }
                }
                for (State state : State.values()) {
                    say(new Condition.Is(factor, side, state), said);
                }
            }
        }
        return said;
    }

    private static void ofSquare(Side side, Square square, Map<String, Condition> said) {
        for (PieceType piece : MEN) {
            say(new Condition.Bears(side, piece, square), said);
            say(new Condition.Stands(side, piece, square), said);
            if (piece != null) {
                say(new Condition.Played(side, piece, square), said);
            }
        }
        for (int pawns = 0; pawns <= LARGEST; pawns++) {
            say(new Condition.Gains(side, square, Condition.Bound.LEAST, pawns), said);
            say(new Condition.Gains(side, square, Condition.Bound.MOST, pawns), said);
        }
        for (Square to : Square.values()) {
            if (to.file() == square.file() && to != square) {
                say(new Condition.Lever(side, square, to), said);
            }
        }
    }

    private static void say(Condition condition, Map<String, Condition> said) {
        said.putIfAbsent(plain(condition.inWords()), condition);
    }
}
