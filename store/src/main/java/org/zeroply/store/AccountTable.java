package org.zeroply.store;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.zeroply.analysis.GameAccount;
import org.zeroply.coaching.Habit;
import org.zeroply.coaching.Levels.Level;
import org.zeroply.coaching.Rate;
import org.zeroply.coaching.Student;
import org.zeroply.coaching.StudentAccount;

/** Accounts and levels of students as a table for other programs, a row a student. */
public final class AccountTable {
    private static final int HABITS = 3;

    private AccountTable() {}

    /**
     * A student with what was worked out.
     *
     * @param level over all tasks; empty if nothing was handed in
     */
    public record Row(Student student, StudentAccount account, Optional<Level> level) {}

    /**
     * The table as CSV with a head; points with two decimals, what is not known empty.
     *
     * @param withNames whether students are named; otherwise they have numbers
     */
    public static String write(List<Row> rows, boolean withNames) {
        StringBuilder out = new StringBuilder();
        try (CSVPrinter printer = new CSVPrinter(out, CSVFormat.RFC4180)) {
            printer.printRecord(
                    "student",
                    "rating",
                    "measured",
                    "plus or minus",
                    "tasks",
                    "judged games",
                    "start",
                    "given away",
                    "given back",
                    "found later",
                    "end",
                    "rate",
                    "rate from",
                    "rate to",
                    "first to train",
                    "points a game",
                    "second to train",
                    "points a game",
                    "third to train",
                    "points a game");
            for (int i = 0; i < rows.size(); i++) {
                Row row = rows.get(i);
                print(printer, withNames ? row.student().name() : "student " + (i + 1), row);
            }
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        return out.toString();
    }

    private static void print(CSVPrinter printer, String name, Row row) throws IOException {
        printer.print(name);
        printer.print(row.student().rating() == 0 ? "" : row.student().rating());
        printer.print(row.level()
                .map(level -> Long.toString(Math.round(level.value())))
                .orElse(""));
        printer.print(row.level()
                .map(level -> Long.toString(Math.round(level.range())))
                .orElse(""));
        printer.print(
                row.level().map(level -> Integer.toString(level.observations())).orElse("0"));
        printer.print(row.account().games().size());
        GameAccount average = row.account().average();
        GameAccount.Printed sums = average == null ? null : average.printed();
        printer.print(sums == null ? "" : points(sums.start() / 100.0));
        printer.print(sums == null ? "" : points(sums.givenAway() / 100.0));
        printer.print(sums == null ? "" : points(sums.givenBack() / 100.0));
        printer.print(sums == null ? "" : points(sums.foundLater() / 100.0));
        printer.print(sums == null ? "" : points(sums.end() / 100.0));
        Optional<Rate> rate = row.account().rate();
        printer.print(rate.map(each -> points(each.points())).orElse(""));
        printer.print(rate.map(each -> points(each.low())).orElse(""));
        printer.print(rate.map(each -> points(each.high())).orElse(""));
        for (int i = 0; i < HABITS; i++) {
            Habit habit = i < row.account().training().size()
                    ? row.account().training().get(i)
                    : null;
            printer.print(habit == null ? "" : habit.key().text());
            printer.print(habit == null ? "" : points(habit.perGame()));
        }
        printer.println();
    }

    private static String points(double points) {
        return String.format(Locale.ROOT, "%.2f", points);
    }
}
