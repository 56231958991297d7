package org.zeroply.analysis;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.Change;
import org.zeroply.ledger.RunningBalance;
import org.zeroply.rules.Move;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Verdict;

/**
 * A move that was looked at, with what best play makes of it.
 *
 * @param line the move and what follows
 * @param loss how much of the expected score its side gives away against the best candidate, 0 to 1
 * @param isRefuted whether it is {@link Worse} than the best candidate
 * @param natural whether a first look would choose it or nearly so
 * @param balance material along the line, from the view of the side that moves
 * @param changes the ledger's entries that differ between the position and the end of the line
 */
public record Candidate(
        CalculatedLine line,
        double loss,
        boolean isRefuted,
        boolean natural,
        RunningBalance balance,
        List<Change> changes) {
    /** From this loss of the expected score on, a move is worse than the best; see {@link Worse}. */
    public static final double REFUTED = 0.10;

    public Candidate {
        changes = List.copyOf(changes);
    }

    public Move move() {
        return line.first();
    }

    public Verdict verdict() {
        return line.verdict();
    }

    /** The opponent's best reply, or null if the move ends the game. */
    public @Nullable Move reply() {
        return line.moves().size() > 1 ? line.moves().get(1) : null;
    }
}
