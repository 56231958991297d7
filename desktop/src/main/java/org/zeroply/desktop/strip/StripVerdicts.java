package org.zeroply.desktop.strip;

import java.util.List;
import java.util.Map;
import org.zeroply.search.Verdict;

/**
 * What the strip shows of a judged game, by the columns of its main line.
 *
 * @param steps the step of the verdict that holds after each move; shorter than the line while the rest is unknown
 * @param pennants the share of the expected score that the move of a column gave away, for turning points alone
 */
public record StripVerdicts(List<Verdict.Step> steps, Map<Integer, Double> pennants) {
    public StripVerdicts {
        steps = List.copyOf(steps);
        pennants = Map.copyOf(pennants);
    }
}
