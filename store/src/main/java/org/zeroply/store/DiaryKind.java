package org.zeroply.store;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.OptionalLong;
import java.util.Set;
import org.jdbi.v3.core.Handle;
import org.zeroply.coaching.Ref;

/**
 * What stands in the coach's diary: a text, with the days it concerns beside it so that a span of days is read at once. It is
 * kept with everything it points at named by its uid, so that it reads the same in every copy. All of the diary is undone
 * together, in the order in which it was done.
 *
 * @param <D> with uids for numbers
 */
abstract class DiaryKind<D> extends DocumentKind<D> {
    /** The document of the journal. */
    static final String JOURNAL = "diary";

    DiaryKind(String name) {
        super(name);
    }

    abstract LocalDate first(D document);

    abstract LocalDate last(D document);

    abstract String text(D document);

    abstract D parse(String text);

    /** Who takes part, by their uids. */
    abstract List<Long> students(D document);

    /** What it is called where it stands in a list of what was damaged. */
    abstract String title(D document);

    abstract D renamed(D document, Ref.Renaming names);

    abstract D withId(D document, long id);

    @Override
    public final Set<String> tables() {
        return Set.of(name());
    }

    @Override
    final D get(Handle handle, long id) {
        return parse(handle.createQuery("select content from " + name() + " where id = ?")
                .bind(0, id)
                .mapTo(String.class)
                .findOne()
                .orElseThrow(() -> new WorkbookException("there is no " + name() + " " + id)));
    }

    @Override
    final OptionalLong insert(Handle handle, D document) {
        return OptionalLong.of(handle.createUpdate("insert into " + name() + " (first, last, content) values (?, ?, ?)")
                .bind(0, first(document).toString())
                .bind(1, last(document).toString())
                .bind(2, text(document))
                .executeAndReturnGeneratedKeys("id")
                .mapTo(Long.class)
                .one());
    }

    @Override
    final void put(Handle handle, long id, D document) {
        handle.execute(
                "update " + name() + " set first = ?, last = ?, content = ? where id = ?",
                first(document).toString(),
                last(document).toString(),
                text(document),
                id);
    }

    @Override
    final byte[] write(D document) {
        return text(document).getBytes(StandardCharsets.UTF_8);
    }

    @Override
    final D read(byte[] bytes) {
        return parse(new String(bytes, StandardCharsets.UTF_8));
    }

    @Override
    final long studentOf(Revisions.State state, D document) {
        List<Long> students = students(document);
        return students.size() == 1 ? students.getFirst() : 0;
    }

    /** Without those who were forgotten. */
    @Override
    final D cleaned(Handle handle, D document) {
        return renamed(
                document, (what, number) -> what == Ref.STUDENT && Forgetting.isForgotten(handle, number) ? 0 : number);
    }

    @Override
    final String nameOf(Handle handle, long id) {
        return title(get(handle, id));
    }

    @Override
    final String journalOf(Handle handle, long id) {
        return JOURNAL;
    }

    @Override
    final boolean hasJournal() {
        return false;
    }
}
