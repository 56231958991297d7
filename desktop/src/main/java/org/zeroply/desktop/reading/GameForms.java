package org.zeroply.desktop.reading;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import org.zeroply.desktop.game.GameNames;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.FormParts;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.NameField;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameDate;
import org.zeroply.gametree.GameResult;
import org.zeroply.gametree.Tags;
import org.zeroply.ledger.Value;
import org.zeroply.ledger.ValueScale;

/** What is asked about the open game on a sheet of paper: what pieces are worth, names and data. */
final class GameForms {
    private final OpenGame reading;
    private final Sheets sheets;
    private final BiConsumer<String, Consumer<List<String>>> names;

    /** @param names answers later with the players whose names begin like a text */
    GameForms(OpenGame reading, Sheets sheets, BiConsumer<String, Consumer<List<String>>> names) {
        this.reading = reading;
        this.names = names;
        this.sheets = sheets;
    }

    /** Asks for the coach's own value scale. */
    void askScale() {
        ValueScale now = reading.scaleProperty().get();
        GridPane form = FormParts.grid();
        List<TextField> fields = new ArrayList<>();
        List<String> names =
                List.of("piece.PAWN", "piece.KNIGHT", "piece.BISHOP", "piece.ROOK", "piece.QUEEN", "scale.pair");
        for (int i = 0; i < names.size(); i++) {
            int value = i < 5 ? now.values().get(i) : now.bishopPair();
            TextField input = new TextField(new Value.Hundredths(value).text());
            input.setId("scale-" + i);
            fields.add(input);
            form.addRow(i, new Label(Texts.of(names.get(i))), input);
        }
        Label wrong = Widgets.label("attention", "");
        form.add(wrong, 0, names.size(), 2, 1);
        Button use = new Button(Texts.of("scale.use"));
        use.getStyleClass().add("primary");
        use.setDefaultButton(true);
        Sheet sheet = sheets.show(Texts.of("scale.title"), form, List.of(use));
        use.setOnAction(event -> {
            try {
                List<Integer> values = fields.stream()
                        .map(input -> hundredths(input.getText()))
                        .toList();
                reading.scaleProperty().set(ValueScale.custom(values.subList(0, 5), values.get(5)));
                sheet.close();
            } catch (IllegalArgumentException bad) {
                wrong.setText(Texts.of("scale.wrong"));
            }
        });
    }

    private static int hundredths(String text) {
        return new BigDecimal(text.strip().replace(',', '.'))
                .movePointRight(2)
                .setScale(0, RoundingMode.HALF_UP)
                .intValueExact();
    }

    /** Asks for names, result, ratings and what else is known of the open game. */
    void askDetails() {
        Game game = reading.gameProperty().get();
        GridPane form = FormParts.grid();
        Map<String, Supplier<String>> said = new LinkedHashMap<>();
        for (String tag : List.of("White", "Black")) {
            NameField input = new NameField("tag-" + tag, game.tags().known(tag), names);
            said.put(tag, input::text);
            form.addRow(form.getRowCount(), new Label(Texts.of("tag." + tag)), input);
        }
        ChoiceBox<GameResult> result = Choices.of(List.of(GameResult.values()), value -> Texts.of("result." + value));
        result.setId("tag-Result");
        result.setValue(game.result());
        form.addRow(form.getRowCount(), new Label(Texts.of("tag.Result")), result);
        TextField date = new TextField();
        for (String tag : List.of("WhiteElo", "BlackElo", "Date", "Event", "Site", "Round")) {
            boolean isDate = tag.equals("Date");
            String known = game.tags().known(tag);
            TextField input = new TextField(isDate ? GameNames.date(known) : known);
            input.setId("tag-" + tag);
            if (isDate) {
                date = input;
            } else {
                said.put(tag, () -> input.getText().strip());
            }
            form.addRow(form.getRowCount(), new Label(Texts.of("tag." + tag)), input);
        }
        FlowPane which = new FlowPane(6, 6);
        which.setId("details-which");
        form.add(which, 0, form.getRowCount(), 2, 1);
        TextField asked = date;
        Button keep = new Button(Texts.of("details.keep"));
        keep.setId("details-keep");
        keep.getStyleClass().add("primary");
        keep.setDefaultButton(true);
        Sheet sheet = sheets.show(Texts.of("details.title"), form, List.of(keep));
        keep.setOnAction(event -> {
            Optional<String> day = day(asked, game.tags().known("Date"), which, keep);
            if (day.isEmpty()) {
                return;
            }
            Tags next = game.tags();
            said.put("Date", day::get);
            for (Map.Entry<String, Supplier<String>> each : said.entrySet()) {
                String text = each.getValue().get();
                next = text.isEmpty() ? next.without(each.getKey()) : next.with(each.getKey(), text);
            }
            reading.details(new Game(next, reading.tree(), result.getValue()));
            sheet.close();
        });
    }

    /** The date as a tag; empty if it is none or does not say which, which is then said and asked. */
    private static Optional<String> day(TextField field, String before, FlowPane which, Button keep) {
        which.getChildren().clear();
        String text = field.getText().strip();
        if (text.isEmpty() || text.equals(GameNames.date(before))) {
            return Optional.of(text.isEmpty() ? "" : before);
        }
        List<GameDate> meant = GameDate.read(text);
        if (meant.size() == 1) {
            return Optional.of(meant.getFirst().pgn());
        }
        Label why = Widgets.paragraph(Texts.of(meant.isEmpty() ? "details.noDate" : "details.whichDate", text));
        which.getChildren().add(why);
        for (GameDate each : meant) {
            Button choice = new Button(each.shown());
            choice.setOnAction(event -> {
                field.setText(each.shown());
                which.getChildren().clear();
                keep.requestFocus();
            });
            which.getChildren().add(choice);
        }
        FxThread.later(() -> (meant.isEmpty() ? field : which.getChildren().get(1)).requestFocus());
        return Optional.empty();
    }
}
