package org.zeroply.desktop;

import java.util.List;
import java.util.function.Function;
import javafx.scene.control.ChoiceBox;
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
        return box;
    }
}
