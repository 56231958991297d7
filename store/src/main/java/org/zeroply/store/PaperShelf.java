package org.zeroply.store;

import java.util.List;
import java.util.Optional;
import org.zeroply.task.Paper;

/** The papers of a workbook. Each has a journal of its own, so that an edit is undone after a restart as well. Any thread. */
public final class PaperShelf {
    private final Workbook workbook;
    private final Documents<Paper> papers;

    PaperShelf(Workbook workbook) {
        this.workbook = workbook;
        papers = new Documents<>(workbook, Kinds.PAPER);
    }

    /** A paper of the list. */
    public record Listed(long id, String name, int tasks) {}

    /** All papers, in the order in which they came. */
    public List<Listed> list() {
        return workbook.read(handle -> handle.createQuery("select id, name, (select count(*) from task where paper ="
                        + " paper.id) from paper where hidden = 0 order by id")
                .map((rows, context) -> new Listed(rows.getLong(1), rows.getString(2), rows.getInt(3)))
                .list());
    }

    /** Adds a paper and gives its id; undone from the list. */
    public long add(Paper paper, String label) {
        return papers.add(paper, label);
    }

    /** Takes a paper off the list; undone from the list. Its sittings stay. */
    public void remove(long id, String label) {
        papers.remove(id, label);
    }

    /** What undo and redo would do to the list. */
    public UndoState undoState() {
        return papers.undoState();
    }

    /** Takes the last coming or going back, or makes it again; says whether there was one. */
    public boolean travelInList(boolean undo) {
        return papers.travelInList(undo);
    }

    /**
     * Reads a paper.
     *
     * @throws WorkbookException if there is none
     */
    public Paper read(long id) {
        return papers.read(id);
    }

    /**
     * Keeps an edited paper.
     *
     * @param before as it was kept last
     * @param edit names the place that was edited; a further edit of the same place joins the one before; empty for an edit
     *     that stands alone
     * @param label how the status line names the edit
     */
    public void save(long id, Paper before, Paper after, String edit, String label) {
        DocumentKind.Change change = Kinds.PAPER.change(before, after);
        papers.save(id, change, Revisions.of(change.after()), edit, label);
    }

    /** What undo and redo would do to a paper. */
    public UndoState undoState(long id) {
        return papers.undoState(id);
    }

    /** Takes the last edit back, or makes it again, and gives the paper as it is then; empty if there is none. */
    public Optional<Paper> travel(long id, boolean undo) {
        return papers.travel(id, undo);
    }
}
