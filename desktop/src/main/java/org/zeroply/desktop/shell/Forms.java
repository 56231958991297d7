package org.zeroply.desktop.shell;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.games.GamesModel;
import org.zeroply.desktop.games.PatternForm;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.FormParts;
import org.zeroply.desktop.kit.MachineSettings;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.playout.PlayOutModel;
import org.zeroply.desktop.setup.Draft;
import org.zeroply.desktop.setup.SetupModel;
import org.zeroply.desktop.setup.SetupSheet;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameResult;
import org.zeroply.gametree.Tags;
import org.zeroply.reading.ValueScale;
import org.zeroply.rules.Position;

/** What the user is asked for on a sheet of paper: values, names, a position, a pattern, who plays. */
final class Forms {
    private final OpenGame reading;
    private final GamesModel games;
    private final MachineSettings settings;
    private final Sheets sheets;
    private final Consumer<Position> read;
    private final BiConsumer<Position, PlayOutModel.Terms> play;
    private @Nullable Draft leftDraft;

    /**
     * @param read starts an analysis from a position
     * @param play lets two people play a position out
     */
    Forms(
            OpenGame reading,
            GamesModel games,
            MachineSettings settings,
            Sheets sheets,
            Consumer<Position> read,
            BiConsumer<Position, PlayOutModel.Terms> play) {
        this.reading = reading;
        this.games = games;
        this.settings = settings;
        this.sheets = sheets;
        this.read = read;
        this.play = play;
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
            TextField input = new TextField(new org.zeroply.reading.Value.Hundredths(value).text());
            input.setId("scale-" + i);
            fields.add(input);
            form.addRow(i, new Label(Texts.of(names.get(i))), input);
        }
        Label wrong = new Label();
        wrong.getStyleClass().add("attention");
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
        return new java.math.BigDecimal(text.strip().replace(',', '.'))
                .movePointRight(2)
                .setScale(0, java.math.RoundingMode.HALF_UP)
                .intValueExact();
    }

    /** Asks for names, date and result of the open game. */
    void askDetails() {
        Game game = reading.gameProperty().get();
        GridPane form = FormParts.grid();
        List<String> tags = List.of("White", "Black", "Event", "Site", "Date", "Round");
        List<TextField> fields = new ArrayList<>();
        for (int i = 0; i < tags.size(); i++) {
            TextField input = new TextField(game.tags().known(tags.get(i)));
            input.setId("tag-" + tags.get(i));
            input.setPrefWidth(300);
            fields.add(input);
            form.addRow(i, new Label(Texts.of("tag." + tags.get(i))), input);
        }
        ChoiceBox<GameResult> result = Choices.of(List.of(GameResult.values()), value -> Texts.of("result." + value));
        result.setValue(game.result());
        form.addRow(tags.size(), new Label(Texts.of("tag.Result")), result);
        Button keep = new Button(Texts.of("details.keep"));
        keep.getStyleClass().add("primary");
        keep.setDefaultButton(true);
        Sheet sheet = sheets.show(Texts.of("details.title"), form, List.of(keep));
        keep.setOnAction(event -> {
            Tags next = game.tags();
            for (int i = 0; i < tags.size(); i++) {
                String text = fields.get(i).getText().strip();
                next = text.isEmpty() ? next.without(tags.get(i)) : next.with(tags.get(i), text);
            }
            reading.details(new Game(next, reading.tree(), result.getValue()));
            sheet.close();
        });
    }

    /** Sets a position up, beginning from the one that is shown or from the draft that was left last. */
    void setUp(boolean fromBoard) {
        setUp(fromBoard, read);
    }

    /** As above, for whoever wants the position. */
    void setUp(boolean fromBoard, Consumer<Position> done) {
        Draft start = fromBoard
                ? Draft.of(reading.positionProperty().get())
                : leftDraft != null ? leftDraft : Draft.of(Position.START);
        SetupModel model = new SetupModel(start);
        SetupSheet content = new SetupSheet(model, reading.languageProperty().get());
        Button use = new Button(Texts.of("setup.use"));
        use.setId("setup-use");
        use.getStyleClass().add("primary");
        use.disableProperty().bind(model.positionProperty().isNull());
        List<Button> buttons = new ArrayList<>(List.of(use));
        Draft left = leftDraft;
        if (left != null && !left.equals(start)) {
            Button last = new Button(Texts.of("setup.last"));
            last.setOnAction(event -> model.change(left));
            buttons.addFirst(last);
        }
        model.draftProperty().subscribe((before, now) -> leftDraft = now);
        Sheet sheet = sheets.show(Texts.of("setup.title"), content, buttons);
        use.setOnAction(event -> {
            Position position = model.positionProperty().get();
            if (position != null) {
                leftDraft = null;
                sheet.close();
                done.accept(position);
            }
        });
        content.focusBoard();
    }

    /** Asks who plays and how long, then lets two people play the position out. */
    void askPlayOut(boolean fromBoard) {
        Position start = fromBoard ? reading.positionProperty().get() : Position.START;
        GridPane form = FormParts.grid();
        List<TextField> fields = new ArrayList<>();
        List<String> names = List.of("white", "black", "minutes", "increment");
        for (int i = 0; i < names.size(); i++) {
            TextField input =
                    new TextField(settings.get("playout." + names.get(i), i == 2 ? "15" : i == 3 ? "10" : ""));
            input.setId("playout-" + names.get(i));
            fields.add(input);
            form.addRow(i, new Label(Texts.of("playout." + names.get(i))), input);
        }
        Label wrong = new Label();
        wrong.getStyleClass().add("attention");
        form.add(wrong, 0, names.size(), 2, 1);
        Button begin = new Button(Texts.of("playout.begin"));
        begin.setId("playout-begin");
        begin.getStyleClass().add("primary");
        begin.setDefaultButton(true);
        Sheet sheet = sheets.show(Texts.of("playout.title"), form, List.of(begin));
        begin.setOnAction(event -> {
            String minutes = fields.get(2).getText().strip();
            String increment = fields.get(3).getText().strip();
            if (!minutes.matches("[1-9]\\d{0,2}") || !increment.matches("\\d{1,3}")) {
                wrong.setText(Texts.of("playout.wrong"));
                return;
            }
            settings.set("playout.minutes", minutes);
            settings.set("playout.increment", increment);
            sheet.close();
            play.accept(
                    start,
                    new PlayOutModel.Terms(
                            fields.get(0).getText(),
                            fields.get(1).getText(),
                            Duration.ofMinutes(Long.parseLong(minutes)),
                            Duration.ofSeconds(Long.parseLong(increment))));
        });
    }

    /** Asks for a pattern of men and pawns and narrows the list to it. */
    void askPattern() {
        PatternForm form = new PatternForm();
        Label wrong = new Label();
        wrong.getStyleClass().add("attention");
        Button search = new Button(Texts.of("pattern.find"));
        search.setId("pattern-find");
        search.getStyleClass().add("primary");
        search.setDefaultButton(true);
        Sheet sheet = sheets.show(Texts.of("pattern.title"), new VBox(10, form, wrong), List.of(search));
        search.setOnAction(event -> {
            if (form.pattern().isEmpty()) {
                wrong.setText(Texts.of("pattern.empty"));
            } else {
                games.narrow(form.pattern(), form.title());
                sheet.close();
            }
        });
    }
}
