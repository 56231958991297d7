package org.zeroply.store;

import java.util.List;
import java.util.Optional;
import org.jdbi.v3.core.Handle;

/**
 * A shelf whose documents are kept whole, as their kind has them. Each has a journal of its own, so that an edit is undone
 * after a restart as well. Any thread may call any method.
 *
 * @param <D> what one document is
 * @param <L> what its list shows of it
 */
public abstract class WholeShelf<D, L extends DocumentShelf.Row> implements DocumentShelf<D, L> {
    private final Workbook workbook;
    private final DocumentKind<D> kind;
    private final Documents<D> documents;

    WholeShelf(Workbook workbook, DocumentKind<D> kind) {
        this.workbook = workbook;
        this.kind = kind;
        documents = new Documents<>(workbook, kind);
    }

    /**
     * Reads rows of the list in its order.
     *
     * @param which narrows the query further; empty for all
     */
    abstract List<L> rows(Handle handle, String which);

    @Override
    public final List<L> list() {
        return workbook.read(handle -> rows(handle, ""));
    }

    @Override
    public final Optional<L> row(long id) {
        return workbook.read(handle -> rows(handle, " and id = " + id)).stream().findFirst();
    }

    /** Adds one and gives its id; undone from the list. */
    public final long add(D document, String label) {
        return documents.add(document, label);
    }

    @Override
    public final void remove(long id, String label) {
        documents.remove(id, label);
    }

    @Override
    public final UndoState undoState() {
        return documents.undoState();
    }

    @Override
    public final boolean travelInList(boolean undo) {
        return documents.travelInList(undo);
    }

    @Override
    public final D read(long id) {
        return documents.read(id);
    }

    @Override
    public final void save(long id, D before, D after, String edit, String label) {
        documents.save(id, kind.change(before, after), edit, label);
    }

    @Override
    public final UndoState undoState(long id) {
        return documents.undoState(id);
    }

    @Override
    public final Optional<D> travel(long id, boolean undo) {
        return documents.travel(id, undo);
    }
}
