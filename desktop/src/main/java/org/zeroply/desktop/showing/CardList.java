package org.zeroply.desktop.showing;

import java.util.function.Predicate;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.Dragboard;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.showing.Card;
import org.zeroply.showing.Face;
import org.zeroply.showing.Sketch;

/** The cards of a sheet, each with a small board, in their order; dragged to another place or moved by keys. */
final class CardList extends ListView<Card> {
    private static final double BOARD = 78;

    private final CardsModel model;
    private boolean showing;

    /** @param presents does what a key of the presentation does, and says whether it was one */
    CardList(CardsModel model, Predicate<KeyEvent> presents) {
        this.model = model;
        setId("cards");
        getStyleClass().add("card-list");
        setCellFactory(list -> new Cell());
        Label none = Widgets.wrapped("soft");
        none.setText(Texts.of("sheets.noCards"));
        none.setMaxWidth(190);
        setPlaceholder(none);
        model.sheetProperty().subscribe(now -> {
            showing = true;
            try {
                getItems().setAll(now.cards());
                getSelectionModel().select(model.atProperty().get());
            } finally {
                showing = false;
            }
        });
        model.atProperty().subscribe((before, now) -> {
            getSelectionModel().select(now.intValue());
            scrollTo(now.intValue());
        });
        getSelectionModel().selectedIndexProperty().subscribe((before, now) -> {
            if (!showing && now.intValue() >= 0) {
                // Going there may renew the list, which it does not bear while it selects.
                FxThread.later(() -> model.go(now.intValue()));
            }
        });
        // Pages of a list are the cards before and after here.
        addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (presents.test(event)) {
                event.consume();
            }
        });
        setOnKeyPressed(event -> {
            int at = model.atProperty().get();
            if (event.getCode() == KeyCode.DELETE) {
                model.removeCard();
                event.consume();
            } else if (event.isAltDown() && (event.getCode() == KeyCode.UP || event.getCode() == KeyCode.DOWN)) {
                model.moveCard(at, at + (event.getCode() == KeyCode.UP ? -1 : 1));
                event.consume();
            }
        });
    }

    private final class Cell extends ListCell<Card> {
        private final Label number = Widgets.label("card-number", "");
        private final BoardView board = new BoardView();
        private final Label sign = Widgets.label("card-sign", "");
        private final Label kind = Widgets.label("soft", "");
        private final Label title = Widgets.wrapped("");
        private final HBox row;

        Cell() {
            board.playableProperty().set(false);
            board.coordinatesProperty().set(false);
            board.setFocusTraversable(false);
            board.setMouseTransparent(true);
            board.setMinSize(BOARD, BOARD);
            board.setPrefSize(BOARD, BOARD);
            board.setMaxSize(BOARD, BOARD);
            sign.setMinSize(BOARD, BOARD / 2);
            sign.setAlignment(Pos.CENTER);
            number.setMinWidth(16);
            VBox told = new VBox(1, kind, title);
            told.setAlignment(Pos.CENTER_LEFT);
            told.setMinWidth(0);
            row = new HBox(8, number, board, sign, told);
            row.setAlignment(Pos.CENTER_LEFT);
            setPrefWidth(0);
            setOnDragDetected(event -> {
                if (!isEmpty()) {
                    Dragboard dragged = startDragAndDrop(TransferMode.MOVE);
                    ClipboardContent content = new ClipboardContent();
                    content.putString(Integer.toString(getIndex()));
                    dragged.setContent(content);
                    event.consume();
                }
            });
            setOnDragOver(event -> {
                if (event.getGestureSource() instanceof Cell && !isEmpty()) {
                    event.acceptTransferModes(TransferMode.MOVE);
                }
                event.consume();
            });
            setOnDragDropped(event -> {
                if (event.getGestureSource() instanceof Cell from && !isEmpty()) {
                    model.moveCard(from.getIndex(), getIndex());
                    event.setDropCompleted(true);
                }
                event.consume();
            });
        }

        @Override
        protected void updateItem(@Nullable Card card, boolean none) {
            super.updateItem(card, none);
            if (none || card == null) {
                setGraphic(null);
                return;
            }
            number.setText(Integer.toString(getIndex() + 1));
            kind.setText(Texts.of("card.kind." + card.face().key()));
            title.setText(card.title());
            boolean hasBoard = card.face() instanceof Face.Board || card.face() instanceof Face.Sketched;
            Widgets.present(board, hasBoard);
            Widgets.present(sign, !hasBoard);
            board.flippedProperty().set(card.bottom() == Side.BLACK);
            switch (card.face()) {
                case Face.Board shown -> {
                    board.sketchProperty().set(null);
                    board.positionProperty().set(shown.tree().start());
                }
                case Face.Sketched shown -> {
                    board.positionProperty().set(Position.START);
                    board.sketchProperty().set(shown.sketch());
                }
                case Face.Maps shown -> sign.setText(Texts.of("card.sign.map"));
                case Face.Words shown -> sign.setText(Texts.of("card.sign.words"));
            }
            if (!hasBoard) {
                board.sketchProperty().set(Sketch.EMPTY);
            }
            setAccessibleText(kind.getText() + ": " + card.title());
            setGraphic(row);
        }
    }
}
