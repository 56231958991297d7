package org.zeroply.desktop.board;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.scene.input.KeyCode;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.OwnMark;
import org.zeroply.rules.Square;

/** What mouse and keys do with the pencil on any board: squares that it passes become marks. */
public final class DrawingGestures {
    /** The shapes of the pencil. */
    private static final Map<KeyCode, OwnMark.Kind> SHAPES = Map.of(
            KeyCode.R, OwnMark.Kind.RING,
            KeyCode.H, OwnMark.Kind.HATCH,
            KeyCode.T, OwnMark.Kind.TAG,
            KeyCode.W, OwnMark.Kind.PATH,
            KeyCode.B, OwnMark.Kind.THREAT,
            KeyCode.F, OwnMark.Kind.REGION);

    private static final List<KeyCode> PENCILS =
            List.of(KeyCode.DIGIT1, KeyCode.DIGIT2, KeyCode.DIGIT3, KeyCode.DIGIT4);

    private final Supplier<List<OwnMark>> marks;
    private final Drawer drawer;

    /** The squares that the pencil has passed since it was put down. */
    private List<Square> passed = new ArrayList<>();

    /** Where a path or threat goes on from, drawn square by square. */
    private @Nullable Square from;

    /**
     * Who is told of what is drawn.
     *
     * @param draw takes a mark
     * @param clear takes all marks off
     * @param begun shows where a path or threat begins; null for nowhere
     */
    public record Drawer(Consumer<OwnMark> draw, Runnable clear, Consumer<@Nullable Square> begun) {}

    /** @param marks those that are on the board */
    public DrawingGestures(Supplier<List<OwnMark>> marks, Drawer drawer) {
        this.marks = marks;
        this.drawer = drawer;
    }

    /** Puts the pencil down on a square. */
    public void press(Square square) {
        passed = new ArrayList<>(List.of(square));
    }

    /** Whether the pencil is down. */
    public boolean isDown() {
        return !passed.isEmpty();
    }

    /** The pencil, while it is down, is now over a square; null for none. */
    public void drag(@Nullable Square square) {
        if (square != null && square != passed.getLast()) {
            passed.add(square);
        }
    }

    /** Takes the pencil up; what it passed is drawn. */
    public void release(DrawingHand hand) {
        List<Square> way = passed;
        passed = new ArrayList<>();
        draw(hand, way);
    }

    /** Forgets where a path or threat began. */
    public void reset() {
        from = null;
        passed = new ArrayList<>();
    }

    private void draw(DrawingHand hand, List<Square> way) {
        Square to = way.getLast();
        List<Square> drawn = way.stream().distinct().toList();
        if (hand.isBetweenSquares()) {
            Square begun = from;
            if (way.size() == 1 && begun == null) {
                // The first click says where it begins.
                begin(to);
                return;
            }
            drawn = begun != null && way.size() == 1 ? List.of(begun, to) : List.of(way.getFirst(), to);
            boolean goesOn = hand.kindProperty().get() == OwnMark.Kind.PATH && begun != null && begun != to;
            begin(goesOn ? to : null);
        }
        OwnMark mark = hand.mark(drawn, marks.get());
        if (mark != null) {
            drawer.draw().accept(mark);
        }
    }

    private void begin(@Nullable Square square) {
        from = square;
        drawer.begun().accept(square);
    }

    /**
     * Shapes, colours, clearing, drawing at the cursor and laying the pencil down.
     *
     * @param cursor of the keyboard; null while it is not shown
     * @return whether it was a key of the pencil
     */
    public boolean key(DrawingHand hand, KeyCode code, @Nullable Square cursor) {
        OwnMark.Kind kind = SHAPES.get(code);
        if (kind != null) {
            hand.kindProperty().set(kind);
            begin(null);
            return true;
        }
        if (PENCILS.contains(code)) {
            hand.pencilProperty().set(OwnMark.Pencil.values()[PENCILS.indexOf(code)]);
            return true;
        }
        if (code == KeyCode.DELETE) {
            drawer.clear().run();
            return true;
        }
        if (code == KeyCode.ENTER && cursor != null) {
            draw(hand, List.of(cursor));
            return true;
        }
        if (code == KeyCode.ESCAPE && from != null) {
            begin(null);
            return true;
        }
        if (code == KeyCode.ESCAPE && cursor == null) {
            hand.onProperty().set(false);
            return true;
        }
        return false;
    }
}
