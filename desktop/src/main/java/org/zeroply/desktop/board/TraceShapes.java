package org.zeroply.desktop.board;

import javafx.geometry.Point2D;
import javafx.scene.Group;
import javafx.scene.control.Label;
import javafx.scene.shape.Line;
import javafx.scene.shape.Shape;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** Draws traces. Each stroke lies on a wider one of the paper's colour, so that it is seen on every square and piece. */
final class TraceShapes {
    private final BoardSkin board;
    private final double cell;

    TraceShapes(BoardSkin board, double cell) {
        this.board = board;
        this.cell = cell;
    }

    Group draw(Trace trace) {
        Group group = new Group();
        group.getStyleClass().add(trace.side() == Side.WHITE ? "mark-white" : "mark-black");
        switch (trace) {
            case Trace.Threat threat -> threat(group, middle(threat.from()), middle(threat.to()));
            case Trace.Tie tie -> tie(group, middle(tie.from()), middle(tie.to()));
            case Trace.Plan plan -> {
                for (int i = 1; i < plan.squares().size(); i++) {
                    plan(
                            group,
                            middle(plan.squares().get(i - 1)),
                            middle(plan.squares().get(i)),
                            plan.first() + i - 1);
                }
            }
        }
        return group;
    }

    private Point2D middle(Square square) {
        return new Point2D(board.xOf(square) + cell / 2, board.yOf(square) + cell / 2);
    }

    private void threat(Group group, Point2D from, Point2D to) {
        Point2D way = to.subtract(from).normalize();
        Point2D begin = from.add(way.multiply(cell * 0.34));
        Point2D end = to.subtract(way.multiply(cell * 0.36));
        Point2D across = new Point2D(-way.getY(), way.getX()).multiply(cell * 0.2);
        stroke(group, new Line(begin.getX(), begin.getY(), end.getX(), end.getY()), "trace-threat");
        Point2D left = end.add(across);
        Point2D right = end.subtract(across);
        stroke(group, new Line(left.getX(), left.getY(), right.getX(), right.getY()), "trace-bar");
    }

    private void tie(Group group, Point2D from, Point2D to) {
        Point2D way = to.subtract(from).normalize();
        Point2D aside = new Point2D(-way.getY(), way.getX()).multiply(Math.max(2.5, cell * 0.05));
        Point2D begin = from.add(way.multiply(cell * 0.3));
        Point2D end = to.subtract(way.multiply(cell * 0.3));
        for (Point2D shift : new Point2D[] {aside, aside.multiply(-1)}) {
            Point2D a = begin.add(shift);
            Point2D b = end.add(shift);
            stroke(group, new Line(a.getX(), a.getY(), b.getX(), b.getY()), "trace-tie");
        }
    }

    private void plan(Group group, Point2D from, Point2D to, int number) {
        Point2D way = to.subtract(from).normalize();
        Point2D begin = from.add(way.multiply(cell * 0.3));
        Point2D end = to.subtract(way.multiply(cell * 0.3));
        stroke(group, new Line(begin.getX(), begin.getY(), end.getX(), end.getY()), "trace-plan");
        Label stop = Widgets.label("mark-tag", Integer.toString(number));
        double size = Math.clamp(cell * 0.32, 14, 22);
        stop.setMinSize(size, size);
        stop.setPrefSize(size, size);
        stop.resizeRelocate(to.getX() - cell / 2 + 1, to.getY() + cell / 2 - size - 1, size, size);
        group.getChildren().add(stop);
    }

    private static void stroke(Group group, Line line, String style) {
        Line ground = new Line(line.getStartX(), line.getStartY(), line.getEndX(), line.getEndY());
        for (Shape each : new Shape[] {ground, line}) {
            each.getStyleClass().add(style);
        }
        ground.getStyleClass().add("trace-ground");
        group.getChildren().addAll(ground, line);
    }
}
