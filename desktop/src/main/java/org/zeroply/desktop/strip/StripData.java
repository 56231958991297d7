package org.zeroply.desktop.strip;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
        List<Integer> noted,
        Side firstSide,
        int firstNumber,
        List<Integer> material,
        List<Optional<Duration>> clocks,
        int current) {

    public static StripData of(GameTree tree, int current, Language language, ValueScale scale) {
        Map<Integer, String> texts = new TreeMap<>();
        List<Integer> noted = new ArrayList<>();
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
        return new StripData(
                        layout,
                        texts,
                        noted,
                        tree.start().sideToMove(),
                        tree.start().moveNumber(),
                        List.of(),
                        List.of(),
                        current)
                .at(tree, current, scale, positions);
    }

    private StripData at(GameTree tree, int node, ValueScale scale, Map<Integer, Position> positions) {
        List<Integer> balances = new ArrayList<>();
        List<Optional<Duration>> shown = new ArrayList<>();
        for (int id : tree.lineThrough(node)) {
            Position after = positions.get(id);
            balances.add(after == null ? 0 : scale.balance(after));
            shown.add(tree.node(id).clock());
        }
        return new StripData(layout, texts, noted, firstSide, firstNumber, balances, shown, node);
    }
}
