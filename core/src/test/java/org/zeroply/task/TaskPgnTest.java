package org.zeroply.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.zeroply.rules.Move;

/** Papers as files. */
class TaskPgnTest {
    private static Paper sample() {
        Task ending = Ending.task();
        Task full = ending.withName("Giving the move away")
                .withLevel(new Task.Level(1600, 2000))
                .withThemes(List.of("zugzwang", "kings | pawns"))
                .withSource("made up")
                .withMinutes(12)
                .withScheme(ending.scheme()
                        .withPenalty(Points.parse("0.5").orElseThrow())
                        .withDeclared(Points.of(33))
                        .withAccepted(List.of(new Scheme.Accepted(1, move("h5h6"), "a note with ] and | and }"))))
                .withSettled(List.of(new Task.Settled("second_solution > e5e4", "fine [so]")));
        Task asked = Task.of(TaskKind.ASSESS, ending.solution(), new Task.LastMove(move("e7f8"), "Kf8"))
                .withQuestions(List.of(new AssessQuestion("Material \"now\"?", List.of("0", "level|even"))));
        Task played =
                Task.of(TaskKind.PLAY_ON, ending.solution(), null).withGoal(new Task.PlayGoal(Want.Goal.DRAW, 20));
        return new Paper(
                "Endings, first paper",
                40,
                true,
                true,
                false,
                List.of(full, asked.withScheme(DraftScheme.of(asked)), played.withScheme(DraftScheme.of(played))));
    }

    private static Move move(String coordinates) {
        return Objects.requireNonNull(Move.parse(coordinates));
    }

    @Test
    void aPaperComesBackAsItWas() {
        Paper paper = sample();
        String written = TaskPgn.write(paper);
        Paper back = Papers.read(written);
        assertThat(back.withTasks(List.of())).isEqualTo(paper.withTasks(List.of()));
        assertThat(TaskPgn.write(back)).isEqualTo(written);
        for (int i = 0; i < paper.tasks().size(); i++) {
            Task was = paper.tasks().get(i);
            Task now = back.tasks().get(i);
            assertThat(now.solution().sameAs(was.solution())).isTrue();
            assertThat(now.withSolution(was.solution()).withScheme(was.scheme()))
                    .isEqualTo(was);
            assertThat(AttainablePoints.of(now).points())
                    .isEqualTo(AttainablePoints.of(was).points());
        }
        assertThat(SchemeFault.of(back.tasks().getFirst()))
                .as("only the accepted move is wrong")
                .hasSize(1);
    }

    @Test
    void marksAreTheSameAfterwards() {
        Task back = Papers.read(TaskPgn.write(Paper.of("x", List.of(Ending.task()))))
                .tasks()
                .getFirst();
        Script script = Script.of("Ke4", List.of("52.Ke4 Kf7 53.Kf5 Ke8 54.Kg6 | +-", "52...Kg8 53.Kf4"));
        assertThat(Papers.earned(Marker.mark(back, script, List.of())))
                .isEqualTo(Papers.earned(Marker.mark(Ending.task(), script, List.of())));
    }

    @Test
    void aBrokenSchemeIsToldAndTheGameKept() {
        TaskPgn.Contents contents = Papers.contents("""
                [Event "Broken"]
                [SetUp "1"]
                [FEN "5k2/8/5P1p/4K2P/8/8/8/8 w - - 0 52"]
                [TaskKind "juggle"]
                [TaskMinutes "soon"]
                [TaskLast "e7"]

                {[%mark 1|0|choose|5|the key||e5e4] [%group 2|0|most|1||]}
                52. Ke4 {[%mark 3|2|find|3|Ke4||] [%mark 3|0|find|3|||] Well.}
                Kf7 {[%mark 4|0|consider|many|||]} 53. Kf5 {[%mark 5|0|judge|1|||great]} *
                """);
        assertThat(contents.faults())
                .extracting(fault -> fault.game() + " " + fault.place() + ": " + fault.reason())
                .containsExactly(
                        "1 the start: \"2|0|most|1||\" cannot be read as part of a mark scheme; it stays in the comment",
                        "1 52.Ke4: \"3|0|find|3|||\" has the number of another item; it counts under one of its own",
                        "1 52...Kf7: \"4|0|consider|many|||\" cannot be read as part of a mark scheme; it stays in the"
                                + " comment",
                        "1 53.Kf5: \"5|0|judge|1|||great\" cannot be read as part of a mark scheme; it stays in the"
                                + " comment",
                        "1 TaskKind: \"juggle\" makes no sense here; the usual value is taken",
                        "1 TaskMinutes: \"soon\" makes no sense here; the usual value is taken",
                        "1 52.Ke4: its group 2 is missing; the item stands alone",
                        "1 TaskLast: \"e7\" makes no sense here; the usual value is taken");
        Task task = contents.paper().tasks().getFirst();
        assertThat(task.solution().mainLine()).hasSize(3);
        assertThat(task.solution().node(task.solution().mainLine().getFirst()).after())
                .isEqualTo("Well.");
        assertThat(task.scheme().items()).hasSize(3);
        assertThat(task.minutes()).isEqualTo(20);
        assertThat(TaskPgn.write(contents.paper())).contains("[%mark 5|0|judge|1|||great]");
    }

    /** Parts before their groups, groups without parts, in each other, in themselves, in none: what was read is what is written. */
    @Test
    void whateverGroupsAFileHasItComesOutTheSame() {
        Random random = new Random(20261130);
        int whole = 0;
        for (int round = 0; round < 400; round++) {
            List<String> commands = new ArrayList<>();
            int count = 1 + random.nextInt(8);
            for (int i = 0; i < count; i++) {
                int own = 1 + random.nextInt(count + 1);
                int group = random.nextInt(count + 2);
                commands.add(
                        random.nextBoolean()
                                ? "[%mark " + own + "|" + group + "|choose|" + i + "|item " + i + "|why|e5e4]"
                                : "[%group " + own + "|" + group + "|"
                                        + List.of("all", "any", "sum", "best").get(random.nextInt(4)) + "|" + i
                                        + "|group " + i + "|why]");
            }
            TaskPgn.Contents contents = Papers.contents("""
                    [Event "Groups"]
                    [SetUp "1"]
                    [FEN "5k2/8/5P1p/4K2P/8/8/8/8 w - - 0 52"]
                    [TaskKind "calculate"]

                    {%s} 52. Ke4 Kf7 53. Kf5 *
                    """.formatted(String.join(" ", commands)));
            Scheme read = contents.paper().tasks().getFirst().scheme();
            String written = TaskPgn.write(contents.paper());
            TaskPgn.Contents again = Papers.contents(written);
            assertThat(again.paper().tasks().getFirst().scheme())
                    .as("%s", commands)
                    .isEqualTo(read);
            assertThat(TaskPgn.write(again.paper())).isEqualTo(written);
            whole += contents.faults().isEmpty() ? 1 : 0;
            // Whatever the scheme is, a script is marked.
            Marker.mark(contents.paper().tasks().getFirst(), Script.of("Ke4", List.of("52.Ke4 | +-")), List.of());
        }
        assertThat(whole).as("some files have nothing wrong").isBetween(20, 380);
    }

    @Test
    void aGroupMayStandBehindItsParts() {
        TaskPgn.Contents contents = Papers.contents("""
                [Event "Behind"]
                [SetUp "1"]
                [FEN "5k2/8/5P1p/4K2P/8/8/8/8 w - - 0 52"]
                [TaskKind "calculate"]

                {[%mark 1|2|choose|5|the key||e5e4] [%group 2|0|all|5|both|]} 52. Ke4 {[%mark 3|2|find|3|Ke4||]} *
                """);
        assertThat(contents.faults()).isEmpty();
        assertThat(contents.paper().tasks().getFirst().scheme().items())
                .singleElement()
                .isInstanceOfSatisfying(
                        Item.Group.class, group -> assertThat(group.parts()).hasSize(2));
    }

    @Test
    void anOrdinaryGameIsATaskWithoutAScheme() {
        Task task = Papers.read("[White \"Brandt, Ida\"]\n\n1. d4 d5 {solid} 2. c4 *\n")
                .tasks()
                .getFirst();
        assertThat(task.kind()).isEqualTo(TaskKind.CALCULATE);
        assertThat(task.scheme()).isEqualTo(Scheme.EMPTY);
        assertThat(AttainablePoints.of(task).points()).isEqualTo(Points.ZERO);
    }
}
