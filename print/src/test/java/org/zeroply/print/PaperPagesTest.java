package org.zeroply.print;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.zeroply.coaching.Homework;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Student;
import org.zeroply.task.Paper;
import org.zeroply.task.ScriptText;
import org.zeroply.task.TaskPgn;

/** Papers as they are printed. */
class PaperPagesTest {
    private static final String TASK = """
            [Event "Endings"]
            [SetUp "1"]
            [FEN "8/1k6/1P6/2p5/P7/8/4K3/8 w - - 2 51"]
            [TaskInstruction "White wins."]

            {[%mark 1|0|choose|5|the pawn behind||a4a5]} 51. a5 {guards its neighbour} c4
            {[%mark 2|0|consider|1|the runner||]} 52. Kd2 $18 {[%mark 3|0|judge|2|the end||white-winning]} *

            """;

    private static Paper paper() throws IOException {
        return TaskPgn.read(new ByteArrayInputStream(TASK.repeat(3).getBytes(StandardCharsets.UTF_8)))
                .paper();
    }

    @Test
    void thePaperHoldsNoAnswersAndThreeTasksFillAPage() throws IOException {
        PaperPages.Sheet sheet = new PaperPages.Sheet.Tasks(paper(), 3);
        assertThat(PaperPages.html(sheet))
                .contains("White wins.", "White to move.", "out of 8")
                .doesNotContain("a5 ", "guards its neighbour", "the pawn behind");
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        assertThat(PaperPages.pdf(sheet, out)).isEqualTo(1);
        assertThat(out.toString(StandardCharsets.ISO_8859_1)).startsWith("%PDF");
        assertThat(PaperPages.pdf(new PaperPages.Sheet.Tasks(paper(), 2), new ByteArrayOutputStream()))
                .isEqualTo(2);
        assertThatThrownBy(() -> new PaperPages.Sheet.Tasks(paper(), 7)).hasMessageContaining("2 to 6 diagrams");
    }

    @Test
    void theMarkingSheetHasTreeAndBoxes() throws IOException {
        assertThat(PaperPages.html(new PaperPages.Sheet.Marking(paper())))
                .contains("51.a5", "guards its neighbour", "choosing", "considering", "White is winning");
    }

    @Test
    void aMarkedScriptHasPointsAndWhatIsMissing() throws IOException {
        Sitting sitting = Homework.takeIn(
                paper(),
                new Student(0, "Brandt, Ida", 1350),
                ScriptText.read("choice: a5\n51.a5 c4 52.Kd2 | level\nused: 120\n"),
                Instant.EPOCH);
        assertThat(PaperPages.html(new PaperPages.Sheet.Marked(sitting)))
                .contains("Brandt, Ida", "6 out of 8", "6 out of 24", "51.a5 c4 52.Kd2", "Not in the script")
                .contains("the verdict was \"level\"");
    }
}
