package org.zeroply.search;

import java.util.List;
import org.zeroply.rules.Move;
import org.zeroply.rules.SquareSet;

/**
 * What the side not to move would do with a free move.
 *
 * @param line the moves of the threat, from the position after a pass; for a check that stands, none
 * @param targets what would be mated, won or hit; of a check, the king
 * @param from where the threat comes from: the man that moves first, or those that give check
 * @param gain hundredths of a pawn that the line wins by the exchange or by the search; 0 for a check and for a mate
 * @param mateIn full moves to the mate that threatens, 0 for none
 */
public record Threat(Kind kind, List<Move> line, SquareSet targets, SquareSet from, int gain, int mateIn) {
    /** The kinds; a check and a mate are graver than anything that is won. */
    public enum Kind {
        CHECK,
        MATE,
        PROMOTION,
        MATERIAL,
        DOUBLE,
        /** A move that wins by force what it does not take at once: a pin, a discovery, a trapped man, a sacrifice. */
        FORCED
    }

    public Threat {
        line = List.copyOf(line);
        if (kind != Kind.CHECK && line.isEmpty()) {
            throw new IllegalArgumentException("a threat of " + kind + " has a line");
        }
    }
}
