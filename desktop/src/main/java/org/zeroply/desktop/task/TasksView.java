package org.zeroply.desktop.task;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import javafx.collections.FXCollections;
import javafx.css.PseudoClass;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.board.BoardRoom;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.EmptyField;
import org.zeroply.desktop.kit.FormParts;
import org.zeroply.desktop.kit.Labels;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.TypedField;
import org.zeroply.desktop.task.TasksModel.Checked;
import org.zeroply.desktop.task.TasksModel.Worth;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.LineReading;
import org.zeroply.rules.Side;
import org.zeroply.store.PaperShelf.Listed;
import org.zeroply.task.Item;
import org.zeroply.task.Paper;
import org.zeroply.task.Points;
import org.zeroply.task.SchemeFault;
import org.zeroply.task.SchemeRows;
import org.zeroply.task.SchemeRows.MarkCell;
import org.zeroply.task.SchemeRows.Row;
import org.zeroply.task.Task;
import org.zeroply.task.TaskCheck;
import org.zeroply.task.TaskKind;
import org.zeroply.task.Theme;
import org.zeroply.task.Want;

/** The place Tasks: the examination paper at the left, its solution and mark scheme at the right. */
public final class TasksView extends StackPane {
    private static final PseudoClass TARGET = PseudoClass.getPseudoClass("target");

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

        void accept(TaskCheck.Remark remark);
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
    private final HBox chips = new HBox(4);
    private final Label facts = new Label();
    private final BoardView board = new BoardView();
    private final Label toMove = Labels.wrapped("strong");
    private final TextArea instruction = new TextArea();
    private final ChoiceBox<TaskKind> kind = Choices.of(List.of(TaskKind.values()), TaskKind::title);
    private final TextField minutes = new TextField();
    private final TextField from = new TextField();
    private final TextField to = new TextField();
    private final TextField themes = new TextField();
    private final TextField source = new TextField();
    private final Button questions = new Button(Texts.of("tasks.questions"));
    private final ToggleGroup tabs = new ToggleGroup();
    private final Label outOf = new Label();
    private final Label wrong = Labels.wrapped("attention");
    private final ListView<Row> rows = new ListView<>();
    private final Label at = new Label();
    private final TextField line = new TextField();
    private final Label refusal = Labels.wrapped("attention");
    private final TextField comment = new TextField();
    private final VBox checkBox = new VBox(8);
    private final BorderPane frame = new BorderPane();
    private final VBox empty = new VBox(14);
    private final VBox noTask = new VBox(14);
    private final BorderPane sheet = new BorderPane();
    private final StackPane sheetBody = new StackPane();
    private boolean showing;

    /** A move of the solution that a comment is about. */
    private record Spot(int task, int node) {}

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
    private final TypedField<Spot> typedComment =
            new TypedField<>(comment, new Spot(0, GameTree.ROOT), this::keepComment);

    public TasksView(TasksModel model, ResultsPane results, Actions actions) {
        this.model = model;
        this.results = results;
        this.actions = actions;
        getStyleClass().add("tasks-place");
        frame.setTop(topRow());
        frame.setLeft(paperPane());
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
        model.worthProperty().subscribe(this::showWorth);
        model.checkProperty().subscribe(this::showCheck);
        model.checkingProperty()
                .subscribe((before, now) -> showCheck(model.checkProperty().get()));
        model.refusalProperty().subscribe(this::showRefusal);
        model.languageProperty().subscribe(() -> show());
        show(Tab.SOLUTION);
        show();
    }

    // ---- parts

    private static Button button(String key, String id, Runnable action) {
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
        chips.setAlignment(Pos.CENTER_LEFT);
        letChipsBeDragged();
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        Button sit = button("tasks.sit", "tasks-sit", actions::sit);
        sit.getStyleClass().add("primary");
        HBox row = new HBox(
                8, which, papers, chips, add, space, button("tasks.print", "tasks-print", actions::print), sit);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("tasks-top");
        return row;
    }

    private Node paperPane() {
        facts.getStyleClass().add("tasks-facts");
        board.setId("tasks-board");
        board.setOnMove(move -> model.addLine(List.of(move)));
        board.setMinSize(250, 250);
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
                    showTask();
                }
            });
        }
        themes.setId("tasks-themes");

        source.setId("tasks-source");

        questions.setId("tasks-questions");
        questions.setOnAction(event -> actions.editQuestions());
        GridPane form = new GridPane();
        form.getStyleClass().add("tasks-form");
        Label unit = new Label(Texts.of("tasks.minutes"));
        unit.setMinWidth(Region.USE_PREF_SIZE);
        HBox first = new HBox(6, kind, minutes, unit, questions);
        first.setAlignment(Pos.CENTER_LEFT);
        HBox second = new HBox(6, from, new Label("–"), to);
        second.setAlignment(Pos.CENTER_LEFT);
        Button find = button("tasks.themes.find", "tasks-themes-find", model::findThemes);
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
        VBox pane = new VBox(8, facts, board, toMove, instruction, form);
        pane.getStyleClass().add("tasks-paper");
        ScrollPane scroll = new ScrollPane(pane);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("branches-scroll");
        BoardRoom.share(this, scroll, board, 392, 0.28, 430, 62);
        return scroll;
    }

    private static Label soft(String key) {
        Label label = new Label(Texts.of(key));
        label.getStyleClass().add("soft");
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

    private void keepComment(Spot spot, String text) {
        model.setComment(spot.task(), spot.node(), text);
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
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        outOf.setId("tasks-out-of");
        outOf.getStyleClass().add("tasks-out-of");
        head.getChildren().addAll(space, outOf);
        sheet.getStyleClass().add("marking-sheet");
        sheet.setTop(head);
        sheet.setCenter(sheetBody);
        noTask.getStyleClass().add("empty-place");
        noTask.getChildren()
                .addAll(
                        Labels.wrapped("soft"),
                        button("tasks.add.reading", "tasks-first-reading", actions::fromReading),
                        button("tasks.add.setup", "tasks-first-setup", actions::fromSetup));
        ((Label) noTask.getChildren().getFirst()).setText(Texts.of("tasks.noTask"));
        return sheet;
    }

    private Node solution() {
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
                selectedItems().stream().findFirst().ifPresent(actions::editItem);
                event.consume();
            }
        });
        line.setId("tasks-line");
        line.setPromptText(Texts.of("linePad.prompt"));
        line.setOnAction(event -> {
            if (model.enter(line.getText())) {
                line.clear();
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
        Label help = Labels.wrapped("soft");
        help.setText(Texts.of("tasks.help"));
        refusal.setId("tasks-refusal");
        VBox under = new VBox(6, wrong, pad, refusal, help);
        under.getStyleClass().add("sheet-under");
        wrong.setId("tasks-wrong");
        BorderPane pane = new BorderPane(rows);
        pane.setBottom(under);
        return pane;
    }

    private @Nullable Node solutionNode;
    private @Nullable Node checkNode;

    /** Shows one of the sheets. */
    public void show(Tab tab) {
        tabs.getToggles().stream()
                .filter(toggle -> toggle.getUserData() == tab)
                .findFirst()
                .ifPresent(tabs::selectToggle);
        if (solutionNode == null || checkNode == null) {
            solutionNode = solution();
            ScrollPane scroll = new ScrollPane(checkBox);
            scroll.setFitToWidth(true);
            scroll.getStyleClass().add("branches-scroll");
            checkBox.getStyleClass().add("check-pane");
            checkNode = scroll;
        }
        Node wanted = switch (tab) {
            case SOLUTION -> solutionNode;
            case CHECK -> checkNode;
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
        Label heading = new Label(Texts.of("tasks.empty.title"));
        heading.getStyleClass().add("empty-title");
        Label text = Labels.wrapped("empty-text");
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
            showChips();
        } finally {
            showing = false;
        }
        showTask();
    }

    private void showChips() {
        int tasks = model.paperProperty().get().tasks().size();
        int now = model.placeProperty().get();
        chips.getChildren().clear();
        for (int i = 0; i < tasks; i++) {
            int task = i;
            ToggleButton chip = new ToggleButton(Integer.toString(i + 1));
            chip.setId("tasks-chip-" + (i + 1));
            chip.getStyleClass().add("task-chip");
            chip.setSelected(i == now);
            chip.setFocusTraversable(false);
            chip.setOnAction(event -> {
                keepEdits();
                model.choose(task);
                showChips();
            });
            chips.getChildren().add(chip);
        }
    }

    /** Dragging a chip onto another one puts its task there. */
    private void letChipsBeDragged() {
        int[] dragged = {-1};
        chips.addEventFilter(MouseEvent.MOUSE_PRESSED, event -> dragged[0] = chipUnder(event));
        chips.addEventFilter(MouseEvent.MOUSE_DRAGGED, event -> markChip(dragged[0] < 0 ? -1 : chipUnder(event)));
        chips.addEventFilter(MouseEvent.MOUSE_RELEASED, event -> {
            int from = dragged[0];
            int to = chipUnder(event);
            dragged[0] = -1;
            markChip(-1);
            if (from >= 0 && to >= 0 && from != to) {
                keepEdits();
                model.move(from, to);
            }
        });
    }

    /** The place of the task onto which one is dragged; -1 for none. */
    private int chipUnder(MouseEvent event) {
        for (int i = 0; i < chips.getChildren().size(); i++) {
            Node chip = chips.getChildren().get(i);
            if (chip.contains(chip.sceneToLocal(event.getSceneX(), event.getSceneY()))) {
                return i;
            }
        }
        return -1;
    }

    private void markChip(int target) {
        for (int i = 0; i < chips.getChildren().size(); i++) {
            chips.getChildren().get(i).pseudoClassStateChanged(TARGET, i == target);
        }
    }

    private void showTask() {
        Optional<Task> open = model.task();
        boolean there = open.isPresent();
        boolean results = tab() == Tab.RESULTS;
        noTask.setVisible(!there && !results);
        sheetBody.getChildren().getFirst().setVisible(there || results);
        frame.getLeft().setVisible(there);
        if (open.isEmpty()) {
            outOf.setText("");
            return;
        }
        Task task = open.get();
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
            questions.setManaged(task.kind() == TaskKind.ASSESS || task.kind() == TaskKind.PLAY_ON);
            questions.setVisible(task.kind() == TaskKind.ASSESS || task.kind() == TaskKind.PLAY_ON);
            questions.setText(Texts.of(task.kind() == TaskKind.PLAY_ON ? "tasks.goal" : "tasks.questions"));
            List<Row> now = SchemeRows.of(task, model.languageProperty().get());
            if (!rows.getItems().equals(now)) {
                rows.setItems(FXCollections.observableArrayList(now));
            }
        } finally {
            showing = false;
        }
        showNode();
    }

    private void showNode() {
        model.task().ifPresent(task -> {
            int node = model.nodeProperty().get();
            GameTree tree = task.solution();
            board.flippedProperty().set(task.solver() == Side.BLACK);
            board.positionProperty().set(tree.positionAt(node));
            board.lastMoveProperty()
                    .set(
                            node == GameTree.ROOT
                                    ? task.last() == null ? null : task.last().move()
                                    : tree.node(node).played());
            toMove.setText(TaskTexts.toMove(task));
            at.setText(Texts.of("tasks.at", model.name(node)));
            typedComment.show(
                    new Spot(model.placeProperty().get(), node), tree.node(node).after());
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
        });
    }

    private void showWorth(@Nullable Worth worth) {
        if (worth == null) {
            outOf.setText("");
            wrong.setVisible(false);
            wrong.setManaged(false);
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
        wrong.setText(faults);
        wrong.setVisible(!faults.isEmpty());
        wrong.setManaged(!faults.isEmpty());
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

    private void showRefusal(LineReading.@Nullable Refused refused) {
        refusal.setText(refused == null ? "" : Texts.of("linePad.reason", refused.column(), refused.reason()));
        refusal.setVisible(refused != null);
        refusal.setManaged(refused != null);
    }

    // ---- the check

    private void showCheck(@Nullable Checked checked) {
        checkBox.getChildren().clear();
        Button begin = button(
                model.checkingProperty().get() ? "tasks.check.stop" : "tasks.check.begin",
                "tasks-check",
                model.checkingProperty().get() ? model::stopCheck : model::check);
        begin.getStyleClass().add("primary");
        checkBox.getChildren().add(begin);
        Task task = model.task().orElse(null);
        if (task == null || checked == null) {
            Label text = Labels.wrapped("soft");
            text.setText(Texts.of("tasks.check.text"));
            checkBox.getChildren().add(text);
            return;
        }
        TaskCheck check = checked.check();
        Label summary = Labels.wrapped("soft");
        summary.setId("tasks-check-summary");
        long open = check.remarks().stream()
                .filter(each -> each.kind().isOpen() && each.settled(task).isEmpty())
                .count();
        summary.setText(Texts.of("tasks.check.summary", check.looked(), open, check.by()));
        checkBox.getChildren().add(summary);
        for (TaskCheck.Remark remark : check.remarks()) {
            checkBox.getChildren().add(remark(task, remark));
        }
    }

    private Node remark(Task task, TaskCheck.Remark remark) {
        Optional<String> note = remark.settled(task);
        Label title = new Label(Texts.of("check." + remark.kind()));
        title.getStyleClass().add(remark.kind().isOpen() && note.isEmpty() ? "check-open" : "strong");
        Label text = Labels.wrapped("check-text");
        text.setText(remark.text());
        VBox box = new VBox(2, title, text);
        box.getStyleClass().add("check-remark");
        if (note.isPresent()) {
            Label accepted = Labels.wrapped("soft");
            accepted.setText(Texts.of("tasks.check.accepted", note.get()));
            box.getChildren().add(accepted);
        } else if (remark.kind().isOpen()) {
            HBox ways = new HBox(10);
            if (!remark.line().isEmpty()) {
                ways.getChildren().add(link("tasks.check.add", () -> model.addLine(remark)));
            }
            ways.getChildren()
                    .addAll(link("tasks.check.accept", () -> actions.accept(remark)), link("tasks.check.change", () -> {
                        model.go(remark.node());
                        show(Tab.SOLUTION);
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

    // ---- commands

    /** Takes a character that was typed elsewhere on the place. */
    public void takeTyped(String character) {
        line.requestFocus();
        line.appendText(character);
    }

    public void focusPlace() {
        if (model.task().isPresent()) {
            rows.requestFocus();
        } else if (empty.isVisible()) {
            empty.lookup("#tasks-empty-new").requestFocus();
        } else {
            which.requestFocus();
        }
    }

    /** The items of the rows that are selected, groups as wholes, each once. */
    public List<Item> selectedItems() {
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
    public void group(Item.Way way) {
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

    public void ungroup() {
        model.task()
                .ifPresent(task -> selectedItems().stream()
                        .filter(Item.Group.class::isInstance)
                        .findFirst()
                        .ifPresent(group -> model.setItems(
                                Items.ungroup(task.scheme().items(), (Item.Group) group),
                                Texts.of("undo.task.ungroup"))));
    }

    /** Takes the items of the selected rows out of the scheme; of a row without any, the move out of the solution. */
    public void delete() {
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

    /** Keeps everything that is typed and not kept yet. */
    public void keepEdits() {
        List.of(typedInstruction, typedMinutes, typedFrom, typedTo, typedThemes, typedSource)
                .forEach(TypedField::keep);
        typedComment.keep();
    }

    private static final class PaperCell extends ListCell<Listed> {
        @Override
        protected void updateItem(@Nullable Listed item, boolean none) {
            super.updateItem(item, none);
            setText(none || item == null ? null : Texts.of("tasks.listed", item.name(), item.tasks()));
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
            Label said = new Label(
                    row.comment() + (row.comment().isEmpty() || row.opinion().isEmpty() ? "" : " · ") + row.opinion());
            said.getStyleClass().add("row-comment");
            said.setMinWidth(0);
            Region indent = new Region();
            indent.setMinWidth(16.0 * Math.min(12, row.indent()));
            Region space = new Region();
            HBox.setHgrow(space, Priority.ALWAYS);
            HBox box = new HBox(8, indent, moves, said, space);
            box.setAlignment(Pos.CENTER_LEFT);
            for (MarkCell cell : row.marks()) {
                box.getChildren().add(mark(cell));
            }
            setGraphic(box);
        }

        private Node mark(MarkCell cell) {
            Item.Group group = cell.group();
            Want want = cell.item().want();
            String word = Texts.of(want instanceof Want.Survive ? "want.SURVIVE" : "want." + want.skill());
            Label kind = new Label(group == null ? word : Texts.of("way." + group.way()) + " · " + word);
            kind.getStyleClass().add("mark-kind");
            kind.setMinWidth(Region.USE_PREF_SIZE);
            boolean whole = group != null && !group.way().isOfParts();
            String points = !whole
                    ? cell.item().points().toString()
                    : cell.isFirst()
                            ? Objects.requireNonNull(group).points().toString()
                            : Texts.of(
                                    "way.next." + Objects.requireNonNull(group).way());
            Label box = new Label(points);
            box.getStyleClass().addAll(whole && !cell.isFirst() ? "mark-next" : "mark-box");
            HBox both = new HBox(8, kind, box);
            both.setAlignment(Pos.CENTER_RIGHT);
            both.setMinWidth(Region.USE_PREF_SIZE);
            both.setOnMouseClicked(event -> actions.editItem(group == null ? cell.item() : group));
            return both;
        }
    }
}
