package org.zeroply.search;

/**
 * The published techniques that make the search small, each of which can be switched off to measure what it gains. The
 * result of the search stays the same in kind without any of them; only the work grows.
 */
public enum Technique {
    /** The window of the next depth is laid narrowly round the last value. */
    ASPIRATION,
    /** Results of positions are kept in the table and used again. */
    TABLE,
    /** Captures in the order of what the exchange brings, losing ones last. */
    EXCHANGE_ORDER,
    /** Quiet moves that refuted a sister position come first. */
    KILLERS,
    /** Quiet moves in the order of their success elsewhere in the tree. */
    HISTORY,
    /** The quiet move that last refuted the move before. */
    COUNTER_MOVE,
    /** If even passing holds the upper bound, the position is left; verified where zugzwang threatens. */
    NULL_MOVE,
    /** Late moves are looked at less deeply first. */
    LATE_REDUCTION,
    /** Late quiet moves near the leaves are left out. */
    LATE_PRUNING,
    /** Positions far above the upper bound near the leaves are left. */
    STATIC_BOUND,
    /** Quiet moves that cannot reach the lower bound near the leaves are left out. */
    FUTILITY,
    /** Moves that lose material by the exchange near the leaves are left out. */
    EXCHANGE_PRUNING,
    /** A check that follows a check, and a single reply, do not use up depth. */
    EXTENSIONS,
    /** At rest, a position that material has decided is not evaluated further. */
    LAZY_EVALUATION,
    /** Without a move from the table, a position is looked at less deeply. */
    TABLE_MOVE_REDUCTION
}
