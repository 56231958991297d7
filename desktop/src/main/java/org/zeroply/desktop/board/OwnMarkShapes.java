package org.zeroply.desktop.board;

import java.util.Locale;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;
import javafx.scene.shape.Shape;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.showing.MarkFigures.Figure;
import org.zeroply.showing.MarkFigures.Stroke;

/** Draws the figures of own marks. Strokes but those of a hatch lie on wider ones of the paper's colour. */
final class OwnMarkShapes {
    private final double left;
    private final double top;
    private final double cell;

    OwnMarkShapes(double left, double top, double cell) {
        this.left = left;
        this.top = top;
        this.cell = cell;
    }

    Node draw(Figure figure) {
        Group group = new Group();
        group.getStyleClass().add("pencil-" + figure.pencil().name().toLowerCase(Locale.ROOT));
        switch (figure) {
            case Figure.Line line -> {
                if (line.stroke() != Stroke.FINE) {
                    group.getChildren().add(styled(line(line), "own-ground", width(line.stroke()) + 2.5));
                }
                Line drawn = line(line);
                if (line.stroke() == Stroke.DOTTED) {
                    drawn.getStrokeDashArray().setAll(0.5, cell * 0.12);
                } else if (line.stroke() == Stroke.BROKEN) {
                    drawn.getStrokeDashArray().setAll(cell * 0.17, cell * 0.12);
                }
                group.getChildren().add(styled(drawn, "own-stroke", width(line.stroke())));
            }
            case Figure.Ring ring -> {
                Circle ground = new Circle(x(ring.x()), y(ring.y()), ring.radius() * cell);
                Circle circle = new Circle(x(ring.x()), y(ring.y()), ring.radius() * cell);
                group.getChildren()
                        .addAll(
                                styled(ground, "own-ground", width(Stroke.FIRM) + 2.5),
                                styled(circle, "own-stroke", width(Stroke.FIRM)));
            }
            case Figure.Tag tag -> {
                Label label = Widgets.label("own-tag", tag.text());
                double size = Math.max(13, 2 * tag.radius() * cell);
                label.setMinSize(size, size);
                label.setPrefSize(size, size);
                label.resizeRelocate(x(tag.x()) - size / 2, y(tag.y()) - size / 2, size, size);
                label.setStyle("-fx-font-size: " + Math.max(9, 0.19 * cell) + "px");
                group.getChildren().add(label);
            }
        }
        return group;
    }

    private double x(double column) {
        return left + column * cell;
    }

    private double y(double row) {
        return top + row * cell;
    }

    private Line line(Figure.Line line) {
        return new Line(x(line.fromX()), y(line.fromY()), x(line.toX()), y(line.toY()));
    }

    private double width(Stroke stroke) {
        return switch (stroke) {
            case FINE -> Math.max(1.2, cell * 0.03);
            case FIRM -> Math.max(2, cell * 0.055);
            case DOTTED -> Math.max(3, cell * 0.075);
            case BROKEN -> Math.max(2.5, cell * 0.06);
            case HEAVY -> Math.max(3.5, cell * 0.08);
        };
    }

    private static Shape styled(Shape shape, String style, double width) {
        shape.getStyleClass().add(style);
        shape.setStrokeWidth(width);
        return shape;
    }
}
