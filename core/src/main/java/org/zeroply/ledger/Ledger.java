package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import org.zeroply.notation.Language;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/** The reading of one position: every entry, in the order of the factors. */
public record Ledger(List<Entry> entries) {
    public Ledger {
        entries = entries.stream().sorted(Comparator.comparing(Entry::factor)).toList();
    }

    /** Reads a position under a value scale, by itself: what needs the game so far says nothing. */
    public static Ledger of(Position position, ValueScale scale) {
        return of(position, List.of(), position, scale, Language.ENGLISH);
    }

    /**
     * Reads the position after some moves of a game.
     *
     * @param language whose piece letters name the moves
     */
    public static Ledger of(Position start, List<Move> moves, ValueScale scale, Language language) {
        return of(start, moves, start.playAll(moves), scale, language);
    }

    private static Ledger of(Position start, List<Move> moves, Position position, ValueScale scale, Language language) {
        Survey survey = new Survey(position);
        List<Entry> entries = new ArrayList<>(MaterialFamily.read(position, scale));
        entries.addAll(ExchangeFamily.read(survey));
        List<Entry> pawns = PawnFamily.read(survey);
        entries.addAll(pawns);
        entries.addAll(MinorPieceFamily.read(survey));
        Entry weak = pawns.stream()
                .filter(entry -> entry.factor() == Factor.WEAK_SQUARES)
                .findFirst()
                .orElseThrow();
        entries.addAll(ActivityFamily.read(
                survey,
                weak.white().evidence().squares(),
                weak.black().evidence().squares()));
        entries.addAll(FileFamily.read(survey));
        entries.addAll(KingFamily.read(survey));
        entries.addAll(TempoFamily.read(start, moves, language));
        entries.addAll(LinesFamily.read(survey));
        entries.addAll(PawnEndingFamily.read(survey));
        return new Ledger(
                entries.stream().map(entry -> entry.named(position, language)).toList());
    }

    /** This ledger and further entries, for factors that it does not have yet; in the order of the sections. */
    public Ledger with(List<Entry> more) {
        List<Entry> all = new ArrayList<>(entries);
        all.addAll(more);
        return new Ledger(all);
    }

    public boolean has(Factor factor) {
        return entries.stream().anyMatch(entry -> entry.factor() == factor);
    }

    public Entry entry(Factor factor) {
        return entries.stream()
                .filter(entry -> entry.factor() == factor)
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("the ledger has no entry " + factor));
    }

    /** The entries that both ledgers have and that differ, with what was there. */
    public List<Change> changesSince(Ledger before) {
        List<Change> changes = new ArrayList<>();
        for (Entry entry : entries) {
            if (!before.has(entry.factor())) {
                continue;
            }
            Entry old = before.entry(entry.factor());
            if (!Objects.equals(old.white(), entry.white()) || !Objects.equals(old.black(), entry.black())) {
                changes.add(new Change(old, entry));
            }
        }
        return changes;
    }
}
