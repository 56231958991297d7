package org.zeroply.desktop.repertoire;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.store.GameFilter;

/** Which games the weights are counted from: rating band, years, one opponent. Passive. */
final class CountForm extends GridPane {
    private final TextField lowest = field("lowest", "1200");
    private final TextField highest = field("highest", "1800");
    private final TextField from = field("from", "2022");
    private final TextField to = field("to", "2026");
    private final TextField player = field("player", "");
    private final Label wrong = new Label();

    CountForm() {
        setHgap(10);
        setVgap(8);
        wrong.getStyleClass().add("attention");
        wrong.setId("count-wrong");
        addRow(0, new Label(Texts.of("count.rating")), lowest, new Label(Texts.of("count.to")), highest);
        addRow(1, new Label(Texts.of("count.years")), from, new Label(Texts.of("count.to")), to);
        add(new Label(Texts.of("count.player")), 0, 2);
        add(player, 1, 2, 3, 1);
        add(wrong, 0, 3, 4, 1);
    }

    private static TextField field(String name, String prompt) {
        TextField field = new TextField();
        field.setId("count-" + name);
        field.setPromptText(prompt);
        field.setPrefColumnCount(7);
        field.setAccessibleText(Texts.of("count." + name));
        return field;
    }

    /** The filter; empty if something typed makes no sense, which the form says. */
    Optional<GameFilter> filter() {
        int low = rating(lowest);
        int high = rating(highest);
        boolean dates = isDate(from) && isDate(to);
        if (low < 0 || high < 0 || high > 0 && high < low || !dates) {
            wrong.setText(Texts.of(dates ? "count.badRating" : "count.badDate"));
            return Optional.empty();
        }
        return Optional.of(new GameFilter(
                        "", player.getText().strip(), null, "", "", from.getText(), to.getText(), null, 0, 0, "", null)
                .withRatings(new GameFilter.Ratings(low, high)));
    }

    private static boolean isDate(TextField field) {
        return field.getText().isBlank() || GameFilter.isDate(field.getText());
    }

    private static int rating(TextField field) {
        String text = field.getText().strip();
        return text.isEmpty() ? 0 : text.matches("[1-9]\\d{2,3}") ? Integer.parseInt(text) : -1;
    }

    /** The filter in words; empty for all games. */
    String inWords() {
        List<String> parts = new ArrayList<>();
        if (!lowest.getText().isBlank() || !highest.getText().isBlank()) {
            parts.add(Texts.of(
                    "count.said.rating",
                    lowest.getText().strip(),
                    highest.getText().strip()));
        }
        if (!from.getText().isBlank() || !to.getText().isBlank()) {
            parts.add(Texts.of(
                    "count.said.years", from.getText().strip(), to.getText().strip()));
        }
        if (!player.getText().isBlank()) {
            parts.add(player.getText().strip());
        }
        return String.join(", ", parts);
    }
}
