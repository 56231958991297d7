package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.zeroply.ledger.Entry.Account;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/**
 * One side's account with what is told of it.
 *
 * @param detail what the figure consists of, without the side's name; may be empty
 */
record Counted(Account account, String detail) {
    /** An entry from the same measure on both sides. */
    static Entry entry(Factor factor, Function<Side, Counted> measure) {
        Counted white = measure.apply(Side.WHITE);
        Counted black = measure.apply(Side.BLACK);
        return new Entry(
                factor,
                white.account(),
                black.account(),
                explain(factor, white.detail(), black.detail()),
                null,
                new Entry.Details(white.detail(), black.detail()));
    }

    /** "White: ...; Black: ...", or what the factor counts where there is nothing to tell. */
    static String explain(Factor factor, String white, String black) {
        List<String> parts = new ArrayList<>();
        if (!white.isEmpty()) {
            parts.add(Words.of("change.side", Words.of("side." + Side.WHITE), white));
        }
        if (!black.isEmpty()) {
            parts.add(Words.of("change.side", Words.of("side." + Side.BLACK), black));
        }
        return parts.isEmpty() ? Words.of("explain." + factor) : String.join("; ", parts);
    }
}
