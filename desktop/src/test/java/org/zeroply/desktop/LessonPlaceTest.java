package org.zeroply.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import javafx.event.ActionEvent;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.judging.JudgingModel;
import org.zeroply.desktop.judging.QueueModel;
import org.zeroply.desktop.strip.StripLane;
import org.zeroply.desktop.strip.StripView;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.rules.Move;
import org.zeroply.rules.Side;
import org.zeroply.store.GameSummary;
import org.zeroply.store.RepertoireShelf;

/** What the coach says against a judgement, the lesson that is walked, its report, and the queue, in the real window. */
@SuppressWarnings("NullAway.Init")
class LessonPlaceTest extends AtTheWindow {
    private static final String GAME = """
            [White "Quillan, Rhea"]
            [Black "Brandt, Ida"]
            [Result "1-0"]
            [FEN "3r2k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - 0 30"]

            30. h3 h6 31. Rxd8+ Kh7 32. Rd7 1-0
            """;

    @BeforeEach
    void open() {
        stand = new Stand(folder, false, 1280, 800);
        take(GAME);
    }

    @AfterEach
    void close() {
        stand.close();
    }

    private JudgingModel judging() {
        return stand.judging();
    }

    private void judge() {
        keys(KeyCode.ALT, KeyCode.Y);
        stand.await("the pass", () -> {
            var now = judging().judgementProperty().get();
            return now != null
                    && now.moves().size() == 5
                    && !judging().runningProperty().get();
        });
        stand.settle();
    }

    private void goTo(int ply) {
        Stand.onStage(() -> {
            reading().go(reading().tree().mainLine().get(ply));
            return true;
        });
        stand.settle();
    }

    private CoachRemarks remarks(int ply) {
        return Stand.onStage(() -> CoachRemarks.of(
                reading().tree().node(reading().tree().mainLine().get(ply))));
    }

    private <T> T find(String id, Class<T> type) {
        return Stand.onStage(
                () -> type.cast(Objects.requireNonNull(stand.scene().lookup(id), id)));
    }

    private void enter(String id) {
        Stand.onStage(() -> {
            ((TextField) Objects.requireNonNull(stand.scene().lookup(id), id)).fireEvent(new ActionEvent());
            return true;
        });
        stand.settle();
    }

    @Tag("long")
    @Test
    void theCoachsWordsAreKeptWithTheMoveAndUndone() {
        judge();
        run("command.note");
        goTo(0);
        assertThat(text("#coach-calculated")).startsWith("Calculated:");
        ComboBox<?> cause = find("#coach-cause", ComboBox.class);
        Stand.onStage(() -> {
            cause.getEditor().setText("back rank forgotten");
            cause.getEditor().fireEvent(new ActionEvent());
            return true;
        });
        stand.settle();
        assertThat(remarks(0).cause()).isEqualTo("back rank forgotten");
        // What is being typed is kept when one walks on.
        Stand.onStage(() -> {
            reading().go(reading().tree().mainLine().get(1));
            cause.getEditor().setText("in a hurry");
            reading().go(reading().tree().mainLine().getFirst());
            return true;
        });
        stand.settle();
        assertThat(remarks(1).cause()).isEqualTo("in a hurry");
        assertThat(remarks(0).cause()).isEqualTo("back rank forgotten");
        // The coach's cause leads in the judgement.
        run("command.judging");
        ListView<?> rows = find("#judging-rows", ListView.class);
        stand.await(
                "the cause",
                () -> rows.lookupAll(".judging-text").stream()
                        .anyMatch(node -> node instanceof Label label
                                && label.getText().contains("Your cause: back rank forgotten")));
        keys(KeyCode.ALT, KeyCode.H);
        stand.settle();
        assertThat(remarks(0).moment()).isTrue();
        assertThat(find("#coach-moment", CheckBox.class).isSelected()).isTrue();
        // A verdict that differs is kept with a word, and leads.
        Stand.onStage(() -> {
            reading().toggleSign(18);
            return true;
        });
        stand.await(
                "the difference", () -> judging().differencesProperty().get().size() == 1);
        ComboBox<?> kept = find("#coach-kept", ComboBox.class);
        Stand.onStage(() -> {
            kept.getEditor().setText("hard to defend");
            kept.getEditor().fireEvent(new ActionEvent());
            return true;
        });
        stand.settle();
        assertThat(judging().differencesProperty().get().getFirst().kept()).isEqualTo("hard to defend");
        // Candidates of the position after the move, by typing; nonsense stays in the field.
        keys(KeyCode.ALT, KeyCode.SHIFT, KeyCode.K);
        set("#coach-candidate", "Qh4 wins at once");
        enter("#coach-candidate");
        assertThat(find("#coach-candidate", TextField.class).getText()).isEqualTo("Qh4 wins at once");
        set("#coach-candidate", "Rxd1+ mates");
        enter("#coach-candidate");
        set("#coach-candidate", "-g6 too late");
        enter("#coach-candidate");
        assertThat(remarks(0).candidates())
                .containsExactly(
                        new CoachRemarks.CandidateNote("Rxd1+", true, "mates"),
                        new CoachRemarks.CandidateNote("g6", false, "too late"));
        Stand.onStage(() -> {
            reading().undo();
            return true;
        });
        stand.await(
                "the undo",
                () -> CoachRemarks.of(reading()
                                        .tree()
                                        .node(reading().tree().mainLine().getFirst()))
                                .candidates()
                                .size()
                        == 1);
    }

    @Tag("long")
    @Test
    void aDriftIsMarkedWithItsRootAndShownOnTheStrip() {
        judge();
        goTo(4);
        keys(KeyCode.ALT, KeyCode.B);
        set("#drift-words", "no eye for the back rank");
        fire("#drift-mark");
        stand.await("the drift", () -> judging().markedDrifts().size() == 1);
        assertThat(remarks(4).drift().orElseThrow().text()).isEqualTo("no eye for the back rank");
        assertThat(Stand.onStage(() -> Objects.requireNonNull(
                                judging().verdictsProperty().get())
                        .drifts()))
                .anyMatch(span -> span.isByCoach() && span.first() == 0 && span.last() == 4);
        keys(KeyCode.ALT, KeyCode.B);
        fire("#drift-unmark");
        stand.await("no drift", () -> judging().markedDrifts().isEmpty());
    }

    @Test
    void aLessonStopsAtTheChosenMoves() {
        for (int ply : List.of(0, 2)) {
            goTo(ply);
            keys(KeyCode.ALT, KeyCode.H);
            stand.settle();
        }
        keys(KeyCode.ALT, KeyCode.SHIFT, KeyCode.C);
        assertThat(text("#curtain-heading")).startsWith("Stop 1 of 2");
        assertThat(Stand.onStage(() -> reading().nodeProperty().get())).isZero();
        // The student answers; the answer is kept with the move that was played.
        Stand.onStage(() -> reading().enter("Rxd8"));
        set("#curtain-reason", "mate");
        fire("#curtain-answer");
        stand.settle();
        keys(KeyCode.ALT, KeyCode.SHIFT, KeyCode.RIGHT);
        assertThat(text("#curtain-heading")).startsWith("Stop 2 of 2");
        assertThat(Stand.onStage(() -> reading().currentName())).isEqualTo("30...h6");
        fire("#curtain-next");
        assertThat(Stand.onStage(() -> reading().isCurtainDown())).isFalse();
        assertThat(Stand.onStage(() -> reading().curtain().lessonProperty().get()))
                .isEmpty();
        assertThat(Stand.onStage(() -> reading()
                        .tree()
                        .node(reading().tree().mainLine().getFirst())
                        .commands()))
                .anyMatch(command -> command.name().equals("said"));
    }

    @Test
    void aReportIsMadeKeptAndSavedInThreeForms() throws IOException {
        keys(KeyCode.ALT, KeyCode.Z);
        assertThat(text("#status-message")).contains("judged game");
        judge();
        keys(KeyCode.ALT, KeyCode.Z);
        stand.await("the report", () -> stand.scene().lookup("#lesson-title") != null);
        stand.await("the pages", () -> find("#lesson-page", ImageView.class).getImage() != null);
        set("#lesson-title", "Look at the back rank");
        set("#lesson-title", "Look at the back rank first");
        // Two letters at one place are one step of undo; a tick is another.
        fire("#lesson-undo");
        assertThat(find("#lesson-title", TextField.class).getText()).startsWith("Lesson for");
        set("#lesson-title", "Look at the back rank first");
        Path pdf = save("PDF", "lesson.pdf");
        try (PDDocument document = Loader.loadPDF(pdf.toFile())) {
            assertThat(new PDFTextStripper().getText(document)).contains("Look at the back rank first");
        }
        assertThat(Files.readString(save("HTML", "lesson.html")))
                .contains("Look at the back rank first")
                .contains("<svg");
        assertThat(Files.readString(save("PGN", "lesson.pgn")).replace('\n', ' '))
                .contains("Look at the back rank first");
        fire("#sheet-close");
        stand.settle();
        keys(KeyCode.ALT, KeyCode.Z);
        stand.await("the report again", () -> stand.scene().lookup("#lesson-title") != null);
        assertThat(find("#lesson-title", TextField.class).getText()).isEqualTo("Look at the back rank first");
        fire("#lesson-anew");
        assertThat(find("#lesson-title", TextField.class).getText()).startsWith("Lesson for");
    }

    private Path save(String form, String name) {
        Path target = folder.resolve(name);
        stand.answers().willExport(target);
        fire("#lesson-save-" + form);
        stand.await("the file " + name, () -> Files.exists(target));
        return target;
    }

    @Tag("long")
    @Test
    void lanesAreArrangedAndKeptByTheWorkbook() {
        run("command.lanes");
        StripView strip = Stand.onStage(() -> (StripView) stand.scene().lookup(".strip"));
        fire("#lane-CLOCK");
        fire("#lane-up-KING");
        fire("#lane-taller-VERDICT");
        String text = "VERDICT:2 MATERIAL:1 KING:1 ACTIVITY:1 -WINGS:1 -TEMPO:1 -CLOCK:1";
        assertThat(Stand.onStage(() -> strip.lanesProperty().get().text())).isEqualTo(text);
        assertThat(Stand.onStage(() -> strip.measuresProperty().get())).hasSize(5);
        fire("#sheet-close");
        stand.settle();
        stand.close();
        stand = new Stand(folder, false, 1280, 800);
        run("command.places.reading");
        StripView again = Stand.onStage(() -> (StripView) stand.scene().lookup(".strip"));
        assertThat(Stand.onStage(() -> again.lanesProperty().get().text())).isEqualTo(text);
        assertThat(Stand.onStage(
                        () -> again.lanesProperty().get().row(StripLane.CLOCK).isShown()))
                .isFalse();
    }

    private QueueModel queue() {
        return stand.queue();
    }

    @Tag("long")
    @Test
    void aQueueOfGamesGoesOnAfterARestart() {
        take(GAME.replace("Quillan, Rhea", "Ardley, Tom"));
        List<Long> ids = stand.workbook().games().find("", 10).stream()
                .map(GameSummary::id)
                .toList();
        assertThat(ids).hasSize(2);
        run("command.queue");
        Stand.onStage(() -> {
            queue().add(ids);
            return true;
        });
        // Stopped in the same turn in which it is seen to run, however quick it is.
        stand.await("its first position", () -> {
            boolean runs = queue().runningProperty().get();
            if (runs) {
                robot.lookup("#queue-stop").queryButton().fire();
            }
            return runs;
        });
        stand.settle();
        assertThat(Stand.onStage(() -> queue().runningProperty().get())).isFalse();
        int left = stand.workbook().queue().games().size();
        assertThat(left).isPositive();
        fire("#queue-go");
        stand.await("going on", () -> queue().runningProperty().get());
        stand.close();
        stand = new Stand(folder, false, 1280, 800);
        stand.await("the end", () -> stand.workbook().queue().games().isEmpty());
        stand.settle();
        Stand.onStage(() -> {
            stand.shell().openGame(ids.getLast());
            return true;
        });
        stand.await("the judgement", () -> judging().judgementProperty().get() != null);
        assertThat(Stand.onStage(() -> Objects.requireNonNull(
                                judging().judgementProperty().get())
                        .moves()))
                .hasSize(5);
        // What the player gave away, over what is judged.
        run("command.sums");
        ComboBox<?> player = find("#sums-player", ComboBox.class);
        Stand.onStage(() -> {
            player.getEditor().setText("Ardley, Tom");
            return true;
        });
        fire("#sums-show");
        stand.await("the sums", () -> text("#sums-basis").startsWith("Ardley, Tom"));
        assertThat(text("#sums-basis")).contains("3 moves").contains("1 of 1");
    }

    @Tag("long")
    @Test
    void theReportOfAStudentWithARepertoireTellsWhereTheGameLeftIt() {
        Repertoire repertoire = ((Repertoire.Adding.Added)
                        Repertoire.empty(Side.WHITE).add(Repertoire.ROOT, Objects.requireNonNull(Move.parse("d2d4"))))
                .repertoire();
        stand.workbook()
                .repertoires()
                .add(new RepertoireShelf.Title("Queen pawn", Side.WHITE, "Brandt, Ida", ""), repertoire, "new");
        Stand.onStage(() -> {
            stand.repertoire().refresh();
            return true;
        });
        take("""
                [White "Brandt, Ida"]
                [Black "Quillan, Rhea"]
                [Result "1-0"]

                1. e4 e5 2. Qh5 Ke7 3. Qxe5# 1-0
                """);
        judge();
        stand.await(
                "the departure",
                () -> !reading().surroundings().departedProperty().get().isEmpty());
        keys(KeyCode.ALT, KeyCode.Z);
        stand.await("the report", () -> stand.scene().lookup("#lesson-student") != null);
        ChoiceBox<Side> student = Stand.onStage(() -> {
            @SuppressWarnings("unchecked")
            ChoiceBox<Side> box =
                    (ChoiceBox<Side>) Objects.requireNonNull(stand.scene().lookup("#lesson-student"));
            return box;
        });
        Stand.onStage(() -> {
            student.setValue(Side.WHITE);
            student.fireEvent(new ActionEvent());
            return true;
        });
        stand.settle();
        assertThat(find("#lesson-opening", TextField.class).getText())
                .endsWith("Repertoire (Queen pawn): White chose another opening, 1.e4; the repertoire has 1.d4.");
        Stand.onStage(() -> {
            student.setValue(Side.BLACK);
            student.fireEvent(new ActionEvent());
            return true;
        });
        stand.settle();
        assertThat(find("#lesson-opening", TextField.class).getText()).doesNotContain("Repertoire");
    }
}
