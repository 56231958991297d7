package org.zeroply.coaching;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.zeroply.words.Words;

/** Fills the hour: proposes the blocks of a lesson by the rules of {@link Teaching}, each with its reason. */
public final class HourPlan {
    private HourPlan() {}

    /**
     * What there is to fill it with; whatever is not there is left out.
     *
     * @param carried from the lesson before
     * @param back homework that came back
     * @param themes the first of the training order, of each student who comes
     * @param lines repertoires with lines that are due
     */
    public record Stock(List<Block> carried, List<Back> back, List<Theme> themes, List<Due> lines) {
        public Stock {
            carried = List.copyOf(carried);
            back = List.copyOf(back);
            themes = List.copyOf(themes);
            lines = List.copyOf(lines);
        }
    }

    /** Homework that came back. */
    public record Back(long homework, String text, String student, int tasks) {}

    /**
     * What to train with one student.
     *
     * @param habit what it is called
     * @param why where it stands in the training order, in words
     * @param example from somebody else's game
     * @param hold a position that could have been held
     */
    public record Theme(
            String student,
            String habit,
            String why,
            List<Shown> moments,
            Optional<Shown> example,
            List<At> tasks,
            Optional<Shown> hold) {
        public Theme {
            moments = List.copyOf(moments);
            tasks = List.copyOf(tasks);
        }
    }

    /** A move of a game. */
    public record Shown(long game, int ply, String title) {}

    /**
     * A task at a chance of the student's own.
     *
     * @param minutes of the task; 0 if it says nothing
     */
    public record At(long paper, int place, String title, int minutes, double chance) {}

    /** Lines of a repertoire that are due. */
    public record Due(long repertoire, String name, int lines) {}

    /** The blocks, in order; together they take no more than the minutes. */
    public static List<Block> fill(int minutes, Stock stock) {
        Filling filling = new Filling(minutes - (minutes > Teaching.CLOSING ? Teaching.CLOSING : 0));
        for (Block block : stock.carried()) {
            filling.add(block.again(Words.of("hour.carried")));
        }
        for (Back back : stock.back()) {
            filling.add(Block.of(
                    Block.Kind.HOMEWORK,
                    Math.max(1, Teaching.BACK_A_TASK * back.tasks()),
                    Words.of("hour.back.title", back.student(), back.text()),
                    new Block.Material(Ref.HOMEWORK, back.homework(), -1),
                    Words.of("hour.back", back.tasks(), Teaching.BACK_A_TASK)));
        }
        train(filling, stock.themes());
        for (Due due : stock.lines()) {
            int needed = (int) Math.ceil(Teaching.LINE * due.lines());
            filling.add(Block.of(
                    Block.Kind.LINES,
                    Math.clamp(needed, 1, Teaching.MOST_LINES),
                    due.name(),
                    new Block.Material(Ref.REPERTOIRE, due.repertoire(), -1),
                    Words.of("hour.lines", due.lines())));
        }
        if (minutes > Teaching.CLOSING) {
            filling.blocks.add(Block.of(
                    Block.Kind.CLOSE, Teaching.CLOSING, Words.of("hour.close.title"), null, Words.of("hour.close")));
        }
        return filling.blocks;
    }

    /** One theme: the first that is told, and of a group the one that most of it have first. */
    private static void train(Filling filling, List<Theme> all) {
        if (all.isEmpty()) {
            return;
        }
        String habit =
                all.stream().collect(Collectors.groupingBy(Theme::habit, Collectors.counting())).entrySet().stream()
                        .max((one, other) -> one.getValue().equals(other.getValue())
                                ? place(all, other.getKey()) - place(all, one.getKey())
                                : Long.compare(one.getValue(), other.getValue()))
                        .orElseThrow()
                        .getKey();
        List<Theme> themes =
                all.stream().filter(theme -> theme.habit().equals(habit)).toList();
        int moments = 0;
        for (int i = 0; moments < Teaching.MOMENTS && i < Teaching.MOMENTS; i++) {
            for (Theme theme : themes) {
                if (i < theme.moments().size() && moments < Teaching.MOMENTS) {
                    Shown shown = theme.moments().get(i);
                    moments += filling.add(game(
                                    Block.Kind.MOMENT,
                                    Teaching.MOMENT,
                                    shown,
                                    Words.of("hour.moment", theme.why(), Teaching.SILENT)))
                            ? 1
                            : 0;
                }
            }
        }
        themes.stream()
                .flatMap(theme -> theme.example().stream())
                .findFirst()
                .ifPresent(shown -> filling.add(
                        game(Block.Kind.EXAMPLE, Teaching.EXAMPLE, shown, Words.of("hour.example", habit))));
        tasks(filling, all);
        themes.stream()
                .flatMap(theme -> theme.hold().stream())
                .findFirst()
                .ifPresent(shown -> filling.add(game(Block.Kind.HOLD, Teaching.HOLD, shown, Words.of("hour.hold"))));
    }

    private static int place(List<Theme> all, String habit) {
        for (int i = 0; i < all.size(); i++) {
            if (all.get(i).habit().equals(habit)) {
                return i;
            }
        }
        return all.size();
    }

    /** Two tasks for one student; for several one each at the same time, twice. */
    private static void tasks(Filling filling, List<Theme> themes) {
        if (themes.size() == 1) {
            themes.getFirst().tasks().stream()
                    .limit(Teaching.TASKS)
                    .forEach(at -> filling.add(Block.of(
                            Block.Kind.TASK,
                            minutes(at),
                            at.title(),
                            new Block.Material(Ref.PAPER, at.paper(), at.place()),
                            Words.of("hour.task", Words.share(at.chance())))));
            return;
        }
        for (int round = 0; round < Teaching.TASKS; round++) {
            int at = round;
            List<Theme> having =
                    themes.stream().filter(theme -> theme.tasks().size() > at).toList();
            if (having.isEmpty()) {
                return;
            }
            At first = having.getFirst().tasks().get(at);
            filling.add(Block.of(
                    Block.Kind.TASK,
                    having.stream()
                            .mapToInt(theme -> minutes(theme.tasks().get(at)))
                            .max()
                            .orElseThrow(),
                    having.stream()
                            .map(theme -> Words.of(
                                    "hour.each",
                                    theme.student(),
                                    theme.tasks().get(at).title()))
                            .collect(Collectors.joining("; ")),
                    new Block.Material(Ref.PAPER, first.paper(), first.place()),
                    Words.of("hour.tasks")));
        }
    }

    private static int minutes(At at) {
        return at.minutes() > 0 ? at.minutes() : Teaching.TASK;
    }

    private static Block game(Block.Kind kind, int minutes, Shown shown, String why) {
        return Block.of(kind, minutes, shown.title(), new Block.Material(Ref.GAME, shown.game(), shown.ply()), why);
    }

    /** Takes blocks as long as they fit. */
    private static final class Filling {
        private final List<Block> blocks = new ArrayList<>();
        private int left;

        Filling(int minutes) {
            left = minutes;
        }

        boolean add(Block block) {
            if (block.minutes() > left) {
                return false;
            }
            left -= block.minutes();
            blocks.add(block);
            return true;
        }
    }
}
