package org.zeroply.desktop.board;

import java.util.List;
import java.util.Map;
import javafx.event.EventHandler;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;

/** What mouse and keys do on a board. */
final class BoardBehavior {
    private static final double DRAG_BEGINS = 5;

    /** Steps of the cursor as White sees the board. */
    private static final Map<KeyCode, int[]> ARROWS = Map.of(
            KeyCode.LEFT, new int[] {-1, 0},
            KeyCode.RIGHT, new int[] {1, 0},
            KeyCode.UP, new int[] {0, 1},
            KeyCode.DOWN, new int[] {0, -1});

    private static final Map<KeyCode, PieceType> PROMOTIONS = Map.of(
            KeyCode.Q, PieceType.QUEEN,
            KeyCode.R, PieceType.ROOK,
            KeyCode.B, PieceType.BISHOP,
            KeyCode.N, PieceType.KNIGHT);

    private final BoardView board;
    private final BoardSkin skin;
    private final EventHandler<MouseEvent> pressed = this::press;
    private final EventHandler<MouseEvent> dragged = this::drag;
    private final EventHandler<MouseEvent> released = this::release;
    private final EventHandler<KeyEvent> typed = this::key;
    private final EventHandler<KeyEvent> letters = this::letter;

    private @Nullable Position shownFor;
    private @Nullable Square cursor;
    private @Nullable Square pressedOn;
    private boolean wasPicked;
    private boolean dragging;
    private double pressedX;
    private double pressedY;
    private final DrawingGestures gestures;
    private List<Move> promotions = List.of();
    private int promotionChoice;

    BoardBehavior(BoardView board, BoardSkin skin) {
        this.board = board;
        this.skin = skin;
        gestures = new DrawingGestures(
                () -> List.copyOf(board.ownMarks()),
                new DrawingGestures.Drawer(
                        board::draw,
                        board::clearMarks,
                        square -> board.pickedProperty().set(square)));
    }

    void install() {
        board.addEventHandler(MouseEvent.MOUSE_PRESSED, pressed);
        board.addEventHandler(MouseEvent.MOUSE_DRAGGED, dragged);
        board.addEventHandler(MouseEvent.MOUSE_RELEASED, released);
        board.addEventHandler(KeyEvent.KEY_PRESSED, typed);
        board.addEventHandler(KeyEvent.KEY_TYPED, letters);
    }

    void dispose() {
        board.removeEventHandler(MouseEvent.MOUSE_PRESSED, pressed);
        board.removeEventHandler(MouseEvent.MOUSE_DRAGGED, dragged);
        board.removeEventHandler(MouseEvent.MOUSE_RELEASED, released);
        board.removeEventHandler(KeyEvent.KEY_PRESSED, typed);
        board.removeEventHandler(KeyEvent.KEY_TYPED, letters);
    }

    @Nullable
    Square cursor() {
        return cursor;
    }

    void positionChanged() {
        Position now = board.positionProperty().get();
        boolean isSame = now.equals(shownFor);
        shownFor = now;
        if (isSame) {
            // Something else of the game was edited, such as what is drawn.
            return;
        }
        pressedOn = null;
        dragging = false;
        gestures.reset();
        promotions = List.of();
        skin.closePromotion();
        board.pickedProperty().set(null);
    }

    private boolean isOwn(Square square) {
        Position position = board.positionProperty().get();
        Piece piece = position.pieceAt(square);
        return piece != null && piece.side() == position.sideToMove();
    }

    // ---- mouse

    private void press(MouseEvent event) {
        board.requestFocus();
        Square square = skin.squareAt(event.getX(), event.getY());
        if (!promotions.isEmpty()) {
            cancelPromotion();
            return;
        }
        if (board.hand() != null && square != null) {
            gestures.press(square);
            return;
        }
        if (square == null || event.getButton() != MouseButton.PRIMARY) {
            board.pickedProperty().set(null);
            return;
        }
        Square picked = board.pickedProperty().get();
        if (picked != null && picked != square && tryMove(picked, square)) {
            return;
        }
        wasPicked = picked == square;
        board.pickedProperty().set(square);
        pressedOn = square;
        pressedX = event.getX();
        pressedY = event.getY();
    }

    private void drag(MouseEvent event) {
        if (gestures.isDown()) {
            gestures.drag(skin.squareAt(event.getX(), event.getY()));
            return;
        }
        if (pressedOn == null || !board.playableProperty().get() || !isOwn(pressedOn)) {
            return;
        }
        dragging |= Math.hypot(event.getX() - pressedX, event.getY() - pressedY) > DRAG_BEGINS;
        if (dragging) {
            skin.drag(pressedOn, event.getX(), event.getY(), true);
        }
    }

    private void release(MouseEvent event) {
        DrawingHand hand = board.hand();
        if (gestures.isDown() && hand != null) {
            gestures.release(hand);
            return;
        }
        Square from = pressedOn;
        pressedOn = null;
        if (from == null) {
            return;
        }
        if (dragging) {
            dragging = false;
            Square to = skin.squareAt(event.getX(), event.getY());
            if (to == null || to == from || !tryMove(from, to)) {
                skin.drag(from, 0, 0, false);
            }
        } else if (wasPicked) {
            board.pickedProperty().set(null);
        }
    }

    // ---- the pencil

    /** While the pencil is on, letters are no moves. */
    private void letter(KeyEvent event) {
        if (board.hand() != null && !event.isShortcutDown() && !event.isAltDown()) {
            event.consume();
        }
    }

    private boolean tryMove(Square from, Square to) {
        if (!board.playableProperty().get()) {
            return false;
        }
        List<Move> fitting = board.positionProperty().get().legalMoves().stream()
                .filter(move -> move.from() == from && move.to() == to)
                .toList();
        if (fitting.isEmpty()) {
            return false;
        }
        if (fitting.size() == 1) {
            board.pickedProperty().set(null);
            board.propose(fitting.getFirst());
        } else {
            promotions = fitting;
            promotionChoice = 0;
            skin.askPromotion(fitting);
        }
        return true;
    }

    void promote(Move choice) {
        promotions = List.of();
        skin.closePromotion();
        board.pickedProperty().set(null);
        board.propose(choice);
    }

    private void cancelPromotion() {
        promotions = List.of();
        skin.closePromotion();
        board.pickedProperty().set(null);
        skin.redrawHints();
    }

    // ---- keys

    private void key(KeyEvent event) {
        DrawingHand hand = board.hand();
        boolean used = !event.isShortcutDown()
                && !event.isAltDown()
                && (hand != null && gestures.key(hand, event.getCode(), cursor)
                        || (promotions.isEmpty() ? cursorKey(event.getCode()) : promotionKey(event.getCode())));
        if (used) {
            event.consume();
        }
    }

    private boolean promotionKey(KeyCode code) {
        PieceType wanted = PROMOTIONS.get(code);
        if (wanted != null) {
            promotions.stream()
                    .filter(move -> move.promotion() == wanted)
                    .findFirst()
                    .ifPresent(this::promote);
            return true;
        }
        switch (code) {
            case LEFT, RIGHT -> {
                int step = code == KeyCode.LEFT ? -1 : 1;
                promotionChoice = Math.floorMod(promotionChoice + step, promotions.size());
                skin.showChoice(promotionChoice);
            }
            case ENTER, SPACE -> promote(promotions.get(promotionChoice));
            case ESCAPE -> cancelPromotion();
            default -> {
                return false;
            }
        }
        return true;
    }

    /** The cursor appears with Enter; only then do arrows belong to the board. */
    private boolean cursorKey(KeyCode code) {
        Square at = cursor;
        if (code == KeyCode.ENTER) {
            if (at == null) {
                Position position = board.positionProperty().get();
                cursor = position.king(position.sideToMove());
            } else {
                enterOn(at);
            }
            skin.redrawHints();
            return true;
        }
        if (at == null) {
            return code == KeyCode.ESCAPE && letGo();
        }
        int[] step = ARROWS.get(code);
        if (step != null) {
            int turn = board.flippedProperty().get() ? -1 : 1;
            int file = Math.clamp(at.file() + turn * step[0], 0, 7);
            int rank = Math.clamp(at.rank() + turn * step[1], 0, 7);
            cursor = Square.of(file, rank);
            skin.redrawHints();
            return true;
        }
        if (code == KeyCode.ESCAPE) {
            cursor = null;
            letGo();
            skin.redrawHints();
            return true;
        }
        return false;
    }

    private boolean letGo() {
        boolean had = board.pickedProperty().get() != null;
        board.pickedProperty().set(null);
        return had;
    }

    private void enterOn(Square square) {
        Square picked = board.pickedProperty().get();
        if (picked == square) {
            board.pickedProperty().set(null);
        } else if (picked == null || !tryMove(picked, square)) {
            board.pickedProperty().set(square);
        }
    }
}
