package org.zeroply.desktop.board;

import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Line;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.ledger.ConceptMap;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.showing.BandLook;
import org.zeroply.showing.Shown;

/** A map: a figure on each square, bands by tint and hatching, and below it a legend that counts squares. */
public final class MapBoard extends Region {

    /** Below the board, as parts of the whole height. */
    private static final double LEGEND = 0.17;

    private static final double LETTERS = 0.26;
    private static final double LEAST_LETTERS = 11;

    /** So many letters the word for squares takes. */
    private static final double WORD = 6;

    /** Room for the coordinates, in squares. */
    private static final double BESIDE = 0.6;

    private double letters = LEAST_LETTERS;

    private static final double LEAST = 200;

    private final Shown.MapShown shown;
    private final Pane board = new Pane();

    public MapBoard(Shown.MapShown shown) {
        this.shown = shown;
        getStyleClass().add("map-board");
        setMinSize(LEAST, LEAST * (1 + LEGEND));
        setPrefSize(2 * LEAST, 2 * LEAST * (1 + LEGEND));
        board.setManaged(false);
        getChildren().add(board);
        setAccessibleText(shown.title());
    }

    @Override
    protected void layoutChildren() {
        double cell = Math.floor(Math.min(getWidth() / (8 + BESIDE), getHeight() * (1 - LEGEND) / (8 + BESIDE)));
        letters = Math.max(LEAST_LETTERS, cell * LETTERS);
        double margin = 1.5 * letters;
        board.getChildren().clear();
        if (cell < 4) {
            return;
        }
        double left = margin + Math.max(0, (getWidth() - margin - 8 * cell) / 2);
        board.getChildren().add(region("map-ground", left, 2, 8 * cell, 8 * cell));
        for (Square square : Square.values()) {
            boolean isWhite = shown.bottom() == Side.WHITE;
            double x = left + cell * (isWhite ? square.file() : 7 - square.file());
            double y = cell * (isWhite ? 7 - square.rank() : square.rank()) + 2;
            shown.map().at(square).ifPresent(each -> {
                BandLook look = shown.looks().get(each.band());
                if (look != null) {
                    field(x, y, cell, cell, look);
                }
            });
            Region frame = region("map-field", x, y, cell, cell);
            board.getChildren().add(frame);
            shown.map().at(square).ifPresent(each -> figure(each, x, y, cell));
        }
        board.getChildren().add(region("board-frame", left - 2, 0, 8 * cell + 4, 8 * cell + 4));
        for (int i = 0; i < 8; i++) {
            boolean isWhite = shown.bottom() == Side.WHITE;
            label(
                    "board-coordinate",
                    String.valueOf((char) ('a' + (isWhite ? i : 7 - i))),
                    left + i * cell,
                    8 * cell + 4,
                    cell,
                    margin);
            label(
                    "board-coordinate",
                    Integer.toString(isWhite ? 8 - i : i + 1),
                    left - margin,
                    2 + i * cell,
                    margin - 4,
                    cell);
        }
        legend(left, 8 * cell + margin + 6, 8 * cell);
    }

    private void figure(ConceptMap.Cell cell, double x, double y, double size) {
        VBox box = new VBox(Widgets.label("map-figure", cell.text()));
        if (!cell.detail().isEmpty()) {
            box.getChildren().add(Widgets.label("map-detail", cell.detail()));
        }
        box.setAlignment(Pos.CENTER);
        box.setStyle("-fx-font-size: " + Math.max(9, size * (cell.text().length() > 2 ? 0.26 : 0.36)) + "px");
        box.setManaged(false);
        box.resizeRelocate(x, y, size, size);
        board.getChildren().add(box);
    }

    private void field(double x, double y, double width, double height, BandLook look) {
        Region tint = region("map-tint", x, y, width, height);
        tint.setOpacity(look.depth());
        board.getChildren().add(tint);
        if (look.isHatched()) {
            double step = 7;
            for (double k = step / 2; k < width + height; k += step) {
                double fromX = Math.min(width, k);
                double toY = Math.min(height, k);
                Line line = new Line(x + fromX, y + k - fromX, x + k - toY, y + toY);
                line.getStyleClass().add("map-hatch");
                board.getChildren().add(line);
            }
        }
    }

    private void legend(double left, double top, double width) {
        List<ConceptMap.Band> bands = new ArrayList<>(shown.map().bands());
        int all = bands.stream().mapToInt(band -> band.squares().size()).sum();
        double x = left;
        for (ConceptMap.Band band : bands) {
            BandLook look = shown.looks().get(band.band());
            if (look == null) {
                continue;
            }
            int count = band.squares().size();
            double wide = width * count / all;
            double row = 1.4 * letters;
            board.getChildren().add(region("map-ground", x, top + row, wide, letters));
            field(x, top + row, wide, letters, look);
            board.getChildren().add(region("map-field", x, top + row, wide, letters));
            label("map-legend", band.text(), x, top, wide, row);
            boolean hasWord = x == left && wide > WORD * letters;
            label(
                    "map-count",
                    hasWord ? Texts.of("map.count", count) : Integer.toString(count),
                    x,
                    top + row + letters,
                    wide,
                    row);
            x += wide;
        }
    }

    private static Region region(String style, double x, double y, double width, double height) {
        Region region = new Region();
        region.getStyleClass().add(style);
        region.setManaged(false);
        region.resizeRelocate(x, y, width, height);
        return region;
    }

    private void label(String style, String text, double x, double y, double width, double height) {
        Label label = Widgets.label(style, text);
        label.setStyle("-fx-font-size: " + letters + "px");
        label.setAlignment(Pos.CENTER);
        label.setManaged(false);
        label.resizeRelocate(x, y, width, height);
        board.getChildren().add(label);
    }
}
