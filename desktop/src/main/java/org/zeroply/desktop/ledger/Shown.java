package org.zeroply.desktop.ledger;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.StringJoiner;
import org.zeroply.desktop.board.Mark;
import org.zeroply.desktop.board.Trace;
import org.zeroply.ledger.Entry;
import org.zeroply.ledger.Evidence;
import org.zeroply.ledger.Reach;
import org.zeroply.ledger.Role;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;

/**
 * What is drawn on the board for a row, and the letters that connect the two.
 *
 * @param legend the letters with their parts, in words; empty where there is nothing to tell apart
 */
public record Shown(List<Mark> marks, List<Trace> traces, String legend) {
    public static final Shown NOTHING = new Shown(List.of(), List.of(), "");
    private static final int LETTERS = 26;

    public Shown {
        marks = List.copyOf(marks);
        traces = List.copyOf(traces);
    }

    static Shown of(LedgerRow row) {
        Drawing drawing = new Drawing();
        switch (row) {
            case LedgerRow.Heading heading -> {
                return NOTHING;
            }
            case LedgerRow.Measured measured -> {
                return of(measured.entry());
            }
            case LedgerRow.Sentence sentence -> {
                return of(sentence.entry());
            }
            case LedgerRow.Remark remark -> {
                drawing.letter(remark.whiteEvidence(), Side.WHITE);
                drawing.letter(remark.blackEvidence(), Side.BLACK);
            }
            case LedgerRow.Distances distances ->
                drawing.marks.addAll(numbers(distances.reach(), distances.white() ? Side.WHITE : Side.BLACK));
        }
        return new Shown(drawing.marks, drawing.traces, drawing.legend.toString());
    }

    private static Shown of(Entry entry) {
        Drawing drawing = new Drawing();
        drawing.draw(entry, Side.WHITE);
        drawing.draw(entry, Side.BLACK);
        String legend = drawing.parts.size() < 2 ? "" : drawing.legend.toString();
        return new Shown(drawing.marks, drawing.traces, legend);
    }

    /** The moves to each square as numbers on it. */
    static List<Mark> numbers(Reach reach, Side side) {
        List<Mark> marks = new ArrayList<>();
        for (Square square : reach.within(Reach.NEVER - 1)) {
            if (square != reach.from()) {
                marks.add(Mark.plain(square, side, Integer.toString(reach.moves(square))));
            }
        }
        return marks;
    }

    /** Collects marks; every square gets one letter, whatever parts it has. */
    private static final class Drawing {
        final List<Mark> marks = new ArrayList<>();
        final List<Trace> traces = new ArrayList<>();
        final StringJoiner legend = new StringJoiner(" · ");
        final Set<Role> parts = EnumSet.noneOf(Role.class);
        private long lettered;

        void draw(Entry entry, Side side) {
            for (Evidence.Exhibit exhibit : entry.of(side).evidence().exhibits()) {
                switch (exhibit) {
                    case Evidence.Squares squares -> {
                        String letters = letter(squares.squares(), side);
                        if (!letters.isEmpty()) {
                            parts.add(squares.role());
                            legend.add(letters + " " + squares.role().title());
                        }
                    }
                    case Evidence.Path path -> path(path, side);
                }
            }
        }

        private void path(Evidence.Path path, Side side) {
            List<Square> stops = path.stops();
            switch (path.role()) {
                case ROUTE -> traces.add(new Trace.Plan(stops, 1, side));
                case ATTACKER -> traces.add(new Trace.Threat(stops.getFirst(), stops.getLast(), side));
                case COUNTED, TARGET, DEFENDER, BLOCKER, LINE ->
                    traces.add(new Trace.Tie(stops.getFirst(), stops.getLast(), side));
            }
        }

        /** Marks the squares that have no letter yet; says which letters they got, "a" or "a–c". */
        String letter(SquareSet squares, Side side) {
            String first = "";
            String last = "";
            for (Square square : squares) {
                if ((lettered & square.bit()) == 0) {
                    lettered |= square.bit();
                    String letter = marks.size() < LETTERS ? String.valueOf((char) ('a' + marks.size())) : "";
                    marks.add(new Mark(square, side, letter));
                    first = first.isEmpty() ? letter : first;
                    last = letter;
                }
            }
            return first.equals(last) ? first : first + "–" + last;
        }
    }
}
