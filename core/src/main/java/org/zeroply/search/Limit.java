package org.zeroply.search;

/**
 * When a calculation ends by itself; 0 stands for no limit.
 *
 * @param millis time in milliseconds
 * @param nodes positions looked at by the first thread; with one thread and a fresh table it makes a calculation
 *     repeatable
 * @param depth half-moves
 */
public record Limit(long millis, long nodes, int depth) {
    /** Only cancelling ends it. */
    public static final Limit NONE = new Limit(0, 0, 0);

    public Limit {
        if (millis < 0 || nodes < 0 || depth < 0) {
            throw new IllegalArgumentException(
                    "limits must not be negative, were " + millis + " ms, " + nodes + " nodes, depth " + depth);
        }
    }

    public static Limit millis(long millis) {
        return new Limit(millis, 0, 0);
    }

    public static Limit nodes(long nodes) {
        return new Limit(0, nodes, 0);
    }

    public static Limit depth(int depth) {
        return new Limit(0, 0, depth);
    }
}
