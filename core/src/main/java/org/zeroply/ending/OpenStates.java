package org.zeroply.ending;

/**
 * The states of one placement while they are solved backwards: what the moves out of the placement give each of them, how
 * many moves within it are not yet known to lose, and when it is decided.
 *
 * <p>For every state either {@link #settle}, or {@link #begin}, {@link #count} for its moves, and {@link #end}; then
 * {@link #drain}.
 */
final class OpenStates {
    /** In place of the count of open moves: no position, or one whose value is found or has its place in the buckets. */
    private static final byte SETTLED = -1;

    /** More moves than any state has: it is not decided by them. */
    private static final byte BARRED = 100;

    private final Buckets buckets;
    private final byte[] open;
    private final short[] lostLater;

    private int quickest;
    private int longest;
    private boolean holds;

    /** @param expected how many entries there will be, more or less */
    OpenStates(int states, int expected) {
        buckets = new Buckets(expected);
        open = new byte[states];
        lostLater = new short[states];
    }

    /** Before the next placement. */
    void clear() {
        buckets.clear();
    }

    /** Nothing will be decided of this state any more. */
    void settle(int state) {
        open[state] = SETTLED;
    }

    /** Leaves the moves of a state out of account. */
    void bar(int state, boolean lost) {
        open[state] = BARRED;
        if (lost) {
            buckets.put(state, 1);
        }
    }

    void begin() {
        quickest = Buckets.MOST_PLIES;
        longest = 0;
        holds = false;
    }

    /** Counts a move out of the placement by the value that it has for the other side. */
    void count(int theirs) {
        if (theirs == 0) {
            holds = true;
        } else if ((theirs - 1 & 1) == 0) {
            quickest = Math.min(quickest, theirs);
        } else {
            longest = Math.max(longest, theirs);
        }
    }

    /** Whether no move can win more quickly than one that was counted. */
    boolean isWonAtOnce() {
        return quickest <= 1;
    }

    /** @param moves those within the placement */
    void end(int state, int moves, boolean check) {
        boolean wins = quickest < Buckets.MOST_PLIES;
        if (wins) {
            buckets.put(state, quickest);
        }
        open[state] = (byte) (moves + (holds || wins ? 1 : 0));
        lostLater[state] = (short) longest;
        if (open[state] == 0) {
            if (longest > 0) {
                buckets.put(state, longest);
            } else if (check) {
                buckets.put(state, 0);
            }
        }
    }

    /** A move of this state leads to one that is decided at the distance. */
    void before(int state, int distance) {
        if (open[state] < 0) {
            return;
        }
        if ((distance & 1) == 0) {
            open[state] = SETTLED;
            buckets.put(state, distance + 1);
        } else if (--open[state] == 0) {
            open[state] = SETTLED;
            buckets.put(state, Math.max(distance + 1, lostLater[state]));
        }
    }

    /** The smallest distances first; what is told may decide earlier states. */
    void drain(Buckets.Told told) {
        buckets.drain(told);
    }
}
