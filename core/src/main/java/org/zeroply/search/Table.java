package org.zeroply.search;

import java.util.Arrays;

/**
 * The transposition table: what is known of positions, by key, shared by all threads of a search without locks. An entry
 * is two words, the first the key xor the second (a published technique): a word torn by two writers at once then fits
 * no key and is taken for nothing. Four entries stand together and the least useful of them is replaced.
 *
 * <p>Layout of the second word: move 16 bits, score 16, static evaluation 16, depth 8, age 6, bound 2.
 */
final class Table {
    static final int NO_BOUND = 0;
    static final int UPPER = 1;
    static final int LOWER = 2;
    static final int EXACT = 3;

    /** Says that nothing is known of a key; no entry has bound 0. */
    static final long NOTHING = 0;

    private static final int TOGETHER = 4;

    private final long[] words;
    private final int mask;
    private int age;

    /** @param megabytes the size, rounded down to a power of two; at least 1 */
    Table(int megabytes) {
        if (megabytes < 1 || megabytes > 8192) {
            throw new IllegalArgumentException("the table has 1 to 8192 megabytes, not " + megabytes);
        }
        long entries = Long.highestOneBit(megabytes * 1024L * 1024L / 16);
        words = new long[(int) (entries * 2)];
        mask = (int) (entries - TOGETHER);
    }

    /** A new search: entries of older ones are replaced first. */
    void nextAge() {
        age = age + 1 & 63;
    }

    void clear() {
        Arrays.fill(words, 0);
        age = 0;
    }

    private int first(long key) {
        return ((int) (key >>> 32) & mask) << 1;
    }

    /** The data word of a key, or {@link #NOTHING}. */
    long find(long key) {
        int at = first(key);
        for (int i = at; i < at + 2 * TOGETHER; i += 2) {
            long data = words[i + 1];
            if ((words[i] ^ data) == key && bound(data) != NO_BOUND) {
                return data;
            }
        }
        return NOTHING;
    }

    void store(long key, int move, int score, int evaluation, int depth, int bound) {
        int at = first(key);
        int chosen = at;
        int worst = Integer.MAX_VALUE;
        int kept = move;
        for (int i = at; i < at + 2 * TOGETHER; i += 2) {
            long data = words[i + 1];
            if ((words[i] ^ data) == key && bound(data) != NO_BOUND) {
                if (bound != EXACT && age(data) == age && depth(data) > depth + 3) {
                    return;
                }
                chosen = i;
                kept = move == 0 ? move(data) : move;
                break;
            }
            int use = depth(data) - ((age - age(data) & 63) << 3);
            if (bound(data) == NO_BOUND) {
                use = Integer.MIN_VALUE;
            }
            if (use < worst) {
                worst = use;
                chosen = i;
            }
        }
        long data = kept & 0xFFFFL
                | (score & 0xFFFFL) << 16
                | (evaluation & 0xFFFFL) << 32
                | (depth & 0xFFL) << 48
                | (long) age << 56
                | (long) bound << 62;
        words[chosen] = key ^ data;
        words[chosen + 1] = data;
    }

    static int move(long data) {
        return (int) data & 0xFFFF;
    }

    static int score(long data) {
        return (short) (data >>> 16);
    }

    static int evaluation(long data) {
        return (short) (data >>> 32);
    }

    static int depth(long data) {
        return (byte) (data >>> 48);
    }

    private static int age(long data) {
        return (int) (data >>> 56) & 63;
    }

    static int bound(long data) {
        return (int) (data >>> 62) & 3;
    }
}
