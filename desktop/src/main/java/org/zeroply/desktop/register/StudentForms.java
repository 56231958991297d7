package org.zeroply.desktop.register;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SequencedMap;
import java.util.function.Consumer;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.TraversalDirection;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Question;
import org.zeroply.coaching.Student;
import org.zeroply.desktop.kit.FormParts;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.store.RegisterShelf;

/** Sheets on which students are added and changed, and questions asked and answered. */
final class StudentForms {
    private static final int PROPOSED = 8;

    private final RegisterModel model;
    private final Sheets sheets;

    StudentForms(RegisterModel model, Sheets sheets) {
        this.model = model;
        this.sheets = sheets;
    }

    /** Asks for a new student. */
    void add() {
        show(null, List.of());
    }

    /** Changes the student who is open. */
    void edit() {
        Profile now = model.profileProperty().get();
        if (now != null) {
            model.names(now, names -> show(now, names));
        }
    }

    private void show(@Nullable Profile before, List<RegisterShelf.GameName> names) {
        Student student = before == null ? null : before.student();
        TextField name = new TextField(student == null ? "" : student.name());
        name.setId("student-form-name");
        name.setPrefColumnCount(24);
        TextField rating =
                new TextField(student == null || student.rating() == 0 ? "" : Integer.toString(student.rating()));
        rating.setId("student-form-rating");
        rating.setPrefColumnCount(6);
        TextField groups = new TextField(before == null ? "" : String.join("; ", before.groups()));
        groups.setId("student-form-groups");
        groups.setPromptText(Texts.of("student.form.groups.hint"));
        TextArea goals = new TextArea(before == null ? "" : before.goals());
        goals.setId("student-form-goals");
        goals.setPrefRowCount(2);
        goals.setWrapText(true);
        GridPane form = FormParts.grid();
        form.addRow(0, new Label(Texts.of("student.form.name")), name);
        form.addRow(1, new Label(Texts.of("student.form.rating")), rating);
        form.addRow(2, new Label(Texts.of("student.form.groups")), groups);
        form.addRow(3, new Label(Texts.of("student.form.goals")), goals);
        List<CheckBox> boxes = new ArrayList<>();
        if (before != null && !names.isEmpty()) {
            form.addRow(4, new Label(Texts.of("student.form.names")), names(before, names, boxes));
        }
        if (before != null && before.ratings().size() > 1) {
            Label history = Widgets.wrapped("soft");
            history.setText(String.join(
                    ", ",
                    before.ratings().stream()
                            .map(each -> Texts.of("student.form.rated", each.rating(), each.date()))
                            .toList()));
            form.addRow(5, new Label(Texts.of("student.form.history")), history);
        }
        Label fault = Widgets.wrapped("attention");
        fault.setId("student-form-fault");
        Widgets.present(fault, false);
        form.add(fault, 1, 6);
        Button keep = FormParts.primary(before == null ? "student.form.add" : "student.form.keep");
        Sheet sheet =
                sheets.show(Texts.of(before == null ? "student.form.new" : "student.form.edit"), form, List.of(keep));
        name.requestFocus();
        keep.setOnAction(event -> {
            long id = student == null ? 0 : student.id();
            Optional<String> wrong = model.fault(id, name.getText(), rating.getText());
            Widgets.tell(fault, wrong.map(Texts::of).orElse(""));
            if (wrong.isPresent()) {
                return;
            }
            sheet.close();
            int points = rating.getText().isBlank()
                    ? 0
                    : Integer.parseInt(rating.getText().strip());
            List<String> inGroups = List.of(groups.getText().split(";"));
            if (before == null) {
                model.add(Profile.of(new Student(0, name.getText(), points))
                        .withGroups(inGroups)
                        .withGoals(goals.getText()));
            } else {
                model.edit(was -> chosen(model.renamed(was, name.getText().strip(), points), names, boxes)
                        .withGroups(inGroups)
                        .withGoals(goals.getText()));
            }
        });
    }

    /** The names that games may know the student by, to be ticked; those of somebody else are told. */
    private static Node names(Profile before, List<RegisterShelf.GameName> names, List<CheckBox> boxes) {
        VBox box = new VBox(4);
        box.setId("student-form-names");
        for (RegisterShelf.GameName each : names.subList(0, Math.min(PROPOSED, names.size()))) {
            boolean isOwn = each.name().equals(before.student().name());
            List<String> others = each.claimed().stream()
                    .filter(claim -> !claim.equals(before.student().name()))
                    .toList();
            String text = Texts.of("student.form.gameName", each.name(), each.games());
            CheckBox tick = new CheckBox(
                    others.isEmpty() ? text : text + Texts.of("student.form.claimed", String.join(", ", others)));
            tick.setSelected(before.allNames().contains(each.name()));
            tick.setDisable(isOwn);
            tick.setUserData(each.name());
            boxes.add(tick);
            box.getChildren().add(tick);
        }
        return box;
    }

    private static Profile chosen(Profile profile, List<RegisterShelf.GameName> names, List<CheckBox> boxes) {
        List<String> offered = names.stream().map(RegisterShelf.GameName::name).toList();
        Stream<String> kept = profile.names().stream()
                .filter(name -> offered.indexOf(name) < 0 || offered.indexOf(name) >= boxes.size());
        Stream<String> ticked = boxes.stream()
                .filter(CheckBox::isSelected)
                .map(each -> String.valueOf(each.getUserData()))
                .filter(name -> !name.equals(profile.student().name()));
        return profile.withNames(Stream.concat(kept, ticked).distinct().toList());
    }

    /** Forgets the student who is open, once the name was typed: it cannot be undone. */
    void forget() {
        Profile now = model.profileProperty().get();
        if (now == null) {
            return;
        }
        String name = now.student().name();
        TextField typed = new TextField();
        typed.setId("forget-name");
        CheckBox backups = new CheckBox(Texts.of("forget.backups"));
        backups.setId("forget-backups");
        Button forget = new Button(Texts.of("forget.now"));
        forget.setId("forget-now");
        forget.setDisable(true);
        typed.textProperty().subscribe(text -> forget.setDisable(!text.strip().equals(name)));
        VBox content = new VBox(
                10,
                Widgets.paragraph(Texts.of("forget.text", name)),
                backups,
                new Label(Texts.of("forget.type", name)),
                typed);
        Sheet sheet = sheets.show(Texts.of("forget.title"), content, List.of(forget));
        sheet.nameClosing(Texts.of("forget.not"));
        typed.requestFocus();
        forget.setOnAction(event -> {
            sheet.close();
            model.forget(backups.isSelected());
        });
    }

    // ---- questions

    /**
     * Asks what the student asked.
     *
     * @param about the game that is open in Reading with the move one is at; its game is 0 for none
     */
    void ask(StudentPage.At about, String where) {
        Button keep = FormParts.primary("question.keep");
        TextArea text = area("question-text", "", keep);
        CheckBox tied = new CheckBox(Texts.of("question.about", where));
        tied.setId("question-about");
        tied.setSelected(about.game() != 0);
        Widgets.present(tied, about.game() != 0);
        Sheet sheet = sheets.show(Texts.of("question.title"), new VBox(8, text, tied), List.of(keep));
        text.requestFocus();
        keep.setOnAction(event -> {
            if (!text.getText().isBlank()) {
                sheet.close();
                model.ask(text.getText(), tied.isSelected() ? about.game() : 0, tied.isSelected() ? about.ply() : -1);
            }
        });
    }

    void answer(Question question) {
        Label asked = Widgets.paragraph("“" + question.text() + "”");
        Button keep = FormParts.primary("question.keepAnswer");
        TextArea text = area("question-answer", question.answer(), keep);
        Sheet sheet = sheets.show(Texts.of("question.answerTitle"), new VBox(8, asked, text), List.of(keep));
        text.requestFocus();
        keep.setOnAction(event -> {
            sheet.close();
            model.answer(question, text.getText());
        });
    }

    /** A few lines of text: Enter keeps them, with Shift it begins a new one, and Tab goes on. */
    private static TextArea area(String id, String words, Button keep) {
        TextArea text = new TextArea(words);
        text.setId(id);
        text.setPrefRowCount(3);
        text.setPrefColumnCount(36);
        text.setWrapText(true);
        text.addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.ENTER && !event.isShiftDown()) {
                keep.fire();
                event.consume();
            } else if (event.getCode() == KeyCode.TAB) {
                text.requestFocusTraversal(event.isShiftDown() ? TraversalDirection.PREVIOUS : TraversalDirection.NEXT);
                event.consume();
            } else if (event.getCode() == KeyCode.ENTER) {
                text.replaceSelection("\n");
                event.consume();
            }
        });
        return text;
    }

    // ---- paper and tables

    /**
     * Asks whether names are to stand in what goes out.
     *
     * @param kinds what can be made, by the keys of the buttons; the first is the usual one
     */
    void askNames(String title, String text, SequencedMap<String, Consumer<Boolean>> kinds) {
        CheckBox names = new CheckBox(Texts.of("register.withNames"));
        names.setId("register-with-names");
        names.setSelected(true);
        List<Button> buttons = new ArrayList<>();
        kinds.forEach((key, go) -> {
            Button make =
                    buttons.isEmpty() ? FormParts.primary(key) : Widgets.button(key, key.replace('.', '-'), () -> {});
            buttons.add(make);
        });
        Sheet sheet = sheets.show(Texts.of(title), new VBox(8, Widgets.paragraph(Texts.of(text)), names), buttons);
        buttons.getFirst().requestFocus();
        int place = 0;
        for (Consumer<Boolean> go : kinds.values()) {
            buttons.get(place++).setOnAction(event -> {
                sheet.close();
                go.accept(names.isSelected());
            });
        }
    }

    // ---- tasks

    /** The tasks on a theme that are at the right level; each leads to its paper. */
    void tasks(String theme, Consumer<Accounts.Fitting> open) {
        model.tasksOn(theme, found -> {
            VBox list = new VBox(4);
            Sheet[] shown = new Sheet[1];
            for (Accounts.Fitting each : found) {
                Hyperlink link = new Hyperlink(
                        Texts.of("register.fitting", each.name(), each.place() + 1, Math.round(100 * each.chance())));
                link.setOnAction(event -> {
                    shown[0].close();
                    open.accept(each);
                });
                list.getChildren().add(link);
            }
            if (found.isEmpty()) {
                list.getChildren().add(Widgets.paragraph(Texts.of("register.noFitting", theme)));
            }
            shown[0] = sheets.show(Texts.of("register.tasksOn", theme), list, List.of());
        });
    }
}
