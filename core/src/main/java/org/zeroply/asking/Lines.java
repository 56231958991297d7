package org.zeroply.asking;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.rules.Move;

/** Lines of moves as answers need them. */
final class Lines {
    private Lines() {}

    static List<Move> joined(List<Move> moves, Move... more) {
        List<Move> all = new ArrayList<>(moves);
        all.addAll(List.of(more));
        return all;
    }

    /** Moves of one side, the other side passing. */
    static List<Move> withPasses(List<Move> own) {
        List<Move> path = new ArrayList<>();
        for (Move move : own) {
            if (!path.isEmpty()) {
                path.add(Move.PASS);
            }
            path.add(move);
        }
        return path;
    }
}
