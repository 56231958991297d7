package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.GameTree;

/**
 * A span that the coach marked as a drift.
 *
 * @param root half-moves from the start of the line to where it went wrong, at the latest the first move of the span
 * @param text what the wrong plan was; may be empty
 */
public record MarkedDrift(Judgement.Drift span, int root, String text) {
    /**
     * The marked spans of a judged line.
     *
     * @param nodes of the line, at least as many as there are judged moves
     */
    public static List<MarkedDrift> in(Judgement judgement, GameTree tree, List<Integer> nodes) {
        List<MarkedDrift> marked = new ArrayList<>();
        for (int ply = 0; ply < judgement.moves().size(); ply++) {
            int at = ply;
            CoachRemarks.of(tree.node(nodes.get(ply))).drift().ifPresent(drift -> {
                int root = at - drift.root();
                // A game that was cut may have lost the beginning of a span.
                if (root >= 0 && drift.halfMoves() % 2 == 0) {
                    marked.add(new MarkedDrift(judgement.span(at - drift.halfMoves(), at), root, drift.text()));
                }
            });
        }
        return marked;
    }
}
