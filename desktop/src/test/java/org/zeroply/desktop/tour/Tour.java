package org.zeroply.desktop.tour;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import javafx.application.Platform;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import org.testfx.api.FxRobot;
import org.zeroply.desktop.Stand;
import org.zeroply.store.GameSummary;

/** The main views over the sample club, one PNG each at 1280x800. */
public final class Tour {
    private final Path target;

    private Tour(Path target) {
        this.target = target;
    }

    public static void main(String[] arguments) throws IOException {
        Path folder = Files.createTempDirectory("zeroply-tour");
        new Tour(Path.of(arguments[0])).run(folder);
        try (var files = Files.walk(folder)) {
            for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(file);
            }
        }
        Platform.exit();
    }

    private void run(Path folder) {
        try (Stand stand = new Stand(folder, true, 1280, 800)) {
            stand.await("the list", () -> stand.shell().games().games().size() == 60);
            picture(stand, "games");
            // The most richly annotated game, at a move with a variation.
            GameSummary annotated = stand.workbook().find("", 1_000).stream()
                    .max(Comparator.comparingInt(GameSummary::remarks))
                    .orElseThrow();
            FxRobot robot = new FxRobot();
            Stand.onStage(() -> {
                stand.shell().openGame(annotated.id());
                return true;
            });
            stand.settle();
            Stand.onStage(() -> {
                var reading = stand.shell().reading();
                for (int id : reading.tree().mainLine()) {
                    if (reading.tree().depth(id) > 24
                            && reading.tree()
                                            .node(reading.tree().node(id).parent())
                                            .children()
                                            .size()
                                    > 1) {
                        reading.go(id);
                        break;
                    }
                }
                return true;
            });
            stand.settle();
            ListView<?> ledger = robot.lookup(".ledger").queryAs(ListView.class);
            Stand.onStage(() -> {
                ledger.getSelectionModel().select(3);
                return true;
            });
            picture(stand, "reading");
            TextField pad = robot.lookup("#line-pad").queryAs(TextField.class);
            Stand.onStage(() -> {
                ledger.getSelectionModel().clearSelection();
                pad.requestFocus();
                pad.setText("Nf9");
                return true;
            });
            Stand.onStage(() -> {
                pad.fireEvent(new javafx.event.ActionEvent());
                return true;
            });
            picture(stand, "line-pad");
            Stand.onStage(() -> {
                pad.clear();
                stand.shell().reading().dismissRefusal();
                stand.shell().runCommand("command.lamp");
                return true;
            });
            picture(stand, "lamp");
        }
    }

    private void picture(Stand stand, String name) {
        stand.picture(target.resolve(name + ".png"));
    }
}
