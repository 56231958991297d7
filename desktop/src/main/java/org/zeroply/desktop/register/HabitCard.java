package org.zeroply.desktop.register;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.zeroply.coaching.AccountSentences;
import org.zeroply.coaching.Habit;
import org.zeroply.coaching.Slip;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.board.Trace;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/** A habit: what it costs, how often its occasions were met, and its two most telling positions, from which one gets to the games. */
final class HabitCard extends VBox {
    private static final double BOARD = 134;

    /** What a card leads to. */
    interface Actions {
        void open(Habit.Moment moment);

        /** The tasks that train it. */
        void train(Habit habit);

        Language language();
    }

    private final Habit habit;
    private final Actions actions;

    /** @param number its place in the training order, from 1 */
    HabitCard(int number, Habit habit, Actions actions) {
        super(4);
        this.habit = habit;
        this.actions = actions;
        getStyleClass().add("habit-card");
        setId("habit-" + number);
        Label place = Widgets.label("habit-number", Integer.toString(number));
        Label title = Widgets.wrapped("habit-title");
        title.setText(habit.key().text());
        HBox.setHgrow(title, Priority.ALWAYS);
        HBox head = new HBox(8, place, title);
        head.setAlignment(Pos.CENTER_LEFT);
        getChildren().addAll(head, line(AccountSentences.cost(habit), ""));
        AccountSentences.occasions(habit).forEach(text -> getChildren().add(line(text, "soft")));
        HBox boards = new HBox(14);
        List<Habit.Moment> telling = habit.telling();
        for (int i = 0; i < telling.size(); i++) {
            boards.getChildren().add(moment(telling.get(i), caption(i)));
        }
        getChildren().add(boards);
        if (!habit.key().themes().isEmpty()) {
            Hyperlink train = new Hyperlink(Texts.of("habit.tasks"));
            train.setOnAction(event -> actions.train(habit));
            getChildren().add(train);
        }
    }

    private static Label line(String text, String style) {
        Label label = Widgets.wrapped(style.isEmpty() ? "habit-line" : style);
        label.setText(text);
        return label;
    }

    private String caption(int place) {
        boolean isBoth = habit.dearest().equals(habit.newest());
        if (place == 1) {
            return Texts.of(isBoth ? "habit.next" : "habit.newest");
        }
        return Texts.of(isBoth && habit.times().size() > 1 ? "habit.dearestNewest" : "habit.dearest");
    }

    private VBox moment(Habit.Moment moment, String caption) {
        Slip slip = moment.move().slip();
        VBox box = new VBox(2);
        box.getStyleClass().add("habit-moment");
        if (slip == null) {
            return box;
        }
        Side side = moment.game().side();
        BoardView board = new BoardView();
        board.playableProperty().set(false);
        board.coordinatesProperty().set(false);
        board.setFocusTraversable(false);
        board.setMouseTransparent(true);
        board.positionProperty().set(slip.position());
        board.flippedProperty().set(side == Side.BLACK);
        board.lastMoveProperty().set(moment.move().move());
        if (!slip.follows().isEmpty()) {
            Move follows = slip.follows().getFirst();
            board.traces().add(new Trace.Threat(follows.from(), follows.to(), side.opposite()));
        }
        board.setMinSize(BOARD, BOARD);
        board.setPrefSize(BOARD, BOARD);
        board.setMaxSize(BOARD, BOARD);
        Button open = new Button("", board);
        open.getStyleClass().add("board-button");
        open.setAccessibleText(Texts.of("habit.open", caption));
        open.setOnAction(event -> actions.open(moment));
        String played = San.line(slip.position(), List.of(moment.move().move()), actions.language());
        Label gave = Widgets.wrapped("habit-gave");
        gave.setText(Texts.of("habit.gave", played, Words.share(moment.move().loss())));
        Label text = Widgets.wrapped("soft");
        text.setText(slip.text(moment.move().move(), actions.language()));
        for (Region each : List.of(gave, text)) {
            each.setMaxWidth(BOARD + 4);
        }
        box.getChildren().addAll(Widgets.label("soft", caption), open, gave, text);
        return box;
    }
}
