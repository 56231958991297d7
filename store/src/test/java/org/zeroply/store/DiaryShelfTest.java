package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Block;
import org.zeroply.coaching.Diary;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.EventPlan;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Ref;
import org.zeroply.coaching.Student;
import org.zeroply.coaching.When;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Lessons, homework and events in a real workbook: read by days, undone together, without whoever is forgotten. */
@SuppressWarnings("NullAway.Init")
class DiaryShelfTest {
    private static final ZoneId HERE = ZoneId.of("Europe/Berlin");
    private static final LocalDateTime MONDAY = LocalDateTime.parse("2026-11-30T17:00");
    private static final LocalDate DAY = MONDAY.toLocalDate();
    private static final Instant NOON = Instant.parse("2026-11-30T12:00:00Z");

    @TempDir
    Path folder;

    private Workbook workbook;
    private DiaryShelf diary;
    private long ida;
    private long noor;
    private long game;

    @BeforeEach
    void open() {
        workbook = Books.open(folder.resolve("diary.zeroply"));
        diary = workbook.diary();
        ida = workbook.register().add(Profile.of(new Student(0, "Brandt, Ida", 1350)), "add");
        noor = workbook.register().add(Profile.of(new Student(0, "Haddad, Noor", 1910)), "add");
        game = workbook.games().add(Books.game("1.d4 d5 2.c4 e6 *"), "add");
    }

    @AfterEach
    void close() {
        workbook.close();
    }

    private Lesson weekly(long... students) {
        When when =
                new When(MONDAY, HERE, 60, new When.Repeat(1, MONDAY.plusWeeks(10), Set.of(MONDAY.plusWeeks(2))), null);
        return Lesson.of(Arrays.stream(students).boxed().toList(), when);
    }

    private List<LocalDateTime> times(LocalDate from, LocalDate to) {
        return Diary.between(diary.lessons(from, to), from, to, HERE).stream()
                .map(entry -> entry.begins().toLocalDateTime())
                .toList();
    }

    @Test
    void everythingComesBackAsItWasWritten() {
        Block moment = new Block(
                Block.Kind.MOMENT,
                8,
                "A\ttab and a\nline",
                new Block.Material(Ref.GAME, game, 2),
                "why \\ so",
                "a note",
                Block.State.CUT,
                311);
        Lesson lesson = weekly(ida, noor)
                .withAim("Look twice.")
                .withBlocks(List.of(moment, Block.of(Block.Kind.CLOSE, 5, "End", null, "")))
                .begin(NOON)
                .withOutside("abc@elsewhere");
        long id = diary.add(lesson, "add");
        assertThat(diary.lesson(id)).isEqualTo(lesson.withId(id));
        Assignment homework = new Assignment(
                0,
                Assignment.Kind.GAME,
                "Notes to it",
                game,
                DAY,
                DAY.plusDays(7),
                id,
                List.of(
                        new Assignment.Part(ida, Assignment.State.OUT),
                        new Assignment.Part(noor, Assignment.State.SET)));
        long set = diary.add(homework, "add");
        assertThat(diary.homework(set)).isEqualTo(homework.withId(set));
        Event event = new Event(
                0,
                "Saltmarsh Cup",
                "Saltmarsh",
                DAY.plusDays(40),
                DAY.plusDays(41),
                "90 minutes",
                5,
                List.of(new Event.Goer(noor, 240, Map.of(EventPlan.Part.ENDINGS, 30))));
        long cup = diary.add(event, "add");
        assertThat(diary.event(cup)).isEqualTo(event.withId(cup));
        assertThat(diary.underWay()).extracting(Lesson::id).containsExactly(id);
        diary.save(diary.lesson(id).close(NOON.plusSeconds(3600)), "close");
        assertThat(diary.underWay()).isEmpty();
    }

    @Test
    void aSpanOfDaysHasItsSeriesAndWhatWasMovedOutOfItOrIntoIt() {
        long series = diary.add(weekly(ida), "add");
        assertThat(times(DAY, DAY.plusWeeks(4)))
                .containsExactly(MONDAY, MONDAY.plusWeeks(1), MONDAY.plusWeeks(3), MONDAY.plusWeeks(4));
        Lesson third = diary.lesson(series).instead(MONDAY.plusWeeks(3));
        long moved = diary.add(third.withWhen(third.when().withStart(MONDAY.plusDays(40), 90)), "move");
        assertThat(times(DAY.plusWeeks(3), DAY.plusWeeks(3)))
                .as("it is not there any more")
                .isEmpty();
        assertThat(times(DAY.plusDays(40), DAY.plusDays(40))).containsExactly(MONDAY.plusDays(40));
        assertThat(diary.lessonsWith(ida)).extracting(Lesson::id).containsExactly(series, moved);
        assertThat(diary.lessonsWith(noor)).isEmpty();
        diary.remove(diary.lesson(moved), "remove");
        assertThat(times(DAY.plusWeeks(3), DAY.plusWeeks(3))).containsExactly(MONDAY.plusWeeks(3));
    }

    @Test
    void allOfItIsUndoneInTheOrderInWhichItWasDone() {
        long lesson = diary.add(weekly(ida), "lesson");
        long words = diary.add(
                new Assignment(
                        0,
                        Assignment.Kind.WORDS,
                        "Ten minutes a day",
                        0,
                        DAY,
                        DAY,
                        0,
                        List.of(new Assignment.Part(ida, Assignment.State.SET))),
                "homework");
        diary.save(diary.lesson(lesson).withAim("Look twice."), "aim");
        diary.save(diary.homework(words).with(ida, Assignment.State.MARKED), "marked");
        assertThat(diary.undoState().undo()).isEqualTo("marked");
        assertThat(diary.travel(true)).isTrue();
        assertThat(diary.homework(words).isOwed()).isTrue();
        diary.travel(true);
        assertThat(diary.lesson(lesson).aim()).isEmpty();
        diary.travel(true);
        assertThat(diary.homework(DAY, DAY)).isEmpty();
        diary.travel(false);
        diary.travel(false);
        assertThat(diary.homework(DAY, DAY)).hasSize(1);
        assertThat(diary.lesson(lesson).aim()).isEqualTo("Look twice.");
        assertThat(diary.undoState().redo()).isEqualTo("marked");
    }

    @Test
    void homeworkThatIsOpenConcernsEveryDayUntilItIsDone() {
        long words = diary.add(
                new Assignment(
                        0,
                        Assignment.Kind.WORDS,
                        "Write down every threat",
                        0,
                        DAY,
                        DAY.plusDays(3),
                        0,
                        List.of(new Assignment.Part(ida, Assignment.State.SET))),
                "add");
        LocalDate later = DAY.plusYears(1);
        assertThat(diary.homework(later, later)).hasSize(1);
        diary.save(diary.homework(words).with(ida, Assignment.State.MARKED), "mark");
        assertThat(diary.homework(later, later)).isEmpty();
        assertThat(diary.homeworkWith(ida)).hasSize(1);
    }

    @Test
    void whoIsForgottenComesToNoLessonAndOwesNothing() throws IOException {
        long both = diary.add(weekly(ida, noor).withAim("Haddad, Noor was late."), "both");
        long alone = diary.add(weekly(noor), "alone");
        long cup = diary.add(
                new Event(0, "Cup", "", DAY, DAY, "", 0, List.of(new Event.Goer(noor, 60, Map.of()))), "event");
        workbook.forget(noor, false, Progress.SILENT, new Cancel());
        Lesson left = diary.lesson(both);
        assertThat(left.students()).containsExactly(ida);
        assertThat(left.aim()).doesNotContain("Haddad");
        assertThat(diary.lessons(DAY, DAY)).extracting(Lesson::id).doesNotContain(alone);
        assertThat(diary.event(cup).goers()).isEmpty();
        assertThat(diary.undoState().undo()).as("no edit of them is left").isNull();
        assertThat(Objects.requireNonNull(left.when().repeat()).weeks()).isEqualTo(1);
    }
}
