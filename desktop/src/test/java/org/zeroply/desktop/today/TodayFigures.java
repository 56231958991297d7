package org.zeroply.desktop.today;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Block;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Student;
import org.zeroply.coaching.When;
import org.zeroply.notation.Language;
import org.zeroply.store.Workbook;
import org.zeroply.store.WorkbookOpening;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** How long the page of a day takes at 120 students and 20,000 games. {@code ./zeroply bench today}. */
public final class TodayFigures {
    private static final int STUDENTS = 120;
    private static final int GAMES = 20_000;
    private static final int RUNS = 11;
    private static final int HELD = 40;

    private TodayFigures() {}

    public static void main(String[] arguments) throws IOException {
        Path file = Files.createTempDirectory("zeroply-today").resolve("school.zeroply");
        if (!(Workbook.open(file, Clock.systemUTC()) instanceof WorkbookOpening.Opened opened)) {
            throw new IOException("the workbook did not open");
        }
        ZoneId here = ZoneId.of("Europe/Berlin");
        LocalDate today = LocalDate.now(here);
        try (Workbook workbook = opened.workbook()) {
            fill(workbook, today, here);
            long[] nanos = new long[RUNS];
            TodayPage page = null;
            for (int i = 0; i < RUNS; i++) {
                long begun = System.nanoTime();
                page = new TodayReader(workbook, today, here, Language.ENGLISH).page();
                nanos[i] = System.nanoTime() - begun;
            }
            Arrays.sort(nanos);
            System.out.printf(
                    Locale.ROOT,
                    "the page of a day with %d lessons, %d students, %d games: %.0f ms, the median of %d; %.0f to %.0f%n",
                    page == null ? 0 : page.hours().size(),
                    STUDENTS,
                    GAMES,
                    nanos[RUNS / 2] / 1e6,
                    RUNS,
                    nanos[0] / 1e6,
                    nanos[RUNS - 1] / 1e6);
        }
    }

    private static void fill(Workbook workbook, LocalDate today, ZoneId here) throws IOException {
        StringBuilder pgn = new StringBuilder();
        for (int i = 0; i < GAMES; i++) {
            pgn.append(String.format(
                    Locale.ROOT,
                    "[White \"Student %d\"]%n[Black \"Student %d\"]%n[Date \"2026.01.01\"]%n%n1. d4 d5 2. c4 e6 *%n%n",
                    i % STUDENTS,
                    (i * 7 + 1 + i / STUDENTS) % STUDENTS));
        }
        byte[] bytes = pgn.toString().getBytes(StandardCharsets.UTF_8);
        workbook.files()
                .importPgn(
                        new ByteArrayInputStream(bytes),
                        bytes.length,
                        "school",
                        "school",
                        Progress.SILENT,
                        new Cancel());
        for (int i = 0; i < STUDENTS; i++) {
            long student = workbook.register().add(Profile.of(new Student(0, "Student " + i, 1200 + 8 * i)), "add");
            LocalDateTime first = today.minusWeeks(HELD).plusDays(i % 7).atTime(14 + i % 6, 0);
            Lesson series = Lesson.of(
                    List.of(student),
                    new When(first, here, 60, new When.Repeat(1, first.plusWeeks(HELD + 30), Set.of()), null));
            long id = workbook.diary().add(series, "add");
            for (int week = 0; week < HELD; week++) {
                LocalDateTime time = first.plusWeeks(week);
                Lesson held = series.withId(id)
                        .instead(time)
                        .withBlocks(List.of(
                                Block.of(Block.Kind.FREE, 30, "Endings", null, "First in the training order."),
                                Block.of(Block.Kind.CLOSE, 5, "What we take home", null, "")))
                        .begin(time.atZone(here).toInstant());
                workbook.diary().add(held.close(time.plusHours(1).atZone(here).toInstant()), "add");
            }
            for (int each = 0; each < 20; each++) {
                Assignment words = new Assignment(
                        0,
                        Assignment.Kind.WORDS,
                        "Name every threat",
                        0,
                        today.minusDays(each * 7L + 7),
                        today.minusDays(each * 7L),
                        0,
                        List.of(new Assignment.Part(
                                student, each < 2 ? Assignment.State.OUT : Assignment.State.MARKED)));
                workbook.diary().add(words, "add");
            }
            workbook.diary()
                    .add(
                            new Event(
                                    0,
                                    "Event " + i,
                                    "",
                                    today.plusDays(i % 60),
                                    today.plusDays(i % 60),
                                    "",
                                    5,
                                    List.of(new Event.Goer(student, 180, Map.of()))),
                            "add");
        }
    }
}
