package org.zeroply.desktop.setup;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.scene.AccessibleRole;
import javafx.scene.Group;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.shape.Rectangle;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.board.DrawingGestures;
import org.zeroply.desktop.board.DrawingHand;
import org.zeroply.desktop.board.MarkLayer;
import org.zeroply.desktop.board.PieceShapes;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/**
 * The board on which a position is set up. With a man as brush, clicking and dragging paints; with the hand, men are
 * dragged about, and off the board to take them away. Keys: arrows move the cursor, a piece letter puts White's man
 * there, with Shift Black's, Delete or Space takes it away.
 */
final class SetupBoard extends Region {
    private static final double CELL = 46;
    private static final double MARGIN = 20;
    private static final Map<KeyCode, PieceType> LETTERS = Map.of(
            KeyCode.K, PieceType.KING,
            KeyCode.Q, PieceType.QUEEN,
            KeyCode.R, PieceType.ROOK,
            KeyCode.B, PieceType.BISHOP,
            KeyCode.N, PieceType.KNIGHT,
            KeyCode.P, PieceType.PAWN);

    private final SetupModel model;
    private final DrawingHand hand;
    private final DrawingGestures gestures;
    private final MarkLayer marks = new MarkLayer();
    private final BooleanProperty flipped = new SimpleBooleanProperty(this, "flipped", false);
    private final Pane squares = new Pane();
    private final Pane pieces = new Pane();
    private final Rectangle cursorFrame = new Rectangle(CELL - 4, CELL - 4);
    private final Region frame = new Region();
    private Square cursor = Square.of(4, 0);
    private @Nullable Square draggedFrom;
    private @Nullable Group dragged;
    private @Nullable Square painted;

    SetupBoard(SetupModel model, DrawingHand hand) {
        this.model = model;
        this.hand = hand;
        gestures = new DrawingGestures(
                () -> model.draft().marks(),
                new DrawingGestures.Drawer(
                        model::draw, () -> model.change(model.draft().withMarks(List.of())), square -> {}));
        getStyleClass().add("board");
        setId("setup-board");
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.NODE);
        double size = 8 * CELL + MARGIN + 4;
        setMinSize(size, size);
        setPrefSize(size, size);
        setMaxSize(size, size);
        cursorFrame.getStyleClass().add("board-cursor");
        cursorFrame.visibleProperty().bind(focusedProperty());
        frame.getStyleClass().add("board-frame");
        for (Region part : new Region[] {squares, pieces, frame}) {
            part.setMouseTransparent(true);
            part.setManaged(false);
        }
        cursorFrame.setMouseTransparent(true);
        getChildren().addAll(squares, marks, pieces, frame, cursorFrame);
        frame.resizeRelocate(MARGIN - 2, 0, 8 * CELL + 4, 8 * CELL + 4);
        flipped.subscribe(now -> redraw());
        model.draftProperty().subscribe(now -> redraw());
        addEventHandler(MouseEvent.MOUSE_PRESSED, this::press);
        addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
        addEventHandler(MouseEvent.MOUSE_RELEASED, this::release);
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
    }

    BooleanProperty flippedProperty() {
        return flipped;
    }

    private double x(Square square) {
        return MARGIN + CELL * (flipped.get() ? 7 - square.file() : square.file());
    }

    private double y(Square square) {
        return 2 + CELL * (flipped.get() ? square.rank() : 7 - square.rank());
    }

    private @Nullable Square at(double x, double y) {
        int column = (int) Math.floor((x - MARGIN) / CELL);
        int row = (int) Math.floor((y - 2) / CELL);
        if (column < 0 || column > 7 || row < 0 || row > 7) {
            return null;
        }
        return flipped.get() ? Square.of(7 - column, row) : Square.of(column, 7 - row);
    }

    private void redraw() {
        squares.getChildren().clear();
        pieces.getChildren().clear();
        for (Square square : Square.values()) {
            Region region = new Region();
            region.getStyleClass().add(square.isLight() ? "board-light" : "board-dark");
            region.setManaged(false);
            region.resizeRelocate(x(square), y(square), CELL, CELL);
            squares.getChildren().add(region);
            Piece piece = model.draft().at(square);
            if (piece != null) {
                Group drawn = PieceShapes.draw(piece, CELL);
                drawn.setLayoutX(x(square));
                drawn.setLayoutY(y(square));
                pieces.getChildren().add(drawn);
            }
        }
        marks.draw(
                model.draft().marks(),
                flipped.get() ? Side.BLACK : Side.WHITE,
                square -> model.draft().at(square) != null,
                MARGIN,
                2,
                CELL);
        for (int i = 0; i < 8; i++) {
            coordinate(String.valueOf((char) ('a' + i)), x(Square.of(i, 0)), 8 * CELL + 5, CELL);
            coordinate(Integer.toString(i + 1), 0, y(Square.of(0, i)) + CELL / 2 - 8, MARGIN - 4);
        }
        placeCursor();
    }

    private void coordinate(String text, double x, double y, double width) {
        Label label = Widgets.label("board-coordinate", text);
        label.setManaged(false);
        label.resizeRelocate(x, y, width, 16);
        squares.getChildren().add(label);
    }

    private void placeCursor() {
        cursorFrame.relocate(x(cursor) + 2, y(cursor) + 2);
        Piece piece = model.draft().at(cursor);
        setAccessibleText(Texts.of(
                "setup.cursor",
                cursor,
                piece == null
                        ? Texts.of("setup.empty")
                        : Texts.of("side." + piece.side()) + ' ' + Texts.of("piece." + piece.type())));
    }

    // ---- mouse

    private void press(MouseEvent event) {
        requestFocus();
        Square square = at(event.getX(), event.getY());
        if (square == null) {
            return;
        }
        cursor = square;
        placeCursor();
        if (hand.isOn()) {
            gestures.press(square);
        } else if (event.getButton() == MouseButton.SECONDARY) {
            model.change(model.draft().put(square, null));
        } else if (model.brushProperty().get().equals(SetupModel.Brush.HAND)) {
            Piece piece = model.draft().at(square);
            if (piece != null) {
                draggedFrom = square;
            }
        } else {
            model.paint(square);
            painted = square;
        }
    }

    private void drag(MouseEvent event) {
        Square square = at(event.getX(), event.getY());
        if (gestures.isDown()) {
            gestures.drag(square);
        } else if (draggedFrom != null) {
            if (dragged == null) {
                Piece piece = model.draft().at(draggedFrom);
                if (piece == null) {
                    return;
                }
                dragged = PieceShapes.draw(piece, CELL);
                dragged.setManaged(false);
                getChildren().add(dragged);
            }
            dragged.setLayoutX(event.getX() - CELL / 2);
            dragged.setLayoutY(event.getY() - CELL / 2);
        } else if (painted != null && square != null && square != painted) {
            painted = square;
            Piece brush = model.brushProperty().get().piece();
            model.change(model.draft().put(square, brush));
        }
    }

    private void release(MouseEvent event) {
        if (gestures.isDown()) {
            gestures.release(hand);
            return;
        }
        painted = null;
        Square from = draggedFrom;
        boolean moved = dragged != null;
        draggedFrom = null;
        getChildren().remove(dragged);
        dragged = null;
        if (from != null && moved) {
            Square to = at(event.getX(), event.getY());
            model.change(
                    to == null ? model.draft().put(from, null) : model.draft().move(from, to));
        }
    }

    // ---- keys

    private void key(KeyEvent event) {
        if (event.isShortcutDown() || event.isAltDown()) {
            return;
        }
        if (hand.isOn() && gestures.key(hand, event.getCode(), cursor)) {
            event.consume();
            return;
        }
        int turn = flipped.get() ? -1 : 1;
        PieceType letter = LETTERS.get(event.getCode());
        if (letter != null) {
            Piece piece = Piece.of(event.isShiftDown() ? Side.BLACK : Side.WHITE, letter);
            model.change(model.draft().put(cursor, piece));
            step(1, 0);
        } else {
            switch (event.getCode()) {
                case LEFT -> step(-turn, 0);
                case RIGHT -> step(turn, 0);
                case UP -> step(0, turn);
                case DOWN -> step(0, -turn);
                case DELETE, SPACE, BACK_SPACE -> model.change(model.draft().put(cursor, null));
                default -> {
                    return;
                }
            }
        }
        placeCursor();
        event.consume();
    }

    private void step(int files, int ranks) {
        cursor = Square.of(
                Math.clamp((long) cursor.file() + files, 0, 7), Math.clamp((long) cursor.rank() + ranks, 0, 7));
    }

    /** The letter that puts a man down, for hints. */
    static String letter(PieceType type) {
        return String.valueOf(type.letter()).toUpperCase(Locale.ROOT);
    }
}
