package org.zeroply.store;

import java.util.List;
import org.jdbi.v3.core.Handle;
import org.zeroply.showing.CardSheet;

/** The sheets of a workbook. */
public final class SheetShelf extends WholeShelf<CardSheet, SheetShelf.Listed> {
    SheetShelf(Workbook workbook) {
        super(workbook, Kinds.SHEET);
    }

    /** A sheet of the list. */
    public record Listed(long id, String name, int cards) implements DocumentShelf.Row {}

    @Override
    List<Listed> rows(Handle handle, String which) {
        return handle.createQuery("select id, name, cards from sheet where hidden = 0" + which + " order by id")
                .map((rows, context) -> new Listed(rows.getLong(1), rows.getString(2), rows.getInt(3)))
                .list();
    }
}
