package org.zeroply.store;

import java.util.Optional;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;

/**
 * What undo and redo go by: the edits of a document, such as a game, a repertoire or a list of them, in their order. An edit
 * of a document keeps a blob of what was there and of what is there now; an edit of a list names what it shows and hides.
 */
final class Journal {
    private static final int LONGEST = 300;

    private Journal() {}

    /** Shows or hides what a list's edit names. */
    interface Show {
        void apply(String named, boolean shown);
    }

    /** Takes the last edit of a list back, or makes it again; says whether there was one. */
    static boolean travel(Handle handle, String list, boolean undo, Show show) {
        Optional<Step> next = step(handle, list, undo);
        next.ifPresent(step -> travel(handle, step, undo, show));
        return next.isPresent();
    }

    /** Takes a step back that shows, hides or rewrites what it names, or makes it again. */
    static void travel(Handle handle, Step step, boolean undo, Show show) {
        if (step.shows() != null && step.shows().equals(step.hides())) {
            byte[] state = undo ? step.before() : step.after();
            if (state == null) {
                throw new WorkbookException("an edit in the journal has lost what it was about");
            }
            Kinds.rewrite(handle, step.shows(), state);
        } else {
            if (step.shows() != null) {
                show.apply(step.shows(), !undo);
            }
            if (step.hides() != null) {
                show.apply(step.hides(), undo);
            }
        }
        mark(handle, step, undo);
    }

    /**
     * Says that a document was edited.
     *
     * @param edit names the place that was edited; the next edit of the same place joins this one; empty for one that stands
     *     alone
     */
    static void edit(Handle handle, String document, String edit, String label, byte[] before, byte[] after) {
        forgetUndone(handle, document);
        int joined = edit.isEmpty()
                ? 0
                : handle.createUpdate("update journal set blob_after = ?, label = ? where edit = ? and id ="
                                + " (select max(id) from journal where document = ?)")
                        .bind(0, after)
                        .bind(1, label)
                        .bind(2, edit)
                        .bind(3, document)
                        .execute();
        if (joined == 0) {
            handle.createUpdate("insert into journal (document, edit, label, blob_before, blob_after)"
                            + " values (?, ?, ?, ?, ?)")
                    .bind(0, document)
                    .bind(1, edit)
                    .bind(2, label)
                    .bind(3, before)
                    .bind(4, after)
                    .execute();
        }
        trim(handle, document);
    }

    /** Says that a list was edited. */
    static void list(Handle handle, String document, String label, @Nullable String shows, @Nullable String hides) {
        forgetUndone(handle, document);
        handle.createUpdate("insert into journal (document, edit, label, shows, hides) values (?, '', ?, ?, ?)")
                .bind(0, document)
                .bind(1, label)
                .bind(2, shows)
                .bind(3, hides)
                .execute();
        trim(handle, document);
    }

    /** Says that something was rewritten that has no journal of its own but belongs to this document or list. */
    static void rewriting(Handle handle, String document, String label, String named, byte[] before, byte[] after) {
        forgetUndone(handle, document);
        handle.createUpdate("insert into journal (document, edit, label, blob_before, blob_after, shows, hides) values"
                        + " (?, '', ?, ?, ?, ?, ?)")
                .bind(0, document)
                .bind(1, label)
                .bind(2, before)
                .bind(3, after)
                .bind(4, named)
                .bind(5, named)
                .execute();
        trim(handle, document);
    }

    private static void forgetUndone(Handle handle, String document) {
        handle.createUpdate("delete from journal where document = ? and undone = 1")
                .bind(0, document)
                .execute();
    }

    private static void trim(Handle handle, String document) {
        handle.createUpdate("delete from journal where document = ? and id <= (select id from journal where document"
                        + " = ? order by id desc limit 1 offset " + LONGEST + ")")
                .bind(0, document)
                .bind(1, document)
                .execute();
    }

    /** What undo and redo would do to a document. */
    static UndoState undoState(Handle handle, String document) {
        return new UndoState(
                step(handle, document, true).map(Step::label).orElse(null),
                step(handle, document, false).map(Step::label).orElse(null));
    }

    /** Never compared, so the arrays do no harm. */
    @SuppressWarnings("ArrayRecordComponent")
    record Step(
            long id,
            String label,
            byte @Nullable [] before,
            byte @Nullable [] after,
            @Nullable String shows,
            @Nullable String hides) {
        /** Whether it is about something else than the document of the journal, such as a sitting of a paper. */
        boolean isBeside() {
            return shows != null || hides != null;
        }
    }

    /** The edit that undo takes back next, or that redo brings again; one that is damaged is none, and none before it. */
    static Optional<Step> step(Handle handle, String document, boolean undo) {
        return handle.createQuery("select id, label, blob_before, blob_after, shows, hides from journal"
                        + " where document = ? and undone = " + (undo ? "0 order by id desc" : "1 order by id")
                        + " limit 1")
                .bind(0, document)
                .map((rows, context) -> new Step(
                        rows.getLong(1),
                        rows.getString(2),
                        rows.getBytes(3),
                        rows.getBytes(4),
                        rows.getString(5),
                        rows.getString(6)))
                .findOne()
                .filter(step -> Checksums.broken(handle, "journal", "id", step.id()) == 0);
    }

    /** Says that a step was taken back, or made again; what follows does not join it. */
    static void mark(Handle handle, Step step, boolean undone) {
        handle.createUpdate("update journal set undone = ?, edit = '' where id = ?")
                .bind(0, undone ? 1 : 0)
                .bind(1, step.id())
                .execute();
    }
}
