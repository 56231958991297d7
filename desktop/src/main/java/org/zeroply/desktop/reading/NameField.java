package org.zeroply.desktop.reading;

import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import javafx.geometry.Side;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.layout.VBox;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.notation.PlayerNames;

/**
 * Where a player's name is typed: names of the workbook complete it, and one that is written almost like a known one can
 * be given that spelling.
 */
final class NameField extends VBox {
    private static final int MOST_OFFERED = 6;

    private final TextField field = new TextField();
    private final ContextMenu offered = new ContextMenu();
    private final Hyperlink spelling = new Hyperlink();
    private final BiConsumer<String, Consumer<List<String>>> known;
    private boolean choosing;

    /** @param known answers later with the names that have words beginning like those of a text, the most played first */
    NameField(String id, String name, BiConsumer<String, Consumer<List<String>>> known) {
        this.known = known;
        field.setId(id);
        field.setText(name);
        field.setPrefWidth(300);
        spelling.setId(id + "-spelling");
        Widgets.present(spelling, false);
        spelling.setOnAction(event -> choose(String.valueOf(spelling.getUserData())));
        getChildren().addAll(field, spelling);
        field.textProperty().subscribe((before, now) -> {
            if (field.isFocused() && !choosing) {
                offer(now.strip());
            }
        });
        field.focusedProperty().subscribe(isFocused -> {
            if (!isFocused) {
                offered.hide();
                compare();
            }
        });
    }

    String text() {
        return field.getText().strip();
    }

    private void offer(String typed) {
        if (typed.isEmpty()) {
            offered.hide();
            return;
        }
        known.accept(typed, names -> {
            if (!field.isFocused() || !text().equals(typed)) {
                return;
            }
            offered.getItems()
                    .setAll(names.stream()
                            .filter(name -> !name.equals(typed))
                            .limit(MOST_OFFERED)
                            .map(this::item)
                            .toList());
            if (offered.getItems().isEmpty()) {
                offered.hide();
            } else {
                offered.show(field, Side.BOTTOM, 0, 0);
            }
        });
    }

    private MenuItem item(String name) {
        MenuItem item = new MenuItem(name);
        item.setMnemonicParsing(false);
        item.setOnAction(event -> choose(name));
        return item;
    }

    private void choose(String name) {
        choosing = true;
        field.setText(name);
        field.end();
        choosing = false;
        offered.hide();
        Widgets.present(spelling, false);
    }

    /** Offers the spelling of a known name that is almost the same. */
    private void compare() {
        String typed = text();
        Widgets.present(spelling, false);
        if (typed.length() < 3) {
            return;
        }
        known.accept(PlayerNames.beginnings(typed), names -> {
            if (names.contains(typed) || !text().equals(typed)) {
                return;
            }
            names.stream()
                    .filter(name -> PlayerNames.areAlike(name, typed))
                    .findFirst()
                    .ifPresent(name -> {
                        spelling.setUserData(name);
                        spelling.setText(Texts.of("details.spelling", name));
                        Widgets.present(spelling, true);
                    });
        });
    }
}
