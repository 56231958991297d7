package org.zeroply.ledger;

import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.zeroply.notation.Language;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.SquareSet;

/**
 * One measured line of the ledger.
 *
 * @param explanation what was counted, in one sentence
 * @param here why the rule does not hold in this position; null where no exception was found
 * @param details what White's and Black's figure consist of; null where the explanation is about both
 */
public record Entry(
        Factor factor,
        Account white,
        Account black,
        String explanation,
        @Nullable String here,
        @Nullable Details details) {
    /** What is told of each side; perhaps empty. */
    record Details(String white, String black) {}

    public Entry(Factor factor, Account white, Account black, String explanation) {
        this(factor, white, black, explanation, null, null);
    }

    Entry(Factor factor, Account white, Account black, String explanation, @Nullable String here) {
        this(factor, white, black, explanation, here, null);
    }

    /** What is told of one side, without its name; empty where nothing is. */
    String detail(Side side) {
        return details == null ? "" : side == Side.WHITE ? details.white() : details.black();
    }

    /** One side's part: its figure, and what proves it. */
    public record Account(Value value, Evidence evidence) {
        static final Account NONE = of(SquareSet.NONE);

        /** An account whose figure is the squares themselves. */
        static Account of(SquareSet squares) {
            return new Account(new Value.Squares(squares), Evidence.of(squares));
        }

        static Account of(SquareSet squares, Evidence evidence) {
            return new Account(new Value.Squares(squares), evidence);
        }

        static Account of(int count, SquareSet evidence) {
            return new Account(new Value.Count(count), Evidence.of(evidence));
        }
    }

    /** The same with the letters of the pieces, where pieces are counted by their squares. */
    Entry named(Position position, Language language) {
        return factor.is(Factor.Trait.PIECES)
                ? new Entry(
                        factor,
                        named(white, position, language),
                        named(black, position, language),
                        explanation,
                        here,
                        details)
                : this;
    }

    private static Account named(Account account, Position position, Language language) {
        return account.value() instanceof Value.Squares squares
                ? new Account(squares.named(position, language), account.evidence())
                : account;
    }

    public Account of(Side side) {
        return side == Side.WHITE ? white : black;
    }

    /** Why it matters. */
    public String rule() {
        return factor.rule();
    }

    /** Why the rule does not hold here, where that is known. */
    public Optional<String> exceptionHere() {
        return Optional.ofNullable(here);
    }

    /** Whether a square belongs to the evidence of either side. */
    public boolean concerns(SquareSet squares) {
        return !white.evidence().squares().and(squares).isEmpty()
                || !black.evidence().squares().and(squares).isEmpty();
    }

    /** Whether there is nothing to see on either side; such an entry is left out of a short ledger. */
    public boolean isEmpty() {
        return white.value().isNothing() && black.value().isNothing();
    }
}
