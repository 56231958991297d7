package org.zeroply.desktop;

import java.nio.file.Path;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Label;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.games.GamesModel;

/** A coach's hands and eyes at the real window, for tests of the interface. */
@SuppressWarnings("NullAway.Init")
abstract class AtTheWindow {
    @TempDir
    Path folder;

    Stand stand;
    final QuickRobot robot = new QuickRobot(() -> {
        stand.settle();
        stand.laidOut();
    });

    OpenGame reading() {
        return stand.reading();
    }

    GamesModel games() {
        return stand.games();
    }

    /** Takes a game in as if it had been pasted, and waits until it is open. */
    void take(String pgn) {
        long before = Stand.onStage(() -> reading().gameIdProperty().get());
        Stand.onStage(() -> {
            stand.shell().take(pgn);
            return true;
        });
        stand.await(
                "the game",
                () -> reading().gameIdProperty().get() != before
                        && reading().openProperty().get());
        stand.settle();
    }

    void keys(KeyCode... codes) {
        robot.push(codes);
    }

    void type(String text) {
        robot.write(text);
    }

    /** Presses a button, wherever it is. */
    void fire(String query) {
        awaitNode(query);
        Stand.onStage(() -> {
            robot.lookup(query).queryAs(ButtonBase.class).fire();
            return true;
        });
        stand.settle();
    }

    void run(String command) {
        Stand.onStage(() -> {
            stand.shell().runCommand(command);
            return true;
        });
        stand.settle();
    }

    /** Does what the command with this title does. */
    void runTitled(String title) {
        Stand.onStage(() -> {
            stand.shell().runTitled(title);
            return true;
        });
        stand.settle();
    }

    void focus(String query) {
        awaitNode(query);
        Stand.onStage(() -> {
            robot.lookup(query).query().requestFocus();
            return true;
        });
        stand.settle();
    }

    void set(String query, String text) {
        awaitNode(query);
        Stand.onStage(() -> {
            robot.lookup(query).queryAs(TextInputControl.class).setText(text);
            return true;
        });
        stand.settle();
    }

    private void awaitNode(String query) {
        stand.await(query, () -> robot.lookup(query).tryQuery().isPresent());
    }

    String text(String query) {
        return Stand.onStage(() -> robot.lookup(query).queryAs(Label.class).getText());
    }
}
