package org.zeroply.store;

import java.util.Arrays;
import java.util.SortedMap;
import java.util.stream.LongStream;

/**
 * Games that came to something, a position or a pattern, and when: sorted ids, and the half-move after which it was
 * first so (0 is the start). Compact, since it may name every game of a large workbook.
 */
public final class Reached {
    private final long[] games;
    private final int[] plies;

    Reached(SortedMap<Long, Integer> plyByGame) {
        games = plyByGame.keySet().stream().mapToLong(Long::longValue).toArray();
        plies = plyByGame.values().stream().mapToInt(Integer::intValue).toArray();
    }

    private Reached(long[] games) {
        this.games = games;
        plies = new int[games.length];
    }

    /** Games that are chosen for themselves. */
    public static Reached of(long[] ids) {
        return new Reached(Arrays.stream(ids).distinct().sorted().toArray());
    }

    public int size() {
        return games.length;
    }

    /** The games, by their ids in ascending order. */
    public LongStream ids() {
        return Arrays.stream(games);
    }

    public boolean contains(long game) {
        return Arrays.binarySearch(games, game) >= 0;
    }

    /** After how many half-moves a game was there first; 0 for a game that is not named. */
    public int plyOf(long game) {
        int at = Arrays.binarySearch(games, game);
        return at < 0 ? 0 : plies[at];
    }
}
