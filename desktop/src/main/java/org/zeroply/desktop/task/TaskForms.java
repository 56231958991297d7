package org.zeroply.desktop.task;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.IntConsumer;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import javafx.event.ActionEvent;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Award;
import org.zeroply.coaching.Student;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.FormParts;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.gametree.GameTree;
import org.zeroply.task.AssessQuestion;
import org.zeroply.task.Item;
import org.zeroply.task.Opinion;
import org.zeroply.task.Paper;
import org.zeroply.task.Points;
import org.zeroply.task.ScriptText;
import org.zeroply.task.Task;
import org.zeroply.task.TaskCheck;
import org.zeroply.task.TaskKind;
import org.zeroply.task.Want;

/** What is asked for on a sheet of paper about tasks: an item, questions, a note, an award, students, a script from paper. */
public final class TaskForms {
    private static final int REMARKS_SHOWN = 8;

    private static final int QUESTIONS = 8;

    /** Lays a sheet over the window. */
    public interface Show {
        Sheet show(String heading, Node content, List<Button> buttons);
    }

    private final TasksModel model;
    private final Show show;

    public TaskForms(TasksModel model, Show show) {
        this.model = model;
        this.show = show;
    }

    private static Button button(String key, String id) {
        Button button = new Button(Texts.of(key));
        button.setId(id);
        return button;
    }

    private static TextField field(String id, String text) {
        TextField field = new TextField(text);
        field.setId(id);
        return field;
    }

    // ---- items

    /** Edits an item of the scheme, or a group of them with the points of its parts. */
    public void item(Item item) {
        GridPane form = FormParts.grid();
        TextField label = field("item-label", item.label());
        label.setPrefColumnCount(32);
        TextField reason = field("item-reason", item.reason());
        form.addRow(0, new Label(Texts.of("item.label")), label);
        form.addRow(1, new Label(Texts.of("item.reason")), reason);
        List<Carrier> carriers = new ArrayList<>();
        carriers(item, carriers);
        int row = 2;
        for (Carrier carrier : carriers) {
            form.addRow(row++, new Label(Texts.of("item.points", carrier.item().label())), carrier.field());
        }
        Supplier<@Nullable Want> want = wanted(item, form, row);
        Button remove = button("item.remove", "item-remove");
        Button keep = FormParts.primary("item.keep");
        List<Button> buttons = new ArrayList<>(List.of(remove));
        if (item instanceof Item.Group group) {
            Button apart = button("item.ungroup", "item-ungroup");
            buttons.add(apart);
            apart.setOnAction(event -> model.task()
                    .ifPresent(task -> model.setItems(
                            Items.ungroup(task.scheme().items(), group), Texts.of("undo.task.ungroup"))));
        }
        buttons.add(keep);
        Sheet sheet = show.show(Texts.of("item.title"), form, buttons);
        buttons.stream()
                .filter(button -> "item-ungroup".equals(button.getId()))
                .forEach(button -> button.addEventHandler(ActionEvent.ACTION, event -> sheet.close()));
        remove.setOnAction(event -> {
            model.task()
                    .ifPresent(task ->
                            model.setItems(Items.remove(task.scheme().items(), item), Texts.of("undo.task.items")));
            sheet.close();
        });
        keep.setOnAction(event -> {
            boolean right = true;
            for (Carrier carrier : carriers) {
                right &= FormParts.isRight(
                        carrier.field(), Points.parse(carrier.field().getText()).isPresent());
            }
            if (right) {
                Item edited = edited(item, label.getText(), reason.getText(), carriers, want.get());
                model.task()
                        .ifPresent(task -> model.setItems(
                                Items.replace(task.scheme().items(), item, edited),
                                Texts.of("undo.task.item", edited.label())));
                sheet.close();
            }
        });
    }

    /** Something that carries points, with the field for them. */
    private record Carrier(Item item, TextField field) {}

    private static void carriers(Item item, List<Carrier> carriers) {
        if (item instanceof Item.Group group && group.way().isOfParts()) {
            group.parts().forEach(part -> carriers(part, carriers));
        } else {
            TextField field =
                    field("item-points-" + carriers.size(), item.points().toString());
            field.setPrefColumnCount(5);
            field.setMaxWidth(80);
            carriers.add(new Carrier(item, field));
        }
    }

    /** What can be chosen of what an item wants, as rows of the form; what it wants then, null if nothing can be chosen. */
    private Supplier<@Nullable Want> wanted(Item item, GridPane form, int row) {
        return switch (item instanceof Item.Single single ? single.want() : null) {
            case Want.Judge judge -> {
                Map<Opinion, CheckBox> boxes = opinions(judge);
                FlowPane pane = new FlowPane(10, 6);
                pane.setPrefWrapLength(420);
                pane.getChildren().addAll(boxes.values());
                form.addRow(row, new Label(Texts.of("item.opinions")), pane);
                yield () -> new Want.Judge(
                        judge.node(),
                        boxes.entrySet().stream()
                                .filter(box -> box.getValue().isSelected())
                                .map(Map.Entry::getKey)
                                .collect(Collectors.toSet()));
            }
            case Want.Reach reach -> {
                ChoiceBox<Integer> from = fromChoice(reach);
                if (from == null) {
                    yield () -> null;
                }
                form.addRow(row, new Label(Texts.of("item.from")), from);
                yield () -> new Want.Reach(from.getValue(), reach.node());
            }
            case Want.Consider consider -> {
                CheckBox enough = new CheckBox(Texts.of("item.verdictEnough"));
                enough.setId("item-verdict-enough");
                enough.setSelected(consider.isVerdictEnough());
                form.add(enough, 1, row);
                yield () -> new Want.Consider(consider.node(), enough.isSelected());
            }
            case null, default -> () -> null;
        };
    }

    private static Map<Opinion, CheckBox> opinions(Want.Judge judge) {
        Map<Opinion, CheckBox> boxes = new EnumMap<>(Opinion.class);
        for (Opinion opinion : Opinion.values()) {
            CheckBox box = new CheckBox(opinion.text());
            box.setId("item-" + opinion);
            box.setSelected(judge.opinions().contains(opinion));
            boxes.put(opinion, box);
        }
        return boxes;
    }

    /** From where a line must be followed: the moves on the way to its end. */
    private @Nullable ChoiceBox<Integer> fromChoice(Want.Reach reach) {
        Optional<Task> task = model.task();
        if (task.isEmpty() || !task.get().solution().has(reach.node())) {
            return null;
        }
        List<Integer> path = new ArrayList<>(List.of(GameTree.ROOT));
        path.addAll(task.get().solution().pathTo(reach.node()));
        path.removeLast();
        ChoiceBox<Integer> box = Choices.of(path, model::name);
        box.setId("item-from");
        box.setValue(reach.from());
        return box;
    }

    /** @param want null for the same as before */
    private static Item edited(Item item, String label, String reason, List<Carrier> carriers, @Nullable Want want) {
        return switch (withPoints(item, carriers)) {
            case Item.Group group ->
                new Item.Group(label.strip(), group.points(), reason.strip(), group.way(), group.parts());
            case Item.Single single ->
                new Item.Single(label.strip(), single.points(), reason.strip(), want == null ? single.want() : want);
        };
    }

    @SuppressWarnings("ReferenceEquality")
    private static Item withPoints(Item item, List<Carrier> carriers) {
        Points points = carriers.stream()
                .filter(carrier -> carrier.item() == item)
                .flatMap(carrier -> Points.parse(carrier.field().getText()).stream())
                .findFirst()
                .orElse(item.points());
        return switch (item) {
            case Item.Single single -> new Item.Single(single.label(), points, single.reason(), single.want());
            case Item.Group group ->
                new Item.Group(
                        group.label(),
                        points,
                        group.reason(),
                        group.way(),
                        group.way().isOfParts()
                                ? group.parts().stream()
                                        .map(part -> withPoints(part, carriers))
                                        .toList()
                                : group.parts());
        };
    }

    // ---- questions

    /** Edits the questions of a task to assess, or the goal of one to play on. */
    public void questions() {
        model.task().ifPresent(task -> {
            if (task.kind() == TaskKind.PLAY_ON) {
                goal(task);
                return;
            }
            GridPane form = FormParts.grid();
            List<TextField> texts = new ArrayList<>();
            List<TextField> keys = new ArrayList<>();
            form.addRow(0, new Label(Texts.of("questions.text")), new Label(Texts.of("questions.keys")));
            for (int i = 0; i < QUESTIONS; i++) {
                AssessQuestion question =
                        i < task.questions().size() ? task.questions().get(i) : new AssessQuestion("", List.of());
                TextField text = field("question-" + (i + 1), question.text());
                text.setPrefColumnCount(34);
                TextField key = field("key-" + (i + 1), String.join(" / ", question.keys()));
                texts.add(text);
                keys.add(key);
                form.addRow(i + 1, text, key);
            }
            Label help = Widgets.wrapped("soft");
            help.setText(Texts.of("questions.help"));
            VBox content = new VBox(10, form, help);
            Button keep = FormParts.primary("item.keep");
            Button propose = button("questions.propose", "questions-propose");
            propose.setOnAction(event -> model.proposeQuestions(proposed -> fill(proposed, texts, keys)));
            Sheet sheet = show.show(Texts.of("questions.title"), content, List.of(propose, keep));
            keep.setOnAction(event -> {
                List<AssessQuestion> questions = new ArrayList<>();
                for (int i = 0; i < QUESTIONS; i++) {
                    if (!texts.get(i).getText().isBlank()) {
                        questions.add(new AssessQuestion(
                                texts.get(i).getText(),
                                List.of(keys.get(i).getText().split("/"))));
                    }
                }
                model.edit(each -> each.withQuestions(questions), Texts.of("undo.task.questions"));
                sheet.close();
            });
        });
    }

    /** Puts questions that are not there yet into empty rows. */
    private static void fill(List<AssessQuestion> proposed, List<TextField> texts, List<TextField> keys) {
        List<String> there = texts.stream().map(TextField::getText).toList();
        int row = 0;
        for (AssessQuestion question : proposed) {
            if (there.contains(question.text())) {
                continue;
            }
            while (row < texts.size() && !texts.get(row).getText().isBlank()) {
                row++;
            }
            if (row == texts.size()) {
                return;
            }
            texts.get(row).setText(question.text());
            keys.get(row).setText(String.join(" / ", question.keys()));
        }
    }

    private void goal(Task task) {
        GridPane form = FormParts.grid();
        ChoiceBox<Want.Goal> goal = Choices.of(List.of(Want.Goal.values()), each -> Texts.of("goal." + each));
        goal.setId("goal");
        goal.setValue(task.goal().goal());
        TextField moves = field(
                "goal-moves",
                task.goal().moves() == 0 ? "" : Integer.toString(task.goal().moves()));
        form.addRow(0, new Label(Texts.of("goal.goal")), goal);
        form.addRow(1, new Label(Texts.of("goal.moves")), moves);
        Button keep = FormParts.primary("item.keep");
        Sheet sheet = show.show(Texts.of("goal.title"), form, List.of(keep));
        keep.setOnAction(event -> {
            String text = moves.getText().strip();
            if (FormParts.isRight(moves, text.matches("\\d{0,3}"))) {
                int most = text.isEmpty() ? 0 : Integer.parseInt(text);
                model.edit(each -> each.withGoal(new Task.PlayGoal(goal.getValue(), most)), Texts.of("undo.task.goal"));
                sheet.close();
            }
        });
    }

    // ---- notes and awards

    /** Accepts remarks of the check with one note. */
    public void accept(List<TaskCheck.Remark> remarks) {
        Label about = Widgets.wrapped("");
        about.setText(remarks.stream()
                        .map(TaskCheck.Remark::text)
                        .limit(REMARKS_SHOWN)
                        .collect(Collectors.joining("\n"))
                + (remarks.size() > REMARKS_SHOWN
                        ? "\n" + Texts.of("accept.more", remarks.size() - REMARKS_SHOWN)
                        : ""));
        about.setPrefWidth(460);
        TextField note = field("accept-note", "");
        note.setPromptText(Texts.of("accept.note"));
        Button keep = FormParts.primary("accept.keep");
        Sheet sheet = show.show(Texts.of("accept.title"), new VBox(10, about, note), List.of(keep));
        note.requestFocus();
        keep.setOnAction(event -> {
            model.accept(remarks, note.getText().strip());
            sheet.close();
        });
    }

    /** Asks for points by hand. */
    public void award(int row, Consumer<Award> given) {
        GridPane form = FormParts.grid();
        TextField points = field("award-points", "");
        TextField note = field("award-note", "");
        note.setPrefColumnCount(32);
        form.addRow(0, new Label(Texts.of("award.points")), points);
        form.addRow(1, new Label(Texts.of("award.note")), note);
        Button keep = FormParts.primary("award.keep");
        Sheet sheet =
                show.show(row == 0 ? Texts.of("award.title") : Texts.of("award.title.row", row), form, List.of(keep));
        points.requestFocus();
        keep.setOnAction(event -> {
            Optional<Points> parsed = Points.parse(points.getText()).filter(each -> !each.isZero());
            if (FormParts.isRight(points, parsed.isPresent())) {
                sheet.close();
                given.accept(new Award(
                        row, parsed.orElse(Points.ZERO), note.getText().strip()));
            }
        });
    }

    // ---- students

    /** The simple list of students with their ratings; one whose name is emptied goes off the list. */
    public void students(List<Student> students, Consumer<Student> keep, Consumer<Student> remove) {
        GridPane form = FormParts.grid();
        List<TextField> names = new ArrayList<>();
        List<TextField> ratings = new ArrayList<>();
        form.addRow(0, new Label(Texts.of("student.name")), new Label(Texts.of("student.rating")));
        for (int i = 0; i <= students.size(); i++) {
            Student student = i < students.size() ? students.get(i) : null;
            TextField name = field("student-" + i, student == null ? "" : student.name());
            name.setPrefColumnCount(24);
            TextField rating = field(
                    "rating-" + i, student == null || student.rating() == 0 ? "" : Integer.toString(student.rating()));
            rating.setPrefColumnCount(5);
            names.add(name);
            ratings.add(rating);
            form.addRow(i + 1, name, rating);
        }
        Button done = FormParts.primary("students.keep");
        Label help = Widgets.wrapped("soft");
        help.setText(Texts.of("students.help"));
        Sheet sheet = show.show(Texts.of("students.title"), new VBox(8, form, help), List.of(done));
        done.setOnAction(event -> {
            boolean right = true;
            for (int i = 0; i < names.size(); i++) {
                right &= FormParts.isRight(
                        ratings.get(i), ratings.get(i).getText().strip().matches("[1-3]?\\d{0,3}"));
            }
            if (!right) {
                return;
            }
            for (int i = 0; i < names.size(); i++) {
                String name = names.get(i).getText().strip();
                if (!name.isEmpty()) {
                    String rating = ratings.get(i).getText().strip();
                    long id = i < students.size() ? students.get(i).id() : 0;
                    keep.accept(new Student(id, name, rating.isEmpty() ? 0 : Integer.parseInt(rating)));
                } else if (i < students.size()) {
                    remove.accept(students.get(i));
                }
            }
            sheet.close();
        });
    }

    // ---- print

    /** Asks what is to be printed. */
    public void print(IntConsumer tasks, Runnable marking) {
        ChoiceBox<Integer> perPage = Choices.of(List.of(2, 3, 4, 5, 6), each -> Texts.of("print.perPage", each));
        perPage.setId("print-per-page");
        perPage.setValue(3);
        Button sheet = button("print.marking", "print-marking");
        Button paper = FormParts.primary("print.tasks");
        Sheet shown = show.show(Texts.of("print.title"), perPage, List.of(sheet, paper));
        sheet.setOnAction(event -> {
            shown.close();
            marking.run();
        });
        paper.setOnAction(event -> {
            shown.close();
            tasks.accept(perPage.getValue());
        });
    }

    // ---- scripts from paper

    /** Takes scripts that were written on paper, typed in as plain text. */
    public void typeIn(Paper paper, Consumer<ScriptText.Contents> taken) {
        TextArea text = new TextArea("task: 1\nchoice: \n");
        text.setId("type-in");
        text.setPrefRowCount(16);
        text.setPrefColumnCount(56);
        text.getStyleClass().add("script-row");
        Label help = Widgets.wrapped("soft");
        help.setText(Texts.of("typeIn.help", paper.tasks().size()));
        help.setPrefWidth(520);
        Label wrong = Widgets.wrapped("attention");
        Button keep = button("typeIn.keep", "sheet-primary");
        keep.getStyleClass().add("primary");
        Sheet sheet = show.show(Texts.of("typeIn.title"), new VBox(8, help, text, wrong), List.of(keep));
        text.requestFocus();
        text.end();
        keep.setOnAction(event -> {
            ScriptText.Contents read = ScriptText.read(text.getText());
            List<String> faults = read.faults().stream()
                    .map(fault -> Texts.of("typeIn.fault", fault.row(), fault.kind(), fault.value()))
                    .collect(Collectors.toCollection(ArrayList::new));
            read.scripts().keySet().stream()
                    .filter(task -> task > paper.tasks().size())
                    .forEach(task -> faults.add(Texts.of("typeIn.noTask", task)));
            if (faults.isEmpty()) {
                sheet.close();
                taken.accept(read);
            } else {
                wrong.setText(String.join("\n", faults));
            }
        });
    }
}
