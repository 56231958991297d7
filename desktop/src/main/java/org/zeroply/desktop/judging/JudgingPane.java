package org.zeroply.desktop.judging;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.TurningPoint;
import org.zeroply.desktop.Texts;
import org.zeroply.desktop.reading.MoveNames;
import org.zeroply.desktop.reading.ReadingModel;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.reading.Entry;
import org.zeroply.reading.Factor;
import org.zeroply.reading.Value;
import org.zeroply.rules.Side;

/**
 * The judged game in words: what each side gave away in which phase, the turning points, dearest first, with what was
 * better and what refutes the move, the drifts, and where the coach's own verdicts differ. Choosing a row goes to its move. Passive.
 */
public final class JudgingPane extends VBox {
    private final ReadingModel reading;
    private final Label summary = new Label();
    private final ListView<Row> rows = new ListView<>();
    private final Button judge = new Button(Texts.of("judging.judge"));

    /** A turning point, a drift, or a verdict on which coach and calculation disagree. */
    private sealed interface Row {
        int ply();

        record Turning(TurningPoint point) implements Row {
            @Override
            public int ply() {
                return point.move().ply();
            }
        }

        record Drifting(Judgement.Drift drift) implements Row {
            @Override
            public int ply() {
                return drift.first().ply();
            }
        }

        record Differing(JudgingModel.Difference difference, String move) implements Row {
            @Override
            public int ply() {
                return difference.ply();
            }
        }
    }

    public JudgingPane(JudgingModel model, ReadingModel reading) {
        super(8);
        this.reading = reading;
        getStyleClass().add("judging");
        setId("judging");
        summary.setId("judging-summary");
        summary.setWrapText(true);
        summary.setMinHeight(USE_PREF_SIZE);
        rows.setId("judging-rows");
        rows.getStyleClass().add("ledger");
        rows.setAccessibleText(Texts.of("judging.accessible"));
        rows.setCellFactory(list -> new Cell());
        VBox.setVgrow(rows, Priority.ALWAYS);
        judge.setId("judging-judge");
        judge.setOnAction(event -> model.judge());
        judge.disableProperty().bind(model.runningProperty());
        Button stop = new Button(Texts.of("calculation.stop"));
        stop.setId("judging-stop");
        stop.getStyleClass().add("quiet-button");
        stop.setOnAction(event -> model.stop());
        stop.visibleProperty().bind(model.runningProperty());
        getChildren().addAll(summary, rows, new HBox(8, judge, stop));
        model.judgementProperty().subscribe(() -> show(model));
        model.differencesProperty().subscribe(() -> show(model));
        show(model);
        rows.getSelectionModel().selectedItemProperty().subscribe(row -> {
            if (row != null && rows.isFocused()) {
                go(row);
            }
        });
        rows.setOnMouseClicked(event -> goToChosen());
        rows.addEventHandler(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.ENTER) {
                goToChosen();
                event.consume();
            }
        });
    }

    /** Brings the keyboard to the rows, or to the button while there are none. */
    public void focusFirst() {
        if (rows.getItems().isEmpty()) {
            judge.requestFocus();
        } else {
            rows.requestFocus();
        }
    }

    private void goToChosen() {
        Row row = rows.getSelectionModel().getSelectedItem();
        if (row != null) {
            go(row);
        }
    }

    private void go(Row row) {
        List<Integer> main = reading.tree().mainLine();
        if (row.ply() < main.size()) {
            reading.go(main.get(row.ply()));
        }
    }

    private Language language() {
        return reading.languageProperty().get();
    }

    private void show(JudgingModel model) {
        Judgement judgement = model.judgementProperty().get();
        if (judgement == null) {
            summary.setText(Texts.of("judging.none"));
            rows.getItems().clear();
            return;
        }
        List<Row> fresh = new ArrayList<>();
        judgement.turningPoints().forEach(move -> fresh.add(new Row.Turning(TurningPoint.of(move))));
        judgement.drifts().forEach(drift -> fresh.add(new Row.Drifting(drift)));
        for (JudgingModel.Difference difference : model.differencesProperty().get()) {
            Judgement.Judged move = judgement.moves().get(difference.ply());
            fresh.add(new Row.Differing(difference, MoveNames.of(move.before().position(), move.move(), language())));
        }
        String sums = judgement.moves().size() + " " + Texts.of("judging.moves");
        for (Side side : Side.values()) {
            sums = sums + "\n" + Texts.of("judging.side", Texts.of("side." + side), phases(judgement.givenAway(side)));
        }
        summary.setText(sums);
        Row chosen = rows.getSelectionModel().getSelectedItem();
        rows.getItems().setAll(fresh);
        fresh.stream()
                .filter(row -> chosen != null && row.ply() == chosen.ply())
                .findFirst()
                .ifPresent(row -> rows.getSelectionModel().select(row));
        rows.setPlaceholder(new Label(Texts.of("judging.level")));
    }

    private static String phases(Map<Judgement.Phase, Double> given) {
        return given.entrySet().stream()
                .map(entry -> Texts.of("judging.phase." + entry.getKey(), share(entry.getValue())))
                .collect(Collectors.joining(", "));
    }

    /** A share of a point with two decimals. */
    private static String share(double loss) {
        return String.format(Locale.ROOT, "%.2f", loss);
    }

    private final class Cell extends ListCell<Row> {
        private final Label title = label("strong");
        private final Label text = label("judging-text");
        private final VBox box = new VBox(2, title, text);

        Cell() {
            getStyleClass().add("ledger-cell");
            box.prefWidthProperty().bind(rows.widthProperty().subtract(40));
        }

        private static Label label(String style) {
            Label label = new Label();
            label.getStyleClass().add(style);
            label.setWrapText(true);
            label.setMinHeight(Region.USE_PREF_SIZE);
            return label;
        }

        @Override
        protected void updateItem(@Nullable Row row, boolean empty) {
            super.updateItem(row, empty);
            if (empty || row == null) {
                setGraphic(null);
                setText(null);
                return;
            }
            switch (row) {
                case Row.Turning turning -> show(turning.point());
                case Row.Drifting drifting -> show(drifting.drift());
                case Row.Differing differing -> {
                    title.setText(Texts.of("judging.differs", differing.move()));
                    text.setText(Texts.of(
                            "judging.differs.text",
                            differing.difference().stated().text(),
                            differing.difference().calculated().text()));
                }
            }
            setContentDisplay(javafx.scene.control.ContentDisplay.GRAPHIC_ONLY);
            setGraphic(box);
            setText(title.getText());
        }

        private void show(TurningPoint point) {
            Judgement.Judged move = point.move();
            title.setText(Texts.of("judging.turning", name(move), share(move.loss())));
            List<String> told = new ArrayList<>();
            if (!point.better().isEmpty()) {
                told.add(Texts.of("judging.better", San.line(move.before().position(), point.better(), language())));
            }
            if (!point.refutation().isEmpty()) {
                told.add(
                        Texts.of("judging.refuted", San.line(move.after().position(), point.refutation(), language())));
            }
            for (TurningPoint.Difference difference : point.differences()) {
                told.add(Texts.of(
                        "judging.difference",
                        difference.factor().title(),
                        figures(difference.played(), difference.better()),
                        figures(difference.better(), difference.played())));
            }
            text.setText(String.join("\n", told));
        }

        /** The figures of the sides in which the two ends differ; what is left over is told as a whole. */
        private static String figures(Entry entry, Entry other) {
            if (entry.factor() == Factor.IMBALANCE) {
                return entry.explanation();
            }
            List<String> figures = new ArrayList<>();
            for (Side side : Side.values()) {
                Value value = entry.of(side).value();
                if (!value.equals(other.of(side).value())) {
                    figures.add(Texts.of("side." + side) + " "
                            + (value.isNothing() ? Texts.of("judging.nothing") : value.text()));
                }
            }
            return String.join(", ", figures);
        }

        private void show(Judgement.Drift drift) {
            title.setText(Texts.of(
                    "judging.drift", Texts.of("side." + drift.side()), name(drift.first()), name(drift.last())));
            text.setText(Texts.of("judging.drift.text", share(drift.loss()), drift.moves()));
        }

        private String name(Judgement.Judged move) {
            return MoveNames.of(move.before().position(), move.move(), language());
        }
    }
}
