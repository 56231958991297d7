package org.zeroply.store;

import java.nio.charset.StandardCharsets;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Award;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Sitting.Attempt;
import org.zeroply.coaching.Sitting.End;
import org.zeroply.coaching.Stopwatch;
import org.zeroply.coaching.Student;
import org.zeroply.gametree.ThreeWay;
import org.zeroply.notation.Fen;
import org.zeroply.task.MarkEvidence;
import org.zeroply.task.Opinion;
import org.zeroply.task.Points;
import org.zeroply.task.Script;
import org.zeroply.task.ScriptText;
import org.zeroply.task.Task;

/**
 * Sittings, with the tasks as they were then. One is known by its student, its paper and when it was begun.
 */
final class SittingKind extends DocumentKind<SittingKind.KeptSitting> {
    /**
     * A sitting with its paper and who sat.
     *
     * @param paper the uid of the paper; 0 if that is not known
     * @param student the uid of the student; 0 if that is not known
     */
    record KeptSitting(long paper, long student, Sitting sitting) {}

    SittingKind() {
        super("sitting");
    }

    @Override
    public Set<String> tables() {
        return Set.of("sitting", "sitting_task");
    }

    @Override
    KeptSitting get(Handle handle, long id) {
        long paper = handle.createQuery("select paper from sitting where id = ?")
                .bind(0, id)
                .mapTo(Long.class)
                .findFirst()
                .orElse(0L);
        Sitting sitting = sitting(handle, id);
        return new KeptSitting(
                paper == 0 ? 0 : Revisions.uid(handle, "paper", paper),
                Revisions.uid(handle, "student", sitting.student().id()),
                sitting);
    }

    static Sitting sitting(Handle handle, long id) {
        List<Attempt> tasks = attempts(handle, id, ANY);
        return handle.createQuery("select sitting.name, student.id, student.name, student.rating, begun, pause, strict,"
                        + " diagram, saved, minutes from sitting join student on student.id = sitting.student where"
                        + " sitting.id = ?")
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

    private static final int ANY = -1;

    /** The tasks of a sitting in their order, or the one at a place. */
    private static List<Attempt> attempts(Handle handle, long id, int place) {
        return handle.createQuery("select content, script, used, since, ending, evidence, awards from"
                        + " sitting_task where sitting = ? and ? in (" + ANY + ", place) order by place")
                .bind(0, id)
                .bind(1, place)
                .map((rows, context) -> attempt(rows))
                .list();
    }

    @Override
    long studentOf(Revisions.State state, KeptSitting kept) {
        return kept.student();
    }

    @Override
    OptionalLong insert(Handle handle, KeptSitting kept) {
        Student said = kept.sitting().student();
        long student = Revisions.id(handle, "student", kept.student());
        Sitting sitting = kept.sitting().with(new Student(student, said.name(), said.rating()));
        return OptionalLong.of(insert(handle, Revisions.id(handle, "paper", kept.paper()), sitting));
    }

    /** Adds a sitting of the paper with an id here; a student without an id goes by the name, and comes with it if need be. */
    static long insert(Handle handle, long paper, Sitting sitting) {
        long student = sitting.student().id();
        if (student == 0) {
            student = StudentKind.named(handle, sitting.student().name());
        }
        if (student == 0) {
            student =
                    Kinds.STUDENT.addNew(handle, Profile.of(sitting.student())).getAsLong();
        }
        long id = handle.createUpdate("insert into sitting (paper, name, student, begun, pause, strict, diagram,"
                        + " saved, minutes) values (?, ?, ?, ?, ?, ?, ?, ?, ?)")
                .bind(0, paper)
                .bind(1, sitting.paper())
                .bind(2, student)
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
            insert(handle, id, place, sitting.tasks().get(place), sitting.saved());
        }
        return id;
    }

    private static void insert(Handle handle, long sitting, int place, Attempt attempt, Instant saved) {
        handle.execute(
                "insert into sitting_task (sitting, place, content, script, used, since, ending, evidence,"
                        + " awards) values (?, ?, ?, '', 0, null, 'OPEN', '', '')",
                sitting,
                place,
                PaperKind.text(attempt.task()));
        put(handle, sitting, place, attempt, saved);
    }

    @Override
    void put(Handle handle, long id, KeptSitting kept) {
        List<Attempt> tasks = kept.sitting().tasks();
        for (int place = 0; place < tasks.size(); place++) {
            put(handle, id, place, tasks.get(place), kept.sitting().saved());
        }
    }

    static void put(Handle handle, long sitting, int place, Attempt attempt, Instant now) {
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

    private static Attempt attempt(ResultSet rows) throws SQLException {
        Task task = PaperKind.task(rows.getString(1));
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

    // ---- as bytes

    @Override
    byte[] write(KeptSitting kept) {
        Sitting sitting = kept.sitting();
        StringBuilder out = new StringBuilder();
        line(
                out,
                kept.paper(),
                sitting.paper(),
                sitting.student().name(),
                sitting.student().rating(),
                sitting.begun().toEpochMilli(),
                sitting.minutes(),
                sitting.mayPause(),
                sitting.isStrict(),
                sitting.showsDiagram(),
                sitting.saved().toEpochMilli(),
                kept.student());
        for (Attempt each : sitting.tasks()) {
            out.append(text(each));
        }
        return out.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static String text(Attempt attempt) {
        StringBuilder out = new StringBuilder();
        line(
                out,
                PaperKind.text(attempt.task()),
                attempt.script().isEmpty() ? "" : ScriptText.write(1, attempt.script()),
                attempt.clock().used(),
                attempt.clock().isRunning() ? attempt.clock().since().getAsLong() : "",
                attempt.end(),
                evidence(attempt.evidence()),
                awards(attempt.awards()));
        return out.toString();
    }

    private static void line(StringBuilder out, Object... fields) {
        for (int i = 0; i < fields.length; i++) {
            out.append(i == 0 ? "" : "\t").append(NodeText.escape(fields[i].toString()));
        }
        out.append('\n');
    }

    private static String[] fields(String line) {
        String[] fields = line.split("\t", -1);
        for (int i = 0; i < fields.length; i++) {
            fields[i] = NodeText.unescape(fields[i]);
        }
        return fields;
    }

    @Override
    KeptSitting read(byte[] bytes) {
        String[] lines = new String(bytes, StandardCharsets.UTF_8).split("\n");
        String[] head = fields(lines[0]);
        List<Attempt> tasks = new ArrayList<>();
        for (int i = 1; i < lines.length; i++) {
            String[] each = fields(lines[i]);
            tasks.add(new Attempt(
                    PaperKind.task(each[0]),
                    ScriptText.read(each[1]).scripts().getOrDefault(1, Script.EMPTY),
                    new Stopwatch(
                            Long.parseLong(each[2]),
                            each[3].isEmpty() ? OptionalLong.empty() : OptionalLong.of(Long.parseLong(each[3]))),
                    End.valueOf(each[4]),
                    evidence(each[5]),
                    awards(each[6])));
        }
        return new KeptSitting(
                Long.parseLong(head[0]),
                // What was kept by older versions does not say it.
                head.length > 10 ? Long.parseLong(head[10]) : 0,
                new Sitting(
                        0,
                        head[1],
                        new Student(0, head[2], Integer.parseInt(head[3])),
                        Instant.ofEpochMilli(Long.parseLong(head[4])),
                        Integer.parseInt(head[5]),
                        Boolean.parseBoolean(head[6]),
                        Boolean.parseBoolean(head[7]),
                        Boolean.parseBoolean(head[8]),
                        Instant.ofEpochMilli(Long.parseLong(head[9])),
                        tasks));
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

    // ---- rescue

    @Override
    Map<String, String> parts() {
        return Map.of("sitting_task", "sitting");
    }

    @Override
    String nameOf(Handle handle, long id) {
        String student = "(select student.name || ' – ' from student where student.id = sitting.student)";
        return column(handle, "coalesce(" + student + ", '') || name", id);
    }

    /** Tasks that cannot be read are left out; a sitting without any is none. */
    @Override
    Salvaged<KeptSitting> salvage(Handle damaged, long id) {
        int most = damaged.createQuery(
                        "select max(coalesce((select max(place) + 1 from sitting_task where sitting = :id), 0),"
                                + " coalesce((select parts from sitting where id = :id), 0))")
                .bind("id", id)
                .mapTo(Integer.class)
                .one();
        List<Integer> lost = new ArrayList<>();
        for (int place = 0; place < most; place++) {
            try {
                attempts(damaged, id, place).getFirst();
            } catch (RuntimeException unreadable) {
                lost.add(place);
            }
        }
        if (most == lost.size()) {
            throw new WorkbookException("no task of the sitting " + id + " can be read");
        }
        for (int place : lost.reversed()) {
            damaged.execute("delete from sitting_task where sitting = ? and place = ?", id, place);
            damaged.execute("update sitting_task set place = place - 1 where sitting = ? and place > ?", id, place);
        }
        return new Salvaged<>(get(damaged, id), lost.size());
    }

    @Override
    void overwrite(Handle handle, long id, KeptSitting kept) {
        handle.execute("delete from sitting_task where sitting = ?", id);
        Sitting sitting = kept.sitting();
        for (int place = 0; place < sitting.tasks().size(); place++) {
            insert(handle, id, place, sitting.tasks().get(place), sitting.saved());
        }
        handle.execute(
                "update sitting set name = ?, parts = (select count(*) from sitting_task where sitting = sitting.id)"
                        + " where id = ?",
                sitting.paper(),
                id);
    }

    // ---- merging

    @Override
    String sameBy(Handle handle, long id) {
        return handle.createQuery("select student.uid, sitting.name, begun from sitting join student on student.id ="
                        + " sitting.student where sitting.id = ?")
                .bind(0, id)
                .map((rows, context) -> rows.getLong(1) + "\t" + rows.getString(2) + "\t" + rows.getLong(3))
                .findFirst()
                .orElse("");
    }

    /**
     * Each task as the copy has it that went on with it, and every award that either gave. Where both went on with the same
     * task, or gave other points for the same row, both sittings stand.
     */
    @Override
    Union<KeptSitting> unite(KeptSitting first, KeptSitting second, @Nullable KeptSitting base) {
        List<Attempt> mine = first.sitting().tasks();
        List<Attempt> theirs = second.sitting().tasks();
        if (mine.size() != theirs.size()) {
            return new Union.Beside<>();
        }
        List<Attempt> tasks = new ArrayList<>();
        for (int i = 0; i < mine.size(); i++) {
            Attempt was = base == null || base.sitting().tasks().size() != mine.size()
                    ? Attempt.of(mine.get(i).task())
                    : base.sitting().tasks().get(i);
            ThreeWay<String> work = ThreeWay.of(work(was), work(mine.get(i)), work(theirs.get(i)));
            Optional<List<Award>> awards = awards(was, mine.get(i), theirs.get(i));
            if (work.isConflict() || awards.isEmpty()) {
                return new Union.Beside<>();
            }
            Attempt done = work.value().equals(work(mine.get(i))) ? mine.get(i) : theirs.get(i);
            tasks.add(done.withEvidence(ThreeWay.ofSets(
                            was.evidence(),
                            mine.get(i).evidence(),
                            theirs.get(i).evidence()))
                    .withAwards(awards.get()));
        }
        Sitting here = first.sitting();
        Instant saved = here.saved().isAfter(second.sitting().saved())
                ? here.saved()
                : second.sitting().saved();
        return new Union.One<>(new KeptSitting(first.paper(), first.student(), here.with(tasks, saved)), 0);
    }

    /** What a student did with a task. */
    private static String work(Attempt attempt) {
        return text(attempt.withEvidence(List.of()).withAwards(List.of()));
    }

    /** The awards of both, row by row; empty if both gave something else for one row. */
    private static Optional<List<Award>> awards(Attempt was, Attempt mine, Attempt theirs) {
        SortedSet<Integer> rows = new TreeSet<>();
        Stream.of(mine, theirs).flatMap(each -> each.awards().stream()).forEach(each -> rows.add(each.row()));
        List<Award> awards = new ArrayList<>();
        for (int row : rows) {
            ThreeWay<List<Award>> both = ThreeWay.of(awards(was, row), awards(mine, row), awards(theirs, row));
            if (both.isConflict()) {
                return Optional.empty();
            }
            awards.addAll(both.value());
        }
        return Optional.of(awards);
    }

    private static List<Award> awards(Attempt attempt, int row) {
        return attempt.awards().stream().filter(each -> each.row() == row).toList();
    }

    /** What a merge made of it is undone with its paper. */
    @Override
    String journalOf(Handle handle, long id) {
        return handle.createQuery("select paper from sitting where id = ? and paper in (select id from paper)")
                .bind(0, id)
                .mapTo(Long.class)
                .findFirst()
                .map(Kinds.PAPER::journal)
                .orElse(Kinds.PAPER.list().document());
    }

    /** Every keystroke is kept. */
    @Override
    boolean remembersStates() {
        return false;
    }

    /** What is committed is closed. */
    @Override
    boolean hasJournal() {
        return false;
    }
}
