package org.zeroply.search;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/**
 * What an {@link Analyst} is asked.
 *
 * @param before the positions of the game before this one, oldest first, so that repetitions are known
 * @param only the moves to look at; empty for all
 * @param lines how many best lines are wanted, 1 to 8; fewer come if there are fewer moves
 * @param mayPass a side that may pass instead of moving wherever it is not in check, from the second half-move on: so it is
 *     seen what the duty to move costs it. Null, as usual, for neither
 */
public record Question(
        Position position,
        List<Position> before,
        List<Move> only,
        int lines,
        Limit limit,
        @Nullable Side mayPass) {
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

    /** By the usual rules: nobody may pass. */
    public Question(Position position, List<Position> before, List<Move> only, int lines, Limit limit) {
        this(position, before, only, lines, limit, null);
    }

    /** The best line of a position by itself. */
    public static Question of(Position position, Limit limit) {
        return new Question(position, List.of(), List.of(), 1, limit);
    }

    public Question withLines(int wanted) {
        return new Question(position, before, only, wanted, limit, mayPass);
    }

    public Question onlyMoves(List<Move> moves) {
        return new Question(position, before, moves, lines, limit, mayPass);
    }

    public Question withLimit(Limit other) {
        return new Question(position, before, only, lines, other, mayPass);
    }

    public Question withPasses(Side side) {
        return new Question(position, before, only, lines, limit, side);
    }
}
