package org.zeroply.desktop.shell;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.board.DrawingHand;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.FormParts;
import org.zeroply.desktop.kit.MachineSettings;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.desktop.playout.PlayOutModel;
import org.zeroply.desktop.setup.Draft;
import org.zeroply.desktop.setup.SetupModel;
import org.zeroply.desktop.setup.SetupSheet;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Position;

/** How a game begins that is not taken in: from a position that is set up, or played out between two people. */
final class Forms {
    private final OpenGame reading;
    private final MachineSettings settings;
    private final Sheets sheets;
    private final DrawingHand hand;
    private final Consumer<GameTree> read;
    private final BiConsumer<Position, PlayOutModel.Terms> play;
    private @Nullable Draft leftDraft;

    /**
     * @param read starts an analysis from a position
     * @param play lets two people play a position out
     */
    Forms(
            OpenGame reading,
            MachineSettings settings,
            Sheets sheets,
            DrawingHand hand,
            Consumer<GameTree> read,
            BiConsumer<Position, PlayOutModel.Terms> play) {
        this.reading = reading;
        this.settings = settings;
        this.sheets = sheets;
        this.hand = hand;
        this.read = read;
        this.play = play;
    }

    /** Sets a position up, beginning from the one that is shown or from the draft that was left last. */
    void setUp(boolean fromBoard) {
        setUp(fromBoard, read);
    }

    /** As above, for whoever wants the position. */
    void setUp(boolean fromBoard, Consumer<GameTree> done) {
        Draft start = fromBoard
                ? Draft.of(reading.positionProperty().get())
                : leftDraft != null ? leftDraft : Draft.of(Position.START);
        SetupModel model = new SetupModel(start);
        SetupSheet content = new SetupSheet(model, reading.languageProperty().get(), hand);
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
            GameTree made = model.tree();
            if (made != null) {
                leftDraft = null;
                sheet.close();
                done.accept(made);
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
        Label wrong = Widgets.label("attention", "");
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
}
