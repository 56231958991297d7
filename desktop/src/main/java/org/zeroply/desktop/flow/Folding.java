package org.zeroply.desktop.flow;

import org.zeroply.repertoire.Likelihood;
import org.zeroply.repertoire.Repertoire;

/** What is folded away until somebody asks for it: everything behind answers that are less likely than some sixty others. */
public final class Folding {
    private static final int SHOWN = 64;

    private Folding() {}

    /** Behind answers less likely than this nothing is shown, 0 to 1. */
    static double floor(Repertoire repertoire, Likelihood likelihood) {
        double[] chances = repertoire.nodes().stream()
                .filter(node -> !repertoire.isOurs(node.id()))
                .mapToDouble(node -> likelihood.at(node.id()))
                .sorted()
                .toArray();
        return chances.length <= SHOWN ? 0 : chances[chances.length - SHOWN];
    }

    /** Whether what comes after a node is folded away by itself. */
    public static boolean isFolded(Repertoire repertoire, Likelihood likelihood, int node) {
        return likelihood.at(node) < floor(repertoire, likelihood);
    }
}
