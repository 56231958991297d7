package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.OwnMark;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/**
 * What a student takes home from a game: a page to four. All wording is the coach's to change; the positions and lines are
 * not.
 *
 * @param student whose lesson it is
 * @param title above everything
 * @param occasion who, where, when and the result
 * @param opening its name, and where the game left known ground
 * @param summary what the student gave away and did well, in a sentence or two
 * @param items in the order of the report; those that are not shown are kept so that they can come back
 * @param notes of the coach, on the whole game
 * @param train what to work on, a line each
 */
public record LessonReport(
        Side student,
        String title,
        String occasion,
        String opening,
        String summary,
        List<Item> items,
        String notes,
        String train) {
    /** What an item is about. */
    public enum Kind {
        TURNING,
        DRIFT,
        PRAISE,
        /** A move that the coach chose and that is none of the others. */
        CHOSEN
    }

    /**
     * A moment of the game.
     *
     * @param ply half-moves before the position of the diagram
     * @param position before the move; the diagram
     * @param played the move of the game
     * @param better the better line from there; empty where there is none to show
     * @param text lines of their own, separated by line feeds
     * @param marks what the coach drew on the position
     */
    public record Item(
            Kind kind,
            int ply,
            boolean isShown,
            Position position,
            Move played,
            List<Move> better,
            String heading,
            String text,
            List<OwnMark> marks) {
        public Item {
            better = List.copyOf(better);
            marks = List.copyOf(marks);
        }

        public Item shown(boolean shown) {
            return new Item(kind, ply, shown, position, played, better, heading, text, marks);
        }

        public Item worded(String newHeading, String newText) {
            return new Item(kind, ply, isShown, position, played, better, newHeading, newText, marks);
        }

        /** Whether it is about the same as another, whatever it says. */
        public boolean isSameAs(Kind other, int at) {
            return kind == other && ply == at;
        }
    }

    public LessonReport {
        items = List.copyOf(items);
    }

    public List<Item> shownItems() {
        return items.stream().filter(Item::isShown).toList();
    }

    public LessonReport withItems(List<Item> next) {
        return new LessonReport(student, title, occasion, opening, summary, next, notes, train);
    }

    public LessonReport withTitle(String text) {
        return new LessonReport(student, text, occasion, opening, summary, items, notes, train);
    }

    public LessonReport withOccasion(String text) {
        return new LessonReport(student, title, text, opening, summary, items, notes, train);
    }

    public LessonReport withOpening(String text) {
        return new LessonReport(student, title, occasion, text, summary, items, notes, train);
    }

    public LessonReport withSummary(String text) {
        return new LessonReport(student, title, occasion, opening, text, items, notes, train);
    }

    public LessonReport withNotes(String text) {
        return new LessonReport(student, title, occasion, opening, summary, items, text, train);
    }

    public LessonReport withTrain(String text) {
        return new LessonReport(student, title, occasion, opening, summary, items, notes, text);
    }

    /** The item in the place of the one that is about the same. */
    public LessonReport with(Item changed) {
        return withItems(items.stream()
                .map(item -> item.isSameAs(changed.kind(), changed.ply()) ? changed : item)
                .toList());
    }

    /** An item a place up (-1) or down (1); nothing changes at the ends. */
    public LessonReport moved(Item item, int step) {
        List<Item> next = new ArrayList<>(items);
        int from = next.indexOf(item);
        int to = from + step;
        if (from < 0 || to < 0 || to >= next.size()) {
            return this;
        }
        next.add(to, next.remove(from));
        return withItems(next);
    }

    /** The game with what the report says, as notes and variations of the moves that it shows. */
    public Game annotate(Game game) {
        GameTree tree = game.tree();
        List<Integer> main = tree.mainLine();
        GameNode root = tree.root();
        String own = notes.contains(root.after().strip()) ? "" : root.after();
        tree = tree.with(root.withAfter(joined(List.of(title, opening, summary, notes, own, train))));
        for (Item item : shownItems()) {
            if (item.ply() >= main.size()) {
                continue;
            }
            GameNode node = tree.node(main.get(item.ply()));
            tree = tree.with(node.withAfter(joined(List.of(item.heading(), item.text(), missing(node, item)))));
            if (!item.better().isEmpty()) {
                tree = tree.addLine(node.parent(), item.better()).tree();
            }
        }
        return game.with(tree);
    }

    /** A note of the game that the item does not have in it already. */
    private static String missing(GameNode node, Item item) {
        return item.text().contains(node.after().strip()) ? "" : node.after();
    }

    private static String joined(List<String> texts) {
        return String.join("\n", texts.stream().filter(text -> !text.isBlank()).toList());
    }

    /** The moves of a game that the coach chose as moments of the lesson, by half-move. */
    static List<Integer> chosen(GameTree tree) {
        List<Integer> chosen = new ArrayList<>();
        List<Integer> main = tree.mainLine();
        for (int ply = 0; ply < main.size(); ply++) {
            if (CoachRemarks.of(tree.node(main.get(ply))).moment()) {
                chosen.add(ply);
            }
        }
        return chosen;
    }

    /** The item about something, if there is one. */
    public Optional<Item> item(Kind kind, int ply) {
        return items.stream().filter(item -> item.isSameAs(kind, ply)).findFirst();
    }
}
