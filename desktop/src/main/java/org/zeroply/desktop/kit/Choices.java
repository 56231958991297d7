package org.zeroply.desktop.kit;

import java.util.List;
import java.util.function.Function;
import javafx.collections.FXCollections;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ComboBox;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.util.StringConverter;
import org.jspecify.annotations.Nullable;

/** Boxes to pick one of a few values from. */
public final class Choices {
    private Choices() {}

    /** A box with the first value picked; names are asked for when they are shown. */
    public static <T> ChoiceBox<T> of(List<T> values, Function<T, String> name) {
        ChoiceBox<T> box = new ChoiceBox<>();
        box.setConverter(new StringConverter<>() {
            @Override
            public String toString(@Nullable T value) {
                return value == null ? "" : name.apply(value);
            }

            @Override
            public @Nullable T fromString(String text) {
                return null;
            }
        });
        box.getItems().addAll(values);
        box.setValue(values.getFirst());
        return byArrows(box);
    }

    /** Has Up and Down pick another value; otherwise they lead to whatever stands above and below. Space opens the list. */
    public static <T extends @Nullable Object> ChoiceBox<T> byArrows(ChoiceBox<T> box) {
        box.addEventFilter(KeyEvent.ANY, event -> {
            boolean isDown = event.getCode() == KeyCode.DOWN;
            if (box.isShowing() || event.isAltDown() || !isDown && event.getCode() != KeyCode.UP) {
                return;
            }
            if (event.getEventType() == KeyEvent.KEY_PRESSED && isDown) {
                box.getSelectionModel().selectNext();
            } else if (event.getEventType() == KeyEvent.KEY_PRESSED) {
                box.getSelectionModel().selectPrevious();
            }
            event.consume();
        });
        return box;
    }

    /**
     * Shows a list with one of it chosen. While the list is renewed, the chosen one may not be in it for a moment; a choice
     * outside of the list would show nothing, so it is left as it was then.
     */
    public static <T> void renew(ComboBox<T> box, List<T> all, T chosen) {
        if (all.contains(chosen)) {
            if (!box.getItems().equals(all)) {
                box.setItems(FXCollections.observableArrayList(all));
            }
            box.setValue(chosen);
        }
    }
}
