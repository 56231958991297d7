package org.zeroply.desktop.judging;

import javafx.beans.property.ObjectProperty;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.desktop.strip.StripLane;
import org.zeroply.desktop.strip.StripLanes;

/** Which lanes the strip has, in which order, and how tall: every change is seen at once behind the sheet. Passive. */
public final class LanesForm extends VBox {
    private final ObjectProperty<StripLanes> lanes;
    private final GridPane rows = new GridPane();

    public LanesForm(ObjectProperty<StripLanes> lanes) {
        super(10);
        this.lanes = lanes;
        rows.setHgap(10);
        rows.setVgap(4);
        rows.setId("lanes");
        Label hint = Widgets.label("soft", Texts.of("lanes.hint"));
        Button usual = Widgets.quietButton("lanes.usual", "lanes-usual", () -> set(StripLanes.USUAL, null));
        getChildren().addAll(hint, rows, usual);
        fill();
    }

    private void set(StripLanes next, @Nullable String focus) {
        lanes.set(next);
        fill();
        if (focus != null) {
            Node again = rows.lookup("#" + focus);
            if (again != null) {
                again.requestFocus();
            }
        }
    }

    private void fill() {
        rows.getChildren().clear();
        StripLanes now = lanes.get();
        for (int i = 0; i < now.rows().size(); i++) {
            StripLanes.Row row = now.rows().get(i);
            StripLane lane = row.lane();
            CheckBox shown = new CheckBox(lane.title());
            shown.setId("lane-" + lane);
            shown.setSelected(row.isShown());
            shown.setOnAction(
                    event -> set(now.with(new StripLanes.Row(lane, shown.isSelected(), row.size())), "lane-" + lane));
            Label size = Widgets.label("soft", Texts.of("lanes.size", row.size()));
            HBox tools = new HBox(
                    4,
                    button("up", lane, i == 0, now.moved(lane, -1)),
                    button("down", lane, i == now.rows().size() - 1, now.moved(lane, 1)),
                    button("taller", lane, row.size() == StripLanes.TALLEST, resized(now, row, 1)),
                    button("lower", lane, row.size() == 1, resized(now, row, -1)));
            tools.setAlignment(Pos.CENTER_LEFT);
            rows.addRow(i, shown, size, tools);
        }
    }

    private static StripLanes resized(StripLanes now, StripLanes.Row row, int step) {
        int size = Math.clamp(row.size() + step, 1, StripLanes.TALLEST);
        return now.with(new StripLanes.Row(row.lane(), row.isShown(), size));
    }

    private Button button(String what, StripLane lane, boolean disabled, StripLanes next) {
        Button button = new Button(Texts.of("lanes." + what));
        button.setId("lane-" + what + "-" + lane);
        button.setAccessibleText(lane.title() + ": " + Texts.of("lanes." + what));
        button.setDisable(disabled);
        button.setOnAction(event -> set(next, button.getId()));
        return button;
    }
}
