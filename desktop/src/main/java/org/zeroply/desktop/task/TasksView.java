package org.zeroply.desktop.task;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.board.DrawingHand;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.store.PaperShelf.Listed;
import org.zeroply.task.Item;
import org.zeroply.task.Task;
import org.zeroply.task.TaskCheck;

/** The place Tasks: the examination paper at the left, its solution and mark scheme at the right. */
public final class TasksView extends StackPane {
    /** What the place asks of the window around it. */
    public interface Actions {
        void newPaper();

        void settings();

        /** A task out of what Reading shows. */
        void fromReading();

        /** A task out of a position that is set up. */
        void fromSetup();

        void importPaper();

        void exportPaper();

        void exportHomework();

        void print();

        void sit();

        void editItem(Item item);

        void editQuestions();

        void accept(List<TaskCheck.Remark> remarks);

        /** The button that leads to all that can be done here. */
        Button moreButton();
    }

    /** What the sheet at the right shows. */
    public enum Tab {
        SOLUTION,
        CHECK,
        RESULTS
    }

    private final TasksModel model;
    private final Actions actions;
    private final ResultsPane results;
    private final ComboBox<Listed> which = new ComboBox<>();
    private final TaskChips chips;
    private final ToggleGroup tabs = new ToggleGroup();
    private final Label outOf = new Label();
    private final TaskPaperPane paper;
    private final SolutionPane solution;
    private final ScrollPane check;
    private final BorderPane frame = new BorderPane();
    private final VBox empty = new VBox(14);
    private final VBox noTask = new VBox(14);
    private final BorderPane sheet = new BorderPane();
    private final StackPane sheetBody = new StackPane();
    private boolean showing;

    public TasksView(TasksModel model, ResultsPane results, DrawingHand hand, Actions actions) {
        this.model = model;
        this.results = results;
        this.actions = actions;
        chips = new TaskChips(model, this::keepEdits);
        paper = new TaskPaperPane(model, this, hand, actions::editQuestions);
        solution = new SolutionPane(model, outOf, actions::editItem);
        check = new ScrollPane(new CheckPane(model, actions::accept, () -> show(Tab.SOLUTION)));
        check.setFitToWidth(true);
        check.getStyleClass().add("branches-scroll");
        getStyleClass().add("tasks-place");
        frame.setTop(topRow());
        frame.setLeft(paper);
        Node right = sheetPane();
        BorderPane.setMargin(right, new Insets(0, 14, 12, 0));
        frame.setCenter(right);
        fillEmpty();
        getChildren().addAll(frame, empty);
        model.listProperty().subscribe(() -> show());
        model.openProperty().subscribe(() -> show());
        model.paperProperty().subscribe(() -> show());
        model.placeProperty().subscribe(() -> show());
        model.nodeProperty().subscribe(() -> showNode());
        model.languageProperty().subscribe(() -> show());
        show(Tab.SOLUTION);
        show();
    }

    // ---- parts

    static Button button(String key, String id, Runnable action) {
        Button button = new Button(Texts.of(key));
        button.setId(id);
        button.setMinWidth(Region.USE_PREF_SIZE);
        button.setOnAction(event -> action.run());
        return button;
    }

    private static MenuItem item(String key, Runnable action) {
        MenuItem item = new MenuItem(Texts.of(key));
        item.setOnAction(event -> action.run());
        return item;
    }

    private HBox topRow() {
        which.setId("tasks-which");
        which.setCellFactory(list -> new PaperCell());
        which.setButtonCell(new PaperCell());
        which.setPrefWidth(230);
        which.setOnAction(event -> {
            Listed wanted = which.getValue();
            Listed now = model.openProperty().get();
            if (!showing && wanted != null && (now == null || now.id() != wanted.id())) {
                keepEdits();
                model.open(wanted);
            }
        });
        MenuButton papers = new MenuButton(Texts.of("tasks.paper"));
        papers.setId("tasks-paper");
        papers.getItems()
                .addAll(
                        item("tasks.paper.new", actions::newPaper),
                        item("tasks.paper.settings", actions::settings),
                        item("tasks.paper.import", actions::importPaper),
                        item("tasks.paper.export", actions::exportPaper),
                        item("tasks.paper.homework", actions::exportHomework),
                        item("tasks.paper.remove", model::remove));
        MenuButton add = new MenuButton(Texts.of("tasks.add"));
        add.setId("tasks-add");
        add.setMinWidth(Region.USE_PREF_SIZE);
        add.getItems()
                .addAll(
                        item("tasks.add.reading", actions::fromReading),
                        item("tasks.add.setup", actions::fromSetup),
                        item("tasks.add.remove", model::removeTask));
        Region space = Widgets.space();
        Button sit = button("tasks.sit", "tasks-sit", actions::sit);
        sit.getStyleClass().add("primary");
        HBox row = new HBox(
                8,
                which,
                papers,
                chips,
                add,
                space,
                button("tasks.print", "tasks-print", actions::print),
                actions.moreButton(),
                sit);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("tasks-top");
        return row;
    }

    private Node sheetPane() {
        HBox head = new HBox(4);
        head.getStyleClass().add("sheet-head");
        head.setAlignment(Pos.CENTER_LEFT);
        for (Tab tab : Tab.values()) {
            ToggleButton button = new ToggleButton(Texts.of("tasks.tab." + tab));
            button.setId("tasks-tab-" + tab.name().toLowerCase(Locale.ROOT));
            button.getStyleClass().add("view-tab");
            button.setUserData(tab);
            button.setToggleGroup(tabs);
            button.setOnAction(event -> show(tab));
            head.getChildren().add(button);
        }
        Region space = Widgets.space();
        outOf.setId("tasks-out-of");
        outOf.getStyleClass().add("tasks-out-of");
        head.getChildren().addAll(space, outOf);
        sheet.getStyleClass().add("marking-sheet");
        sheet.setTop(head);
        sheet.setCenter(sheetBody);
        noTask.getStyleClass().add("empty-place");
        noTask.getChildren()
                .addAll(
                        Widgets.wrapped("soft"),
                        button("tasks.add.reading", "tasks-first-reading", actions::fromReading),
                        button("tasks.add.setup", "tasks-first-setup", actions::fromSetup));
        ((Label) noTask.getChildren().getFirst()).setText(Texts.of("tasks.noTask"));
        return sheet;
    }

    /** Shows one of the sheets. */
    public void show(Tab tab) {
        tabs.getToggles().stream()
                .filter(toggle -> toggle.getUserData() == tab)
                .findFirst()
                .ifPresent(tabs::selectToggle);
        Node wanted = switch (tab) {
            case SOLUTION -> solution;
            case CHECK -> check;
            case RESULTS -> results;
        };
        sheetBody.getChildren().setAll(wanted, noTask);
        if (tab == Tab.RESULTS) {
            results.refresh();
        }
        showTask();
    }

    private Tab tab() {
        return tabs.getSelectedToggle() == null
                ? Tab.SOLUTION
                : (Tab) tabs.getSelectedToggle().getUserData();
    }

    private void fillEmpty() {
        empty.getStyleClass().add("empty-place");
        Label heading = Widgets.label("empty-title", Texts.of("tasks.empty.title"));
        Label text = Widgets.wrapped("empty-text");
        text.setText(Texts.of("tasks.empty.text"));
        text.setMaxWidth(520);
        Button fresh = button("tasks.empty.new", "tasks-empty-new", actions::newPaper);
        fresh.getStyleClass().add("primary");
        empty.getChildren()
                .addAll(heading, text, fresh, button("tasks.paper.import", "tasks-empty-import", actions::importPaper));
    }

    // ---- showing

    private void show() {
        Listed open = model.openProperty().get();
        frame.setVisible(open != null);
        empty.setVisible(open == null);
        if (open == null) {
            return;
        }
        showing = true;
        try {
            List<Listed> all = model.listProperty().get();
            Choices.renew(which, all, open);
            chips.show();
        } finally {
            showing = false;
        }
        showTask();
    }

    private void showTask() {
        Optional<Task> open = model.task();
        boolean there = open.isPresent();
        boolean isResults = tab() == Tab.RESULTS;
        noTask.setVisible(!there && !isResults);
        sheetBody.getChildren().getFirst().setVisible(there || isResults);
        paper.setVisible(there);
        if (open.isEmpty()) {
            outOf.setText("");
            return;
        }
        paper.showTask(open.get());
        solution.showTask(open.get());
        showNode();
    }

    private void showNode() {
        model.task().ifPresent(task -> {
            int node = model.nodeProperty().get();
            paper.showNode(task, node);
            solution.showNode(task, node);
        });
    }

    // ---- commands

    /** Takes a character that was typed elsewhere on the place. */
    public void takeTyped(String character) {
        solution.takeTyped(character);
    }

    public void focusPlace() {
        if (model.task().isPresent()) {
            solution.focusRows();
        } else if (empty.isVisible()) {
            empty.lookup("#tasks-empty-new").requestFocus();
        } else {
            which.requestFocus();
        }
    }

    /** Puts the items of the selected rows into one group. */
    public void group(Item.Way way) {
        solution.group(way);
    }

    public void ungroup() {
        solution.ungroup();
    }

    /** Takes the items of the selected rows out of the scheme; of a row without any, the move out of the solution. */
    public void delete() {
        if (tab() == Tab.RESULTS) {
            results.remove();
        } else {
            solution.delete();
        }
    }

    /** Keeps everything that is typed and not kept yet. */
    public void keepEdits() {
        paper.keepEdits();
        solution.keepEdits();
    }

    private static final class PaperCell extends ListCell<Listed> {
        @Override
        protected void updateItem(@Nullable Listed item, boolean none) {
            super.updateItem(item, none);
            setText(none || item == null ? null : Texts.of("tasks.listed", item.name(), item.tasks()));
        }
    }
}
