package org.zeroply.analysis;

import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/** The findings of a line check in words. */
public final class LineCheckText {
    private LineCheckText() {}

    /** As in "14...Rd8 gives away 23 in 100; better 14...Kh8 15.Qd2". */
    public static String of(GameTree tree, LineCheck.Finding finding, Language language) {
        String move = move(tree, finding.node(), language);
        return switch (finding.kind()) {
            case FIRST_BAD, BAD, LEFT_OUT -> {
                Position before = tree.positionAt(tree.node(finding.node()).parent());
                String better = San.line(before, finding.better(), language);
                String side = Words.of("side." + finding.side());
                yield Words.of("linecheck." + finding.kind(), move, Words.share(finding.loss()), better, side);
            }
            case WRONG_VERDICT, RIGHT_VERDICT ->
                Words.of("linecheck." + finding.kind(), move, finding.verdict().text());
        };
    }

    /** The move of a node with its number; for the root, words for the start. */
    public static String move(GameTree tree, int node, Language language) {
        if (node == GameTree.ROOT) {
            return Words.of("linecheck.start");
        }
        Position before = tree.positionAt(tree.node(node).parent());
        return before.moveNumber()
                + (before.sideToMove() == Side.WHITE ? "." : "...")
                + San.write(before, tree.node(node).played(), language);
    }
}
