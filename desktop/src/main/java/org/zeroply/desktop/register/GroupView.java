package org.zeroply.desktop.register;

import java.util.function.Consumer;
import javafx.geometry.HPos;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.store.RegisterShelf;
import org.zeroply.words.Words;

/** The page of a group: what all of its students have in common, and a row each. Passive. */
final class GroupView extends VBox {
    private final Consumer<RegisterShelf.Listed> open;

    GroupView(Consumer<RegisterShelf.Listed> open) {
        super(12);
        this.open = open;
        getStyleClass().add("student-page");
    }

    void working(String name) {
        getChildren().setAll(Widgets.label("student-name", name), Widgets.label("soft", Texts.of("register.working")));
    }

    void show(GroupPage page) {
        Label name = Widgets.label("student-name", page.name());
        name.setId("group-heading");
        VBox shared = new VBox(3);
        if (!page.shared().isEmpty()) {
            shared.getChildren().add(Widgets.label("section-heading", Texts.of("group.shared")));
            page.shared().stream()
                    .limit(3)
                    .forEach(each -> shared.getChildren()
                            .add(new Label(Texts.of(
                                    "group.sharedBy",
                                    each.habit().text(),
                                    each.students(),
                                    page.rows().size()))));
        }
        GridPane table = new GridPane();
        table.setId("group-table");
        table.setHgap(22);
        table.setVgap(7);
        for (boolean isFigure : new boolean[] {false, true, true, true, true, false}) {
            ColumnConstraints column = new ColumnConstraints();
            column.setHalignment(isFigure ? HPos.RIGHT : HPos.LEFT);
            table.getColumnConstraints().add(column);
        }
        table.getColumnConstraints().getLast().setHgrow(Priority.ALWAYS);
        String[] heads = {"student", "rating", "level", "games", "rate", "first"};
        for (int i = 0; i < heads.length; i++) {
            table.add(Widgets.label("section-heading", Texts.of("group.column." + heads[i])), i, 0);
        }
        int row = 1;
        for (GroupPage.Row each : page.rows()) {
            Hyperlink student = new Hyperlink(each.student().name());
            student.setOnAction(event -> open.accept(each.student()));
            int rating = each.student().student().rating();
            table.add(student, 0, row);
            table.add(new Label(rating == 0 ? "–" : Integer.toString(rating)), 1, row);
            table.add(
                    new Label(each.level()
                            .map(level -> Texts.of(
                                    "levels.value",
                                    10 * Math.round(level.value() / 10),
                                    10 * Math.round(level.range() / 10)))
                            .orElse("–")),
                    2,
                    row);
            table.add(new Label(Integer.toString(each.games())), 3, row);
            table.add(
                    new Label(each.rate()
                            .map(rate -> Texts.of(
                                    "group.rate",
                                    Words.share(rate.points()),
                                    Words.share(rate.low()),
                                    Words.share(rate.high())))
                            .orElse("–")),
                    4,
                    row);
            table.add(
                    new Label(each.first()
                            .map(habit -> Texts.of("group.first", habit.key().text(), Words.share(habit.perGame())))
                            .orElse("–")),
                    5,
                    row);
            row++;
        }
        getChildren().setAll(name, shared, table);
    }
}
