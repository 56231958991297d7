package org.zeroply.store;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalLong;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.Ref;

/** Lessons, homework and events. All of it is undone together, in the order in which it was done. Any thread. */
public final class DiaryShelf {
    private final Workbook workbook;

    DiaryShelf(Workbook workbook) {
        this.workbook = workbook;
    }

    // ---- reading

    /** The lessons that concern a span of days, both included: series that have a time in it or before and after, and those moved out of it or into it. */
    public List<Lesson> lessons(LocalDate from, LocalDate to) {
        return between(Kinds.LESSON, from, to);
    }

    /** The lessons with a student, all that ever were, by their first day. */
    public List<Lesson> lessonsWith(long student) {
        return with(Kinds.LESSON, student);
    }

    /**
     * The last day of each student with a lesson in a span of days, both included. Times of a series count wherever no lesson
     * of their own stands for them.
     */
    public Map<Long, LocalDate> lastSeen(LocalDate from, LocalDate to) {
        return workbook.read(handle -> {
            Ids ids = new Ids(handle);
            Map<Long, LocalDate> seen = new HashMap<>();
            handle.createQuery("select id, content from lesson where hidden = 0 and last >= ? and first <= ?")
                    .bind(0, from.toString())
                    .bind(1, to.toString())
                    .map((rows, context) -> rows.getString(2))
                    .forEach(content -> {
                        LocalDate day = lastDay(content, from, to);
                        // Only who takes part is of interest, so the text is not parsed for it.
                        for (int at = content.indexOf(STUDENT); day != null && at >= 0; ) {
                            int end = content.indexOf('\n', at + 1);
                            long uid = Long.parseLong(content.substring(at + STUDENT.length(), end));
                            seen.merge(ids.of(Ref.STUDENT, uid), day, (one, other) -> one.isAfter(other) ? one : other);
                            at = content.indexOf(STUDENT, end);
                        }
                    });
            return seen;
        });
    }

    private static final String STUDENT = "\nstudent\t";

    /** The last day on which a lesson takes place in a span; null for none. */
    private static @Nullable LocalDate lastDay(String content, LocalDate from, LocalDate to) {
        try {
            if (content.contains("\nrepeat\t")) {
                List<LocalDateTime> times = Kinds.LESSON.parse(content).when().times(from, to);
                return times.isEmpty() ? null : times.getLast().toLocalDate();
            }
            int day = content.indexOf('\t') + 1;
            LocalDate on = LocalDate.parse(content.substring(day, day + 10));
            return on.isBefore(from) || on.isAfter(to) ? null : on;
        } catch (WorkbookException | IllegalArgumentException | DateTimeException damaged) {
            return null;
        }
    }

    /** Lessons that have begun and are not closed. */
    public List<Lesson> underWay() {
        return workbook.read(handle -> read(handle, Kinds.LESSON, "content like ?", "%\nheld\t%\t\n%")).stream()
                .filter(Lesson::isUnderWay)
                .toList();
    }

    /** Homework with which something is left to do, or that is due in a span of days. */
    public List<Assignment> homework(LocalDate from, LocalDate to) {
        return between(Kinds.HOMEWORK, from, to);
    }

    public List<Assignment> homeworkWith(long student) {
        return with(Kinds.HOMEWORK, student);
    }

    public List<Event> events(LocalDate from, LocalDate to) {
        return between(Kinds.EVENT, from, to);
    }

    public List<Event> eventsWith(long student) {
        return with(Kinds.EVENT, student);
    }

    public Lesson lesson(long id) {
        return one(Kinds.LESSON, id);
    }

    public Assignment homework(long id) {
        return one(Kinds.HOMEWORK, id);
    }

    public Event event(long id) {
        return one(Kinds.EVENT, id);
    }

    private <D> D one(DiaryKind<D> kind, long id) {
        return workbook.read(handle -> kind.withId(kind.renamed(kind.checked(handle, id), new Ids(handle)), id));
    }

    private <D> List<D> between(DiaryKind<D> kind, LocalDate from, LocalDate to) {
        return workbook.read(handle -> read(handle, kind, "last >= ? and first <= ?", from.toString(), to.toString()));
    }

    private <D> List<D> with(DiaryKind<D> kind, long student) {
        return workbook.read(handle -> {
            long uid = Revisions.uid(handle, "student", student);
            String line = "student\t" + uid;
            return read(handle, kind, "(instr(content, ?) > 0 or instr(content, ?) > 0)", line + "\n", line + "\t");
        });
    }

    private record Row(long id, String content) {}

    private static <D> List<D> read(Handle handle, DiaryKind<D> kind, String condition, String... values) {
        var query = handle.createQuery("select id, content from " + kind.name() + " where hidden = 0 and " + condition
                + " order by first, id");
        for (int i = 0; i < values.length; i++) {
            query.bind(i, values[i]);
        }
        Ids ids = new Ids(handle);
        List<D> found = new ArrayList<>();
        for (Row row : query.map((rows, context) -> new Row(rows.getLong(1), rows.getString(2)))
                .list()) {
            try {
                found.add(kind.withId(kind.renamed(kind.parse(row.content()), ids), row.id()));
            } catch (WorkbookException | IllegalArgumentException | DateTimeException damaged) {
                // One that is damaged does not take the whole diary with it; a walk through the workbook tells it by
                // name.
            }
        }
        return found;
    }

    /** What uids are called in this workbook, each asked for once; lists of the diary name the same few again and again. */
    private static final class Ids implements Ref.Renaming {
        private final Handle handle;
        private final Map<Ref, Map<Long, Long>> known = new HashMap<>();

        Ids(Handle handle) {
            this.handle = handle;
        }

        @Override
        public long of(Ref what, long uid) {
            return known.computeIfAbsent(what, any -> new HashMap<>())
                    .computeIfAbsent(uid, each -> Revisions.id(handle, table(what), each));
        }
    }

    private static String table(Ref what) {
        return what.name().toLowerCase(Locale.ROOT);
    }

    private static Ref.Renaming uids(Handle handle) {
        return (what, id) -> Revisions.uid(handle, table(what), id);
    }

    /** What a lesson, homework or an event is known by in every copy of the workbook, for calendars. */
    public String uid(String kind, long id) {
        String table = kind.equals("plan") ? "event" : kind;
        return kind + "-" + Long.toHexString(workbook.read(handle -> Revisions.uid(handle, table, id)));
    }

    // ---- writing

    /** Adds one and gives its id. */
    public long add(Lesson lesson, String label) {
        return add(Kinds.LESSON, lesson, label);
    }

    public long add(Assignment homework, String label) {
        return add(Kinds.HOMEWORK, homework, label);
    }

    public long add(Event event, String label) {
        return add(Kinds.EVENT, event, label);
    }

    /** Keeps an edit of the one with its id. */
    public void save(Lesson lesson, String label) {
        save(Kinds.LESSON, lesson.id(), lesson, label);
    }

    public void save(Assignment homework, String label) {
        save(Kinds.HOMEWORK, homework.id(), homework, label);
    }

    public void save(Event event, String label) {
        save(Kinds.EVENT, event.id(), event, label);
    }

    /** Takes one off. */
    public void remove(Lesson lesson, String label) {
        remove(Kinds.LESSON, lesson.id(), label);
    }

    public void remove(Assignment homework, String label) {
        remove(Kinds.HOMEWORK, homework.id(), label);
    }

    public void remove(Event event, String label) {
        remove(Kinds.EVENT, event.id(), label);
    }

    private <D> long add(DiaryKind<D> kind, D document, String label) {
        return workbook.write(handle -> {
            OptionalLong id = kind.addNew(handle, kind.renamed(document, uids(handle)));
            Journal.list(handle, DiaryKind.JOURNAL, label, kind.list().named(id.orElseThrow()), null);
            return id.orElseThrow();
        });
    }

    private <D> void save(DiaryKind<D> kind, long id, D document, String label) {
        workbook.write(handle -> {
            DocumentKind.Change change = kind.change(kind.get(handle, id), kind.renamed(document, uids(handle)));
            if (!change.isEmpty()) {
                kind.changes(handle, id);
                kind.apply(handle, id, change.after());
                Journal.rewriting(
                        handle, DiaryKind.JOURNAL, label, kind.list().named(id), change.before(), change.after());
            }
            return true;
        });
    }

    private void remove(DiaryKind<?> kind, long id, String label) {
        workbook.write(handle -> {
            Journal.list(handle, DiaryKind.JOURNAL, label, null, kind.list().named(id));
            kind.list().show(handle, kind.list().named(id), false);
            return true;
        });
    }

    // ---- undo

    public UndoState undoState() {
        return workbook.read(handle -> Journal.undoState(handle, DiaryKind.JOURNAL));
    }

    /** Takes the last thing that was done back, or does it again; says whether there was one. */
    public boolean travel(boolean undo) {
        return workbook.write(handle ->
                Journal.travel(handle, DiaryKind.JOURNAL, undo, (named, shown) -> Kinds.show(handle, named, shown)));
    }
}
