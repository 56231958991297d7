package org.zeroply.desktop.games;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.notation.Language;

/**
 * What the list tells of a game beside its tags: that it is judged, and where it left a repertoire. Looked up for the rows
 * that are shown, off the interface thread, and kept until something may have changed. Lives on the interface thread.
 */
public final class GameMarks {
    private final Background background;
    private final Supplier<Language> language;
    private final Look look;
    private final Map<Long, List<String>> known = new HashMap<>();
    private final Set<Long> wanted = new LinkedHashSet<>();
    private final ReadOnlyIntegerWrapper state = new ReadOnlyIntegerWrapper(this, "state");
    private int age;

    /** Looks up the marks of a game; called off the interface thread. */
    @FunctionalInterface
    public interface Look {
        List<String> of(long game, Language language);
    }

    public GameMarks(Background background, Supplier<Language> language, Look look) {
        this.background = background;
        this.language = language;
        this.look = look;
    }

    /** Another number each time marks have arrived. */
    public ReadOnlyIntegerProperty stateProperty() {
        return state.getReadOnlyProperty();
    }

    /** The marks of a game as far as they are known; what is not is looked up. */
    public String of(long game) {
        List<String> marks = known.get(game);
        if (marks == null && wanted.add(game) && wanted.size() == 1) {
            // All rows of a screen are asked for in one go.
            FxThread.later(this::lookUp);
        }
        return marks == null ? "" : String.join(", ", marks);
    }

    /** Forgets everything: games were judged, or repertoires edited. */
    public void forget() {
        age++;
        known.clear();
        state.set(state.get() + 1);
    }

    private void lookUp() {
        List<Long> asked = new ArrayList<>(wanted);
        int asking = age;
        Language letters = language.get();
        background.read(
                () -> {
                    Map<Long, List<String>> found = new HashMap<>();
                    asked.forEach(game -> found.put(game, look.of(game, letters)));
                    return found;
                },
                found -> {
                    wanted.clear();
                    if (asking == age) {
                        known.putAll(found);
                    }
                    state.set(state.get() + 1);
                });
    }
}
