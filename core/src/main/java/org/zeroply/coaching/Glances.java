package org.zeroply.coaching;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Hardness;
import org.zeroply.analysis.MissedChance;
import org.zeroply.rules.Move;

/**
 * What glances make of a position, as far as praise and the clock go by it. All values are expected scores, 0 to 1, of the side
 * that moves.
 *
 * @param ranks the place of the best move at glances of one, two and three half-moves; 1 is first
 * @param deep what a deep look makes of the best move
 * @param rest what it makes of the best of all others
 * @param tempting what the third glance puts first, if that is another move
 * @param temptingValue what a deep look makes of the tempting move; of the best move if nothing tempts
 * @param isUnusual whether the best move is a sacrifice, a quiet or backward move or an underpromotion
 */
public record Glances(
        List<Integer> ranks,
        double deep,
        double rest,
        @Nullable Move tempting,
        double temptingValue,
        boolean isUnusual) {
    /** The hardest class. */
    public static final int HARDEST = 4;

    public Glances {
        ranks = List.copyOf(ranks);
        if (ranks.size() != Hardness.LOOKS) {
            throw new IllegalArgumentException("a glance each of depth 1 to " + Hardness.LOOKS + ", were " + ranks);
        }
    }

    /** @param kinds of the best move, see {@link MissedChance#kindsOfBest} */
    public static Glances of(Hardness hardness, Iterable<MissedChance.Kind> kinds) {
        boolean unusual = false;
        for (MissedChance.Kind kind : kinds) {
            unusual |= switch (kind) {
                case SACRIFICE, QUIET, BACKWARD, UNDERPROMOTION -> true;
                case IN_BETWEEN, ONLY_MOVE -> false;
            };
        }
        return new Glances(
                hardness.ranks(),
                hardness.deep(),
                hardness.rest(),
                hardness.tempting(),
                hardness.temptingValue(),
                unusual);
    }

    /**
     * How hard the best move is to see, 0 to 4: one for each glance in which it is not first, and one more if it is of an
     * unusual kind.
     */
    public int hardness() {
        return (int) ranks.stream().filter(rank -> rank != 1).count() + (isUnusual ? 1 : 0);
    }

    /** The deepest glance, of so many at most, that prefers another move; 0 for none. */
    public int lure(int glances) {
        int deepest = Math.min(glances, ranks.size());
        while (deepest > 0 && ranks.get(deepest - 1) == 1) {
            deepest--;
        }
        return deepest;
    }

    /** What the move that a glance prefers loses; of the first two glances at least so much. */
    public double cost(int glance) {
        return Math.max(0, deep - (glance == ranks.size() ? temptingValue : rest));
    }
}
