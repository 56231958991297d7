package org.zeroply.desktop.games;

import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javafx.beans.property.BooleanProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Command;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.FormParts;
import org.zeroply.desktop.kit.Place;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.notation.Language;
import org.zeroply.store.UndoState;

/** The place of the games: the list, what narrows it, and what is done with those that are chosen. */
public final class GamesPlace implements Place {
    /** What the place asks of those around it. */
    public interface Around {
        void open(long game);

        void newGame();

        /** Asks for files and takes their games in. */
        void takeIn();

        /** Has games judged when nobody looks. */
        void judge(List<Long> games);

        /** Writes down what is being typed anywhere, before games are written to a file. */
        void keepEdits();

        Language language();

        /** Opens a game and shows how it is judged. */
        void showJudged();

        /** Lets somebody sit a paper. */
        void sitTask();

        /** Shows the games of the player who has most of them. */
        void showStudent();

        /** The game that was open when the workbook was closed, by its name; empty if one is open again or there was none. */
        ObservableValue<String> leftOpen();

        /** Opens that game where one stood in it. */
        void goOn();

        /** What is known of a game: that it is judged, where it left a repertoire. Called off the interface thread. */
        List<String> marks(long game, Language language);

        /** Whether the cards of a first start are still wanted. */
        BooleanProperty firstCards();
    }

    private final GamesModel model;
    private final FileChoice files;
    private final Sheets sheets;
    private final Around around;
    private final GameMarks marks;
    private @Nullable GamesView view;

    public GamesPlace(GamesModel model, Background background, FileChoice files, Sheets sheets, Around around) {
        this.model = model;
        this.files = files;
        this.sheets = sheets;
        this.around = around;
        marks = new GameMarks(background, around::language, around::marks);
        model.setOnImported(report -> {
            if (report.last() > 0 && view != null) {
                view.choose(report.last());
            }
            ImportSheet.show(report, sheets);
        });
    }

    public GamesModel model() {
        return model;
    }

    @Override
    public String name() {
        return "GAMES";
    }

    @Override
    public String icon() {
        return "M4 3 H20 V21 H4 Z M8 8 H16 M8 12 H16 M8 16 H13";
    }

    @Override
    public Node view() {
        return made();
    }

    private GamesView made() {
        GamesView known = view;
        if (known == null) {
            known = new GamesView(
                    model,
                    new GamesView.Actions(
                            around::open,
                            around::takeIn,
                            this::export,
                            around::newGame,
                            this::askPattern,
                            around::language,
                            marks,
                            around.leftOpen(),
                            around::goOn),
                    sheets.moreButton("games"),
                    firstCards());
            view = known;
        }
        return known;
    }

    /** Four ways to begin, for a page that has nothing else to say. */
    public Node beginnings() {
        FirstCards cards = new FirstCards(
                "begin",
                new FirstCards.Deeds(
                        around::takeIn, around::showJudged, around::sitTask, around::showStudent, () -> {}));
        cards.withoutAway();
        return cards;
    }

    private FirstCards firstCards() {
        BooleanProperty wanted = around.firstCards();
        FirstCards cards = new FirstCards(
                "first",
                new FirstCards.Deeds(
                        around::takeIn,
                        around::showJudged,
                        around::sitTask,
                        around::showStudent,
                        () -> wanted.set(false)));
        wanted.subscribe(now -> Widgets.present(cards, now));
        return cards;
    }

    @Override
    public void focus() {
        // Games may have been judged elsewhere, and repertoires edited.
        marks.forget();
        made().focusList();
    }

    @Override
    public void keepEdits() {
        // Nothing is typed here that would be kept.
    }

    @Override
    public void undo() {
        model.undo();
    }

    @Override
    public void redo() {
        model.redo();
    }

    @Override
    public ObservableValue<UndoState> undoProperty() {
        return model.undoProperty();
    }

    @Override
    public List<Command> commands() {
        return Stream.of(
                        Command.group(
                                "group.games.find",
                                List.of(
                                        Command.of("command.find", "Shortcut+F", () -> made().focusFind()),
                                        Command.of("command.narrow", "Alt+F", () -> made().toggleFilter()),
                                        Command.of("command.pattern", "Alt+P", this::askPattern),
                                        Command.of("command.showAll", "Alt+A", model::showAll))),
                        Command.group(
                                "group.games.chosen",
                                List.of(
                                        Command.of("command.judgeGames", "Alt+Y", () -> around.judge(made().chosen())),
                                        Command.of("command.export", "Shortcut+E", () -> export(made().chosen())),
                                        Command.of("command.table", null, this::exportTable),
                                        Command.of("command.removeGames", null, () -> model.remove(made().chosen())))))
                .flatMap(List::stream)
                .toList();
    }

    private void export(List<Long> chosen) {
        if (chosen.isEmpty()) {
            sheets.say(Texts.of("export.nothing"));
            return;
        }
        around.keepEdits();
        files.toWrite(FileChoice.Purpose.WRITE_GAMES, Texts.of("export.name"))
                .ifPresent(target -> model.export(
                        chosen, target, count -> sheets.say(Texts.of("export.done", count, target.getFileName()))));
    }

    /** Writes the chosen games, or all that are listed if at most one is chosen, as a table. */
    private void exportTable() {
        List<Long> chosen = made().chosen().size() > 1
                ? made().chosen()
                : IntStream.range(0, model.games().size()).mapToObj(model::idAt).toList();
        files.toWrite(FileChoice.Purpose.WRITE_GAME_TABLE, Texts.of("table.name"))
                .ifPresent(target -> model.exportTable(
                        chosen, target, count -> sheets.say(Texts.of("export.done", count, target.getFileName()))));
    }

    /** Asks for a pattern of men and pawns and narrows the list to it. */
    private void askPattern() {
        PatternForm form = new PatternForm();
        Label wrong = Widgets.label("attention", "");
        Button search = FormParts.primary("pattern.find");
        search.setId("pattern-find");
        Sheet sheet = sheets.show(Texts.of("pattern.title"), new VBox(10, form, wrong), List.of(search));
        search.setOnAction(event -> {
            if (form.pattern().isEmpty()) {
                wrong.setText(Texts.of("pattern.empty"));
            } else {
                model.narrow(form.pattern(), form.title());
                sheet.close();
            }
        });
    }
}
