package org.zeroply.desktop.board;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import javafx.collections.ListChangeListener;
import javafx.css.PseudoClass;
import javafx.geometry.Point2D;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.SkinBase;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.Line;
import javafx.scene.shape.Polyline;
import javafx.scene.shape.Rectangle;
import javafx.util.Subscription;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.gametree.OwnMark;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/**
 * Draws the board with nodes, so that the stylesheet colours everything and any scale stays crisp. Layers from below:
 * squares, evidence, own marks, the last move's brackets, pieces, threats and plans, the letters of the evidence, ring and ticks, the choice of a promotion. Rebuilds a layer only
 * when what it shows or the size changes.
 */
final class BoardSkin extends SkinBase<BoardView> {
    private static final double COORDINATES = 20;

    private static final int CORNERS = 4;
    private final Region[] squares = new Region[64];
    private final List<Label> files = new ArrayList<>();
    private final List<Label> ranks = new ArrayList<>();
    private final Region frame = styled(new Region(), "board-frame");
    private final Pane marks = layer();
    private final MarkLayer own = new MarkLayer();
    private final Pane brackets = layer();
    private final Pane pieces = layer();
    private final Pane tags = layer();
    private final Pane traces = layer();
    private final Pane hints = layer();
    private final HBox promotion = styled(new HBox(), "board-promotion");
    private final BoardBehavior behavior;
    private final Subscription subscriptions;
    private String drawnFor = "";
    private double cell;
    private double left;
    private double top;

    BoardSkin(BoardView board) {
        super(board);
        behavior = new BoardBehavior(board, this);
        for (Square square : Square.values()) {
            Region region = styled(new Region(), square.isLight() ? "board-light" : "board-dark");
            region.setMouseTransparent(true);
            squares[square.ordinal()] = region;
            getChildren().add(region);
        }
        for (int i = 0; i < 8; i++) {
            files.add(styled(new Label(), "board-coordinate"));
            ranks.add(styled(new Label(), "board-coordinate"));
        }
        if (board.coordinatesProperty().get()) {
            getChildren().addAll(files);
            getChildren().addAll(ranks);
        }
        frame.setMouseTransparent(true);
        Widgets.present(promotion, false);
        getChildren().addAll(marks, own, brackets, pieces, traces, tags, frame, hints, promotion);
        ListChangeListener<Mark> redrawMarks = change -> drawMarks();
        board.marks().addListener(redrawMarks);
        ListChangeListener<Trace> redrawTraces = change -> drawTraces();
        board.traces().addListener(redrawTraces);
        ListChangeListener<OwnMark> redrawOwn = change -> drawOwn();
        board.ownMarks().addListener(redrawOwn);
        subscriptions = Subscription.combine(
                board.positionProperty().subscribe(() -> {
                    behavior.positionChanged();
                    drawPieces();
                    drawOwn();
                }),
                board.sketchProperty().subscribe(() -> {
                    drawPieces();
                    drawOwn();
                }),
                board.lastMoveProperty().subscribe(() -> drawBrackets()),
                board.flippedProperty().subscribe(() -> board.requestLayout()),
                board.pickedProperty().subscribe(() -> drawHints()),
                () -> board.marks().removeListener(redrawMarks),
                () -> board.ownMarks().removeListener(redrawOwn),
                () -> board.traces().removeListener(redrawTraces));
        behavior.install();
    }

    @Override
    public void dispose() {
        subscriptions.unsubscribe();
        behavior.dispose();
        super.dispose();
    }

    private static Pane layer() {
        Pane pane = new Pane();
        pane.setMouseTransparent(true);
        pane.setManaged(false);
        return pane;
    }

    private static <N extends Node> N styled(N node, String style) {
        node.getStyleClass().add(style);
        return node;
    }

    // ---- geometry

    @Override
    protected double computePrefWidth(double height, double t, double r, double b, double l) {
        return 8 * 54 + COORDINATES;
    }

    @Override
    protected double computePrefHeight(double width, double t, double r, double b, double l) {
        return 8 * 54 + COORDINATES;
    }

    @Override
    protected double computeMinWidth(double height, double t, double r, double b, double l) {
        return 8 * 28 + COORDINATES;
    }

    @Override
    protected double computeMinHeight(double width, double t, double r, double b, double l) {
        return 8 * 28 + COORDINATES;
    }

    @Override
    protected void layoutChildren(double x, double y, double width, double height) {
        double margin = getSkinnable().coordinatesProperty().get() ? COORDINATES : 2;
        cell = Math.max(8, Math.floor((Math.min(width, height) - margin - 2) / 8));
        left = snapPositionX(x + margin + Math.max(0, (width - margin - 2 - 8 * cell) / 2));
        top = snapPositionY(y + 1);
        for (Square square : Square.values()) {
            squares[square.ordinal()].resizeRelocate(xOf(square), yOf(square), cell, cell);
        }
        frame.resizeRelocate(left - 2, top - 2, 8 * cell + 4, 8 * cell + 4);
        boolean flipped = getSkinnable().flippedProperty().get();
        for (int i = 0; i < 8; i++) {
            files.get(i).setText(String.valueOf((char) (flipped ? 'h' - i : 'a' + i)));
            files.get(i).resizeRelocate(left + i * cell, top + 8 * cell + 3, cell, COORDINATES - 4);
            ranks.get(i).setText(String.valueOf(flipped ? i + 1 : 8 - i));
            ranks.get(i).resizeRelocate(left - COORDINATES, top + i * cell, COORDINATES - 4, cell);
        }
        // Layers are made anew only when the geometry is new; making them during every layout would cost a frame.
        String geometry = cell + " " + left + " " + top + " " + flipped;
        if (!geometry.equals(drawnFor)) {
            drawnFor = geometry;
            drawMarks();
            drawOwn();
            drawBrackets();
            drawPieces();
            drawTraces();
            drawHints();
        }
        if (promotion.isVisible()) {
            placePromotion();
        }
    }

    double xOf(Square square) {
        int file = getSkinnable().flippedProperty().get() ? 7 - square.file() : square.file();
        return left + file * cell;
    }

    double yOf(Square square) {
        int rank = getSkinnable().flippedProperty().get() ? square.rank() : 7 - square.rank();
        return top + rank * cell;
    }

    @Nullable
    Square squareAt(double x, double y) {
        int column = (int) Math.floor((x - left) / cell);
        int row = (int) Math.floor((y - top) / cell);
        if (column < 0 || column > 7 || row < 0 || row > 7) {
            return null;
        }
        return getSkinnable().flippedProperty().get() ? Square.of(7 - column, row) : Square.of(column, 7 - row);
    }

    // ---- layers

    private void drawMarks() {
        marks.getChildren().clear();
        tags.getChildren().clear();
        for (Mark mark : getSkinnable().marks()) {
            double x = xOf(mark.square());
            double y = yOf(mark.square());
            String side = mark.side() == Side.WHITE ? "mark-white" : "mark-black";
            Group hatch = new Group();
            double step = cell / 7;
            for (double at = -cell + step; mark.hatched() && at < cell; at += step) {
                double fromX = Math.max(0, at);
                double toX = Math.min(cell, at + cell);
                Line line = new Line(x + fromX, y + cell - (fromX - at), x + toX, y + cell - (toX - at));
                hatch.getChildren().add(styled(line, "mark-hatch"));
            }
            styled(hatch, side);
            Label tag = styled(new Label(mark.tag()), "mark-tag");
            tag.getStyleClass().add(side);
            double size = Math.max(14, Math.min(22, cell * 0.32));
            tag.setMinSize(size, size);
            tag.setPrefSize(size, size);
            tag.relocate(x + cell - size - 1, y + 1);
            marks.getChildren().add(hatch);
            tags.getChildren().add(tag);
            tag.resize(size, size);
        }
        marks.applyCss();
        tags.applyCss();
    }

    private void drawOwn() {
        if (cell > 8) {
            Side bottom = getSkinnable().flippedProperty().get() ? Side.BLACK : Side.WHITE;
            own.draw(getSkinnable().ownMarks(), bottom, square -> getSkinnable().at(square) != null, left, top, cell);
        }
    }

    private void drawTraces() {
        traces.getChildren().clear();
        if (cell > 8) {
            TraceShapes shapes = new TraceShapes(this, cell);
            getSkinnable().traces().forEach(trace -> traces.getChildren().add(shapes.draw(trace)));
            traces.applyCss();
        }
    }

    private void drawBrackets() {
        Move move = getSkinnable().lastMoveProperty().get();
        boolean shown = move != null && !move.isPass();
        brackets.setVisible(shown);
        if (move == null || !shown) {
            return;
        }
        if (brackets.getChildren().isEmpty()) {
            for (int i = 0; i < 2 * CORNERS; i++) {
                brackets.getChildren().add(styled(new Polyline(), "board-bracket"));
            }
            brackets.applyCss();
        }
        List<Square> squares = List.of(move.from(), move.to());
        for (int i = 0; i < squares.size(); i++) {
            double x = xOf(squares.get(i)) + 2;
            double y = yOf(squares.get(i)) + 2;
            double far = cell - 4;
            double arm = cell * 0.2;
            corner(CORNERS * i, x, y + arm, x, y, x + arm, y);
            corner(CORNERS * i + 1, x + far - arm, y, x + far, y, x + far, y + arm);
            corner(CORNERS * i + 2, x + far, y + far - arm, x + far, y + far, x + far - arm, y + far);
            corner(CORNERS * i + 3, x + arm, y + far, x, y + far, x, y + far - arm);
        }
    }

    private void corner(int place, Double... points) {
        ((Polyline) brackets.getChildren().get(place)).getPoints().setAll(points);
    }

    /** Drawings of men that stay where they are stay; a whole board of fresh ones would cost a frame or two. */
    private void drawPieces() {
        if (cell <= 8) {
            pieces.getChildren().clear();
            return;
        }
        Map<Square, Node> kept = new EnumMap<>(Square.class);
        List<Node> spare = new ArrayList<>();
        for (Node drawing : List.copyOf(pieces.getChildren())) {
            boolean stays = drawing.getUserData() instanceof Drawn drawn
                    && drawn.size() == cell
                    && drawn.piece() == getSkinnable().at(drawn.square());
            if (stays) {
                kept.put(((Drawn) drawing.getUserData()).square(), drawing);
            } else {
                spare.add(drawing);
            }
        }
        for (Square square : Square.values()) {
            Piece piece = getSkinnable().at(square);
            if (piece == null) {
                continue;
            }
            Node drawing = kept.get(square);
            if (drawing == null) {
                drawing = moved(spare, piece);
            }
            if (drawing == null) {
                drawing = PieceShapes.draw(piece, cell);
                pieces.getChildren().add(drawing);
                // Without this, nodes made during a layout would be shown unstyled for one frame.
                drawing.applyCss();
            }
            drawing.setUserData(new Drawn(square, piece, cell));
            drawing.setViewOrder(0);
            drawing.relocate(xOf(square), yOf(square));
        }
        pieces.getChildren().removeAll(spare);
    }

    /** Takes the drawing of a man that has left its square out of those that are not needed there; null if there is none. */
    private @Nullable Node moved(List<Node> spare, Piece piece) {
        for (Node drawing : spare) {
            if (drawing.getUserData() instanceof Drawn drawn && drawn.piece() == piece && drawn.size() == cell) {
                spare.remove(drawing);
                return drawing;
            }
        }
        return null;
    }

    /** What a drawing shows and where. */
    private record Drawn(Square square, Piece piece, double size) {}

    /** The ring round the picked square and a tick on each square that its man can reach, on the edge nearest to it. */
    private void drawHints() {
        hints.getChildren().clear();
        Square from = getSkinnable().pickedProperty().get();
        Square cursor = behavior.cursor();
        if (cursor != null) {
            hints.getChildren().add(ring(cursor, "board-cursor"));
        }
        if (from == null) {
            return;
        }
        hints.getChildren().add(ring(from, "board-ring"));
        if (getSkinnable().hand() != null || !getSkinnable().playableProperty().get()) {
            return;
        }
        for (Move move : getSkinnable().positionProperty().get().legalMoves()) {
            if (move.from() == from && (move.promotion() == null || move.promotion() == PieceType.QUEEN)) {
                hints.getChildren().add(tick(from, move.to()));
            }
        }
        hints.applyCss();
    }

    private Rectangle ring(Square square, String style) {
        Rectangle ring = new Rectangle(xOf(square) + 2.5, yOf(square) + 2.5, cell - 5, cell - 5);
        ring.setArcWidth(cell * 0.35);
        ring.setArcHeight(cell * 0.35);
        return styled(ring, style);
    }

    private Line tick(Square from, Square to) {
        Point2D way = new Point2D(xOf(from) - xOf(to), yOf(from) - yOf(to));
        double middleX = xOf(to) + cell / 2;
        double middleY = yOf(to) + cell / 2;
        double half = cell * 0.14;
        double edge = cell / 2 - 4;
        boolean sideways = Math.abs(way.getX()) >= Math.abs(way.getY());
        double x = sideways ? middleX + Math.signum(way.getX()) * edge : middleX;
        double y = sideways ? middleY : middleY + Math.signum(way.getY()) * edge;
        Line tick = sideways ? new Line(x, y - half, x, y + half) : new Line(x - half, y, x + half, y);
        return styled(tick, "board-tick");
    }

    void redrawHints() {
        drawHints();
    }

    // ---- dragging and promotion

    /** Lets a piece follow the mouse; null puts it back. */
    void drag(Square square, double x, double y, boolean dragging) {
        for (Node piece : pieces.getChildren()) {
            if (piece.getUserData() instanceof Drawn drawn && drawn.square() == square) {
                piece.relocate(dragging ? x - cell / 2 : xOf(square), dragging ? y - cell / 2 : yOf(square));
                piece.setViewOrder(dragging ? -1 : 0);
            }
        }
    }

    void askPromotion(List<Move> choices) {
        promotion.getChildren().clear();
        for (Move choice : choices) {
            Piece piece = Piece.of(
                    getSkinnable().positionProperty().get().sideToMove(),
                    choice.promotion() == null ? PieceType.QUEEN : choice.promotion());
            StackPane button = styled(new StackPane(PieceShapes.draw(piece, cell)), "board-promotion-choice");
            button.setUserData(choice);
            button.setOnMouseClicked(event -> {
                behavior.promote(choice);
                event.consume();
            });
            promotion.getChildren().add(button);
        }
        promotion.setUserData(choices.getFirst().to());
        promotion.setVisible(true);
        showChoice(0);
        placePromotion();
    }

    private void placePromotion() {
        if (promotion.getUserData() instanceof Square goal) {
            promotion.autosize();
            double x = Math.clamp(xOf(goal) - cell, left, left + 8 * cell - promotion.getWidth());
            double y = yOf(goal) < top + 4 * cell ? yOf(goal) + cell : yOf(goal) - promotion.getHeight();
            promotion.relocate(x, y);
        }
    }

    void showChoice(int index) {
        for (int i = 0; i < promotion.getChildren().size(); i++) {
            promotion.getChildren().get(i).pseudoClassStateChanged(PseudoClass.getPseudoClass("chosen"), i == index);
        }
    }

    void closePromotion() {
        promotion.setVisible(false);
    }
}
