package org.zeroply.coaching;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.zeroply.coaching.Sitting.Attempt;
import org.zeroply.coaching.Sitting.End;
import org.zeroply.task.MarkedScript.Sum;
import org.zeroply.task.Paper;
import org.zeroply.task.Points;
import org.zeroply.task.Script;
import org.zeroply.task.ScriptText;
import org.zeroply.task.Skill;
import org.zeroply.task.Task;
import org.zeroply.task.TaskKind;
import org.zeroply.task.TaskPgn;

/** A student at a paper: the clock, the result, and the way of a paper to another machine and back. */
class SittingTest {
    private static final Instant NOON = Instant.parse("2026-05-02T12:00:00Z");
    private static final long MINUTE = 60_000;
    private static final Student STUDENT = new Student(3, "Marrow, Edith", 1500);

    /** Two tasks: a back-rank mate to calculate, and four candidates of which one survives. */
    private static final String PGN = """
            [Event "Back rank"]
            [Round "1"]
            [SetUp "1"]
            [FEN "6k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - 0 30"]
            [TaskKind "calculate"]
            [TaskMinutes "5"]
            [TaskThemes "back rank; fork"]
            [PaperMinutes "8"]

            30. Rd8# {[%mark 1|0|choose|3|the mate|it mates|d1d8]} *

            [Event "Back rank"]
            [Round "2"]
            [SetUp "1"]
            [FEN "6k1/5ppp/8/8/1q6/8/5PPP/R2N2K1 w - - 0 34"]
            [TaskKind "eliminate"]
            [TaskMinutes "6"]
            [TaskInstruction "Candidates: Ra8+, Kh1."]

            34. Ra8+ {[%mark 1|0|survive|3|34.Ra8+|nothing refutes it|]} (34. Kh1 {[%mark
            2|0|refute|2|34.Kh1|refuted by a reply that works|]} 34... Qe1# $19) *
            """;

    private static Paper paper() {
        try {
            TaskPgn.Contents contents = TaskPgn.read(new ByteArrayInputStream(PGN.getBytes(StandardCharsets.UTF_8)));
            assertThat(contents.faults()).isEmpty();
            return contents.paper();
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
    }

    private static Sitting begun() {
        return Sitting.of(paper(), STUDENT, NOON);
    }

    private static Sitting change(Sitting sitting, int place, UnaryOperator<Attempt> change) {
        return sitting.with(place, change.apply(sitting.tasks().get(place)));
    }

    private static Sitting attempt(String choice, List<String> rows) {
        Sitting first = change(
                begun(),
                0,
                attempt -> attempt.with(Script.of(choice, List.of()))
                        .with(new Stopwatch(MINUTE, OptionalLong.empty()))
                        .with(End.COMMITTED));
        return change(
                first,
                1,
                attempt -> attempt.with(Script.of("", rows))
                        .with(new Stopwatch(2 * MINUTE, OptionalLong.empty()))
                        .with(End.TIME_UP));
    }

    @Test
    void tasksAreTakenInOrderUntilAllHaveEnded() {
        Sitting sitting = begun();
        assertThat(sitting.current()).isEqualTo(OptionalInt.of(0));
        sitting = change(sitting, 0, attempt -> attempt.with(End.COMMITTED));
        assertThat(sitting.current()).isEqualTo(OptionalInt.of(1));
        sitting = change(sitting, 1, attempt -> attempt.with(End.LEFT));
        assertThat(sitting.isDone()).isTrue();
    }

    @Test
    void theTimeOfThePaperEndsATaskThatHasTimeLeftOfItsOwn() {
        Sitting sitting = begun();
        assertThat(sitting.minutes()).isEqualTo(8);
        assertThat(sitting.left(0, 0)).isEqualTo(5 * MINUTE);
        sitting = change(sitting, 0, attempt -> attempt.with(new Stopwatch(4 * MINUTE, OptionalLong.empty())));
        assertThat(sitting.left(0, 0)).isEqualTo(MINUTE);
        assertThat(sitting.left(1, 0)).as("eight minutes less four").isEqualTo(4 * MINUTE);
        Sitting running = change(sitting, 1, attempt -> attempt.with(Stopwatch.NEW.start(1_000)));
        assertThat(running.left(1, 1_000 + 5 * MINUTE)).isZero();
    }

    @Test
    void aStoppedClockStandsWhileThePaperAllowsIt() {
        Stopwatch running = Stopwatch.NEW.start(0);
        assertThat(running.restored(true, 3 * MINUTE).used(9 * MINUTE))
                .as("it stood since it was saved")
                .isEqualTo(3 * MINUTE);
        assertThat(running.restored(false, 3 * MINUTE).used(9 * MINUTE))
                .as("without pauses it ran on")
                .isEqualTo(9 * MINUTE);
    }

    @Test
    void aResultAddsUpBySkillKindAndTheme() {
        Result result = MarkedSitting.of(attempt("Rd8#", List.of("Ra8+ survives", "Kh1 Qe1#")))
                .result();
        assertThat(result.points()).isEqualTo(Points.of(8));
        assertThat(result.outOf()).isEqualTo(Points.of(8));
        assertThat(result.share()).isEqualTo(1);
        assertThat(result.millis()).isEqualTo(3 * MINUTE);
        assertThat(result.bySkill())
                .containsEntry(Skill.CHOOSING, new Sum(Points.of(3), Points.of(3)))
                .containsEntry(Skill.REFUTING, new Sum(Points.of(5), Points.of(5)));
        assertThat(result.byKind()).containsOnlyKeys(TaskKind.CALCULATE, TaskKind.ELIMINATE);
        assertThat(result.byTheme().values())
                .as("a task with two themes counts for each")
                .containsOnly(new Sum(Points.of(3), Points.of(3)))
                .hasSize(2);
    }

    @Test
    void tasksThatAreStillOpenCountForNothing() {
        Sitting half = change(attempt("Rd8#", List.of()), 1, attempt -> attempt.with(End.OPEN));
        Result result = MarkedSitting.of(half).result();
        assertThat(result.outOf()).isEqualTo(Points.of(3));
        assertThat(result.byKind()).containsOnlyKeys(TaskKind.CALCULATE);
    }

    @Test
    void pointsByHandNeverGoBeyondWhatCouldBeEarned() {
        Sitting generous = change(
                attempt("", List.of("Kh1 Qe1#")),
                1,
                attempt -> attempt.withAwards(
                        List.of(new Award(0, Points.of(2), "told me"), new Award(1, Points.of(9), "and much more"))));
        Result result = MarkedSitting.of(generous).result();
        assertThat(result.computed()).isEqualTo(new Sum(Points.of(2), Points.of(8)));
        assertThat(result.awarded()).isEqualTo(Points.of(3));
        assertThat(result.points()).isEqualTo(Points.of(5));
        assertThat(result.bySkill().get(Skill.REFUTING))
                .as("what the coach gives is told apart from what was computed")
                .isEqualTo(new Sum(Points.of(2), Points.of(5)));
    }

    @Test
    void whatToWorkAtIsSaidWhereThereIsEnoughToTell() {
        assertThat(MarkedSitting.of(attempt("", List.of("Ra8+ Qf8", "Kh1 survives")))
                        .result()
                        .advice())
                .isEqualTo("Lets losing moves stand: ask what is played against each candidate.");
        assertThat(MarkedSitting.of(attempt("Rd8#", List.of("Ra8+ survives")))
                        .result()
                        .advice())
                .isEmpty();
        Result finds = result(Skill.FINDING, 8, 10);
        assertThat(finds.advice()).isEqualTo("Finds the ideas and the defences.");
        assertThat(result(Skill.FINDING, 5, 10).advice()).startsWith("Finds some");
        assertThat(result(Skill.CONSIDERING, 1, 10).advice()).startsWith("Misses most");
        assertThat(Result.together(List.of(finds, result(Skill.REACHING, 1, 4))).advice())
                .endsWith("Stops short of the end: set tasks with long tails.");
        assertThat(Result.together(List.of(finds, result(Skill.JUDGING, 0, 4))).advice())
                .endsWith("Misjudges the ends: ask for a verdict on every line.");
        assertThat(result(Skill.FINDING, 1, 2).advice())
                .as("too little to tell")
                .isEmpty();
    }

    private static Result result(Skill skill, int points, int outOf) {
        Sum sum = new Sum(Points.of(points), Points.of(outOf));
        return new Result(sum, Points.ZERO, 0, Map.of(skill, sum), Map.of(), Map.of());
    }

    @Test
    void aSealedPaperHasNoAnswers() {
        Paper sealed = Homework.seal(paper());
        assertThat(sealed.name()).isEqualTo("Back rank");
        assertThat(sealed.minutes()).isEqualTo(8);
        for (int i = 0; i < sealed.tasks().size(); i++) {
            Task open = paper().tasks().get(i);
            Task shut = sealed.tasks().get(i);
            assertThat(shut.start()).isEqualTo(open.start());
            assertThat(shut.kind()).isEqualTo(open.kind());
            assertThat(shut.minutes()).isEqualTo(open.minutes());
            assertThat(shut.instruction()).isEqualTo(open.instruction());
            assertThat(shut.solution().size()).isZero();
            assertThat(shut.scheme().items()).isEmpty();
            assertThat(shut.themes()).as("a theme gives the answer away").isEmpty();
        }
        assertThat(TaskPgn.write(sealed)).doesNotContain("Rd8").doesNotContain("mark ");
        assertThat(Homework.isSealed(Sitting.of(sealed, STUDENT, NOON).tasks())).isTrue();
        assertThat(Homework.isSealed(begun().tasks())).isFalse();
        assertThat(Homework.isSealed(List.of())).isFalse();
    }

    @Test
    void whatIsHandedInIsMarkedAsIfItHadBeenSatHere() {
        Sitting here = attempt("Rd8#", List.of("Ra8+ | survives", "", "Kh1 Qe1#"));
        ScriptText.Contents file = ScriptText.read(Homework.handIn(here));
        assertThat(file.faults()).isEmpty();
        assertThat(file.student()).isEqualTo("Marrow, Edith");
        assertThat(file.paper()).isEqualTo(Homework.identity(paper().tasks()));
        assertThat(file.sat()).contains(here.begun());
        Sitting taken = Homework.takeIn(paper(), STUDENT, file, NOON);
        assertThat(taken.isDone()).isTrue();
        assertThat(MarkedSitting.of(taken).result())
                .isEqualTo(MarkedSitting.of(here).result());
    }

    /** A paper is told from others by what its solver sees of it; what goes out and comes back is the same. */
    @Test
    void aPaperIsKnownByWhatItsSolverSees() throws IOException {
        String identity = Homework.identity(paper().tasks());
        Paper elsewhere = TaskPgn.read(new ByteArrayInputStream(
                        TaskPgn.write(Homework.seal(paper())).getBytes(StandardCharsets.UTF_8)))
                .paper();
        assertThat(Homework.identity(elsewhere.tasks())).isEqualTo(identity);
        assertThat(Homework.identity(paper().withName("Another name").tasks())).isEqualTo(identity);
        Task first = paper().tasks().getFirst();
        assertThat(Homework.identity(List.of(first))).isNotEqualTo(identity);
        Paper other = paper().withTasks(List.of(
                first.withInstruction("Something else"), paper().tasks().get(1)));
        assertThat(Homework.identity(other.tasks())).isNotEqualTo(identity);
        assertThat(ScriptText.read("sat: yesterday\n").faults())
                .singleElement()
                .satisfies(fault -> assertThat(fault.kind()).isEqualTo("sat"));
    }

    @Test
    void scriptsThatDoNotComeBackAreEmpty() {
        Sitting taken = Homework.takeIn(paper(), STUDENT, ScriptText.read("task: 2\nKh1 Qe1#\nused: x"), NOON);
        assertThat(taken.tasks().getFirst().script()).isEqualTo(Script.EMPTY);
        assertThat(taken.tasks().getFirst().clock().used()).isZero();
        assertThat(MarkedSitting.of(taken).result().points()).isEqualTo(Points.of(2));
    }
}
