package org.zeroply.desktop.ledger;

import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import org.zeroply.desktop.kit.Texts;

/** Small rounded buttons of which one in a group is always chosen. */
final class Chips {
    private Chips() {}

    static ToggleButton oneOf(ToggleGroup group, String key, String id) {
        ToggleButton chip = new ToggleButton(Texts.of(key));
        chip.getStyleClass().add("chip");
        chip.setToggleGroup(group);
        chip.setId(id);
        chip.setOnAction(event -> chip.setSelected(true));
        return chip;
    }
}
