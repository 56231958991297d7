package org.zeroply.store;

import java.io.IOException;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.zeroply.coaching.Result;

/** Results of sittings as a table for other programs. */
public final class ResultTable {
    private ResultTable() {}

    /** A sitting with its result. */
    public record Row(SittingShelf.Listed sitting, Result result) {}

    /** The table as CSV with a head; points in halves of a point, times in seconds. */
    public static String write(List<Row> rows) throws IOException {
        StringBuilder out = new StringBuilder();
        try (CSVPrinter printer = new CSVPrinter(out, CSVFormat.RFC4180)) {
            printer.printRecord(
                    "student", "rating", "paper", "begun", "points", "by hand", "out of", "seconds", "done");
            for (Row row : rows) {
                printer.printRecord(
                        row.sitting().student().name(),
                        row.sitting().student().rating(),
                        row.sitting().name(),
                        row.sitting().begun(),
                        row.result().points().plain(),
                        row.result().awarded().plain(),
                        row.result().outOf().plain(),
                        row.result().millis() / 1000,
                        row.sitting().isDone() ? "yes" : "no");
            }
        }
        return out.toString();
    }
}
