package org.zeroply.desktop.kit;

import java.util.List;
import java.util.function.BooleanSupplier;
import javafx.scene.input.KeyCombination;
import org.jspecify.annotations.Nullable;

/**
 * Something the user can ask for by name, and perhaps by a shortcut.
 *
 * @param group the heading under which it stands among the commands of its place
 * @param words other words by which it is found, with spaces between them; perhaps empty
 * @param enabled whether it can be done now; one that cannot is not offered
 */
public record Command(
        String title,
        String group,
        String words,
        @Nullable KeyCombination shortcut,
        BooleanSupplier enabled,
        Runnable action) {

    /** A command that can always be done, by the key of its title. */
    public static Command of(String key, @Nullable String shortcut, Runnable action) {
        return titled(Texts.of(key), Texts.ofOr(key + ".words", ""), shortcut, action);
    }

    /** A command whose title is made up of something, and other words that find it. */
    public static Command titled(String title, String words, @Nullable String shortcut, Runnable action) {
        return new Command(
                title, "", words, shortcut == null ? null : KeyCombination.valueOf(shortcut), () -> true, action);
    }

    /** Commands that stand together under the heading with this key. */
    public static List<Command> group(String key, List<Command> commands) {
        return commands.stream()
                .map(each ->
                        new Command(each.title, Texts.of(key), each.words, each.shortcut, each.enabled, each.action))
                .toList();
    }

    /** The same, to be done only under a condition. */
    public Command when(BooleanSupplier condition) {
        return new Command(title, group, words, shortcut, condition, action);
    }

    /** The shortcut as the user reads it, or an empty text. */
    public String shortcutText() {
        return shortcut == null ? "" : shortcut.getDisplayText();
    }
}
