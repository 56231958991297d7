package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.zeroply.ledger.Entry.Account;
import org.zeroply.rules.Side;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/** One factor in two ledgers, and what is different. */
public record Change(Entry before, Entry after) {
    public Change {
        if (before.factor() != after.factor()) {
            throw new IllegalArgumentException(
                    "a change is of one factor, not of " + before.factor() + " and " + after.factor());
        }
    }

    public Factor factor() {
        return after.factor();
    }

    public boolean changed(Side side) {
        return !before.of(side).value().equals(after.of(side).value());
    }

    /** What changed, side by side, in a few words; empty if only the evidence moved. */
    public String inWords() {
        List<String> parts = new ArrayList<>();
        for (Side side : Side.values()) {
            String said = inWords(side);
            if (!said.isEmpty()) {
                parts.add(Words.of("change.side", Words.of("side." + side), said));
            }
        }
        return String.join("; ", parts);
    }

    /** What says the same in better words, where it changed as well: the imbalance for a total, what hangs for what is loose. */
    private static final Map<Factor, Factor> SAID_BY = Map.of(
            Factor.TOTAL, Factor.IMBALANCE,
            Factor.LOOSE, Factor.HANGING,
            Factor.PROTECTED_PASSED, Factor.PASSED,
            Factor.CONNECTED_PASSED, Factor.PASSED,
            Factor.OUTSIDE_PASSED, Factor.PASSED);

    /** Whether another change says the same in better words, so that one of the two is enough. */
    public boolean isSaidBy(Change other) {
        if (SAID_BY.get(factor()) != other.factor()) {
            return false;
        }
        // A total changes whenever the imbalance does; squares must be the same ones.
        return factor() == Factor.TOTAL
                || Arrays.stream(Side.values())
                        .allMatch(side -> before.of(side)
                                        .value()
                                        .equals(other.before.of(side).value())
                                && after.of(side)
                                        .value()
                                        .equals(other.after.of(side).value()));
    }

    /** What changed as a sentence of its own, with the name of the factor where the words do not say it; may be empty. */
    public String sentence() {
        String said = inWords();
        return said.isEmpty() || Words.has("change.new." + factor())
                ? said
                : Words.of("change.side", factor().title(), said);
    }

    /** What changed for one side; empty if nothing did. */
    public String inWords(Side side) {
        return side(after.factor(), before.of(side), after.of(side));
    }

    private static String side(Factor factor, Account before, Account after) {
        if (before.value().equals(after.value())) {
            return "";
        }
        if (before.value() instanceof Value.Squares old && after.value() instanceof Value.Squares now) {
            return squares(factor, old, now);
        }
        String was =
                before.value().isNothing() ? Words.of("none") : before.value().text();
        String is = after.value().isNothing() ? Words.of("none") : after.value().text();
        return Words.of("change.value", was, is);
    }

    private static String squares(Factor factor, Value.Squares before, Value.Squares after) {
        SquareSet fresh = after.squares().without(before.squares());
        SquareSet gone = before.squares().without(after.squares());
        List<String> parts = new ArrayList<>();
        if (!fresh.isEmpty()) {
            parts.add(Words.of(key("change.new", factor), after.text(fresh), fresh.size()));
        }
        if (!gone.isEmpty()) {
            parts.add(Words.of(key("change.gone", factor), before.text(gone), gone.size()));
        }
        return String.join(", ", parts);
    }

    /** Some factors have words of their own for what comes and goes. */
    private static String key(String key, Factor factor) {
        String own = key + "." + factor;
        return Words.has(own) ? own : key;
    }
}
