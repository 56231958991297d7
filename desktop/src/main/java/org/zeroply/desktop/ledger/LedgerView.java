package org.zeroply.desktop.ledger;

import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import javafx.css.PseudoClass;
import javafx.geometry.HPos;
import javafx.geometry.VPos;
import javafx.scene.Node;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuItem;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import javafx.scene.shape.SVGPath;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.ledger.Change;
import org.zeroply.ledger.Entry;
import org.zeroply.ledger.Section;
import org.zeroply.ledger.Value;

/**
 * The ledger as an account: White's column, the factor, Black's column. Choosing a row shows its evidence and tells the
 * whole of it. Headings open and close; Enter does it by keyboard. Shift and Enter takes a row into the note.
 */
final class LedgerView extends ListView<LedgerRow> {
    private static final PseudoClass CHANGED = PseudoClass.getPseudoClass("changed");

    private final LedgerModel model;
    private final Runnable onTaken;
    private final ObservableList<LedgerRow> rows = FXCollections.observableArrayList();
    private final ReadOnlyObjectWrapper<Shown> shown = new ReadOnlyObjectWrapper<>(this, "shown", Shown.NOTHING);

    /**
     * @param onTaken called when a row went into the note
     */
    LedgerView(LedgerModel model, Runnable onTaken) {
        this.model = model;
        this.onTaken = onTaken;
        getStyleClass().add("ledger");
        setId("ledger");
        setAccessibleText(Texts.of("ledger.accessible"));
        setItems(rows);
        setCellFactory(list -> new Cell());
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        getSelectionModel()
                .selectedItemProperty()
                .subscribe(row -> shown.set(row == null ? Shown.NOTHING : Shown.of(row)));
        model.rowsProperty().subscribe(this::show);
    }

    /** What the chosen row draws on the board. */
    ReadOnlyObjectProperty<Shown> shownProperty() {
        return shown.getReadOnlyProperty();
    }

    /** Shows these rows and keeps what is chosen chosen if it is still there. */
    private void show(List<LedgerRow> fresh) {
        LedgerRow chosen = getSelectionModel().getSelectedItem();
        if (fresh.equals(rows)) {
            return;
        }
        boolean elsewhere =
                !rows.isEmpty() && !fresh.isEmpty() && !rows.getFirst().equals(fresh.getFirst());
        rows.setAll(fresh);
        getSelectionModel().clearSelection();
        if (elsewhere && chosen == null) {
            // Another move: what it changed stands at the top.
            scrollTo(0);
        }
        for (LedgerRow row : fresh) {
            if (chosen != null && isSame(chosen, row)) {
                getSelectionModel().select(row);
                break;
            }
        }
    }

    private static boolean isSame(LedgerRow old, LedgerRow row) {
        if (old instanceof LedgerRow.Measured was && row instanceof LedgerRow.Measured now) {
            return was.entry().factor() == now.entry().factor();
        }
        return old instanceof LedgerRow.Heading was
                && row instanceof LedgerRow.Heading now
                && was.section() != null
                && was.section() == now.section();
    }

    private void key(KeyEvent event) {
        LedgerRow row = getSelectionModel().getSelectedItem();
        if (row == null || event.isAltDown() || event.isShortcutDown()) {
            return;
        }
        switch (event.getCode()) {
            case ENTER, SPACE -> {
                if (event.isShiftDown()) {
                    take();
                } else if (row instanceof LedgerRow.Heading heading && heading.section() != null) {
                    toggle(heading.section());
                } else {
                    return;
                }
                event.consume();
            }
            case ESCAPE -> {
                if (!getSelectionModel().isEmpty()) {
                    getSelectionModel().clearSelection();
                    event.consume();
                }
            }
            default -> {}
        }
    }

    /** Takes the chosen row into the note. */
    void take() {
        LedgerRow row = getSelectionModel().getSelectedItem();
        if (row != null && model.takeIntoNote(row)) {
            onTaken.run();
        }
    }

    private void toggle(Section section) {
        model.sectionsProperty().set(model.sectionsProperty().get().toggleClosed(section));
    }

    private ContextMenu sectionMenu(Section section) {
        ContextMenu menu = new ContextMenu();
        menu.getItems()
                .addAll(
                        item("ledger.section.up", () -> move(section, -1)),
                        item("ledger.section.down", () -> move(section, 1)),
                        item(
                                "ledger.section.hide",
                                () -> model.sectionsProperty()
                                        .set(model.sectionsProperty().get().toggleHidden(section))));
        return menu;
    }

    private void move(Section section, int step) {
        model.sectionsProperty().set(model.sectionsProperty().get().move(section, step));
    }

    private static MenuItem item(String key, Runnable action) {
        MenuItem item = new MenuItem(Texts.of(key));
        item.setOnAction(event -> action.run());
        return item;
    }

    private final class Cell extends ListCell<LedgerRow> {
        private final Label heading = Widgets.wrapped("ledger-heading");
        private final SVGPath arrow = new SVGPath();
        private final HBox head = new HBox(6, arrow, heading);
        private final Label sentence = Widgets.wrapped("ledger-sentence");
        private final Label white = Widgets.wrapped("ledger-white");
        private final Label black = Widgets.wrapped("ledger-black");
        private final Label title = Widgets.wrapped("ledger-title");
        private final Label text = Widgets.wrapped("ledger-text");
        private final Label exception = Widgets.wrapped("ledger-exception");
        private final Label legend = Widgets.wrapped("ledger-legend");
        private final VBox below = new VBox(text, exception, legend);
        private final GridPane grid = new GridPane();
        private final Tooltip tooltip = new Tooltip();

        Cell() {
            setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
            getStyleClass().add("ledger-cell");
            below.getStyleClass().add("ledger-below");
            grid.getStyleClass().add("ledger-row");
            head.getStyleClass().add("ledger-head");
            arrow.getStyleClass().add("ledger-arrow");
            grid.getColumnConstraints().addAll(column(30, HPos.LEFT), column(40, HPos.CENTER), column(30, HPos.RIGHT));
            grid.addRow(0, white, title, black);
            grid.add(below, 0, 1, 3, 1);
            for (Node node : grid.getChildren()) {
                GridPane.setValignment(node, VPos.TOP);
            }
            grid.prefWidthProperty().bind(widthProperty().subtract(28));
            sentence.prefWidthProperty().bind(widthProperty().subtract(28));
            // A menu is made when it is asked for: one for each row would hold up every step through a game.
            setOnContextMenuRequested(event -> {
                ContextMenu menu = menu(getItem());
                if (menu != null) {
                    menu.show(this, event.getScreenX(), event.getScreenY());
                    event.consume();
                }
            });
            tooltip.setShowDelay(Duration.millis(600));
            tooltip.setWrapText(true);
            tooltip.setMaxWidth(360);
            setOnMouseClicked(event -> {
                if (event.getButton() == MouseButton.PRIMARY
                        && getItem() instanceof LedgerRow.Heading clicked
                        && clicked.section() != null) {
                    toggle(clicked.section());
                }
            });
            selectedProperty().subscribe(now -> {
                if (getItem() instanceof LedgerRow.Measured measured) {
                    show(measured);
                }
            });
        }

        private static ColumnConstraints column(double percent, HPos side) {
            ColumnConstraints column = new ColumnConstraints();
            column.setPercentWidth(percent);
            column.setHalignment(side);
            return column;
        }

        @Override
        protected void updateItem(@Nullable LedgerRow row, boolean empty) {
            super.updateItem(row, empty);
            setTooltip(null);
            pseudoClassStateChanged(CHANGED, false);
            setDisable(false);
            if (empty || row == null) {
                setGraphic(null);
                setText(null);
                return;
            }
            switch (row) {
                case LedgerRow.Heading shownHeading -> show(shownHeading);
                case LedgerRow.Measured measured -> show(measured);
                case LedgerRow.Sentence shownSentence -> {
                    sentence.setText(shownSentence.text());
                    setGraphic(sentence);
                    setText(shownSentence.text());
                }
                case LedgerRow.Remark remark -> {
                    fill(remark.white(), remark.title(), remark.text(), remark.black());
                    setText(remark.title() + ": " + remark.text());
                }
                case LedgerRow.Distances distances -> {
                    fill("", distances.title(), distances.text(), "");
                    setText(distances.title() + ": " + distances.text());
                }
            }
        }

        private void show(LedgerRow.Heading row) {
            Section section = row.section();
            Widgets.present(arrow, section != null);
            arrow.setContent(row.open() ? "M0 2 L8 2 L4 7 Z" : "M2 0 L7 4 L2 8 Z");
            heading.setText(row.open() ? row.text() : Texts.of("ledger.section.closed", row.text(), row.entries()));
            setGraphic(head);
            setText(heading.getText());
            setDisable(section == null);
        }

        private @Nullable ContextMenu menu(@Nullable LedgerRow row) {
            return switch (row) {
                case LedgerRow.Heading head when head.section() != null -> sectionMenu(head.section());
                case LedgerRow.Measured measured -> noteMenu(measured);
                case LedgerRow.Sentence proven -> noteMenu(proven);
                case null, default -> null;
            };
        }

        private ContextMenu noteMenu(LedgerRow row) {
            return new ContextMenu(item("command.talkingPoint", () -> {
                LedgerView.this.getSelectionModel().select(row);
                take();
            }));
        }

        private void show(LedgerRow.Measured measured) {
            Entry entry = measured.entry();
            Change change = measured.change();
            String said = change == null ? entry.explanation() : change.inWords();
            if (!measured.addition().isEmpty()) {
                said = said + ". " + measured.addition();
            }
            if (isSelected() && change != null) {
                said = said + ". " + Character.toUpperCase(entry.explanation().charAt(0))
                        + entry.explanation().substring(1);
            }
            fill(
                    figure(entry.white().value()),
                    entry.factor().title(),
                    said,
                    figure(entry.black().value()));
            set(exception, entry.exceptionHere().map(here -> Texts.of("ledger.exceptionHere", here)));
            set(legend, isSelected() ? Optional.of(Shown.of(measured).legend()) : Optional.empty());
            pseudoClassStateChanged(CHANGED, change != null);
            StringBuilder rule =
                    new StringBuilder(entry.explanation()).append("\n\n").append(entry.rule());
            entry.factor()
                    .exception()
                    .ifPresent(general -> rule.append("\n\n").append(Texts.of("ledger.exception", general)));
            tooltip.setText(rule.toString());
            setTooltip(tooltip);
            setText(Texts.of(
                    "ledger.row.accessible",
                    entry.factor().title(),
                    figure(entry.white().value()),
                    figure(entry.black().value())));
        }

        private static void set(Label label, Optional<String> said) {
            String words = said.orElse("");
            Widgets.tell(label, words);
        }

        private void fill(String left, String factor, String said, String right) {
            white.setText(left);
            title.setText(factor);
            text.setText(said);
            black.setText(right);
            set(exception, Optional.empty());
            set(legend, Optional.empty());
            setGraphic(grid);
        }

        private static String figure(Value value) {
            String figure = value.text();
            return figure.isEmpty() ? "–" : figure;
        }
    }
}
