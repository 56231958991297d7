package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.Change;
import org.zeroply.ledger.Comparison;
import org.zeroply.ledger.Contrast;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.Section;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Language;
import org.zeroply.notation.MoveNames;
import org.zeroply.rules.Move;

/**
 * What there is to say of a turning point: what should have been played, what refutes what was, and the entries of the
 * ledger that are different at the ends of the two lines.
 *
 * @param better the line that was best, from the position before the move; empty if there is none
 * @param refutation what follows the move that was played
 * @param comparison of the ledgers at the ends of the line that was played and of the better one; null if there is no
 *     better line
 */
public record TurningPoint(
        Judgement.Judged move,
        List<Move> better,
        List<Move> refutation,
        @Nullable Comparison comparison) {
    /** Half-moves of a line that are shown. */
    static final int LONGEST = 6;

    private static final int MOST_DIFFERENCES = 4;

    /** What changes with every move and says little of why one line is worse than another. */
    private static final List<Section> TELLING =
            List.of(Section.MATERIAL, Section.EXCHANGES, Section.PAWNS, Section.KING, Section.LINES, Section.ACTIVITY);

    public TurningPoint {
        better = List.copyOf(better);
        refutation = List.copyOf(refutation);
    }

    public static TurningPoint of(Judgement.Judged move) {
        List<Move> better = better(move);
        List<Move> played = played(move);
        List<Move> refutation = played.subList(1, played.size());
        return new TurningPoint(move, better, refutation, better.isEmpty() ? null : compare(move));
    }

    /** The lines alone, without what is different at their ends. */
    public static TurningPoint lines(Judgement.Judged move) {
        List<Move> played = played(move);
        return new TurningPoint(move, better(move), played.subList(1, played.size()), null);
    }

    /** What is different at the ends of the two lines, in sentences; at most a few. */
    public List<String> differences(Language language) {
        if (comparison == null) {
            return List.of();
        }
        List<Factor> telling =
                comparison.factors().stream().filter(TurningPoint::isTelling).toList();
        List<String> names = comparison.ways().stream()
                .map(way -> MoveNames.of(move.before().position(), way.first(), language))
                .toList();
        return Contrast.of(comparison, telling, names).stream()
                .map(Contrast.Sentence::text)
                .limit(MOST_DIFFERENCES)
                .toList();
    }

    private static boolean isTelling(Factor factor) {
        return TELLING.contains(factor.section()) && !factor.is(Factor.Trait.UNSPECIFIC);
    }

    /** What became of the ledger in a span of moves, from the position before its first to that after its last, in words. */
    public static List<String> changes(Judgement.Drift drift) {
        Ledger before = Ledger.of(drift.first().before().position(), ValueScale.SCHOOLROOM);
        Ledger after = Ledger.of(drift.last().after().position(), ValueScale.SCHOOLROOM);
        return after.changesSince(before).stream()
                .filter(change -> isTelling(change.factor()))
                .map(Change::sentence)
                .filter(sentence -> !sentence.isEmpty())
                .limit(MOST_DIFFERENCES)
                .toList();
    }

    /** What was best, as far as it is shown. */
    static List<Move> better(Judgement.Judged move) {
        return better(move, LONGEST);
    }

    /** So many half-moves of it at most. */
    static List<Move> better(Judgement.Judged move, int halfMoves) {
        return cut(move.before().best(), halfMoves);
    }

    /** The move that was played and what follows it, as far as it is shown. */
    static List<Move> played(Judgement.Judged move) {
        return played(move, LONGEST);
    }

    /** So many half-moves of it at most. */
    static List<Move> played(Judgement.Judged move, int halfMoves) {
        List<Move> played = new ArrayList<>(List.of(move.move()));
        played.addAll(cut(move.after().best(), halfMoves - 1));
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
