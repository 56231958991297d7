package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.rules.Position;
import org.zeroply.rules.Settled;
import org.zeroply.rules.Side;

/**
 * The material balance along a line, from one side's view and in hundredths of a pawn, against the start of the line.
 *
 * @param afterEachPly how the balance has changed since the start, after every half-move
 * @param sacrificed how deep it dipped (0 or more), counting only plies after which the side to move has no winning
 *     capture, so that an ordinary trade is no sacrifice
 * @param end the change at the end of the line
 */
public record RunningBalance(List<Integer> afterEachPly, int sacrificed, int end) {
    public RunningBalance {
        afterEachPly = List.copyOf(afterEachPly);
    }

    /** What came back after the deepest dip. */
    public int regained() {
        return end + sacrificed;
    }

    /**
     * @param line the positions from the start to the end of the line, at least one
     */
    public static RunningBalance of(List<Position> line, Side side, ValueScale scale) {
        int sign = side == Side.WHITE ? 1 : -1;
        int start = scale.balance(line.getFirst());
        List<Integer> changes = new ArrayList<>();
        int dip = 0;
        for (Position position : line.subList(1, line.size())) {
            int change = sign * (scale.balance(position) - start);
            changes.add(change);
            if (change < -dip && Settled.bestExchange(position, position.sideToMove()) == 0) {
                dip = -change;
            }
        }
        return new RunningBalance(changes, dip, changes.isEmpty() ? 0 : changes.getLast());
    }
}
