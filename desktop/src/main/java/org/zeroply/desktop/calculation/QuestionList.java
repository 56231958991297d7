package org.zeroply.desktop.calculation;

import java.util.function.Consumer;
import javafx.scene.AccessibleRole;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.asking.CoachQuestion;
import org.zeroply.asking.Purpose;
import org.zeroply.asking.Questions;
import org.zeroply.desktop.kit.Widgets;

/** The questions that can be asked, by what they are asked for, with a line each on what they answer. */
final class QuestionList extends ScrollPane {
    private final VBox rows = new VBox();

    /** @param chosen told the question that is to be asked; null for the candidates */
    QuestionList(Consumer<@Nullable CoachQuestion<?>> chosen) {
        setId("question-list");
        getStyleClass().add("branches-scroll");
        setFitToWidth(true);
        setContent(rows);
        rows.getStyleClass().add("question-list");
        rows.getChildren().add(row(Questions.CANDIDATES, () -> chosen.accept(null)));
        for (Purpose purpose : Purpose.values()) {
            rows.getChildren().add(Widgets.label("section-heading", purpose.title()));
            for (CoachQuestion<?> each : Questions.others(purpose)) {
                rows.getChildren().add(row(each, () -> chosen.accept(each)));
            }
        }
        addEventFilter(KeyEvent.KEY_PRESSED, this::walk);
    }

    private static VBox row(CoachQuestion<?> question, Runnable ask) {
        Label what = Widgets.wrapped("soft");
        what.setText(question.explanation());
        VBox row = new VBox(Widgets.label("strong", question.title()), what);
        row.setId("ask-" + question.key());
        row.setAccessibleRole(AccessibleRole.BUTTON);
        row.setAccessibleText(question.title() + ". " + question.explanation());
        row.getStyleClass().add("question-choice");
        row.setFocusTraversable(true);
        row.setOnMouseClicked(event -> ask.run());
        row.setOnKeyPressed(event -> {
            if (event.getCode() == KeyCode.ENTER || event.getCode() == KeyCode.SPACE) {
                ask.run();
                event.consume();
            }
        });
        return row;
    }

    /** Brings the keyboard to the first question. */
    void focusFirst() {
        rows.getChildren().getFirst().requestFocus();
    }

    /** Up and Down go from question to question. */
    private void walk(KeyEvent event) {
        int step = event.getCode() == KeyCode.DOWN ? 1 : event.getCode() == KeyCode.UP ? -1 : 0;
        if (step == 0) {
            return;
        }
        int at = rows.getChildren().indexOf(getScene().getFocusOwner());
        for (int to = at + step; at >= 0 && to >= 0 && to < rows.getChildren().size(); to += step) {
            Node next = rows.getChildren().get(to);
            if (next.isFocusTraversable()) {
                next.requestFocus();
                reveal(next);
                break;
            }
        }
        event.consume();
    }

    private void reveal(Node row) {
        double hidden = rows.getHeight() - getViewportBounds().getHeight();
        double top = row.getBoundsInParent().getMinY();
        double bottom = row.getBoundsInParent().getMaxY() - getViewportBounds().getHeight();
        double now = getVvalue() * hidden;
        if (hidden > 0 && (top < now || bottom > now)) {
            setVvalue((top < now ? top : bottom) / hidden);
        }
    }
}
