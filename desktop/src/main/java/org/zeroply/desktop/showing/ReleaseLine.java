package org.zeroply.desktop.showing;

import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.IntConsumer;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.MoveNames;
import org.zeroply.showing.Card;
import org.zeroply.showing.Face;
import org.zeroply.showing.Stop;

/** The stops of a card on a line, those that are released filled. A stop is dragged to another place, or moved by keys. */
final class ReleaseLine extends ScrollPane {
    private static final PseudoClass RELEASED = PseudoClass.getPseudoClass("released");
    private static final PseudoClass NEXT = PseudoClass.getPseudoClass("next");
    private static final double WIDE = 68;
    private static final double NARROW = 50;

    /** From so many stops on they stand closer. */
    private static final int MANY = 13;

    private final HBox line = new HBox(0);
    private final IntConsumer releaseTo;
    private final BiConsumer<Integer, Integer> move;
    private int released;
    private int count;
    private int draggedFrom = -1;

    /**
     * @param releaseTo releases so many stops
     * @param move moves a stop from one place to another
     */
    ReleaseLine(IntConsumer releaseTo, BiConsumer<Integer, Integer> move) {
        this.releaseTo = releaseTo;
        this.move = move;
        setId("release-line");
        getStyleClass().addAll("branches-scroll", "release-line");
        setContent(line);
        setFitToHeight(true);
        setVbarPolicy(ScrollBarPolicy.NEVER);
        setMinHeight(Region.USE_PREF_SIZE);
        setFocusTraversable(true);
        setAccessibleText(Texts.of("release.line"));
        addEventFilter(KeyEvent.KEY_PRESSED, this::key);
    }

    private void key(KeyEvent event) {
        boolean isRight = event.getCode() == KeyCode.RIGHT;
        if (!isRight && event.getCode() != KeyCode.LEFT) {
            return;
        }
        if (event.isAltDown()) {
            // What was released last goes to another place.
            int from = released - 1;
            int to = from + (isRight ? 1 : -1);
            if (from >= 0 && to >= 0 && to < count) {
                move.accept(from, to);
                releaseTo.accept(to + 1);
            }
        } else {
            releaseTo.accept(Math.clamp(released + (isRight ? 1 : -1), 0, count));
        }
        event.consume();
    }

    void show(@Nullable Card card, int shown, Language language) {
        line.getChildren().clear();
        released = shown;
        List<Stop> stops = card == null ? List.of() : card.stops();
        count = stops.size();
        for (int i = 0; card != null && i < stops.size(); i++) {
            line.getChildren().add(stop(card, stops.get(i), i, language));
        }
    }

    private double wide() {
        return count > MANY ? NARROW : WIDE;
    }

    private VBox stop(Card card, Stop stop, int at, Language language) {
        Label sign = Widgets.label("release-sign", sign(stop));
        boolean isLarge = !sign.getText().isEmpty();
        if (!isLarge) {
            sign.getStyleClass().add("release-dot");
        }
        Region before = new Region();
        Region after = new Region();
        for (Region each : List.of(before, after)) {
            each.getStyleClass().add("release-way");
            HBox.setHgrow(each, Priority.ALWAYS);
        }
        before.setVisible(at > 0);
        after.setVisible(at < count - 1);
        before.pseudoClassStateChanged(RELEASED, at < released);
        after.pseudoClassStateChanged(RELEASED, at + 1 < released);
        HBox row = new HBox(before, sign, after);
        row.setAlignment(Pos.CENTER);
        row.getStyleClass().add("release-row");
        Label name = Widgets.label("release-name", name(card, stop, language));
        VBox box = new VBox(3, row, name);
        box.setAlignment(Pos.CENTER);
        box.setId("stop-" + (at + 1));
        box.getStyleClass().add("release-stop");
        box.setMinWidth(wide());
        box.setPrefWidth(wide());
        for (var each : List.of(sign, name)) {
            each.pseudoClassStateChanged(RELEASED, at < released);
            each.pseudoClassStateChanged(NEXT, at == released);
        }
        box.setAccessibleText(name.getText());
        box.addEventHandler(MouseEvent.MOUSE_PRESSED, event -> draggedFrom = at);
        box.addEventHandler(MouseEvent.MOUSE_RELEASED, event -> dropped(event, at));
        return box;
    }

    private void dropped(MouseEvent event, int at) {
        double x = line.sceneToLocal(event.getSceneX(), event.getSceneY()).getX();
        int to = Math.clamp((int) Math.floor(x / wide()), 0, count - 1);
        if (draggedFrom == at && to == at) {
            releaseTo.accept(at < released ? at : at + 1);
        } else if (draggedFrom == at) {
            move.accept(at, to);
        }
        draggedFrom = -1;
    }

    private static String sign(Stop stop) {
        return switch (stop.kind()) {
            case QUESTION -> "?";
            case HINT -> Integer.toString(stop.number());
            case VERDICT -> "=";
            case BOARD, MOVE, MARK, BAND, OTHER_BAND, PARAGRAPH -> "";
        };
    }

    private static String name(Card card, Stop stop, Language language) {
        return switch (stop.kind()) {
            case MARK -> {
                var marks = card.face() instanceof Face.Board board
                        ? board.marks(GameTree.ROOT)
                        : ((Face.Sketched) card.face()).marks();
                yield Texts.of("release.mark." + marks.get(stop.number() - 1).kind());
            }
            case MOVE -> {
                GameTree tree = ((Face.Board) card.face()).tree();
                yield MoveNames.of(tree, tree.mainLine().get(stop.number() - 1), language);
            }
            case BAND, OTHER_BAND -> {
                Face.Maps maps = (Face.Maps) card.face();
                int view = stop.kind() == Stop.Kind.BAND ? 0 : 1;
                yield maps.map(maps.views().get(view)).bands().stream()
                        .filter(band -> band.band() == stop.number())
                        .map(band -> band.text())
                        .findFirst()
                        .orElse("");
            }
            case BOARD, QUESTION, HINT, VERDICT, PARAGRAPH -> Texts.of("release." + stop.kind(), stop.number());
        };
    }
}
