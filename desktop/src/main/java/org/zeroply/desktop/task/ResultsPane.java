package org.zeroply.desktop.task;

import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import javafx.collections.FXCollections;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.GroupResult;
import org.zeroply.coaching.Result;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.store.PaperShelf;
import org.zeroply.store.ResultTable;
import org.zeroply.store.SittingShelf;
import org.zeroply.store.Workbook;
import org.zeroply.task.MarkedScript;

/** Who sat the open paper and what came of it, with points against rating. */
public final class ResultsPane extends BorderPane {

    /** What a line of the results asks of the window around it. */
    public interface Actions {
        /** Goes on with a sitting that is not done, or shows what was marked. */
        void open(SittingShelf.Listed sitting);

        void students();

        void exportTable(List<ResultTable.Row> lines);

        void typeIn();

        void tickOff();

        void readScripts();
    }

    private final DateTimeFormatter day;
    private final TasksModel model;
    private final SittingShelf shelf;
    private final Background background;
    private final Actions actions;
    private final ListView<ResultTable.Row> list = new ListView<>();
    private final RatingPlot plot = new RatingPlot();
    private final Label basis = new Label();
    private final Label sums = Widgets.wrapped("");
    private final Label all = Widgets.wrapped("");

    public ResultsPane(TasksModel model, Workbook workbook, Background background, ZoneId zone, Actions actions) {
        day = DateTimeFormatter.ofLocalizedDate(FormatStyle.MEDIUM).withZone(zone);
        this.model = model;
        this.shelf = workbook.sittings();
        this.background = background;
        this.actions = actions;
        list.setId("tasks-results");
        list.getStyleClass().add("scheme-rows");
        list.setCellFactory(each -> new Cell());
        list.setOnMouseClicked(event -> {
            if (event.getClickCount() > 1) {
                open();
            }
        });
        list.getSelectionModel().selectedItemProperty().subscribe(this::showSums);
        sums.setId("results-sums");
        all.setId("results-all");
        all.managedProperty().bind(all.textProperty().isNotEmpty());
        list.setOnKeyPressed(event -> {
            if (event.getCode() == KeyCode.ENTER) {
                open();
            }
        });
        Label nobody = Widgets.label("soft", Texts.of("results.none"));
        list.setPlaceholder(nobody);
        Button table =
                Widgets.button("results.csv", "results-csv", () -> actions.exportTable(List.copyOf(list.getItems())));
        Button remove = Widgets.button("results.remove", "results-remove", this::remove);
        remove.disableProperty()
                .bind(list.getSelectionModel().selectedItemProperty().isNull());
        FlowPane buttons = new FlowPane(
                8,
                8,
                Widgets.button("results.students", "results-students", actions::students),
                Widgets.button("results.typeIn", "results-type-in", actions::typeIn),
                Widgets.button("results.tickOff", "results-tick-off", actions::tickOff),
                Widgets.button("results.scripts", "results-scripts", actions::readScripts),
                table,
                remove);
        basis.getStyleClass().add("soft");
        VBox under = new VBox(6, sums, all, basis, plot, buttons);
        under.getStyleClass().add("sheet-under");
        setCenter(list);
        setBottom(under);
        model.openProperty().subscribe((before, now) -> refresh());
        // Undo may bring a sitting back.
        model.undoProperty().subscribe((before, now) -> refresh());
    }

    /** Takes the chosen sitting off; undo brings it back. */
    void remove() {
        ResultTable.Row line = list.getSelectionModel().getSelectedItem();
        if (line != null) {
            model.removeSitting(line.sitting());
        }
    }

    private void open() {
        ResultTable.Row line = list.getSelectionModel().getSelectedItem();
        if (line != null) {
            actions.open(line.sitting());
        }
    }

    /** What the chosen sitting came to by what points are given for, by kind and by theme. */
    private void showSums(ResultTable.@Nullable Row row) {
        sums.setText(row == null ? Texts.of("results.hint") : sums(row.result()));
    }

    private static String sums(Result result) {
        Map<String, MarkedScript.Sum> all = new LinkedHashMap<>();
        result.bySkill().forEach((skill, sum) -> all.put(skill.title(), sum));
        result.byKind().forEach((kind, sum) -> all.put(kind.title(), sum));
        all.putAll(result.byTheme());
        return all.entrySet().stream()
                .map(each -> Texts.of(
                        "results.sum",
                        each.getKey(),
                        each.getValue().points(),
                        each.getValue().outOf()))
                .collect(Collectors.joining("  ·  "));
    }

    /** Reads the sittings of the open paper. */
    public void refresh() {
        PaperShelf.Listed paper = model.openProperty().get();
        if (paper == null) {
            list.getItems().clear();
            return;
        }
        background.read(() -> shelf.results(paper.id()), rows -> {
            list.setItems(FXCollections.observableArrayList(rows));
            GroupResult group = ResultTable.latest(rows);
            plot.show(group, null);
            Result together = ResultTable.together(rows);
            all.setText(
                    group.points().size() < 2
                            ? ""
                            : Texts.of("results.all", together.points(), together.outOf(), sums(together)));
            basis.setText(Texts.of("results.basis", group.points().size(), GroupResult.BAND));
        });
    }

    private final class Cell extends ListCell<ResultTable.Row> {
        @Override
        protected void updateItem(ResultTable.@Nullable Row line, boolean none) {
            super.updateItem(line, none);
            if (none || line == null) {
                setGraphic(null);
                return;
            }
            SittingShelf.Listed sitting = line.sitting();
            Label name = Widgets.label(
                    "row-main",
                    sitting.student().name()
                            + (sitting.student().rating() > 0
                                    ? " (" + sitting.student().rating() + ")"
                                    : ""));
            Label when = Widgets.label("row-comment", day.format(sitting.begun()));
            Region space = Widgets.space();
            Label state = Widgets.label(
                    "mark-kind",
                    sitting.isDone()
                            ? TaskTexts.clock(line.result().millis())
                            : Texts.of("results.open", sitting.done(), sitting.tasks()));
            Label points = Widgets.label(
                    "row-main",
                    Texts.of(
                            "results.points",
                            line.result().points(),
                            line.result().outOf()));
            HBox box = new HBox(12, name, when, space, state, points);
            box.setAlignment(Pos.CENTER_LEFT);
            setGraphic(box);
        }
    }
}
