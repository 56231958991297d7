package org.zeroply.desktop.board;

import java.util.List;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.OwnMark;
import org.zeroply.rules.Square;

/** The pencil in the coach's hand: one for all boards of the window. Lives on the interface thread. */
public final class DrawingHand {
    private final BooleanProperty on = new SimpleBooleanProperty(this, "on", false);
    private final ObjectProperty<OwnMark.Kind> kind = new SimpleObjectProperty<>(this, "kind", OwnMark.Kind.RING);
    private final ObjectProperty<OwnMark.Pencil> pencil =
            new SimpleObjectProperty<>(this, "pencil", OwnMark.Pencil.AMBER);
    private final StringProperty tag = new SimpleStringProperty(this, "tag", "");

    /** Whether boards are drawn on, and no moves made. */
    public BooleanProperty onProperty() {
        return on;
    }

    public ObjectProperty<OwnMark.Kind> kindProperty() {
        return kind;
    }

    public ObjectProperty<OwnMark.Pencil> pencilProperty() {
        return pencil;
    }

    /** The letter or figure of the next tag; empty for the next letter that is free. */
    public StringProperty tagProperty() {
        return tag;
    }

    public boolean isOn() {
        return on.get();
    }

    /** Whether what is drawn goes from one square to another. */
    public boolean isBetweenSquares() {
        return kind.get() == OwnMark.Kind.PATH || kind.get() == OwnMark.Kind.THREAT;
    }

    /**
     * The mark that is drawn from one square to another.
     *
     * @param passed the squares that the pencil passed, the first and last among them
     * @param marks those that are on the board
     * @return null where nothing comes of it, such as a path that goes nowhere
     */
    public @Nullable OwnMark mark(List<Square> passed, List<OwnMark> marks) {
        Square from = passed.getFirst();
        Square to = passed.getLast();
        return switch (kind.get()) {
            case RING, HATCH -> from == to ? OwnMark.on(kind.get(), pencil.get(), to) : null;
            case TAG -> from == to ? OwnMark.tag(pencil.get(), to, tagOn(to, marks)) : null;
            case PATH, THREAT -> from == to ? null : OwnMark.along(kind.get(), pencil.get(), from, to);
            case REGION -> new OwnMark(OwnMark.Kind.REGION, pencil.get(), passed, "");
        };
    }

    /** A tag that is already there is taken, so that drawing it again takes it away. */
    private String tagOn(Square square, List<OwnMark> marks) {
        String typed = tag.get().strip();
        if (!typed.isEmpty()) {
            return typed.substring(0, Math.min(2, typed.length()));
        }
        return marks.stream()
                .filter(mark -> mark.kind() == OwnMark.Kind.TAG
                        && mark.pencil() == pencil.get()
                        && mark.squares().getFirst() == square)
                .map(OwnMark::tag)
                .findFirst()
                .orElseGet(() -> OwnMark.nextTag(marks));
    }
}
