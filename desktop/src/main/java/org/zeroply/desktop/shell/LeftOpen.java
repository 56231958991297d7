package org.zeroply.desktop.shell;

import java.util.Optional;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javafx.animation.PauseTransition;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.util.Duration;
import org.zeroply.desktop.game.GameNames;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.Background;
import org.zeroply.store.Workbook;

/**
 * The game that was open when the workbook was closed, and where one stood in it, so that one can go on. Kept in the
 * workbook a moment after each step. Lives on the interface thread.
 */
final class LeftOpen {
    private static final String KEY = "left-open";
    private static final Pattern KEPT = Pattern.compile("(\\d{1,18}) (\\d{1,6})");
    private static final Duration SETTLED = Duration.seconds(1);

    private final ReadOnlyStringWrapper name = new ReadOnlyStringWrapper(this, "name", "");
    private Optional<Spot> spot = Optional.empty();

    /** @param ply half-moves of the main line before where one stood */
    record Spot(long game, int ply) {}

    /** What is read from the workbook when it is opened. */
    private record Found(Spot spot, String name) {}

    LeftOpen(OpenGame reading, Workbook workbook, Background background) {
        background.read(
                () -> find(workbook),
                found -> found.ifPresent(known -> {
                    if (!reading.openProperty().get()) {
                        spot = Optional.of(known.spot());
                        name.set(known.name());
                    }
                }));
        PauseTransition settle = new PauseTransition(SETTLED);
        settle.setOnFinished(event -> {
            if (reading.openProperty().get() && reading.gameIdProperty().get() > 0) {
                String kept = reading.gameIdProperty().get() + " "
                        + reading.tree().depth(reading.nodeProperty().get());
                background.write(() -> workbook.settings().set(KEY, kept));
            }
        });
        reading.spotProperty().subscribe((before, now) -> {
            settle.playFromStart();
            if (reading.openProperty().get()) {
                name.set("");
            }
        });
    }

    private static Optional<Found> find(Workbook workbook) {
        Matcher kept = KEPT.matcher(workbook.settings().get(KEY).orElse(""));
        if (!kept.matches()) {
            return Optional.empty();
        }
        Spot spot = new Spot(Long.parseLong(kept.group(1)), Integer.parseInt(kept.group(2)));
        // It may have been removed since.
        return workbook.games().summaries(new long[] {spot.game()}).stream()
                .findFirst()
                .map(game -> new Found(spot, GameNames.players(game)));
    }

    /** The name of the game; empty if there is none to go on with. */
    ReadOnlyStringProperty nameProperty() {
        return name.getReadOnlyProperty();
    }

    /** Hands the place on, if there is one. */
    void goOn(Consumer<Spot> open) {
        spot.ifPresent(open);
    }
}
