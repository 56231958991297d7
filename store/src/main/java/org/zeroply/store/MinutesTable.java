package org.zeroply.store;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/** Minutes taught, a row a month and student, as CSV. */
public final class MinutesTable {
    private MinutesTable() {}

    /** @param months minutes by student, by month */
    public static String write(Map<String, Map<String, Long>> months) {
        StringBuilder text = new StringBuilder();
        try (CSVPrinter printer = new CSVPrinter(text, CSVFormat.RFC4180)) {
            printer.printRecord("month", "student", "minutes");
            for (Map.Entry<String, Map<String, Long>> month : months.entrySet()) {
                for (Map.Entry<String, Long> student : month.getValue().entrySet()) {
                    printer.printRecord(month.getKey(), student.getKey(), student.getValue());
                }
            }
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        return text.toString();
    }
}
