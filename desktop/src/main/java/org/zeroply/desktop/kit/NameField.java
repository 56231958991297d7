package org.zeroply.desktop.kit;

import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.geometry.Side;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.VBox;
import org.zeroply.notation.PlayerNames;
import org.zeroply.store.GameShelf;
import org.zeroply.store.Workbook;

/**
 * Where a player's name is typed: names of the workbook complete it, and one that is written almost like a known one can
 * be given that spelling.
 */
public final class NameField extends VBox {
    private static final int MOST_OFFERED = 6;
    private static final int LOOKED_AT = 40;

    private final TextField field = new TextField();
    private final ContextMenu offered = new ContextMenu();
    private final Hyperlink spelling = new Hyperlink();
    private final BiConsumer<String, Consumer<List<String>>> known;
    private boolean choosing;

    /** The players of a workbook that fit a text, the most played first. */
    public static BiConsumer<String, Consumer<List<String>>> players(Workbook workbook, Background background) {
        return (text, answer) -> background.read(
                () -> workbook.games().players(text, LOOKED_AT).stream()
                        .map(GameShelf.Player::name)
                        .toList(),
                answer);
    }

    /** @param known answers later with the names that have words beginning like those of a text, the most played first */
    public NameField(String id, String name, BiConsumer<String, Consumer<List<String>>> known) {
        this.known = known;
        // The click that puts the names away does what it was meant for as well.
        offered.setConsumeAutoHidingEvents(false);
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
        field.setOnMouseClicked(event -> offer(text()));
        field.addEventHandler(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.DOWN && !offered.isShowing()) {
                offer(text());
                event.consume();
            }
        });
        field.focusedProperty().subscribe(isFocused -> {
            if (!isFocused) {
                offered.hide();
                compare();
            }
        });
    }

    public String text() {
        return field.getText().strip();
    }

    /** What is typed, as it changes. */
    public ReadOnlyStringProperty textProperty() {
        return field.textProperty();
    }

    public void setPrompt(String prompt) {
        field.setPromptText(prompt);
    }

    /** Names to choose from: those that go on from what is typed, the most played ones for an empty field. */
    private void offer(String typed) {
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
