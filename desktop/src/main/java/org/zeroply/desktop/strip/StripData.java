package org.zeroply.desktop.strip;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.notation.Signs;
import org.zeroply.reading.ValueScale;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/**
 * All that the strip shows of one tree at one move.
 *
 * @param layout where the moves stand
 * @param texts what each move is written as, by node
 * @param noted the nodes with a note
 * @param firstSide who moves in the first column
 * @param firstNumber the move number of the first column
 * @param material White's total minus Black's in hundredths after each move of the current line
 * @param clocks what the mover's clock showed after each move of the current line, where it is known
 * @param current the node one is at
 */
public record StripData(
        StripLayout layout,
        Map<Integer, String> texts,
        Set<Integer> noted,
        Side firstSide,
        int firstNumber,
        List<Integer> material,
        List<Optional<Duration>> clocks,
        int current) {

    public static StripData of(GameTree tree, int current, Language language, ValueScale scale) {
        Map<Integer, String> texts = new TreeMap<>();
        Set<Integer> noted = new HashSet<>();
        Map<Integer, Position> positions = new TreeMap<>();
        positions.put(GameTree.ROOT, tree.start());
        StripLayout layout = StripLayout.of(tree);
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
        List<Integer> balances = new ArrayList<>();
        List<Optional<Duration>> clocks = new ArrayList<>();
        for (int id : tree.lineThrough(current)) {
            Position after = positions.get(id);
            balances.add(after == null ? 0 : scale.balance(after));
            clocks.add(tree.node(id).clock());
        }
        return new StripData(
                layout, texts, noted, tree.start().sideToMove(), tree.start().moveNumber(), balances, clocks, current);
    }
}
