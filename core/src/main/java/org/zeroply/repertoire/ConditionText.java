package org.zeroply.repertoire;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.State;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.words.Words;

/**
 * Conditions as text, so that they can be kept, sent and typed: a name and its words in parentheses, such as
 * {@code (all (bears white knight e5) (not (stands black pawn d6)))}. The names are {@code bears}, {@code stands},
 * {@code castle}, {@code played}, {@code gains}, {@code measure}, {@code is}, {@code lever}, {@code all}, {@code any} and
 * {@code not}; a man of any kind is {@code man}.
 */
public final class ConditionText {
    private static final String ANY_MAN = "man";
    private static final Pattern TOKEN = Pattern.compile("[()]|[^()\\s]+");
    private static final int DEEPEST = 20;

    /** A refusal names the words that would have done if there are no more than this. */
    private static final int FEW_WORDS = 20;

    private ConditionText() {}

    public static String write(Condition condition) {
        return switch (condition) {
            case Condition.Bears c -> form("bears", c.side(), man(c.piece()), c.square());
            case Condition.Stands c -> form("stands", c.side(), man(c.piece()), c.square());
            case Condition.MayCastle c -> form("castle", c.side(), c.wing());
            case Condition.Played c -> form("played", c.side(), c.piece(), c.square());
            case Condition.Gains c -> form("gains", c.first(), c.square(), c.bound(), c.pawns());
            case Condition.Measure c -> form("measure", c.factor(), c.side(), c.bound(), c.limit());
            case Condition.Is c -> form("is", c.factor(), c.side(), c.state());
            case Condition.Lever c -> form("lever", c.side(), c.from(), c.to());
            case Condition.All c -> parts("all", c.parts());
            case Condition.Any c -> parts("any", c.parts());
            case Condition.Not c -> parts("not", List.of(c.part()));
        };
    }

    private static Object man(@Nullable PieceType piece) {
        return piece == null ? ANY_MAN : piece;
    }

    private static String form(String name, Object... words) {
        return Arrays.stream(words)
                .map(word -> word instanceof Enum<?> constant && !(word instanceof Square)
                        ? Condition.word(constant)
                        : word.toString())
                .collect(Collectors.joining(" ", "(" + name + " ", ")"));
    }

    private static String parts(String name, List<Condition> parts) {
        return parts.stream().map(ConditionText::write).collect(Collectors.joining(" ", "(" + name + " ", ")"));
    }

    /** What became of a text. */
    public sealed interface Reading {
        record Read(Condition condition) implements Reading {}

        /** The column counts from 1. */
        record Refused(int column, String reason) implements Reading {}
    }

    /** The condition as a sentence if that is read as the same again, else in brackets. */
    public static String sentence(Condition condition) {
        String said = condition.inWords();
        return ConditionSentence.read(said).filter(condition::equals).isPresent() ? said : write(condition);
    }

    /** Reads a condition in brackets, or as it is said: "a black piece bears on c6". */
    public static Reading read(String text) {
        Optional<Condition> said = ConditionSentence.read(text);
        if (said.isPresent()) {
            return new Reading.Read(said.get());
        }
        if (!text.isBlank() && !text.stripLeading().startsWith("(")) {
            return new Reading.Refused(1, Words.of("condition.unsaid"));
        }
        Cursor cursor = new Cursor(text);
        try {
            Condition condition = cursor.condition(0);
            cursor.end();
            return new Reading.Read(condition);
        } catch (Wrong wrong) {
            return new Reading.Refused(wrong.column, String.valueOf(wrong.getMessage()));
        }
    }

    private static final class Wrong extends Exception {
        private static final long serialVersionUID = 1;
        private final int column;

        Wrong(int column, String reason) {
            super(reason);
            this.column = column;
        }
    }

    private static final class Cursor {
        private final String text;
        private final List<MatchResult> tokens;
        private int at;

        Cursor(String text) {
            this.text = text;
            tokens = TOKEN.matcher(text).results().toList();
        }

        private String next(String wanted) throws Wrong {
            if (at == tokens.size()) {
                throw new Wrong(text.length() + 1, Words.of("condition.refused", wanted, Words.of("condition.end")));
            }
            return tokens.get(at++).group();
        }

        private Wrong wrong(String wanted) {
            MatchResult last = tokens.get(at - 1);
            return new Wrong(last.start() + 1, Words.of("condition.refused", wanted, last.group()));
        }

        private void expect(String token) throws Wrong {
            if (!next(token).equals(token)) {
                throw wrong(token);
            }
        }

        void end() throws Wrong {
            if (at < tokens.size()) {
                at++;
                throw wrong(Words.of("condition.end"));
            }
        }

        Condition condition(int depth) throws Wrong {
            expect("(");
            if (depth > DEEPEST) {
                throw wrong(Words.of("condition.shallower"));
            }
            String name = next(Words.of("condition.name"));
            Condition read = switch (name) {
                case "bears" -> new Condition.Bears(side(), man(), square());
                case "stands" -> new Condition.Stands(side(), man(), square());
                case "castle" -> new Condition.MayCastle(side(), constant(Condition.Wing.values()));
                case "played" -> new Condition.Played(side(), constant(PieceType.values()), square());
                case "gains" -> new Condition.Gains(side(), square(), constant(Condition.Bound.values()), number());
                case "measure" ->
                    new Condition.Measure(
                            constant(Factor.values()), side(), constant(Condition.Bound.values()), number());
                case "is" -> new Condition.Is(constant(Factor.values()), side(), constant(State.values()));
                case "lever" -> new Condition.Lever(side(), square(), square());
                case "all" -> new Condition.All(conditions(depth));
                case "any" -> new Condition.Any(conditions(depth));
                case "not" -> new Condition.Not(condition(depth + 1));
                default -> throw wrong(Words.of("condition.name"));
            };
            expect(")");
            return read;
        }

        private List<Condition> conditions(int depth) throws Wrong {
            List<Condition> parts = new ArrayList<>();
            do {
                parts.add(condition(depth + 1));
            } while (at < tokens.size() && tokens.get(at).group().equals("("));
            return parts;
        }

        private Side side() throws Wrong {
            return constant(Side.values());
        }

        private @Nullable PieceType man() throws Wrong {
            if (at < tokens.size() && tokens.get(at).group().equals(ANY_MAN)) {
                at++;
                return null;
            }
            return constant(PieceType.values());
        }

        private Square square() throws Wrong {
            String wanted = Words.of("condition.square");
            String word = next(wanted);
            Square square = Square.parse(word);
            if (square == null) {
                throw wrong(wanted);
            }
            return square;
        }

        private int number() throws Wrong {
            String wanted = Words.of("condition.number");
            String word = next(wanted);
            try {
                return Integer.parseInt(word);
            } catch (NumberFormatException notOne) {
                throw wrong(wanted);
            }
        }

        private <E extends Enum<E>> E constant(E[] constants) throws Wrong {
            String wanted = constants.length > FEW_WORDS
                    ? Words.of("condition.factor")
                    : Arrays.stream(constants).map(Condition::word).collect(Collectors.joining(", "));
            String word = next(wanted);
            return Arrays.stream(constants)
                    .filter(constant -> Condition.word(constant).equals(word))
                    .findFirst()
                    .orElseThrow(() -> wrong(wanted));
        }
    }
}
