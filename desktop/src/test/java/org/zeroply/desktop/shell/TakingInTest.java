package org.zeroply.desktop.shell;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.games.GamesModel;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Position;
import org.zeroply.store.ImportReport;

/** Whatever is pasted, dropped or begun: it becomes a game, goes to the list, or is refused with the reason. */
@SuppressWarnings("NullAway.Init")
class TakingInTest extends OnAWorkbook {
    private final List<String> said = new ArrayList<>();
    private final List<String> shown = new ArrayList<>();
    private final List<ImportReport> reports = new ArrayList<>();
    private OpenGame game;
    private GamesModel games;
    private TakingIn takingIn;

    @BeforeEach
    void begin() {
        game = new OpenGame(workbook, background);
        games = new GamesModel(workbook, background);
        games.setOnImported(reports::add);
        Sheets sheets = new Sheets() {
            @Override
            public Sheet show(String heading, Node content, List<Button> buttons) {
                throw new AssertionError("no sheet was to be shown: " + heading);
            }

            @Override
            public void say(String text) {
                said.add(text);
            }

            @Override
            public void listCommands() {
                throw new AssertionError("no list was to be shown");
            }
        };
        takingIn = new TakingIn(game, games, sheets, () -> shown.add("reading"), () -> shown.add("games"));
    }

    @Test
    void aPositionBeginsAnAnalysis() {
        String fen = "4k3/8/8/8/8/8/4P3/4K3 b - - 3 40";
        takingIn.take("  " + fen + "\n");
        assertThat(game.positionProperty().get()).isEqualTo(Fen.position(fen));
        assertThat(shown).containsExactly("reading");
        assertThat(workbook.games().count()).isEqualTo(1);
        assertThat(said).isEmpty();
    }

    @Test
    void oneGameOpensAtOnceAndCanBeUndone() {
        takingIn.take("[White \"Tarn, Bastian\"]\n[Black \"Brandt, Ida\"]\n\n1.d4 d5 2.c4 *");
        assertThat(game.gameProperty().get().tags().known("White")).isEqualTo("Tarn, Bastian");
        assertThat(game.tree().mainLine()).hasSize(3);
        assertThat(shown).containsExactly("reading");
        games.refresh();
        games.undo();
        assertThat(workbook.games().count()).isZero();
    }

    @Test
    void movesAloneAreAGameToo() {
        takingIn.take("1. d4 d5 2. c4 e6");
        assertThat(game.tree().mainLine()).hasSize(4);
        assertThat(said).isEmpty();
    }

    @Test
    void severalGamesGoToTheListWithAReport() {
        takingIn.take("[White \"Tarn, Bastian\"]\n\n1.d4 d5 *\n\n[White \"Brandt, Ida\"]\n\n1.c4 *\n");
        assertThat(shown).containsExactly("games");
        assertThat(reports).hasSize(1);
        assertThat(workbook.games().count()).isEqualTo(2);
        assertThat(game.openProperty().get()).isFalse();
    }

    @Test
    void oneGameWithAFaultGoesToTheListWhereTheReportSaysWhere() {
        takingIn.take("[White \"Tarn, Bastian\"]\n\n1.d4 d5 2.Qh9 *");
        assertThat(shown).containsExactly("games");
        assertThat(reports)
                .singleElement()
                .satisfies(report -> assertThat(report.faults())
                        .singleElement()
                        .satisfies(fault -> assertThat(fault.toString()).contains("Qh9")));
    }

    @Test
    void aPositionThatCannotBeIsRefusedWithItsReason() {
        takingIn.take("4k3/8/8/8/8/8/8/8 w - - 0 1");
        assertThat(said).singleElement().satisfies(text -> assertThat(text).contains("cannot be"));
        assertThat(workbook.games().count()).isZero();
        assertThat(shown).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"Dear coach, I lost again.", "\u0000\u0001", "[White \"Tarn, Bastian\"]", "<html></html>"})
    void whatIsNeitherIsSaidToBeNeither(String text) {
        takingIn.take(text);
        assertThat(said).containsExactly("There is neither a position nor a game in the clipboard");
        assertThat(workbook.games().count()).isZero();
    }

    @Test
    void filesGoToTheListAndNoFilesNowhere() throws IOException {
        takingIn.importFiles(List.of());
        assertThat(shown).isEmpty();
        Path file = folder.resolve("club.pgn");
        Files.writeString(file, "1.d4 *\n\n1.c4 *\n");
        takingIn.importFiles(List.of(file));
        assertThat(shown).containsExactly("games");
        assertThat(workbook.games().count()).isEqualTo(2);
    }

    @Test
    void aNewGameStartsFromTheBeginning() {
        takingIn.newGame();
        assertThat(game.positionProperty().get()).isEqualTo(Position.START);
        assertThat(shown).containsExactly("reading");
        takingIn.newFrom(Fen.position("4k3/8/8/8/8/8/4P3/4K3 w - - 0 1"));
        assertThat(workbook.games().count()).isEqualTo(2);
    }
}
