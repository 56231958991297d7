package org.zeroply.desktop.flow;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javafx.beans.value.ObservableValue;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.SkinBase;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.input.ZoomEvent;
import javafx.scene.paint.Color;
import javafx.scene.paint.Paint;
import javafx.scene.shape.StrokeLineCap;
import javafx.scene.text.Font;
import javafx.scene.text.FontPosture;
import javafx.scene.text.FontWeight;
import javafx.scene.text.Text;
import javafx.scene.text.TextAlignment;
import javafx.util.Subscription;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.flow.FlowLayout.Box;
import org.zeroply.desktop.flow.FlowLayout.Kind;
import org.zeroply.desktop.flow.FlowLayout.Ribbon;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.rules.Side;

/** Draws a flow on a canvas: only what is in sight, so that a repertoire of any size costs the same. */
final class FlowSkin extends SkinBase<FlowView> {
    private static final double SMALLEST = 0.18;
    private static final double LARGEST = 2.5;
    private static final double MARGIN = 1.6;

    /** Below this size letters are no help. */
    private static final double LEGIBLE = 6.5;

    private static final double MEASURED = 40;

    private final Canvas canvas = new Canvas();
    private final Map<String, Double> widths = new HashMap<>();
    private final Subscription subscriptions;
    private @Nullable FlowLayout layout;
    private double scale = 1;

    /** What of the drawing is at the left and upper edge, in pixels. */
    private double left;

    private double top;
    private boolean moved;
    private double pressedX;
    private double pressedY;
    private boolean dragged;

    FlowSkin(FlowView flow) {
        super(flow);
        canvas.setManaged(false);
        getChildren().add(canvas);
        List<Subscription> all = new ArrayList<>();
        all.add(flow.dataProperty().subscribe((before, now) -> {
            boolean other = before == null
                    || now == null
                    || before.repertoire().side() != now.repertoire().side();
            renew(other);
        }));
        all.add(flow.currentProperty().subscribe(() -> {
            reveal();
            draw();
        }));
        // While a theme changes, colours come one by one; it is drawn when they all are there.
        flow.styled().forEach(value -> all.add(value.subscribe(() -> flow.requestLayout())));
        for (ObservableValue<?> size : List.of(flow.widthProperty(), flow.heightProperty(), flow.focusedProperty())) {
            all.add(size.subscribe(() -> draw()));
        }
        subscriptions = Subscription.combine(all.toArray(new Subscription[0]));
        flow.addEventHandler(MouseEvent.MOUSE_PRESSED, this::press);
        flow.addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
        flow.addEventHandler(MouseEvent.MOUSE_CLICKED, this::click);
        flow.addEventHandler(ScrollEvent.SCROLL, this::scroll);
        flow.addEventHandler(ZoomEvent.ZOOM, event -> zoom(event.getZoomFactor(), event.getX(), event.getY()));
        flow.addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        renew(true);
    }

    @Override
    public void dispose() {
        subscriptions.unsubscribe();
        super.dispose();
    }

    private double unit() {
        return getSkinnable().text.getValue().doubleValue() * scale;
    }

    private void renew(boolean other) {
        FlowData data = getSkinnable().dataProperty().get();
        layout = data == null ? null : data.layout();
        if (other) {
            scale = 1;
            moved = false;
        }
        reveal();
        draw();
    }

    @Override
    protected void layoutChildren(double x, double y, double width, double height) {
        canvas.setWidth(width);
        canvas.setHeight(height);
        canvas.relocate(x, y);
        reveal();
        draw();
    }

    // ---- moving about

    /** Scrolls so that the current node is in sight. */
    private void reveal() {
        FlowLayout now = layout;
        double width = getSkinnable().getWidth();
        double height = getSkinnable().getHeight();
        if (now == null || width <= 0) {
            return;
        }
        Box box = now.nearest(current());
        if (!moved) {
            // At first the beginning is at the left, in the middle.
            left = -MARGIN * unit();
            top = box.y() * unit() - height / 2;
            moved = true;
        }
        double margin = 4 * unit();
        double x = box.x() * unit();
        double right = box.right() * unit() + 2 * margin;
        if (x - margin < left) {
            left = x - margin;
        } else if (right > left + width) {
            left = Math.min(x - margin, right - width);
        }
        double y = box.y() * unit();
        if (y - margin < top) {
            top = y - margin;
        } else if (y + margin > top + height) {
            top = y + margin - height;
        }
        clamp();
    }

    private int current() {
        int node = getSkinnable().currentProperty().get();
        FlowData data = getSkinnable().dataProperty().get();
        return data != null && data.repertoire().has(node) ? node : Repertoire.ROOT;
    }

    /** Keeps the drawing in sight; what is smaller than the view stands in its middle. */
    private void clamp() {
        FlowLayout now = layout;
        if (now == null) {
            return;
        }
        double margin = MARGIN * unit();
        double width = now.width() * unit();
        double height = now.height() * unit();
        double viewWidth = getSkinnable().getWidth();
        double viewHeight = getSkinnable().getHeight();
        left = width + 2 * margin <= viewWidth ? -margin : Math.clamp(left, -margin, width + margin - viewWidth);
        top = height + 2 * margin <= viewHeight
                ? (height - viewHeight) / 2
                : Math.clamp(top, -margin, height + margin - viewHeight);
    }

    void zoom(double factor, double x, double y) {
        double next = Math.clamp(scale * factor, SMALLEST, LARGEST);
        double change = next / scale;
        left = (left + x) * change - x;
        top = (top + y) * change - y;
        scale = next;
        clamp();
        draw();
    }

    void fit() {
        FlowLayout now = layout;
        if (now == null) {
            return;
        }
        double one = getSkinnable().text.getValue().doubleValue();
        double whole = Math.min(
                getSkinnable().getWidth() / ((now.width() + 2 * MARGIN) * one),
                getSkinnable().getHeight() / ((now.height() + 2 * MARGIN) * one));
        double next = Math.clamp(Math.min(1, whole), SMALLEST, 1);
        scale = Math.abs(scale - next) < 0.01 ? 1 : next;
        clamp();
        reveal();
        draw();
    }

    private void press(MouseEvent event) {
        getSkinnable().requestFocus();
        pressedX = event.getX();
        pressedY = event.getY();
        dragged = false;
    }

    private void drag(MouseEvent event) {
        if (!dragged && Math.hypot(event.getX() - pressedX, event.getY() - pressedY) < 5) {
            return;
        }
        dragged = true;
        left -= event.getX() - pressedX;
        top -= event.getY() - pressedY;
        pressedX = event.getX();
        pressedY = event.getY();
        clamp();
        draw();
    }

    private void click(MouseEvent event) {
        FlowLayout now = layout;
        if (dragged || now == null || event.getButton() != MouseButton.PRIMARY) {
            return;
        }
        double x = (event.getX() + left) / unit();
        double y = (event.getY() + top) / unit();
        Box box = now.boxAt(x, y);
        Ribbon ribbon = box == null ? now.ribbonAt(x, y) : null;
        if (box != null && x > box.right()) {
            getSkinnable().fold(box.node());
        } else if (box != null) {
            getSkinnable().go(box.node());
            if (event.getClickCount() == 2) {
                getSkinnable().fold(box.node());
            }
        } else if (ribbon != null && ribbon.node() >= 0) {
            getSkinnable().go(ribbon.node());
        } else if (ribbon != null) {
            getSkinnable().open(ribbon.from(), ribbon.move());
        }
    }

    private void scroll(ScrollEvent event) {
        if (event.isShortcutDown()) {
            zoom(event.getDeltaY() > 0 ? 1.12 : 1 / 1.12, event.getX(), event.getY());
        } else {
            left -= event.getDeltaX();
            top -= event.getDeltaY();
            clamp();
            draw();
        }
        event.consume();
    }

    private void key(KeyEvent event) {
        FlowLayout now = layout;
        if (now == null || event.isAltDown() || event.isShortcutDown()) {
            return;
        }
        Box box = now.nearest(current());
        switch (event.getCode()) {
            // From a reply one comes back to the answer before it, which is the nearest box.
            case LEFT ->
                getSkinnable().go(box.node() == current() ? now.before(box).node() : box.node());
            case RIGHT -> {
                List<Box> next = now.after(current());
                if (!next.isEmpty()) {
                    getSkinnable().go(next.getFirst().node());
                }
            }
            case UP -> getSkinnable().go(now.beside(box, -1).node());
            case DOWN -> getSkinnable().go(now.beside(box, 1).node());
            case HOME -> getSkinnable().go(Repertoire.ROOT);
            case SPACE -> getSkinnable().fold(box.node());
            case PLUS, ADD, EQUALS -> getSkinnable().zoom(1.2);
            case MINUS, SUBTRACT -> getSkinnable().zoom(1 / 1.2);
            case DIGIT0, NUMPAD0 -> fit();
            default -> {
                return;
            }
        }
        event.consume();
    }

    // ---- drawing

    private void draw() {
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, canvas.getWidth(), canvas.getHeight());
        g.setLineCap(StrokeLineCap.BUTT);
        FlowLayout now = layout;
        FlowData data = getSkinnable().dataProperty().get();
        boolean styled = getSkinnable().styled().stream().allMatch(value -> value.getValue() != null);
        if (now == null || data == null || !styled) {
            return;
        }
        Side ours = data.repertoire().side();
        for (Ribbon ribbon : now.ribbons()) {
            if (isInSight(ribbon)) {
                drawRibbon(g, ribbon, ours);
            }
        }
        drawThread(g, now, data);
        for (Ribbon ribbon : now.ribbons()) {
            if (isInSight(ribbon)) {
                drawName(g, ribbon, ours);
            }
        }
        Set<Integer> thread = new HashSet<>(data.thread());
        for (Box box : now.boxes()) {
            double x = x(box.x());
            double y = y(box.y());
            boolean sight = x < canvas.getWidth()
                    && x(box.right()) + 4 * unit() > 0
                    && y > -3 * unit()
                    && y < canvas.getHeight() + 3 * unit();
            if (sight) {
                drawBox(g, box, ours, thread.contains(box.node()));
            }
        }
    }

    private double x(double units) {
        return units * unit() - left;
    }

    private double y(double units) {
        return units * unit() - top;
    }

    private boolean isInSight(Ribbon ribbon) {
        double above = Math.min(y(ribbon.startY()), y(ribbon.endY())) - 3 * unit();
        double below = Math.max(y(ribbon.startY()), y(ribbon.endY())) + 3 * unit();
        return x(ribbon.endX()) + 14 * unit() > 0
                && x(ribbon.startX()) < canvas.getWidth()
                && below > 0
                && above < canvas.getHeight();
    }

    private Color color(Side side) {
        return (side == Side.WHITE ? getSkinnable().white : getSkinnable().black).getValue();
    }

    private void drawRibbon(GraphicsContext g, Ribbon ribbon, Side ours) {
        double x1 = x(ribbon.startX());
        double x2 = x(ribbon.endX());
        double y1 = y(ribbon.startY());
        double y2 = y(ribbon.endY());
        double bend = (x2 - x1) * 0.42;
        boolean open = ribbon.kind() == Kind.OPEN;
        Color color =
                open ? getSkinnable().brick.getValue() : color(ribbon.kind() == Kind.STRAND ? ours : ours.opposite());
        g.setStroke(color.deriveColor(0, 1, 1, open ? 0.75 : ribbon.chosen() ? 0.5 : 0.22));
        g.setLineWidth(Math.max(1.2, ribbon.thickness() * unit()));
        if (open || !ribbon.chosen()) {
            g.setLineDashes(0.45 * unit(), 0.4 * unit());
            g.setLineWidth(Math.min(g.getLineWidth(), 0.45 * unit()));
        }
        g.beginPath();
        g.moveTo(x1, y1);
        g.bezierCurveTo(x1 + bend, y1, x2 - bend, y2, x2, y2);
        g.stroke();
        g.setLineDashes();
        if (open) {
            double r = 0.42 * unit();
            g.setFill(getSkinnable().panel.getValue());
            g.setStroke(getSkinnable().brick.getValue());
            g.setLineWidth(1.5);
            g.fillOval(x2 - r, y2 - r, 2 * r, 2 * r);
            g.strokeOval(x2 - r, y2 - r, 2 * r, 2 * r);
        }
    }

    private void drawName(GraphicsContext g, Ribbon ribbon, Side ours) {
        if (unit() < LEGIBLE || ribbon.kind() == Kind.STRAND) {
            return;
        }
        double x = x(ribbon.endX()) - 0.5 * unit();
        double y = y(ribbon.endY()) - Math.max(0.55 * unit(), ribbon.thickness() * unit() / 2) - 0.15 * unit();
        boolean open = ribbon.kind() == Kind.OPEN;
        g.setTextAlign(TextAlignment.RIGHT);
        g.setTextBaseline(VPos.BASELINE);
        g.setFill(getSkinnable().soft.getValue());
        g.setFont(Font.font("Lato", unit() * 0.85));
        halo(g, ribbon.figure(), x, y);
        double figure = (width(ribbon.figure()) * 0.85 + 0.35) * unit();
        g.setFont(Font.font("Lato", FontWeight.BOLD, unit() * 0.95));
        g.setFill(open ? getSkinnable().brick.getValue() : color(ours.opposite()));
        halo(g, ribbon.text(), x - figure, y);
        if (ribbon.kind() != Kind.ANSWERED) {
            g.setTextAlign(TextAlignment.LEFT);
            g.setTextBaseline(VPos.CENTER);
            g.setFont(Font.font("Charis SIL", FontPosture.ITALIC, unit() * 0.92));
            g.setFill(
                    open ? getSkinnable().brick.getValue() : getSkinnable().soft.getValue());
            g.fillText(
                    Texts.of(open ? "flow.noAnswer" : "flow.joinsThere"),
                    x(ribbon.endX()) + 0.8 * unit(),
                    y(ribbon.endY()));
        }
    }

    /** A text that ends at x and stays legible where a ribbon runs under it. */
    private void halo(GraphicsContext g, String text, double x, double y) {
        Paint ink = g.getFill();
        double width = width(text) * unit();
        g.setFill(getSkinnable().paper.getValue().deriveColor(0, 1, 1, 0.72));
        g.fillRect(x - width, y - 0.85 * unit(), width, 1.1 * unit());
        g.setFill(ink);
        g.fillText(text, x, y);
    }

    /** How wide a bold text is, in units; measured once for each text. */
    private double width(String text) {
        return widths.computeIfAbsent(text, each -> {
            Text probe = new Text(each);
            probe.setFont(Font.font("Lato", FontWeight.BOLD, MEASURED));
            return probe.getLayoutBounds().getWidth() / MEASURED;
        });
    }

    private void drawBox(GraphicsContext g, Box box, Side ours, boolean onThread) {
        double x = x(box.x());
        double w = box.width() * unit();
        double h = FlowLayout.BOX_HEIGHT * unit();
        double y = y(box.y()) - h / 2;
        boolean current = box.node() == getSkinnable().currentProperty().get();
        if (box.node() == Repertoire.ROOT) {
            double r = 0.4 * unit();
            g.setFill(
                    current
                            ? getSkinnable().ink.getValue()
                            : getSkinnable().soft.getValue());
            g.fillOval(x, y(box.y()) - r, 2 * r, 2 * r);
            return;
        }
        g.setFill(current ? getSkinnable().ink.getValue() : getSkinnable().panel.getValue());
        Color edge = box.chosen() ? color(ours) : getSkinnable().soft.getValue();
        g.setStroke(current ? getSkinnable().ink.getValue() : edge);
        g.setLineWidth(box.chosen() ? 1.6 : 1);
        if (!box.chosen()) {
            g.setLineDashes(4, 3);
        }
        double round = 0.35 * unit();
        g.fillRoundRect(x + 1, y, w - 2, h, round, round);
        g.strokeRoundRect(x + 1, y, w - 2, h, round, round);
        g.setLineDashes();
        if (current && getSkinnable().isFocused()) {
            g.setLineWidth(1);
            g.setStroke(getSkinnable().ink.getValue());
            g.strokeRoundRect(x - 2, y - 3, w + 4, h + 6, round, round);
        }
        if (unit() < LEGIBLE) {
            return;
        }
        g.setTextAlign(TextAlignment.CENTER);
        g.setTextBaseline(VPos.CENTER);
        g.setFont(Font.font("Lato", FontWeight.BOLD, unit()));
        g.setFill(
                current
                        ? getSkinnable().panel.getValue()
                        : box.chosen()
                                ? getSkinnable().ink.getValue()
                                : getSkinnable().soft.getValue());
        g.fillText(box.text(), x + w / 2, y + h / 2, w - 0.3 * unit());
        if (box.memorise()) {
            // A dog's ear: to be known by heart.
            double ear = 0.55 * unit();
            g.setFill(getSkinnable().brick.getValue());
            g.fillPolygon(new double[] {x + w - 1 - ear, x + w - 1, x + w - 1}, new double[] {y, y, y + ear}, 3);
        }
        if (!box.note().isEmpty()) {
            g.setTextBaseline(VPos.TOP);
            g.setFont(Font.font("Charis SIL", FontPosture.ITALIC, unit() * 0.85));
            g.setFill(getSkinnable().soft.getValue());
            g.fillText(box.note(), x + w / 2, y + h + 0.1 * unit());
        }
        if (box.hidden() > 0) {
            g.setTextAlign(TextAlignment.LEFT);
            g.setTextBaseline(VPos.CENTER);
            g.setFont(Font.font("Lato", unit() * 0.85));
            g.setFill(getSkinnable().soft.getValue());
            g.fillText(Texts.of("flow.folded", box.hidden()), x + w + 0.35 * unit(), y + h / 2);
        }
        if (onThread) {
            g.setFill(getSkinnable().ink.getValue());
            double r = 0.2 * unit();
            g.fillOval(x + 0.3 * unit() - r, y + h / 2 - r, 2 * r, 2 * r);
        }
    }

    /** A dotted line along the way of a game, with its name where it leaves. */
    private void drawThread(GraphicsContext g, FlowLayout now, FlowData data) {
        if (data.thread().isEmpty()) {
            return;
        }
        Set<Integer> nodes = new HashSet<>(data.thread());
        g.setStroke(getSkinnable().ink.getValue());
        g.setLineWidth(1.6);
        g.setLineDashes(1.6, 4.5);
        for (Ribbon ribbon : now.ribbons()) {
            if (nodes.contains(ribbon.from()) && nodes.contains(ribbon.node()) && isInSight(ribbon)) {
                double x1 = x(ribbon.startX());
                double x2 = x(ribbon.endX());
                double bend = (x2 - x1) * 0.42;
                g.beginPath();
                g.moveTo(x1, y(ribbon.startY()));
                g.bezierCurveTo(x1 + bend, y(ribbon.startY()), x2 - bend, y(ribbon.endY()), x2, y(ribbon.endY()));
                g.stroke();
            }
        }
        g.setLineDashes();
        Box last = now.nearest(data.thread().getLast());
        g.setTextAlign(TextAlignment.LEFT);
        g.setTextBaseline(VPos.TOP);
        g.setFont(Font.font("Charis SIL", FontPosture.ITALIC, unit() * 0.92));
        g.setFill(getSkinnable().ink.getValue());
        g.fillText(
                data.threadName(),
                x(last.x()),
                y(last.y() + FlowLayout.BOX_HEIGHT / 2 + (last.note().isEmpty() ? 0.1 : 1)));
    }
}
