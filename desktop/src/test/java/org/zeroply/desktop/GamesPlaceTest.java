package org.zeroply.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameResult;
import org.zeroply.gametree.Tags;
import org.zeroply.store.GameOrder;
import org.zeroply.store.GameSummary;

/** The list of games at length: pages, order, narrowing down, and the field for everything. */
@SuppressWarnings("NullAway.Init")
class GamesPlaceTest extends AtTheWindow {
    @BeforeEach
    void open() {
        stand = new Stand(folder, true, 1280, 800);
        stand.await("the list", () -> games().games().size() == 64);
    }

    @AfterEach
    void close() {
        stand.close();
    }

    private void awaitGames(int count) {
        stand.await(count + " games", () -> games().games().size() == count);
    }

    private long gamesWith(String player) {
        return stand.workbook().games().find("", 1_000).stream()
                .filter(game -> game.white().contains(player) || game.black().contains(player))
                .count();
    }

    @Test
    void theListIsNarrowedFieldByFieldFromTheKeyboard() {
        keys(KeyCode.ALT, KeyCode.F);
        type("brandt");
        awaitGames((int) gamesWith("Brandt"));
        Stand.onStage(() -> {
            robot.lookup("#filter-from").queryAs(TextField.class).requestFocus();
            return true;
        });
        type("2025");
        stand.await("only since 2025", () -> games().games().size() < gamesWith("Brandt"));
        assertThat(Stand.onStage(() -> games().games().stream()
                        .map(GameSummary::date)
                        .filter(date -> date.compareTo("2025") < 0)
                        .count()))
                .isZero();
        fire("#filter-clear");
        awaitGames(64);
    }

    @Test
    void theCardsOfAFirstStartLeadSomewhereAndArePutAwayForGood() {
        robot.clickOn("#first-student");
        stand.await(
                "a student's games",
                () -> games().games().size() < 64 && !games().games().isEmpty());
        keys(KeyCode.ALT, KeyCode.A);
        awaitGames(64);
        robot.clickOn("#first-away");
        stand.settle();
        assertThat(Stand.onStage(() -> stand.scene().lookup("#first-cards").isVisible()))
                .isFalse();
        robot.clickOn("#games-more");
        robot.write("cards begin");
        keys(KeyCode.ENTER);
        stand.settle();
        assertThat(Stand.onStage(() -> stand.scene().lookup("#first-cards").isVisible()))
                .isTrue();
    }

    @Test
    void movesInTheOpeningFieldFindThePositionInAnyOrder() {
        keys(KeyCode.ALT, KeyCode.F);
        Stand.onStage(() -> {
            robot.lookup("#filter-opening").queryAs(TextField.class).requestFocus();
            return true;
        });
        type("1.c4 Nf6 2.d4");
        stand.await("a narrowed list", () -> games().narrowingProperty().get() != null);
        // The list is empty for a moment while it is narrowed.
        stand.await(
                "fewer games",
                () -> games().games().size() < 64 && !games().games().isEmpty());
        long id = Stand.onStage(() -> games().idAt(0));
        keys(KeyCode.ALT, KeyCode.A);
        awaitGames(64);
        assertThat(stand.workbook().games().read(id).tree().mainLine()).hasSizeGreaterThan(3);
    }

    @Tag("long")
    @Test
    void aPatternIsPickedAndItsGamesOpenWhereItBegins() {
        keys(KeyCode.ALT, KeyCode.P);
        fire("#pattern-find");
        assertThat(stand.scene().lookup("#pattern-find"))
                .as("nothing was picked yet")
                .isNotNull();
        fire("#pattern-example-isolated");
        fire("#pattern-find");
        stand.await("the games", () -> games().narrowingProperty().get() != null);
        stand.await("fewer games", () -> games().games().size() < 64);
        assertThat(Stand.onStage(() -> games().games().size())).isPositive();
        keys(KeyCode.ENTER);
        stand.await("the game", () -> stand.reading().openProperty().get());
        stand.settle();
        assertThat(Stand.onStage(() -> stand.reading().nodeProperty().get())).isPositive();
    }

    @Test
    void aPositionOnTheBoardLeadsToItsGamesAndBack() {
        keys(KeyCode.ENTER);
        stand.await("the game", () -> stand.reading().openProperty().get());
        keys(KeyCode.RIGHT);
        stand.await(
                "other games",
                () -> stand.reading().surroundings().hereProperty().get() != null);
        long here = Stand.onStage(() -> {
            var found = stand.reading().surroundings().hereProperty().get();
            return found == null ? 0L : (long) found.games().size();
        });
        keys(KeyCode.ALT, KeyCode.G);
        awaitGames((int) here);
        fire("#games-widen");
        awaitGames(64);
    }

    @Test
    void longListsComePageByPageAndKeepWhatIsChosen() throws IOException {
        StringBuilder many = new StringBuilder();
        for (int i = 0; i < 500; i++) {
            many.append("[White \"Player ").append(i).append("\"]\n[Date \"2027.01.01\"]\n1.d4 d5 2.c4 e6 *\n\n");
        }
        Path file = Files.writeString(folder.resolve("many.pgn"), many);
        Stand.onStage(() -> {
            stand.shell().importFiles(List.of(file));
            return true;
        });
        awaitGames(564);
        stand.await("the positions", () -> games().waitingProperty().get() == 0);
        TableView<?> table = robot.lookup("#games-table").queryAs(TableView.class);
        Stand.onStage(() -> {
            table.scrollTo(430);
            table.getSelectionModel().clearAndSelect(430);
            return true;
        });
        stand.await("the row", () -> !games().games().get(430).white().isEmpty());
        long chosen = Stand.onStage(() -> games().idAt(430));
        Stand.onStage(() -> {
            games().orderProperty().set(new GameOrder(GameOrder.By.WHITE, false));
            return true;
        });
        stand.settle();
        stand.await("the same game at its new place", () -> {
            int row = games().indexOf(chosen);
            return row != 430 && table.getSelectionModel().getSelectedIndex() == row;
        });
    }

    @Test
    void theFieldForEverythingForgivesMissingLettersAndFindsPlayers() {
        keys(KeyCode.SHORTCUT, KeyCode.K);
        type("bckups");
        keys(KeyCode.ENTER);
        stand.await("the sheet", () -> stand.scene().lookup(".sheet") != null);
        keys(KeyCode.ESCAPE);
        keys(KeyCode.SHORTCUT, KeyCode.K);
        type("brandt");
        stand.settle();
        keys(KeyCode.ENTER);
        awaitGames((int) gamesWith("Brandt"));
    }

    @Test
    void theListIsWrittenAsATableThatRunsNothing() throws IOException {
        stand.workbook()
                .games()
                .add(
                        new Game(
                                Tags.NONE
                                        .with("White", "=1+1")
                                        .with("Black", "Tarn, \"B\"")
                                        .with("Event", "@club")
                                        .with("Date", "2030.01.01"),
                                Game.empty().tree(),
                                GameResult.DRAW),
                        "add");
        Stand.onStage(() -> {
            games().refresh();
            return true;
        });
        awaitGames(65);
        Path table = folder.resolve("games.csv");
        stand.answers().willExport(table);
        Stand.onStage(() -> {
            stand.shell().runCommand("command.table");
            return true;
        });
        stand.await("the table", () -> Files.exists(table));
        var lines = Files.readAllLines(table);
        assertThat(lines).hasSize(66).first().isEqualTo("White,Black,Result,Date,Event,Site,Round,Moves");
        assertThat(lines.get(1)).isEqualTo("'=1+1,\"Tarn, \"\"B\"\"\",1/2-1/2,2030.01.01,'@club,,,0");
    }
}
