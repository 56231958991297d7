package org.zeroply.desktop.task;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.BiConsumer;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.zeroply.desktop.board.BoardRoom;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.board.DrawingHand;
import org.zeroply.desktop.board.PencilBar;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.FormParts;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.TypedField;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.OwnMark;
import org.zeroply.rules.Side;
import org.zeroply.task.Paper;
import org.zeroply.task.Task;
import org.zeroply.task.TaskKind;
import org.zeroply.task.Theme;

/** A task as it stands on the paper: the diagram, what is asked, and its data. */
final class TaskPaperPane extends ScrollPane {
    private final TasksModel model;
    private final DrawingHand hand;
    private final Runnable editQuestions;
    private final Label facts = new Label();
    private final BoardView board = new BoardView();
    private final Label toMove = Widgets.wrapped("strong");
    private final TextArea instruction = new TextArea();
    private final ChoiceBox<TaskKind> kind = Choices.of(List.of(TaskKind.values()), TaskKind::title);
    private final TextField minutes = new TextField();
    private final TextField from = new TextField();
    private final TextField to = new TextField();
    private final TextField themes = new TextField();
    private final TextField source = new TextField();
    private final Button questions = new Button(Texts.of("tasks.questions"));
    private boolean showing;

    private final TypedField<Integer> typedInstruction = typed(
            instruction,
            (task, text) -> edit(task, each -> each.withInstruction(text), "instruction", "undo.task.instruction"));
    private final TypedField<Integer> typedMinutes = typed(minutes, this::keepMinutes);
    private final TypedField<Integer> typedFrom = typed(from, (task, text) -> keepLevel(task));
    private final TypedField<Integer> typedTo = typed(to, (task, text) -> keepLevel(task));
    private final TypedField<Integer> typedThemes = typed(
            themes, (task, text) -> edit(task, each -> each.withThemes(keys(text)), "themes", "undo.task.themes"));
    private final TypedField<Integer> typedSource =
            typed(source, (task, text) -> edit(task, each -> each.withSource(text), "source", "undo.task.source"));

    /**
     * @param place the view whose room the board shares
     * @param hand the pencil
     * @param editQuestions changes what an assess task asks, or the goal of one that is played on
     */
    TaskPaperPane(TasksModel model, Region place, DrawingHand hand, Runnable editQuestions) {
        this.model = model;
        this.hand = hand;
        this.editQuestions = editQuestions;
        build(place);
    }

    private void build(Region place) {
        facts.getStyleClass().add("tasks-facts");
        board.setId("tasks-board");
        board.setOnMove(move -> model.addLine(List.of(move)));
        board.setMinSize(250, 250);
        board.letDraw(hand, mark -> drawn(marks -> OwnMark.drawn(marks, mark)), () -> drawn(marks -> List.of()));
        instruction.setId("tasks-instruction");
        instruction.setWrapText(true);
        instruction.setPrefRowCount(2);
        instruction.setPromptText(Texts.of("tasks.instruction"));
        instruction.getStyleClass().add("paper-text");

        kind.setId("tasks-kind");
        kind.setOnAction(event -> {
            if (!showing && kind.getValue() != null) {
                model.edit(
                        task -> task.withKind(kind.getValue())
                                .withMinutes(kind.getValue().minutes()),
                        Texts.of("undo.task.kind"));
            }
        });
        minutes.setId("tasks-minutes");
        from.setId("tasks-from");
        to.setId("tasks-to");
        for (TextField field : List.of(minutes, from, to)) {
            // What makes no sense gives way to what is kept once the keyboard goes elsewhere.
            field.focusedProperty().subscribe((before, focused) -> {
                if (!focused) {
                    model.task().ifPresent(this::showTask);
                }
            });
        }
        themes.setId("tasks-themes");

        source.setId("tasks-source");

        questions.setId("tasks-questions");
        questions.setOnAction(event -> editQuestions.run());
        GridPane form = new GridPane();
        form.getStyleClass().add("tasks-form");
        Label unit = new Label(Texts.of("tasks.minutes"));
        unit.setMinWidth(Region.USE_PREF_SIZE);
        HBox first = new HBox(6, kind, minutes, unit, questions);
        first.setAlignment(Pos.CENTER_LEFT);
        HBox second = new HBox(6, from, new Label("–"), to);
        second.setAlignment(Pos.CENTER_LEFT);
        Button find = TasksView.button("tasks.themes.find", "tasks-themes-find", model::findThemes);
        find.getStyleClass().add("more-toggle");
        HBox third = new HBox(6, themes, find);
        HBox.setHgrow(themes, Priority.ALWAYS);
        third.setAlignment(Pos.CENTER_LEFT);
        form.addRow(0, soft("tasks.kind"), first);
        form.addRow(1, soft("tasks.level"), second);
        form.addRow(2, soft("tasks.themes"), third);
        form.addRow(3, soft("tasks.source"), source);
        GridPane.setHgrow(third, Priority.ALWAYS);
        for (TextField each : List.of(minutes, from, to)) {
            each.setPrefColumnCount(3);
            each.setMinWidth(Region.USE_PREF_SIZE);
        }
        PencilBar pencils = new PencilBar(hand, "tasks", () -> drawn(marks -> List.of()));
        HBox under = new HBox(8, toMove, Widgets.space(), PencilBar.toggle(hand, "tasks"));
        under.setAlignment(Pos.CENTER_LEFT);
        HBox.setHgrow(toMove, Priority.ALWAYS);
        VBox pane = new VBox(8, facts, board, pencils, under, instruction, form);
        pane.getStyleClass().add("tasks-paper");
        setContent(pane);
        setFitToWidth(true);
        getStyleClass().add("branches-scroll");
        BoardRoom.share(place, this, board, 392, 0.28, 430, 62);
    }

    /** What is drawn on the position of a task is seen by its solver; on later moves it is the coach's. */
    private void drawn(UnaryOperator<List<OwnMark>> change) {
        int node = model.nodeProperty().get();
        model.edit(
                task -> {
                    GameNode at = task.solution().node(node);
                    CoachRemarks remarks = CoachRemarks.of(at);
                    return task.withSolution(task.solution()
                            .with(remarks.withMarks(change.apply(remarks.marks()))
                                    .onto(at)));
                },
                Texts.of("undo.drawn"));
    }

    private static Label soft(String key) {
        Label label = Widgets.label("soft", Texts.of(key));
        label.setMinWidth(54);
        return label;
    }

    private void edit(int task, UnaryOperator<Task> change, String field, String label) {
        model.edit(task, change, field, Texts.of(label));
    }

    /** A field whose text belongs to a task, by its place. */
    private TypedField<Integer> typed(TextInputControl input, BiConsumer<Integer, String> keep) {
        return new TypedField<>(input, 0, keep);
    }

    private void keepMinutes(int task, String text) {
        if (FormParts.isRight(minutes, text.strip().matches("[1-9]\\d{0,2}"))) {
            int value = Integer.parseInt(text.strip());
            model.edit(task, each -> each.withMinutes(value), "minutes", Texts.of("undo.task.facts"));
        }
    }

    private void keepLevel(int task) {
        String low = from.getText().strip();
        String high = to.getText().strip();
        boolean isLow = FormParts.isRight(from, low.matches("\\d{0,4}"));
        boolean isHigh = FormParts.isRight(to, high.matches("\\d{0,4}"));
        if (!isLow || !isHigh) {
            return;
        }
        int least = low.isEmpty() ? 0 : Integer.parseInt(low);
        int most = high.isEmpty() ? 0 : Integer.parseInt(high);
        if (FormParts.isRight(to, most == 0 || least <= most)) {
            model.edit(task, each -> each.withLevel(new Task.Level(least, most)), "level", Texts.of("undo.task.facts"));
        }
    }

    /** Themes as they are typed, with commas between: motifs by their names, the coach's own words as they are. */
    private static List<String> keys(String text) {
        List<String> keys = new ArrayList<>();
        for (String word : text.split("[,;]")) {
            if (!word.isBlank()) {
                keys.add(Theme.of(word).map(Theme::key).orElse(word.strip()));
            }
        }
        return keys;
    }

    void keepEdits() {
        List.of(typedInstruction, typedMinutes, typedFrom, typedTo, typedThemes, typedSource)
                .forEach(TypedField::keep);
    }

    // ---- showing

    void showTask(Task task) {
        Paper paper = model.paperProperty().get();
        showing = true;
        try {
            facts.setText(Texts.of(
                            "tasks.facts",
                            model.placeProperty().get() + 1,
                            paper.tasks().size(),
                            task.kind().title())
                    .toUpperCase(Locale.ROOT));
            int place = model.placeProperty().get();
            typedInstruction.show(place, task.instruction());
            kind.setValue(task.kind());
            typedMinutes.show(place, Integer.toString(task.minutes()));
            typedFrom.show(
                    place,
                    task.level().from() == 0
                            ? ""
                            : Integer.toString(task.level().from()));
            typedTo.show(
                    place,
                    task.level().to() == 0 ? "" : Integer.toString(task.level().to()));
            // A comma that was just typed is not taken away.
            boolean typing = themes.isFocused() && keys(themes.getText()).equals(task.themes());
            typedThemes.show(
                    place,
                    typing
                            ? themes.getText().strip()
                            : task.themes().stream().map(Theme::title).collect(Collectors.joining(", ")));
            typedSource.show(place, task.source());
            Widgets.present(questions, task.kind() == TaskKind.ASSESS || task.kind() == TaskKind.PLAY_ON);
            questions.setText(Texts.of(task.kind() == TaskKind.PLAY_ON ? "tasks.goal" : "tasks.questions"));
        } finally {
            showing = false;
        }
    }

    void showNode(Task task, int node) {
        GameTree tree = task.solution();
        board.flippedProperty().set(task.solver() == Side.BLACK);
        board.positionProperty().set(tree.positionAt(node));
        board.lastMoveProperty()
                .set(
                        node == GameTree.ROOT
                                ? task.last() == null ? null : task.last().move()
                                : tree.node(node).played());
        board.ownMarks().setAll(CoachRemarks.of(tree.node(node)).marks());
        toMove.setText(TaskTexts.toMove(task));
    }
}
