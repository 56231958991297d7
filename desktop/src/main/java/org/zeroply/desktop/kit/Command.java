package org.zeroply.desktop.kit;

import java.util.function.BooleanSupplier;
import javafx.scene.input.KeyCombination;
import org.jspecify.annotations.Nullable;

/**
 * Something the user can ask for by name, and perhaps by a shortcut.
 *
 * @param enabled whether it can be done now; one that cannot is not offered
 */
public record Command(String title, @Nullable KeyCombination shortcut, BooleanSupplier enabled, Runnable action) {

    /** A command that can always be done, by the key of its title. */
    public static Command of(String key, @Nullable String shortcut, Runnable action) {
        return titled(Texts.of(key), shortcut, action);
    }

    /** A command whose title is made up of something. */
    public static Command titled(String title, @Nullable String shortcut, Runnable action) {
        return new Command(title, shortcut == null ? null : KeyCombination.valueOf(shortcut), () -> true, action);
    }

    /** The same, to be done only under a condition. */
    public Command when(BooleanSupplier condition) {
        return new Command(title, shortcut, condition, action);
    }

    /** The shortcut as the user reads it, or an empty text. */
    public String shortcutText() {
        return shortcut == null ? "" : shortcut.getDisplayText();
    }
}
