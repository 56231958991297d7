package org.zeroply.desktop.showing;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.board.MapBoard;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.showing.Shown;
import org.zeroply.showing.Sketch;

/** What is released of a card: the same for the coach, and larger for the audience. It knows nothing else of the card. */
final class ShownPane extends BorderPane {
    private static final double HINTS = 0.27;

    private final BoardView board = new BoardView();
    private final boolean isAudience;

    /** @param id of the board */
    ShownPane(boolean isAudience, String id) {
        this.isAudience = isAudience;
        getStyleClass().add("shown");
        if (isAudience) {
            getStyleClass().add("shown-audience");
        }
        board.setId(id);
        board.setMinSize(120, 120);
        setMinSize(0, 0);
        show(Shown.BLANK);
    }

    /** The board, so that it can be drawn and played on. */
    BoardView board() {
        return board;
    }

    void setOnMove(Consumer<Move> listener) {
        board.setOnMove(listener);
    }

    void show(Shown shown) {
        Label question = Widgets.wrapped("shown-question");
        question.setId("shown-question");
        question.setText(shown.question());
        setTop(shown.question().isEmpty() ? null : question);
        boolean isPlain = shown.board().isEmpty() && shown.maps().isEmpty();
        setRight(side(shown, isPlain));
        shown.board().ifPresentOrElse(this::showBoard, this::clearBoard);
        setCenter(
                shown.board().isPresent()
                        ? board
                        : shown.maps().isEmpty() ? paragraphs(shown.paragraphs()) : maps(shown.maps()));
    }

    private void showBoard(Shown.Board shown) {
        Position position = shown.position();
        board.flippedProperty().set(shown.bottom() == Side.BLACK);
        board.sketchProperty().set(position == null ? shown.men() : null);
        board.positionProperty().set(position == null ? Position.START : position);
        board.playableProperty().set(position != null && !isAudience);
        board.lastMoveProperty().set(shown.last());
        board.ownMarks().setAll(shown.marks());
    }

    /** Nothing of the last card is left on it. */
    private void clearBoard() {
        board.sketchProperty().set(Sketch.EMPTY);
        board.positionProperty().set(Position.START);
        board.lastMoveProperty().set(null);
        board.ownMarks().clear();
    }

    private static Node maps(List<Shown.MapShown> maps) {
        HBox row = new HBox(14);
        row.setAlignment(Pos.CENTER);
        for (Shown.MapShown map : maps) {
            MapBoard drawn = new MapBoard(map);
            VBox.setVgrow(drawn, Priority.ALWAYS);
            Label title = Widgets.label("map-title", map.title());
            title.setMinWidth(0);
            VBox box = new VBox(4, title, drawn);
            HBox.setHgrow(box, Priority.ALWAYS);
            box.setPrefWidth(10);
            row.getChildren().add(box);
        }
        return row;
    }

    private static Node paragraphs(List<String> paragraphs) {
        VBox box = new VBox(14);
        box.setAlignment(Pos.CENTER_LEFT);
        box.getStyleClass().add("shown-paragraphs");
        for (String paragraph : paragraphs) {
            Label label = Widgets.wrapped("shown-paragraph");
            label.setText(paragraph);
            box.getChildren().add(label);
        }
        return box;
    }

    private VBox side(Shown shown, boolean isPlain) {
        List<Node> parts = new ArrayList<>();
        for (int i = 0; i < shown.hints().size(); i++) {
            Label number = Widgets.label("shown-number", Integer.toString(i + 1));
            number.setMinWidth(Region.USE_PREF_SIZE);
            Label hint = Widgets.wrapped("shown-hint");
            hint.setText(shown.hints().get(i));
            HBox row = new HBox(9, number, hint);
            row.setAlignment(Pos.TOP_LEFT);
            parts.add(row);
        }
        for (String text : List.of(shown.moves(), shown.verdict())) {
            if (!text.isEmpty()) {
                Label label = Widgets.wrapped("shown-moves");
                label.setText(text);
                parts.add(label);
            }
        }
        VBox side = new VBox(14);
        side.getStyleClass().add("shown-side");
        side.getChildren().addAll(parts);
        Widgets.present(side, !parts.isEmpty() || !isPlain && !shown.board().isEmpty());
        side.prefWidthProperty().bind(widthProperty().multiply(HINTS));
        side.setMinWidth(0);
        side.setAccessibleText(Texts.of("shown.side"));
        return side;
    }
}
