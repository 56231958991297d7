package org.zeroply.desktop.lessons;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Block;
import org.zeroply.coaching.Diary;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.EventPlan;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Question;
import org.zeroply.coaching.Ref;
import org.zeroply.coaching.Student;
import org.zeroply.coaching.When;
import org.zeroply.desktop.kit.DayField;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.desktop.register.Accounts;
import org.zeroply.desktop.register.StudentPage;
import org.zeroply.print.TeachingPages;
import org.zeroply.store.CalendarFile;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** The diary held and undone, calendars taken in, and what is printed; without a window. */
@SuppressWarnings("NullAway.Init")
class LessonDeskTest extends OnAWorkbook {
    private static final LocalDate TODAY = LocalDate.of(2026, 11, 24);

    private DiaryModel model;
    private long ida;
    private long noor;

    @BeforeEach
    void begin() {
        model = new DiaryModel(workbook, background, CLOCK);
        ida = workbook.register().add(Profile.of(new Student(0, "Brandt, Ida", 1350)), "add");
        noor = workbook.register().add(Profile.of(new Student(0, "Haddad, Noor", 1910)), "add");
    }

    private Lesson planned() {
        Lesson[] kept = new Lesson[1];
        model.add(
                Lesson.of(List.of(ida), When.once(TODAY.atTime(17, 0), ZoneOffset.UTC, 60))
                        .withAim("Look twice.")
                        .withBlocks(List.of(
                                Block.of(Block.Kind.FREE, 10, "Warm-up", null, ""),
                                Block.of(Block.Kind.FREE, 10, "Endings", null, ""))),
                lesson -> kept[0] = lesson);
        return kept[0];
    }

    @Test
    void heldClosedAndUndoneStepByStep() {
        Lesson lesson = planned();
        model.hold(lesson);
        assertThat(Objects.requireNonNull(model.heldProperty().get()).current().map(Block::title))
                .contains("Warm-up");
        model.end(Block.State.DONE);
        model.close(
                Objects.requireNonNull(model.heldProperty().get()),
                "Awake.",
                List.of(new Assignment(
                        0,
                        Assignment.Kind.WORDS,
                        "Name every threat",
                        0,
                        TODAY,
                        TODAY.plusDays(7),
                        lesson.id(),
                        List.of(new Assignment.Part(ida, Assignment.State.SET)))));
        assertThat(model.heldProperty().get()).isNull();
        assertThat(workbook.diary().lesson(lesson.id()).word()).isEqualTo("Awake.");
        model.undo();
        assertThat(model.heldProperty().get()).as("it goes on").isNotNull();
        model.undo();
        assertThat(workbook.diary().homeworkWith(ida)).isEmpty();
        model.redo();
        model.redo();
        assertThat(workbook.diary().lesson(lesson.id()).isClosed()).isTrue();
        model.advance(workbook.diary().homeworkWith(ida).getFirst(), ida);
        assertThat(workbook.diary()
                        .homeworkWith(ida)
                        .getFirst()
                        .parts()
                        .getFirst()
                        .state())
                .isEqualTo(Assignment.State.OUT);
    }

    @Test
    void oneTimeOfASeriesIsPlannedMovedAndTakenOffWithoutTheOthers() {
        LocalDateTime start = TODAY.atTime(17, 0);
        Lesson series = Lesson.of(
                List.of(ida),
                new When(start, ZoneOffset.UTC, 60, new When.Repeat(1, start.plusWeeks(3), Set.of()), null));
        model.add(series, lesson -> {});
        Diary.Entry second = entries().get(1);
        Lesson[] own = new Lesson[1];
        model.own(second, lesson -> own[0] = lesson);
        assertThat(own[0].when().instead()).isNotNull();
        assertThat(entries()).hasSize(4);
        model.remove(entries().get(1));
        assertThat(entries()).as("the time does not come back from the series").hasSize(3);
        model.remove(entries().getFirst());
        assertThat(entries()).hasSize(2);
        model.undo();
        assertThat(entries()).hasSize(3);
    }

    private List<Diary.Entry> entries() {
        return Diary.between(
                workbook.diary().lessons(TODAY, TODAY.plusWeeks(6)), TODAY, TODAY.plusWeeks(6), ZoneOffset.UTC);
    }

    // ---- calendars

    private DiaryCalendar calendar() {
        return new DiaryCalendar(workbook, model);
    }

    @Test
    void aCalendarComesInOnceAndSaysWhatItDidWithEachEntry() throws IOException {
        When weekly = new When(
                TODAY.atTime(17, 0),
                ZoneOffset.UTC,
                60,
                new When.Repeat(1, TODAY.plusWeeks(5).atTime(17, 0), Set.of()),
                null);
        String text = CalendarFile.write(
                List.of(
                        new CalendarFile.Timed("a@elsewhere", weekly, "Chess with Ida Brandt", ""),
                        new CalendarFile.Timed(
                                "b@elsewhere", When.once(TODAY.atTime(9, 0), ZoneOffset.UTC, 30), "Dentist", "")),
                List.of(new CalendarFile.Days("c@elsewhere", TODAY, TODAY, "Holiday", "", "")),
                List.of(),
                CLOCK.instant());
        Path file = Files.writeString(folder.resolve("hours.ics"), text);
        String said = calendar().read(file);
        assertThat(said)
                .contains(
                        "hours.ics: 2 lessons were added", "One names nobody", "One entry of whole days was left out");
        Lesson taken = workbook.diary().lessonsWith(ida).getFirst();
        assertThat(taken.outside()).isEqualTo("a@elsewhere");
        assertThat(taken.when().times(TODAY, TODAY.plusWeeks(9))).hasSize(6);
        assertThat(calendar().read(file)).contains("no lesson was added", "2 were here already");
        String out = calendar().write(event -> List.of());
        assertThat(out).contains("UID:a@elsewhere", "SUMMARY:Brandt\\, Ida", "RRULE:FREQ=WEEKLY");
    }

    @Test
    void nonsenseAndFilesThatAreTooLargeAreRefusedWithAWord() throws IOException {
        Path nonsense = Files.writeString(folder.resolve("nonsense.ics"), "BEGIN:VCALENDAR\r\nhello\r\n");
        assertThat(calendar().read(nonsense)).contains("nonsense.ics", "Nothing was taken in");
        Path large = folder.resolve("large.ics");
        try (RandomAccessFile file = new RandomAccessFile(large.toFile(), "rw")) {
            file.setLength(50_000_000);
        }
        assertThat(calendar().read(large)).contains("larger than 20 megabytes");
        assertThat(workbook.diary().lessons(TODAY, TODAY.plusYears(1))).isEmpty();
    }

    // ---- paper

    @Test
    void afterTheLessonSaysWhatWasDoneWithoutFiguresUnlessAsked() {
        long game = workbook.games().add(game("[White \"Brandt, Ida\"]\n1.d4 d5 2.c4 e6 *"), "add");
        Lesson lesson = planned()
                .withBlocks(List.of(
                        Block.of(Block.Kind.MOMENT, 8, "2.c4 once more", new Block.Material(Ref.GAME, game, 2), ""),
                        Block.of(Block.Kind.FREE, 10, "Endings", null, "")));
        Lesson held = lesson.begin(CLOCK.instant())
                .end(Block.State.DONE, CLOCK.instant().plusSeconds(600))
                .close(CLOCK.instant().plusSeconds(660))
                .withWord("Awake.");
        workbook.diary().save(held, "close");
        workbook.register().ask(new Question(0, ida, "May I castle?", 0, -1, CLOCK.instant(), "Not yet."), "ask");
        TeachingPapers papers = new TeachingPapers(workbook);
        String plain = TeachingPages.html(papers.afterTheLesson(held, false));
        assertThat(plain)
                .contains("After the lesson", "Look twice.", "2.c4 once more", "May I castle? – Not yet.", "Awake.")
                .contains("<svg")
                .doesNotContain("minutes)");
        assertThat(TeachingPages.html(papers.afterTheLesson(held, true))).contains("(10 minutes)");
        assertThat(papers.minutesTaught(TODAY.minusDays(1), TODAY.plusDays(1), true))
                .isEqualTo("month,student,minutes\r\n2026-11,\"Brandt, Ida\",11\r\n");
        assertThat(papers.minutesTaught(TODAY.minusDays(1), TODAY.plusDays(1), false))
                .doesNotContain("Brandt");
    }

    @Test
    void theWayToAnEventIsPrintedWithItsRules() {
        Event event = new Event(
                0,
                "Saltmarsh Cup",
                "Saltmarsh",
                TODAY.plusDays(21),
                TODAY.plusDays(22),
                "90 minutes",
                5,
                List.of(new Event.Goer(noor, 200, Map.of(EventPlan.Part.ENDINGS, 40))));
        EventPlan plan = EventPlan.of(event, event.goers().getFirst(), EventPlan.Needs.UNKNOWN, TODAY);
        String page = TeachingPages.html(new TeachingPapers(workbook).plan(event, "Haddad, Noor", plan));
        assertThat(page)
                .contains("The way to Saltmarsh Cup", "Haddad, Noor", "21 days left", "40 in 100", "set by you")
                .contains("2026-11-24 to 2026-11-30", "nothing is judged yet");
    }

    @Test
    void thePageForParentsAndTheOneForThePocketHaveNoFiguresOfTheAccount() {
        Lesson held = planned().begin(CLOCK.instant()).close(CLOCK.instant().plusSeconds(3600));
        workbook.diary().save(held, "close");
        Accounts accounts = new Accounts(workbook, analyst.name(), CLOCK);
        StudentPage page = accounts.page(ida, StudentPage.Span.ALL, Progress.SILENT, new Cancel());
        TeachingPapers papers = new TeachingPapers(workbook);
        String term = TeachingPages.html(papers.term(page.profile(), page, TODAY.minusMonths(6), TODAY));
        assertThat(term).contains("The term", "Brandt, Ida", "One lesson, 60 minutes.", "Look twice.");
        Event cup = new Event(0, "Saltmarsh Cup", "", TODAY, TODAY, "", 5, List.of());
        String pocket = TeachingPages.html(papers.betweenRounds(cup, page));
        assertThat(pocket).contains("size: 105mm 148mm", "You have prepared. Play your moves.");
        assertThat(pocket.substring(pocket.indexOf("<body"))).doesNotContainPattern("\\.\\d\\d");
    }

    @Test
    void daysAndTimesAreReadAsTheyAreUsuallyWritten() {
        assertThat(DayField.day("+7", TODAY)).contains(TODAY.plusDays(7));
        assertThat(DayField.day("3.12.", TODAY)).contains(LocalDate.of(2026, 12, 3));
        assertThat(DayField.day("3.1.", TODAY)).as("the next one").contains(LocalDate.of(2027, 1, 3));
        assertThat(DayField.day("2026-12-03", TODAY)).contains(LocalDate.of(2026, 12, 3));
        assertThat(DayField.day("31.2.", TODAY)).isEmpty();
        assertThat(DayField.day("soon", TODAY)).isEmpty();
        for (String text : List.of("17:00", "17.00", "17", "1700", "17h")) {
            assertThat(DayField.time(text)).as(text).contains(LocalTime.of(17, 0));
        }
        assertThat(DayField.time("25")).isEmpty();
        assertThat(DayField.time("5:75")).isEmpty();
    }
}
