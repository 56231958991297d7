package org.zeroply.task;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Position;
import org.zeroply.task.MarkedScript.MarkedItem;
import org.zeroply.task.MarkedScript.MarkedLine;
import org.zeroply.words.Words;

/**
 * A marked script as it is read: what was written, with the points beside it and why, and what is missing. Screen, print,
 * command line and JSON show this one value, so they cannot disagree; of a group the parts that carry the points stand here.
 *
 * @param choice the move that was chosen, or why there is none; empty where nothing was to be chosen or answered
 * @param rows the rows of the script
 * @param missed what was there to be earned and was not, once a branch, in the order of the scheme
 * @param lost what a wrong choice cost
 * @param points earned, the penalty taken off
 * @param outOf the most that one script can earn
 */
public record MarkedPage(
        Optional<Choice> choice, List<Row> rows, List<Missed> missed, Points lost, Points points, Points outOf) {
    public MarkedPage {
        rows = List.copyOf(rows);
        missed = List.copyOf(missed);
    }

    /** Points and what they are given for. */
    public record Earned(String label, String reason, Points points) {}

    /**
     * What was chosen or answered beside the rows.
     *
     * @param isMove whether something was to be chosen; otherwise only answers stand here
     * @param move the move, or what was written instead of one; empty for nothing
     * @param way the start, and the position after the move if there is one
     */
    public record Choice(boolean isMove, String move, List<Position> way, List<Earned> earned, Points points) {
        public Choice {
            way = List.copyOf(way);
            earned = List.copyOf(earned);
        }
    }

    /**
     * A row of the script.
     *
     * @param number from 1
     * @param indent how many of its moves stand in the rows above already
     * @param joined the move above that it goes on from, with its number; empty for a row from the start
     * @param moves what was written here, with the token that is no move
     * @param verdict what was said of the end; empty if nothing was
     * @param uncounted why a part does not count; empty if all does
     * @param counted the positions along the moves that count, the start first
     * @param isOutside whether it goes on where the solution has nothing to say
     * @param points of all that it earned, shared or not
     */
    public record Row(
            int number,
            int indent,
            String joined,
            String moves,
            String verdict,
            String uncounted,
            List<Position> counted,
            boolean isOutside,
            List<Earned> earned,
            Points points) {
        public Row {
            counted = List.copyOf(counted);
            earned = List.copyOf(earned);
        }

        /** The moves, with what they go on from: "after 15...Kd7: 16.Nxa8". */
        public String inFull() {
            return joined.isEmpty() ? moves : Words.of("mark.after", joined) + ": " + moves;
        }
    }

    /** Something that was not earned, what it is worth, and what was missing. */
    public record Missed(String label, String reason, Points worth) {}

    /** Puts a marked script together. */
    public static MarkedPage of(Task task, Script script, MarkedScript marked) {
        Map<Integer, List<Earned>> byRow = new HashMap<>();
        List<MarkedItem> missed = new ArrayList<>();
        marked.items().stream().flatMap(MarkedItem::carriers).forEach(item -> {
            if (item.earned().isZero()) {
                missed.add(item);
            } else {
                byRow.computeIfAbsent(item.row(), row -> new ArrayList<>())
                        .add(new Earned(item.item().label(), item.reason(), item.earned()));
            }
        });
        return new MarkedPage(
                choice(task, script, marked, byRow.getOrDefault(0, List.of())),
                marked.lines().stream()
                        .map(line -> row(line, byRow.getOrDefault(line.line().row(), List.of())))
                        .toList(),
                byBranch(task, missed),
                marked.lost(),
                marked.points(),
                marked.outOf());
    }

    /** What is missing, once a branch: what lies behind a move that is missing itself is counted with that move. */
    private static List<Missed> byBranch(Task task, List<MarkedItem> missed) {
        GameTree tree = task.solution();
        Map<Integer, MarkedItem> byPlace = new LinkedHashMap<>();
        missed.forEach(item -> place(item).ifPresent(place -> byPlace.putIfAbsent(place, item)));
        Map<MarkedItem, Points> worth = new LinkedHashMap<>();
        for (MarkedItem item : missed) {
            MarkedItem first = item;
            OptionalInt place = place(item);
            if (place.isPresent() && tree.has(place.getAsInt())) {
                first = tree.pathTo(place.getAsInt()).stream()
                        .filter(byPlace::containsKey)
                        .findFirst()
                        .map(byPlace::get)
                        .orElse(item);
            }
            worth.merge(first, item.item().earned(want -> true), Points::plus);
        }
        List<Missed> told = new ArrayList<>();
        worth.forEach((item, points) -> told.add(new Missed(item.item().label(), item.reason(), points)));
        return told;
    }

    /** Where it hangs; a group whose points stand on the whole is of no one branch. */
    private static OptionalInt place(MarkedItem item) {
        return item.item() instanceof Item.Single single ? single.want().place() : OptionalInt.empty();
    }

    private static Optional<Choice> choice(Task task, Script script, MarkedScript marked, List<Earned> earned) {
        boolean isMove = marked.choice() != null
                || marked.choiceFault() != null
                || !task.scheme().choices().isEmpty();
        if (!isMove && earned.isEmpty()) {
            return Optional.empty();
        }
        List<Position> way = new ArrayList<>(List.of(task.start()));
        String move = isMove ? script.choice().strip() : "";
        if (marked.choice() != null) {
            way.add(task.start().play(marked.choice()));
            move = San.line(task.start(), List.of(marked.choice()));
        }
        return Optional.of(new Choice(isMove, move, way, earned, sum(earned)));
    }

    private static Row row(MarkedLine marked, List<Earned> earned) {
        WrittenLine line = marked.line();
        int typed = Math.min(line.typedFrom(), line.moves().size());
        String moves = San.line(
                line.positions().get(typed),
                line.moves().subList(typed, line.moves().size()));
        WrittenLine.Fault fault = line.fault();
        if (fault != null && fault.move() > 0) {
            moves = (moves + " " + fault.token() + "?").strip();
        }
        return new Row(
                line.row(),
                typed,
                line.joinedTo(Language.ENGLISH),
                moves,
                line.closing(),
                marked.uncounted(),
                line.positions().subList(0, marked.counted() + 1),
                marked.isOutside(),
                earned,
                marked.points());
    }

    private static Points sum(List<Earned> earned) {
        return earned.stream().map(Earned::points).reduce(Points.ZERO, Points::plus);
    }
}
