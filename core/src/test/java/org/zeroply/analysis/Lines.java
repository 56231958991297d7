package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/** Moves by their names. */
final class Lines {
    private Lines() {}

    /** Moves that follow one another; each must be legal. */
    static List<Move> of(Position start, String... names) {
        List<Move> moves = new ArrayList<>();
        Position position = start;
        for (String name : names) {
            moves.add(Objects.requireNonNull(San.read(position, name), name));
            position = position.play(moves.getLast());
        }
        return moves;
    }
}
