package org.zeroply.showing;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.OwnMark;
import org.zeroply.rules.Side;
import org.zeroply.task.Opinion;

/**
 * One card to teach from.
 *
 * @param question perhaps empty
 * @param hints at most three
 * @param note for the coach alone, never shown
 * @param said what the class proposed, a line each
 * @param order in which it is released, as the coach changed it; empty for the usual one
 * @param source where it came from, in words
 * @param bottom the side whose pieces begin at the bottom
 */
public record Card(
        Face face,
        String question,
        List<String> hints,
        String note,
        List<String> said,
        List<Stop> order,
        String source,
        Side bottom) {
    public static final int MOST_HINTS = 3;

    /** Minutes that a card takes, for the length of a sheet. */
    private static final int MINUTES_OF_A_BOARD = 4;

    private static final int MINUTES_OF_A_SKETCH = 2;
    private static final int MINUTES_OF_WORDS = 1;

    public Card {
        hints = hints.stream().filter(hint -> !hint.isBlank()).toList();
        said = List.copyOf(said);
        order = List.copyOf(order);
        question = question.strip();
        if (hints.size() > MOST_HINTS) {
            throw new IllegalArgumentException("a card has at most three hints, not " + hints.size());
        }
    }

    public static Card of(Face face, Side bottom) {
        return new Card(face, "", List.of(), "", List.of(), List.of(), "", bottom);
    }

    public Card with(Face next) {
        return new Card(next, question, hints, note, said, order, source, bottom);
    }

    public Card withQuestion(String text) {
        return new Card(face, text, hints, note, said, order, source, bottom);
    }

    public Card withHints(List<String> next) {
        return new Card(face, question, next, note, said, order, source, bottom);
    }

    public Card withNote(String text) {
        return new Card(face, question, hints, text, said, order, source, bottom);
    }

    public Card withSaid(List<String> next) {
        return new Card(face, question, hints, note, next, order, source, bottom);
    }

    public Card withOrder(List<Stop> next) {
        return new Card(face, question, hints, note, said, next, source, bottom);
    }

    public Card withSource(String text) {
        return new Card(face, question, hints, note, said, order, text, bottom);
    }

    public Card withBottom(Side side) {
        return new Card(face, question, hints, note, said, order, source, side);
    }

    /** The question, else the first words that it shows; for lists. */
    public String title() {
        if (!question.isEmpty()) {
            return question.lines().findFirst().orElse("");
        }
        return face instanceof Face.Words words
                ? words.paragraphs().stream().findFirst().orElse("")
                : "";
    }

    public int minutes() {
        return switch (face) {
            case Face.Board board -> MINUTES_OF_A_BOARD;
            case Face.Maps maps -> MINUTES_OF_A_BOARD;
            case Face.Sketched sketched -> MINUTES_OF_A_SKETCH;
            case Face.Words words -> MINUTES_OF_WORDS;
        };
    }

    // ---- what is released

    /**
     * Everything that is released, in its order. What the coach put into an order stands so; what came since stands where
     * it usually would, and what is gone is left out.
     */
    public List<Stop> stops() {
        List<Stop> usual = usual();
        List<Stop> stops = new ArrayList<>(
                order.stream().distinct().filter(usual::contains).toList());
        for (int i = 0; i < usual.size(); i++) {
            Stop stop = usual.get(i);
            if (!stops.contains(stop)) {
                int before = i == 0 ? -1 : stops.indexOf(usual.get(i - 1));
                stops.add(before + 1, stop);
            }
        }
        return List.copyOf(stops);
    }

    /** The board, the question, hints, marks, the answer move by move, its verdict; or bands, or paragraphs. */
    private List<Stop> usual() {
        List<Stop> stops = new ArrayList<>();
        int marks = marks().size();
        if (face instanceof Face.Board || face instanceof Face.Sketched) {
            stops.add(new Stop(Stop.Kind.BOARD, 0));
        }
        if (!question.isEmpty()) {
            stops.add(new Stop(Stop.Kind.QUESTION, 0));
        }
        number(Stop.Kind.HINT, hints.size(), stops);
        number(Stop.Kind.MARK, marks, stops);
        switch (face) {
            case Face.Board board -> {
                List<Integer> line = board.tree().mainLine();
                number(Stop.Kind.MOVE, line.size(), stops);
                if (!line.isEmpty() && Opinion.of(board.tree().node(line.getLast())) != null) {
                    stops.add(new Stop(Stop.Kind.VERDICT, 0));
                }
            }
            case Face.Maps maps -> {
                for (int view = 0; view < maps.views().size(); view++) {
                    Stop.Kind kind = view == 0 ? Stop.Kind.BAND : Stop.Kind.OTHER_BAND;
                    maps.map(maps.views().get(view)).bands().forEach(band -> stops.add(new Stop(kind, band.band())));
                }
            }
            case Face.Words words ->
                number(Stop.Kind.PARAGRAPH, words.paragraphs().size(), stops);
            case Face.Sketched sketched -> {}
        }
        return stops;
    }

    /** What is drawn on the position or sketch; nothing on other cards. */
    public List<OwnMark> marks() {
        return switch (face) {
            case Face.Board board -> board.marks(GameTree.ROOT);
            case Face.Sketched sketched -> sketched.marks();
            case Face.Maps maps -> List.of();
            case Face.Words words -> List.of();
        };
    }

    /** Of these those that belong to the question: released before any hint and any move. */
    public List<OwnMark> marksOfQuestion() {
        List<OwnMark> all = marks();
        List<OwnMark> shown = new ArrayList<>();
        for (Stop stop : stops()) {
            if (stop.kind() == Stop.Kind.HINT || stop.kind() == Stop.Kind.MOVE) {
                break;
            }
            if (stop.kind() == Stop.Kind.MARK) {
                shown.add(all.get(stop.number() - 1));
            }
        }
        return shown;
    }

    private static void number(Stop.Kind kind, int count, List<Stop> stops) {
        for (int number = 1; number <= count; number++) {
            stops.add(new Stop(kind, number));
        }
    }

    /** With one stop moved to another place of the order; moves stay in theirs, and the verdict behind them. */
    public Card moved(int from, int to) {
        List<Stop> stops = new ArrayList<>(stops());
        stops.add(to, stops.remove(from));
        List<Integer> places = new ArrayList<>();
        List<Stop> line = new ArrayList<>();
        for (int i = 0; i < stops.size(); i++) {
            if (isOfLine(stops.get(i))) {
                places.add(i);
                line.add(stops.get(i));
            }
        }
        List<Stop> sorted = usual().stream().filter(line::contains).toList();
        for (int i = 0; i < places.size(); i++) {
            stops.set(places.get(i), sorted.get(i));
        }
        return withOrder(stops);
    }

    private static boolean isOfLine(Stop stop) {
        return stop.kind() == Stop.Kind.MOVE || stop.kind() == Stop.Kind.VERDICT;
    }
}
