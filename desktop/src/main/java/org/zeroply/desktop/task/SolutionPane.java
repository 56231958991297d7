package org.zeroply.desktop.task;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.collections.FXCollections;
import javafx.geometry.Bounds;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.EmptyField;
import org.zeroply.desktop.kit.LineField;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.TypedField;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.desktop.task.TasksModel.Worth;
import org.zeroply.gametree.GameTree;
import org.zeroply.task.Item;
import org.zeroply.task.Points;
import org.zeroply.task.SchemeFault;
import org.zeroply.task.SchemeRows;
import org.zeroply.task.SchemeRows.MarkCell;
import org.zeroply.task.SchemeRows.Row;
import org.zeroply.task.Task;

/** The solution of a task with its points in the margin, the line that grows it, and what is wrong with its scheme. */
final class SolutionPane extends BorderPane {
    private final TasksModel model;
    private final Consumer<Item> editItem;
    private final Label outOf;
    private final Label wrong = Widgets.wrapped("attention");
    private final Button draft;
    private final ListView<Row> rows = new ListView<>();
    private final Label at = new Label();
    private final LineField line;
    private final TextField comment = new TextField();
    private final TypedField<Spot> typedComment =
            new TypedField<>(comment, new Spot(0, GameTree.ROOT), this::keepComment);
    private boolean showing;

    /** A move of the solution that a comment is about. */
    private record Spot(int task, int node) {}

    /**
     * @param outOf says what the task is worth
     * @param editItem changes an item of the scheme
     */
    SolutionPane(TasksModel model, Label outOf, Consumer<Item> editItem) {
        this.model = model;
        this.outOf = outOf;
        this.editItem = editItem;
        draft = Widgets.button("tasks.draft", "tasks-draft", model::draft);
        line = new LineField("tasks-line", Texts.of("linePad.prompt"), model.typed(), model::enter);
        build();
        model.worthProperty().subscribe(this::showWorth);
    }

    private void build() {
        rows.setId("tasks-rows");
        rows.getStyleClass().add("scheme-rows");
        rows.getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
        rows.setCellFactory(list -> new RowCell());
        rows.getSelectionModel().selectedItemProperty().subscribe((before, now) -> {
            if (!showing && now != null && now.node() != GameTree.ROOT) {
                model.go(now.node());
            }
        });
        rows.addEventFilter(KeyEvent.KEY_TYPED, event -> {
            String typed = event.getCharacter();
            if (typed.matches("[0-9]") && !event.isAltDown() && !event.isShortcutDown()) {
                model.setPoints(model.nodeProperty().get(), Points.of(Integer.parseInt(typed)));
                event.consume();
            } else if (!typed.isEmpty()
                    && Character.isLetter(typed.charAt(0))
                    && !event.isAltDown()
                    && !event.isShortcutDown()) {
                takeTyped(typed);
                event.consume();
            }
        });
        rows.addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.ENTER) {
                selectedItems().stream().findFirst().ifPresent(editItem);
                event.consume();
            }
        });
        EmptyField.passOn(line, rows, true);
        HBox.setHgrow(line, Priority.ALWAYS);
        at.getStyleClass().add("soft");
        at.setMinWidth(Region.USE_PREF_SIZE);
        comment.setId("tasks-comment");
        comment.setPromptText(Texts.of("tasks.comment"));

        HBox.setHgrow(comment, Priority.ALWAYS);
        HBox pad = new HBox(8, at, line, comment);
        pad.setAlignment(Pos.CENTER_LEFT);
        Label help = Widgets.wrapped("soft");
        help.setText(Texts.of("tasks.help"));
        VBox under = new VBox(6, wrong, draft, pad, line.answer(), help);
        under.getStyleClass().add("sheet-under");
        wrong.setId("tasks-wrong");
        setCenter(rows);
        setBottom(under);
    }

    private void keepComment(Spot spot, String text) {
        model.setComment(spot.task(), spot.node(), text);
    }

    void keepEdits() {
        typedComment.keep();
    }

    void focusRows() {
        rows.requestFocus();
    }

    // ---- showing

    void showTask(Task task) {
        Widgets.present(
                draft, task.scheme().items().isEmpty() && task.solution().size() > 1);
        showing = true;
        try {
            List<Row> now = SchemeRows.of(task, model.languageProperty().get());
            if (!rows.getItems().equals(now)) {
                rows.setItems(FXCollections.observableArrayList(now));
            }
        } finally {
            showing = false;
        }
    }

    void showNode(Task task, int node) {
        at.setText(Texts.of("tasks.at", model.name(node)));
        typedComment.show(
                new Spot(model.placeProperty().get(), node),
                task.solution().node(node).after());
        comment.setDisable(node == GameTree.ROOT);
        showing = true;
        try {
            Row selected = rows.getSelectionModel().getSelectedItem();
            if (selected == null || selected.node() != node) {
                rows.getSelectionModel().clearSelection();
                rows.getItems().stream()
                        .filter(row -> row.node() == node && node != GameTree.ROOT)
                        .findFirst()
                        .ifPresent(row -> {
                            rows.getSelectionModel().select(row);
                            rows.scrollTo(Math.max(0, rows.getItems().indexOf(row) - 8));
                        });
            }
        } finally {
            showing = false;
        }
    }

    private void showWorth(@Nullable Worth worth) {
        if (worth == null) {
            outOf.setText("");
            Widgets.present(wrong, false);
            return;
        }
        Points sum = worth.task().scheme().items().stream()
                .map(item -> item.earned(want -> true))
                .reduce(Points.ZERO, Points::plus);
        boolean same = sum.equals(worth.outOf().points());
        outOf.setText(Texts.of(
                same ? "tasks.outOf" : "tasks.outOf.less",
                worth.outOf().points(),
                sum,
                model.paperProperty().get().allowed()));
        String faults = worth.faults().stream()
                .map(fault -> label(worth.task(), fault) + fault.reason())
                .limit(4)
                .collect(Collectors.joining("\n"));
        Widgets.tell(wrong, faults);
    }

    private static String label(Task task, SchemeFault fault) {
        return fault.item() < 0
                ? ""
                : task.scheme()
                        .all()
                        .skip(fault.item())
                        .findFirst()
                        .map(item -> item.label() + ": ")
                        .orElse("");
    }

    // ---- commands

    /** Takes a character that was typed elsewhere on the place. */
    void takeTyped(String character) {
        line.takeTyped(character);
    }

    /** The items of the rows that are selected, groups as wholes, each once. */
    List<Item> selectedItems() {
        List<Item> items = new ArrayList<>();
        for (Row row : rows.getSelectionModel().getSelectedItems()) {
            for (MarkCell cell : row.marks()) {
                Item item = cell.group() == null ? cell.item() : cell.group();
                if (!items.contains(item)) {
                    items.add(item);
                }
            }
        }
        return items;
    }

    /** Puts the items of the selected rows into one group. */
    void group(Item.Way way) {
        List<Item> parts = selectedItems();
        model.task().ifPresent(task -> {
            List<Item> top = task.scheme().items();
            if (parts.size() > 1 && top.containsAll(parts)) {
                String label = parts.stream().map(Item::label).collect(Collectors.joining(", "));
                model.setItems(
                        Items.group(top, parts, way, label), Texts.of("undo.task.group", Texts.of("way." + way)));
            }
        });
    }

    void ungroup() {
        model.task()
                .ifPresent(task -> selectedItems().stream()
                        .filter(Item.Group.class::isInstance)
                        .findFirst()
                        .ifPresent(group -> model.setItems(
                                Items.ungroup(task.scheme().items(), (Item.Group) group),
                                Texts.of("undo.task.ungroup"))));
    }

    /** Takes the items of the selected rows out of the scheme; of a row without any, the move out of the solution. */
    void delete() {
        List<Item> gone = selectedItems();
        if (gone.isEmpty()) {
            model.deleteMove();
        } else {
            model.task().ifPresent(task -> {
                List<Item> left = task.scheme().items();
                for (Item item : gone) {
                    left = Items.remove(left, item);
                }
                model.setItems(left, Texts.of("undo.task.items"));
            });
        }
    }

    /** A row of the marking sheet: moves, comment and verdict, and the points in the margin. */
    private final class RowCell extends ListCell<Row> {
        @Override
        protected void updateItem(@Nullable Row row, boolean none) {
            super.updateItem(row, none);
            if (none || row == null) {
                setGraphic(null);
                return;
            }
            Label moves = new Label(row.moves());
            moves.getStyleClass().add(row.isMain() || !row.marks().isEmpty() ? "row-main" : "row-side");
            moves.setMinWidth(Region.USE_PREF_SIZE);
            Label said = Widgets.label(
                    "row-comment",
                    row.comment() + (row.comment().isEmpty() || row.opinion().isEmpty() ? "" : " · ") + row.opinion());
            said.setMinWidth(0);
            Region space = Widgets.space();
            HBox box = new HBox(8, indent(row.indent()), moves, said, space);
            box.setAlignment(Pos.CENTER_LEFT);
            for (MarkCell cell : row.marks()) {
                box.getChildren().add(mark(cell));
            }
            if (row.node() != GameTree.ROOT) {
                box.getChildren().add(menuButton(row));
            }
            setGraphic(box);
        }

        /** The menu of a row is made when it is asked for, by its button or the right mouse button. */
        private Button menuButton(Row row) {
            Button button = Widgets.quietButton("tasks.row.menu", "row-menu-" + row.node(), () -> {});
            button.setAccessibleText(Texts.of("tasks.row.menu.accessible"));
            button.setMinWidth(Region.USE_PREF_SIZE);
            button.setFocusTraversable(false);
            button.setOnAction(event -> {
                // To choose the row draws its cell anew, so the menu hangs on the list and not on the button.
                Bounds at = button.localToScreen(button.getLayoutBounds());
                if (!rows.getSelectionModel().getSelectedItems().contains(row)) {
                    rows.getSelectionModel().clearSelection();
                    rows.getSelectionModel().select(row);
                }
                RowMenu.of(model, SolutionPane.this, row, editItem).show(rows, at.getMinX(), at.getMaxY());
            });
            setOnContextMenuRequested(event -> button.fire());
            return button;
        }

        private Node mark(MarkCell cell) {
            Item.Group group = cell.group();
            Label kind = Widgets.label("mark-kind", Items.kind(cell));
            kind.setMinWidth(Region.USE_PREF_SIZE);
            boolean whole = group != null && !group.way().isOfParts();
            Label box = new Label(Items.points(cell));
            box.getStyleClass().addAll(whole && !cell.isFirst() ? "mark-next" : "mark-box");
            HBox both = new HBox(8, kind, box);
            both.setAlignment(Pos.CENTER_RIGHT);
            both.setMinWidth(Region.USE_PREF_SIZE);
            both.setOnMouseClicked(event -> editItem.accept(group == null ? cell.item() : group));
            return both;
        }
    }

    /** A rule for each branch that a row lies in. */
    static HBox indent(int depth) {
        HBox indent = new HBox();
        indent.setFillHeight(true);
        for (int i = 0; i < Math.min(12, depth); i++) {
            Region rule = new Region();
            rule.getStyleClass().add("branch-rule");
            indent.getChildren().add(rule);
        }
        return indent;
    }
}
