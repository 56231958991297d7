package org.zeroply.desktop.setup;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.OwnMark;
import org.zeroply.notation.Fen;
import org.zeroply.notation.FenReading;
import org.zeroply.notation.Language;
import org.zeroply.notation.SetupList;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.SetupFault;
import org.zeroply.rules.SetupReading;
import org.zeroply.rules.Square;

/** The state of setting up a position: the draft, what is wrong with it, the brush in hand, and undo. */
public final class SetupModel {
    private static final int LONGEST_UNDO = 200;

    private final ReadOnlyObjectWrapper<Draft> draft = new ReadOnlyObjectWrapper<>(this, "draft", Draft.EMPTY);
    private final ReadOnlyObjectWrapper<List<String>> faults = new ReadOnlyObjectWrapper<>(this, "faults", List.of());
    private final ReadOnlyObjectWrapper<@Nullable Position> position = new ReadOnlyObjectWrapper<>(this, "position");
    private final ObjectProperty<Brush> brush = new SimpleObjectProperty<>(this, "brush", Brush.HAND);
    private final Deque<Draft> undone = new ArrayDeque<>();
    private final Deque<Draft> before = new ArrayDeque<>();

    /**
     * What a click on a square does.
     *
     * @param piece the man that it puts there; null for none
     * @param erases whether it takes men away
     */
    public record Brush(@Nullable Piece piece, boolean erases) {
        /** Picks men up and puts them down. */
        public static final Brush HAND = new Brush(null, false);

        public static final Brush ERASER = new Brush(null, true);
    }

    public SetupModel(Draft start) {
        show(start);
    }

    public ReadOnlyObjectProperty<Draft> draftProperty() {
        return draft.getReadOnlyProperty();
    }

    public Draft draft() {
        return draft.get();
    }

    /** What makes the draft impossible, as sentences; empty where it is a position. */
    public ReadOnlyObjectProperty<List<String>> faultsProperty() {
        return faults.getReadOnlyProperty();
    }

    /** The position that the draft is, or null while it is impossible. */
    public ReadOnlyObjectProperty<@Nullable Position> positionProperty() {
        return position.getReadOnlyProperty();
    }

    public ObjectProperty<Brush> brushProperty() {
        return brush;
    }

    /** Changes the draft as one step of undo. */
    public void change(Draft next) {
        if (!next.equals(draft.get())) {
            before.push(draft.get());
            if (before.size() > LONGEST_UNDO) {
                before.removeLast();
            }
            undone.clear();
            show(next);
        }
    }

    public void undo() {
        travel(before, undone);
    }

    public void redo() {
        travel(undone, before);
    }

    private void travel(Deque<Draft> from, Deque<Draft> to) {
        if (!from.isEmpty()) {
            to.push(draft.get());
            show(from.pop());
        }
    }

    /** The draft comes last, so that whoever listens to it finds everything in its place. */
    private void show(Draft next) {
        switch (next.read()) {
            case SetupReading.Possible possible -> {
                position.set(possible.position());
                faults.set(List.of());
            }
            case SetupReading.Impossible impossible -> {
                position.set(null);
                faults.set(impossible.faults().stream().map(SetupFault::message).toList());
            }
        }
        draft.set(next);
    }

    /** What the brush does to a square; the same man twice is taken away again. */
    public void paint(Square square) {
        Brush now = brush.get();
        if (now.erases() || now.piece() != null && now.piece() == draft.get().at(square)) {
            change(draft.get().put(square, null));
        } else if (now.piece() != null) {
            change(draft.get().put(square, now.piece()));
        }
    }

    /** The position with what was drawn on it, as the start of a game; null while it is impossible. */
    public @Nullable GameTree tree() {
        Position now = position.get();
        if (now == null) {
            return null;
        }
        GameTree tree = GameTree.of(now);
        return tree.with(CoachRemarks.NONE.withMarks(draft.get().marks()).onto(tree.root()));
    }

    /** Draws on the board, as one step of undo. */
    public void draw(OwnMark mark) {
        change(draft.get().withMarks(OwnMark.drawn(draft.get().marks(), mark)));
    }

    /** The draft as FEN; counters as at the start of a game. Empty while it is impossible. */
    public String fen() {
        Position now = position.get();
        return now == null ? "" : Fen.write(now);
    }

    /** Takes a FEN; gives what is wrong with it, or nothing. */
    public List<String> takeFen(String text) {
        return switch (Fen.read(text)) {
            case FenReading.Read read -> {
                change(Draft.of(read.position()));
                yield List.of();
            }
            case FenReading.Refused refused -> refused.reasons();
        };
    }

    public String list(Language language) {
        return SetupList.write(draft.get().men(), language);
    }

    /** Takes a set-up list; gives what is wrong with it, or an empty text. */
    public String takeList(String text, Language language) {
        return switch (SetupList.read(text, language)) {
            case SetupList.Reading.Read read -> {
                Map<Square, Piece> men = new EnumMap<>(Square.class);
                men.putAll(read.men());
                change(draft.get().withMen(men));
                yield "";
            }
            case SetupList.Reading.Refused refused ->
                Texts.of("setup.listRefused", refused.place(), refused.token(), refused.reason());
        };
    }
}
