package org.zeroply.desktop.playout;

import java.util.Locale;
import java.util.function.LongConsumer;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/** The board between two players, their clocks, and nothing that would help either of them. */
public final class PlayOutView extends HBox {
    private static final Duration TICK = Duration.millis(100);

    private final PlayOutModel model;
    private final Language language;
    private final BoardView board = new BoardView();
    private final ClockFace[] clocks = {new ClockFace(Side.WHITE), new ClockFace(Side.BLACK)};
    private final Label moves = new Label();
    private final Label ending = new Label();
    private final Button pause = new Button();
    private final VBox side = new VBox(12);
    private final Region space = new Region();
    private final FlowPane during = new FlowPane(8, 8);
    private final FlowPane after = new FlowPane(8, 8);
    private final Timeline tick;

    /**
     * @param leave called with the id of the game when the players are done with the place
     */
    public PlayOutView(PlayOutModel model, Language language, LongConsumer leave) {
        this.model = model;
        this.language = language;
        getStyleClass().add("playout");
        board.setOnMove(model::play);
        HBox.setHgrow(board, Priority.ALWAYS);
        moves.setWrapText(true);
        moves.getStyleClass().add("playout-moves");
        ending.setWrapText(true);
        ending.setId("playout-ending");
        ending.getStyleClass().add("empty-title");
        VBox.setVgrow(space, Priority.ALWAYS);
        side.setPrefWidth(330);
        side.setMinWidth(280);
        pause.setId("playout-pause");
        pause.setOnAction(event -> model.pause());
        during.getChildren()
                .addAll(
                        pause,
                        button("takeBack", model::takeBack),
                        button("draw", model::agreeDraw),
                        button("resign.WHITE", () -> model.resign(Side.WHITE)),
                        button("resign.BLACK", () -> model.resign(Side.BLACK)),
                        button("leave", () -> leave(leave)));
        Button read = button("read", () -> leave(leave));
        read.getStyleClass().add("primary");
        after.getChildren()
                .addAll(
                        read,
                        button(
                                "turn",
                                () -> board.flippedProperty()
                                        .set(!board.flippedProperty().get())));
        getChildren().addAll(board, side);
        model.gameProperty().subscribe(now -> show());
        model.clockProperty().subscribe(() -> showClocks());
        board.flippedProperty().subscribe(now -> arrange());
        tick = new Timeline(new KeyFrame(TICK, event -> {
            model.look();
            showClocks();
        }));
        tick.setCycleCount(Timeline.INDEFINITE);
        // A view that is taken off the window must not tick on.
        sceneProperty().subscribe(scene -> {
            if (scene == null) {
                tick.stop();
            } else {
                tick.play();
            }
        });
    }

    private static Button button(String name, Runnable action) {
        Button button = new Button(Texts.of("playout." + name));
        button.setId("playout-" + name.replace('.', '-'));
        button.setFocusTraversable(true);
        button.setOnAction(event -> action.run());
        return button;
    }

    private void leave(LongConsumer leave) {
        tick.stop();
        if (model.isRunning()) {
            model.pause();
        }
        leave.accept(model.id());
    }

    /** A player's name and time. */
    private static final class ClockFace extends VBox {
        final Label name = new Label();
        final Label time = new Label();

        ClockFace(Side side) {
            getStyleClass().addAll("clock-face", "clock-" + side.name().toLowerCase(Locale.ROOT));
            name.getStyleClass().add("strong");
            time.getStyleClass().add("clock-time");
            time.setId("clock-" + side.name().toLowerCase(Locale.ROOT));
            getChildren().addAll(name, time);
        }
    }

    private void arrange() {
        int below = board.flippedProperty().get() ? 1 : 0;
        side.getChildren()
                .setAll(clocks[1 - below], moves, space, ending, model.isOver() ? after : during, clocks[below]);
    }

    private void show() {
        Game game = model.gameProperty().get();
        GameTree tree = game.tree();
        board.positionProperty().set(model.position());
        board.lastMoveProperty()
                .set(
                        tree.mainLine().isEmpty()
                                ? null
                                : tree.node(tree.mainLine().getLast()).move());
        board.playableProperty().set(!model.isOver());
        for (Side each : Side.values()) {
            String known = game.tags().known(each == Side.WHITE ? "White" : "Black");
            clocks[each.ordinal()].name.setText(known.isEmpty() ? Texts.of("side." + each) : known);
        }
        StringBuilder text = new StringBuilder();
        Position position = tree.start();
        for (int id : tree.mainLine()) {
            GameNode node = tree.node(id);
            if (position.sideToMove() == Side.WHITE || text.isEmpty()) {
                text.append(position.moveNumber())
                        .append(position.sideToMove() == Side.WHITE ? ".\u2060" : "...\u2060");
            }
            text.append(San.write(position, node.played(), language)).append(' ');
            position = position.play(node.played());
        }
        moves.setText(text.toString());
        ending.setText(model.endingProperty().get());
        Widgets.present(ending, model.isOver());
        arrange();
        showClocks();
    }

    private void showClocks() {
        for (Side each : Side.values()) {
            ClockFace face = clocks[each.ordinal()];
            face.time.setText(PlayClock.text(model.left(each)));
            boolean runs = each == model.clockProperty().get().running();
            face.pseudoClassStateChanged(PseudoClass.getPseudoClass("running"), runs);
            face.setAccessibleText(face.name.getText() + ": " + face.time.getText());
        }
        pause.setText(Texts.of(model.isRunning() ? "playout.pause" : "playout.start"));
    }

    /** Brings the keyboard to the board. */
    public void focusBoard() {
        board.requestFocus();
    }
}
