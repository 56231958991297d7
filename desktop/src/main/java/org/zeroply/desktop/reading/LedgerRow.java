package org.zeroply.desktop.reading;

import org.jspecify.annotations.Nullable;
import org.zeroply.reading.Change;
import org.zeroply.reading.Entry;
import org.zeroply.rules.SquareSet;

/** A row of the ledger as it is shown. */
public sealed interface LedgerRow {
    record Heading(String text) implements LedgerRow {}

    /** An entry, with what the last move changed of it. */
    record Measured(Entry entry, @Nullable Change change, String addition) implements LedgerRow {}

    /** A line that is no entry: the account of a picked square, or a way to recapture. */
    record Remark(
            String white, String title, String text, String black, SquareSet whiteEvidence, SquareSet blackEvidence)
            implements LedgerRow {}
}
