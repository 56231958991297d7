package org.zeroply.desktop.strip;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.WeakHashMap;
import javafx.geometry.Orientation;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.ScrollBar;
import javafx.scene.control.SkinBase;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.FontWeight;
import javafx.scene.text.Text;
import javafx.scene.text.TextAlignment;
import javafx.util.Subscription;
import org.zeroply.desktop.Texts;
import org.zeroply.desktop.strip.StripLayout.Cell;
import org.zeroply.desktop.strip.StripLayout.Joint;
import org.zeroply.rules.Side;

/**
 * Draws the strip on a canvas, only the columns that are in sight, so that a game of any length costs the same. From
 * above: move numbers, the main line, the rows of variations (which scroll when there are many), and the lanes.
 */
final class StripSkin extends SkinBase<StripView> {
    private static final double LARGEST_BALANCE = 900;

    private final Canvas canvas = new Canvas();
    private final ScrollBar across = new ScrollBar();
    private final ScrollBar down = new ScrollBar();
    private final Map<StripLayout, Double> widths = new WeakHashMap<>();
    private final Subscription subscriptions;

    StripSkin(StripView strip) {
        super(strip);
        down.setOrientation(Orientation.VERTICAL);
        across.setFocusTraversable(false);
        down.setFocusTraversable(false);
        canvas.setManaged(false);
        getChildren().addAll(canvas, across, down);
        List<Subscription> all = new ArrayList<>();
        all.add(strip.dataProperty().subscribe(() -> {
            strip.requestLayout();
            showCurrent();
            draw();
        }));
        all.add(strip.verdictsProperty().subscribe(() -> {
            strip.requestLayout();
            draw();
        }));
        strip.styled()
                .forEach(value -> all.add(value.subscribe(() -> {
                    widths.clear();
                    strip.requestLayout();
                })));
        all.add(across.valueProperty().subscribe(() -> draw()));
        all.add(down.valueProperty().subscribe(() -> draw()));
        subscriptions = Subscription.combine(all.toArray(new Subscription[0]));
        strip.addEventHandler(MouseEvent.MOUSE_PRESSED, this::press);
        strip.addEventHandler(ScrollEvent.SCROLL, event -> {
            across.setValue(Math.clamp(
                    across.getValue() - event.getDeltaX() - (event.isShiftDown() ? 0 : event.getDeltaY()),
                    0,
                    Math.max(0, across.getMax())));
            event.consume();
        });
    }

    @Override
    public void dispose() {
        subscriptions.unsubscribe();
        super.dispose();
    }

    // ---- geometry, in units of the text size

    private double unit() {
        return getSkinnable().text.getValue().doubleValue();
    }

    private double labels() {
        return 6.2 * unit();
    }

    private double numbersHeight() {
        return 1.35 * unit();
    }

    private double rowHeight() {
        return 1.75 * unit();
    }

    private double lanesHeight() {
        return verdictHeight() + 6.3 * unit();
    }

    /** The stave of seven lines with room for pennants; nothing for a game that is not judged. */
    private double verdictHeight() {
        return getSkinnable().verdictsProperty().get() == null ? 0 : 4.2 * unit();
    }

    private double columnWidth(StripData data) {
        return widths.computeIfAbsent(data.layout(), layout -> {
            Font font = font(false);
            double widest = 0;
            int longest = 0;
            for (String text : data.texts().values()) {
                if (text.length() >= longest) {
                    longest = text.length();
                    Text probe = new Text(text);
                    probe.setFont(font);
                    widest = Math.max(widest, probe.getLayoutBounds().getWidth());
                }
            }
            return Math.clamp(widest + 0.7 * unit(), 2.7 * unit(), 5.2 * unit());
        });
    }

    private double rowsHeight() {
        return Math.max(
                rowHeight(), getSkinnable().getHeight() - numbersHeight() - lanesHeight() - across.prefHeight(-1));
    }

    private Font font(boolean bold) {
        return Font.font("Lato", bold ? FontWeight.BOLD : FontWeight.NORMAL, unit());
    }

    private Font small() {
        return Font.font("Lato", unit() * 0.85);
    }

    @Override
    protected double computePrefHeight(double width, double t, double r, double b, double l) {
        // The stave takes the place of two rows of variations, so that the board keeps its size.
        int rows = verdictHeight() > 0 ? 2 : 4;
        return numbersHeight() + rows * rowHeight() + lanesHeight() + across.prefHeight(-1);
    }

    @Override
    protected double computeMinHeight(double width, double t, double r, double b, double l) {
        return numbersHeight() + (verdictHeight() > 0 ? 1 : 2) * rowHeight() + lanesHeight() + across.prefHeight(-1);
    }

    @Override
    protected void layoutChildren(double x, double y, double width, double height) {
        canvas.setWidth(width);
        canvas.setHeight(height);
        canvas.relocate(x, y);
        StripData data = getSkinnable().dataProperty().get();
        double content = data == null ? 0 : data.layout().columns() * columnWidth(data);
        double view = width - labels();
        double bar = across.prefHeight(-1);
        across.setVisible(content > view);
        across.setMax(Math.max(0, content - view));
        across.setVisibleAmount(content <= view ? 1 : (content - view) * view / content);
        across.setUnitIncrement(data == null ? 1 : columnWidth(data));
        across.setBlockIncrement(view * 0.8);
        across.resizeRelocate(x + labels(), y + height - bar, view, bar);
        across.setValue(Math.clamp(across.getValue(), 0, across.getMax()));
        double rows = data == null ? 0 : data.layout().rows().size() * rowHeight();
        double room = rowsHeight();
        double barWidth = down.prefWidth(-1);
        down.setVisible(rows > room + 1);
        down.setMax(Math.max(0, rows - room));
        down.setVisibleAmount(rows <= room ? 1 : (rows - room) * room / rows);
        down.setValue(Math.clamp(down.getValue(), 0, down.getMax()));
        down.resizeRelocate(x + width - barWidth, y + numbersHeight(), barWidth, room);
        showCurrent();
        draw();
    }

    /** Scrolls so that the current move is in sight, with a few moves on either side. */
    private void showCurrent() {
        StripData data = getSkinnable().dataProperty().get();
        if (data == null || getSkinnable().getWidth() <= 0) {
            return;
        }
        Cell cell = data.layout().cell(data.current());
        if (cell == null) {
            across.setValue(0);
            down.setValue(0);
            return;
        }
        double width = columnWidth(data);
        double view = getSkinnable().getWidth() - labels();
        double x = cell.column() * width;
        double margin = Math.min(3 * width, view / 3);
        double value = across.getValue();
        if (x - margin < value) {
            value = x - margin;
        } else if (x + width + margin > value + view) {
            value = x + width + margin - view;
        }
        across.setValue(Math.clamp(value, 0, across.getMax()));
        double y = cell.row() * rowHeight();
        double room = rowsHeight();
        if (y < down.getValue()) {
            down.setValue(y);
        } else if (y + rowHeight() > down.getValue() + room) {
            down.setValue(Math.min(down.getMax(), y + rowHeight() - room));
        }
    }

    private void press(MouseEvent event) {
        StripData data = getSkinnable().dataProperty().get();
        if (data == null || event.getY() > getSkinnable().getHeight() - across.prefHeight(-1)) {
            return;
        }
        double width = columnWidth(data);
        int column = (int) Math.floor((event.getX() - labels() + across.getValue()) / width);
        double y = event.getY() - numbersHeight();
        boolean inRows = y >= 0 && y < rowsHeight();
        int row = inRows ? (int) ((y + down.getValue()) / rowHeight()) : -1;
        if (event.getX() < labels()) {
            getSkinnable().go(0);
            return;
        }
        if (row > 0) {
            pick(data, row, column);
        } else if (!pick(data, currentRow(data, column), column)) {
            pick(data, 0, column);
        }
    }

    /** A click on a lane goes along the current line; on the main line's row, along the main line. */
    private static int currentRow(StripData data, int column) {
        Cell cell = data.layout().cell(data.current());
        return cell != null && column >= cell.column() ? cell.row() : 0;
    }

    private boolean pick(StripData data, int row, int column) {
        if (row < 0 || row >= data.layout().rows().size()) {
            return false;
        }
        for (Cell cell : data.layout().rows().get(row)) {
            if (cell.column() == column) {
                getSkinnable().go(cell.node());
                return true;
            }
        }
        return false;
    }

    // ---- drawing

    private void draw() {
        GraphicsContext g = canvas.getGraphicsContext2D();
        double width = canvas.getWidth();
        double height = canvas.getHeight();
        g.clearRect(0, 0, width, height);
        StripData data = getSkinnable().dataProperty().get();
        if (data == null || width <= labels()) {
            return;
        }
        double columnWidth = columnWidth(data);
        double shift = labels() - across.getValue();
        int first = Math.max(0, (int) Math.floor(across.getValue() / columnWidth));
        int last = Math.min(
                data.layout().columns() - 1, (int) Math.ceil((across.getValue() + width - labels()) / columnWidth));
        double verdictTop = numbersHeight() + rowsHeight();
        double lanesTop = verdictTop + verdictHeight();
        drawLabels(g, lanesTop);
        g.save();
        g.beginPath();
        g.rect(labels(), 0, width - labels(), height);
        g.clip();
        drawRules(g, width, lanesTop);
        drawCurrentColumn(g, data, columnWidth, shift, lanesTop);
        drawNumbers(g, data, columnWidth, shift, first, last);
        StripVerdicts verdicts = getSkinnable().verdictsProperty().get();
        if (verdicts != null) {
            drawVerdicts(g, verdicts, columnWidth, shift, first, last, verdictTop);
        }
        drawMaterial(g, data, columnWidth, shift, first, last, lanesTop);
        drawClock(g, data, columnWidth, shift, first, last, lanesTop + 3.3 * unit());
        g.beginPath();
        g.rect(labels(), numbersHeight(), width - labels(), rowsHeight());
        g.clip();
        drawRows(g, data, columnWidth, shift, first, last);
        g.restore();
    }

    private Color color(javafx.css.StyleableProperty<Color> property) {
        Color value = property.getValue();
        return value == null ? Color.BLACK : value;
    }

    private void drawLabels(GraphicsContext g, double lanesTop) {
        g.setFont(small());
        g.setTextAlign(TextAlignment.LEFT);
        g.setTextBaseline(VPos.CENTER);
        g.setFill(color(getSkinnable().soft));
        g.fillText(Texts.of("strip.moves"), unit(), numbersHeight() + rowHeight() / 2);
        if (verdictHeight() > 0) {
            g.fillText(Texts.of("strip.verdict"), unit(), lanesTop - verdictHeight() / 2);
        }
        g.fillText(Texts.of("strip.material"), unit(), lanesTop + 1.6 * unit());
        g.fillText(Texts.of("strip.clock"), unit(), lanesTop + 4.7 * unit());
    }

    private void drawRules(GraphicsContext g, double width, double lanesTop) {
        g.setStroke(color(getSkinnable().rule));
        g.setLineWidth(1);
        for (double y : new double[] {lanesTop, lanesTop + 3.2 * unit(), lanesTop + 6.2 * unit()}) {
            g.strokeLine(labels(), Math.round(y) + 0.5, width, Math.round(y) + 0.5);
        }
        g.setStroke(color(getSkinnable().soft).deriveColor(0, 1, 1, 0.5));
        double zero = Math.round(lanesTop + 1.6 * unit()) + 0.5;
        g.strokeLine(labels(), zero, width, zero);
    }

    private void drawCurrentColumn(
            GraphicsContext g, StripData data, double columnWidth, double shift, double lanesTop) {
        Cell cell = data.layout().cell(data.current());
        double x = cell == null ? labels() : shift + cell.column() * columnWidth;
        double bottom = lanesTop + 6.2 * unit();
        if (cell == null) {
            g.setFill(color(getSkinnable().ink));
            g.fillRect(labels(), 1, 2, bottom - 1);
            return;
        }
        g.setFill(color(getSkinnable().panel));
        g.fillRect(x, 1, columnWidth, bottom - 1);
        g.setStroke(color(getSkinnable().ink));
        g.setLineWidth(1.2);
        g.strokeRect(Math.rint(x) + 0.5, 1.5, Math.rint(columnWidth) - 1, Math.rint(bottom) - 2);
    }

    private void drawNumbers(GraphicsContext g, StripData data, double columnWidth, double shift, int first, int last) {
        g.setFont(small());
        g.setFill(color(getSkinnable().soft));
        g.setTextAlign(TextAlignment.CENTER);
        g.setTextBaseline(VPos.CENTER);
        int offset = data.firstSide() == Side.WHITE ? 0 : 1;
        for (int column = first; column <= last; column++) {
            if ((column + offset) % 2 == 0 || column == 0) {
                int number = data.firstNumber() + (column + offset) / 2;
                g.fillText(Integer.toString(number), shift + (column + 0.5) * columnWidth, numbersHeight() * 0.6);
            }
        }
    }

    private void drawRows(GraphicsContext g, StripData data, double columnWidth, double shift, int first, int last) {
        double top = numbersHeight() - down.getValue();
        g.setStroke(color(getSkinnable().soft));
        g.setLineWidth(1);
        for (Joint joint : data.layout().joints()) {
            if (joint.column() >= first - 1 && joint.column() <= last + 1) {
                double x = Math.round(shift + joint.column() * columnWidth) + 0.5;
                double from = top + (joint.fromRow() + 0.85) * rowHeight();
                double to = top + (joint.row() + 0.5) * rowHeight();
                g.strokeLine(x, from, x, to - 4);
                g.strokeArc(x, to - 8, 8, 8, 180, 90, javafx.scene.shape.ArcType.OPEN);
            }
        }
        g.setTextAlign(TextAlignment.CENTER);
        g.setTextBaseline(VPos.CENTER);
        for (List<Cell> row : data.layout().rows()) {
            for (Cell cell : row) {
                if (cell.column() >= first && cell.column() <= last) {
                    drawCell(g, data, cell, columnWidth, shift, top);
                }
            }
        }
    }

    private void drawCell(GraphicsContext g, StripData data, Cell cell, double columnWidth, double shift, double top) {
        double x = shift + (cell.column() + 0.5) * columnWidth;
        double y = top + (cell.row() + 0.5) * rowHeight();
        boolean current = cell.node() == data.current();
        if (current) {
            g.setFill(color(getSkinnable().ink));
            g.fillRect(x - columnWidth * 0.38, y + rowHeight() * 0.36, columnWidth * 0.76, 2);
        }
        g.setFont(font(current));
        g.setFill(color(cell.row() == 0 || current ? getSkinnable().ink : getSkinnable().soft));
        g.fillText(data.texts().getOrDefault(cell.node(), ""), x, y, columnWidth - 3);
        if (data.noted().contains(cell.node())) {
            g.setFill(color(getSkinnable().ink));
            g.fillOval(x - 2, y - rowHeight() * 0.48, 4, 4);
        }
    }

    /**
     * A stave of seven lines, White winning at the top, with a note on the line that holds after each move. A turning point
     * flies a pennant from its note, as long as the share of a point that was given away.
     */
    private void drawVerdicts(
            GraphicsContext g,
            StripVerdicts verdicts,
            double columnWidth,
            double shift,
            int first,
            int last,
            double top) {
        double step = 0.52 * unit();
        double middle = top + verdictHeight() / 2;
        for (int line = -3; line <= 3; line++) {
            double y = Math.round(middle - line * step) + 0.5;
            g.setStroke(color(line == 0 ? getSkinnable().soft : getSkinnable().rule));
            g.setLineWidth(1);
            g.strokeLine(labels(), y, canvas.getWidth(), y);
        }
        for (int column = first; column <= last && column < verdicts.steps().size(); column++) {
            int line = verdicts.steps().get(column).ordinal() - 3;
            double x = shift + (column + 0.5) * columnWidth;
            double y = Math.round(middle - line * step) + 0.5;
            Color note = color(line == 0 ? getSkinnable().ink : line > 0 ? getSkinnable().white : getSkinnable().black);
            double wide = Math.min(columnWidth * 0.44, 1.2 * unit());
            g.setFill(note);
            g.fillRoundRect(x - wide / 2, y - 3, wide, 6, 6, 6);
            Double lost = verdicts.pennants().get(column);
            if (lost != null) {
                drawPennant(g, x + wide / 2 - 1, y, lost, columnWidth);
            }
        }
    }

    /** A mast from the note and a pennant at its top: half a point lost is as long as a column is wide. */
    private void drawPennant(GraphicsContext g, double x, double y, double lost, double columnWidth) {
        double mast = 1.05 * unit();
        double length = Math.clamp(2 * lost * columnWidth, 6, 2 * columnWidth);
        double height = 0.62 * unit();
        Color brick = color(getSkinnable().brick);
        g.setStroke(brick);
        g.setLineWidth(1.6);
        g.strokeLine(x, y, x, y - mast);
        g.setFill(brick);
        g.fillPolygon(
                new double[] {x, x + length, x}, new double[] {y - mast, y - mast + height / 2, y - mast + height}, 3);
    }

    private void drawMaterial(
            GraphicsContext g, StripData data, double columnWidth, double shift, int first, int last, double top) {
        double zero = top + 1.6 * unit();
        double half = 1.4 * unit();
        for (int column = first; column <= last && column < data.material().size(); column++) {
            int balance = data.material().get(column);
            if (balance == 0) {
                continue;
            }
            double size = half * Math.sqrt(Math.min(LARGEST_BALANCE, Math.abs(balance)) / LARGEST_BALANCE);
            g.setFill(color(balance > 0 ? getSkinnable().white : getSkinnable().black));
            double x = shift + column * columnWidth + columnWidth * 0.12;
            g.fillRect(x, balance > 0 ? zero - size : zero + 1, columnWidth * 0.76, size);
        }
    }

    private void drawClock(
            GraphicsContext g, StripData data, double columnWidth, double shift, int first, int last, double top) {
        double room = 2.7 * unit();
        double most = data.clocks().stream()
                .flatMap(Optional::stream)
                .mapToDouble(clock -> clock.toMillis() / 1000.0)
                .max()
                .orElse(0);
        if (most == 0) {
            g.setFont(small());
            g.setFill(color(getSkinnable().soft));
            g.setTextAlign(TextAlignment.LEFT);
            g.fillText(Texts.of("strip.noClock"), labels() + unit() * 0.6, top + room / 2);
            return;
        }
        int offset = data.firstSide() == Side.WHITE ? 0 : 1;
        for (int column = first; column <= last && column < data.clocks().size(); column++) {
            Optional<Duration> clock = data.clocks().get(column);
            if (clock.isPresent()) {
                double size = Math.max(1, room * clock.get().toMillis() / (1000.0 * most));
                Color fill = color((column + offset) % 2 == 0 ? getSkinnable().white : getSkinnable().black);
                g.setFill(fill.deriveColor(0, 1, 1, 0.55));
                g.fillRect(
                        shift + column * columnWidth + columnWidth * 0.22, top + room - size, columnWidth * 0.56, size);
            }
        }
    }
}
