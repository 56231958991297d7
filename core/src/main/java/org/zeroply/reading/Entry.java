package org.zeroply.reading;

import org.zeroply.rules.Side;
import org.zeroply.rules.SquareSet;

/**
 * One measured line of the ledger.
 *
 * @param explanation what was counted, in one sentence
 */
public record Entry(Factor factor, Account white, Account black, String explanation) {
    /** One side's part: its figure, and the squares that prove it. */
    public record Account(Value value, SquareSet evidence) {
        /** An account whose figure is the squares themselves. */
        static Account of(SquareSet squares) {
            return new Account(new Value.Squares(squares), squares);
        }

        static Account of(int count, SquareSet evidence) {
            return new Account(new Value.Count(count), evidence);
        }
    }

    public Account of(Side side) {
        return side == Side.WHITE ? white : black;
    }

    /** Whether there is something to see on either side; an entry about nothing is left out of a short ledger. */
    public boolean isEmpty() {
        return isEmpty(white) && isEmpty(black);
    }

    private static boolean isEmpty(Account account) {
        return switch (account.value()) {
            case Value.Squares squares -> squares.squares().isEmpty();
            case Value.Said said -> said.text().isEmpty();
            case Value.Count count -> false;
            case Value.Hundredths hundredths -> false;
        };
    }
}
