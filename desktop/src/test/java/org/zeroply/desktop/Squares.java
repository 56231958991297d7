package org.zeroply.desktop;

import java.util.Set;
import java.util.function.ToDoubleFunction;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.rules.Square;

/** Where the squares of a board are on the screen. */
final class Squares {
    private Squares() {}

    /** The middle of a square, White's side or Black's below; on the interface thread. */
    static Point2D middle(BoardView board, Square square) {
        Set<Node> light = board.lookupAll(".board-light");
        double size = light.iterator().next().getLayoutBounds().getWidth();
        boolean flipped = board.flippedProperty().get();
        int column = flipped ? 7 - square.file() : square.file();
        int row = flipped ? square.rank() : 7 - square.rank();
        return board.localToScreen(
                least(light, Node::getLayoutX) + (column + 0.5) * size,
                least(light, Node::getLayoutY) + (row + 0.5) * size);
    }

    private static double least(Set<Node> nodes, ToDoubleFunction<Node> of) {
        return nodes.stream().mapToDouble(of).min().orElseThrow();
    }
}
