package org.zeroply.reading;

import java.util.Optional;
import org.zeroply.words.Words;

/** What a line of the ledger measures. The formulas stand in docs/measures.md under the same names. */
public enum Factor {
    TOTAL(Section.MATERIAL),
    IMBALANCE(Section.MATERIAL),
    BISHOPS(Section.MATERIAL),
    HANGING(Section.EXCHANGES),
    LOOSE(Section.EXCHANGES),
    ISLANDS(Section.PAWNS),
    ISOLATED(Section.PAWNS),
    DOUBLED(Section.PAWNS),
    BACKWARD(Section.PAWNS),
    PASSED(Section.PAWNS),
    PROTECTED_PASSED(Section.PAWNS),
    CONNECTED_PASSED(Section.PAWNS),
    OUTSIDE_PASSED(Section.PAWNS),
    MAJORITY_QUEENSIDE(Section.PAWNS),
    MAJORITY_CENTRE(Section.PAWNS),
    MAJORITY_KINGSIDE(Section.PAWNS),
    FIXED(Section.PAWNS),
    LEVERS(Section.PAWNS),
    WEAK_SQUARES(Section.PAWNS);

    private final Section section;

    Factor(Section section) {
        this.section = section;
    }

    public Section section() {
        return section;
    }

    public String title() {
        return Words.of("factor." + name());
    }

    /** Why it matters. */
    public String rule() {
        return Words.of("factor." + name() + ".rule");
    }

    /** When the rule does not hold, where an exception is known. */
    public Optional<String> exception() {
        String key = "factor." + name() + ".exception";
        return Words.has(key) ? Optional.of(Words.of(key)) : Optional.empty();
    }
}
