package org.zeroply.desktop.board;

import javafx.scene.Group;
import javafx.scene.shape.SVGPath;
import javafx.scene.transform.Scale;
import org.zeroply.print.PiecePaths;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Side;

/** Our own piece drawings on the board. */
public final class PieceShapes {
    private PieceShapes() {}

    /** A drawing of the piece that fills a square of this size. Colours come from the stylesheet. */
    public static Group draw(Piece piece, double size) {
        Group group = new Group();
        group.getStyleClass().addAll("piece", piece.side() == Side.WHITE ? "piece-white" : "piece-black");
        // An unseen field keeps every drawing at the same place in its square.
        SVGPath field = path("M0 0 H100 V100 H0 Z", "piece-field");
        group.getChildren().add(field);
        group.getChildren()
                .addAll(path(PiecePaths.body(piece.type()), "piece-body"), path(PiecePaths.base(), "piece-body"));
        PiecePaths.line(piece.type()).ifPresent(d -> group.getChildren().add(path(d, "piece-line")));
        PiecePaths.dot(piece.type()).ifPresent(d -> group.getChildren().add(path(d, "piece-dot")));
        group.getTransforms().add(new Scale(size / 100, size / 100));
        group.setMouseTransparent(true);
        return group;
    }

    private static SVGPath path(String content, String style) {
        SVGPath path = new SVGPath();
        path.setContent(content);
        path.getStyleClass().add(style);
        return path;
    }
}
