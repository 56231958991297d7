package org.zeroply.desktop.shell;

import java.util.List;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import org.zeroply.desktop.kit.Command;
import org.zeroply.desktop.kit.Place;
import org.zeroply.store.UndoState;

/** A place that is nothing but its name. */
record NamedPlace(String name) implements Place {
    @Override
    public String icon() {
        return "";
    }

    @Override
    public Node view() {
        throw new AssertionError("nothing of it was to be shown");
    }

    @Override
    public void focus() {}

    @Override
    public void keepEdits() {}

    @Override
    public void undo() {}

    @Override
    public void redo() {}

    @Override
    public ObservableValue<UndoState> undoProperty() {
        return new ReadOnlyObjectWrapper<>(new UndoState(null, null));
    }

    @Override
    public List<Command> commands() {
        return List.of();
    }
}
