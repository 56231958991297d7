package org.zeroply.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.SquareSet;

/** The static reading of one position: every entry, in the order of the sections. Needs no search. */
public record Ledger(List<Entry> entries) {
    public Ledger {
        entries = List.copyOf(entries);
    }

    /** Reads a position under a value scale. */
    public static Ledger of(Position position, ValueScale scale) {
        List<Entry> entries = new ArrayList<>(MaterialReading.read(position, scale));
        entries.addAll(ExchangeReading.read(position));
        entries.addAll(PawnReading.read(position));
        return new Ledger(entries);
    }

    /**
     * The squares of the side that has just moved a pawn which no pawn of it can attack any more, whether or not anybody
     * can use them yet; none after any other move.
     */
    public static SquareSet weakenedBy(Position before, Move move) {
        Side side = before.sideToMove();
        if (move.isPass() || !before.men(side, PieceType.PAWN).contains(move.from())) {
            return SquareSet.NONE;
        }
        return PawnReading.weakSquares(before.play(move), side).without(PawnReading.weakSquares(before, side));
    }

    public Entry entry(Factor factor) {
        return entries.stream()
                .filter(entry -> entry.factor() == factor)
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("the ledger has no entry " + factor));
    }

    /** The entries of this ledger that differ from the one before, with what was there. */
    public List<Change> changesSince(Ledger before) {
        List<Change> changes = new ArrayList<>();
        for (Entry entry : entries) {
            Entry old = before.entry(entry.factor());
            if (!Objects.equals(old.white(), entry.white()) || !Objects.equals(old.black(), entry.black())) {
                changes.add(new Change(old, entry));
            }
        }
        return changes;
    }
}
