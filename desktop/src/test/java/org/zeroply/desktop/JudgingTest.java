package org.zeroply.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Objects;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.analysis.Judgement;
import org.zeroply.desktop.judging.JudgingModel;

/** Judging a game in the real window. */
@SuppressWarnings("NullAway.Init")
class JudgingTest extends AtTheWindow {
    /** White could mate at once and leaves a rook instead; Black leaves one too. */
    private static final String GAME = """
            [White "Quillan, Rhea"]
            [Black "Brandt, Ida"]
            [Result "1-0"]
            [FEN "3r2k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - 0 30"]

            30. h3 h6 31. Rxd8+ Kh7 1-0
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

    private Judgement judged() {
        stand.await("the judgement", () -> {
            Judgement now = judging().judgementProperty().get();
            return now != null
                    && now.moves().size() == 4
                    && !judging().runningProperty().get();
        });
        stand.settle();
        return Objects.requireNonNull(
                Stand.onStage(() -> judging().judgementProperty().get()));
    }

    private String move() {
        return Stand.onStage(() -> reading().currentName());
    }

    @Test
    void aGameIsJudgedWalkedAndKept() {
        assertThat(text("#judging-summary")).startsWith("Not judged yet");
        keys(KeyCode.ALT, KeyCode.PAGE_DOWN);
        assertThat(text("#status-message")).contains("not judged yet");
        keys(KeyCode.ALT, KeyCode.Y);
        Judgement judgement = judged();
        assertThat(judgement.turningPoints()).extracting(Judgement.Judged::ply).containsExactlyInAnyOrder(0, 1);
        stand.await("the end of the pass", () -> !judging().runningProperty().get());
        assertThat(text("#judging-summary")).endsWith("4 moves judged.").contains("in the ending");
        ListView<?> rows = Stand.onStage(() -> robot.lookup("#judging-rows").queryAs(ListView.class));
        assertThat(Stand.onStage(() -> rows.getItems().toString()))
                .contains("Turning points (2)")
                .doesNotContain("Differences");
        assertThat(Stand.onStage(() -> Objects.requireNonNull(
                                judging().verdictsProperty().get())
                        .steps()))
                .hasSize(4);
        // The coach's own verdict on a move, against the calculated one; taken back, the difference is gone.
        Stand.onStage(() -> {
            reading().go(reading().tree().mainLine().getFirst());
            reading().toggleSign(18);
            return true;
        });
        stand.await(
                "the difference", () -> judging().differencesProperty().get().size() == 1);
        assertThat(Stand.onStage(() -> rows.getItems().toString())).contains("Differences (1)");
        keys(KeyCode.SHORTCUT, KeyCode.Z);
        stand.await("no difference", () -> judging().differencesProperty().get().isEmpty());
        // By keys to the turning points, and to one from its row.
        Stand.onStage(() -> {
            reading().toStart();
            return true;
        });
        for (int i = 0; i < judgement.turningPoints().size(); i++) {
            keys(KeyCode.ALT, KeyCode.PAGE_DOWN);
        }
        String last = move();
        assertThat(last).isNotEqualTo("Start");
        keys(KeyCode.ALT, KeyCode.PAGE_DOWN);
        assertThat(move()).isEqualTo(last);
        Stand.onStage(() -> {
            reading().toEnd();
            return true;
        });
        keys(KeyCode.ALT, KeyCode.PAGE_UP);
        assertThat(move()).isEqualTo(last);
        // Behind the curtain nothing is told.
        run("command.curtain");
        assertThat(Stand.onStage(() -> judging().verdictsProperty().get())).isNull();
        run("command.curtain");
        assertThat(Stand.onStage(() -> judging().verdictsProperty().get())).isNotNull();
        // Closed and opened again it is there at once, without a pass.
        stand.close();
        stand = new Stand(folder, false, 1280, 800);
        long game = stand.workbook().games().find("", 10).getFirst().id();
        Stand.onStage(() -> {
            stand.shell().openGame(game);
            return true;
        });
        stand.await("the game", () -> reading().openProperty().get());
        assertThat(judged()).isEqualTo(judgement);
        assertThat(Stand.onStage(() -> judging().runningProperty().get())).isFalse();
    }

    @Test
    void aPassIsStoppedAndAChangedLineIsJudgedAnew() {
        keys(KeyCode.ALT, KeyCode.Y);
        stand.await("a first move", () -> judging().judgementProperty().get() != null);
        fire("#judging-stop");
        assertThat(Stand.onStage(() -> judging().runningProperty().get())).isFalse();
        int known = Stand.onStage(
                () -> Objects.requireNonNull(judging().judgementProperty().get())
                        .moves()
                        .size());
        assertThat(known).isBetween(1, 4);
        // Another main line: what is known of its positions stays.
        Stand.onStage(() -> {
            reading().toStart();
            reading().enter("g3");
            reading().promote();
            return true;
        });
        stand.settle();
        assertThat(Stand.onStage(() -> judging().judgementProperty().get())).isNull();
        keys(KeyCode.ALT, KeyCode.Y);
        stand.await(
                "the new line",
                () -> judging().judgementProperty().get() != null
                        && !judging().runningProperty().get());
        assertThat(Stand.onStage(() -> Objects.requireNonNull(
                                judging().judgementProperty().get())
                        .moves()
                        .size()))
                .isEqualTo(1);
    }

    @Test
    void aGameThatOnlyBeginsLikeAJudgedOneIsNotJudged() {
        keys(KeyCode.ALT, KeyCode.Y);
        judged();
        stand.await("the end of the pass", () -> !judging().runningProperty().get());
        take(GAME.replace("31. Rxd8+ Kh7", "31. f3 f6 32. Kf2 Kf7 33. Ke3 Ke6"));
        stand.settle();
        assertThat(Stand.onStage(() -> judging().judgementProperty().get())).isNull();
        assertThat(Stand.onStage(() -> judging().verdictsProperty().get())).isNull();
        assertThat(text("#judging-summary")).startsWith("Not judged yet");
    }

    @Test
    void theOpeningIsNamedBesideThePlayers() {
        take("""
                [White "Ardley, Tom"]
                [Black "Brandt, Ida"]
                [ECO "C02"]
                [Result "*"]

                1. d4 e6 2. e4 d5 3. e5 h6 *
                """);
        assertThat(Stand.onStage(
                        () -> robot.lookup(".bar .soft").queryAs(Label.class).getText()))
                .contains("C02", "French, Advance");
        // A second game that leaves the first one's ground with its third move.
        take("""
                [White "Ardley, Tom"]
                [Black "Quillan, Rhea"]
                [Date "2030.01.01"]
                [Result "*"]

                1. d4 e6 2. e4 d5 3. e5 c5 *
                """);
        stand.await(
                "the new move",
                () -> reading().surroundings().firstNewProperty().get() >= 0);
        assertThat(Stand.onStage(() ->
                        robot.lookup("#here-first-new").queryAs(Hyperlink.class).getText()))
                .isEqualTo("first new move: 3...c5");
        fire("#here-first-new");
        assertThat(move()).isEqualTo("3...c5");
    }
}
