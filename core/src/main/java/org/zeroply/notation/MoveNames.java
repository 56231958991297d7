package org.zeroply.notation;

import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/** Moves with their numbers, as people speak of them: {@code 14...Qxd6}. */
public final class MoveNames {
    private MoveNames() {}

    /** The move of a node with its number; the word for the start for the root. */
    public static String of(GameTree tree, int node, Language language) {
        if (node == GameTree.ROOT) {
            return Words.of("move.start");
        }
        return of(tree.positionAt(tree.node(node).parent()), tree.node(node).played(), language);
    }

    public static String of(Position before, Move move, Language language) {
        return before.moveNumber()
                + (before.sideToMove() == Side.WHITE ? "." : "...")
                + San.write(before, move, language);
    }
}
