package org.zeroply.store;

import java.util.List;
import java.util.Optional;
import org.zeroply.task.Paper;

/** The papers of a workbook. Each has a journal of its own, so that an edit is undone after a restart as well. Any thread. */
public final class PaperShelf implements DocumentShelf<Paper, PaperShelf.Listed> {
    private final Workbook workbook;
    private final Documents<Paper> papers;

    PaperShelf(Workbook workbook) {
        this.workbook = workbook;
        papers = new Documents<>(workbook, Kinds.PAPER);
    }

    /** A paper of the list. */
    public record Listed(long id, String name, int tasks) implements DocumentShelf.Row {}

    @Override
    public List<Listed> list() {
        return rows("");
    }

    @Override
    public Optional<Listed> row(long id) {
        return rows(" and id = " + id).stream().findFirst();
    }

    private List<Listed> rows(String which) {
        return workbook.read(handle -> handle.createQuery("select id, name, (select count(*) from task where paper ="
                        + " paper.id) from paper where hidden = 0" + which + " order by id")
                .map((rows, context) -> new Listed(rows.getLong(1), rows.getString(2), rows.getInt(3)))
                .list());
    }

    /** Adds a paper and gives its id; undone from the list. */
    public long add(Paper paper, String label) {
        return papers.add(paper, label);
    }

    @Override
    public void remove(long id, String label) {
        papers.remove(id, label);
    }

    @Override
    public UndoState undoState() {
        return papers.undoState();
    }

    @Override
    public boolean travelInList(boolean undo) {
        return papers.travelInList(undo);
    }

    @Override
    public Paper read(long id) {
        return papers.read(id);
    }

    @Override
    public void save(long id, Paper before, Paper after, String edit, String label) {
        DocumentKind.Change change = Kinds.PAPER.change(before, after);
        papers.save(id, change, edit, label);
    }

    @Override
    public UndoState undoState(long id) {
        return papers.undoState(id);
    }

    @Override
    public Optional<Paper> travel(long id, boolean undo) {
        return papers.travel(id, undo);
    }
}
