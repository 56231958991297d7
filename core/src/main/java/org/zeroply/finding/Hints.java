package org.zeroply.finding;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameTree;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.showing.HintProposals;
import org.zeroply.words.Words;

/** Three hints of an exercise, taken from its solution; none that would fit the move that tempts as well. */
final class Hints {
    private Hints() {}

    /** @param tempting a move that fails; null if none is known */
    static List<String> of(GameTree solution, @Nullable Move tempting) {
        Position position = solution.start();
        List<String> hints = new ArrayList<>(HintProposals.of(solution, Hints::ledger));
        if (tempting != null && position.isLegal(tempting)) {
            GameTree other = GameTree.of(position).add(GameTree.ROOT, tempting).tree();
            hints.removeAll(HintProposals.of(other, Hints::ledger));
            hints.addFirst(Words.of("exercise.hint.not", San.write(position, tempting)));
        }
        List<Integer> line = solution.mainLine();
        if (hints.size() < Exercise.MOST_HINTS && line.size() > 2) {
            Position later = solution.positionAt(line.get(1));
            Move second = solution.node(line.get(2)).played();
            hints.add(Words.of("exercise.hint.later", San.write(later, second)));
        }
        if (hints.size() < Exercise.MOST_HINTS) {
            Move key = solution.node(line.getFirst()).played();
            hints.add(Words.of("exercise.hint.square", key.from().toString()));
        }
        return hints.subList(0, Math.min(Exercise.MOST_HINTS, hints.size()));
    }

    private static Ledger ledger(Position position) {
        return Ledger.of(position, ValueScale.SCHOOLROOM);
    }
}
