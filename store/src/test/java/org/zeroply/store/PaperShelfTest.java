package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.OptionalLong;
import org.assertj.core.groups.Tuple;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.coaching.Award;
import org.zeroply.coaching.MarkedSitting;
import org.zeroply.coaching.Result;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Sitting.Attempt;
import org.zeroply.coaching.Sitting.End;
import org.zeroply.coaching.Stopwatch;
import org.zeroply.coaching.Student;
import org.zeroply.task.MarkEvidence;
import org.zeroply.task.Opinion;
import org.zeroply.task.Paper;
import org.zeroply.task.Points;
import org.zeroply.task.Script;
import org.zeroply.task.Task;
import org.zeroply.task.TaskPgn;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Papers, students and sittings in a real workbook file. */
@SuppressWarnings("NullAway.Init")
class PaperShelfTest {
    private static final Instant NOON = Instant.parse("2026-11-25T12:00:00Z");

    private static final String TASKS = """
            [Event "Warm-up"]
            [SetUp "1"]
            [FEN "6k1/5ppp/8/8/8/8/5PPP/R5K1 w - - 0 1"]
            [TaskThemes "back-rank; mine"]

            {[%mark 1|0|choose|2|the mate||a1a8]} 1. Ra8# {[%mark 2|0|judge|1|its verdict||white-winning]} *

            [Event "Warm-up"]
            [SetUp "1"]
            [FEN "5k2/8/5P1p/4K2P/8/8/8/8 w - - 0 52"]
            [TaskMinutes "3"]

            52. Ke4 {[%mark 1|0|find|4|the king steps back||]} *
            """;

    @TempDir
    Path folder;

    private Workbook workbook;

    @BeforeEach
    void open() {
        workbook = Books.open(folder.resolve("club.zeroply"));
    }

    @AfterEach
    void close() {
        workbook.close();
    }

    private void reopen() {
        workbook.close();
        open();
    }

    private static Paper paper() {
        try {
            return TaskPgn.read(new ByteArrayInputStream(TASKS.getBytes(StandardCharsets.UTF_8)))
                    .paper();
        } catch (IOException impossible) {
            throw new AssertionError(impossible);
        }
    }

    private static String text(Paper paper) {
        return TaskPgn.write(paper);
    }

    @Test
    void aPaperIsKeptEditedAndUndoneAfterARestart() {
        long id = workbook.papers().add(paper(), "new paper");
        Paper first = workbook.papers().read(id);
        assertThat(text(first)).isEqualTo(text(paper()));
        Task shorter = first.tasks().getFirst().withMinutes(5);
        Paper edited = new Paper("Warm-up, ten minutes", 10, true, false, false, List.of(shorter));
        workbook.papers().save(id, first, edited, "", "one task only");
        reopen();
        assertThat(workbook.papers().list()).containsExactly(new PaperShelf.Listed(id, "Warm-up, ten minutes", 1));
        assertThat(text(workbook.papers().read(id))).isEqualTo(text(edited));
        assertThat(workbook.papers().undoState(id).undo()).isEqualTo("one task only");
        assertThat(text(workbook.papers().travel(id, true).orElseThrow())).isEqualTo(text(first));
        assertThat(text(workbook.papers().read(id))).isEqualTo(text(first));
        assertThat(text(workbook.papers().travel(id, false).orElseThrow())).isEqualTo(text(edited));
        assertThat(workbook.papers().travel(id, false)).isEmpty();
    }

    @Test
    void aPaperWithoutTasksIsKeptAndUndone() {
        long id = workbook.papers().add(Paper.of("Empty", List.of()), "new paper");
        Paper empty = workbook.papers().read(id);
        workbook.papers().save(id, empty, paper(), "", "tasks");
        assertThat(workbook.papers().travel(id, true).orElseThrow()).isEqualTo(empty);
        workbook.papers().remove(id, "remove");
        assertThat(workbook.papers().list()).isEmpty();
        assertThat(workbook.papers().travelInList(true)).isTrue();
        assertThat(workbook.papers().list()).hasSize(1);
    }

    @Test
    void aSittingComesBackAfterACrashWithTheClockRight() {
        long paper = workbook.papers().add(paper(), "new paper");
        Student ida = workbook.sittings().keep(new Student(0, "Brandt, Ida", 1710));
        Sitting begun = workbook.sittings().begin(paper, workbook.papers().read(paper), ida, NOON);
        Script script = Script.of("Ra8", List.of("1.Ra8# | w++", "", "@1 | level"));
        Attempt working = begun.tasks().getFirst().with(script).with(Stopwatch.NEW.start(NOON.toEpochMilli()));
        workbook.sittings().save(begun.id(), 0, working, NOON.plusSeconds(20));
        reopen();
        Sitting back = workbook.sittings().read(begun.id());
        Attempt first = back.tasks().getFirst();
        assertThat(first.script()).isEqualTo(script.withRows(List.of("1.Ra8# | w++", "|", "@1 | level")));
        assertThat(back.current()).hasValue(0);
        long later = NOON.plusSeconds(90).toEpochMilli();
        assertThat(first.clock().restored(false, back.saved().toEpochMilli()).used(later))
                .as("without pauses the clock ran on")
                .isEqualTo(90_000);
        assertThat(first.clock().restored(true, back.saved().toEpochMilli()).used(later))
                .as("with pauses it stood since it was saved last")
                .isEqualTo(20_000);
        assertThat(back.left(0, later)).isEqualTo(20 * 60_000L - 90_000);
    }

    @Test
    void resultsStayAsTheyWereWhenThePaperIsEdited() {
        long id = workbook.papers().add(paper(), "new paper");
        Paper before = workbook.papers().read(id);
        Student ida = workbook.sittings().keep(new Student(0, "Brandt, Ida", 1710));
        Sitting begun = workbook.sittings().begin(id, before, ida, NOON);
        Attempt done = begun.tasks()
                .getFirst()
                .with(Script.of("Ra8", List.of("1.Ra8# | level")))
                .with(new Stopwatch(61_500, OptionalLong.empty()))
                .with(End.COMMITTED)
                .withAwards(List.of(new Award(1, Points.of(5), "a fine\ttry")))
                .withEvidence(List.of(
                        new MarkEvidence(before.tasks().getFirst().start(), Opinion.WHITE_WINNING, "coach", "by eye")));
        workbook.sittings().save(begun.id(), 0, done, NOON);
        workbook.papers().save(id, before, before.withTasks(List.of()), "", "all gone");
        reopen();
        Sitting back = workbook.sittings().read(begun.id());
        assertThat(back.tasks().getFirst().awards()).isEqualTo(done.awards());
        assertThat(back.tasks().getFirst().evidence()).isEqualTo(done.evidence());
        Result result = MarkedSitting.of(back).result();
        assertThat(result.computed().points()).isEqualTo(Points.of(2));
        assertThat(result.outOf()).as("the second task has not ended").isEqualTo(Points.of(3));
        assertThat(result.awarded()).as("never more than could be earned").isEqualTo(Points.of(1));
        assertThat(result.millis()).isEqualTo(61_500);
        assertThat(result.byTheme()).containsKeys("back rank", "mine");
        SittingShelf.Listed listed = workbook.sittings().list().getFirst();
        assertThat(listed.done()).isEqualTo(1);
        assertThat(listed.isDone()).isFalse();
        workbook.register().remove(ida.id(), "remove");
        assertThat(workbook.sittings().students()).isEmpty();
        assertThat(workbook.sittings().keep(new Student(0, "Brandt, Ida", 1730)))
                .as("the name brings the student back with the results")
                .isEqualTo(new Student(ida.id(), "Brandt, Ida", 1730));
        assertThat(workbook.sittings().read(begun.id()).student().name()).isEqualTo("Brandt, Ida");
    }

    @Test
    void whatCanBeReadIsSavedFromADamagedWorkbook() throws Exception {
        PaperShelf shelf = workbook.papers();
        Paper paper = paper();
        long whole = shelf.add(paper, "new");
        long part = shelf.add(paper.withName("Part"), "new");
        long gone = shelf.add(paper.withName("Gone"), "new");
        Student ida = workbook.sittings().keep(new Student(0, "Brandt, Ida", 1350));
        workbook.sittings().begin(part, paper, ida, NOON);
        workbook.sittings().begin(whole, paper, ida, NOON.plusSeconds(9));
        Path file = workbook.file();
        workbook.close();
        try (var connection = WorkbookFile.source(file).getConnection();
                var statement = connection.createStatement()) {
            statement.execute("update task set content = 'x' where place = 0 and paper = " + part);
            statement.execute("update task set content = 'x' where paper = " + gone);
            statement.execute("update sitting_task set ending = 'x' where sitting = 1");
        }
        Path saved = folder.resolve("saved.zeroply");
        Rescue.Report report = Workbook.rescue(file, saved, Books.CLOCK, Progress.SILENT, new Cancel());
        assertThat(report.of("paper").saved()).isEqualTo(2);
        assertThat(report.of("sitting").saved()).isEqualTo(1);
        workbook = Books.open(saved);
        assertThat(workbook.papers().list())
                .extracting(PaperShelf.Listed::name, PaperShelf.Listed::tasks)
                .containsExactly(Tuple.tuple(paper.name(), 2), Tuple.tuple("Part", 1));
        assertThat(workbook.sittings().list()).singleElement().satisfies(listed -> {
            assertThat(listed.student().rating()).isEqualTo(1350);
            assertThat(listed.paper())
                    .isEqualTo(workbook.papers().list().getFirst().id());
        });
    }
}
