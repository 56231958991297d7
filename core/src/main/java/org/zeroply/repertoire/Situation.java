package org.zeroply.repertoire;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.SearchedEntries;
import org.zeroply.ledger.Value;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Language;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.work.Cancel;

/**
 * A position with the way to it, which some conditions ask about. Its ledger is computed when a condition first asks for
 * it and then kept, for as many conditions as a guard has; racing threads may both compute it.
 */
public final class Situation {
    private final List<Position> positions;
    private final List<Move> moves;
    private volatile @Nullable Ledger ledger;

    /**
     * @param positions from the first one known to the one in question
     * @param moves between them
     */
    public Situation(List<Position> positions, List<Move> moves) {
        this.positions = List.copyOf(positions);
        this.moves = List.copyOf(moves);
        if (positions.size() != moves.size() + 1) {
            throw new IllegalArgumentException(
                    "there must be one position more than moves, were " + positions.size() + " and " + moves.size());
        }
    }

    /** A position of which nothing is known but itself. */
    public static Situation of(Position position) {
        return new Situation(List.of(position), List.of());
    }

    public List<Position> positions() {
        return positions;
    }

    public List<Move> moves() {
        return moves;
    }

    public Position position() {
        return positions.getLast();
    }

    /** A figure of the ledger; absent where the position has none. */
    Value value(Factor factor, Side side) {
        Ledger known = ledger;
        if (known == null) {
            known = Ledger.of(positions.getFirst(), moves, ValueScale.SCHOOLROOM, Language.ENGLISH);
        }
        if (!known.has(factor)) {
            known = known.with(new SearchedEntries().read(position(), Language.ENGLISH, new Cancel()));
        }
        ledger = known;
        return known.has(factor) ? known.entry(factor).of(side).value() : new Value.Absent();
    }

    /** Two are the same if they came about alike. */
    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof Situation that && positions.equals(that.positions) && moves.equals(that.moves);
    }

    @Override
    public int hashCode() {
        return 31 * positions.hashCode() + moves.hashCode();
    }
}
