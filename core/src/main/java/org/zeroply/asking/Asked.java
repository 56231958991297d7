package org.zeroply.asking;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleConsumer;
import org.jspecify.annotations.Nullable;
import org.zeroply.ending.ExactEndings;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.Known;
import org.zeroply.work.Cancel;

/**
 * Where, how and by whom a question is asked.
 *
 * @param tree the game that the position stands in; a position alone is a tree without moves
 * @param node the move after which it is asked
 * @param language whose piece letters are read and written
 * @param given how it is asked
 * @param analyst who calculates
 * @param known what speaks before a calculator of its own that a question needs
 * @param endings who knows endings exactly
 * @param progress told which part is done, from 0 to 1, where that is known
 */
public record Asked(
        GameTree tree,
        int node,
        Language language,
        Amount amount,
        Given given,
        Analyst analyst,
        Known known,
        ExactEndings endings,
        DoubleConsumer progress,
        Cancel cancel) {
    /** The number of moves of the game that are looked at, where no line is typed. */
    private static final int MOST_MOVES = 16;

    public Position position() {
        return tree.positionAt(node);
    }

    /** The positions of the game before this one, oldest first. */
    public List<Position> before() {
        List<Position> before = new ArrayList<>(tree.positionsAlong(tree.pathTo(node)));
        before.removeLast();
        return before;
    }

    /** What was typed without move numbers, word by word. */
    static List<String> words(String typed) {
        List<String> words = new ArrayList<>();
        for (String word : typed.split("[\\s,;]+")) {
            String name = word.replaceFirst("^\\d+\\.+", "");
            if (!name.isEmpty()) {
                words.add(name);
            }
        }
        return words;
    }

    /** A move by its name in English or in the language of the question; null if there is none. */
    @Nullable
    Move move(Position here, String name) {
        Move move = San.read(here, name);
        if (move != null) {
            return move;
        }
        String bare = name.replaceAll("[+#]", "");
        return here.legalMoves().stream()
                .filter(each ->
                        San.write(here, each, language).replaceAll("[+#]", "").equals(bare))
                .findFirst()
                .orElse(null);
    }

    /** The moves of the game from here on. */
    List<Move> movesFromHere() {
        List<Move> moves = new ArrayList<>();
        for (int at = node; !tree.node(at).children().isEmpty() && moves.size() < MOST_MOVES; ) {
            at = tree.node(at).children().getFirst();
            Move move = tree.node(at).played();
            if (move.isPass()) {
                break;
            }
            moves.add(move);
        }
        return moves;
    }
}
