package org.zeroply.desktop.judging;

import java.util.List;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.game.Spot;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.strip.StripLanes;
import org.zeroply.gametree.GameTree;
import org.zeroply.ledger.MoveMeasures;
import org.zeroply.rules.Move;
import org.zeroply.work.Cancel;

/**
 * The lanes of the strip: which there are, and the ledger's figures along the current line, worked out off the interface
 * thread whenever the line is another. Figures for a line that was left are dropped.
 */
public final class LanesModel {
    private final OpenGame reading;
    private final Background background;
    private final ObjectProperty<StripLanes> lanes = new SimpleObjectProperty<>(this, "lanes", StripLanes.USUAL);
    private final ReadOnlyObjectWrapper<List<MoveMeasures>> measures =
            new ReadOnlyObjectWrapper<>(this, "measures", List.of());
    private @Nullable GameTree start;
    private List<Move> line = List.of();
    private Cancel running = new Cancel();

    public LanesModel(OpenGame reading, Background background) {
        this.reading = reading;
        this.background = background;
        reading.spotProperty().subscribe(() -> follow());
    }

    public ObjectProperty<StripLanes> lanesProperty() {
        return lanes;
    }

    /** After each move of the current line, as far as it may be seen. */
    public ReadOnlyObjectProperty<List<MoveMeasures>> measuresProperty() {
        return measures.getReadOnlyProperty();
    }

    private void follow() {
        Spot spot = reading.spotProperty().get();
        GameTree tree = reading.shown();
        List<Move> now = spot == null
                ? List.of()
                : tree.lineThrough(spot.node()).stream()
                        .map(id -> tree.node(id).played())
                        .toList();
        if (now.equals(line) && start != null && start.start().equals(tree.start())) {
            return;
        }
        line = now;
        start = tree;
        running.cancel();
        Cancel cancel = new Cancel();
        running = cancel;
        background.look(() -> MoveMeasures.along(tree.start(), now, cancel), found -> {
            if (!cancel.isRequested()) {
                measures.set(found);
            }
        });
    }
}
