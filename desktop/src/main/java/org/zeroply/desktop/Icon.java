package org.zeroply.desktop;

import java.awt.image.BufferedImage;
import java.io.File;
import java.io.IOException;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.scene.Group;
import javafx.scene.Scene;
import javafx.scene.SnapshotParameters;
import javafx.scene.image.Image;
import javafx.scene.layout.StackPane;
import javafx.scene.paint.Color;
import javax.imageio.ImageIO;
import org.zeroply.desktop.board.PieceShapes;
import org.zeroply.desktop.kit.MachineLook;
import org.zeroply.rules.Piece;

/**
 * The icon of the program: our knight on one square of the board. Drawn from the same paths as everything else, so no
 * picture file is kept; packaging writes it to the file that is named.
 */
public final class Icon {
    private static final int SIZE = 256;

    private Icon() {}

    /** Draws the icon at a size in pixels, with the next frame. Called on the interface thread. */
    static void draw(int size, Consumer<Image> drawn) {
        Group knight = new Group(PieceShapes.draw(Piece.WHITE_KNIGHT, size * 0.9));
        StackPane square = new StackPane(knight);
        square.setMinSize(size, size);
        square.setMaxSize(size, size);
        square.getStyleClass().addAll("shell", "icon");
        Scene scene = new Scene(square, size, size, Color.TRANSPARENT);
        MachineLook.style(scene);
        SnapshotParameters clear = new SnapshotParameters();
        clear.setFill(Color.TRANSPARENT);
        square.snapshot(
                result -> {
                    drawn.accept(result.getImage());
                    return null;
                },
                clear,
                null);
    }

    public static void main(String[] arguments) throws IOException {
        CompletableFuture<Image> drawn = new CompletableFuture<>();
        Platform.startup(() -> draw(SIZE, drawn::complete));
        Image image = drawn.join();
        BufferedImage copy = new BufferedImage(SIZE, SIZE, BufferedImage.TYPE_INT_ARGB);
        for (int y = 0; y < SIZE; y++) {
            for (int x = 0; x < SIZE; x++) {
                copy.setRGB(x, y, image.getPixelReader().getArgb(x, y));
            }
        }
        ImageIO.write(copy, "png", new File(arguments[0]));
        Platform.exit();
    }
}
