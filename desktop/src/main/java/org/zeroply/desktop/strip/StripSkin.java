package org.zeroply.desktop.strip;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.WeakHashMap;
import javafx.beans.value.ObservableValue;
import javafx.css.StyleableProperty;
import javafx.geometry.Orientation;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.ScrollBar;
import javafx.scene.control.SkinBase;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.paint.Color;
import javafx.scene.shape.ArcType;
import javafx.scene.text.Font;
import javafx.scene.text.FontWeight;
import javafx.scene.text.Text;
import javafx.scene.text.TextAlignment;
import javafx.util.Subscription;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.strip.StripLayout.Cell;
import org.zeroply.desktop.strip.StripLayout.Joint;
import org.zeroply.ledger.MoveMeasures;
import org.zeroply.rules.Side;

/**
 * Draws the strip on a canvas, only the columns that are in sight, so that a game of any length costs the same. From
 * above: move numbers, the main line, the rows of variations (which scroll when there are many), and the lanes.
 */
final class StripSkin extends SkinBase<StripView> {
    private static final double LARGEST_BALANCE = 900;

    /** What fills a lane: squares of mobility, signs of danger, lost tempi. */
    private static final double MOST_ACTIVITY = 24;

    private static final double MOST_DANGER = 10;
    private static final double MOST_TEMPI = 4;
    private static final double MOST_WINGS = 5;

    /** The names at the left; beside them what stands in columns, and over that the moves, each cut off at its own edge. */
    private final Canvas canvas = new Canvas();

    private final Canvas columnsCanvas = new Canvas();
    private final Canvas rowsCanvas = new Canvas();
    private boolean drawn = true;
    private final ScrollBar across = new ScrollBar();
    private final ScrollBar down = new ScrollBar();
    private final Map<StripLayout, Double> widths = new WeakHashMap<>();
    private final Subscription subscriptions;

    StripSkin(StripView strip) {
        super(strip);
        down.setOrientation(Orientation.VERTICAL);
        across.setFocusTraversable(false);
        down.setFocusTraversable(false);
        List.of(canvas, columnsCanvas, rowsCanvas).forEach(each -> each.setManaged(false));
        getChildren().addAll(canvas, columnsCanvas, rowsCanvas, across, down);
        List<Subscription> all = new ArrayList<>();
        all.add(strip.dataProperty().subscribe(() -> {
            strip.requestLayout();
            showCurrent();
            draw();
        }));
        for (ObservableValue<?> value :
                List.of(strip.verdictsProperty(), strip.measuresProperty(), strip.lanesProperty())) {
            all.add(value.subscribe(() -> {
                strip.requestLayout();
                draw();
            }));
        }
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
        return Math.rint(6.2 * unit());
    }

    private double right() {
        return labels() + columnsCanvas.getWidth();
    }

    private double numbersHeight() {
        return Math.rint(1.35 * unit());
    }

    private double rowHeight() {
        return 1.75 * unit();
    }

    private double lanesHeight() {
        return lanes().stream().mapToDouble(Lane::height).sum() + 0.1 * unit();
    }

    /** A lane at its place, its top measured from the top of the lanes. */
    private record Lane(StripLane lane, double top, double height) {}

    /** The lanes that are shown and have something to show, from above. */
    private List<Lane> lanes() {
        List<Lane> lanes = new ArrayList<>();
        double top = 0;
        for (StripLanes.Row row : getSkinnable().lanesProperty().get().rows()) {
            if (row.isShown() && hasContent(row.lane())) {
                double height = row.lane().height() * row.size() * unit();
                lanes.add(new Lane(row.lane(), top, height));
                top += height;
            }
        }
        return lanes;
    }

    private boolean hasContent(StripLane lane) {
        StripData data = getSkinnable().dataProperty().get();
        List<MoveMeasures> measures = getSkinnable().measuresProperty().get();
        return switch (lane) {
            case VERDICT -> isJudged();
            case MATERIAL -> true;
            case ACTIVITY, KING, WINGS -> !measures.isEmpty();
            case TEMPO -> measures.stream().anyMatch(measure -> measure.tempo().isPresent());
            case CLOCK -> data != null && data.used().stream().anyMatch(Optional::isPresent);
        };
    }

    private boolean isJudged() {
        return getSkinnable().verdictsProperty().get() != null;
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
        // As tall as its content; every lane takes some of the room of the variations, so that the board keeps its
        // size.
        StripData data = getSkinnable().dataProperty().get();
        double content = data == null ? 1 : data.layout().rows().size() + 0.2;
        double rows = Math.max(1.2, Math.min(content, 4.6 - lanesHeight() / (3 * unit())));
        return numbersHeight() + rows * rowHeight() + lanesHeight() + across.prefHeight(-1);
    }

    @Override
    protected double computeMinHeight(double width, double t, double r, double b, double l) {
        return numbersHeight() + rowHeight() + lanesHeight() + across.prefHeight(-1);
    }

    @Override
    protected void layoutChildren(double x, double y, double width, double height) {
        canvas.setWidth(Math.min(width, labels()));
        canvas.setHeight(height);
        canvas.relocate(x, y);
        columnsCanvas.setWidth(Math.max(0, width - labels()));
        columnsCanvas.setHeight(height);
        columnsCanvas.relocate(x + labels(), y);
        rowsCanvas.setWidth(Math.max(0, width - labels()));
        rowsCanvas.setHeight(rowsHeight());
        rowsCanvas.relocate(x + labels(), y + numbersHeight());
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
        drawNow();
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
            if (inRows) {
                getSkinnable().go(0);
            } else {
                getSkinnable().arrange();
            }
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

    /** Draws once, however much has changed, before the next frame. */
    private void draw() {
        if (drawn) {
            drawn = false;
            FxThread.later(this::drawNow);
        }
    }

    private void drawNow() {
        drawn = true;
        if (getSkinnable() == null) {
            return;
        }
        double width = right();
        // A clip in a canvas costs a picture of its own with each figure drawn; an edge of a canvas costs nothing.
        GraphicsContext names = from(canvas, 0, 0);
        GraphicsContext g = from(columnsCanvas, labels(), 0);
        GraphicsContext moves = from(rowsCanvas, labels(), numbersHeight());
        StripData data = getSkinnable().dataProperty().get();
        if (data == null || width <= labels()) {
            return;
        }
        double columnWidth = columnWidth(data);
        double shift = labels() - across.getValue();
        int first = Math.max(0, (int) Math.floor(across.getValue() / columnWidth));
        int last = Math.min(
                data.layout().columns() - 1, (int) Math.ceil((across.getValue() + width - labels()) / columnWidth));
        double lanesTop = numbersHeight() + rowsHeight();
        List<Lane> lanes = lanes();
        drawLabels(names, lanes, lanesTop);
        Columns columns = new Columns(columnWidth, shift, first, last);
        drawBranch(g, data, columns, lanesTop);
        drawCurrentColumn(g, data, columnWidth, shift, lanesTop + lanesHeight());
        drawNumbers(g, data, columnWidth, shift, first, last);
        for (Lane lane : lanes) {
            double top = lanesTop + lane.top();
            drawRule(g, top);
            switch (lane.lane()) {
                case VERDICT -> drawVerdicts(g, columns, top, lane.height());
                case MATERIAL -> drawMaterial(g, data, columns, top, lane.height());
                case ACTIVITY -> drawActivity(g, columns, top, lane.height());
                case KING -> drawKings(g, columns, top, lane.height());
                case TEMPO -> drawTempo(g, columns, top, lane.height());
                case WINGS -> drawWings(g, columns, top, lane.height());
                case CLOCK -> drawClock(g, data, columns, top, lane.height());
            }
        }
        drawRule(g, lanesTop + lanesHeight());
        drawRows(moves, data, columnWidth, shift, first, last);
    }

    /** A canvas that is empty, to be drawn on in the places of the whole strip. */
    private static GraphicsContext from(Canvas canvas, double left, double top) {
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.setTransform(1, 0, 0, 1, 0, 0);
        g.clearRect(0, 0, canvas.getWidth(), canvas.getHeight());
        g.translate(-left, -top);
        return g;
    }

    private Color color(StyleableProperty<Color> property) {
        Color value = property.getValue();
        return value == null ? Color.BLACK : value;
    }

    /** The columns in sight. */
    private record Columns(double width, double shift, int first, int last) {
        double left(int column) {
            return shift + column * width;
        }

        double middle(int column) {
            return shift + (column + 0.5) * width;
        }

        int lastOf(int count) {
            return Math.min(last, count - 1);
        }
    }

    private void drawLabels(GraphicsContext g, List<Lane> lanes, double lanesTop) {
        g.setFont(small());
        g.setTextAlign(TextAlignment.LEFT);
        g.setTextBaseline(VPos.CENTER);
        g.setFill(color(getSkinnable().soft));
        g.fillText(Texts.of("strip.moves"), unit(), numbersHeight() + rowHeight() / 2);
        for (Lane lane : lanes) {
            g.fillText(lane.lane().title(), unit(), lanesTop + lane.top() + lane.height() / 2);
        }
    }

    private void drawRule(GraphicsContext g, double y) {
        g.setStroke(color(getSkinnable().rule));
        g.setLineWidth(1);
        g.strokeLine(labels(), Math.round(y) + 0.5, right(), Math.round(y) + 0.5);
    }

    private void drawMiddle(GraphicsContext g, double y) {
        g.setStroke(color(getSkinnable().soft).deriveColor(0, 1, 1, 0.5));
        g.setLineWidth(1);
        g.strokeLine(labels(), y, right(), y);
    }

    /** Where the lanes are about a variation, a tint says so. */
    private void drawBranch(GraphicsContext g, StripData data, Columns columns, double lanesTop) {
        if (data.branchedAt() < data.line().size()) {
            double x = columns.left(data.branchedAt());
            g.setFill(color(getSkinnable().rule).deriveColor(0, 1, 1, 0.45));
            g.fillRect(x, lanesTop, (data.line().size() - data.branchedAt()) * columns.width(), lanesHeight());
        }
    }

    private void drawCurrentColumn(GraphicsContext g, StripData data, double columnWidth, double shift, double bottom) {
        Cell cell = data.layout().cell(data.current());
        double x = cell == null ? labels() : shift + cell.column() * columnWidth;
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
                g.strokeArc(x, to - 8, 8, 8, 180, 90, ArcType.OPEN);
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
     * flies a pennant from its note, as long as the share of a point that was given away. A missed chance is an open
     * diamond over its note, praise a roof over it; a drift hangs in a bracket below the stave, a plan stands in one above.
     */
    private void drawVerdicts(GraphicsContext g, Columns columns, double top, double height) {
        StripVerdicts verdicts = getSkinnable().verdictsProperty().get();
        if (verdicts == null) {
            return;
        }
        double step = 0.124 * height;
        double middle = top + height / 2;
        for (int line = -3; line <= 3; line++) {
            double y = Math.round(middle - line * step) + 0.5;
            g.setStroke(color(line == 0 ? getSkinnable().soft : getSkinnable().rule));
            g.setLineWidth(1);
            g.strokeLine(labels(), y, right(), y);
        }
        double wide = Math.min(columns.width() * 0.44, 1.2 * unit());
        verdicts.drifts().forEach(span -> drawSpan(g, span, columns, middle + 3 * step + 2, 1, true));
        verdicts.plans().forEach(span -> drawSpan(g, span, columns, middle - 3 * step - 2, -1, false));
        for (int column = columns.first();
                column <= columns.lastOf(verdicts.steps().size());
                column++) {
            int line = verdicts.steps().get(column).ordinal() - 3;
            double x = columns.middle(column);
            double y = Math.round(middle - line * step) + 0.5;
            Color note = color(line == 0 ? getSkinnable().ink : line > 0 ? getSkinnable().white : getSkinnable().black);
            g.setFill(note);
            g.fillRoundRect(x - wide / 2, y - 3, wide, 6, 6, 6);
            Double lost = verdicts.pennants().get(column);
            if (lost != null) {
                drawPennant(g, x + wide / 2 - 1, y, lost, columns.width());
            }
            if (verdicts.missed().contains(column)) {
                drawDiamond(g, x - wide * 0.32, y - 0.78 * unit());
            }
            if (verdicts.praised().contains(column)) {
                drawRoof(g, x, y - 0.5 * unit());
            }
        }
    }

    private void drawDiamond(GraphicsContext g, double x, double y) {
        double half = 0.36 * unit();
        g.setStroke(color(getSkinnable().brick));
        g.setLineWidth(1.4);
        g.strokePolygon(new double[] {x - half, x, x + half, x}, new double[] {y, y - half, y, y + half}, 4);
    }

    private void drawRoof(GraphicsContext g, double x, double y) {
        double half = 0.5 * unit();
        g.setStroke(color(getSkinnable().ink));
        g.setLineWidth(1.8);
        g.strokePolyline(new double[] {x - half, x, x + half}, new double[] {y, y - 0.42 * unit(), y}, 3);
    }

    /** A bracket over some columns: its ends point away from the stave. A span that the coach marked is drawn double. */
    private void drawSpan(
            GraphicsContext g, StripVerdicts.Span span, Columns columns, double y, int direction, boolean attention) {
        if (span.last() < columns.first() || span.first() > columns.last()) {
            return;
        }
        double from = columns.left(span.first()) + 3;
        double to = columns.left(span.last() + 1) - 3;
        double foot = y + direction * 0.34 * unit();
        Color side = color(span.side() == Side.WHITE ? getSkinnable().white : getSkinnable().black);
        g.setStroke(attention ? color(getSkinnable().brick) : side);
        g.setLineWidth(1.6);
        g.strokePolyline(new double[] {from, from, to, to}, new double[] {y, foot, foot, y}, 4);
        if (span.isByCoach()) {
            g.strokeLine(from, foot + direction * 3, to, foot + direction * 3);
        }
        if (span.root() < span.first()) {
            double root = columns.middle(span.root());
            g.setLineDashes(2, 3);
            g.strokeLine(root, foot, from, foot);
            g.setLineDashes();
            g.fillOval(root - 3, foot - 3, 6, 6);
        }
        g.setFill(side);
        g.fillRect(from + 3, Math.min(y, foot) + 1, 5, Math.abs(foot - y) - 2);
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

    // ---- lanes of bars

    /** A bar from the middle up for White and down for Black; {@code share} is -1 to 1. */
    private void drawBar(GraphicsContext g, Columns columns, int column, double share, double top, double height) {
        double zero = Math.round(top + height / 2) + 0.5;
        double size = Math.abs(share) * (height / 2 - 2);
        if (size >= 0.5) {
            g.setFill(color(share > 0 ? getSkinnable().white : getSkinnable().black));
            double x = columns.left(column) + columns.width() * 0.12;
            g.fillRect(x, share > 0 ? zero - size : zero + 1, columns.width() * 0.76, size);
        }
    }

    private static double share(double value, double largest) {
        double size = Math.sqrt(Math.min(largest, Math.abs(value)) / largest);
        return value < 0 ? -size : size;
    }

    private void drawMaterial(GraphicsContext g, StripData data, Columns columns, double top, double height) {
        drawMiddle(g, Math.round(top + height / 2) + 0.5);
        for (int column = columns.first();
                column <= columns.lastOf(data.material().size());
                column++) {
            drawBar(g, columns, column, share(data.material().get(column), LARGEST_BALANCE), top, height);
        }
    }

    private void drawActivity(GraphicsContext g, Columns columns, double top, double height) {
        List<MoveMeasures> measures = getSkinnable().measuresProperty().get();
        drawMiddle(g, Math.round(top + height / 2) + 0.5);
        for (int column = columns.first(); column <= columns.lastOf(measures.size()); column++) {
            int activity = measures.get(column).activity();
            drawBar(g, columns, column, share(activity, MOST_ACTIVITY), top, height);
        }
    }

    /** Two rows that grow toward each other's edge: danger to White's king above the middle, to Black's below it. */
    private void drawKings(GraphicsContext g, Columns columns, double top, double height) {
        List<MoveMeasures> measures = getSkinnable().measuresProperty().get();
        drawMiddle(g, Math.round(top + height / 2) + 0.5);
        for (int column = columns.first(); column <= columns.lastOf(measures.size()); column++) {
            MoveMeasures measure = measures.get(column);
            drawBar(g, columns, column, share(measure.whiteDanger(), MOST_DANGER), top, height);
            drawBar(g, columns, column, -share(measure.blackDanger(), MOST_DANGER), top, height);
        }
    }

    private void drawTempo(GraphicsContext g, Columns columns, double top, double height) {
        List<MoveMeasures> measures = getSkinnable().measuresProperty().get();
        drawMiddle(g, Math.round(top + height / 2) + 0.5);
        for (int column = columns.first(); column <= columns.lastOf(measures.size()); column++) {
            if (measures.get(column).tempo().isPresent()) {
                int tempo = measures.get(column).tempo().getAsInt();
                drawBar(g, columns, column, share(tempo, MOST_TEMPI), top, height);
            }
        }
    }

    /** White's pieces that change wings above the middle, Black's below it. */
    private void drawWings(GraphicsContext g, Columns columns, double top, double height) {
        List<MoveMeasures> measures = getSkinnable().measuresProperty().get();
        drawMiddle(g, Math.round(top + height / 2) + 0.5);
        for (int column = columns.first(); column <= columns.lastOf(measures.size()); column++) {
            MoveMeasures measure = measures.get(column);
            drawBar(g, columns, column, share(measure.whiteWings(), MOST_WINGS), top, height);
            drawBar(g, columns, column, -share(measure.blackWings(), MOST_WINGS), top, height);
        }
    }

    private void drawClock(GraphicsContext g, StripData data, Columns columns, double top, double height) {
        double most = data.used().stream()
                .flatMap(Optional::stream)
                .mapToDouble(used -> used.toMillis() / 1000.0)
                .max()
                .orElse(1);
        int offset = data.firstSide() == Side.WHITE ? 0 : 1;
        for (int column = columns.first(); column <= columns.lastOf(data.used().size()); column++) {
            Optional<Duration> used = data.used().get(column);
            if (used.isPresent()) {
                double size =
                        Math.max(1, (height - 3) * Math.sqrt(used.get().toMillis() / (1000.0 * Math.max(1, most))));
                Color fill = color((column + offset) % 2 == 0 ? getSkinnable().white : getSkinnable().black);
                g.setFill(fill.deriveColor(0, 1, 1, 0.55));
                g.fillRect(
                        columns.left(column) + columns.width() * 0.22,
                        top + height - 1 - size,
                        columns.width() * 0.56,
                        size);
            }
        }
    }
}
