package org.zeroply.desktop.kit;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.jspecify.annotations.Nullable;
import org.zeroply.store.DocumentShelf;
import org.zeroply.store.UndoState;

/**
 * What models of documents have in common: the list, the one that is open, edits that are written as they are made, undo
 * and redo of the open one and, where that has nothing to undo, of the list. Lives on the interface thread.
 *
 * @param <D> what one document is
 * @param <L> what the list shows of it
 */
public abstract class DocumentModel<D, L extends DocumentShelf.Row> {
    private final DocumentShelf<D, L> shelf;
    private final Background background;
    private final ReadOnlyObjectWrapper<List<L>> list = new ReadOnlyObjectWrapper<>(List.of());
    private final ReadOnlyObjectWrapper<@Nullable L> open = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyObjectWrapper<UndoState> undo = new ReadOnlyObjectWrapper<>(new UndoState(null, null));
    private final ReadOnlyObjectWrapper<@Nullable String> said = new ReadOnlyObjectWrapper<>();

    protected DocumentModel(DocumentShelf<D, L> shelf, Background background) {
        this.shelf = shelf;
        this.background = background;
    }

    // ---- what a view binds to

    public final ReadOnlyObjectProperty<List<L>> listProperty() {
        return list.getReadOnlyProperty();
    }

    /** The document that is open; null if there is none. */
    public final ReadOnlyObjectProperty<@Nullable L> openProperty() {
        return open.getReadOnlyProperty();
    }

    public final ReadOnlyObjectProperty<UndoState> undoProperty() {
        return undo.getReadOnlyProperty();
    }

    /** A short message for the coach; set anew each time. */
    public final ReadOnlyObjectProperty<@Nullable String> saidProperty() {
        return said.getReadOnlyProperty();
    }

    /** Says something to the coach, also if it is what was said last. */
    public final void say(String text) {
        said.set(null);
        said.set(text);
    }

    // ---- what a kind does of its own

    /** Shows a document that was opened. */
    protected abstract void show(L row, D document);

    /** Shows the open document as undo or redo left it. */
    protected abstract void showAgain(D document);

    /** Shows that none is open. */
    protected abstract void showNone();

    /** Told that the row of the open document changed. */
    protected void rowChanged(L before, L now) {}

    /** Called before another document is opened, while what is being typed still belongs to the one that was. */
    protected void leave() {}

    // ---- the list

    /** Reads the list; opens the first one if none is open. */
    public final void refresh() {
        background.read(shelf::list, this::showList);
    }

    private void showList(List<L> now) {
        list.set(now);
        L was = open.get();
        Optional<L> still = was == null
                ? Optional.empty()
                : now.stream().filter(each -> each.id() == was.id()).findFirst();
        if (was != null && still.isPresent()) {
            open.set(still.get());
            rowChanged(was, still.get());
        } else if (now.isEmpty()) {
            open.set(null);
            showNone();
            readUndo();
        } else {
            open(now.getFirst());
        }
    }

    /** Reads the row of one document again, and no other. */
    private void refreshRow(long id) {
        background.write(
                () -> shelf.row(id),
                now -> now.ifPresent(row -> {
                    List<L> rows = new ArrayList<>(list.get());
                    rows.replaceAll(each -> each.id() == id ? row : each);
                    list.set(List.copyOf(rows));
                    L was = open.get();
                    if (was != null && was.id() == id) {
                        open.set(row);
                        rowChanged(was, row);
                    }
                }));
    }

    public final void open(L wanted) {
        open(wanted, document -> show(wanted, document));
    }

    /** Opens a document and shows it in a way of its own. */
    protected final void open(L wanted, Consumer<D> show) {
        leave();
        // Behind the edits that are still being written.
        background.write(() -> shelf.read(wanted.id()), read -> {
            open.set(wanted);
            show.accept(read);
            readUndo();
        });
    }

    /** Makes a document, which gives its row, and opens it. */
    protected final void create(Background.Task<L> making) {
        background.write(making, made -> {
            open(made);
            refresh();
        });
    }

    /**
     * Takes the open document off the list.
     *
     * @param label how the status line names it when it can be undone
     * @param message what the coach is told
     */
    protected final void remove(String label, String message) {
        L now = open.get();
        if (now != null) {
            background.write(
                    () -> {
                        shelf.remove(now.id(), label);
                        return now;
                    },
                    removed -> {
                        say(message);
                        refresh();
                    });
        }
    }

    // ---- edits

    /**
     * Writes an edit of the open document.
     *
     * @param edit names the field, so that typing in it is undone in one; empty for an edit that stands alone
     */
    protected final void save(D before, D after, String edit, String label) {
        L now = open.get();
        if (now != null) {
            background.write(() -> shelf.save(now.id(), before, after, edit, label));
            refreshRow(now.id());
            readUndo();
        }
    }

    /** Writes an edit that is no other content, such as a new name. */
    protected final void write(Background.Edit edit) {
        L now = open.get();
        if (now != null) {
            background.write(edit);
            refreshRow(now.id());
            readUndo();
        }
    }

    public final void undo() {
        travel(true);
    }

    public final void redo() {
        travel(false);
    }

    private void travel(boolean back) {
        L now = open.get();
        background.write(
                () -> {
                    Optional<D> there = now == null ? Optional.empty() : shelf.travel(now.id(), back);
                    if (there.isEmpty()) {
                        shelf.travelInList(back);
                    }
                    return there;
                },
                there -> {
                    there.ifPresent(this::showAgain);
                    refresh();
                    readUndo();
                });
    }

    private void readUndo() {
        L now = open.get();
        background.write(
                () -> {
                    UndoState own = now == null ? new UndoState(null, null) : shelf.undoState(now.id());
                    return own.undo() == null && own.redo() == null ? shelf.undoState() : own;
                },
                undo::set);
    }
}
