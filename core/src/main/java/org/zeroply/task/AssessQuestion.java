package org.zeroply.task;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * A question with an exact answer.
 *
 * @param text what is asked
 * @param keys the answers that are right; each is as good
 */
public record AssessQuestion(String text, List<String> keys) {
    public AssessQuestion {
        text = text.strip();
        keys = keys.stream().map(String::strip).filter(key -> !key.isEmpty()).toList();
    }

    /** Whether an answer is one of the keys: verdicts in any spelling, numbers by value, words without regard to capitals. */
    public boolean isRight(String answer) {
        return keys.stream().anyMatch(key -> same(key, answer));
    }

    private static boolean same(String key, String answer) {
        Optional<Opinion> opinion = Opinion.parse(key);
        if (opinion.isPresent() && opinion.equals(Opinion.parse(answer))) {
            return true;
        }
        String one = plain(key);
        String other = plain(answer);
        return !other.isEmpty()
                && (one.equals(other) || number(one).isPresent() && number(one).equals(number(other)));
    }

    private static Optional<Double> number(String text) {
        try {
            return text.matches("[+-]?[\\d.]+") ? Optional.of(Double.parseDouble(text)) : Optional.empty();
        } catch (NumberFormatException none) {
            return Optional.empty();
        }
    }

    private static String plain(String text) {
        return text.strip()
                .toLowerCase(Locale.ROOT)
                .replace('−', '-')
                .replace("½", ".5")
                .replace(',', '.')
                .replaceAll("\\s+", " ");
    }
}
