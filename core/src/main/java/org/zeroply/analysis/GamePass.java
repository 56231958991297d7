package org.zeroply.analysis;

import java.util.List;
import java.util.Map;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.Calculation;
import org.zeroply.search.Effort;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.work.Cancel;

/**
 * The pass over a game that a judgement rests on: one best line for every position of the main line. A position costs a
 * fixed short time, so that a game of 40 moves is done within a minute; what was calculated of a position is kept as a
 * study without candidates, so that a pass goes on where it stopped and a game judged before is there at once.
 */
public final class GamePass {
    /** For each position: 81 positions of a 40-move game take 53 seconds. */
    public static final Limit LIMIT = Limit.millis(650);

    /** Under this number of lines a look for judging is kept: it has no candidates beside the best line. */
    public static final int LINES = 0;

    /** The level under which it is kept; raised when {@link #LIMIT} is. */
    public static final int LEVEL = Effort.GLANCE.ordinal();

    private GamePass() {}

    /**
     * Looks at one position of a line on the calling thread.
     *
     * @param line the positions up to it, itself last
     * @return a study with the best line alone; not complete if it was cancelled
     */
    public static Study look(List<Position> line, Limit limit, Analyst analyst, Cancel cancel) {
        Position position = line.getLast();
        Question question = new Question(position, line.subList(0, line.size() - 1), List.of(), 1, limit);
        Calculation found = analyst.calculate(question, partial -> {}, cancel);
        return new Study(position, List.of(), List.of(found), List.of(), Map.of(), !cancel.isWished());
    }

    /** The position as a judgement takes it. */
    public static Judgement.Point point(Study study) {
        Calculation calculation = study.calculations().getFirst();
        return new Judgement.Point(
                study.position(),
                calculation.verdict(),
                calculation.lines().isEmpty()
                        ? List.of()
                        : calculation.lines().getFirst().moves());
    }

    /** The positions of a game's main line that are looked at, the start first; up to a pass that an annotator wrote. */
    public static List<Position> line(GameTree tree) {
        List<Integer> main = tree.mainLine();
        int moves = 0;
        while (moves < main.size() && !tree.node(main.get(moves)).played().isPass()) {
            moves++;
        }
        return tree.positionsAlong(main.subList(0, moves));
    }
}
