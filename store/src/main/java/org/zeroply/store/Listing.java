package org.zeroply.store;

import org.jdbi.v3.core.Handle;

/**
 * What comes on and goes off a list, undone from the list: rows of a table with an id and a mark for hidden.
 *
 * @param document of the journal, such as "papers"
 * @param table whose rows are listed
 */
record Listing(String document, String table) {
    void added(Handle handle, long id, String label) {
        Journal.list(handle, document, label, named(id), null);
    }

    void remove(Handle handle, long id, String label) {
        Journal.list(handle, document, label, null, named(id));
        show(handle, named(id), false);
    }

    UndoState undoState(Handle handle) {
        return Journal.undoState(handle, document);
    }

    /** Takes the last coming or going back, or makes it again; says whether there was one. */
    boolean travel(Handle handle, boolean undo) {
        return Journal.travel(handle, document, undo, (named, shown) -> show(handle, named, shown));
    }

    private String named(long id) {
        return table + " " + id;
    }

    private void show(Handle handle, String named, boolean shown) {
        long id = Long.parseLong(named.substring(named.indexOf(' ') + 1));
        handle.execute("update " + table + " set hidden = ? where id = ?", shown ? 0 : 1, id);
    }
}
