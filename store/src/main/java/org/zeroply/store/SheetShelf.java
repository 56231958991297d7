package org.zeroply.store;

import java.util.List;
import java.util.Optional;
import org.zeroply.showing.CardSheet;

/** The sheets of a workbook. Each has a journal of its own, so that an edit is undone after a restart as well. Any thread. */
public final class SheetShelf implements DocumentShelf<CardSheet, SheetShelf.Listed> {
    private final Workbook workbook;
    private final Documents<CardSheet> sheets;

    SheetShelf(Workbook workbook) {
        this.workbook = workbook;
        sheets = new Documents<>(workbook, Kinds.SHEET);
    }

    /** A sheet of the list. */
    public record Listed(long id, String name, int cards) implements DocumentShelf.Row {}

    @Override
    public List<Listed> list() {
        return rows("");
    }

    @Override
    public Optional<Listed> row(long id) {
        return rows(" and id = " + id).stream().findFirst();
    }

    private List<Listed> rows(String which) {
        return workbook.read(handle -> handle.createQuery(
                        "select id, name, cards from sheet where hidden = 0" + which + " order by id")
                .map((rows, context) -> new Listed(rows.getLong(1), rows.getString(2), rows.getInt(3)))
                .list());
    }

    /** Adds a sheet and gives its id; undone from the list. */
    public long add(CardSheet sheet, String label) {
        return sheets.add(sheet, label);
    }

    @Override
    public void remove(long id, String label) {
        sheets.remove(id, label);
    }

    @Override
    public UndoState undoState() {
        return sheets.undoState();
    }

    @Override
    public boolean travelInList(boolean undo) {
        return sheets.travelInList(undo);
    }

    @Override
    public CardSheet read(long id) {
        return sheets.read(id);
    }

    @Override
    public void save(long id, CardSheet before, CardSheet after, String edit, String label) {
        sheets.save(id, Kinds.SHEET.change(before, after), edit, label);
    }

    @Override
    public UndoState undoState(long id) {
        return sheets.undoState(id);
    }

    @Override
    public Optional<CardSheet> travel(long id, boolean undo) {
        return sheets.travel(id, undo);
    }
}
