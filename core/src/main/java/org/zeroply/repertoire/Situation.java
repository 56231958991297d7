package org.zeroply.repertoire;

import java.util.List;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/**
 * A position with the way to it, which some conditions ask about.
 *
 * @param positions from the first one known to the one in question
 * @param moves between them
 */
public record Situation(List<Position> positions, List<Move> moves) {
    public Situation {
        positions = List.copyOf(positions);
        moves = List.copyOf(moves);
        if (positions.size() != moves.size() + 1) {
            throw new IllegalArgumentException(
                    "there must be one position more than moves, were " + positions.size() + " and " + moves.size());
        }
    }

    /** A position of which nothing is known but itself. */
    public static Situation of(Position position) {
        return new Situation(List.of(position), List.of());
    }

    public Position position() {
        return positions.getLast();
    }
}
