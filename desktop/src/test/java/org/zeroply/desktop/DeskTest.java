package org.zeroply.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Objects;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.guide.GuidePage;
import org.zeroply.gametree.CurtainAnswer;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameResult;
import org.zeroply.notation.Fen;
import org.zeroply.notation.PgnWriter;
import org.zeroply.rules.Position;

/** What a coach does at the desk: sets positions up, lets the curtain down, has two people play a position out. */
@SuppressWarnings("NullAway.Init")
class DeskTest extends AtTheWindow {
    @BeforeEach
    void open() {
        stand = new Stand(folder, false, 1280, 800);
    }

    @AfterEach
    void close() {
        stand.close();
    }

    private void openGame(String pgn) {
        Stand.onStage(() -> {
            stand.shell().take(pgn);
            return true;
        });
        stand.await("the game", () -> reading().openProperty().get());
        stand.settle();
    }

    // ---- setting up

    @Test
    void aPositionIsSetUpFromTheKeyboardAndRead() {
        keys(KeyCode.ALT, KeyCode.S);
        fire("#setup-clear");
        assertThat(text("#setup-wrong")).contains("White has no king").contains("Black has no king");
        Stand.onStage(() -> {
            stand.scene().lookup("#setup-board").requestFocus();
            return true;
        });
        // The cursor stands on e1; each letter goes one square on.
        keys(KeyCode.K);
        keys(KeyCode.R);
        keys(KeyCode.UP);
        keys(KeyCode.SHIFT, KeyCode.K);
        assertThat(text("#setup-wrong")).isEmpty();
        keys(KeyCode.SHORTCUT, KeyCode.Z);
        assertThat(text("#setup-wrong")).contains("Black has no king");
        keys(KeyCode.SHORTCUT, KeyCode.SHIFT, KeyCode.Z);
        fire("#setup-use");
        stand.await("the position", () -> reading().openProperty().get());
        assertThat(Stand.onStage(() -> Fen.write(reading().positionProperty().get())))
                .startsWith("8/8/8/8/8/8/6k1/4KR2 w - -");
    }

    @Test
    void aPositionIsSetUpWithTheMouseFromFenAndFromAList() {
        keys(KeyCode.ALT, KeyCode.S);
        fire("#setup-clear");
        fire("#brush-K");
        var board = stand.scene().lookup("#setup-board");
        robot.clickOn(robot.point(board).query().add(0, 0));
        stand.settle();
        assertThat(text("#setup-wrong")).doesNotContain("White has no king");
        TextField fen = robot.lookup("#setup-fen").queryAs(TextField.class);
        Stand.onStage(() -> {
            fen.requestFocus();
            return true;
        });
        type("4k3/8/8/8/8/8/4P3/4K3 b - - 0 1");
        stand.await(
                "the position",
                () -> robot.lookup("#setup-list")
                        .queryAs(TextInputControl.class)
                        .getText()
                        .contains("pawns e2"));
        Stand.onStage(() -> {
            robot.lookup("#setup-list").query().requestFocus();
            return true;
        });
        set("#setup-list", "White: Kb1, Black: Kb3, Rc3");
        stand.await("the list", () -> fen.getText().startsWith("8/8/8/8/8/1kr5/8/1K6"));
        set("#setup-list", "White: Kb1, Black: Kb9");
        stand.await(
                "the fault",
                () -> robot.lookup("#setup-wrong")
                        .queryAs(Label.class)
                        .getText()
                        .contains("Kb9"));
        keys(KeyCode.ESCAPE);
        assertThat(reading().openProperty().get()).isFalse();
    }

    // ---- the curtain

    @Tag("long")
    @Test
    void underTheCurtainNothingIsSeenAndWhatIsSaidIsKept() {
        openGame(
                "[White \"Brandt, Ida\"]\n[Black \"Tarn, Bastian\"]\n1.d4 d5 2.c4 {a well-known offer} e6 3.Nc3 Nf6 1-0");
        keys(KeyCode.RIGHT);
        keys(KeyCode.RIGHT);
        keys(KeyCode.ALT, KeyCode.C);
        Stand.onStage(() -> {
            var spot = Objects.requireNonNull(reading().spotProperty().get());
            assertThat(spot.shown().mainLine()).hasSize(2);
            assertThat(reading().surroundings().hereProperty().get()).isNull();
            return true;
        });
        keys(KeyCode.RIGHT);
        keys(KeyCode.END);
        assertThat(Stand.onStage(() -> reading().nodeProperty().get())).isEqualTo(2);
        set("#curtain-student", "Ida");
        Stand.onStage(() -> {
            robot.lookup(".board").queryAs(BoardView.class).requestFocus();
            return true;
        });
        type("Nf3");
        keys(KeyCode.ENTER);
        stand.await(
                "the move",
                () -> robot.lookup("#curtain-move")
                        .queryAs(Label.class)
                        .getText()
                        .equals("2.Nf3"));
        type("it develops");
        keys(KeyCode.ENTER);
        stand.settle();
        assertThat(Stand.onStage(() -> reading().nodeProperty().get())).isEqualTo(3);
        assertThat(text("#curtain-heading")).contains("2.c4");
        String pgn = Stand.onStage(() -> PgnWriter.movetext(reading().tree()));
        assertThat(pgn).doesNotContain("2. Nf3").contains("2. c4 {[%said Ida|Nf3|it develops] a well-known offer}");
        keys(KeyCode.ALT, KeyCode.RIGHT);
        assertThat(Stand.onStage(() -> reading().nodeProperty().get())).isEqualTo(4);
        keys(KeyCode.ALT, KeyCode.C);
        assertThat(Stand.onStage(() -> reading().isCurtainDown())).isFalse();
        keys(KeyCode.LEFT);
        assertThat(text("#note-said")).isEqualTo("Ida said Nf3: it develops");
        keys(KeyCode.SHORTCUT, KeyCode.Z);
        assertThat(Stand.onStage(() -> CurtainAnswer.of(reading().current()))).isEmpty();
        assertThat(stand.workbook().settings().get("student")).contains("Ida");
    }

    @Test
    void theSecondWindowShowsTheBoardAndNothingElse() {
        openGame("1.d4 d5 2.c4 *");
        keys(KeyCode.F8);
        var window = Objects.requireNonNull(stand.shell().boardWindow());
        Stand.onStage(() -> {
            reading().next();
            return true;
        });
        BoardView board = Stand.onStage(() -> (BoardView) window.scene().lookup(".board"));
        assertThat(Stand.onStage(() -> board.positionProperty().get()))
                .isEqualTo(Stand.onStage(() -> reading().positionProperty().get()));
        assertThat(board.positionProperty().get()).isNotEqualTo(Position.START);
        assertThat(board.playableProperty().get()).isFalse();
        assertThat(window.scene().getRoot().getChildrenUnmodifiable()).containsExactly(board);
        Stand.onStage(() -> {
            stand.shell().runCommand("command.boardWindow");
            assertThat(window.scene().getWindow().isShowing()).isFalse();
            return true;
        });
    }

    // ---- playing out

    @Test
    void twoPeoplePlayAPositionOutAndItIsKept() {
        openGame("[FEN \"7k/8/5KQ1/8/8/8/8/8 w - - 0 1\"]\n\n1.Kf7 *");
        keys(KeyCode.ALT, KeyCode.O);
        set("#playout-white", "Ida");
        set("#playout-minutes", "none");
        fire("#playout-begin");
        assertThat(stand.scene().lookup("#playout-begin"))
                .as("minutes are missing")
                .isNotNull();
        set("#playout-minutes", "5");
        fire("#playout-begin");
        BoardView board = Stand.onStage(() -> (BoardView) stand.scene().lookup(".playout .board"));
        // The cursor comes to the king on f6; the queen beside it goes to g7.
        keys(KeyCode.ENTER);
        keys(KeyCode.RIGHT);
        keys(KeyCode.ENTER);
        keys(KeyCode.UP);
        keys(KeyCode.ENTER);
        assertThat(text("#playout-ending")).isEqualTo("Checkmate");
        assertThat(board.playableProperty().get()).isFalse();
        fire("#playout-read");
        stand.await(
                "the game",
                () -> reading().gameProperty().get().tags().known("White").equals("Ida"));
        Game kept = Stand.onStage(() -> reading().gameProperty().get());
        assertThat(kept.result()).isEqualTo(GameResult.WHITE_WINS);
        assertThat(kept.tree().node(1).clock()).isPresent();
        assertThat(stand.workbook().games().find("Ida", 5)).hasSize(1);
    }

    // ---- the guide

    @Test
    void everyPageOfTheGuideIsThereAndF1ShowsThem() {
        keys(KeyCode.F1);
        List<String> titles = Stand.onStage(() -> robot.lookup("#guide-list").queryListView().getItems().stream()
                .map(String::valueOf)
                .toList());
        assertThat(titles).hasSize(GuidePage.NAMES.size() + 1).contains("Care");
        for (int i = 0; i < GuidePage.NAMES.size(); i++) {
            keys(KeyCode.DOWN);
        }
        assertThat(Stand.onStage(() -> robot.lookup(".guide-title").queryAll().size()))
                .isEqualTo(1);
        keys(KeyCode.ESCAPE);
        assertThat(stand.scene().lookup("#guide-list")).isNull();
    }
}
