package org.zeroply.search;

import java.util.List;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/**
 * What an {@link Analyst} is asked.
 *
 * @param before the positions of the game before this one, oldest first, so that repetitions are known
 * @param only the moves to look at; empty for all
 * @param lines how many best lines are wanted, 1 to 8; fewer come if there are fewer moves
 */
public record Question(Position position, List<Position> before, List<Move> only, int lines, Limit limit) {
    public static final int MOST_LINES = 8;

    public Question {
        before = List.copyOf(before);
        only = List.copyOf(only);
        if (lines < 1 || lines > MOST_LINES) {
            throw new IllegalArgumentException("1 to " + MOST_LINES + " lines can be asked for, not " + lines);
        }
        for (Move move : only) {
            if (!position.isLegal(move)) {
                throw new IllegalArgumentException("not legal here: " + move + " in " + position);
            }
        }
    }

    /** The best line of a position by itself. */
    public static Question of(Position position, Limit limit) {
        return new Question(position, List.of(), List.of(), 1, limit);
    }

    public Question withLines(int wanted) {
        return new Question(position, before, only, wanted, limit);
    }

    public Question onlyMoves(List<Move> moves) {
        return new Question(position, before, moves, lines, limit);
    }

    public Question withLimit(Limit other) {
        return new Question(position, before, only, lines, other);
    }
}
