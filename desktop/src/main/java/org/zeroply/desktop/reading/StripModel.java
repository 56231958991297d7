package org.zeroply.desktop.reading;

import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.game.Spot;
import org.zeroply.desktop.strip.StripData;
import org.zeroply.desktop.strip.StripMoves;

/** The open game as the strip shows it. The moves of a tree are laid out and named once, however often one walks it. */
public final class StripModel {
    private final ReadOnlyObjectWrapper<@Nullable StripData> data = new ReadOnlyObjectWrapper<>(this, "data");
    private @Nullable StripMoves moves;
    private @Nullable Spot movesOf;

    public StripModel(OpenGame game) {
        game.spotProperty().subscribe(spot -> data.set(spot == null ? null : of(spot)));
    }

    /** Null while no game is open. */
    public ReadOnlyObjectProperty<@Nullable StripData> dataProperty() {
        return data.getReadOnlyProperty();
    }

    private StripData of(Spot spot) {
        StripMoves known = moves;
        if (known == null
                || movesOf == null
                || movesOf.shown() != spot.shown()
                || movesOf.language() != spot.language()) {
            known = StripMoves.of(spot.shown(), spot.language());
            moves = known;
            movesOf = spot;
        }
        return StripData.of(
                known,
                spot.shown(),
                spot.node(),
                spot.scale(),
                spot.game().tags().known("TimeControl"));
    }
}
