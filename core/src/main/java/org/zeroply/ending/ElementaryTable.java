package org.zeroply.ending;

import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/**
 * The solved positions of one ending, a byte each: 0 for a draw (or what cannot be), else one more than the half-moves to
 * mate. An even distance is that of a side that is being mated.
 */
final class ElementaryTable {
    private final MaterialKey men;
    private final Places places;
    private final byte[] distances;

    ElementaryTable(MaterialKey men, byte[] distances) {
        this.men = men;
        places = new Places(men);
        this.distances = distances;
    }

    /** What a shelf had; null if it has not the right size. */
    static @Nullable ElementaryTable kept(MaterialKey men, byte @Nullable [] bytes) {
        return bytes == null || bytes.length != new Places(men).size() ? null : new ElementaryTable(men, bytes);
    }

    byte[] bytes() {
        return distances;
    }

    Exact exact(Position position) {
        boolean swapped = MaterialKey.isSwapped(position);
        int[] squares = Elementary.squares(position, men, swapped);
        return exact((position.sideToMove() == Side.WHITE) == swapped ? 1 : 0, squares);
    }

    /** @param toMove 0 for the strong side */
    Exact exact(int toMove, int[] squares) {
        return exact(distances[places.index(toMove, squares)]);
    }

    static Exact exact(byte kept) {
        int plies = (kept & 255) - 1;
        return plies < 0 ? Exact.DRAWN : new Exact((plies & 1) == 0 ? -1 : 1, plies);
    }

    int longest(boolean strongWins) {
        int half = distances.length / 2;
        int longest = 0;
        for (int i = 0; i < distances.length; i++) {
            int plies = (distances[i] & 255) - 1;
            boolean moverWins = (plies & 1) == 1;
            if (plies > longest && (i < half == moverWins) == strongWins) {
                longest = plies;
            }
        }
        return longest;
    }
}
