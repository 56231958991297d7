package org.zeroply.desktop.games;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.LongConsumer;
import java.util.function.Supplier;
import javafx.beans.binding.Bindings;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableRow;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.zeroply.desktop.game.GameNames;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.notation.Language;
import org.zeroply.store.GameOrder;
import org.zeroply.store.GameSummary;

/** The place Games: finding above, the list below, and what can be done with the chosen games. */
public final class GamesView extends VBox {
    private static final double BASE_SIZE = 13;

    private final TableView<GameSummary> table = new TableView<>();
    private final TextField find = new TextField();
    private final ToggleButton narrow = new ToggleButton(Texts.of("games.narrow"));
    private final FilterBar filter;
    private final Map<TableColumn<GameSummary, ?>, GameOrder.By> orders = new HashMap<>();

    /** What the place asks of the application. */
    public record Actions(
            LongConsumer open,
            Runnable importFiles,
            Consumer<List<Long>> export,
            Runnable newGame,
            Runnable askPattern,
            Supplier<Language> language,
            GameMarks marks,
            ObservableValue<String> leftOpen,
            Runnable goOn) {}

    private final GamesModel model;
    private final Actions actions;
    private long lastChosen;

    /** The game that is to be chosen once it is there; 0 for none. */
    private long wanted;

    public GamesView(GamesModel model, Actions actions, Button more, FirstCards cards) {
        this.model = model;
        this.actions = actions;
        getStyleClass().add("games");
        table.setItems(model.games());
        table.setId("games-table");
        table.setAccessibleText(Texts.of("games.accessible"));
        table.getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
        table.setColumnResizePolicy(TableView.CONSTRAINED_RESIZE_POLICY_ALL_COLUMNS);
        table.setPlaceholder(placeholder());
        column(GameOrder.By.WHITE, "games.white", GameNames::white, 172, "");
        column(GameOrder.By.BLACK, "games.black", GameSummary::black, 172, "");
        column(GameOrder.By.RESULT, "games.result", game -> GameNames.result(game.result()), 66, "centred");
        column(GameOrder.By.DATE, "games.date", game -> GameNames.date(game.date()), 94, "figures");
        column(GameOrder.By.EVENT, "games.event", GameSummary::event, 222, "");
        column(GameOrder.By.ROUND, "games.round", GameSummary::round, 60, "centred");
        column(GameOrder.By.LENGTH, "games.moves", game -> count((game.plies() + 1) / 2), 66, "figures");
        column(GameOrder.By.REMARKS, "games.remarks", game -> count(game.remarks()), 78, "figures");
        marks();
        table.setSortPolicy(view -> {
            model.orderProperty().set(order());
            return true;
        });
        table.setRowFactory(view -> row());
        table.addEventHandler(KeyEvent.KEY_PRESSED, this::keys);
        table.getSelectionModel().selectedIndexProperty().subscribe(row -> {
            if (row.intValue() >= 0 && row.intValue() < model.games().size()) {
                lastChosen = model.idAt(row.intValue());
            }
        });
        VBox.setVgrow(table, Priority.ALWAYS);
        filter = new FilterBar(model, actions.language(), actions.askPattern());
        filter.visibleProperty().bind(narrow.selectedProperty());
        filter.managedProperty().bind(narrow.selectedProperty());
        getChildren().addAll(toolbar(more), goOn(), cards, filter, narrowing(), table);
        // What was chosen stays chosen while the list changes, and something is chosen as soon as there is something.
        model.games().subscribe(() -> FxThread.later(this::choose));
    }

    /** Chooses a game as soon as the list has it. */
    void choose(long game) {
        wanted = game;
        choose();
    }

    private void choose() {
        int at = wanted == 0 ? -1 : model.indexOf(wanted);
        if (at >= 0) {
            wanted = 0;
            table.getSelectionModel().clearAndSelect(at);
            table.scrollTo(Math.max(0, at - 3));
            return;
        }
        if (table.getSelectionModel().isEmpty() && !model.games().isEmpty()) {
            int row = Math.max(0, model.indexOf(lastChosen));
            table.getSelectionModel().select(row);
            if (row > 0) {
                table.scrollTo(row);
            }
        }
    }

    private static String count(int value) {
        return value == 0 ? "" : Integer.toString(value);
    }

    /** The order that the headings ask for. */
    private GameOrder order() {
        if (table.getSortOrder().isEmpty()) {
            return GameOrder.NEWEST_FIRST;
        }
        TableColumn<GameSummary, ?> column = table.getSortOrder().getFirst();
        return new GameOrder(
                orders.getOrDefault(column, GameOrder.By.DATE),
                column.getSortType() == TableColumn.SortType.DESCENDING);
    }

    /** The way back to the game that was open when the workbook was closed. */
    private HBox goOn() {
        Button link = Widgets.quietButton("games.goOn", "games-go-on", actions.goOn());
        HBox row = new HBox(link);
        actions.leftOpen().subscribe(name -> {
            link.setText(Texts.of("games.goOn", name));
            Widgets.present(row, !name.isEmpty());
        });
        return row;
    }

    /** What the list is narrowed to besides words, with a way out. */
    private HBox narrowing() {
        Label title = new Label();
        title.setId("games-narrowed");
        title.getStyleClass().add("strong");
        Button widen = Widgets.quietButton("games.widen", "games-widen", model::widen);
        HBox row = new HBox(8, title, widen);
        row.setAlignment(Pos.BASELINE_LEFT);
        model.narrowingProperty().subscribe(now -> {
            Widgets.present(row, now != null);
            title.setText(now == null ? "" : now.title());
        });
        return row;
    }

    private HBox toolbar(Button more) {
        find.setPromptText(Texts.of("games.find"));
        find.setId("games-find");
        find.setAccessibleText(Texts.of("games.find"));
        find.textProperty().bindBidirectional(model.findProperty());
        find.addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.DOWN || event.getCode() == KeyCode.ENTER) {
                table.requestFocus();
                table.getSelectionModel().clearAndSelect(0);
                event.consume();
            } else if (event.getCode() == KeyCode.ESCAPE) {
                filter.clear();
                model.showAll();
                event.consume();
            }
        });
        Label count = Widgets.label("soft", "");
        count.textProperty()
                .bind(Bindings.createStringBinding(
                        () -> counted(),
                        model.countProperty(),
                        model.games(),
                        model.waitingProperty(),
                        model.narrowingProperty()));
        Region space = Widgets.space();
        Button fresh = new Button(Texts.of("command.newGame"));
        fresh.setOnAction(event -> actions.newGame().run());
        Button export = Widgets.button(
                "games.export", "games-export", () -> actions.export().accept(chosen()));
        export.disableProperty().bind(Bindings.isEmpty(table.getSelectionModel().getSelectedItems()));
        Button importing = Widgets.button(
                "games.import", "games-import", () -> actions.importFiles().run());
        importing.getStyleClass().add("primary");
        narrow.setId("games-narrow");
        narrow.getStyleClass().add("quiet-toggle");
        narrow.selectedProperty().subscribe((before, now) -> {
            if (now) {
                filter.focusFirst();
            }
        });
        HBox bar = new HBox(10, find, narrow, count, space, fresh, export, more, importing);
        // Buttons keep their words; the field for words gives way.
        find.setMinWidth(80);
        for (Region each : List.of(narrow, count, fresh, export, more, importing)) {
            each.setMinWidth(Region.USE_PREF_SIZE);
        }
        bar.setAlignment(Pos.CENTER_LEFT);
        bar.getStyleClass().add("place-bar");
        return bar;
    }

    private String counted() {
        long all = model.countProperty().get();
        int shown = model.games().size();
        String counted = shown == all ? Texts.of("games.count", all) : Texts.of("games.countOf", shown, all);
        GamesModel.Narrowing within = model.narrowingProperty().get();
        return within != null && within.pending() > 0 ? counted + Texts.of("games.waiting", within.pending()) : counted;
    }

    private VBox placeholder() {
        Label title = Widgets.label("empty-title", "");
        title.textProperty()
                .bind(Bindings.when(model.arrivingProperty())
                        .then(Texts.of("games.arriving"))
                        .otherwise(Bindings.when(model.countProperty().isEqualTo(0))
                                .then(Texts.of("games.empty.title"))
                                .otherwise(Texts.of("games.none.title"))));
        Label text = Widgets.label("empty-text", "");
        text.textProperty()
                .bind(Bindings.when(model.arrivingProperty())
                        .then("")
                        .otherwise(Bindings.when(model.countProperty().isEqualTo(0))
                                .then(Texts.of("games.empty.text"))
                                .otherwise(Texts.of("games.none.text"))));
        Button importing = new Button(Texts.of("games.import"));
        importing.getStyleClass().add("primary");
        importing.setOnAction(event -> actions.importFiles().run());
        importing
                .visibleProperty()
                .bind(model.countProperty()
                        .isEqualTo(0)
                        .and(model.arrivingProperty().not()));
        VBox box = new VBox(10, title, text, importing);
        box.getStyleClass().add("empty-place");
        return box;
    }

    private void column(
            GameOrder.By by, String title, Function<GameSummary, String> value, double width, String style) {
        TableColumn<GameSummary, String> column = new TableColumn<>(Texts.of(title));
        column.setCellValueFactory(features -> new ReadOnlyStringWrapper(value.apply(features.getValue())));
        // Columns grow with the text.
        find.fontProperty().subscribe(font -> {
            double scaled = width * font.getSize() / BASE_SIZE;
            column.setPrefWidth(scaled);
            // Figures and dates are never cut; names give way.
            column.setMinWidth(style.isEmpty() ? scaled / 2 : scaled);
        });
        column.setReorderable(false);
        if (!style.isEmpty()) {
            column.getStyleClass().add(style);
        }
        orders.put(column, by);
        table.getColumns().add(column);
    }

    /** What else is known of the games; the list is not ordered by it. */
    private void marks() {
        TableColumn<GameSummary, String> column = new TableColumn<>(Texts.of("games.marks"));
        column.setCellValueFactory(features ->
                new ReadOnlyStringWrapper(actions.marks().of(features.getValue().id())));
        find.fontProperty().subscribe(font -> {
            column.setPrefWidth(204 * font.getSize() / BASE_SIZE);
            column.setMinWidth(168 * font.getSize() / BASE_SIZE);
        });
        column.setReorderable(false);
        column.setSortable(false);
        table.getColumns().add(column);
        actions.marks().stateProperty().subscribe((before, now) -> table.refresh());
    }

    private TableRow<GameSummary> row() {
        TableRow<GameSummary> row = new TableRow<>();
        row.setOnMouseClicked(event -> {
            if (event.getClickCount() == 2 && !row.isEmpty()) {
                actions.open().accept(row.getItem().id());
            }
        });
        return row;
    }

    private void keys(KeyEvent event) {
        int row = table.getSelectionModel().getSelectedIndex();
        if (event.getCode() == KeyCode.ENTER && row >= 0) {
            actions.open().accept(model.idAt(row));
            event.consume();
        } else if (event.getCode() == KeyCode.DELETE) {
            model.remove(chosen());
            event.consume();
        }
    }

    /** The ids of the games that are chosen, in the order of the list. */
    public List<Long> chosen() {
        return table.getSelectionModel().getSelectedIndices().stream()
                .sorted()
                .map(model::idAt)
                .toList();
    }

    /** Shows the fields that narrow the list, or puts them away. */
    public void toggleFilter() {
        narrow.setSelected(!narrow.isSelected());
    }

    public void focusFind() {
        find.requestFocus();
    }

    public void focusList() {
        // The games may have been there before the list was made.
        choose();
        table.requestFocus();
    }
}
