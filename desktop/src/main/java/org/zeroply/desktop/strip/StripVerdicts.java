package org.zeroply.desktop.strip;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.zeroply.rules.Side;
import org.zeroply.search.Verdict;

/**
 * What the strip shows of a judged line, by its columns.
 *
 * @param steps the step of the verdict that holds after each move; shorter than the line while the rest is unknown
 * @param pennants the share of the expected score that the move of a column gave away, for turning points alone
 * @param missed columns at which a far better move was hard to see
 * @param praised columns of single moves that deserve praise
 * @param drifts spans of one side's moves that lost by small steps
 * @param plans spans of one side's moves that won ground
 */
public record StripVerdicts(
        List<Verdict.Step> steps,
        Map<Integer, Double> pennants,
        Set<Integer> missed,
        Set<Integer> praised,
        List<Span> drifts,
        List<Span> plans) {
    /**
     * Some moves of one side, from one column to another.
     *
     * @param root the column where the coach sees its origin; the first where none was named
     * @param isByCoach whether the coach marked it
     */
    public record Span(int first, int last, Side side, int root, boolean isByCoach) {}

    public StripVerdicts {
        steps = List.copyOf(steps);
        pennants = Map.copyOf(pennants);
        missed = Set.copyOf(missed);
        praised = Set.copyOf(praised);
        drifts = List.copyOf(drifts);
        plans = List.copyOf(plans);
    }
}
