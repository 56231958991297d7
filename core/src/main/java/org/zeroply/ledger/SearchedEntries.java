package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.notation.Language;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.work.Cancel;

/**
 * The entries that play moves and search: threats, intentions, duties and what hangs on them. One thread, fixed numbers of
 * positions, and a table that is emptied before each reading, so that the same position always gives the same entries. Not
 * for the interface thread: a reading takes some tenths of a second. One reading at a time.
 */
public final class SearchedEntries {
    private final Calculator calculator = new Calculator(1, 1);

    /**
     * Reads a position of which nothing else is known.
     *
     * @param language whose piece letters name the moves
     * @return the entries of all searched factors; fewer once a cancel is requested
     */
    public List<Entry> read(Position position, Language language, Cancel cancel) {
        return read(position, null, language, cancel);
    }

    /**
     * Reads a position.
     *
     * @param exchange the exchange that the move before has left open, if it has
     * @param language whose piece letters name the moves
     * @return the entries of all searched factors; fewer once a cancel is requested
     */
    public synchronized List<Entry> read(
            Position position, @Nullable Underway exchange, Language language, Cancel cancel) {
        calculator.forget();
        Survey survey = new Survey(position);
        Searches searches = new Searches(calculator, cancel);
        List<Entry> entries = new ArrayList<>();
        ThreatFamily threats = new ThreatFamily(survey, exchange, language, cancel);
        entries.add(threats.entry());
        entries.addAll(new DutyFamily(survey, searches).entries());
        entries.add(new BackRankFamily(survey, searches, language).entry());
        entries.add(new IntentionFamily(survey, threats, searches, language).entry());
        return cancel.isRequested()
                ? List.of()
                : entries.stream().map(entry -> entry.named(position, language)).toList();
    }

    /** Short searches of a fixed number of positions that share one table. */
    record Searches(Calculator calculator, Cancel cancel) {
        Calculation ask(Question question) {
            return calculator.calculate(question, found -> {}, cancel);
        }

        Calculation ask(Position position, long nodes) {
            return ask(Question.of(position, Limit.nodes(nodes)));
        }

        /** The best line, or nothing where there is no move. */
        List<CalculatedLine> best(Position position, long nodes) {
            return ask(position, nodes).lines();
        }

        /** In how many moves the side to move mates, as far as the search sees; 0 for no mate. */
        int mateIn(Position position, long nodes) {
            List<CalculatedLine> best = best(position, nodes);
            int mate = best.isEmpty() ? 0 : best.getFirst().verdict().mateIn();
            return position.sideToMove() == Side.WHITE ? Math.max(0, mate) : Math.max(0, -mate);
        }

        boolean isOver() {
            return cancel.isRequested();
        }
    }
}
