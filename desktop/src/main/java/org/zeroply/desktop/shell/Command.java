package org.zeroply.desktop.shell;

import java.util.function.BooleanSupplier;
import javafx.scene.input.KeyCombination;
import org.jspecify.annotations.Nullable;

/**
 * Something the user can ask for by name, and perhaps by a shortcut.
 *
 * @param place the place in which it works, or null where it works everywhere
 */
public record Command(
        String title,
        @Nullable KeyCombination shortcut,
        @Nullable Place place,
        BooleanSupplier enabled,
        Runnable action) {

    public static Command of(String title, @Nullable String shortcut, @Nullable Place place, Runnable action) {
        return new Command(
                title, shortcut == null ? null : KeyCombination.valueOf(shortcut), place, () -> true, action);
    }

    public Command when(BooleanSupplier condition) {
        return new Command(title, shortcut, place, condition, action);
    }

    /** The shortcut as the user reads it, or an empty text. */
    public String shortcutText() {
        return shortcut == null ? "" : shortcut.getDisplayText();
    }
}
