package org.zeroply.desktop.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Sitting.End;
import org.zeroply.coaching.Student;
import org.zeroply.desktop.Stand;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.ReadyBooks;
import org.zeroply.store.Workbook;
import org.zeroply.task.Opinion;
import org.zeroply.task.Paper;
import org.zeroply.task.Script;
import org.zeroply.task.TaskPgn;
import org.zeroply.work.Ticker;

/** A sitting without a window: the clock, the rows, the end of tasks. Time stands still until a test moves it. */
@SuppressWarnings("NullAway.Init")
class SittingModelTest {
    private static final String TASK = """
            [Event "Two"]
            [SetUp "1"]
            [FEN "8/1k6/1P6/2p5/P7/8/4K3/8 w - - 2 51"]
            [TaskMinutes "3"]

            51. a5 c4 52. Kd2 *

            """;

    /** A clock that tests move. */
    private static final class Hands extends Clock {
        private Instant now = Instant.parse("2026-11-25T12:00:00Z");

        @Override
        public ZoneId getZone() {
            return ZoneOffset.UTC;
        }

        @Override
        public Clock withZone(ZoneId zone) {
            return this;
        }

        @Override
        public Instant instant() {
            return now;
        }

        void pass(int seconds) {
            now = now.plus(Duration.ofSeconds(seconds));
        }
    }

    @TempDir
    Path folder;

    private final Hands hands = new Hands();
    private Workbook workbook;
    private Background background;
    private Paper paper;

    @BeforeEach
    void open() throws IOException {
        Stand.startToolkit();
        workbook = ReadyBooks.ready(folder.resolve("club.zeroply"), hands);
        background = new Background(Background.Threads.usual(), Ticker.SYSTEM);
        paper = TaskPgn.read(new ByteArrayInputStream(TASK.repeat(2).getBytes(StandardCharsets.UTF_8)))
                .paper();
    }

    @AfterEach
    void close() {
        background.close();
        workbook.close();
    }

    private SittingModel begin(Paper of) {
        long id = workbook.papers().add(of, "new");
        Student ida = workbook.sittings().keep(new Student(0, "Brandt, Ida", 1350));
        SittingModel model =
                new SittingModel(workbook.sittings().begin(id, of, ida, hands.instant()), workbook, background, hands);
        model.begin();
        return model;
    }

    private static Script rows(String... rows) {
        return Script.of("", List.of(rows));
    }

    @Test
    void aTaskEndsWhenItsTimeIsUpAndNothingIsWrittenAfterwards() {
        SittingModel model = begin(paper);
        model.write(rows("51.a5"));
        hands.pass(179);
        assertThat(model.tick()).isFalse();
        assertThat(model.left()).isEqualTo(1_000);
        hands.pass(2);
        assertThat(model.tick()).isTrue();
        assertThat(model.number()).isEqualTo(2);
        model.begin();
        model.commit();
        model.write(rows("too late"));
        assertThat(model.isDone()).isTrue();
        List<Sitting.Attempt> tasks = model.sittingProperty().get().tasks();
        assertThat(tasks).extracting(Sitting.Attempt::end).containsExactly(End.TIME_UP, End.COMMITTED);
        assertThat(tasks.getFirst().script().rows()).containsExactly("51.a5");
        assertThat(tasks.getLast().script().isEmpty()).isTrue();
        assertThat(tasks.getFirst().clock().isRunning()).isFalse();
    }

    @Test
    void theTimeOfThePaperEndsATaskThatHasTimeLeft() {
        SittingModel model = begin(new Paper("Four minutes", 4, false, false, true, paper.tasks()));
        hands.pass(170);
        model.commit();
        model.begin();
        assertThat(model.left()).as("of 240 seconds 170 are used").isEqualTo(70_000);
        hands.pass(71);
        assertThat(model.tick()).isTrue();
        assertThat(model.isDone()).isTrue();
    }

    @Test
    void theClockStopsOnlyIfThePaperAllowsIt() {
        SittingModel strict = begin(paper);
        strict.pause();
        assertThat(strict.isRunning()).isTrue();
        SittingModel lenient = begin(new Paper("Pauses", 0, true, false, true, paper.tasks()));
        hands.pass(10);
        lenient.pause();
        hands.pass(1_000);
        assertThat(lenient.left()).isEqualTo(170_000);
        lenient.begin();
        hands.pass(10);
        assertThat(lenient.left()).isEqualTo(160_000);
    }

    @Test
    void whatWasWrittenAndTheClockComeBackAfterACrash() {
        SittingModel model = begin(paper);
        model.write(rows("51.a5 c4"));
        hands.pass(60);
        long id = model.sittingProperty().get().id();
        // Behind everything that is being written.
        background.close();
        SittingModel again = new SittingModel(
                workbook.sittings().read(id),
                workbook,
                new Background(Background.Threads.usual(), Ticker.SYSTEM),
                hands);
        assertThat(again.current().script().rows()).containsExactly("51.a5 c4");
        assertThat(again.left()).as("the clock ran on").isEqualTo(120_000);
    }

    @Test
    void leavingEndsAllTasksThatAreLeft() {
        SittingModel model = begin(paper);
        model.leave();
        assertThat(model.sittingProperty().get().tasks())
                .extracting(Sitting.Attempt::end)
                .containsExactly(End.LEFT, End.LEFT);
    }

    @Test
    void aBranchNamesTheRowAndTheMoveThatItReplaces() {
        SittingModel model = begin(paper);
        String row = "51.a5 c4 52.Kd2 Ka6";
        model.write(rows(row));
        assertThat(model.branch(0, row.length())).isEqualTo("@1 52...");
        assertThat(model.branch(0, row.indexOf("Kd2") + 1)).isEqualTo("@1 52.");
        assertThat(model.branch(0, row.indexOf("c4") + 1)).isEqualTo("@1 51...");
        assertThat(model.branch(0, 0)).isEqualTo("@1 51.");
        assertThat(model.branch(5, 0)).isEmpty();
    }

    @Test
    void rowsThatOthersNameByTheirNumbersStay() {
        SittingModel model = begin(paper);
        model.write(rows("51.a5", "", "@1 51...Ka6"));
        assertThat(model.removeRow(1)).isFalse();
        model.write(rows("51.a5", "", "51.Kd3"));
        assertThat(model.removeRow(1)).isTrue();
        assertThat(model.current().script().rows()).containsExactly("51.a5", "51.Kd3");
        model.setRow(3, "51.Kd2");
        assertThat(model.current().script().rows()).containsExactly("51.a5", "51.Kd3", "", "51.Kd2");
    }

    @Test
    void aVerdictReplacesTheOneBefore() {
        assertThat(SittingModel.withOpinion("51.a5 c4", Optional.of(Opinion.WHITE_WINNING)))
                .isEqualTo("51.a5 c4 | White is winning");
        assertThat(SittingModel.withOpinion("51.a5 c4 | level", Optional.of(Opinion.UNCLEAR)))
                .isEqualTo("51.a5 c4 | unclear");
        assertThat(SittingModel.withOpinion("51.a5 c4 | level", Optional.empty()))
                .isEqualTo("51.a5 c4");
    }

    @Test
    void onlyALenientSittingTellsWhatIsNotLegal() {
        SittingModel lenient = begin(paper);
        lenient.write(rows("51.a5", "51.Kd9"));
        assertThat(lenient.faults()).first().asString().isEmpty();
        assertThat(lenient.faults().getLast()).isNotBlank();
        SittingModel strict = begin(new Paper("Strict", 0, false, true, true, paper.tasks()));
        strict.write(rows("51.Kd9"));
        assertThat(strict.faults()).isEmpty();
    }

    @Test
    void theFirstMoveOfARowBecomesTheChoice() {
        SittingModel model = begin(paper);
        model.write(rows("51.Kd3 Kxb6", "51.a5"));
        model.chooseFirstOf(1);
        assertThat(model.current().script().choice()).isEqualTo("51.a5");
    }
}
