package org.zeroply.desktop.board;

import java.util.function.Consumer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Control;
import javafx.scene.control.Skin;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.OwnMark;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.showing.Sketch;

/**
 * A chess board: shows a position with its last move and marks, and lets the user pick squares and propose legal moves
 * by click, drag or keyboard. It never changes the position itself; whoever listens decides what a move does.
 *
 * <p>Keyboard: Enter shows a cursor at the side to move's king, arrows move it, Enter picks a man and then its goal,
 * Escape lets go. A promotion is chosen by letter or arrows.
 */
public final class BoardView extends Control {
    private final ObjectProperty<Position> position = new SimpleObjectProperty<>(this, "position", Position.START);
    private final BooleanProperty flipped = new SimpleBooleanProperty(this, "flipped", false);
    private final BooleanProperty playable = new SimpleBooleanProperty(this, "playable", true);
    private final BooleanProperty coordinates = new SimpleBooleanProperty(this, "coordinates", true);
    private final ObjectProperty<@Nullable Move> lastMove = new SimpleObjectProperty<>(this, "lastMove");
    private final ObjectProperty<@Nullable Square> picked = new SimpleObjectProperty<>(this, "picked");
    private final ObservableList<Mark> marks = FXCollections.observableArrayList();
    private final ObservableList<Trace> traces = FXCollections.observableArrayList();
    private final ObservableList<OwnMark> ownMarks = FXCollections.observableArrayList();
    private final ObjectProperty<@Nullable Sketch> sketch = new SimpleObjectProperty<>(this, "sketch");
    private @Nullable DrawingHand hand;
    private Consumer<OwnMark> onDraw = mark -> {};
    private Runnable onClear = () -> {};
    private Consumer<Move> onMove = move -> {};

    public BoardView() {
        getStyleClass().add("board");
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.NODE);
        setAccessibleText(describe(Position.START));
        position.subscribe(now -> setAccessibleText(describe(now)));
    }

    /** The position in words, for screen readers. */
    private static String describe(Position position) {
        StringBuilder text = new StringBuilder(
                Texts.of(position.sideToMove() == Side.WHITE ? "board.whiteToMove" : "board.blackToMove"));
        for (Side side : Side.values()) {
            text.append(". ")
                    .append(Texts.of(side == Side.WHITE ? "side.WHITE" : "side.BLACK"))
                    .append(": ");
            for (Square square : position.men(side)) {
                Piece piece = position.pieceAt(square);
                if (piece != null) {
                    text.append(Texts.of("piece." + piece.type()))
                            .append(' ')
                            .append(square)
                            .append(", ");
                }
            }
        }
        return text.toString();
    }

    public ObjectProperty<Position> positionProperty() {
        return position;
    }

    /** Whether Black's side is below. */
    public BooleanProperty flippedProperty() {
        return flipped;
    }

    /** Whether moves may be proposed. */
    public BooleanProperty playableProperty() {
        return playable;
    }

    /** Whether letters and figures stand beside it; set before it is shown. */
    public BooleanProperty coordinatesProperty() {
        return coordinates;
    }

    /** The move that led here, shown by corner brackets. */
    public ObjectProperty<@Nullable Move> lastMoveProperty() {
        return lastMove;
    }

    /** The square that the user has picked, if any; set by the control, and cleared when the position changes. */
    public ObjectProperty<@Nullable Square> pickedProperty() {
        return picked;
    }

    public ObservableList<Mark> marks() {
        return marks;
    }

    /** Threats and plans drawn over the men. */
    public ObservableList<Trace> traces() {
        return traces;
    }

    /** What the coach drew; below the men. */
    public ObservableList<OwnMark> ownMarks() {
        return ownMarks;
    }

    /** Men of which no position can be made, shown instead of the position; null for the position. */
    public ObjectProperty<@Nullable Sketch> sketchProperty() {
        return sketch;
    }

    /**
     * Lets it be drawn on.
     *
     * @param pencil draws while it is on
     * @param draw called with each mark that is drawn
     * @param clear called when all marks are to go
     */
    public void letDraw(DrawingHand pencil, Consumer<OwnMark> draw, Runnable clear) {
        hand = pencil;
        onDraw = draw;
        onClear = clear;
    }

    /** The pencil, if it is on. */
    @Nullable
    DrawingHand hand() {
        return hand != null && hand.isOn() ? hand : null;
    }

    /** Whether the pencil is on, and the board one that is drawn on. */
    public boolean isDrawnOn() {
        return hand() != null;
    }

    void draw(OwnMark mark) {
        onDraw.accept(mark);
    }

    void clearMarks() {
        onClear.run();
    }

    /** What stands on a square. */
    @Nullable
    Piece at(Square square) {
        Sketch shown = sketch.get();
        return shown == null ? position.get().pieceAt(square) : shown.at(square);
    }

    /** Called with each legal move that the user proposes. */
    public void setOnMove(Consumer<Move> listener) {
        onMove = listener;
    }

    void propose(Move move) {
        onMove.accept(move);
    }

    @Override
    protected Skin<?> createDefaultSkin() {
        return new BoardSkin(this);
    }
}
