package org.zeroply.store;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jdbi.v3.core.Handle;
import org.zeroply.notation.PgnWriter;
import org.zeroply.task.Paper;
import org.zeroply.task.Task;
import org.zeroply.task.TaskPgn;

/** The papers of a workbook. Each has a journal of its own, so that an edit is undone after a restart as well. Any thread. */
public final class PaperShelf {
    private static final Listing LIST = new Listing("papers", "paper");

    private final Workbook workbook;

    PaperShelf(Workbook workbook) {
        this.workbook = workbook;
    }

    /** A paper of the list. */
    public record Listed(long id, String name, int tasks) {}

    /** All papers, in the order in which they came. */
    public List<Listed> list() {
        return workbook.read(PaperShelf::list);
    }

    static List<Listed> list(Handle handle) {
        return handle.createQuery("select id, name, (select count(*) from task where paper = paper.id) from paper where"
                        + " hidden = 0 order by id")
                .map((rows, context) -> new Listed(rows.getLong(1), rows.getString(2), rows.getInt(3)))
                .list();
    }

    /** The papers on the list and off it. */
    static List<Long> everyId(Handle handle) {
        return handle.createQuery("select id from paper order by id")
                .mapTo(Long.class)
                .list();
    }

    /** The states in which a paper is known to have been, as {@link #bytes} writes them. */
    static Set<String> past(Handle handle, long id) {
        Set<String> past = new HashSet<>();
        handle.createQuery("select blob_before, blob_after from journal where document = ?")
                .bind(0, document(id))
                .map((rows, context) -> Arrays.asList(rows.getBytes(1), rows.getBytes(2)))
                .forEach(states -> states.forEach(state -> past.add(new String(state, StandardCharsets.UTF_8))));
        return past;
    }

    /**
     * What a damaged workbook shows of papers.
     *
     * @param lost tasks that could not be read
     */
    record Salvaged(long id, Paper paper, int lost) {}

    /** As much as can be read of each paper; one of which no task can be read is left out. */
    static List<Salvaged> salvage(Handle damaged) {
        List<Salvaged> saved = new ArrayList<>();
        for (Listed listed : list(damaged)) {
            List<Task> tasks = new ArrayList<>();
            for (int place = 0; place < listed.tasks(); place++) {
                try {
                    task(damaged, listed.id(), place).ifPresent(tasks::add);
                } catch (RuntimeException unreadable) {
                    // Counted below.
                }
            }
            if (!tasks.isEmpty() || listed.tasks() == 0) {
                saved.add(new Salvaged(
                        listed.id(), settings(damaged, listed.id()).withTasks(tasks), listed.tasks() - tasks.size()));
            }
        }
        return saved;
    }

    private static Optional<Task> task(Handle handle, long id, int place) {
        return handle.createQuery("select content from task where paper = ? and place = ?")
                .bind(0, id)
                .bind(1, place)
                .mapTo(String.class)
                .findOne()
                .map(PaperShelf::task);
    }

    /** Adds a paper and gives its id; undone from the list. */
    public long add(Paper paper, String label) {
        return workbook.write(handle -> {
            long id = handle.createUpdate(
                            "insert into paper (name, minutes, pause, strict, diagram) values ('', 0, 0, 0, 1)")
                    .executeAndReturnGeneratedKeys("id")
                    .mapTo(Long.class)
                    .one();
            put(handle, id, paper);
            LIST.added(handle, id, label);
            return id;
        });
    }

    /** Takes a paper off the list; undone from the list. Its sittings stay. */
    public void remove(long id, String label) {
        workbook.write(handle -> {
            LIST.remove(handle, id, label);
            return true;
        });
    }

    public UndoState undoState() {
        return workbook.read(LIST::undoState);
    }

    /** Takes the last coming or going back, or makes it again; says whether there was one. */
    public boolean travelInList(boolean undo) {
        return workbook.write(handle -> LIST.travel(handle, undo));
    }

    /**
     * Reads a paper.
     *
     * @throws WorkbookException if there is none
     */
    public Paper read(long id) {
        return workbook.read(handle -> read(handle, id));
    }

    static Paper read(Handle handle, long id) {
        List<Task> tasks = handle
                .createQuery("select content from task where paper = ? order by place")
                .bind(0, id)
                .mapTo(String.class)
                .stream()
                .map(PaperShelf::task)
                .toList();
        return settings(handle, id).withTasks(tasks);
    }

    /** A paper without its tasks. */
    private static Paper settings(Handle handle, long id) {
        return handle.createQuery("select name, minutes, pause, strict, diagram from paper where id = ?")
                .bind(0, id)
                .map((rows, context) -> new Paper(
                        rows.getString(1),
                        rows.getInt(2),
                        rows.getInt(3) != 0,
                        rows.getInt(4) != 0,
                        rows.getInt(5) != 0,
                        List.of()))
                .findOne()
                .orElseThrow(() -> new WorkbookException("there is no paper " + id));
    }

    /** A task as a row keeps it. */
    static String text(Task task) {
        return PgnWriter.write(TaskPgn.game(task));
    }

    static Task task(String text) {
        List<Task> tasks = paper(text.getBytes(StandardCharsets.UTF_8)).tasks();
        if (tasks.isEmpty()) {
            throw new WorkbookException(
                    "a task is damaged: " + text.lines().findFirst().orElse(""));
        }
        return tasks.getFirst();
    }

    private static Paper paper(byte[] pgn) {
        try {
            return TaskPgn.read(new ByteArrayInputStream(pgn)).paper();
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
    }

    private static void put(Handle handle, long id, Paper paper) {
        handle.execute(
                "update paper set name = ?, minutes = ?, pause = ?, strict = ?, diagram = ? where id = ?",
                paper.name(),
                paper.minutes(),
                paper.mayPause() ? 1 : 0,
                paper.isStrict() ? 1 : 0,
                paper.showsDiagram() ? 1 : 0,
                id);
        List<String> rows = new ArrayList<>(paper.tasks().size());
        paper.tasks().forEach(task -> rows.add(text(task)));
        for (int place = 0; place < rows.size(); place++) {
            handle.execute(
                    "insert into task (paper, place, content) values (?, ?, ?) on conflict do update set content ="
                            + " excluded.content where content <> excluded.content",
                    id,
                    place,
                    rows.get(place));
        }
        handle.execute("delete from task where paper = ? and place >= ?", id, rows.size());
    }

    private static String document(long id) {
        return "paper:" + id;
    }

    /**
     * Keeps an edited paper.
     *
     * @param before as it was kept last
     * @param edit names the place that was edited; a further edit of the same place joins the one before; empty for an edit
     *     that stands alone
     * @param label how the status line names the edit
     */
    public void save(long id, Paper before, Paper after, String edit, String label) {
        workbook.write(handle -> {
            put(handle, id, after);
            Journal.edit(handle, document(id), edit, label, bytes(before), bytes(after));
            return true;
        });
    }

    /** A paper without a task has no game to stand in; its name and settings stand in one without a task then. */
    static byte[] bytes(Paper paper) {
        return (settings(paper) + TaskPgn.write(paper)).getBytes(StandardCharsets.UTF_8);
    }

    private static String settings(Paper paper) {
        return String.join(
                        "\t",
                        NodeText.escape(paper.name()),
                        Integer.toString(paper.minutes()),
                        Boolean.toString(paper.mayPause()),
                        Boolean.toString(paper.isStrict()),
                        Boolean.toString(paper.showsDiagram()))
                + "\n";
    }

    private static Paper paperOf(byte[] kept) {
        String text = new String(kept, StandardCharsets.UTF_8);
        int end = text.indexOf('\n');
        String[] fields = text.substring(0, end).split("\t", -1);
        return new Paper(
                NodeText.unescape(fields[0]),
                Integer.parseInt(fields[1]),
                Boolean.parseBoolean(fields[2]),
                Boolean.parseBoolean(fields[3]),
                Boolean.parseBoolean(fields[4]),
                paper(text.substring(end + 1).getBytes(StandardCharsets.UTF_8)).tasks());
    }

    public UndoState undoState(long id) {
        return workbook.read(handle -> Journal.undoState(handle, document(id)));
    }

    /** Takes the last edit back, or makes it again, and gives the paper as it is then; empty if there is none. */
    public Optional<Paper> travel(long id, boolean undo) {
        return workbook.write(handle -> Journal.step(handle, document(id), undo).map(step -> {
            byte[] state = undo ? step.before() : step.after();
            if (state == null) {
                throw new WorkbookException("an edit in the journal has lost its paper");
            }
            Paper paper = paperOf(state);
            put(handle, id, paper);
            Journal.mark(handle, step, undo);
            return paper;
        }));
    }
}
