package org.zeroply.desktop.games;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;

/** Four ways to begin, for a first start; put away for good by a click. */
final class FirstCards extends HBox {
    /**
     * What the cards do.
     *
     * @param away they are not wanted any more
     */
    record Deeds(Runnable takeIn, Runnable judged, Runnable sit, Runnable student, Runnable away) {}

    private final Button away;

    /** @param id how the ids of its parts begin */
    FirstCards(String id, Deeds deeds) {
        super(12);
        setId(id + "-cards");
        getStyleClass().add("first-cards");
        setAlignment(Pos.TOP_LEFT);
        getChildren()
                .addAll(List.of(
                        card(id, "takeIn", deeds.takeIn()),
                        card(id, "judged", deeds.judged()),
                        card(id, "sit", deeds.sit()),
                        card(id, "student", deeds.student())));
        away = Widgets.quietButton("first.away", id + "-away", deeds.away());
        away.setMinWidth(USE_PREF_SIZE);
        getChildren().add(away);
    }

    /** Where they cannot be put away. */
    void withoutAway() {
        Widgets.present(away, false);
    }

    private static VBox card(String id, String key, Runnable deed) {
        Label text = Widgets.wrapped("soft");
        text.setText(Texts.of("first." + key + ".text"));
        VBox card = new VBox(3, Widgets.label("strong", Texts.of("first." + key)), text);
        card.setId(id + "-" + key);
        card.getStyleClass().add("first-card");
        card.setPrefWidth(220);
        card.setMinWidth(0);
        HBox.setHgrow(card, Priority.ALWAYS);
        card.setAccessibleRole(AccessibleRole.BUTTON);
        card.setAccessibleText(Texts.of("first." + key) + ". " + text.getText());
        card.setFocusTraversable(true);
        card.setOnMouseClicked(event -> deed.run());
        card.setOnKeyPressed(event -> {
            if (event.getCode() == KeyCode.ENTER || event.getCode() == KeyCode.SPACE) {
                deed.run();
                event.consume();
            }
        });
        return card;
    }
}
