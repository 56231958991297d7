package org.zeroply.asking;

import org.zeroply.search.Effort;
import org.zeroply.search.Limit;

/**
 * How much may be calculated.
 *
 * @param nodes positions for one move or reply of several
 * @param position for one position of several
 * @param whole for the position that is asked about
 * @param isFixed whether the nodes were named, so that they are the same for every question
 */
public record Amount(long nodes, Limit position, Limit whole, boolean isFixed) {
    /** What a level of effort stands for; one that only the coach ends counts as a look, where something has to end. */
    public static Amount of(Effort effort) {
        Effort ends = effort == Effort.UNTIL_STOPPED ? Effort.LOOK : effort;
        return new Amount(
                ends.nodesOfMove(),
                Limit.millis(
                        switch (ends) {
                            case GLANCE -> 100;
                            case LOOK, UNTIL_STOPPED -> 400;
                            case DEEP -> 2_000;
                        }),
                ends.limit(),
                false);
    }

    /** The same limit for everything that is calculated. */
    public static Amount fixed(Limit limit) {
        return new Amount(
                limit.nodes() == 0 ? of(Effort.LOOK).nodes() : limit.nodes(), limit, limit, limit.nodes() > 0);
    }

    /** Positions for one move, where a question gives so many times the usual number. */
    public long nodes(int times) {
        return isFixed ? nodes : times * nodes;
    }
}
