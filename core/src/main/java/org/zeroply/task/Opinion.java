package org.zeroply.task;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.LineCheck;
import org.zeroply.gametree.GameNode;
import org.zeroply.notation.Signs;
import org.zeroply.search.Verdict;
import org.zeroply.words.Words;

/** The verdict that a person writes: the seven steps in their order, and outside the order that it is unclear. */
public enum Opinion {
    BLACK_WINNING("b++"),
    BLACK_BETTER("b+"),
    BLACK_SLIGHTLY_BETTER("b="),
    LEVEL("equal"),
    WHITE_SLIGHTLY_BETTER("w="),
    WHITE_BETTER("w+"),
    WHITE_WINNING("w++"),
    UNCLEAR("?");

    private static final int UNCLEAR_SIGN = 13;

    private final String brief;

    Opinion(String brief) {
        this.brief = brief;
    }

    /** The number of its sign in the PGN standard. */
    public int sign() {
        return this == UNCLEAR ? UNCLEAR_SIGN : LineCheck.VERDICT_SIGNS.get(ordinal());
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
                    || text.equals(each.brief)
                    || Signs.spelled(text) == each.sign()) {
                return Optional.of(each);
            }
        }
        return Optional.empty();
    }

    /** What the signs of a move state, or null if they state nothing. */
    public static @Nullable Opinion of(GameNode node) {
        Verdict.Step stated = LineCheck.stated(node);
        if (stated != null) {
            return of(stated);
        }
        return node.signs().contains(UNCLEAR_SIGN) ? UNCLEAR : null;
    }

    /** The move with this opinion instead of any other that it stated. */
    public GameNode on(GameNode node) {
        List<Integer> signs = new ArrayList<>(node.signs());
        signs.removeIf(LineCheck::isVerdict);
        signs.add(sign());
        return node.withSigns(signs);
    }
}
