package org.zeroply.store;

import java.util.Optional;
import java.util.OptionalLong;

/** What every shelf of documents does the same way: coming and going, edits, undo and redo. */
final class Documents<D> {
    private final Workbook workbook;
    private final DocumentKind<D> kind;

    Documents(Workbook workbook, DocumentKind<D> kind) {
        this.workbook = workbook;
        this.kind = kind;
    }

    /** Adds one and gives its id; undone from the list. */
    long add(D document, String label) {
        return workbook.write(handle -> {
            OptionalLong id = kind.addNew(handle, document);
            if (id.isEmpty()) {
                throw new WorkbookException("what this " + kind.name() + " belongs to is not in the workbook");
            }
            kind.list().added(handle, id.getAsLong(), label);
            return id.getAsLong();
        });
    }

    /** Takes one off the list; undone from the list. */
    void remove(long id, String label) {
        workbook.write(handle -> {
            kind.list().remove(handle, id, label);
            return true;
        });
    }

    /** What undo and redo would do to the list. */
    UndoState undoState() {
        return workbook.read(kind.list()::undoState);
    }

    /** Takes the last coming or going back, or makes it again; says whether there was one. */
    boolean travelInList(boolean undo) {
        return workbook.write(handle -> kind.list().travel(handle, undo));
    }

    /**
     * @throws WorkbookException if there is none, or it is damaged
     */
    D read(long id) {
        return workbook.read(handle -> kind.checked(handle, id));
    }

    /**
     * Keeps an edit.
     *
     * @param edit names the place that was edited; a further edit of the same place joins the one before; empty for an edit
     *     that stands alone
     * @param label how the status line names the edit
     */
    void save(long id, DocumentKind.Change change, String edit, String label) {
        if (!change.isEmpty()) {
            workbook.write(handle -> {
                kind.changes(handle, id);
                kind.apply(handle, id, change.after());
                Journal.edit(handle, kind.journal(id), edit, label, change.before(), change.after());
                return true;
            });
        }
    }

    /** What undo and redo would do to one. */
    UndoState undoState(long id) {
        return workbook.read(handle -> Journal.undoState(handle, kind.journal(id)));
    }

    /** Takes the last edit back, or makes it again, and gives the document as it is then; empty if there is none. */
    Optional<D> travel(long id, boolean undo) {
        return workbook.write(handle -> Journal.step(handle, kind.journal(id), undo)
                .map(step -> {
                    if (step.isBeside()) {
                        // Something that belongs to the document came, went or changed, such as a sitting of a paper.
                        Journal.travel(handle, step, undo, (named, shown) -> Kinds.show(handle, named, shown));
                        return kind.get(handle, id);
                    }
                    byte[] state = undo ? step.before() : step.after();
                    if (state == null) {
                        throw new WorkbookException("an edit in the journal has lost its " + kind.name());
                    }
                    kind.changes(handle, id);
                    kind.apply(handle, id, state);
                    D now = kind.get(handle, id);
                    Journal.mark(handle, step, undo);
                    return now;
                }));
    }
}
