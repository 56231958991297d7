package org.zeroply.print;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.zeroply.coaching.Homework;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Student;
import org.zeroply.task.MarkedPage;
import org.zeroply.task.Paper;
import org.zeroply.task.ScriptText;
import org.zeroply.task.Task;
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

    /** Groups of every kind: all, any, sum and best. */
    private static final String GROUPS = """
            [Event "Groups"]
            [Site "?"]
            [Date "????.??.??"]
            [Round "1"]
            [White "?"]
            [Black "?"]
            [Result "*"]
            [SetUp "1"]
            [FEN "5k2/8/5P1p/4K2P/8/8/8/8 w - - 0 52"]
            [TaskKind "calculate"]
            [TaskMinutes "20"]
            [TaskInstruction "White wins. Write down how, with every defence that has to be met."]

            {[%mark 1|0|choose|5|the key||e5e4] [%group 3|0|best|0|BEST|] [%group
            4|3|sum|0|SUM|] [%group 9|0|any|2|ANY|] [%group 13|0|all|2|ALL|]} 52. Ke4 {The
            king gives the move away.} (52. Ke6 Ke8 53. f7+ Kf8 54. Kf6 $10 {[%mark
            22|0|judge|2|Ke6 Ke8 f7+ Kf8 Kf6||level]}) 52... Kg8 {[%mark 18|0|consider|2|Ke4
            Kg8||]} (52... Ke8 {[%mark 16|0|consider|1|Ke4 Ke8||]} 53. Kf4 {[%mark
            17|0|find|3|Ke4 Ke8 Kf4||]} 53... Kd7 54. Kf5 Kd6 55. Kg6 $18 {[%mark
            21|0|judge|1|Ke4 Ke8 Kf4 Kd7 Kf5 Kd6 Kg6||white-winning]}) (52... Kf7 {[%mark
            2|0|consider|1|Ke4 Kf7||]} 53. Kf5 {[%mark 5|4|find|3|Ke4 Kf7 Kf5||]} (53. Ke5
            {[%mark 7|3|find|2|Ke4 Kf7 Ke5||] Nothing is lost, but nothing is won.}) 53...
            Ke8 {[%mark 12|0|consider|1|Ke4 Kf7 Kf5 Ke8||]} (53... Kf8 {[%mark
            8|0|consider|1|Ke4 Kf7 Kf5 Kf8||]} 54. Kg6 Kg8 55. Kxh6 $18 {[%mark
            10|9|find|0|Ke4 Kf7 Kf5 Kf8 Kg6 Kg8 Kxh6||]} (55. Kf5 $18 {[%mark
            11|9|find|0|Ke4 Kf7 Kf5 Kf8 Kg6 Kg8 Kf5||]})) 54. Kg6 $18 {[%mark
            6|4|reach|2|Ke4 Kf7 Kf5 Ke8 Kg6||3] [%mark 14|13|find|0|Ke4 Kf7 Kf5 Ke8 Kg6||]
             [%mark 15|13|judge|0|Ke4 Kf7 Kf5 Ke8 Kg6||white-winning]}) 53. Kf4 {[%mark
            19|0|find|2|Ke4 Kg8 Kf4||]} 53... Kf8 (53... Kh7 {[%mark 23|0|consider|1|Ke4 Kg8
            Kf4 Kh7||]} 54. Ke5 Kg8 55. Ke6 $18 {[%mark 24|0|judge|1|Ke4 Kg8 Kf4 Kh7 Ke5 Kg8
            Ke6||white-winning]}) 54. Ke5 Kf7 55. Kf5 $18 {[%mark 20|0|reach|3|Ke4 Kg8 Kf4
            Kf8 Ke5 Kf7 Kf5||5]} *
            """;

    private static Paper paper() throws IOException {
        return paper(TASK.repeat(3));
    }

    private static Paper paper(String text) throws IOException {
        return TaskPgn.read(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)))
                .paper();
    }

    @Test
    void thePaperHoldsNoAnswersAndThreeTasksFillAPage() throws IOException {
        PaperPages.Sheet sheet = new PaperPages.Sheet.Tasks(paper(), 3);
        assertThat(PaperPages.html(sheet))
                .contains("White wins.", "White to move.", "8 points")
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
                .contains("51.a5", "guards its neighbour", "choosing", "considering", "White is winning", "<svg")
                .containsPattern("of [1-9]");
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
                .contains("verdict was \"level\"");
    }

    @Test
    void aMarkedScriptSaysOfGroupsWhatThePageSays() throws IOException {
        Paper groups = paper(GROUPS);
        Sitting sitting = Homework.takeIn(
                groups,
                new Student(0, "Brandt, Ida", 1350),
                ScriptText.read("choice: Ke4\n52.Ke4 Kf7 53.Kf5\n53...Kf8 54.Kg6 Kg8 55.Kf5\n52...Ke8 53.Kf4 Kd7\n"),
                Instant.EPOCH);
        Task task = groups.tasks().getFirst();
        Sitting.Attempt attempt = sitting.tasks().getFirst();
        MarkedPage page = MarkedPage.of(task, attempt.script(), attempt.marked());
        assertThat(page.missed())
                .extracting(MarkedPage.Missed::label)
                .contains("Ke4 Kf7 Kf5 Ke8", "ALL")
                // What lies behind a move that is missing is not told once more.
                .doesNotContain("Ke4 Kf7 Kf5 Ke8 Kg6");
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PaperPages.pdf(new PaperPages.Sheet.Marked(sitting), out);
        String text;
        try (PDDocument document = Loader.loadPDF(out.toByteArray())) {
            text = new PDFTextStripper().getText(document).replaceAll("\\s+", " ");
        }
        assertThat(text).contains(page.points() + " out of " + page.outOf());
        for (MarkedPage.Missed missed : page.missed()) {
            assertThat(text).contains(missed.worth() + " " + missed.label() + ": " + missed.reason());
        }
        for (MarkedPage.Row row : page.rows()) {
            assertThat(text).contains(row.points() + " " + row.inFull());
        }
    }
}
