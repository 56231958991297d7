package org.zeroply.store;

import java.time.Instant;
import java.util.List;
import org.jdbi.v3.core.Handle;
import org.zeroply.coaching.MarkedSitting;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Sitting.Attempt;
import org.zeroply.coaching.Student;
import org.zeroply.task.Paper;

/**
 * Students and their sittings. What is handed in is closed, so its edits are not undone; awards can be taken away again, and a
 * sitting that was removed comes back with the undo of its paper. Any thread.
 */
public final class SittingShelf {
    private final Workbook workbook;

    SittingShelf(Workbook workbook) {
        this.workbook = workbook;
    }

    // ---- students

    public List<Student> students() {
        return workbook.read(SittingShelf::students);
    }

    private static List<Student> students(Handle handle) {
        return handle.createQuery("select id, name, rating from student where hidden = 0 order by name")
                .map((rows, context) -> new Student(rows.getLong(1), rows.getString(2), rows.getInt(3)))
                .list();
    }

    /**
     * Keeps a student's name and rating; one without an id is added, or comes back if one of that name was taken off the list.
     * A rating that is another one goes into the history. Gives the student as kept.
     */
    public Student keep(Student student) {
        String today = RegisterShelf.day(workbook.clock());
        return workbook.write(handle -> {
            long id = student.id() != 0 ? student.id() : StudentKind.hidden(handle, student.name());
            if (id == 0) {
                Profile fresh = Profile.of(new Student(0, student.name(), 0)).rated(student.rating(), today);
                return new Student(Kinds.STUDENT.addNew(handle, fresh).getAsLong(), student.name(), student.rating());
            }
            Student kept = new Student(id, student.name(), student.rating());
            if (student.id() == 0) {
                Kinds.STUDENT.list().show(handle, Kinds.STUDENT.list().named(id), true);
            } else {
                Kinds.STUDENT.changes(handle, id);
            }
            Profile before = Kinds.STUDENT.get(handle, id);
            Kinds.STUDENT.put(handle, id, before.rated(kept.rating(), today).with(kept));
            return kept;
        });
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

    private static List<Listed> list(Handle handle) {
        return handle.createQuery("select sitting.id, paper, sitting.name, begun,"
                        + " (select count(*) from sitting_task where sitting = sitting.id and ending <> 'OPEN'),"
                        + " (select count(*) from sitting_task where sitting = sitting.id),"
                        + " student.id, student.name, student.rating from sitting join student on student.id ="
                        + " sitting.student where sitting.hidden = 0 order by begun desc, sitting.id desc")
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
            long id = SittingKind.insert(handle, paper, sitting);
            Revisions.begin(handle, Kinds.SITTING, id, Revisions.random(), Revisions.random());
            return SittingKind.sitting(handle, id);
        });
    }

    /** Keeps the state of one task; called at every keystroke, so it writes one row. */
    public void save(long sitting, int place, Attempt attempt, Instant now) {
        workbook.write(handle -> {
            Kinds.SITTING.changes(handle, sitting);
            SittingKind.put(handle, sitting, place, attempt, now);
            return true;
        });
    }

    /** Takes a sitting off the results of its paper, as an edit of the paper, which undo takes back. */
    public void remove(Listed sitting, String label) {
        workbook.write(handle -> {
            String named = Kinds.SITTING.list().named(sitting.id());
            Journal.list(handle, Kinds.PAPER.journal(sitting.paper()), label, null, named);
            Kinds.SITTING.list().show(handle, named, false);
            return true;
        });
    }

    /** Which state a sitting is in; another number after every change. */
    public long revision(long id) {
        return workbook.read(handle -> Revisions.state(handle, Kinds.SITTING, "id", id))
                .map(Revisions.State::revision)
                .orElse(0L);
    }

    /**
     * Reads a sitting.
     *
     * @throws WorkbookException if there is none
     */
    public Sitting read(long id) {
        return workbook.read(handle -> Kinds.SITTING.checked(handle, id)).sitting();
    }
}
