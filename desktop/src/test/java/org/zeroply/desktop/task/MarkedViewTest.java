package org.zeroply.desktop.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.coaching.Award;
import org.zeroply.coaching.GroupResult;
import org.zeroply.coaching.Homework;
import org.zeroply.coaching.MarkedSitting;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Student;
import org.zeroply.desktop.Stand;
import org.zeroply.rules.Position;
import org.zeroply.task.MarkedPage;
import org.zeroply.task.Paper;
import org.zeroply.task.ScriptText;
import org.zeroply.task.TaskPgn;

/** A marked script on the screen says what the page says, of groups of every kind too. */
@SuppressWarnings("NullAway.Init")
class MarkedViewTest {
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

    private MarkedPage page;
    private MarkedView view;

    @BeforeEach
    void mark() throws IOException {
        Stand.startToolkit();
        Paper groups = TaskPgn.read(new ByteArrayInputStream(GROUPS.getBytes(StandardCharsets.UTF_8)))
                .paper();
        Sitting sitting = Homework.takeIn(
                groups,
                new Student(0, "Brandt, Ida", 1350),
                ScriptText.read("choice: Ke4\n52.Ke4 Kf7 53.Kf5\n53...Kf8 54.Kg6 Kg8 55.Kf5\n52...Ke8 53.Kf4 Kd7\n"),
                Instant.EPOCH);
        Sitting.Attempt attempt = sitting.tasks().getFirst();
        page = MarkedPage.of(attempt.task(), attempt.script(), attempt.marked());
        view = Stand.onStage(() -> {
            MarkedView made = new MarkedView(MarkedSitting.of(sitting), GroupResult.of(List.of()), new Nothing());
            new Scene(made, 1280, 800);
            return made;
        });
    }

    /** Nobody does anything here. */
    private static final class Nothing implements MarkedView.Actions {
        @Override
        public void award(int place, int row) {}

        @Override
        public void removeAward(int place, Award award) {}

        @Override
        public void print() {}

        @Override
        public void close() {}

        @Override
        public void opinion(Position end, Consumer<String> told) {}
    }

    private static List<String> texts(Node node) {
        List<String> texts = new ArrayList<>();
        collect(node, texts);
        return texts;
    }

    private static void collect(Node node, List<String> texts) {
        if (node instanceof Label label && !label.getText().isEmpty()) {
            texts.add(label.getText().strip());
        }
        if (node instanceof ScrollPane scroll) {
            collect(scroll.getContent(), texts);
        } else if (node instanceof Parent parent) {
            parent.getChildrenUnmodifiable().forEach(child -> collect(child, texts));
        }
    }

    @Test
    void whatIsEarnedAndWhatIsMissingStandsOnTheScreen() {
        List<String> texts = Stand.onStage(() -> texts(view));
        assertThat(page.missed()).extracting(MarkedPage.Missed::label).contains("Ke4 Kf7 Kf5 Ke8", "ALL");
        for (MarkedPage.Missed missed : page.missed()) {
            assertThat(texts).contains(missed.label() + ": " + missed.reason());
        }
        for (MarkedPage.Row row : page.rows()) {
            int at = texts.indexOf(row.inFull());
            assertThat(at).as(row.inFull()).isPositive();
            assertThat(texts.get(at - 1))
                    .isEqualTo(row.points().isZero() ? "0" : row.points().toString());
            row.earned()
                    .forEach(each ->
                            assertThat(texts.get(at + 1) + texts.get(at + 2)).contains(each.reason()));
        }
        assertThat(texts).contains(page.points().toString());
    }
}
