package org.zeroply.ending;

import java.util.List;
import org.zeroply.rules.Side;
import org.zeroply.rules.SquareSet;

/**
 * Squares that correspond in a pawn ending: when the attacking king stands on one of a group, the defending king holds
 * only on the group's own squares, and whoever is to move then has to give way.
 *
 * @param attacker the side that tries to win
 * @param groups the nearest to the kings first
 */
public record Correspondence(Side attacker, List<Group> groups) {
    /** Squares of the attacking king, those of the defending king that answer them, and the letter they share. */
    public record Group(char letter, SquareSet attacking, SquareSet defending) {}

    public Correspondence {
        groups = List.copyOf(groups);
    }
}
