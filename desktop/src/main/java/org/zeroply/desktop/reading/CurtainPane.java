package org.zeroply.desktop.reading;

import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.gametree.CurtainAnswer;
import org.zeroply.notation.MoveNames;
import org.zeroply.rules.Move;

/** Stands in the place of the notes while the curtain is down: who answers, their move and why, and what was said so far. */
final class CurtainPane extends VBox {
    private final OpenGame model;
    private final Label heading = new Label();
    private final TextField student = new TextField();
    private final Label move = new Label();
    private final TextArea reason = new TextArea();
    private final Button answer = new Button(Texts.of("curtain.answer"));
    private final Button lift = new Button(Texts.of("curtain.liftOne"));
    private final Button next = new Button(Texts.of("curtain.next"));
    private final VBox said = new VBox(6);

    CurtainPane(OpenGame model) {
        super(8);
        this.model = model;
        getStyleClass().add("curtain");
        heading.getStyleClass().add("empty-title");
        heading.setWrapText(true);
        heading.setId("curtain-heading");
        heading.setMinHeight(USE_PREF_SIZE);
        student.setId("curtain-student");
        student.setPromptText(Texts.of("curtain.student"));
        student.setAccessibleText(Texts.of("curtain.student"));
        student.textProperty().bindBidirectional(model.curtain().studentProperty());
        move.setId("curtain-move");
        move.getStyleClass().add("curtain-move");
        move.setWrapText(true);
        move.setMinHeight(USE_PREF_SIZE);
        reason.setId("curtain-reason");
        reason.getStyleClass().add("note");
        reason.setWrapText(true);
        reason.setMinHeight(30);
        reason.setPrefRowCount(4);
        reason.setPromptText(Texts.of("curtain.reason"));
        reason.setAccessibleText(Texts.of("curtain.reason"));
        // Enter answers; a line break needs Shift, since answers are short.
        reason.addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.ENTER && !event.isShiftDown()) {
                answer();
                event.consume();
            }
        });
        answer.setId("curtain-answer");
        answer.getStyleClass().add("primary");
        answer.setOnAction(event -> answer());
        lift.setId("curtain-lift");
        lift.setOnAction(event -> model.curtain().liftOne());
        next.setId("curtain-next");
        next.setOnAction(event -> model.curtain().nextStop());
        Button away = Widgets.quietButton(
                "curtain.away", "curtain-away", () -> model.curtain().lift());
        ScrollPane scroll = new ScrollPane(said);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("branches-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        getChildren().addAll(heading, student, move, reason, new FlowPane(8, 8, answer, lift, next, away), scroll);
        model.spotProperty().subscribe(() -> show());
        show();
        model.curtain().answeredProperty().subscribe(now -> showMove(now));
    }

    private void answer() {
        if (model.curtain().answeredProperty().get() != null) {
            model.curtain().answer(reason.getText());
            reason.clear();
        }
    }

    private void showMove(@Nullable Move now) {
        answer.setDisable(now == null);
        move.setText(
                now == null
                        ? Texts.of("curtain.noMove")
                        : MoveNames.of(
                                model.positionProperty().get(),
                                now,
                                model.languageProperty().get()));
        if (now != null && isVisible()) {
            reason.requestFocus();
        }
    }

    private void show() {
        if (!model.isCurtainDown()) {
            return;
        }
        int stops = model.curtain().lessonProperty().get().size();
        int stop = model.curtain().lessonStop();
        heading.setText(
                stops == 0
                        ? Texts.of("curtain.after", model.currentName())
                        : Texts.of("curtain.stop", stop, stops, model.currentName()));
        Widgets.present(next, stops > 0);
        next.setText(Texts.of(stop < stops ? "curtain.next" : "curtain.end"));
        lift.setDisable(!model.curtain().canLift());
        showMove(model.curtain().answeredProperty().get());
        said.getChildren().clear();
        for (int id : model.shown().pathTo(model.nodeProperty().get()).reversed()) {
            for (CurtainAnswer each : CurtainAnswer.of(model.tree().node(id))) {
                Label line = new Label(NotesPane.saidText(
                        each,
                        MoveNames.of(model.tree(), id, model.languageProperty().get())));
                line.setWrapText(true);
                said.getChildren().add(line);
            }
        }
    }
}
