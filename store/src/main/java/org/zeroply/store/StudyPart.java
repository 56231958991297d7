package org.zeroply.store;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.jdbi.v3.core.Handle;
import org.zeroply.store.MergeReport.Outcome;

/**
 * What has been calculated, judgements of whole games among it: a study a position, analyst, number of lines and effort. No
 * document, since nobody edits it; whichever copy has it gives it to the other.
 */
final class StudyPart implements WorkbookPart {
    private static final int AT_A_TIME = 200;
    private static final String KEY = "position, analyst, lines, effort";

    @Override
    public String name() {
        return "study";
    }

    @Override
    public Set<String> tables() {
        return Set.of("study");
    }

    private record Row(long position, String analyst, int lines, int effort, String content) {}

    /** The rows behind one in the order of their key. */
    private static List<Row> some(Handle handle, Row from) {
        return handle.createQuery("select " + KEY + ", content from study where (" + KEY + ") > (?, ?, ?, ?)"
                        + StudyShelf.WHOLE + " order by "
                        + KEY + " limit " + AT_A_TIME)
                .bind(0, from.position())
                .bind(1, from.analyst())
                .bind(2, from.lines())
                .bind(3, from.effort())
                .map((rows, context) ->
                        new Row(rows.getLong(1), rows.getString(2), rows.getInt(3), rows.getInt(4), rows.getString(5)))
                .list();
    }

    private static final Row FIRST = new Row(Long.MIN_VALUE, "", Integer.MIN_VALUE, Integer.MIN_VALUE, "");

    /** Keeps those that are not there yet; says how many. */
    private static int keep(Workbook workbook, List<Row> rows) {
        return workbook.write(handle -> {
            int kept = 0;
            for (Row row : rows) {
                kept += handle.execute(
                        "insert or ignore into study (" + KEY + ", content) values (?, ?, ?, ?, ?)",
                        row.position(),
                        row.analyst(),
                        row.lines(),
                        row.effort(),
                        row.content());
            }
            return kept;
        });
    }

    @Override
    public void merge(MergeRun run) {
        Row at = FIRST;
        while (!run.isCancelled()) {
            Row from = at;
            List<Row> rows;
            try {
                rows = run.there(handle -> some(handle, from));
            } catch (WorkbookException damaged) {
                run.count(this, Outcome.UNREADABLE);
                return;
            }
            if (rows.isEmpty()) {
                return;
            }
            if (!run.workbook().read(handle -> missing(handle, rows)).isEmpty()) {
                run.count(this, Outcome.ADDED, keep(run.workbook(), rows));
            }
            at = rows.getLast();
        }
    }

    private static List<Row> missing(Handle handle, List<Row> rows) {
        List<Row> missing = new ArrayList<>();
        for (Row row : rows) {
            boolean known = handle.createQuery("select count(*) from study where (" + KEY + ") = (?, ?, ?, ?)")
                            .bind(0, row.position())
                            .bind(1, row.analyst())
                            .bind(2, row.lines())
                            .bind(3, row.effort())
                            .mapTo(Long.class)
                            .one()
                    > 0;
            if (!known) {
                missing.add(row);
            }
        }
        return missing;
    }

    @Override
    public void rescue(RescueRun run) {
        run.count(this, "study");
    }
}
