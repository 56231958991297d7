package org.zeroply.store;

import org.jdbi.v3.core.Handle;

/**
 * What comes on and goes off a list, undone from the list.
 *
 * @param document of the journal, such as "papers"
 * @param kind of what is listed
 */
record Listing(String document, DocumentKind<?> kind) {
    void added(Handle handle, long id, String label) {
        if (kind.hasJournal()) {
            Journal.list(handle, document, label, named(id), null);
        }
    }

    void remove(Handle handle, long id, String label) {
        if (kind.hasJournal()) {
            Journal.list(handle, document, label, null, named(id));
        }
        show(handle, named(id), false);
    }

    /** Shows one again that had been taken off, as an edit of the list. */
    void bringBack(Handle handle, long id, String label) {
        added(handle, id, label);
        show(handle, named(id), true);
    }

    UndoState undoState(Handle handle) {
        return Journal.undoState(handle, document);
    }

    /** Takes the last coming or going back, or makes it again; says whether there was one. */
    boolean travel(Handle handle, boolean undo) {
        return Journal.travel(handle, document, undo, (named, shown) -> Kinds.show(handle, named, shown));
    }

    String named(long id) {
        return kind.name() + " " + id;
    }

    void show(Handle handle, String named, boolean shown) {
        long id = Long.parseLong(named.substring(named.indexOf(' ') + 1));
        Revisions.next(handle, kind, "id", id);
        handle.execute("update " + kind.name() + " set hidden = ? where id = ?", shown ? 0 : 1, id);
    }
}
