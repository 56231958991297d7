package org.zeroply.desktop.games;

import java.util.List;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.application.Platform;
import javafx.beans.binding.Bindings;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableRow;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.zeroply.desktop.Texts;
import org.zeroply.store.GameSummary;

/** The place Games: finding above, the list below, and what can be done with the chosen games. */
public final class GamesView extends VBox {
    private final TableView<GameSummary> table = new TableView<>();
    private final TextField find = new TextField();

    /** What the place asks of the application. */
    public record Actions(
            Consumer<GameSummary> open, Runnable importFiles, Consumer<List<GameSummary>> export, Runnable newGame) {}

    private final GamesModel model;
    private final Actions actions;

    public GamesView(GamesModel model, Actions actions) {
        this.model = model;
        this.actions = actions;
        getStyleClass().add("games");
        table.setItems(model.games());
        table.setId("games-table");
        table.setAccessibleText(Texts.of("games.accessible"));
        table.getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
        table.setColumnResizePolicy(TableView.CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
        table.setPlaceholder(placeholder());
        column("games.white", GameSummary::white, 190, "");
        column("games.black", GameSummary::black, 190, "");
        column("games.result", game -> GameNames.result(game.result()), 66, "centred");
        column("games.date", game -> GameNames.date(game.date()), 94, "figures");
        column("games.event", GameSummary::event, 240, "");
        column("games.round", GameSummary::round, 60, "centred");
        column("games.moves", game -> Integer.toString((game.plies() + 1) / 2), 66, "figures");
        column("games.remarks", game -> game.remarks() == 0 ? "" : Integer.toString(game.remarks()), 78, "figures");
        table.setRowFactory(view -> row());
        table.addEventHandler(KeyEvent.KEY_PRESSED, this::keys);
        VBox.setVgrow(table, Priority.ALWAYS);
        getChildren().addAll(toolbar(), table);
        // Something is chosen as soon as there is something, so that the keyboard has where to begin.
        model.games()
                .subscribe(() -> Platform.runLater(() -> {
                    if (table.getSelectionModel().isEmpty() && !model.games().isEmpty()) {
                        table.getSelectionModel().select(0);
                    }
                }));
    }

    private HBox toolbar() {
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
                find.clear();
                event.consume();
            }
        });
        Label count = new Label();
        count.getStyleClass().add("soft");
        count.textProperty().bind(Bindings.createStringBinding(() -> counted(), model.countProperty(), model.games()));
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        Button fresh = new Button(Texts.of("command.newGame"));
        fresh.setOnAction(event -> actions.newGame().run());
        Button export = new Button(Texts.of("games.export"));
        export.setId("games-export");
        export.setOnAction(event -> actions.export().accept(chosen()));
        export.disableProperty().bind(Bindings.isEmpty(table.getSelectionModel().getSelectedItems()));
        Button importing = new Button(Texts.of("games.import"));
        importing.setId("games-import");
        importing.getStyleClass().add("primary");
        importing.setOnAction(event -> actions.importFiles().run());
        HBox bar = new HBox(10, find, count, space, fresh, export, importing);
        bar.setAlignment(Pos.CENTER_LEFT);
        bar.getStyleClass().add("place-bar");
        return bar;
    }

    private String counted() {
        long all = model.countProperty().get();
        int shown = model.games().size();
        return shown == all ? Texts.of("games.count", all) : Texts.of("games.countOf", shown, all);
    }

    private VBox placeholder() {
        Label title = new Label();
        title.getStyleClass().add("empty-title");
        title.textProperty()
                .bind(Bindings.when(model.countProperty().isEqualTo(0))
                        .then(Texts.of("games.empty.title"))
                        .otherwise(Texts.of("games.none.title")));
        Label text = new Label();
        text.getStyleClass().add("empty-text");
        text.textProperty()
                .bind(Bindings.when(model.countProperty().isEqualTo(0))
                        .then(Texts.of("games.empty.text"))
                        .otherwise(Texts.of("games.none.text")));
        Button importing = new Button(Texts.of("games.import"));
        importing.getStyleClass().add("primary");
        importing.setOnAction(event -> actions.importFiles().run());
        importing.visibleProperty().bind(model.countProperty().isEqualTo(0));
        VBox box = new VBox(10, title, text, importing);
        box.getStyleClass().add("empty-place");
        return box;
    }

    private void column(String title, Function<GameSummary, String> value, double width, String style) {
        TableColumn<GameSummary, String> column = new TableColumn<>(Texts.of(title));
        column.setCellValueFactory(features -> new ReadOnlyStringWrapper(value.apply(features.getValue())));
        column.setPrefWidth(width);
        column.setReorderable(false);
        if (!style.isEmpty()) {
            column.getStyleClass().add(style);
        }
        if (style.equals("figures")) {
            column.setComparator(java.util.Comparator.comparingInt(String::length)
                    .thenComparing(java.util.Comparator.naturalOrder()));
        }
        table.getColumns().add(column);
    }

    private TableRow<GameSummary> row() {
        TableRow<GameSummary> row = new TableRow<>();
        row.setOnMouseClicked(event -> {
            if (event.getClickCount() == 2 && !row.isEmpty()) {
                actions.open().accept(row.getItem());
            }
        });
        return row;
    }

    private void keys(KeyEvent event) {
        GameSummary game = table.getSelectionModel().getSelectedItem();
        if (event.getCode() == KeyCode.ENTER && game != null) {
            actions.open().accept(game);
            event.consume();
        } else if (event.getCode() == KeyCode.DELETE) {
            model.remove(chosen());
            event.consume();
        }
    }

    /** The games that are chosen, in the order of the list. */
    public List<GameSummary> chosen() {
        return List.copyOf(table.getSelectionModel().getSelectedItems());
    }

    public void focusFind() {
        find.requestFocus();
    }

    public void focusList() {
        table.requestFocus();
    }
}
