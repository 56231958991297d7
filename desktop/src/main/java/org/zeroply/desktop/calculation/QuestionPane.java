package org.zeroply.desktop.calculation;

import java.util.ArrayList;
import java.util.List;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.collections.FXCollections;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.Spinner;
import javafx.scene.control.TextField;
import javafx.scene.control.TreeCell;
import javafx.scene.control.TreeItem;
import javafx.scene.control.TreeView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.util.StringConverter;
import org.jspecify.annotations.Nullable;
import org.zeroply.asking.CoachQuestion;
import org.zeroply.asking.Given;
import org.zeroply.asking.Parameter;
import org.zeroply.asking.QuestionReport;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.LineField;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/**
 * The view of one question: how it is asked, the answer in a sentence with what it rests on, and its rows. Passive; the
 * model decides. Enter plays the moves up to a row, Shift and Enter takes in what the row or the answer offers.
 */
final class QuestionPane extends VBox {
    /** What a row needs beside its text: the triangle that opens it, its indent, the bar. */
    private static final double TAKEN = 62;

    private final QuestionModel model;
    private final FlowPane settings = new FlowPane(8, 6);
    private final Label headline = new Label();
    private final Label grounds = new Label();
    private final Label where = new Label();
    private final TreeView<QuestionReport.Row> tree = new TreeView<>();
    private final Button ask = new Button();
    private final Button stop = new Button(Texts.of("calculation.stop"));
    private final Button takeIn = new Button(Texts.of("question.takeIn"));
    private final Button toTask = new Button(Texts.of("question.toTask"));
    private final LineField line;
    private final ReadOnlyObjectWrapper<QuestionReport.@Nullable Row> chosen =
            new ReadOnlyObjectWrapper<>(this, "chosen");

    QuestionPane(QuestionModel model) {
        super(8);
        this.model = model;
        setId("question");
        settings.setAlignment(Pos.CENTER_LEFT);
        headline.getStyleClass().add("calculation-verdict");
        headline.setId("question-headline");
        headline.setWrapText(true);
        headline.setMinHeight(USE_PREF_SIZE);
        grounds.getStyleClass().add("grounds");
        grounds.setId("question-grounds");
        grounds.setWrapText(true);
        where.getStyleClass().add("soft");
        where.setWrapText(true);
        line = new LineField("question-line", "", model.typed(), model::takeTyped);
        buildLine();
        buildRows();
        HBox buttons = buttons();
        getChildren().addAll(settings, headline, grounds, where, line.answer(), tree, buttons);
        model.questionProperty().subscribe(() -> showSettings());
        model.givenProperty().subscribe(this::showFlags);
        model.answerProperty().subscribe(() -> show());
        model.runningProperty().subscribe(() -> show());
        showSettings();
        show();
    }

    private HBox buttons() {
        ask.setId("question-ask");
        ask.getStyleClass().add("quiet-button");
        ask.setText(Texts.of("question.ask"));
        ask.setMinWidth(USE_PREF_SIZE);
        ask.setOnAction(event -> model.ask());
        stop.setId("question-stop");
        stop.getStyleClass().add("quiet-button");
        stop.setMinWidth(USE_PREF_SIZE);
        stop.setOnAction(event -> model.stop());
        stop.visibleProperty().bind(model.runningProperty());
        takeIn.setId("question-take-in");
        takeIn.getStyleClass().add("quiet-button");
        takeIn.setMinWidth(USE_PREF_SIZE);
        takeIn.setOnAction(event -> model.takeIn(chosen.get()));
        toTask.setId("question-to-task");
        toTask.getStyleClass().add("quiet-button");
        toTask.setMinWidth(USE_PREF_SIZE);
        toTask.setOnAction(event -> model.makeTask());
        Region space = Widgets.space();
        HBox buttons = new HBox(8, ask, takeIn, toTask, space, stop);
        buttons.setAlignment(Pos.CENTER_LEFT);
        buttons.setMinHeight(USE_PREF_SIZE);
        return buttons;
    }

    private void buildLine() {
        line.prefWidthProperty().bind(settings.widthProperty());
        line.setOnTaken(line::selectAll);
        line.addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.DOWN && tree.getExpandedItemCount() > 0) {
                tree.requestFocus();
                tree.getSelectionModel().select(0);
                event.consume();
            }
        });
    }

    private void buildRows() {
        tree.setId("question-rows");
        tree.setShowRoot(false);
        tree.getStyleClass().add("question-rows");
        tree.setAccessibleText(Texts.of("question.rows.accessible"));
        tree.setCellFactory(view -> new RowCell());
        tree.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        tree.getSelectionModel().selectedItemProperty().subscribe(item -> {
            chosen.set(item == null ? null : item.getValue());
            showTakeIn();
        });
        VBox.setVgrow(tree, Priority.ALWAYS);
    }

    ReadOnlyObjectProperty<QuestionReport.@Nullable Row> chosenProperty() {
        return chosen.getReadOnlyProperty();
    }

    /** Brings the keyboard to the rows, or to what has to be typed first. */
    void focusRows() {
        CoachQuestion<?> asking = model.questionProperty().get();
        if (asking != null && asking.needsWords() && line.getText().isEmpty()) {
            line.requestFocus();
        } else {
            tree.requestFocus();
        }
    }

    /** After walking on: whether the answer is still about what is shown. */
    void showWhere() {
        String text = model.askedWhere();
        where.setText(text.isEmpty() ? "" : Texts.of("question.askedAfter", text));
        hideIfEmpty(where);
    }

    private static void hideIfEmpty(Label label) {
        Widgets.present(label, !label.getText().isEmpty());
    }

    // ---- how it is asked

    private void showSettings() {
        CoachQuestion<?> question = model.questionProperty().get();
        settings.getChildren().clear();
        if (question == null) {
            return;
        }
        settings.getChildren().setAll(settingsOf(question));
        Label what = Widgets.label("soft", question.explanation());
        what.setWrapText(true);
        what.setMaxWidth(Double.MAX_VALUE);
        settings.getChildren().addFirst(what);
        what.prefWidthProperty().bind(settings.widthProperty());
        show();
    }

    private List<Node> settingsOf(CoachQuestion<?> question) {
        List<Node> nodes = new ArrayList<>();
        for (Parameter<?> parameter : question.parameters()) {
            switch (parameter) {
                case Parameter.Count number -> nodes.addAll(List.of(label(number), spinner(number)));
                case Parameter.Flag flag -> nodes.add(checkBox(flag));
                case Parameter.OneSide side -> nodes.add(sides(side));
                case Parameter.Words words -> nodes.add(lineField(Words.of(words.words())));
            }
        }
        return nodes;
    }

    /** A typed line that is to be checked sets one by itself. */
    private void showFlags(Given given) {
        for (Node node : settings.getChildren()) {
            if (node instanceof CheckBox box && box.getUserData() instanceof Parameter.Flag flag) {
                box.setSelected(given.of(flag));
            }
        }
    }

    /** Names a control of a parameter, for tests and stylesheets. */
    private static String id(Parameter<?> parameter) {
        return "question-" + parameter.name();
    }

    private static Label label(Parameter<?> parameter) {
        return new Label(Words.of(parameter.words()));
    }

    private Spinner<Integer> spinner(Parameter.Count number) {
        Spinner<Integer> spinner = new Spinner<>(
                number.least(), number.most(), model.givenProperty().get().of(number));
        spinner.setId(id(number));
        spinner.setPrefWidth(76);
        spinner.setEditable(true);
        spinner.getEditor().setAccessibleText(Words.of(number.words()));
        spinner.valueProperty().subscribe(now -> {
            if (now != null) {
                model.give(number, now);
            }
        });
        return spinner;
    }

    private CheckBox checkBox(Parameter.Flag flag) {
        CheckBox box = new CheckBox(Words.of(flag.words()));
        box.setId(id(flag));
        box.setUserData(flag);
        box.setSelected(model.givenProperty().get().of(flag));
        box.setOnAction(event -> {
            model.give(flag, box.isSelected());
            model.ask();
        });
        return box;
    }

    private ChoiceBox<@Nullable Side> sides(Parameter.OneSide parameter) {
        ChoiceBox<@Nullable Side> sides =
                Choices.byArrows(new ChoiceBox<>(FXCollections.observableArrayList(null, Side.WHITE, Side.BLACK)));
        sides.setId(id(parameter));
        sides.setAccessibleText(Words.of(parameter.words()));
        sides.setConverter(new StringConverter<>() {
            @Override
            public String toString(@Nullable Side side) {
                return Words.of(side == null ? "checks.sideToMove" : "checks.of." + side);
            }

            @Override
            public @Nullable Side fromString(String text) {
                throw new UnsupportedOperationException("sides are chosen, not typed");
            }
        });
        sides.setValue(model.givenProperty().get().of(parameter));
        sides.setOnAction(event -> {
            model.give(parameter, sides.getValue());
            model.ask();
        });
        return sides;
    }

    private TextField lineField(String prompt) {
        line.clear();
        line.setPromptText(prompt);
        line.setAccessibleText(prompt);
        return line;
    }

    // ---- the answer

    private void show() {
        GivenAnswer answer = model.answerProperty().get();
        boolean running = model.runningProperty().get();
        headline.setText(
                answer != null
                        ? answer.report().headline()
                        : running ? Texts.of("calculation.looking") : Texts.of("question.none"));
        grounds.setText(answer == null ? "" : answer.report().grounds());
        hideIfEmpty(grounds);
        int before = tree.getSelectionModel().getSelectedIndex();
        TreeItem<QuestionReport.Row> root = new TreeItem<>();
        if (answer != null) {
            answer.report().rows().forEach(row -> root.getChildren().add(new RowItem(row)));
        }
        tree.setRoot(root);
        if (!root.getChildren().isEmpty()) {
            TreeItem<QuestionReport.Row> first = root.getChildren().getFirst();
            // A solution is of use only when its replies are seen.
            first.setExpanded(answer != null && answer.report().solution() != null);
        }
        if (before >= 0 && before < tree.getExpandedItemCount()) {
            tree.getSelectionModel().select(before);
        }
        showWhere();
        showTakeIn();
    }

    private void showTakeIn() {
        GivenAnswer answer = model.answerProperty().get();
        QuestionReport.Row row = chosen.get();
        takeIn.setDisable(!model.canTakeIn(row));
        Widgets.present(toTask, model.canMakeTask());
        boolean solution =
                answer != null && answer.report().solution() != null && (row == null || row.finding() == null);
        takeIn.setText(Texts.of(solution ? "question.takeIn.solution" : "question.takeIn"));
    }

    private void key(KeyEvent event) {
        if (event.getCode() == KeyCode.ENTER) {
            QuestionReport.Row row = chosen.get();
            if (event.isShiftDown()) {
                model.takeIn(row);
            } else if (row != null) {
                model.play(row);
            }
            event.consume();
        } else if (event.getCode() == KeyCode.DOWN && chosen.get() == null) {
            // The control itself would begin at the second row.
            tree.getSelectionModel().select(0);
            event.consume();
        } else if (event.getCode() == KeyCode.ESCAPE && chosen.get() != null) {
            tree.getSelectionModel().clearSelection();
            event.consume();
        }
    }

    /** A row whose children are made when it is opened. */
    private static final class RowItem extends TreeItem<QuestionReport.Row> {
        private boolean made;

        RowItem(QuestionReport.Row row) {
            super(row);
            expandedProperty().subscribe(now -> {
                if (now) {
                    make();
                }
            });
        }

        @Override
        public boolean isLeaf() {
            return !getValue().hasChildren();
        }

        private void make() {
            if (!made) {
                made = true;
                getValue().children().get().forEach(row -> getChildren().add(new RowItem(row)));
            }
        }
    }

    /** Moves in the face of moves, and below them what is to be said. */
    private final class RowCell extends TreeCell<QuestionReport.Row> {
        private final Label text = new Label();
        private final Label detail = new Label();
        private final VBox box = new VBox(1, text, detail);

        RowCell() {
            text.getStyleClass().add("row-text");
            text.setWrapText(true);
            detail.getStyleClass().add("soft");
            detail.setWrapText(true);
            // The tree's own width is what there is; without it long texts would draw a bar to scroll sideways.
            box.maxWidthProperty().bind(tree.widthProperty().subtract(TAKEN));
            box.prefWidthProperty().bind(tree.widthProperty().subtract(TAKEN));
            setOnMouseClicked(event -> {
                QuestionReport.Row row = getItem();
                if (event.getClickCount() == 2 && row != null) {
                    model.play(row);
                }
            });
        }

        /** As high as its text is when it wraps. */
        @Override
        protected double computePrefHeight(double width) {
            return getGraphic() == null
                    ? super.computePrefHeight(width)
                    : snappedTopInset() + snapSizeY(box.prefHeight(tree.getWidth() - TAKEN)) + snappedBottomInset();
        }

        @Override
        protected void updateItem(QuestionReport.@Nullable Row row, boolean empty) {
            super.updateItem(row, empty);
            text.getStyleClass().removeAll("strong", "weak");
            if (empty || row == null) {
                setGraphic(null);
                setAccessibleText("");
                return;
            }
            text.setText(row.text());
            text.setManaged(!row.text().isEmpty());
            detail.setText(row.detail());
            detail.setManaged(!row.detail().isEmpty());
            switch (row.emphasis()) {
                case STRONG -> text.getStyleClass().add("strong");
                case WEAK -> text.getStyleClass().add("weak");
                case USUAL -> {}
            }
            setAccessibleText(row.text() + ": " + row.detail());
            setGraphic(box);
        }
    }
}
