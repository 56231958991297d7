package org.zeroply.store;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.zeroply.coaching.GroupResult;
import org.zeroply.coaching.Result;
import org.zeroply.coaching.Student;

/** Results of sittings as a table for other programs. */
public final class ResultTable {
    private ResultTable() {}

    /** A sitting with its result. */
    public record Row(SittingShelf.Listed sitting, Result result) {}

    /**
     * The shares of those who are done against their ratings.
     *
     * @param rows the latest first; of several sittings of a student the latest counts
     */
    public static GroupResult latest(List<Row> rows) {
        Map<Long, GroupResult.Dot> latest = new LinkedHashMap<>();
        for (Row row : rows) {
            Student student = row.sitting().student();
            if (row.sitting().isDone()) {
                latest.putIfAbsent(
                        student.id(), new GroupResult.Dot(student, row.result().share()));
            }
        }
        return GroupResult.of(List.copyOf(latest.values()));
    }

    /** The table as CSV with a head; times in seconds. */
    public static String write(List<Row> rows) {
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
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        return out.toString();
    }
}
