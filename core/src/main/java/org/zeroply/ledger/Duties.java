package org.zeroply.ledger;

import org.zeroply.rules.Attacks;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;

/** What hangs when a guard is not there. */
final class Duties {
    private Duties() {}

    /** The own men, attacked by the enemy, that hang once a man is lifted off and do not hang now. */
    static SquareSet charges(Survey survey, Side side, Square guard) {
        long charges = 0;
        SquareSet lifted = SquareSet.of(guard);
        Side enemy = side.opposite();
        for (Square man : new SquareSet(survey.men(side) & ~guard.bit() & near(survey, guard))) {
            if (survey.type(man) != PieceType.KING
                    && Exchange.result(survey.position, man, enemy) == 0
                    && Exchange.result(survey.position, man, enemy, lifted) > 0) {
                charges |= man.bit();
            }
        }
        return new SquareSet(charges);
    }

    /** What a man guards, directly or behind others on a line, and what it shields. */
    private static long near(Survey survey, Square guard) {
        return survey.attacks(guard) | Attacks.queen(guard.ordinal(), 0);
    }
}
