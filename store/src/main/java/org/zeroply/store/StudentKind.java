package org.zeroply.store;

import java.nio.charset.StandardCharsets;
import java.util.OptionalLong;
import java.util.Set;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Student;
import org.zeroply.gametree.ThreeWay;
import org.zeroply.words.Words;

/** Students, known by their names. Who was taken off the list stays off it when copies meet; the sittings stay. */
final class StudentKind extends DocumentKind<Student> {
    StudentKind() {
        super("student");
    }

    @Override
    public Set<String> tables() {
        return Set.of("student");
    }

    @Override
    Student get(Handle handle, long id) {
        return handle.createQuery("select id, name, rating from student where id = ?")
                .bind(0, id)
                .map((rows, context) -> new Student(rows.getLong(1), rows.getString(2), rows.getInt(3)))
                .findOne()
                .orElseThrow(() -> new WorkbookException("there is no student " + id));
    }

    /** The id of a student of that name, those on the list first; 0 if there is none. */
    static long named(Handle handle, String name) {
        return handle.createQuery("select id from student where name = ? order by hidden, id")
                .bind(0, name)
                .mapTo(Long.class)
                .findFirst()
                .orElse(0L);
    }

    @Override
    String nameOf(Handle handle, long id) {
        return column(handle, "name", id);
    }

    /** Sittings without their student come back with one who has a number for a name. */
    @Override
    boolean revive(Handle handle, long id) {
        boolean hasSat = handle.createQuery("select count(*) from sitting where student = ?")
                        .bind(0, id)
                        .mapTo(Long.class)
                        .one()
                > 0;
        if (hasSat) {
            handle.execute(
                    "insert into student (id, name, rating, uid, revision) values (?, ?, 0, random(), random())",
                    id,
                    Words.of("rescue.nameless", id));
        }
        return hasSat;
    }

    @Override
    OptionalLong insert(Handle handle, Student student) {
        return OptionalLong.of(handle.createUpdate("insert into student (name, rating) values (?, ?)")
                .bind(0, student.name())
                .bind(1, student.rating())
                .executeAndReturnGeneratedKeys("id")
                .mapTo(Long.class)
                .one());
    }

    @Override
    void put(Handle handle, long id, Student student) {
        handle.execute("update student set name = ?, rating = ? where id = ?", student.name(), student.rating(), id);
    }

    @Override
    byte[] write(Student student) {
        return (student.rating() + "\t" + student.name()).getBytes(StandardCharsets.UTF_8);
    }

    @Override
    Student read(byte[] bytes) {
        String text = new String(bytes, StandardCharsets.UTF_8);
        int tab = text.indexOf('\t');
        return new Student(0, text.substring(tab + 1), Integer.parseInt(text.substring(0, tab)));
    }

    @Override
    String sameBy(Handle handle, long id) {
        return get(handle, id).name();
    }

    /** Of two names or ratings that differ, one stands; that is told. A rating gives way to none. */
    @Override
    Union<Student> unite(Student first, Student second, @Nullable Student base) {
        ThreeWay<String> name = ThreeWay.of(base == null ? null : base.name(), first.name(), second.name());
        ThreeWay<Integer> rating = ThreeWay.of(base == null ? 0 : base.rating(), first.rating(), second.rating());
        int kept = rating.isConflict() && first.rating() == 0 ? second.rating() : rating.value();
        boolean isLost = rating.isConflict() && first.rating() != 0 && second.rating() != 0;
        return new Union.One<>(
                new Student(first.id(), name.value(), kept), (name.isConflict() ? 1 : 0) + (isLost ? 1 : 0));
    }

    /** Students stand where the papers do. */
    @Override
    String journalOf(Handle handle, long id) {
        return Kinds.PAPER.list().document();
    }

    @Override
    boolean hasJournal() {
        return false;
    }
}
