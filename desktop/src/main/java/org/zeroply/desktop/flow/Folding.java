package org.zeroply.desktop.flow;

import java.util.Arrays;
import org.zeroply.repertoire.Likelihood;
import org.zeroply.repertoire.Repertoire;

/** What is folded away until somebody asks for it: everything behind answers that are less likely than some sixty others. */
public final class Folding {
    private static final int SHOWN = 64;

    private Folding() {}

    /** Behind answers less likely than this nothing is shown, 0 to 1. */
    static double floor(Repertoire repertoire, Likelihood likelihood) {
        double[] chances = new double[repertoire.size()];
        int count = 0;
        for (Repertoire.Node node : repertoire.nodes()) {
            if (!repertoire.isOurs(node.id())) {
                chances[count++] = likelihood.at(node.id());
            }
        }
        Arrays.sort(chances, 0, count);
        return count <= SHOWN ? 0 : chances[count - SHOWN];
    }

    /** Whether what comes after a node is folded away by itself. */
    public static boolean isFolded(Repertoire repertoire, Likelihood likelihood, int node) {
        return likelihood.at(node) < floor(repertoire, likelihood);
    }
}
