package org.zeroply.store;

import java.util.List;
import org.jdbi.v3.core.Handle;
import org.zeroply.task.Paper;

/** The papers of a workbook. */
public final class PaperShelf extends WholeShelf<Paper, PaperShelf.Listed> {
    PaperShelf(Workbook workbook) {
        super(workbook, Kinds.PAPER);
    }

    /** A paper of the list. */
    public record Listed(long id, String name, int tasks) implements DocumentShelf.Row {}

    @Override
    List<Listed> rows(Handle handle, String which) {
        return handle.createQuery("select id, name, (select count(*) from task where paper = paper.id) from paper where"
                        + " hidden = 0" + which + " order by id")
                .map((rows, context) -> new Listed(rows.getLong(1), rows.getString(2), rows.getInt(3)))
                .list();
    }
}
