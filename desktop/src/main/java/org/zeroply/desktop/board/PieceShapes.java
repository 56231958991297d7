package org.zeroply.desktop.board;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Locale;
import java.util.Objects;
import java.util.Properties;
import javafx.scene.Group;
import javafx.scene.shape.SVGPath;
import javafx.scene.transform.Scale;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Side;

/** Our own piece drawings, read once from {@code pieces.properties}; every piece is paths on a field of 100 by 100. */
public final class PieceShapes {
    private static final Properties PATHS = load();

    private PieceShapes() {}

    private static Properties load() {
        Properties paths = new Properties();
        try (InputStream in = PieceShapes.class.getResourceAsStream("/org/zeroply/desktop/pieces.properties")) {
            paths.load(Objects.requireNonNull(in, "pieces.properties is missing"));
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
        return paths;
    }

    /** A drawing of the piece that fills a square of this size. Colours come from the stylesheet. */
    public static Group draw(Piece piece, double size) {
        String name = piece.type().name().toLowerCase(Locale.ROOT);
        Group group = new Group();
        group.getStyleClass().addAll("piece", piece.side() == Side.WHITE ? "piece-white" : "piece-black");
        // An unseen field keeps every drawing at the same place in its square.
        SVGPath field = path("M0 0 H100 V100 H0 Z", "piece-field");
        group.getChildren().add(field);
        add(group, name + ".body", "piece-body");
        add(group, "base", "piece-body");
        add(group, name + ".line", "piece-line");
        add(group, name + ".dot", "piece-dot");
        group.getTransforms().add(new Scale(size / 100, size / 100));
        group.setMouseTransparent(true);
        return group;
    }

    private static void add(Group group, String key, String style) {
        String content = PATHS.getProperty(key);
        if (content != null) {
            group.getChildren().add(path(content, style));
        }
    }

    private static SVGPath path(String content, String style) {
        SVGPath path = new SVGPath();
        path.setContent(content);
        path.getStyleClass().add(style);
        return path;
    }
}
