package org.zeroply.desktop.today;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Block;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Question;
import org.zeroply.coaching.Ref;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Student;
import org.zeroply.coaching.When;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.desktop.today.TodayPage.Act;
import org.zeroply.desktop.today.TodayPage.Kind;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Fen;
import org.zeroply.notation.Language;
import org.zeroply.task.Paper;
import org.zeroply.task.Task;
import org.zeroply.task.TaskKind;

/** What the page of a day says of a workbook; without a window. */
@SuppressWarnings("NullAway.Init")
class TodayReaderTest extends OnAWorkbook {
    private static final LocalDate TODAY = LocalDate.of(2026, 11, 24);
    private static final ZoneId HERE = ZoneOffset.UTC;

    private long ida;
    private long noor;

    @BeforeEach
    void begin() {
        ida = workbook.register().add(Profile.of(new Student(0, "Brandt, Ida", 1350)), "add");
        noor = workbook.register().add(Profile.of(new Student(0, "Haddad, Noor", 1910)), "add");
    }

    private TodayPage page() {
        return new TodayReader(workbook, TODAY, HERE, Language.ENGLISH).page();
    }

    private List<TodayPage.Line> lines(Kind kind) {
        return page().sections().stream()
                .filter(section -> section.kind() == kind)
                .flatMap(section -> section.lines().stream())
                .toList();
    }

    private long lesson(LocalDateTime start, long... students) {
        return workbook.diary()
                .add(Lesson.of(Arrays.stream(students).boxed().toList(), When.once(start, HERE, 60)), "add");
    }

    private long words(String text, LocalDate set, LocalDate due, long student) {
        return workbook.diary()
                .add(
                        new Assignment(
                                0,
                                Assignment.Kind.WORDS,
                                text,
                                0,
                                set,
                                due,
                                0,
                                List.of(new Assignment.Part(student, Assignment.State.SET))),
                        "add");
    }

    @Test
    void aDayWithNothingIsFree() {
        assertThat(page().isFree()).isTrue();
        assertThat(page().students()).isEqualTo(2);
        assertThat(page().days()).hasSize(42);
    }

    @Test
    void whoComesAndWhatEachOwesStandsInTheOrderOfTheDay() {
        long game = workbook.games().add(game("[White \"Brandt, Ida\"]\n1.d4 d5 2.c4 e6 *"), "add");
        lesson(TODAY.atTime(18, 0), noor);
        long early = lesson(TODAY.atTime(9, 30), ida);
        workbook.diary()
                .save(
                        workbook.diary()
                                .lesson(early)
                                .withBlocks(List.of(Block.of(
                                        Block.Kind.MOMENT, 8, "2.c4", new Block.Material(Ref.GAME, game, 2), ""))),
                        "plan");
        words("Name every threat", TODAY.minusDays(9), TODAY.minusDays(2), ida);
        words("Later", TODAY.minusDays(1), TODAY.plusDays(20), ida);
        List<TodayPage.Hour> hours = page().hours();
        assertThat(hours).extracting(TodayPage.Hour::names).containsExactly("Brandt, Ida", "Haddad, Noor");
        assertThat(hours.getFirst().owes()).extracting(TodayPage.Owed::days).containsExactly(2, 0);
        assertThat(hours.getFirst().board().orElseThrow().caption()).isEqualTo("First: 2.c4");
        assertThat(hours.getLast().board()).isEmpty();
        assertThat(lines(Kind.DUE)).extracting(TodayPage.Line::text).containsExactly("Brandt, Ida: 2 days late");
        assertThat(page().days().getFirst().minutes()).containsExactly(60, 60);
    }

    @Test
    void aLessonThatIsClosedIsOverAndOneOfASeriesHasNoPlan() {
        long done = lesson(TODAY.atTime(8, 0), ida);
        workbook.diary()
                .save(
                        workbook.diary()
                                .lesson(done)
                                .begin(CLOCK.instant())
                                .close(CLOCK.instant().plusSeconds(60)),
                        "close");
        LocalDateTime weekly = TODAY.plusDays(2).atTime(17, 0);
        workbook.diary()
                .add(
                        Lesson.of(
                                List.of(noor),
                                new When(weekly, HERE, 45, new When.Repeat(1, weekly.plusWeeks(3), Set.of()), null)),
                        "add");
        assertThat(page().hours()).isEmpty();
        assertThat(lines(Kind.PLANS))
                .extracting(TodayPage.Line::more)
                .containsExactly("Thursday, 26 November, 17:00, 45 minutes");
        assertThat(page().days().stream()
                        .filter(day -> !day.minutes().isEmpty())
                        .count())
                .isEqualTo(5);
    }

    @Test
    void aPaperThatWasHandedInIsBackWhoeverTookItIn() {
        Task task =
                Task.of(TaskKind.CALCULATE, GameTree.of(Fen.position("6k1/5ppp/8/8/8/8/5PPP/R5K1 w - - 0 1")), null);
        Paper paper = Paper.of("Back ranks", List.of(task));
        long id = workbook.papers().add(paper, "add");
        workbook.diary()
                .add(
                        new Assignment(
                                0,
                                Assignment.Kind.PAPER,
                                "Back ranks",
                                id,
                                TODAY.minusDays(3),
                                TODAY,
                                0,
                                List.of(
                                        new Assignment.Part(ida, Assignment.State.OUT),
                                        new Assignment.Part(noor, Assignment.State.OUT))),
                        "add");
        assertThat(lines(Kind.BACK)).isEmpty();
        assertThat(lines(Kind.DUE)).hasSize(2);
        Sitting begun = Sitting.of(paper, new Student(ida, "Brandt, Ida", 1350), CLOCK.instant());
        workbook.sittings().add(id, begun.with(0, begun.tasks().getFirst().with(Sitting.End.COMMITTED)));
        assertThat(lines(Kind.BACK)).extracting(TodayPage.Line::text).containsExactly("Brandt, Ida");
        assertThat(lines(Kind.DUE)).extracting(TodayPage.Line::text).containsExactly("Haddad, Noor: today");
        assertThat(lines(Kind.BACK).getFirst().act()).isInstanceOf(Act.GoOver.class);
    }

    @Test
    void gamesThatNobodyHasJudgedAreCountedByStudent() {
        workbook.register()
                .add(Profile.of(new Student(0, "Okafor, Sam", 1640)).withNames(List.of("Okafor, S.")), "add");
        workbook.games().add(game("[White \"Okafor, S.\"]\n[Black \"Haddad, Noor\"]\n1.d4 d5 *"), "add");
        workbook.games().add(game("[White \"Okafor, Sam\"]\n[Black \"Somebody\"]\n1.d4 d5 *"), "add");
        workbook.games().add(game("[White \"Somebody\"]\n[Black \"Else\"]\n1.d4 d5 *"), "add");
        TodayPage.Line line = lines(Kind.UNJUDGED).getFirst();
        assertThat(line.text()).isEqualTo("2 games");
        assertThat(line.more()).isEqualTo("Okafor 2, Haddad 1");
        assertThat(((Act.Judge) line.act()).games()).hasSize(2);
    }

    @Test
    void eventsQuestionsAndWhoWasNotSeenAreTold() {
        workbook.diary()
                .add(
                        new Event(
                                0,
                                "Saltmarsh Cup",
                                "",
                                TODAY.plusDays(19),
                                TODAY.plusDays(20),
                                "",
                                5,
                                List.of(new Event.Goer(noor, 180, Map.of()))),
                        "add");
        workbook.diary()
                .add(new Event(0, "Too far", "", TODAY.plusDays(60), TODAY.plusDays(60), "", 5, List.of()), "add");
        workbook.register().ask(new Question(0, noor, "May I castle?", 0, -1, CLOCK.instant(), ""), "ask");
        lesson(TODAY.minusDays(21).atTime(17, 0), ida);
        lesson(TODAY.minusDays(40).atTime(17, 0), noor);
        lesson(TODAY.plusDays(30).atTime(17, 0), noor);
        assertThat(lines(Kind.AHEAD))
                .extracting(line -> line.text() + "; " + line.more())
                .containsExactly("Saltmarsh Cup, 2026-12-13, in 19 days; Haddad, Noor goes");
        assertThat(lines(Kind.BACK)).extracting(TodayPage.Line::more).containsExactly("an open question");
        assertThat(lines(Kind.NOT_SEEN))
                .as("who has a lesson ahead is not told")
                .extracting(TodayPage.Line::text)
                .containsExactly("Brandt, Ida");
        assertThat(page().days().get(19).events()).hasSize(1);
    }

    @Test
    void manyLinesAreCountedRatherThanAllTold() {
        for (int i = 0; i < 20; i++) {
            words("Number " + i, TODAY, TODAY, ida);
        }
        assertThat(lines(Kind.DUE)).hasSize(6);
        assertThat(lines(Kind.DUE).getLast().more()).endsWith("and 14 more");
    }
}
