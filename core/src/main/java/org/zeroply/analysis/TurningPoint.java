package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.ledger.Change;
import org.zeroply.ledger.Comparison;
import org.zeroply.ledger.Entry;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.Section;
import org.zeroply.ledger.Value;
import org.zeroply.ledger.ValueScale;
import org.zeroply.rules.Move;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/**
 * What there is to say of a turning point: what should have been played, what refutes what was, and the entries of the
 * ledger that are different at the ends of the two lines.
 *
 * @param better the line that was best, from the position before the move; empty if there is none
 * @param refutation what follows the move that was played
 * @param differences the entries, the ledger after the move's refutation first, in words; at most a few
 */
public record TurningPoint(
        Judgement.Judged move, List<Move> better, List<Move> refutation, List<Difference> differences) {
    private static final int LONGEST = 6;
    private static final int MOST_DIFFERENCES = 4;

    /** What changes with every move and says little of why one line is worse than another. */
    private static final List<Section> TELLING =
            List.of(Section.MATERIAL, Section.EXCHANGES, Section.PAWNS, Section.KING, Section.LINES, Section.ACTIVITY);

    /** An entry at the end of the line that was played and at the end of the better one. */
    public record Difference(Factor factor, Entry played, Entry better) {
        /** In words: what stands at the end of the line that was played, and at that of the better one. */
        public String inWords() {
            return Words.of("turning.difference", factor.title(), figures(played, better), figures(better, played));
        }

        /** The figures of the sides in which the two ends differ; what is left over is told as a whole. */
        private static String figures(Entry entry, Entry other) {
            if (entry.factor() == Factor.IMBALANCE) {
                return entry.explanation();
            }
            List<String> figures = new ArrayList<>();
            for (Side side : Side.values()) {
                Value value = entry.of(side).value();
                if (!value.equals(other.of(side).value())) {
                    figures.add(Words.of("side." + side) + " "
                            + (value.isNothing() ? Words.of("turning.nothing") : value.text()));
                }
            }
            return String.join(", ", figures);
        }
    }

    public TurningPoint {
        better = List.copyOf(better);
        refutation = List.copyOf(refutation);
        differences = List.copyOf(differences);
    }

    public static TurningPoint of(Judgement.Judged move) {
        List<Move> better = better(move);
        List<Move> played = played(move);
        List<Move> refutation = played.subList(1, played.size());
        if (better.isEmpty()) {
            return new TurningPoint(move, better, refutation, List.of());
        }
        Comparison comparison = compare(move);
        List<Difference> differences = comparison.factors().stream()
                .filter(TurningPoint::isTelling)
                .limit(MOST_DIFFERENCES)
                .map(factor -> new Difference(
                        factor,
                        comparison.ways().getFirst().ledger().entry(factor),
                        comparison.ways().getLast().ledger().entry(factor)))
                .toList();
        return new TurningPoint(move, better, refutation, differences);
    }

    private static boolean isTelling(Factor factor) {
        return TELLING.contains(factor.section()) && !factor.is(Factor.Trait.UNSPECIFIC);
    }

    /** What became of the ledger in a span of moves, from the position before its first to that after its last. */
    public static List<Change> changes(Judgement.Drift drift) {
        Ledger before = Ledger.of(drift.first().before().position(), ValueScale.SCHOOLROOM);
        Ledger after = Ledger.of(drift.last().after().position(), ValueScale.SCHOOLROOM);
        return after.changesSince(before).stream()
                .filter(change ->
                        isTelling(change.factor()) && !change.inWords().isEmpty())
                .limit(MOST_DIFFERENCES)
                .toList();
    }

    /** What was best, as far as it is shown. */
    static List<Move> better(Judgement.Judged move) {
        return cut(move.before().best(), LONGEST);
    }

    /** The move that was played and what follows it, as far as it is shown. */
    static List<Move> played(Judgement.Judged move) {
        List<Move> played = new ArrayList<>(List.of(move.move()));
        played.addAll(cut(move.after().best(), LONGEST - 1));
        return played;
    }

    /** The ledgers at the ends of the line that was played and of the better one, in this order. */
    static Comparison compare(Judgement.Judged move) {
        return Comparison.of(
                move.before().position(), List.of(played(move), better(move)), true, ValueScale.SCHOOLROOM);
    }

    private static List<Move> cut(List<Move> line, int most) {
        return line.subList(0, Math.min(most, line.size()));
    }
}
