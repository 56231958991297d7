package org.zeroply.desktop.flow;

import java.util.List;
import java.util.Set;
import org.zeroply.notation.Language;
import org.zeroply.repertoire.Likelihood;
import org.zeroply.repertoire.Repertoire;

/**
 * What a flow shows.
 *
 * @param folded nodes after which nothing is shown although it is likely
 * @param unfolded nodes after which everything is shown although it is unlikely
 * @param thread the nodes that a game ran through, in order; empty for none
 * @param threadName what the game is called
 */
public record FlowData(
        Repertoire repertoire,
        Likelihood likelihood,
        Set<Integer> folded,
        Set<Integer> unfolded,
        List<Integer> thread,
        String threadName,
        Language language) {
    public FlowData {
        folded = Set.copyOf(folded);
        unfolded = Set.copyOf(unfolded);
        thread = List.copyOf(thread);
    }
}
