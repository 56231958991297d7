package org.zeroply.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.testfx.service.query.NodeQuery;
import org.zeroply.desktop.flow.FlowData;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.repertoire.RepertoireModel;
import org.zeroply.desktop.repertoire.RepertoirePlace;
import org.zeroply.desktop.repertoire.RepertoireView;
import org.zeroply.repertoire.Answer;
import org.zeroply.repertoire.Edge;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Side;
import org.zeroply.store.RepertoireShelf.Listed;

/** The place Repertoire, by keyboard and mouse at the real window. */
class RepertoirePlaceTest extends AtTheWindow {
    @BeforeEach
    void open() {
        stand = new Stand(folder, true, 1280, 800);
    }

    @AfterEach
    void close() {
        stand.close();
    }

    private RepertoireModel repertoire() {
        return stand.repertoire();
    }

    private void place() {
        run("command.places.repertoire");
    }

    private void openStudents(String student) {
        stand.addRepertoires();
        Listed wanted = repertoire().listProperty().get().stream()
                .filter(each -> each.title().student().equals(student))
                .findFirst()
                .orElseThrow();
        Stand.onStage(() -> {
            repertoire().open(wanted);
            return true;
        });
        stand.await(
                "the repertoire",
                () -> wanted.equals(repertoire().openProperty().get()));
        place();
    }

    private void enter(String line) {
        robot.clickOn("#repertoire-line");
        type(line);
        keys(KeyCode.ENTER);
    }

    /** The rows of the list, as text. */
    private String listed() {
        return Stand.onStage(() ->
                String.valueOf(robot.lookup("#repertoire-list").queryListView().getItems()));
    }

    private static Answer answer(Edge edge) {
        return (Answer) edge;
    }

    @Test
    void anEmptyPlaceBeginsWithAStudentsGamesInOneClick() {
        place();
        stand.await(
                "the offers",
                () -> robot.lookup("#repertoire-start-0").tryQuery().isPresent());
        fire("#repertoire-start-0");
        stand.await("a repertoire", () -> repertoire().flowProperty().get() != null);
        assertThat(repertoire().repertoire().answers()).isGreaterThan(10);
        assertThat(repertoire().repertoire().root().tally().games()).isGreaterThan(50);
        assertThat(Objects.requireNonNull(repertoire().openProperty().get())
                        .title()
                        .student())
                .isNotEmpty();
        assertThat(robot.lookup("#repertoire-flow").query().isVisible()).isTrue();
    }

    /** A place is made when it is first shown; what is open by then stands in it at once. */
    @Test
    void aPlaceThatIsMadeLaterShowsWhatIsOpenAlready() {
        stand.addRepertoires();
        place();
        assertThat(text("#card-heading")).isEqualTo(Texts.of("card.start"));
    }

    @Test
    void aCoachBuildsSaysUndoesAndFindsItAgainAfterARestart() {
        place();
        fire("#repertoire-empty-new");
        set("#repertoire-name", "My own");
        fire("#repertoire-make");
        stand.await("a repertoire", () -> repertoire().flowProperty().get() != null);
        stand.settle();
        enter("d4 d5 c4 e6 Nc3");
        assertThat(repertoire().repertoire().answers()).isEqualTo(3);
        assertThat(text("#card-heading")).isEqualTo("3.Nc3");
        // Typing anywhere on the place goes to the line.
        Stand.onStage(() -> {
            robot.lookup("#repertoire-flow").query().requestFocus();
            return true;
        });
        type("Nf6");
        keys(KeyCode.ENTER);
        assertThat(text("#card-heading")).isEqualTo("3...Nf6");
        // A wrong move is refused with the place and nothing is lost.
        enter("Bg5 Qz9");
        assertThat(text("#repertoire-line-reason")).contains("Move 4, Black");
        assertThat(repertoire().repertoire().size()).isEqualTo(7);
        Stand.onStage(() -> {
            robot.lookup("#repertoire-line").queryAs(TextField.class).clear();
            robot.lookup("#repertoire-flow").query().requestFocus();
            return true;
        });
        keys(KeyCode.LEFT);
        assertThat(text("#card-heading")).isEqualTo("3.Nc3");
        set("#card-REASON", "holds d5");
        stand.await("the reason", () -> reason().equals("holds d5"));
        keys(KeyCode.CONTROL, KeyCode.Z);
        if (!reason().isEmpty()) {
            // The text field took the first one back itself.
            Stand.onStage(() -> {
                repertoire().undo();
                return true;
            });
        }
        stand.await("the undo", () -> reason().isEmpty());
        // Another order meets the same position; a move back is refused.
        Stand.onStage(() -> {
            repertoire().go(Repertoire.ROOT);
            return true;
        });
        enter("c4 e6 Nc3 d5 d4");
        assertThat(repertoire().repertoire().into(repertoire().nodeProperty().get()))
                .hasSize(2);
        stand.close();
        stand = new Stand(folder, false, 1280, 800);
        stand.await("what was kept", () -> repertoire().flowProperty().get() != null);
        assertThat(repertoire().repertoire().answers()).isEqualTo(6);
        Stand.onStage(() -> {
            repertoire().undo();
            return true;
        });
        stand.await("an undo after the restart", () -> repertoire().repertoire().answers() == 3);
    }

    private String reason() {
        return repertoire().repertoire().nodes().stream()
                .flatMap(node -> node.answers().stream())
                .filter(each -> each.move().equals(Move.parse("b1c3")))
                .map(each -> each.note(Answer.Note.REASON))
                .findFirst()
                .orElse("?");
    }

    @Tag("long")
    @Test
    void aGuardIsBuiltByPickingAndWatchesTheTree() {
        openStudents("Brandt, Ida");
        enter("d4 d5 c4 e6 Nc3 Nf6 cxd5 exd5 Bg5");
        fire("#card-guard-add");
        assertThat(text("#guard-words")).isEqualTo("a white piece or pawn bears on g5");
        set("#guard-to", "h3");
        Stand.onStage(() -> {
            robot.lookup("#guard-piece").<ChoiceBox<PieceType>>query().setValue(PieceType.PAWN);
            return true;
        });
        set("#guard-condition", "(all (stands black bishop g4) (not (castle white short)))");
        assertThat(text("#guard-words"))
                .isEqualTo("a black bishop stands on g4 and not (White may still castle short)");
        assertThat(text("#guard-answer")).contains("does not hold");
        set("#guard-condition", "(stands black bishop z9)");
        assertThat(text("#guard-answer")).contains("expected a square, found z9");
        fire("#guard-keep");
        assertThat(robot.lookup("#guard-keep").tryQuery()).isPresent();
        set("#guard-condition", "(stands black bishop g4)");
        fire("#guard-keep");
        Stand.onStage(() -> {
            ((RepertoireView) stand.shell().place(RepertoirePlace.class).view()).showNamed("GUARDS");
            return true;
        });
        stand.settle();
        stand.await("the evidence", () -> listed().contains("follows"));
        assertThat(listed()).contains("h3 is played here while its guard does not hold");
    }

    @Tag("long")
    @Test
    void gamesAreComparedAndReadingTellsWhereOneLeft() {
        openStudents("Brandt, Ida");
        run("command.repertoire.compare");
        ListView<?> list = robot.lookup("#repertoire-list").queryListView();
        stand.await("the games", () -> listed().contains("2025.12.28"));
        assertThat(listed()).contains("Forgotten").contains("1.e4").contains("The answer is 1.d4");
        // A game of the list shows its thread in the flow.
        Stand.onStage(() -> {
            int row = 0;
            while (!list.getItems().get(row).toString().contains("2025.12.28")) {
                row++;
            }
            list.getSelectionModel().select(row);
            list.requestFocus();
            return true;
        });
        keys(KeyCode.ENTER);
        FlowData flow = Objects.requireNonNull(repertoire().flowProperty().get());
        assertThat(flow.thread()).hasSizeGreaterThan(10);
        run("command.repertoire.thread");
        stand.await("the game", () -> reading().openProperty().get());
        stand.await(
                "the departure",
                () -> !reading().surroundings().departedProperty().get().isEmpty());
        assertThat(reading().surroundings().departedProperty().get())
                .singleElement()
                .satisfies(each -> {
                    assertThat(each.side()).isEqualTo(Side.WHITE);
                    assertThat(each.text()).startsWith("Black left with 6...Re8");
                });
    }

    @Tag("long")
    @Test
    void weightsAreCountedByAFilterAndUndone() {
        openStudents("Brandt, Ida");
        int before = repertoire().repertoire().root().tally().games();
        run("command.repertoire.count");
        set("#count-lowest", "2400");
        set("#count-highest", "14");
        fire("#count-now");
        assertThat(text("#count-wrong")).contains("1650");
        set("#count-highest", "");
        fire("#count-now");
        stand.await("the count", () -> repertoire().repertoire().root().tally().games() < before);
        assertThat(repertoire().repertoire().root().tally().games()).isPositive();
        keys(KeyCode.CONTROL, KeyCode.Z);
        stand.await("the undo", () -> repertoire().repertoire().root().tally().games() == before);
    }

    @Tag("long")
    @Test
    void aFileGoesOutAndComesInWithItsConflictsAsked() throws Exception {
        openStudents("Lindqvist, Tove");
        Path file = folder.resolve("out.pgn");
        stand.answers().willExport(file);
        run("command.repertoire.export");
        stand.await("the file", () -> Files.exists(file));
        Repertoire mine = repertoire().repertoire();
        Files.writeString(folder.resolve("more.pgn"), "1. e4 c5 2. Nf3 d6 *\n\n1. Nf3 Nf6 2. Ng1 Ng8 3. d4 *\n");
        stand.answers().willImport(folder.resolve("more.pgn"));
        run("command.repertoire.import");
        stand.await("the question", () -> robot.lookup("#conflict-0").tryQuery().isPresent());
        Stand.onStage(() -> {
            ChoiceBox<Optional<Move>> box = robot.lookup("#conflict-0").query();
            box.setValue(box.getItems().stream()
                    .filter(each -> each.equals(Optional.ofNullable(Move.parse("e7e6"))))
                    .findFirst()
                    .orElseThrow());
            return true;
        });
        fire("#conflicts-keep");
        stand.await("the import", () -> !repertoire().repertoire().equals(mine));
        List<Answer> answers = repertoire()
                .repertoire()
                .node(repertoire().repertoire().root().edges().getFirst().to())
                .answers();
        assertThat(answers).extracting(Answer::move).containsExactly(Move.parse("e7e6"));
        // What went out is the same when it comes in alone.
        Files.writeString(folder.resolve("empty.txt"), "no games at all");
        stand.answers().willImport(folder.resolve("empty.txt"));
        run("command.repertoire.import");
        stand.await("the message", () -> text("#status-message").contains("no game that could be read"));
        assertThat(Files.readString(file)).contains("[Repertoire \"BLACK\"]").contains("[%guard");
        assertThat(answer(Objects.requireNonNull(answers.getFirst())).note(Answer.Note.REASON))
                .isNotEmpty();
    }

    @Test
    void theKeyboardAloneTypesWalksTakesAwayAndUndoes() {
        openStudents("Brandt, Ida");
        int before = repertoire().repertoire().size();
        robot.write("d4 f5 h4");
        keys(KeyCode.ENTER);
        stand.await("the line", () -> repertoire().repertoire().size() > before);
        int typed = repertoire().repertoire().size();
        String end = repertoire().line(repertoire().nodeProperty().get());
        assertThat(end).startsWith("1.d4 f5");
        keys(KeyCode.LEFT);
        assertThat(repertoire().line(repertoire().nodeProperty().get()))
                .as("the field is empty, so the arrow walks, to the answer before")
                .isEqualTo("1.d4");
        // A click on a reply leads on, and typing goes on from there.
        int answers = repertoire().repertoire().size();
        Stand.onStage(() -> {
            repertoire().go(Repertoire.ROOT);
            return true;
        });
        Supplier<NodeQuery> reply = () ->
                robot.lookup(".move-link").match((Button link) -> link.getText().startsWith("1.d4"));
        stand.await("the reply", () -> reply.get().tryQuery().isPresent());
        Stand.onStage(() -> {
            // As a click does; it stands further down than the card shows.
            Button button = reply.get().queryButton();
            button.requestFocus();
            button.fire();
            return true;
        });
        stand.settle();
        robot.write("f5 a4");
        keys(KeyCode.ENTER);
        stand.await("the line from there", () -> repertoire().repertoire().size() > answers);
        assertThat(repertoire().line(repertoire().nodeProperty().get())).isEqualTo("1.d4 f5 2.a4");
        keys(KeyCode.CONTROL, KeyCode.Z);
        stand.await("taken back", () -> repertoire().repertoire().size() == answers);
        Stand.onStage(() -> {
            repertoire().go(Repertoire.ROOT);
            return true;
        });
        robot.write("d4");
        keys(KeyCode.ENTER);
        robot.write("f5 h4");
        keys(KeyCode.ENTER);
        assertThat(repertoire().line(repertoire().nodeProperty().get())).isEqualTo("1.d4 f5 2.h4");
        keys(KeyCode.DELETE);
        stand.await("the move is gone", () -> repertoire().repertoire().size() < typed);
        keys(KeyCode.CONTROL, KeyCode.Z);
        stand.await("the move is back", () -> repertoire().repertoire().size() == typed);
        assertThat(Stand.onStage(() -> robot.lookup("#repertoire-which")
                        .queryComboBox()
                        .getButtonCell()
                        .getText()))
                .as("the repertoire keeps its name in the choice")
                .contains("Brandt, Ida");
    }
}
