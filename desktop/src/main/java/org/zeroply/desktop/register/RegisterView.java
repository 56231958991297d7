package org.zeroply.desktop.register;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Profile;
import org.zeroply.desktop.kit.DayField;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.store.RegisterShelf.Listed;

/** The roster at the left, the page of a student or a group at the right. */
final class RegisterView extends StackPane {
    private final RegisterModel model;
    private final TextField find = new TextField();
    private final ListView<Row> roster = new ListView<>();
    private final StudentView student;
    private final GroupView group;
    private final ScrollPane page = new ScrollPane();
    private final BorderPane frame = new BorderPane();
    private final VBox empty = new VBox(14);
    private boolean showing;

    /**
     * A row of the roster: a student, a group, or a heading.
     *
     * @param heading empty for a student or a group
     */
    private record Row(@Nullable Listed student, RegisterModel.@Nullable Group group, String heading) {
        boolean isHeading() {
            return student == null && group == null;
        }
    }

    /**
     * @param make asks for a new student
     */
    RegisterView(RegisterModel model, StudentView.Actions actions, Runnable make, Consumer<Listed> open) {
        this.model = model;
        student = new StudentView(model, actions);
        group = new GroupView(open);
        getStyleClass().add("register-place");
        page.setFitToWidth(true);
        page.setId("register-page");
        page.getStyleClass().add("branches-scroll");
        frame.setLeft(roster(make));
        frame.setCenter(page);
        Label none = Widgets.paragraph(Texts.of("register.none"));
        Button first = Widgets.button("register.newFirst", "register-first", make);
        first.getStyleClass().add("primary");
        empty.getChildren().addAll(none, first);
        empty.setAlignment(Pos.CENTER);
        getChildren().addAll(frame, empty);
        model.listProperty().subscribe(() -> showRoster());
        model.rosterProperty().subscribe(() -> roster.refresh());
        model.openProperty().subscribe(() -> mark());
        model.groupProperty().subscribe(() -> mark());
        model.profileProperty().subscribe(() -> showPage());
        model.pageProperty().subscribe(() -> showPage());
        model.groupProperty().subscribe(() -> showPage());
        model.groupPageProperty().subscribe(() -> showPage());
        showRoster();
        showPage();
    }

    private Node roster(Runnable make) {
        find.setId("register-find");
        find.setPromptText(Texts.of("register.find"));
        find.textProperty().subscribe(() -> showRoster());
        HBox.setHgrow(find, Priority.ALWAYS);
        Button fresh = Widgets.button("register.new", "register-new", make);
        fresh.setMinWidth(Region.USE_PREF_SIZE);
        HBox top = new HBox(8, find, fresh);
        top.getStyleClass().add("roster-top");
        roster.setId("register-roster");
        roster.getStyleClass().add("roster");
        roster.setCellFactory(list -> new RosterCell());
        roster.getSelectionModel().selectedItemProperty().subscribe((before, now) -> {
            if (!showing && now != null) {
                open(now);
            }
        });
        VBox.setVgrow(roster, Priority.ALWAYS);
        VBox pane = new VBox(top, roster);
        pane.getStyleClass().add("roster-pane");
        pane.setPrefWidth(240);
        pane.setMinWidth(200);
        return pane;
    }

    private void open(Row row) {
        if (row.student() != null) {
            model.open(row.student());
        } else if (row.group() != null) {
            model.openGroup(row.group().name());
        }
    }

    private void showRoster() {
        boolean isEmpty = model.listProperty().get().isEmpty();
        Widgets.present(empty, isEmpty);
        Widgets.present(frame, !isEmpty);
        List<Row> rows = new ArrayList<>();
        model.listProperty().get().stream()
                .filter(each -> RegisterModel.isFound(each, find.getText()))
                .forEach(each -> rows.add(new Row(each, null, "")));
        List<RegisterModel.Group> groups = model.groups();
        if (!groups.isEmpty() && find.getText().isBlank()) {
            rows.add(new Row(null, null, Texts.of("register.groups")));
            groups.forEach(each -> rows.add(new Row(null, each, "")));
        }
        showing = true;
        if (!roster.getItems().equals(rows)) {
            roster.getItems().setAll(rows);
        }
        showing = false;
        mark();
    }

    /** Marks what is shown in the roster. */
    private void mark() {
        String ofGroup = model.groupProperty().get();
        Listed open = model.openProperty().get();
        showing = true;
        roster.getSelectionModel().clearSelection();
        for (int i = 0; i < roster.getItems().size(); i++) {
            Row row = roster.getItems().get(i);
            boolean isShown = ofGroup != null
                    ? row.group() != null && row.group().name().equals(ofGroup)
                    : row.student() != null && open != null && row.student().id() == open.id();
            if (isShown) {
                roster.getSelectionModel().select(i);
            }
        }
        showing = false;
    }

    private void showPage() {
        String ofGroup = model.groupProperty().get();
        GroupPage groupPage = model.groupPageProperty().get();
        StudentPage studentPage = model.pageProperty().get();
        Profile profile = model.profileProperty().get();
        if (ofGroup != null) {
            if (groupPage == null) {
                group.working(ofGroup);
            } else {
                group.show(groupPage);
            }
            page.setContent(group);
        } else if (profile != null) {
            if (studentPage == null
                    || studentPage.profile().student().id() != profile.student().id()) {
                student.show(profile);
            } else {
                student.show(studentPage);
            }
            page.setContent(student);
        }
    }

    void focusList() {
        if (empty.isVisible()) {
            empty.lookup("#register-first").requestFocus();
        } else {
            roster.requestFocus();
        }
    }

    void focusFind() {
        find.requestFocus();
        find.selectAll();
    }

    /** A name with a rating, and what waits below it. */
    private final class RosterCell extends ListCell<Row> {
        @Override
        protected void updateItem(@Nullable Row row, boolean isEmpty) {
            super.updateItem(row, isEmpty);
            setText(null);
            setGraphic(null);
            setDisable(row != null && row.isHeading());
            if (isEmpty || row == null) {
                return;
            }
            if (row.student() != null) {
                Listed listed = row.student();
                Accounts.Roster roster = model.rosterProperty().get().get(listed.id());
                boolean isLate = roster != null && roster.isLate();
                String when = roster == null
                        ? ""
                        : roster.next()
                                .map(next -> Texts.of(
                                        "register.next",
                                        Texts.of("day." + next.getDayOfWeek()),
                                        DayField.shown(next.toLocalTime())))
                                .orElse("");
                String below = listed.open() > 0
                        ? Texts.of("register.open", listed.open())
                        : isLate
                                ? Texts.of("register.late")
                                : when.isEmpty() ? String.join(", ", listed.groups()) : when;
                String rating = listed.student().rating() == 0
                        ? ""
                        : Integer.toString(listed.student().rating());
                setGraphic(cell(listed.name(), rating, below, listed.open() > 0 || isLate));
            } else if (row.group() != null) {
                setGraphic(cell(row.group().name(), Integer.toString(row.group().students()), "", false));
            } else {
                setGraphic(Widgets.label("section-heading", row.heading()));
            }
        }

        private static Node cell(String name, String right, String below, boolean isWarning) {
            Label title = Widgets.label("roster-name", name);
            title.setMinWidth(0);
            Label figure = new Label(right);
            figure.setMinWidth(Region.USE_PREF_SIZE);
            HBox row = new HBox(8, title, Widgets.space(), figure);
            VBox box = new VBox(1, row);
            if (!below.isEmpty()) {
                box.getChildren().add(Widgets.label(isWarning ? "attention" : "soft", below));
            }
            return box;
        }
    }
}
