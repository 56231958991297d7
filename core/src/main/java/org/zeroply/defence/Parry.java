package org.zeroply.defence;

import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.Change;
import org.zeroply.rules.Move;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Grounds;
import org.zeroply.search.Verdict;

/**
 * A move against a threat, whether it meets it or fails.
 *
 * @param kinds what it does on the board against the threat
 * @param line the move and best play after it
 * @param meets whether the threat is met
 * @param grounds what that rests on: a proof that no mate comes, or a search
 * @param lost material that it costs at the end of the line, in pawns at 1-3-3-5-9; negative if it wins some
 * @param changes what it changes in the ledger for its side; of moves that meet the threat only
 */
public record Parry(
        Set<ParryKind> kinds, CalculatedLine line, boolean meets, Grounds grounds, int lost, List<Change> changes) {
    public Parry {
        kinds = Set.copyOf(kinds);
        changes = List.copyOf(changes);
    }

    public Move move() {
        return line.first();
    }

    public Verdict verdict() {
        return line.verdict();
    }

    /** The opponent's best reply; of a move that fails, what refutes it. Null if the move ends the game. */
    public @Nullable Move reply() {
        return line.moves().size() > 1 ? line.moves().get(1) : null;
    }

    /** Kinds in their order. */
    public List<ParryKind> kindsInOrder() {
        return kinds.stream().sorted().toList();
    }
}
