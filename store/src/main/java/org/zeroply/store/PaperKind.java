package org.zeroply.store;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.ThreeWay;
import org.zeroply.notation.PgnWriter;
import org.zeroply.store.Revisions.State;
import org.zeroply.task.Paper;
import org.zeroply.task.Task;
import org.zeroply.task.TaskPgn;
import org.zeroply.words.Words;

/** Papers with their tasks, a row each; a task is text as in a file of tasks. */
final class PaperKind extends DocumentKind<Paper> {
    PaperKind() {
        super("paper");
    }

    @Override
    public Set<String> tables() {
        return Set.of("paper", "task");
    }

    @Override
    Paper get(Handle handle, long id) {
        List<Task> tasks = handle
                .createQuery("select content from task where paper = ? order by place")
                .bind(0, id)
                .mapTo(String.class)
                .stream()
                .map(PaperKind::task)
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

    @Override
    OptionalLong insert(Handle handle, Paper paper) {
        long id = handle.createUpdate(
                        "insert into paper (name, minutes, pause, strict, diagram) values ('', 0, 0, 0, 1)")
                .executeAndReturnGeneratedKeys("id")
                .mapTo(Long.class)
                .one();
        put(handle, id, paper);
        return OptionalLong.of(id);
    }

    @Override
    void put(Handle handle, long id, Paper paper) {
        handle.execute(
                "update paper set name = ?, minutes = ?, pause = ?, strict = ?, diagram = ? where id = ?",
                paper.name(),
                paper.minutes(),
                paper.mayPause() ? 1 : 0,
                paper.isStrict() ? 1 : 0,
                paper.showsDiagram() ? 1 : 0,
                id);
        for (int place = 0; place < paper.tasks().size(); place++) {
            handle.execute(
                    "insert into task (paper, place, content) values (?, ?, ?) on conflict do update set content ="
                            + " excluded.content where content <> excluded.content",
                    id,
                    place,
                    text(paper.tasks().get(place)));
        }
        handle.execute(
                "delete from task where paper = ? and place >= ?",
                id,
                paper.tasks().size());
    }

    /** A paper without a task has no game to stand in; its name and settings stand in front of the games. */
    @Override
    byte[] write(Paper paper) {
        String settings = String.join(
                "\t",
                NodeText.escape(paper.name()),
                Integer.toString(paper.minutes()),
                Boolean.toString(paper.mayPause()),
                Boolean.toString(paper.isStrict()),
                Boolean.toString(paper.showsDiagram()));
        return (settings + "\n" + TaskPgn.write(paper)).getBytes(StandardCharsets.UTF_8);
    }

    @Override
    Paper read(byte[] kept) {
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

    // ---- merging

    /** Edits of different tasks stand in one paper; two of the same one, or without what both came from, in two papers. */
    @Override
    Union<Paper> unite(Paper first, Paper second, @Nullable Paper base) {
        if (base == null) {
            return new Union.Beside<>();
        }
        ThreeWay<String> name = ThreeWay.of(base.name(), first.name(), second.name());
        ThreeWay<Integer> minutes = ThreeWay.of(base.minutes(), first.minutes(), second.minutes());
        Optional<List<String>> tasks = ThreeWay.ofLists(texts(base), texts(first), texts(second));
        if (name.isConflict() || minutes.isConflict() || tasks.isEmpty()) {
            return new Union.Beside<>();
        }
        return new Union.One<>(
                new Paper(
                        name.value(),
                        minutes.value(),
                        ThreeWay.of(base.mayPause(), first.mayPause(), second.mayPause())
                                .value(),
                        ThreeWay.of(base.isStrict(), first.isStrict(), second.isStrict())
                                .value(),
                        ThreeWay.of(base.showsDiagram(), first.showsDiagram(), second.showsDiagram())
                                .value(),
                        tasks.get().stream().map(PaperKind::task).toList()),
                0);
    }

    private static List<String> texts(Paper paper) {
        return paper.tasks().stream().map(PaperKind::text).toList();
    }

    @Override
    Paper beside(Paper paper) {
        return paper.withName(paper.name() + " (2)");
    }

    @Override
    Optional<State> namesake(Handle handle, Paper paper) {
        return handle.createQuery("select id from paper where name = ? and hidden = 0 order by id")
                .bind(0, paper.name())
                .mapTo(Long.class)
                .findFirst()
                .flatMap(id -> Revisions.state(handle, this, "id", id));
    }

    // ---- rescue

    @Override
    Map<String, String> parts() {
        return Map.of("task", "paper");
    }

    @Override
    String nameOf(Handle handle, long id) {
        return column(handle, "name", id);
    }

    /** Tasks without their paper come back in one that has its number for a name. */
    @Override
    boolean revive(Handle handle, long id) {
        boolean hasTasks = howMany(handle, id) > 0;
        if (hasTasks) {
            handle.execute(
                    "insert into paper (id, name, minutes, pause, strict, diagram, uid, revision) values (?, ?, 0, 0, 0,"
                            + " 1, random(), random())",
                    id,
                    Words.of("rescue.nameless", id));
        }
        return hasTasks;
    }

    @Override
    void overwrite(Handle handle, long id, Paper paper) {
        handle.execute("delete from task where paper = ?", id);
        put(handle, id, paper);
        handle.execute("update paper set parts = (select count(*) from task where paper = paper.id) where id = ?", id);
    }

    @Override
    Salvaged<Paper> salvage(Handle damaged, long id) {
        Paper settings = settings(damaged, id);
        int most = howMany(damaged, id);
        List<Task> tasks = new ArrayList<>();
        int lost = 0;
        for (int place = 0; place < most; place++) {
            try {
                tasks.add(task(damaged, id, place).orElseThrow());
            } catch (RuntimeException unreadable) {
                lost++;
            }
        }
        if (tasks.isEmpty() && lost > 0) {
            throw new WorkbookException("no task of the paper " + id + " can be read");
        }
        return new Salvaged<>(settings.withTasks(tasks), lost);
    }

    /** One more than the last place that a task has. */
    private static int howMany(Handle damaged, long id) {
        return damaged.createQuery("select max(coalesce((select max(place) + 1 from task where paper = :id), 0),"
                        + " coalesce((select parts from paper where id = :id), 0))")
                .bind("id", id)
                .mapTo(Integer.class)
                .one();
    }

    private static Optional<Task> task(Handle handle, long id, int place) {
        return handle.createQuery("select content from task where paper = ? and place = ?")
                .bind(0, id)
                .bind(1, place)
                .mapTo(String.class)
                .findOne()
                .map(PaperKind::task);
    }
}
