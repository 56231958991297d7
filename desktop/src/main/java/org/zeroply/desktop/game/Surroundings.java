package org.zeroply.desktop.game;

import java.util.List;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Newest;
import org.zeroply.rules.Position;
import org.zeroply.store.PositionGames;
import org.zeroply.store.Workbook;

/**
 * What the workbook knows about where one is in the open game: what other games did here, and where the game left known
 * ground. Asked in the background; an answer for a place left behind is dropped.
 */
public final class Surroundings {
    private static final int NOT_KNOWN = -1;

    private final OpenGame game;
    private final Workbook workbook;
    private final Background background;
    private final ReadOnlyObjectWrapper<@Nullable PositionGames> here = new ReadOnlyObjectWrapper<>(this, "here");
    private final ReadOnlyIntegerWrapper firstNew = new ReadOnlyIntegerWrapper(this, "firstNew", NOT_KNOWN);
    private final ObjectProperty<List<Departed>> departed = new SimpleObjectProperty<>(this, "departed", List.of());
    private final Newest newest = new Newest();
    private List<Position> askedNew = List.of();

    Surroundings(OpenGame game, Workbook workbook, Background background) {
        this.game = game;
        this.workbook = workbook;
        this.background = background;
        game.spotProperty().subscribe(spot -> {
            lookHere(spot);
            lookForNew(spot);
        });
    }

    /** What the games of the workbook did with the position; null until it is known, and behind the curtain. */
    public ReadOnlyObjectProperty<@Nullable PositionGames> hereProperty() {
        return here.getReadOnlyProperty();
    }

    /**
     * The move of the main line, as a node, with which the game left what earlier games of the workbook had played; -1 if
     * there is none, if it is not known yet, or if it stands behind the curtain.
     */
    public ReadOnlyIntegerProperty firstNewProperty() {
        return firstNew.getReadOnlyProperty();
    }

    /** Where the main line left the repertoires of the players; whoever knows the repertoires sets it. */
    public ObjectProperty<List<Departed>> departedProperty() {
        return departed;
    }

    private void lookHere(@Nullable Spot spot) {
        newest.forget();
        here.set(null);
        if (spot != null && !game.isCurtainDown()) {
            Position asked = spot.shown().positionAt(spot.node());
            background.read(() -> workbook.positions().at(asked, null), newest.only(here::set));
        }
    }

    /** Asks once for each main line where it left known ground. */
    private void lookForNew(@Nullable Spot spot) {
        List<Integer> main = spot == null ? List.of() : spot.shown().mainLine();
        List<Position> line = spot == null ? List.of() : spot.shown().positionsAlong(main);
        if (line.equals(askedNew)) {
            return;
        }
        askedNew = line;
        firstNew.set(NOT_KNOWN);
        if (spot != null && line.size() > 1) {
            background.read(() -> workbook.positions().firstNew(spot.id(), line), found -> {
                if (line.equals(askedNew) && found.isPresent()) {
                    firstNew.set(main.get(found.getAsInt() - 1));
                }
            });
        }
    }
}
