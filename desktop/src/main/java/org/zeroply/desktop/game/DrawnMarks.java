package org.zeroply.desktop.game;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.OwnMark;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;

/**
 * What the coach drew on the position of the open game, kept with its move. Behind the curtain nothing of it is shown,
 * since it tends to say what comes. Lives on the interface thread.
 */
public final class DrawnMarks {
    private final OpenGame game;
    private final ReadOnlyObjectWrapper<List<OwnMark>> marks = new ReadOnlyObjectWrapper<>(this, "marks", List.of());

    /** Where the way of a piece begins; null while none was begun. */
    private @Nullable Way begun;

    private record Way(long game, int node, Square square) {}

    public DrawnMarks(OpenGame game) {
        this.game = game;
        game.spotProperty().subscribe(() -> show());
        game.curtain().nodeProperty().subscribe(() -> show());
    }

    public ReadOnlyObjectProperty<List<OwnMark>> marksProperty() {
        return marks.getReadOnlyProperty();
    }

    private void show() {
        marks.set(
                game.openProperty().get() && !game.isCurtainDown()
                        ? CoachRemarks.of(game.current()).marks()
                        : List.of());
    }

    public void draw(OwnMark mark) {
        change(now -> OwnMark.drawn(now, mark));
    }

    public void clear() {
        change(now -> List.of());
    }

    private void change(UnaryOperator<List<OwnMark>> change) {
        if (!game.openProperty().get() || game.isCurtainDown()) {
            return;
        }
        GameNode node = game.current();
        CoachRemarks remarks = CoachRemarks.of(node);
        List<OwnMark> next = change.apply(remarks.marks());
        if (!next.equals(remarks.marks())) {
            GameNode drawn = remarks.withMarks(next).onto(node);
            game.edit(tree -> new GameTree.Edit(tree.with(drawn), node.id()), Texts.of("undo.drawn"));
        }
    }

    // ---- the way of a piece

    /** What came of asking for the way of a piece. */
    public enum Asked {
        /** It begins here; asked again at another move it is drawn there. */
        BEGUN,
        DRAWN,
        /** There is no piece here, or it did not move between the two places. */
        NOTHING
    }

    /**
     * Asks for the way of a piece: once where it begins, and again where it ends. Asked twice at the same move, it is the
     * whole way so far.
     *
     * @param picked the square of the piece; null for the one that has just moved
     */
    public Asked way(@Nullable Square picked, OwnMark.Pencil pencil) {
        int node = game.nodeProperty().get();
        Way from = begun;
        begun = null;
        if (from != null && from.game() == game.gameIdProperty().get()) {
            boolean isHere = from.node() == node;
            return drawWay(isHere ? GameTree.ROOT : from.node(), from, pencil);
        }
        Move last = game.lastMoveProperty().get();
        Square square = picked != null ? picked : last == null ? null : last.to();
        if (square == null || game.positionProperty().get().pieceAt(square) == null) {
            return Asked.NOTHING;
        }
        begun = new Way(game.gameIdProperty().get(), node, square);
        return Asked.BEGUN;
    }

    private Asked drawWay(int first, Way from, OwnMark.Pencil pencil) {
        GameTree tree = game.tree();
        int node = game.nodeProperty().get();
        List<Integer> line = new ArrayList<>(List.of(GameTree.ROOT));
        line.addAll(tree.pathTo(node));
        // The piece is known by its square at the place where it was picked; from there it is followed both ways.
        List<Square> squares = line.contains(from.node()) ? along(tree, line, from) : List.of();
        int begin = line.indexOf(first);
        if (squares.isEmpty() || begin < 0) {
            return Asked.NOTHING;
        }
        List<Square> stops = new ArrayList<>();
        for (Square square : squares.subList(begin, squares.size())) {
            if (square != null && (stops.isEmpty() || stops.getLast() != square)) {
                stops.add(square);
            }
        }
        if (stops.size() < 2) {
            return Asked.NOTHING;
        }
        draw(new OwnMark(OwnMark.Kind.PATH, pencil, stops, ""));
        return Asked.DRAWN;
    }

    /** The square of the piece at each node of a line; empty if it is taken on the way. */
    private static List<Square> along(GameTree tree, List<Integer> line, Way from) {
        Square[] squares = new Square[line.size()];
        int known = line.indexOf(from.node());
        squares[known] = from.square();
        for (int i = known; i > 0; i--) {
            Move move = tree.node(line.get(i)).played();
            Position before = tree.positionAt(line.get(i - 1));
            squares[i - 1] = back(move, before, squares[i]);
        }
        for (int i = known + 1; i < line.size(); i++) {
            Move move = tree.node(line.get(i)).played();
            Position before = tree.positionAt(line.get(i - 1));
            Square next = forth(move, before, squares[i - 1]);
            if (next == null) {
                return List.of();
            }
            squares[i] = next;
        }
        return List.of(squares);
    }

    /** Where a piece was before a move. */
    private static Square back(Move move, Position before, Square square) {
        if (move.to() == square) {
            return move.from();
        }
        Piece there = before.pieceAt(square);
        // A rook that has just castled came from its corner.
        return there == null && !move.isPass() ? corner(move) : square;
    }

    /** Where a piece is after a move; null if it was taken. */
    private static @Nullable Square forth(Move move, Position before, Square square) {
        if (move.from() == square) {
            return move.to();
        }
        if (before.play(move).pieceAt(square) != null && move.to() != square) {
            return square;
        }
        boolean isCastledRook = square == corner(move) && move.to() != square;
        return isCastledRook ? Square.of((move.from().file() + move.to().file()) / 2, square.rank()) : null;
    }

    private static Square corner(Move move) {
        return Square.of(
                move.to().file() > move.from().file() ? 7 : 0, move.to().rank());
    }
}
