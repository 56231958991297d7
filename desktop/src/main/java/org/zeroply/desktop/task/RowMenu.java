package org.zeroply.desktop.task;

import java.util.function.Consumer;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.task.Item;
import org.zeroply.task.Opinion;
import org.zeroply.task.Points;
import org.zeroply.task.SchemeRows.Row;

/** What can be done with a row of the marking sheet by mouse; everything has its keys, too. */
final class RowMenu {
    private static final int MOST_POINTS = 10;
    private static final int FOR_THE_CHOICE = 5;
    private static final int FOR_THE_LINE = 2;

    private final TasksModel model;
    private final SolutionPane pane;
    private final Row row;

    private RowMenu(TasksModel model, SolutionPane pane, Row row) {
        this.model = model;
        this.pane = pane;
        this.row = row;
    }

    /** @param edit changes an item of the scheme */
    static ContextMenu of(TasksModel model, SolutionPane pane, Row row, Consumer<Item> edit) {
        RowMenu menu = new RowMenu(model, pane, row);
        ContextMenu found = new ContextMenu(menu.points());
        found.getItems()
                .addAll(
                        item("tasks.row.choice", () -> model.setChoice(Points.of(FOR_THE_CHOICE))),
                        item("tasks.row.reach", () -> model.setReach(Points.of(FOR_THE_LINE))),
                        menu.verdicts(),
                        menu.groups());
        if (!row.marks().isEmpty()) {
            found.getItems()
                    .add(item(
                            "tasks.row.edit",
                            () -> pane.selectedItems().stream().findFirst().ifPresent(edit)));
        }
        found.getItems()
                .addAll(
                        new SeparatorMenuItem(),
                        item("command.tasks.up", () -> model.reorder(-1)),
                        item("command.tasks.down", () -> model.reorder(1)),
                        new SeparatorMenuItem());
        if (!row.marks().isEmpty()) {
            found.getItems().add(item("tasks.row.remove", pane::delete));
        }
        found.getItems().add(item("tasks.row.cut", model::deleteMove));
        return found;
    }

    private Menu points() {
        Menu menu = new Menu(Texts.of("tasks.row.points"));
        for (int i = 1; i <= MOST_POINTS; i++) {
            int points = i;
            menu.getItems().add(titled(Integer.toString(i), () -> model.setPoints(row.node(), Points.of(points))));
        }
        return menu;
    }

    private Menu verdicts() {
        Menu menu = new Menu(Texts.of("tasks.row.verdict"));
        for (Opinion opinion : Opinion.values()) {
            menu.getItems().add(titled(opinion.text(), () -> model.setJudge(opinion, Points.of(1))));
        }
        return menu;
    }

    private Menu groups() {
        Menu menu = new Menu(Texts.of("tasks.row.group"));
        for (Item.Way way : Item.Way.values()) {
            menu.getItems().add(titled(Texts.of("way." + way), () -> pane.group(way)));
        }
        menu.getItems().add(item("command.tasks.ungroup", pane::ungroup));
        return menu;
    }

    private static MenuItem item(String key, Runnable action) {
        return titled(Texts.of(key), action);
    }

    private static MenuItem titled(String title, Runnable action) {
        MenuItem item = new MenuItem(title);
        item.setOnAction(event -> action.run());
        return item;
    }
}
