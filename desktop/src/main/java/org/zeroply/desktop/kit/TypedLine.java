package org.zeroply.desktop.kit;

import java.util.List;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.Supplier;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.jspecify.annotations.Nullable;
import org.zeroply.notation.Language;
import org.zeroply.notation.LineReader;
import org.zeroply.notation.LineReading;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/** What a model knows of a line of moves that is typed: taken, or refused with the moves that were probably meant. */
public final class TypedLine {
    private final ReadOnlyObjectWrapper<LineReading.@Nullable Refused> refusal =
            new ReadOnlyObjectWrapper<>(this, "refusal");
    private final Supplier<Language> language;
    private boolean following;
    private Function<String, LineReading> reading = text -> new LineReading.Read(List.of());

    /**
     * @param language the letters in which moves are read first, and in which the meant ones are written
     */
    public TypedLine(Supplier<Language> language) {
        this.language = language;
    }

    /** Why the last text was refused; null if it was taken or is no longer of interest. */
    public ReadOnlyObjectProperty<LineReading.@Nullable Refused> refusalProperty() {
        return refusal.getReadOnlyProperty();
    }

    /** The letters of moves. */
    public Language language() {
        return language.get();
    }

    /**
     * Reads a line of moves and hands it on, or refuses it.
     *
     * @param take is handed the moves, an empty list for a text without any; says whether it took them
     * @return whether the line could be read and was taken
     */
    public boolean read(Position from, String text, Predicate<List<Move>> take) {
        reading = again -> reader().read(from, again);
        return settle(reading.apply(text), take);
    }

    /** As {@link #read}, for moves that are alternatives of one position. */
    public boolean readEach(Position position, String text, Predicate<List<Move>> take) {
        reading = again -> reader().readEach(position, again);
        return settle(reading.apply(text), take);
    }

    /** Once a text was refused: what becomes of it as it is typed on. Nothing is taken. */
    public void follow(String text) {
        if (following) {
            refusal.set(reading.apply(text) instanceof LineReading.Refused refused ? refused : null);
        }
    }

    /** Refuses a text for somebody who reads it on their own. */
    public void refuse(LineReading.Refused refused) {
        reading = text -> new LineReading.Read(List.of());
        refusal.set(refused);
    }

    /** Forgets why a text was refused. */
    public void dismiss() {
        following = false;
        refusal.set(null);
    }

    private LineReader reader() {
        return new LineReader(language.get());
    }

    private boolean settle(LineReading reading, Predicate<List<Move>> take) {
        return switch (reading) {
            case LineReading.Read read -> {
                dismiss();
                yield take.test(read.moves());
            }
            case LineReading.Refused refused -> {
                following = true;
                refusal.set(refused);
                yield false;
            }
        };
    }
}
