package org.zeroply.desktop.ledger;

import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.Change;
import org.zeroply.ledger.Entry;
import org.zeroply.ledger.Reach;
import org.zeroply.ledger.Section;
import org.zeroply.rules.SquareSet;

/** A row of the ledger as it is shown. */
public sealed interface LedgerRow {
    /**
     * The heading of a section, or of something that is none.
     *
     * @param section what opens and closes with it; null for a heading that stays
     * @param entries how many entries belong to it
     */
    record Heading(String text, @Nullable Section section, boolean open, int entries) implements LedgerRow {
        static Heading of(String text) {
            return new Heading(text, null, true, 0);
        }
    }

    /** An entry, with what the last move changed of it. */
    record Measured(Entry entry, @Nullable Change change, String addition) implements LedgerRow {}

    /** One of the sentences on what to see first, and the entry that proves it. */
    record Sentence(String text, Entry entry) implements LedgerRow {}

    /** A line that is no entry: the account of a picked square, or a way to recapture. */
    record Remark(
            String white, String title, String text, String black, SquareSet whiteEvidence, SquareSet blackEvidence)
            implements LedgerRow {}

    /** Where the picked piece gets in this position; chosen, it puts the numbers on the board. */
    record Distances(String title, String text, Reach reach, boolean white) implements LedgerRow {}
}
