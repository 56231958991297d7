package org.zeroply.desktop.reading;

import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.EmptyField;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.notation.LineReading;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Side;

/**
 * The field where moves and whole lines are typed. Enter takes the line in. What cannot be read stays in the field with
 * the wrong token selected, the reason below it, and the moves that were probably meant as buttons; Enter on an
 * unchanged field takes the first of them.
 */
final class LinePad extends VBox {
    private final OpenGame model;
    private final Label number = new Label();
    private final TextField field = new TextField();
    private final Label reason = new Label();
    private final FlowPane meant = new FlowPane(6, 4);
    private final VBox answer = new VBox(reason, meant);
    private String refusedText = "";

    LinePad(OpenGame model) {
        this.model = model;
        getStyleClass().add("line-pad");
        number.getStyleClass().add("line-pad-number");
        field.getStyleClass().add("line-pad-field");
        field.setId("line-pad");
        field.setPromptText(Texts.of("linePad.prompt"));
        field.setAccessibleText(Texts.of("linePad.accessible"));
        reason.getStyleClass().add("line-pad-reason");
        reason.setWrapText(true);
        reason.setId("line-pad-reason");
        answer.getStyleClass().add("line-pad-answer");
        HBox row = new HBox(number, field);
        row.getStyleClass().add("line-pad-row");
        HBox.setHgrow(field, Priority.ALWAYS);
        // The answer lies over what is below, so that the board does not jump with every typing error.
        answer.setManaged(false);
        getChildren().addAll(row, answer);
        field.setOnAction(event -> enter());
        field.addEventFilter(KeyEvent.KEY_PRESSED, this::keys);
        EmptyField.passOn(field, this, false);
        model.positionProperty()
                .subscribe(position ->
                        number.setText(position.moveNumber() + (position.sideToMove() == Side.WHITE ? "." : "...")));
        model.refusalProperty().subscribe(this::showRefusal);
    }

    @Override
    protected void layoutChildren() {
        super.layoutChildren();
        double width = getWidth() - getInsets().getLeft() - getInsets().getRight();
        answer.resizeRelocate(getInsets().getLeft(), getHeight() + 2, width, answer.prefHeight(width));
    }

    TextField field() {
        return field;
    }

    /** Takes a character that was typed elsewhere on the place. */
    void takeTyped(String character) {
        field.requestFocus();
        field.positionCaret(field.getLength());
        field.insertText(field.getLength(), character);
    }

    private void keys(KeyEvent event) {
        if (event.getCode() == KeyCode.ESCAPE) {
            field.clear();
            model.dismissRefusal();
            event.consume();
        }
    }

    private void enter() {
        LineReading.Refused refused = model.refusalProperty().get();
        if (refused != null
                && field.getText().equals(refusedText)
                && !refused.meant().isEmpty()) {
            take(refused, refused.meant().getFirst());
            return;
        }
        refusedText = field.getText();
        if (model.enter(field.getText())) {
            field.clear();
        }
    }

    private void showRefusal(LineReading.@Nullable Refused refused) {
        answer.setVisible(refused != null);
        requestLayout();
        meant.getChildren().clear();
        if (refused == null) {
            return;
        }
        reason.setText(Texts.of("linePad.reason", refused.column(), refused.reason()));
        for (Move move : refused.meant()) {
            Button button = new Button(
                    San.write(refused.at(), move, model.languageProperty().get()));
            button.getStyleClass().add("meant");
            button.setOnAction(event -> take(refused, move));
            meant.getChildren().add(button);
        }
        int from = refused.column() - 1;
        if (from + refused.token().length() <= field.getLength()) {
            field.selectRange(from, from + refused.token().length());
        }
    }

    /** Puts the meant move in the place of the wrong token and reads the line again. */
    private void take(LineReading.Refused refused, Move move) {
        String san = San.write(refused.at(), move, model.languageProperty().get());
        int from = refused.column() - 1;
        String text = refusedText;
        String mended = text.substring(0, from)
                + san
                + text.substring(Math.min(text.length(), from + refused.token().length()));
        field.setText(mended);
        refusedText = mended;
        field.requestFocus();
        if (model.enter(mended)) {
            field.clear();
        }
    }
}
