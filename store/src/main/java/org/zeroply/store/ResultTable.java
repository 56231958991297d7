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
        return GroupResult.of(latestOfEach(rows).stream()
                .map(row -> new GroupResult.Dot(
                        row.sitting().student(), row.result().share()))
                .toList());
    }

    /** What those who are done came to together, each by the latest sitting. */
    public static Result together(List<Row> rows) {
        return Result.together(latestOfEach(rows).stream().map(Row::result).toList());
    }

    private static List<Row> latestOfEach(List<Row> rows) {
        Map<Long, Row> latest = new LinkedHashMap<>();
        rows.stream()
                .filter(row -> row.sitting().isDone())
                .forEach(row -> latest.putIfAbsent(row.sitting().student().id(), row));
        return List.copyOf(latest.values());
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
