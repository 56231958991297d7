package org.zeroply.desktop.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.zeroply.asking.Drawn;
import org.zeroply.asking.QuestionReport;
import org.zeroply.desktop.calculation.GivenAnswer;
import org.zeroply.desktop.game.GameNames;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.judging.JudgingModel;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.OwnMark;
import org.zeroply.gametree.OwnMark.Pencil;
import org.zeroply.rules.Side;
import org.zeroply.search.CalculatedLine;
import org.zeroply.showing.Card;
import org.zeroply.showing.Face;
import org.zeroply.task.Opinion;
import org.zeroply.task.Task;

/** A card of the position that is read: with the better line as its answer where one was found, else what the game played. */
final class CardDraft {
    /** Half-moves of an answer. */
    private static final int LONGEST = 6;

    private CardDraft() {}

    /** @param answer to a question asked here; null for none */
    static Card of(OpenGame game, JudgingModel judging, @Nullable GivenAnswer answer) {
        int node = game.nodeProperty().get();
        Optional<CalculatedLine> best = judging.bestLine(node);
        GameTree tree = Task.from(game.tree(), node)
                .withBetter(best.map(line -> head(line.moves())).orElse(List.of()))
                .solution();
        tree = shortened(tree);
        if (best.isPresent() && !tree.mainLine().isEmpty()) {
            GameNode end = tree.node(tree.mainLine().getLast());
            Opinion opinion = Opinion.of(best.get().verdict().step());
            tree = Opinion.of(end) == null ? tree.with(opinion.on(end)) : tree;
        }
        List<OwnMark> marks = new ArrayList<>(CoachRemarks.of(game.current()).marks());
        QuestionReport report = answer == null ? null : answer.report();
        if (report != null) {
            report.drawn().forEach(drawn -> marks.addAll(marks(drawn)));
        }
        tree = tree.with(CoachRemarks.NONE.withMarks(marks).onto(tree.root()));
        Side mover = tree.start().sideToMove();
        String where = node == GameTree.ROOT ? Texts.of("card.start") : game.currentName();
        return Card.of(new Face.Board(tree), game.flippedProperty().get() ? Side.BLACK : Side.WHITE)
                .withQuestion(
                        answer == null
                                ? Texts.of("card.ask", Texts.of("side." + mover))
                                : answer.question().title())
                .withNote(report == null ? "" : report.headline())
                .withSource(Texts.of(
                        "card.from", GameNames.players(game.gameProperty().get()), where));
    }

    private static <T> List<T> head(List<T> moves) {
        return moves.subList(0, Math.min(LONGEST, moves.size()));
    }

    /** The main line no longer than an answer is, unless something was written on it. */
    private static GameTree shortened(GameTree tree) {
        List<Integer> line = tree.mainLine();
        int needed = LONGEST;
        for (int i = 0; i < line.size(); i++) {
            GameNode node = tree.node(line.get(i));
            boolean said = !node.after().isEmpty()
                    || !node.signs().isEmpty()
                    || node.children().size() > 1;
            needed = said && i < 2 * LONGEST ? Math.max(needed, i + 1) : needed;
        }
        return needed < line.size() ? tree.delete(line.get(needed)).tree() : tree;
    }

    /** What an answer draws as marks of the coach's own. */
    private static List<OwnMark> marks(Drawn drawn) {
        return switch (drawn) {
            case Drawn.Way way -> List.of(new OwnMark(OwnMark.Kind.PATH, pencil(way.side()), way.stops(), ""));
            case Drawn.Threat threat ->
                List.of(OwnMark.along(OwnMark.Kind.THREAT, Pencil.BRICK, threat.from(), threat.to()));
            case Drawn.Tie tie -> List.of(OwnMark.on(OwnMark.Kind.RING, pencil(tie.side()), tie.to()));
            case Drawn.Letter letter -> List.of(OwnMark.on(OwnMark.Kind.HATCH, pencil(letter.side()), letter.square()));
        };
    }

    private static Pencil pencil(Side side) {
        return side == Side.WHITE ? Pencil.AMBER : Pencil.INDIGO;
    }
}
