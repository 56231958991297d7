package org.zeroply.ending;

import java.util.Arrays;

/** States waiting to be decided, by the half-moves at which they will be. */
final class Buckets {
    static final int MOST_PLIES = 1_000;

    /** Told of each state at its distance, the smallest distances first. */
    interface Told {
        void decided(int state, int distance);
    }

    private final int[] head = new int[MOST_PLIES];
    private int[] next;
    private int[] states;
    private int size;

    Buckets(int expected) {
        next = new int[expected];
        states = new int[expected];
    }

    void clear() {
        Arrays.fill(head, -1);
        size = 0;
    }

    /** @throws PawnTables.Unfinished if the distance is beyond all that is counted */
    void put(int state, int distance) {
        if (distance >= MOST_PLIES) {
            throw new PawnTables.Unfinished(PawnEnding.Reason.TOO_LARGE);
        }
        if (size == states.length) {
            states = Arrays.copyOf(states, 2 * size);
            next = Arrays.copyOf(next, 2 * size);
        }
        states[size] = state;
        next[size] = head[distance];
        head[distance] = size++;
    }

    /** What is told may put states at larger distances. */
    void drain(Told told) {
        for (int distance = 0; distance < MOST_PLIES; distance++) {
            for (int entry = head[distance]; entry >= 0; entry = next[entry]) {
                told.decided(states[entry], distance);
            }
        }
    }
}
