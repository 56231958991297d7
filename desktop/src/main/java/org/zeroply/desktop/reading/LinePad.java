package org.zeroply.desktop.reading;

import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.EmptyField;
import org.zeroply.desktop.kit.LineField;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.rules.Side;

/** The line pad of Reading: the number of the next move, and the field where moves are typed. */
final class LinePad extends VBox {
    private final LineField field;
    private final VBox answer;

    LinePad(OpenGame model) {
        getStyleClass().add("line-pad");
        Label number = Widgets.label("line-pad-number", "");
        field = new LineField("line-pad", Texts.of("linePad.prompt"), model.typed(), model::enter);
        field.getStyleClass().add("line-pad-field");
        field.setAccessibleText(Texts.of("linePad.accessible"));
        HBox row = new HBox(number, field);
        row.getStyleClass().add("line-pad-row");
        HBox.setHgrow(field, Priority.ALWAYS);
        answer = field.answer();
        answer.getStyleClass().add("line-pad-answer");
        // The answer lies over what is below, so that the board does not jump with every typing error.
        HBox over = new HBox(answer);
        over.setManaged(false);
        over.visibleProperty().bind(answer.visibleProperty());
        HBox.setHgrow(answer, Priority.ALWAYS);
        getChildren().addAll(row, over);
        model.typed().refusalProperty().subscribe(() -> requestLayout());
        EmptyField.passOn(field, this, false);
        model.positionProperty()
                .subscribe(position ->
                        number.setText(position.moveNumber() + (position.sideToMove() == Side.WHITE ? "." : "...")));
    }

    @Override
    protected void layoutChildren() {
        super.layoutChildren();
        double width = getWidth() - getInsets().getLeft() - getInsets().getRight();
        answer.getParent().resizeRelocate(getInsets().getLeft(), getHeight() + 2, width, answer.prefHeight(width));
    }

    LineField field() {
        return field;
    }
}
