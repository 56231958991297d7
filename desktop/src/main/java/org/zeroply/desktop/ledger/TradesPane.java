package org.zeroply.desktop.ledger;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.board.Mark;
import org.zeroply.desktop.board.Trace;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.ledger.Change;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.Reach;
import org.zeroply.ledger.TradeTable;
import org.zeroply.ledger.Value;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.work.Cancel;

/**
 * The trade table: own pieces against enemy pieces with what each trade gains, the most welcome in the upper left corner.
 * A chosen trade shows the board without both and the way to offer it. The other way round, two pieces are chosen that
 * should remain, and the trades that lead there are listed.
 */
final class TradesPane extends VBox {
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
    private static final int PLANS_SHOWN = 3;
    private static final int CHANGES_SHOWN = 6;

    /** From this gain on, in hundredths, a trade is welcome; below its opposite it is not. */
    private static final int WORTH_A_COLOUR = 10;

    private final LedgerModel model;
    private final ToggleGroup sides = new ToggleGroup();
    private final ToggleGroup modes = new ToggleGroup();
    private final ToggleButton white = Chips.oneOf(sides, "side.WHITE", "trades-white");
    private final ToggleButton black = Chips.oneOf(sides, "side.BLACK", "trades-black");
    private final ToggleButton leave = Chips.oneOf(modes, "trades.leave", "trades-leave");
    private final ToggleButton remain = Chips.oneOf(modes, "trades.remain", "trades-remain");
    private final GridPane grid = new GridPane();
    private final Label hint = new Label();
    private final VBox detail = new VBox(6);
    private final ReadOnlyObjectWrapper<Shown> shown = new ReadOnlyObjectWrapper<>(this, "shown", Shown.NOTHING);
    private @Nullable TradeTable table;
    private Cancel asking = new Cancel();

    TradesPane(LedgerModel model) {
        super(8);
        this.model = model;
        getStyleClass().add("ledger-view");
        setId("trades");
        leave.setSelected(true);
        // Where the panel is narrow the second pair stands below the first.
        FlowPane choices = new FlowPane(16, 4, new HBox(4, white, black), new HBox(4, leave, remain));
        hint.setWrapText(true);
        hint.getStyleClass().add("soft");
        hint.setMinHeight(USE_PREF_SIZE);
        grid.getStyleClass().add("trades-grid");
        grid.setId("trades-grid");
        ScrollPane scroll = new ScrollPane(new VBox(10, grid, detail));
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("branches-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        getChildren().addAll(choices, hint, scroll);
        // Whoever is to move is asked first; the choice stays until the coach makes another.
        white.setSelected(true);
        sides.selectedToggleProperty().subscribe(() -> ask());
        modes.selectedToggleProperty().subscribe(() -> show());
        model.viewProperty().subscribe(() -> ask());
        model.reading().positionProperty().subscribe(() -> ask());
    }

    ReadOnlyObjectProperty<Shown> shownProperty() {
        return shown.getReadOnlyProperty();
    }

    void focusFirst() {
        (white.isSelected() ? white : black).requestFocus();
    }

    private Side side() {
        return black.isSelected() ? Side.BLACK : Side.WHITE;
    }

    private void ask() {
        asking.cancel();
        table = null;
        clear();
        if (model.viewProperty().get() != LedgerModel.View.TRADES
                || !model.reading().openProperty().get()) {
            return;
        }
        Cancel cancel = new Cancel();
        asking = cancel;
        Position position = model.reading().positionProperty().get();
        Side side = side();
        model.look(() -> TradeTable.of(position, side, cancel), found -> {
            if (!cancel.isRequested()) {
                table = found;
                show();
            }
        });
    }

    private void clear() {
        grid.getChildren().clear();
        detail.getChildren().clear();
        shown.set(Shown.NOTHING);
    }

    // ---- the grid

    private void show() {
        clear();
        TradeTable now = table;
        if (now == null) {
            return;
        }
        hint.setText(Texts.of(
                now.trades().isEmpty() ? "trades.none" : remain.isSelected() ? "trades.hint.remain" : "trades.hint"));
        // Trades come sorted, so the first meeting of each piece is its best one.
        List<Square> rows =
                now.trades().stream().map(TradeTable.Trade::own).distinct().toList();
        List<Square> columns =
                now.trades().stream().map(TradeTable.Trade::enemy).distinct().toList();
        for (int i = 0; i < columns.size(); i++) {
            grid.add(name(now.position(), columns.get(i)), i + 1, 0);
        }
        for (int i = 0; i < rows.size(); i++) {
            grid.add(name(now.position(), rows.get(i)), 0, i + 1);
        }
        for (TradeTable.Trade trade : now.trades()) {
            grid.add(cell(now, trade), columns.indexOf(trade.enemy()) + 1, rows.indexOf(trade.own()) + 1);
        }
    }

    private Language language() {
        return model.reading().languageProperty().get();
    }

    private String pieceAt(Position position, Square square) {
        Piece piece = position.pieceAt(square);
        return piece == null ? square.toString() : language().letter(piece.type()) + square;
    }

    private Label name(Position position, Square square) {
        Label label = new Label(pieceAt(position, square));
        Piece piece = position.pieceAt(square);
        boolean ofWhite = piece != null && piece.side() == Side.WHITE;
        label.setMinWidth(Region.USE_PREF_SIZE);
        label.getStyleClass().addAll("trades-name", ofWhite ? "ledger-white" : "compare-black");
        return label;
    }

    private Button cell(TradeTable now, TradeTable.Trade trade) {
        Button cell = new Button(signed(trade.gain()));
        cell.getStyleClass().add("trades-cell");
        cell.setMinWidth(Region.USE_PREF_SIZE);
        cell.pseudoClassStateChanged(PseudoClass.getPseudoClass("welcome"), trade.gain() >= WORTH_A_COLOUR);
        cell.pseudoClassStateChanged(PseudoClass.getPseudoClass("unwelcome"), trade.gain() <= -WORTH_A_COLOUR);
        cell.pseudoClassStateChanged(PseudoClass.getPseudoClass("playable"), trade.kind() == TradeTable.Kind.PLAYED);
        cell.setAccessibleText(Texts.of(
                "trades.cell.accessible",
                pieceAt(now.position(), trade.own()),
                pieceAt(now.position(), trade.enemy()),
                signed(trade.gain())));
        cell.setOnAction(event -> {
            grid.getChildren().forEach(other -> other.pseudoClassStateChanged(CHOSEN, other.equals(cell)));
            if (remain.isSelected()) {
                showPlans(now, trade);
            } else {
                showTrade(now, trade);
            }
        });
        return cell;
    }

    private static String signed(int hundredths) {
        return String.format(Locale.ROOT, "%+.2f", hundredths / 100.0);
    }

    // ---- one trade

    private void showTrade(TradeTable now, TradeTable.Trade trade) {
        Position position = now.position();
        String own = pieceAt(position, trade.own());
        String enemy = pieceAt(position, trade.enemy());
        List<String> told = new ArrayList<>();
        told.add(Texts.of("trades.gain", own, enemy, signed(trade.gain())));
        if (trade.kind() == TradeTable.Kind.PLAYED) {
            Move first = trade.moves().getFirst();
            told.add(Texts.of(
                    "trades.played",
                    San.write(position, first, language()),
                    San.write(position.play(first), trade.moves().getLast(), language())));
        } else {
            told.add(Texts.of("trades.lifted"));
            told.add(offer(position, trade));
        }
        List<Trace> traces = new ArrayList<>();
        if (trade.offer().size() > 1) {
            traces.add(new Trace.Plan(
                    trade.offer(), 1, sideAt(position, trade.offer().getFirst())));
        }
        showDetail(told, trade.after(), List.of(trade.own(), trade.enemy()), traces);
        detail.getChildren().add(line(changes(position, trade.after())));
    }

    private static Label line(String text) {
        Label label = new Label(text);
        label.setWrapText(true);
        label.setMinHeight(Region.USE_PREF_SIZE);
        return label;
    }

    private static Side sideAt(Position position, Square square) {
        Piece piece = position.pieceAt(square);
        return piece == null ? Side.WHITE : piece.side();
    }

    private String offer(Position position, TradeTable.Trade trade) {
        if (trade.offer().isEmpty()) {
            return Texts.of("trades.offer.never");
        }
        String piece = pieceAt(position, trade.offer().getFirst());
        if (trade.movesToOffer() == 0) {
            return Texts.of("trades.offer.now", piece);
        }
        String way = trade.offer().stream().skip(1).map(Square::toString).collect(Collectors.joining("–"));
        return Texts.of("trades.offer", piece, way, new Value.Moves(trade.movesToOffer()).text());
    }

    private String changes(Position position, Position after) {
        var scale = model.reading().scaleProperty().get();
        List<Change> changes = Ledger.of(after, scale).changesSince(Ledger.of(position, scale));
        return changes.stream()
                .filter(change -> !change.inWords().isEmpty())
                .sorted(Comparator.comparing(change -> change.factor()))
                .skip(1)
                .limit(CHANGES_SHOWN)
                .map(change -> change.factor().title() + " (" + change.inWords() + ")")
                .collect(Collectors.joining("; ", Texts.of("trades.changes") + " ", ""));
    }

    private void showDetail(List<String> told, Position after, List<Square> pieces, List<Trace> traces) {
        detail.getChildren().clear();
        told.forEach(said -> detail.getChildren().add(line(said)));
        detail.getChildren().getFirst().getStyleClass().add("strong");
        BoardView small = new BoardView();
        small.setId("trades-board");
        small.playableProperty().set(false);
        small.setFocusTraversable(false);
        small.positionProperty().set(after);
        small.flippedProperty().set(model.reading().flippedProperty().get());
        small.setMinSize(200, 200);
        small.setPrefSize(220, 220);
        small.setMaxSize(260, 260);
        detail.getChildren().add(small);
        List<Mark> marks = new ArrayList<>();
        for (Square square : pieces) {
            marks.add(new Mark(square, sideAt(model.reading().positionProperty().get(), square), String.valueOf((char)
                    ('a' + marks.size()))));
        }
        shown.set(new Shown(marks, traces, ""));
    }

    // ---- what should remain

    private void showPlans(TradeTable now, TradeTable.Trade kept) {
        Position position = now.position();
        List<TradeTable.Plan> plans = now.toRemain(kept.own(), kept.enemy());
        List<String> told = new ArrayList<>();
        told.add(Texts.of("trades.kept", pieceAt(position, kept.own()), pieceAt(position, kept.enemy())));
        if (plans.isEmpty()) {
            boolean alone = now.trades().stream().noneMatch(trade -> isOther(now, trade, kept));
            detail.getChildren().clear();
            told.add(Texts.of(alone ? "trades.kept.already" : "trades.kept.none"));
            showDetail(told, position, List.of(kept.own(), kept.enemy()), List.of());
            return;
        }
        List<Trace> traces = new ArrayList<>();
        Map<Square, Boolean> traced = new LinkedHashMap<>();
        for (TradeTable.Plan plan : plans.subList(0, Math.min(PLANS_SHOWN, plans.size()))) {
            String steps = plan.trades().stream()
                    .map(trade ->
                            Texts.of("trades.step", pieceAt(position, trade.own()), pieceAt(position, trade.enemy())))
                    .collect(Collectors.joining(", "));
            told.add(
                    plan.moves() == Reach.NEVER
                            ? Texts.of("trades.plan.never", steps)
                            : Texts.of("trades.plan", steps, new Value.Moves(plan.moves()).text()));
        }
        TradeTable.Plan first = plans.getFirst();
        told.add(Texts.of("trades.plan.gain", signed(first.gain())));
        for (TradeTable.Trade trade : first.trades()) {
            if (trade.offer().size() > 1 && traced.put(trade.offer().getFirst(), true) == null) {
                traces.add(new Trace.Plan(
                        trade.offer(), 1, sideAt(position, trade.offer().getFirst())));
            }
        }
        showDetail(told, first.after(), List.of(kept.own(), kept.enemy()), traces);
    }

    /** Whether a trade is of pieces of the kept ones' value, other than these two. */
    private static boolean isOther(TradeTable now, TradeTable.Trade trade, TradeTable.Trade kept) {
        return now.trades().stream().anyMatch(each -> each.own() == kept.own() && each.enemy() == trade.enemy())
                && (trade.own() != kept.own() || trade.enemy() != kept.enemy());
    }
}
