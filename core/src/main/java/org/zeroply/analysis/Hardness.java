package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Side;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;

/**
 * How hard the best move of a position is to see, measured and not felt: what shallow looks make of it, against what a deep
 * look does. All values are expected scores, 0 to 1, of the side that moves.
 *
 * @param ranks the place of the best move among all, at looks one, two and three half-moves deep; 1 is first, and
 *     {@link #FAR_DOWN} stands for every place beyond the eighth
 * @param shallow what those looks make of it
 * @param deep what the deep look makes of it
 * @param rest what a deep look makes of the best of all other moves
 * @param tempting the move that the third look puts first, if that is another; null if it is the best move
 * @param temptingValue what a deep look makes of the tempting move; of the best move if nothing tempts
 */
public record Hardness(
        List<Integer> ranks,
        List<Double> shallow,
        double deep,
        double rest,
        @Nullable Move tempting,
        double temptingValue) {
    /** The place of a move that is not among the first eight. */
    public static final int FAR_DOWN = 9;

    /** Looks this deep, from 1 on, are what a glance sees. */
    public static final int LOOKS = 3;

    /** So much more must be in a move than glances see of it. */
    public static final double HIDDEN = 0.10;

    public Hardness {
        ranks = List.copyOf(ranks);
        shallow = List.copyOf(shallow);
        if (ranks.size() != LOOKS || shallow.size() != LOOKS) {
            throw new IllegalArgumentException("a look each of depth 1 to " + LOOKS + ", were " + ranks);
        }
    }

    /**
     * From the calculations of a position.
     *
     * @param looks of depth 1, 2 and 3, with the best move among their lines wherever it stands
     * @param rest of all moves but the best one
     * @param tempted of the tempting move alone; null if the third look puts the best move first
     */
    static Hardness of(Calculation deep, List<Calculation> looks, Calculation rest, @Nullable Calculation tempted) {
        Side side = deep.position().sideToMove();
        Move best = deep.lines().getFirst().first();
        List<Integer> ranks = new ArrayList<>();
        List<Double> shallow = new ArrayList<>();
        for (Calculation look : looks) {
            int rank = 0;
            while (!look.lines().get(rank).first().equals(best)) {
                rank++;
            }
            ranks.add(rank + 1);
            shallow.add(look.lines().get(rank).verdict().expectedFor(side));
        }
        double value = deep.verdict().expectedFor(side);
        CalculatedLine tempting = tempted == null ? null : tempted.lines().getFirst();
        return new Hardness(
                ranks,
                shallow,
                value,
                rest.verdict().expectedFor(side),
                tempting == null ? null : tempting.first(),
                tempting == null ? value : tempting.verdict().expectedFor(side));
    }

    /** What is in the move beyond what glances see, on average over the three; negative if they think too much of it. */
    public double gap() {
        return deep
                - shallow.stream().mapToDouble(Double::doubleValue).average().orElse(deep);
    }

    /** What every other move gives away against it. */
    public double margin() {
        return Math.max(0, deep - rest);
    }

    /** Whether every other move fails. */
    public boolean isOnlyMove() {
        return margin() >= Candidate.REFUTED;
    }

    /** Hard to see: no glance puts it first, and they value it far too low or see it far down. */
    public boolean isHard() {
        return !ranks.contains(1) && (gap() >= HIDDEN || ranks.stream().allMatch(rank -> rank > 3));
    }
}
