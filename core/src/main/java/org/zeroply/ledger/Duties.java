package org.zeroply.ledger;

import org.zeroply.rules.Exchange;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;

/** What hangs when a guard is not there. */
final class Duties {
    private Duties() {}

    /** The own men that hang once a man is lifted off and do not hang now: it guards them, shields them, or pins who takes. */
    static SquareSet charges(Survey survey, Side side, Square guard) {
        long charges = 0;
        SquareSet lifted = SquareSet.of(guard);
        Side enemy = side.opposite();
        for (Square man : new SquareSet(survey.men(side) & ~guard.bit())) {
            if (survey.type(man) != PieceType.KING
                    && !survey.isHanging(man)
                    && Exchange.result(survey.position, man, enemy, lifted) > 0) {
                charges |= man.bit();
            }
        }
        return new SquareSet(charges);
    }
}
