package org.zeroply.desktop.reading;

import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.GameText;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;

/**
 * The game as a text to read: moves, variations set in by a rule, notes. A click on a move goes there; the move one is at is
 * marked. Behind the curtain only what may be seen. Passive.
 */
final class TextPane extends VBox {
    private static final PseudoClass HERE = PseudoClass.getPseudoClass("here");
    private static final double INDENT = 14;
    private static final int DEEPEST = 6;

    private final OpenGame game;
    private final ListView<GameText.Paragraph> paragraphs = new ListView<>();
    private @Nullable GameTree written;
    private @Nullable Language lettered;

    /** @param onPrint writes the game for printing */
    TextPane(OpenGame game, Runnable onPrint) {
        super(8);
        this.game = game;
        setId("game-text");
        paragraphs.setId("game-text-paragraphs");
        paragraphs.getStyleClass().addAll("ledger", "game-text");
        paragraphs.setAccessibleText(Texts.of("text.accessible"));
        // The keyboard stays with the board: arrows walk the game here as everywhere.
        paragraphs.setFocusTraversable(false);
        paragraphs.setCellFactory(list -> new Cell());
        paragraphs.setPlaceholder(new Label(Texts.of("text.empty")));
        VBox.setVgrow(paragraphs, Priority.ALWAYS);
        Button print = new Button(Texts.of("text.print"));
        print.setId("game-text-print");
        print.setOnAction(event -> onPrint.run());
        getChildren().addAll(paragraphs, new HBox(8, print));
        game.spotProperty().subscribe(() -> show());
        visibleProperty().subscribe(() -> show());
    }

    /** Writes the text anew where the tree is another, and marks the move one is at. */
    private void show() {
        if (!isVisible() || !game.openProperty().get()) {
            return;
        }
        GameTree tree = game.shown();
        Language language = game.languageProperty().get();
        if (tree != written || language != lettered) {
            written = tree;
            lettered = language;
            paragraphs.getItems().setAll(GameText.of(tree, language).paragraphs());
        } else {
            paragraphs.refresh();
        }
        // A list knows the heights of its rows only after they were laid out.
        FxThread.later(() -> {
            int here = paragraphOf(game.nodeProperty().get());
            if (here >= 0) {
                paragraphs.scrollTo(Math.max(0, here - 1));
            }
        });
    }

    private int paragraphOf(int node) {
        for (int i = 0; i < paragraphs.getItems().size(); i++) {
            for (GameText.Run run : paragraphs.getItems().get(i).runs()) {
                if (run instanceof GameText.Run.Played played && played.node() == node) {
                    return i;
                }
            }
        }
        return -1;
    }

    private final class Cell extends ListCell<GameText.Paragraph> {
        private final TextFlow flow = new TextFlow();
        private final HBox box = new HBox(flow);

        Cell() {
            getStyleClass().add("ledger-cell");
            box.prefWidthProperty().bind(paragraphs.widthProperty().subtract(52));
            HBox.setHgrow(flow, Priority.ALWAYS);
        }

        @Override
        protected void updateItem(GameText.@Nullable Paragraph paragraph, boolean empty) {
            super.updateItem(paragraph, empty);
            setText(null);
            if (empty || paragraph == null) {
                setGraphic(null);
                return;
            }
            flow.getChildren().clear();
            flow.getStyleClass().setAll(paragraph.depth() == 0 ? "text-main" : "text-variation");
            box.setStyle("-fx-padding: 0 0 0 " + INDENT * Math.max(0, Math.min(DEEPEST, paragraph.depth()) - 1) + ";");
            for (GameText.Run run : paragraph.runs()) {
                flow.getChildren().add(text(run, paragraph.depth()));
                flow.getChildren().add(new Text(" "));
            }
            setGraphic(box);
        }

        private Text text(GameText.Run run, int depth) {
            Text text = new Text(run.text());
            if (run instanceof GameText.Run.Played played) {
                text.getStyleClass().add(depth == 0 ? "text-move" : "text-side-move");
                text.pseudoClassStateChanged(
                        HERE, played.node() == game.nodeProperty().get());
                text.setOnMouseClicked(event -> game.go(played.node()));
            } else {
                text.getStyleClass().add("text-said");
            }
            return text;
        }
    }
}
