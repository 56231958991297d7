package org.zeroply.task;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.Tags;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnFault;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.PgnWriter;

/**
 * Papers as PGN: each task is a game whose moves are its solution tree; the mark scheme stands in commands of the comments,
 * {@code [%mark number|group|kind|points|label|reason|detail]} on the move that an item hangs on, {@code [%group
 * number|group|way|points|label|reason]} and what hangs on no move before the first one. The rest is in tags that begin with
 * Task and Paper. See docs/task-format.md.
 */
public final class TaskPgn {
    static final String MARK = "mark";
    static final String GROUP = "group";
    static final String ACCEPT = "accept";
    static final String SETTLED = "settled";
    static final String NONE = "0";

    private TaskPgn() {}

    /**
     * Something in a file of tasks that was left out.
     *
     * @param game the number of the game in the file, from 1
     * @param place the tag, or the move with the command
     */
    public record Fault(long game, String place, String reason) {}

    /** A task with what could not be read of it; the game itself always comes through. */
    public record TaskReading(Task task, List<Fault> faults) {
        public TaskReading {
            faults = List.copyOf(faults);
        }
    }

    /**
     * A file of tasks, read.
     *
     * @param gameFaults what was wrong with the games as games
     * @param faults what was wrong with tags and schemes
     */
    public record Contents(Paper paper, List<PgnFault> gameFaults, List<Fault> faults) {
        public Contents {
            gameFaults = List.copyOf(gameFaults);
            faults = List.copyOf(faults);
        }
    }

    // ---- writing

    public static String write(Paper paper) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < paper.tasks().size(); i++) {
            out.append(PgnWriter.write(game(paper, i)));
        }
        return out.toString();
    }

    private static Game game(Paper paper, int index) {
        Game game = game(paper.tasks().get(index));
        Tags tags = game.tags();
        tags = tag(tags, "Event", paper.name());
        tags = tag(tags, "Round", Integer.toString(index + 1));
        tags = tag(tags, "PaperMinutes", paper.minutes() == 0 ? "" : Integer.toString(paper.minutes()));
        tags = tag(tags, "PaperPause", paper.mayPause() ? "yes" : "");
        tags = tag(tags, "PaperStrict", paper.isStrict() ? "yes" : "");
        tags = tag(tags, "PaperDiagram", paper.showsDiagram() ? "" : "no");
        return game.with(tags);
    }

    /** One task as a game. */
    public static Game game(Task task) {
        return new TaskWriter(task).write();
    }

    private static Tags tag(Tags tags, String name, String value) {
        return value.isEmpty() ? tags : tags.with(name, value.replaceAll("\\s+", " "));
    }

    // ---- reading

    /** Reads all games of a file as the tasks of one paper. */
    public static Contents read(InputStream in) throws IOException {
        PgnReader reader = new PgnReader(in);
        List<Task> tasks = new ArrayList<>();
        List<PgnFault> gameFaults = new ArrayList<>();
        List<Fault> faults = new ArrayList<>();
        Tags paper = Tags.NONE;
        PgnEntry entry = reader.next();
        while (entry != null) {
            gameFaults.addAll(entry.faults());
            if (entry instanceof PgnEntry.Read read) {
                TaskReading task = read(read.game(), read.number());
                tasks.add(task.task());
                faults.addAll(task.faults());
                if (tasks.size() == 1) {
                    paper = read.game().tags();
                }
            }
            entry = reader.next();
        }
        int minutes = paper.get("PaperMinutes").matches("\\d{1,4}") ? Integer.parseInt(paper.get("PaperMinutes")) : 0;
        return new Contents(
                new Paper(
                        paper.known("Event"),
                        minutes,
                        paper.get("PaperPause").equals("yes"),
                        paper.get("PaperStrict").equals("yes"),
                        !paper.get("PaperDiagram").equals("no"),
                        tasks),
                gameFaults,
                faults);
    }

    /**
     * A game as a task; one without any of the tags is a task to calculate without a scheme.
     *
     * @param number of the game in its file, for the faults
     */
    public static TaskReading read(Game game, long number) {
        return new TaskReader(game, number).read();
    }
}
