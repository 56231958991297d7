package org.zeroply.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Language;
import org.zeroply.task.MarkedScript.MarkedItem;

/** The rules by which new papers are marked, and that papers written before keep the old ones. */
class NewRulesTest {
    /** A fork; the first defence has a quiet point behind it, the second ends the solution. */
    private static final String PAPER = """
            [Event "Evening"]
            [Round "1"]
            [Result "*"]
            [SetUp "1"]
            [FEN "q3k3/5ppp/8/3N4/8/8/5PPP/6K1 w - - 0 30"]
            [TaskKind "calculate"]
            [TaskRules "2"]
            [TaskPenalty "1"]

            {[%mark 1|0|choose|2|the fork||d5c7]} 30. Nc7+ Kd7 {[%mark 2|0|consider|3|Kd7||]}
            (30... Ke7 {[%mark 3|0|consider|1|Ke7||]} 31. Nxa8 $18 {[%mark 4|0|judge|1|won||white-winning]})
            (30... Kd8 {[%mark 7|0|consider|1|Kd8||verdict]} 31. Nxa8)
            31. Nxa8 Kc6 $10 {[%mark 5|0|consider|5|Kc6||] [%mark 6|0|judge|4|end||level]} *
            """;

    private static Task task(String paper) {
        try {
            TaskPgn.Contents read = TaskPgn.read(new ByteArrayInputStream(paper.getBytes(StandardCharsets.UTF_8)));
            assertThat(read.faults()).isEmpty();
            return read.paper().tasks().getFirst();
        } catch (IOException impossible) {
            throw new AssertionError(impossible);
        }
    }

    static final Task TASK = task(PAPER);
    private static final Task OLD = task(PAPER.replace("[TaskRules \"2\"]\n", ""));

    private static MarkedScript mark(Task task, String choice, String rows) {
        return Marker.mark(task, Script.of(choice, List.of(rows.split(";"))), List.of());
    }

    private static MarkedItem item(MarkedScript marked, String label) {
        return marked.items().stream()
                .filter(each -> each.item().label().equals(label))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aPaperSaysByWhichRulesItIsMarked() throws IOException {
        assertThat(TASK.scheme().rules()).isEqualTo(Scheme.RULES);
        assertThat(OLD.scheme().rules()).isEqualTo(Scheme.OLD_RULES);
        assertThat(Task.of(TaskKind.CALCULATE, TASK.solution(), null).scheme().rules())
                .isEqualTo(Scheme.RULES);
        Task other = TASK.withScheme(TASK.scheme().withRules(Scheme.RULES, 7));
        String text = TaskPgn.write(Paper.of("Evening", List.of(other)));
        assertThat(text)
                .contains("[TaskRules \"2\"]")
                .contains("[TaskReplies \"7\"]")
                .contains("|Kd8||verdict]");
        assertThat(task(text).scheme()).isEqualTo(other.scheme());
        TaskPgn.Contents unknown = TaskPgn.read(new ByteArrayInputStream(
                PAPER.replace("Rules \"2\"", "Rules \"9\"").getBytes(StandardCharsets.UTF_8)));
        assertThat(unknown.faults()).hasSize(1);
    }

    /** A defence, the rows, and whether it was considered by new rules and by old ones. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Kd7 | 30.Nc7+ Kd7 31.Nxa8 | true | true",
                "Kd7 | 30.Nc7+ Kd7 31.Nb5 | false | true",
                "Kd7 | 30.Nc7+ Kd7 : level | false | true",
                "Kd7 | 30.Nc7+ Kd7 | false | false",
                "Kc6 | 30.Nc7+ Kd7 31.Nxa8 Kc6 : level | true | true",
                "Kc6 | 30.Nc7+ Kd7 31.Nxa8 Kc6 : White is winning | false | true",
                "Kc6 | 30.Nc7+ Kd7 31.Nxa8 Kc6 32.g4 | false | true",
                "Kd8 | 30.Nc7+ Kd8 : unclear | true | true",
                "Kd8 | 30.Nc7+ Kd8 31.Nxa8 | true | true",
            })
    void consideringNeedsAReplyOrARightVerdict(String label, String row, boolean now, boolean before) {
        String rows = row.replace(" : ", " | ");
        assertThat(item(mark(TASK, "Nc7+", rows), label).isMet()).isEqualTo(now);
        assertThat(item(mark(OLD, "Nc7+", rows), label).isMet()).isEqualTo(before);
    }

    @Test
    void itSaysWhyADefenceWasNotConsidered() {
        assertThat(item(mark(TASK, "Nc7+", "30.Nc7+ Kd7 31.Nb5"), "Kd7").reason())
                .isEqualTo("the script answers 30...Kd7 (line 1) with a move that the solution does not have");
        assertThat(item(mark(TASK, "Nc7+", "30.Nc7+ Kd7"), "Kd7").reason()).contains("but no reply to it");
        assertThat(item(mark(TASK, "Nc7+", "30.Nc7+ Kd7 31.Nxa8 Kc6 | unclear"), "Kc6")
                        .reason())
                .contains("does not close it with a verdict of the solution");
    }

    @Test
    void onlySoManyRepliesCount() {
        // Three replies are in the tree, so that five count: three and two more; a scheme may let more count.
        String rows = "30.Nc7+ Kf8 31.Nxa8;30...Ke7 31.Nb5;30...Kd7 31.Nb5;30...Kd8 31.Nb5";
        Task few = TASK.withScheme(TASK.scheme().withRules(Scheme.RULES, 1));
        assertThat(mark(few, "Nc7+", rows).lines())
                .allSatisfy(line -> assertThat(line.uncounted()).isEmpty());
        String wide = "1.e4 e5 2.Nf3;1...c5;1...e6;1...d6;1...c6;1...Nf6;1...g6";
        Task start = task("[Event \"x\"]\n[TaskKind \"calculate\"]\n[TaskRules \"2\"]\n\n1. e4 e5 2. Nf3 *\n");
        List<MarkedScript.MarkedLine> lines = mark(start, "e4", wide).lines();
        assertThat(lines.subList(0, 5))
                .allSatisfy(line -> assertThat(line.uncounted()).isEmpty());
        assertThat(lines.subList(5, 7)).allSatisfy(line -> {
            assertThat(line.counted()).isEqualTo(1);
            assertThat(line.uncounted()).contains("one reply too many here: the first 5 count");
        });
        Task old = start.withScheme(start.scheme().withRules(Scheme.OLD_RULES, 5));
        assertThat(mark(old, "e4", wide).lines())
                .allSatisfy(line -> assertThat(line.uncounted()).isEmpty());
    }

    @Test
    void aRowThatWasStruckOutCountsNothingAndKeepsItsNumber() {
        MarkedScript marked = mark(
                TASK, "Nc7+", "~30.Nc7+ Kd7 31.Nxa8 Kc6 | White is winning;30...Ke7 31.Nxa8 | w++;@1 31...Kc6 | level");
        assertThat(marked.lines()).hasSize(3);
        assertThat(marked.lines().getFirst().counted()).isZero();
        assertThat(marked.lines().getFirst().uncounted()).isEqualTo("struck out");
        // The third goes on from the first as if that were written in full.
        assertThat(item(marked, "Kc6").isMet()).isTrue();
        assertThat(item(marked, "end").row()).isEqualTo(3);
        assertThat(item(marked, "Kd7").row()).isEqualTo(3);
        assertThat(mark(TASK, "Nc7+", "~30.Nc7+ Kd7 31.Nxa8").points()).isEqualTo(Points.of(2));
        assertThat(Script.of("", List.of("~30.Nc7+")).isEmpty()).isFalse();
    }

    @Test
    void theLastVerdictCounts() {
        String corrected = "30.Nc7+ Kd7 31.Nxa8 Kc6 | White is winning;30.Nc7+ Kd7 31.Nxa8 Kc6 | level";
        assertThat(item(mark(TASK, "Nc7+", corrected), "end").row()).isEqualTo(2);
        assertThat(item(mark(OLD, "Nc7+", corrected), "end").reason())
                .isEqualTo("lines 1, 2 end here with different verdicts");
        String spoiled = "30.Nc7+ Kd7 31.Nxa8 Kc6 | level;30.Nc7+ Kd7 31.Nxa8 Kc6 | White is winning";
        assertThat(item(mark(TASK, "Nc7+", spoiled), "end").reason()).startsWith("line 2 counts");
        // Of rows that only go through, the first.
        String through = "30.Nc7+ Ke7 31.Nxa8 | w++;30.Nc7+ Ke7 31.Nxa8 | level";
        assertThat(item(mark(TASK, "Nc7+", through), "won").isMet()).isFalse();
    }

    @ParameterizedTest
    @CsvSource({"'', 1, 0", "Nd9, 1, 0", "Nf6+, 1, 1", "Nc7+, 0, 0"})
    void aMissingOrIllegalChoiceIsWrong(String choice, int lost, int lostBefore) {
        String rows = "30.Nc7+ Ke7 31.Nxa8 | White is winning";
        assertThat(mark(TASK, choice, rows).lost()).isEqualTo(Points.of(lost));
        assertThat(mark(OLD, choice, rows).lost()).isEqualTo(Points.of(lostBefore));
    }

    @Test
    void anItemThatIsNoMoveIsToldAndTheRestIsMarked() {
        Task broken = task(PAPER.replace("d5c7]", "d5d8]"));
        assertThat(SchemeFault.of(broken, AttainablePoints.of(broken))).isNotEmpty();
        MarkedScript marked = mark(broken, "Nc7+", "30.Nc7+ Ke7 31.Nxa8 | White is winning");
        assertThat(item(marked, "the fork").reason()).startsWith("a fault of the paper: d5d8 is no legal move");
        assertThat(item(marked, "won").isMet()).isTrue();
        assertThat(marked.outOf()).isEqualTo(AttainablePoints.of(TASK).points().less(Points.of(2)));
    }

    @Test
    void aRowSaysToWhatItIsJoined() {
        List<WrittenLine> lines = ScriptReader.read(
                        Script.of("", List.of("30.Nc7+ Kd7 31.Nxa8", "31...Kc6", "30...Ke7")), TASK.start())
                .lines();
        assertThat(lines.get(0).joinedTo(Language.ENGLISH)).isEmpty();
        assertThat(lines.get(1).joinedTo(Language.ENGLISH)).isEqualTo("31.Nxa8");
        assertThat(lines.get(2).joinedTo(Language.GERMAN)).isEqualTo("30.Sc7+");
        MarkedScript marked = mark(TASK, "Nc7+", "30.Nc7+ Kd7 31.Nxa8;31...Kc6 | level");
        MarkedPage page = MarkedPage.of(TASK, Script.EMPTY, marked);
        assertThat(page.rows().get(1).joined()).isEqualTo("31.Nxa8");
    }

    /** The model earns everything, and the check says what writing everything down would earn. */
    @Test
    void theModelEarnsAllAndADumpLittle() {
        AttainablePoints attainable = AttainablePoints.of(TASK);
        assertThat(attainable.isExact()).isTrue();
        assertThat(Marker.mark(TASK, attainable.model(), List.of()).points()).isEqualTo(attainable.points());
        assertThat(attainable.points()).isEqualTo(Points.of(17));
        Dump dump = Dump.of(TASK);
        assertThat(dump.outOf()).isEqualTo(Points.of(15));
        // The three defences with the capture, and the verdict after one of them.
        assertThat(dump.points()).isEqualTo(Points.of(6));
        assertThat(dump.share()).isEqualTo(0.4);
        assertThat(Dump.of(TASK.withKind(TaskKind.ASSESS)).points()).isEqualTo(Points.ZERO);
    }
}
