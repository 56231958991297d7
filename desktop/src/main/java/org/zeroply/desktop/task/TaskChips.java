package org.zeroply.desktop.task;

import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;

/** A chip for each task of the paper: one picks it, or drags it to another place. */
final class TaskChips extends HBox {
    private static final PseudoClass TARGET = PseudoClass.getPseudoClass("target");

    private final TasksModel model;
    private final Runnable keepEdits;

    TaskChips(TasksModel model, Runnable keepEdits) {
        super(4);
        this.model = model;
        this.keepEdits = keepEdits;
        setAlignment(Pos.CENTER_LEFT);
        letChipsBeDragged();
    }

    void show() {
        int tasks = model.paperProperty().get().tasks().size();
        int now = model.placeProperty().get();
        getChildren().clear();
        for (int i = 0; i < tasks; i++) {
            int task = i;
            ToggleButton chip = new ToggleButton(Integer.toString(i + 1));
            chip.setId("tasks-chip-" + (i + 1));
            chip.getStyleClass().add("task-chip");
            chip.setSelected(i == now);
            chip.setFocusTraversable(false);
            chip.setOnAction(event -> {
                keepEdits.run();
                model.choose(task);
                show();
            });
            getChildren().add(chip);
        }
    }

    /** Dragging a chip onto another one puts its task there. */
    private void letChipsBeDragged() {
        int[] dragged = {-1};
        addEventFilter(MouseEvent.MOUSE_PRESSED, event -> dragged[0] = chipUnder(event));
        addEventFilter(MouseEvent.MOUSE_DRAGGED, event -> markChip(dragged[0] < 0 ? -1 : chipUnder(event)));
        addEventFilter(MouseEvent.MOUSE_RELEASED, event -> {
            int from = dragged[0];
            int to = chipUnder(event);
            dragged[0] = -1;
            markChip(-1);
            if (from >= 0 && to >= 0 && from != to) {
                keepEdits.run();
                model.move(from, to);
            }
        });
    }

    /** The place of the task onto which one is dragged; -1 for none. */
    private int chipUnder(MouseEvent event) {
        for (int i = 0; i < getChildren().size(); i++) {
            Node chip = getChildren().get(i);
            if (chip.contains(chip.sceneToLocal(event.getSceneX(), event.getSceneY()))) {
                return i;
            }
        }
        return -1;
    }

    private void markChip(int target) {
        for (int i = 0; i < getChildren().size(); i++) {
            getChildren().get(i).pseudoClassStateChanged(TARGET, i == target);
        }
    }
}
