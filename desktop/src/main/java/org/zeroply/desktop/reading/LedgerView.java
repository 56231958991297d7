package org.zeroply.desktop.reading;

import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import javafx.geometry.HPos;
import javafx.geometry.VPos;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.Texts;
import org.zeroply.reading.Change;
import org.zeroply.reading.Entry;
import org.zeroply.reading.Value;

/** The ledger as an account: White's column, the factor, Black's column. Choosing a row shows its evidence. */
final class LedgerView extends ListView<LedgerRow> {
    private final ObservableList<LedgerRow> rows = FXCollections.observableArrayList();

    LedgerView() {
        getStyleClass().add("ledger");
        setAccessibleText(Texts.of("ledger.accessible"));
        setItems(rows);
        setCellFactory(list -> new Cell());
    }

    /** Shows these rows and keeps the chosen factor chosen if it is still there. */
    void show(java.util.List<LedgerRow> fresh) {
        LedgerRow chosen = getSelectionModel().getSelectedItem();
        rows.setAll(fresh);
        getSelectionModel().clearSelection();
        if (chosen instanceof LedgerRow.Measured old) {
            for (LedgerRow row : fresh) {
                if (row instanceof LedgerRow.Measured measured
                        && measured.entry().factor() == old.entry().factor()) {
                    getSelectionModel().select(row);
                }
            }
        }
    }

    private static final class Cell extends ListCell<LedgerRow> {
        private final Label heading = label("ledger-heading");
        private final Label white = label("ledger-white");
        private final Label black = label("ledger-black");
        private final Label title = label("ledger-title");
        private final Label text = label("ledger-text");
        private final VBox middle = new VBox(title, text);
        private final GridPane grid = new GridPane();
        private final Tooltip tooltip = new Tooltip();

        Cell() {
            setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
            getStyleClass().add("ledger-cell");
            middle.getStyleClass().add("ledger-middle");
            grid.getStyleClass().add("ledger-row");
            grid.getColumnConstraints().addAll(column(29, HPos.LEFT), column(42, HPos.CENTER), column(29, HPos.RIGHT));
            grid.addRow(0, white, middle, black);
            for (javafx.scene.Node node : grid.getChildren()) {
                GridPane.setValignment(node, VPos.TOP);
            }
            grid.prefWidthProperty().bind(widthProperty().subtract(28));
            tooltip.setShowDelay(Duration.millis(600));
            tooltip.setWrapText(true);
            tooltip.setMaxWidth(360);
        }

        private static ColumnConstraints column(double percent, HPos side) {
            ColumnConstraints column = new ColumnConstraints();
            column.setPercentWidth(percent);
            column.setHalignment(side);
            return column;
        }

        private static Label label(String style) {
            Label label = new Label();
            label.getStyleClass().add(style);
            label.setWrapText(true);
            return label;
        }

        @Override
        protected void updateItem(@Nullable LedgerRow row, boolean empty) {
            super.updateItem(row, empty);
            setTooltip(null);
            pseudoClassStateChanged(javafx.css.PseudoClass.getPseudoClass("changed"), false);
            setDisable(false);
            if (empty || row == null) {
                setGraphic(null);
                setText(null);
                return;
            }
            switch (row) {
                case LedgerRow.Heading head -> {
                    heading.setText(head.text());
                    setGraphic(heading);
                    setText(head.text());
                    setDisable(true);
                }
                case LedgerRow.Measured measured -> show(measured);
                case LedgerRow.Remark remark -> {
                    fill(remark.white(), remark.title(), remark.text(), remark.black());
                    setText(remark.title() + ": " + remark.text());
                }
            }
        }

        private void show(LedgerRow.Measured measured) {
            Entry entry = measured.entry();
            Change change = measured.change();
            boolean changed = change != null;
            String said = change == null ? entry.explanation() : change.inWords();
            if (!measured.addition().isEmpty()) {
                said = said + ". " + measured.addition();
            }
            fill(
                    figure(entry.white().value()),
                    entry.factor().title(),
                    said,
                    figure(entry.black().value()));
            pseudoClassStateChanged(javafx.css.PseudoClass.getPseudoClass("changed"), changed);
            StringBuilder rule = new StringBuilder(entry.explanation())
                    .append("\n\n")
                    .append(entry.factor().rule());
            entry.factor()
                    .exception()
                    .ifPresent(exception -> rule.append("\n\n").append(Texts.of("ledger.exception", exception)));
            tooltip.setText(rule.toString());
            setTooltip(tooltip);
            setText(Texts.of(
                    "ledger.row.accessible",
                    entry.factor().title(),
                    figure(entry.white().value()),
                    figure(entry.black().value())));
        }

        private void fill(String left, String factor, String said, String right) {
            white.setText(left);
            title.setText(factor);
            text.setText(said);
            black.setText(right);
            setGraphic(grid);
        }

        private static String figure(Value value) {
            String text = value.text();
            return text.isEmpty() ? "–" : text;
        }
    }
}
