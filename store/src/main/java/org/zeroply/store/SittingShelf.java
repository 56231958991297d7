package org.zeroply.store;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.jdbi.v3.core.Handle;
import org.zeroply.coaching.Award;
import org.zeroply.coaching.MarkedSitting;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Sitting.Attempt;
import org.zeroply.coaching.Sitting.End;
import org.zeroply.coaching.Stopwatch;
import org.zeroply.coaching.Student;
import org.zeroply.notation.Fen;
import org.zeroply.task.MarkEvidence;
import org.zeroply.task.Opinion;
import org.zeroply.task.Paper;
import org.zeroply.task.Points;
import org.zeroply.task.Script;
import org.zeroply.task.ScriptText;
import org.zeroply.task.Task;

/** Students and their sittings. What is committed is closed, so there is no undo; awards can be taken away again. Any thread. */
public final class SittingShelf {
    private final Workbook workbook;

    SittingShelf(Workbook workbook) {
        this.workbook = workbook;
    }

    // ---- students

    public List<Student> students() {
        return workbook.read(SittingShelf::students);
    }

    static List<Student> students(Handle handle) {
        return students(handle, "where hidden = 0 order by name");
    }

    /** Those on the list first, then those off it. */
    List<Student> everyStudent() {
        return workbook.read(handle -> students(handle, "order by hidden, name"));
    }

    private static List<Student> students(Handle handle, String which) {
        return handle.createQuery("select id, name, rating from student " + which)
                .map((rows, context) -> new Student(rows.getLong(1), rows.getString(2), rows.getInt(3)))
                .list();
    }

    /**
     * Keeps a student; one without an id is added, or comes back if one of that name was taken off the list. Gives the
     * student as kept.
     */
    public Student keep(Student student) {
        return workbook.write(handle -> {
            if (student.id() != 0) {
                handle.execute(
                        "update student set name = ?, rating = ? where id = ?",
                        student.name(),
                        student.rating(),
                        student.id());
                return student;
            }
            Optional<Long> gone = handle.createQuery("select id from student where name = ? and hidden = 1")
                    .bind(0, student.name())
                    .mapTo(Long.class)
                    .findFirst();
            if (gone.isPresent()) {
                handle.execute("update student set hidden = 0, rating = ? where id = ?", student.rating(), gone.get());
                return new Student(gone.get(), student.name(), student.rating());
            }
            long id = handle.createUpdate("insert into student (name, rating) values (?, ?)")
                    .bind(0, student.name())
                    .bind(1, student.rating())
                    .executeAndReturnGeneratedKeys("id")
                    .mapTo(Long.class)
                    .one();
            return new Student(id, student.name(), student.rating());
        });
    }

    /** Takes a student off the list; the sittings stay, and keeping one of that name again brings the student back. */
    public void remove(Student student) {
        workbook.write(handle -> handle.execute("update student set hidden = 1 where id = ?", student.id()));
    }

    // ---- sittings

    /**
     * A sitting of the list.
     *
     * @param paper the id of the paper
     * @param done how many of its tasks have ended
     */
    public record Listed(long id, long paper, String name, Student student, Instant begun, int done, int tasks) {
        public boolean isDone() {
            return done == tasks;
        }
    }

    /** All sittings, the latest first. */
    public List<Listed> list() {
        return workbook.read(SittingShelf::list);
    }

    static List<Listed> list(Handle handle) {
        return handle.createQuery("select sitting.id, paper, sitting.name, begun,"
                        + " (select count(*) from sitting_task where sitting = sitting.id and ending <> 'OPEN'),"
                        + " (select count(*) from sitting_task where sitting = sitting.id),"
                        + " student.id, student.name, student.rating from sitting join student on student.id ="
                        + " sitting.student order by begun desc, sitting.id desc")
                .map((rows, context) -> new Listed(
                        rows.getLong(1),
                        rows.getLong(2),
                        rows.getString(3),
                        new Student(rows.getLong(7), rows.getString(8), rows.getInt(9)),
                        Instant.ofEpochMilli(rows.getLong(4)),
                        rows.getInt(5),
                        rows.getInt(6)))
                .list();
    }

    /** The sittings of a paper with what they came to, the latest first; marks every script. */
    public List<ResultTable.Row> results(long paper) {
        return list().stream()
                .filter(each -> each.paper() == paper)
                .map(each -> new ResultTable.Row(
                        each, MarkedSitting.of(read(each.id())).result()))
                .toList();
    }

    /** Begins a sitting: the tasks are kept as they are now. */
    public Sitting begin(long id, Paper paper, Student student, Instant now) {
        return add(id, Sitting.of(paper, student, now));
    }

    /** Adds a sitting that was begun elsewhere, or on paper. */
    public Sitting add(long paper, Sitting sitting) {
        return workbook.write(handle -> {
            long id = handle.createUpdate("insert into sitting (paper, name, student, begun, pause, strict, diagram,"
                            + " saved, minutes) values (?, ?, ?, ?, ?, ?, ?, ?, ?)")
                    .bind(0, paper)
                    .bind(1, sitting.paper())
                    .bind(2, sitting.student().id())
                    .bind(3, sitting.begun().toEpochMilli())
                    .bind(4, sitting.mayPause() ? 1 : 0)
                    .bind(5, sitting.isStrict() ? 1 : 0)
                    .bind(6, sitting.showsDiagram() ? 1 : 0)
                    .bind(7, sitting.saved().toEpochMilli())
                    .bind(8, sitting.minutes())
                    .executeAndReturnGeneratedKeys("id")
                    .mapTo(Long.class)
                    .one();
            for (int place = 0; place < sitting.tasks().size(); place++) {
                Attempt attempt = sitting.tasks().get(place);
                handle.execute(
                        "insert into sitting_task (sitting, place, content, script, used, since, ending, evidence,"
                                + " awards) values (?, ?, ?, '', 0, null, 'OPEN', '', '')",
                        id,
                        place,
                        PaperShelf.text(attempt.task()));
                put(handle, id, place, attempt, sitting.saved());
            }
            return read(handle, id);
        });
    }

    /** Keeps the state of one task; called at every keystroke, so it writes one row. */
    public void save(long sitting, int place, Attempt attempt, Instant now) {
        workbook.write(handle -> {
            put(handle, sitting, place, attempt, now);
            return true;
        });
    }

    private static void put(Handle handle, long sitting, int place, Attempt attempt, Instant now) {
        handle.execute(
                "update sitting_task set script = ?, used = ?, since = ?, ending = ?, evidence = ?, awards = ?"
                        + " where sitting = ? and place = ?",
                attempt.script().isEmpty() ? "" : ScriptText.write(1, attempt.script()),
                attempt.clock().used(),
                attempt.clock().isRunning() ? attempt.clock().since().getAsLong() : null,
                attempt.end().name(),
                evidence(attempt.evidence()),
                awards(attempt.awards()),
                sitting,
                place);
        handle.execute("update sitting set saved = ? where id = ?", now.toEpochMilli(), sitting);
    }

    /**
     * Reads a sitting.
     *
     * @throws WorkbookException if there is none
     */
    public Sitting read(long id) {
        return workbook.read(handle -> read(handle, id));
    }

    static Sitting read(Handle handle, long id) {
        List<Attempt> tasks = handle.createQuery("select content, script, used, since, ending, evidence, awards from"
                        + " sitting_task where sitting = ? order by place")
                .bind(0, id)
                .map((rows, context) -> attempt(rows))
                .list();
        return handle.createQuery("select sitting.name, student.id, student.name, student.rating, begun, pause, strict,"
                        + " diagram, saved, minutes from sitting join student on student.id = sitting.student where sitting.id"
                        + " = ?")
                .bind(0, id)
                .map((rows, context) -> new Sitting(
                        id,
                        rows.getString(1),
                        new Student(rows.getLong(2), rows.getString(3), rows.getInt(4)),
                        Instant.ofEpochMilli(rows.getLong(5)),
                        rows.getInt(10),
                        rows.getInt(6) != 0,
                        rows.getInt(7) != 0,
                        rows.getInt(8) != 0,
                        Instant.ofEpochMilli(rows.getLong(9)),
                        tasks))
                .findOne()
                .orElseThrow(() -> new WorkbookException("there is no sitting " + id));
    }

    private static Attempt attempt(ResultSet rows) throws SQLException {
        Task task = PaperShelf.task(rows.getString(1));
        Script script = ScriptText.read(rows.getString(2)).scripts().getOrDefault(1, Script.EMPTY);
        long used = rows.getLong(3);
        long since = rows.getLong(4);
        OptionalLong running = rows.wasNull() ? OptionalLong.empty() : OptionalLong.of(since);
        return new Attempt(
                task,
                script,
                new Stopwatch(used, running),
                End.valueOf(rows.getString(5)),
                evidence(rows.getString(6)),
                awards(rows.getString(7)));
    }

    // ---- texts of rows: a line each, fields with tabs between

    private static String evidence(List<MarkEvidence> evidence) {
        StringBuilder out = new StringBuilder();
        for (MarkEvidence each : evidence) {
            out.append(Fen.write(each.position()))
                    .append('\t')
                    .append(each.opinion())
                    .append('\t')
                    .append(NodeText.escape(each.by()))
                    .append('\t')
                    .append(NodeText.escape(each.effort()))
                    .append('\n');
        }
        return out.toString();
    }

    private static List<MarkEvidence> evidence(String text) {
        List<MarkEvidence> evidence = new ArrayList<>();
        text.lines().forEach(line -> {
            String[] fields = line.split("\t", -1);
            evidence.add(new MarkEvidence(
                    Fen.position(fields[0]),
                    Opinion.valueOf(fields[1]),
                    NodeText.unescape(fields[2]),
                    NodeText.unescape(fields[3])));
        });
        return evidence;
    }

    private static String awards(List<Award> awards) {
        StringBuilder out = new StringBuilder();
        for (Award each : awards) {
            out.append(each.row())
                    .append('\t')
                    .append(each.points().halves())
                    .append('\t')
                    .append(NodeText.escape(each.note()))
                    .append('\n');
        }
        return out.toString();
    }

    private static List<Award> awards(String text) {
        List<Award> awards = new ArrayList<>();
        text.lines().forEach(line -> {
            String[] fields = line.split("\t", -1);
            awards.add(new Award(
                    Integer.parseInt(fields[0]),
                    new Points(Integer.parseInt(fields[1])),
                    NodeText.unescape(fields[2])));
        });
        return awards;
    }
}
