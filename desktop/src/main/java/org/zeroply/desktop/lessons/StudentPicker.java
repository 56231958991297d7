package org.zeroply.desktop.lessons;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.VBox;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.store.RegisterShelf.Listed;

/** Chooses students: a box each, groups first, found by typing. Who is chosen stands at the top. */
final class StudentPicker extends VBox {
    private static final int SHOWN = 40;
    private static final double HEIGHT = 132;

    private final List<Listed> all;
    private final Set<Long> chosen = new LinkedHashSet<>();
    private final TextField find = new TextField();
    private final VBox boxes = new VBox(4);

    StudentPicker(List<Listed> all, Collection<Long> first) {
        super(6);
        this.all = List.copyOf(all);
        chosen.addAll(first);
        find.setId("picker-find");
        find.setPromptText(Texts.of("picker.find"));
        find.textProperty().subscribe((before, now) -> show());
        ScrollPane pane = new ScrollPane(boxes);
        pane.setFitToWidth(true);
        pane.setPrefHeight(HEIGHT);
        pane.setMinHeight(HEIGHT);
        pane.getStyleClass().add("picker");
        getChildren().addAll(find, pane);
        show();
    }

    List<Long> chosen() {
        return List.copyOf(chosen);
    }

    TextField field() {
        return find;
    }

    private void show() {
        boxes.getChildren().clear();
        String words = find.getText().strip().toLowerCase(Locale.ROOT);
        Set<String> groups = new TreeSet<>();
        all.forEach(each -> groups.addAll(each.groups()));
        for (String group : groups) {
            if (group.toLowerCase(Locale.ROOT).contains(words)) {
                boxes.getChildren().add(ofGroup(group));
            }
        }
        List<Listed> found = new ArrayList<>(all.stream()
                .filter(each -> each.name().toLowerCase(Locale.ROOT).contains(words))
                .toList());
        found.sort((one, other) -> Boolean.compare(chosen.contains(other.id()), chosen.contains(one.id())));
        for (Listed each : found.subList(0, Math.min(SHOWN, found.size()))) {
            CheckBox box = new CheckBox(each.name());
            box.setId("pick-" + each.id());
            box.setSelected(chosen.contains(each.id()));
            box.selectedProperty().subscribe((before, now) -> {
                if (now) {
                    chosen.add(each.id());
                } else {
                    chosen.remove(each.id());
                }
            });
            boxes.getChildren().add(box);
        }
    }

    private CheckBox ofGroup(String group) {
        List<Long> members = all.stream()
                .filter(each -> each.groups().contains(group))
                .map(Listed::id)
                .toList();
        CheckBox box = new CheckBox(Texts.of("picker.group", group, members.size()));
        box.getStyleClass().add("strong");
        box.setSelected(chosen.containsAll(members));
        box.selectedProperty().subscribe((before, now) -> {
            if (now) {
                chosen.addAll(members);
            } else {
                members.forEach(chosen::remove);
            }
            show();
        });
        return box;
    }
}
