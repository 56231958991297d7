package org.zeroply.desktop.task;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.desktop.task.TasksModel.Checked;
import org.zeroply.task.Task;
import org.zeroply.task.TaskCheck;

/** What the check of a task found, and what can be done about each remark. */
final class CheckPane extends VBox {
    private final TasksModel model;
    private final Consumer<List<TaskCheck.Remark>> accept;
    private final Runnable toSolution;

    /**
     * @param accept settles remarks with one note
     * @param toSolution shows the solution, where a remark is to be mended
     */
    CheckPane(TasksModel model, Consumer<List<TaskCheck.Remark>> accept, Runnable toSolution) {
        super(8);
        this.model = model;
        this.accept = accept;
        this.toSolution = toSolution;
        getStyleClass().add("check-pane");
        model.checkProperty().subscribe(this::show);
        model.checkingProperty()
                .subscribe((before, now) -> show(model.checkProperty().get()));
    }

    private void show(@Nullable Checked checked) {
        getChildren().clear();
        Button begin = TasksView.button(
                model.checkingProperty().get() ? "tasks.check.stop" : "tasks.check.begin",
                "tasks-check",
                model.checkingProperty().get() ? model::stopCheck : model::check);
        begin.getStyleClass().add("primary");
        getChildren().add(begin);
        Task task = model.task().orElse(null);
        if (task == null || checked == null) {
            Label text = Widgets.wrapped("soft");
            text.setText(Texts.of("tasks.check.text"));
            getChildren().add(text);
            return;
        }
        TaskCheck check = checked.check();
        Label summary = Widgets.wrapped("soft");
        summary.setId("tasks-check-summary");
        summary.setText(Texts.of(
                "tasks.check.summary",
                check.looked(),
                open(task, check.remarks()).size(),
                check.by()));
        getChildren().add(summary);
        if (!check.dump().outOf().isZero()) {
            Label dump = Widgets.wrapped("soft");
            dump.setText(check.dump().inWords());
            getChildren().add(dump);
        }
        Map<Integer, List<TaskCheck.Remark>> byMove = new LinkedHashMap<>();
        check.remarks()
                .forEach(remark -> byMove.computeIfAbsent(remark.node(), any -> new ArrayList<>())
                        .add(remark));
        List<TaskCheck.Remark> allOpen = open(task, check.remarks());
        if (allOpen.size() > 1) {
            getChildren().add(link("tasks.check.acceptAll", () -> accept.accept(allOpen)));
        }
        byMove.forEach((node, remarks) -> {
            getChildren().add(heading(task, node, remarks));
            remarks.forEach(remark -> getChildren().add(remark(task, remark)));
        });
    }

    private static List<TaskCheck.Remark> open(Task task, List<TaskCheck.Remark> remarks) {
        return remarks.stream()
                .filter(each -> each.kind().isOpen() && each.settled(task).isEmpty())
                .toList();
    }

    /** The move that remarks are about, and a way to settle them together. */
    private Node heading(Task task, int node, List<TaskCheck.Remark> remarks) {
        Label move = Widgets.label("section-heading", model.name(node));
        HBox heading = new HBox(10, move);
        heading.setAlignment(Pos.BASELINE_LEFT);
        List<TaskCheck.Remark> open = open(task, remarks);
        if (open.size() > 1) {
            heading.getChildren().add(link("tasks.check.acceptMove", () -> accept.accept(open)));
        }
        return heading;
    }

    private Node remark(Task task, TaskCheck.Remark remark) {
        Optional<String> note = remark.settled(task);
        Label title = new Label(Texts.of("check." + remark.kind()));
        title.getStyleClass().add(remark.kind().isOpen() && note.isEmpty() ? "check-open" : "strong");
        Label text = Widgets.wrapped("check-text");
        text.setText(remark.text());
        VBox box = new VBox(2, title, text);
        box.getStyleClass().add("check-remark");
        if (note.isPresent()) {
            Label accepted = Widgets.wrapped("soft");
            accepted.setText(Texts.of("tasks.check.accepted", note.get()));
            box.getChildren().add(accepted);
        } else if (remark.kind().isOpen()) {
            HBox ways = new HBox(10);
            if (!remark.line().isEmpty()) {
                ways.getChildren().add(link("tasks.check.add", () -> model.addLine(remark)));
            }
            ways.getChildren()
                    .addAll(
                            link("tasks.check.accept", () -> accept.accept(List.of(remark))),
                            link("tasks.check.change", () -> {
                                model.go(remark.node());
                                toSolution.run();
                            }));
            box.getChildren().add(ways);
        }
        return box;
    }

    private static Button link(String key, Runnable action) {
        Button button = new Button(Texts.of(key));
        button.getStyleClass().add("more-toggle");
        button.setOnAction(event -> action.run());
        return button;
    }
}
