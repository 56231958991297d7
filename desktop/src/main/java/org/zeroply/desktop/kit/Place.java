package org.zeroply.desktop.kit;

import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import org.jspecify.annotations.Nullable;
import org.zeroply.showing.Card;
import org.zeroply.store.UndoState;

/**
 * A place of the application, such as Reading. It is implemented beside its view, which is made when the place is first
 * shown; the window knows places only by this.
 */
public interface Place {
    /** Names it in the texts ({@code place.GAMES}) and on the rail ({@code rail-games}). */
    String name();

    /** The drawing on the rail, as a path on a field of 24 by 24. */
    String icon();

    default String title() {
        return Texts.of("place." + name());
    }

    /** What fills the window while one is here; always the same node. */
    Node view();

    /** Brings the keyboard here. */
    void focus();

    /** Writes down what is still being typed. */
    void keepEdits();

    void undo();

    void redo();

    /** What undo and redo would do. */
    ObservableValue<UndoState> undoProperty();

    /** What is open here, for the bar; null where that is only the workbook. */
    default ObservableValue<@Nullable Heading> headingProperty() {
        return new ReadOnlyObjectWrapper<@Nullable Heading>();
    }

    /** Lets the user change what the bar says about what is open. */
    default void editHeading() {}

    /** What can be done here, in the order in which it is offered. */
    List<Command> commands();

    /** What is shown here as a card to teach from; empty where no position is. */
    default Optional<Card> card() {
        return Optional.empty();
    }

    /** Keys that work here and are no commands, by what the list of shortcuts calls them. */
    default List<String> otherKeys() {
        return List.of();
    }

    /**
     * What the bar says.
     *
     * @param subtitle perhaps empty
     */
    record Heading(String title, String subtitle) {}
}
