package org.zeroply.defence;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;

/**
 * A set of quiet moves after which a move drops nothing.
 *
 * @param moves each with what it is needed for, in an order that works where there is one
 * @param orders the orders that were tried, those that work first
 * @param trial the set played in that order against best replies; null if no order works or it was stopped
 */
public record Preparation(
        List<Needed> moves, List<Order> orders, @Nullable Trial trial) {
    /** A move of the set. */
    public record Needed(Move move, String why) {}

    /**
     * The moves of the set in some order, the other side passing.
     *
     * @param why it fails; empty for one that works
     */
    public record Order(List<Move> moves, String why) {
        public Order {
            moves = List.copyOf(moves);
        }

        public boolean works() {
            return why.isEmpty();
        }
    }

    /**
     * A set against best replies.
     *
     * @param line own moves and replies as far as it went
     * @param why what spoils it; empty if the move can be played in the end and drops nothing
     */
    public record Trial(List<Move> line, String why) {
        public Trial {
            line = List.copyOf(line);
        }

        public boolean holds() {
            return why.isEmpty();
        }
    }

    public Preparation {
        moves = List.copyOf(moves);
        orders = List.copyOf(orders);
    }

    /** The moves in their order. */
    public List<Move> inOrder() {
        return moves.stream().map(Needed::move).toList();
    }

    public int size() {
        return moves.size();
    }
}
