package org.zeroply.desktop.strip;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.notation.Signs;
import org.zeroply.rules.Position;

/**
 * What the strip shows of a tree wherever one is in it: made once for each tree, since it takes every move.
 *
 * @param layout where the moves stand
 * @param texts what each move is written as, by node
 * @param noted the nodes with a note
 * @param positions after each move, by node
 */
public record StripMoves(
        StripLayout layout, Map<Integer, String> texts, Set<Integer> noted, Map<Integer, Position> positions) {

    public static StripMoves of(GameTree tree, Language language) {
        Map<Integer, String> texts = new HashMap<>();
        Set<Integer> noted = new HashSet<>();
        Map<Integer, Position> positions = new HashMap<>();
        positions.put(GameTree.ROOT, tree.start());
        for (GameNode node : tree.table()) {
            // A parent's id is always smaller than its child's, so its position is known by now.
            if (node != null && node.move() != null) {
                Position before = positions.get(node.parent());
                if (before == null) {
                    throw new IllegalStateException("node " + node.id() + " comes before its parent");
                }
                String sign = node.signs().stream()
                        .map(Signs::suffix)
                        .filter(suffix -> !suffix.isEmpty())
                        .findFirst()
                        .orElse("");
                texts.put(node.id(), San.write(before, node.move(), language) + sign);
                positions.put(node.id(), before.play(node.move()));
                if (!node.after().isEmpty() || !node.before().isEmpty()) {
                    noted.add(node.id());
                }
            }
        }
        return new StripMoves(StripLayout.of(tree), texts, noted, positions);
    }
}
