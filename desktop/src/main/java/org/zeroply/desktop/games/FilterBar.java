package org.zeroply.desktop.games;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Supplier;
import javafx.animation.PauseTransition;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.gametree.GameResult;
import org.zeroply.notation.Language;
import org.zeroply.rules.Side;
import org.zeroply.store.GameFilter;

/** The fields that narrow the list down, one for each thing a game is found by. They act as one types. */
final class FilterBar extends FlowPane {
    private static final Duration SETTLED = Duration.millis(250);

    private final GamesModel model;
    private final Supplier<Language> language;
    private final List<TextField> fields = new ArrayList<>();
    private final TextField player = field("player", 13);
    private final ChoiceBox<Colour> side = choice("side", Arrays.asList(Colour.values()));
    private final TextField opponent = field("opponent", 13);
    private final TextField event = field("event", 13);
    private final TextField from = field("from", 7);
    private final TextField to = field("to", 7);
    private final ChoiceBox<Ending> result = choice("result", Arrays.asList(Ending.values()));
    private final TextField fewest = field("fewest", 4);
    private final TextField most = field("most", 4);
    private final TextField opening = field("opening", 15);
    private final PauseTransition settle = new PauseTransition(SETTLED);
    private boolean clearing;

    /** Which side the player has. */
    private enum Colour {
        EITHER,
        WHITE,
        BLACK;

        @Nullable
        Side side() {
            return this == EITHER ? null : Side.valueOf(name());
        }
    }

    /** How the game ended. */
    private enum Ending {
        ANY,
        WHITE_WINS,
        DRAW,
        BLACK_WINS,
        OPEN;

        @Nullable
        GameResult result() {
            return this == ANY ? null : GameResult.valueOf(name());
        }
    }

    /**
     * @param askPattern asks for a pattern of material and pawns
     */
    FilterBar(GamesModel model, Supplier<Language> language, Runnable askPattern) {
        super(10, 6);
        this.model = model;
        this.language = language;
        getStyleClass().add("filter-bar");
        Button pattern = Widgets.button("filter.pattern", "filter-pattern", askPattern);
        Button clear = new Button(Texts.of("filter.clear"));
        clear.setId("filter-clear");
        clear.getStyleClass().add("quiet-button");
        clear.setOnAction(event -> {
            clear();
            model.showAll();
        });
        getChildren()
                .addAll(
                        titled("player", player),
                        titled("side", side),
                        titled("opponent", opponent),
                        titled("event", event),
                        titled("from", from),
                        titled("to", to),
                        titled("result", result),
                        titled("fewest", fewest),
                        titled("most", most),
                        titled("opening", opening),
                        titled("pattern.title", pattern),
                        titled("blank", clear));
        settle.setOnFinished(event -> apply());
        // Others may set the filter too, such as the field for everything.
        model.filterProperty().subscribe((before, now) -> {
            if (!player.isFocused() && !player.getText().equals(now.player())) {
                clear();
                clearing = true;
                player.setText(now.player());
                clearing = false;
            }
        });
        opening.setOnAction(event -> model.opening(opening.getText(), language.get()));
    }

    private static VBox titled(String key, Node node) {
        Label label = Widgets.label("filter-title", Texts.of("filter." + key));
        return new VBox(2, label, node);
    }

    private TextField field(String name, int columns) {
        TextField field = new TextField();
        field.setId("filter-" + name);
        field.setPrefColumnCount(columns);
        field.setAccessibleText(Texts.of("filter." + name));
        field.textProperty().subscribe((before, after) -> changed());
        fields.add(field);
        return field;
    }

    private <T extends Enum<T>> ChoiceBox<T> choice(String name, List<T> values) {
        ChoiceBox<T> box = Choices.of(values, value -> Texts.of("filter." + name + "." + value.name()));
        box.setId("filter-" + name);
        box.setAccessibleText(Texts.of("filter." + name));
        box.valueProperty().subscribe((before, after) -> changed());
        return box;
    }

    private void changed() {
        if (!clearing) {
            settle.playFromStart();
        }
    }

    /** Empties the fields without asking anew. */
    void clear() {
        clearing = true;
        settle.stop();
        fields.forEach(TextField::clear);
        side.setValue(Colour.EITHER);
        result.setValue(Ending.ANY);
        clearing = false;
    }

    private void apply() {
        mark(from, from.getText().isBlank() || GameFilter.isDate(from.getText()), "filter.badDate");
        mark(to, to.getText().isBlank() || GameFilter.isDate(to.getText()), "filter.badDate");
        mark(fewest, number(fewest.getText()) >= 0, "filter.badNumber");
        mark(most, number(most.getText()) >= 0, "filter.badNumber");
        GameFilter before = model.filterProperty().get();
        model.filterProperty()
                .set(new GameFilter(
                        "",
                        player.getText(),
                        side.getValue().side(),
                        opponent.getText(),
                        event.getText(),
                        from.getText(),
                        to.getText(),
                        result.getValue().result(),
                        Math.max(0, number(fewest.getText())),
                        Math.max(0, number(most.getText())),
                        before.opening(),
                        null));
        if (!opening.getText().equals(before.opening())) {
            model.opening(opening.getText(), language.get());
        }
    }

    /** A number of moves; 0 for an empty field and -1 for what is no number. */
    private static int number(String text) {
        String bare = text.strip();
        return bare.isEmpty() ? 0 : bare.matches("\\d{1,4}") ? Integer.parseInt(bare) : -1;
    }

    private static void mark(TextField field, boolean good, String reason) {
        field.pseudoClassStateChanged(PseudoClass.getPseudoClass("wrong"), !good);
        field.setTooltip(good ? null : new Tooltip(Texts.of(reason)));
    }

    /** Brings the keyboard to the first field. */
    void focusFirst() {
        player.requestFocus();
    }
}
