package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Move;
import org.zeroply.search.MateTree;

/** Solutions as variations of a game. */
public final class Solutions {
    private Solutions() {}

    /**
     * Adds a solution behind a node: the main line, and beside each of its replies every other reply with the line that
     * answers it, until so many lines have been added.
     *
     * @param most lines at most, 1 or more
     */
    public static GameTree.Edit add(GameTree tree, int node, MateTree solution, int most) {
        List<List<Move>> lines = new ArrayList<>();
        List<Move> main = solution.mainLine();
        lines.add(main);
        MateTree at = solution;
        for (int ply = 1; ply < main.size(); ply += 2) {
            for (MateTree.Reply reply : at.replies().subList(1, at.replies().size())) {
                List<Move> line = new ArrayList<>(main.subList(0, ply));
                line.add(reply.move());
                line.addAll(reply.answer().mainLine());
                lines.add(line);
            }
            at = at.replies().getFirst().answer();
        }
        GameTree grown = tree;
        for (List<Move> line : lines.subList(0, Math.min(most, lines.size()))) {
            grown = grown.addLine(node, line).tree();
        }
        return new GameTree.Edit(grown, grown.addLine(node, main.subList(0, 1)).focus());
    }
}
