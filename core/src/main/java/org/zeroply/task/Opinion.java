package org.zeroply.task;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameNode;
import org.zeroply.search.Verdict;
import org.zeroply.words.Words;

/** The verdict that a person writes: the seven steps in their order, and outside the order that it is unclear. */
public enum Opinion {
    BLACK_WINNING(19, "-+", "b++"),
    BLACK_BETTER(17, "-/+", "b+"),
    BLACK_SLIGHTLY_BETTER(15, "=/+", "b="),
    LEVEL(10, "=", "equal"),
    WHITE_SLIGHTLY_BETTER(14, "+/=", "w="),
    WHITE_BETTER(16, "+/-", "w+"),
    WHITE_WINNING(18, "+-", "w++"),
    UNCLEAR(13, "∞", "?");

    private static final List<List<String>> OTHER_SIGNS =
            List.of(List.of("⩱", "=+"), List.of("∓"), List.of("⩲", "+="), List.of("±"));
    private static final List<Opinion> THEIR_OPINIONS =
            List.of(BLACK_SLIGHTLY_BETTER, BLACK_BETTER, WHITE_SLIGHTLY_BETTER, WHITE_BETTER);

    private final int sign;
    private final String spelled;
    private final String brief;

    Opinion(int sign, String spelled, String brief) {
        this.sign = sign;
        this.spelled = spelled;
        this.brief = brief;
    }

    /** The number of its sign in the PGN standard. */
    public int sign() {
        return sign;
    }

    /** What is quick to type for it, such as {@code w+}. */
    public String brief() {
        return brief;
    }

    /** In words, "White is winning". */
    public String text() {
        return Words.of("verdict." + name());
    }

    /** The step of the scale; empty for unclear. */
    public Optional<Verdict.Step> step() {
        return this == UNCLEAR ? Optional.empty() : Optional.of(Verdict.Step.values()[ordinal()]);
    }

    public static Opinion of(Verdict.Step step) {
        return values()[step.ordinal()];
    }

    /** The opinion that is written in words, as a sign or in brief; empty for anything else. */
    public static Optional<Opinion> parse(String written) {
        String text = written.strip().toLowerCase(Locale.ROOT).replaceAll("\\s+", " ");
        for (Opinion each : values()) {
            String words = each.text().toLowerCase(Locale.ROOT);
            if (text.equals(words)
                    || text.equals(words.replace(" is ", " "))
                    || text.equals(each.spelled)
                    || text.equals(each.brief)) {
                return Optional.of(each);
            }
        }
        for (int i = 0; i < OTHER_SIGNS.size(); i++) {
            if (OTHER_SIGNS.get(i).contains(text)) {
                return Optional.of(THEIR_OPINIONS.get(i));
            }
        }
        return Optional.empty();
    }

    /** What the signs of a move state, or null if they state nothing. */
    public static @Nullable Opinion of(GameNode node) {
        for (int sign : node.signs()) {
            int usual = sign == 11 || sign == 12 ? LEVEL.sign : sign;
            Optional<Opinion> found =
                    Arrays.stream(values()).filter(each -> each.sign == usual).findFirst();
            if (found.isPresent()) {
                return found.get();
            }
        }
        return null;
    }
}
