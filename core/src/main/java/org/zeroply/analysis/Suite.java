package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.zeroply.notation.Epd;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Analyst;
import org.zeroply.search.Calculation;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;

/**
 * Positions with known keys, to see how many an analyst finds: EPD rows with {@code bm} (best moves), {@code am} (moves
 * to avoid) and {@code dm} (mate in so many moves); a row with several is solved if all of them hold. {@code id} names it.
 */
public final class Suite {
    private Suite() {}

    /**
     * One position with its key.
     *
     * @param best one of these is to be found; empty for no demand
     * @param avoid none of these may be chosen
     * @param mateIn full moves in which the side to move is to see a mate, 0 for no demand
     */
    public record Item(String id, Position position, List<Move> best, List<Move> avoid, int mateIn) {
        public Item {
            best = List.copyOf(best);
            avoid = List.copyOf(avoid);
        }

        /** Whether what was found meets every demand. */
        public boolean isSolvedBy(Calculation found) {
            if (found.lines().isEmpty()) {
                return false;
            }
            Move move = found.lines().getFirst().first();
            int sign = position.sideToMove() == Side.WHITE ? 1 : -1;
            int mate = sign * found.verdict().mateIn();
            return (best.isEmpty() || best.contains(move))
                    && !avoid.contains(move)
                    && (mateIn == 0 || mate > 0 && mate <= mateIn);
        }
    }

    /** The items of a file, and what is wrong with it, each fault with its row. */
    public record Contents(List<Item> items, List<String> faults) {}

    public static Contents read(List<String> rows) {
        List<Item> items = new ArrayList<>();
        List<String> faults = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            String row = rows.get(i).strip();
            if (row.isEmpty() || row.startsWith("#")) {
                continue;
            }
            switch (Epd.read(row)) {
                case Epd.Reading.Read read -> item(read.epd(), i + 1, items, faults);
                case Epd.Reading.Refused refused ->
                    faults.add(Words.of("suite.row", i + 1, String.join("; ", refused.reasons())));
            }
        }
        return new Contents(items, faults);
    }

    private static void item(Epd epd, int row, List<Item> items, List<String> faults) {
        List<Move> best = moves(epd, "bm", row, faults);
        List<Move> avoid = moves(epd, "am", row, faults);
        String mate = String.join("", epd.operations().getOrDefault("dm", List.of()));
        if (!mate.isEmpty() && !mate.matches("[1-9][0-9]?")) {
            faults.add(Words.of("suite.mate", row, mate));
            return;
        }
        int mateIn = mate.isEmpty() ? 0 : Integer.parseInt(mate);
        if (best == null || avoid == null) {
            return;
        }
        if (best.isEmpty() && avoid.isEmpty() && mateIn == 0) {
            faults.add(Words.of("suite.noKey", row));
            return;
        }
        List<String> id = epd.operations().getOrDefault("id", List.of());
        items.add(new Item(
                id.isEmpty() ? Words.of("suite.unnamed", row) : String.join(" ", id),
                epd.position(),
                best,
                avoid,
                mateIn));
    }

    /** Null if a move makes no sense; that is among the faults then. */
    private static @Nullable List<Move> moves(Epd epd, String opcode, int row, List<String> faults) {
        List<Move> moves = new ArrayList<>();
        for (String text : epd.operations().getOrDefault(opcode, List.of())) {
            Move move = San.read(epd.position(), text);
            if (move == null) {
                faults.add(Words.of("suite.move", row, opcode, text));
                return null;
            }
            moves.add(move);
        }
        return moves;
    }

    /** One item and what was found in the time. */
    public record Outcome(Item item, Calculation found) {
        public boolean isSolved() {
            return item.isSolvedBy(found);
        }
    }

    /** Asks for each item, telling each outcome as it comes, and says how many were solved. */
    public static int solve(List<Item> items, Analyst analyst, Limit limit, Consumer<Outcome> told, Cancel cancel) {
        int solved = 0;
        for (Item item : items) {
            if (cancel.isRequested()) {
                break;
            }
            Calculation found = analyst.calculate(Question.of(item.position(), limit), partial -> {}, cancel);
            Outcome outcome = new Outcome(item, found);
            solved += outcome.isSolved() ? 1 : 0;
            told.accept(outcome);
        }
        return solved;
    }
}
