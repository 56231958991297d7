package org.zeroply.store;

import java.util.List;
import java.util.Optional;

/**
 * A shelf of documents that are edited and undone one by one, such as repertoires. Any thread may call any method.
 *
 * @param <D> what one document is
 * @param <L> what its list shows of it
 */
public interface DocumentShelf<D, L extends DocumentShelf.Row> {
    /** A document of the list. */
    interface Row {
        long id();

        String name();
    }

    /** All documents of the list, in its order. */
    List<L> list();

    /** The row of one; empty if it is not on the list. */
    Optional<L> row(long id);

    /**
     * Reads one.
     *
     * @throws WorkbookException if there is none, or it is damaged
     */
    D read(long id);

    /** Takes one off the list; undone from the list. */
    void remove(long id, String label);

    /**
     * Keeps an edit.
     *
     * @param before as it was kept last
     * @param edit names the place that was edited; a further edit of the same place joins the one before; empty for an edit
     *     that stands alone
     * @param label how the status line names the edit
     */
    void save(long id, D before, D after, String edit, String label);

    /** What undo and redo would do to one. */
    UndoState undoState(long id);

    /** What undo and redo would do to the list. */
    UndoState undoState();

    /** Takes the last edit of one back, or makes it again, and gives it as it is then; empty if there is none. */
    Optional<D> travel(long id, boolean undo);

    /** Takes the last coming or going back, or makes it again; says whether there was one. */
    boolean travelInList(boolean undo);
}
