package org.zeroply.desktop.shell;

import java.io.ByteArrayInputStream;
import java.io.File;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.SVGPath;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.zeroply.desktop.calculation.CalculationModel;
import org.zeroply.desktop.calculation.CoachQuestion;
import org.zeroply.desktop.calculation.QuestionModel;
import org.zeroply.desktop.game.Departed;
import org.zeroply.desktop.game.GameNames;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.games.GamesModel;
import org.zeroply.desktop.games.GamesView;
import org.zeroply.desktop.guide.GuideView;
import org.zeroply.desktop.judging.JudgingModel;
import org.zeroply.desktop.judging.QueueModel;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.FailureLog;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.Machine;
import org.zeroply.desktop.kit.MachineLook;
import org.zeroply.desktop.kit.MachineSettings;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.ledger.LedgerModel;
import org.zeroply.desktop.playout.PlayOutModel;
import org.zeroply.desktop.playout.PlayOutView;
import org.zeroply.desktop.reading.ReadingView;
import org.zeroply.desktop.repertoire.RepertoireModel;
import org.zeroply.desktop.repertoire.RepertoireView;
import org.zeroply.desktop.repertoire.SoundnessModel;
import org.zeroply.desktop.task.TasksModel;
import org.zeroply.desktop.task.TasksView;
import org.zeroply.ending.ExactEndings;
import org.zeroply.gametree.Game;
import org.zeroply.notation.Fen;
import org.zeroply.notation.FenReading;
import org.zeroply.notation.Language;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.PgnWriter;
import org.zeroply.opening.Openings;
import org.zeroply.rules.Position;
import org.zeroply.store.GameSummary;
import org.zeroply.store.UndoState;
import org.zeroply.store.Workbook;
import org.zeroply.store.WorkbookException;
import org.zeroply.task.Item;
import org.zeroply.task.Opinion;
import org.zeroply.task.Points;

/** The window: rail, bar, places, status line, and every command of the application with its name and shortcut. */
public final class Shell extends StackPane {
    private static final Logger LOG = LoggerFactory.getLogger(Shell.class);
    private static final int GAMES_OFFERED = 6;
    private static final int PLAYERS_OFFERED = 3;
    private static final int MOST_TO_JUDGE = 1_000;

    private final Workbook workbook;
    private final Background background;
    private final Machine machine;
    private final MachineSettings settings;
    private final FileChoice files;
    private final WorkbookDesk desk;
    private final Forms forms;
    private final GamesModel games;
    private final OpenGame reading;
    private final CalculatorService calculator;
    private final LedgerModel ledger;
    private final JudgingDesk judgingDesk;
    private final JudgingModel judging;
    private final RepertoireDesk repertoireDesk;
    private final RepertoireModel repertoire;
    private final TaskDesk taskDesk;
    private final TasksModel tasks;
    private final CalculationModel calculation;
    private final QuestionModel questions;
    private final GamesView gamesView;
    private final ReadingView readingView;
    private final CommandField field;
    private final StatusLine status;
    private final Label title = new Label();
    private final Label subtitle = new Label();
    private final StackPane places = new StackPane();
    private final Pane overlay = new Pane();
    private final Map<Place, ToggleButton> rail = new EnumMap<>(Place.class);
    private final List<Command> commands = new ArrayList<>();
    private Place place = Place.GAMES;

    /** What lies over all places, the topmost first. */
    private final List<Node> covering = new ArrayList<>();

    private @Nullable Sheet failureSheet;
    private @Nullable BoardWindow boardWindow;

    public Shell(Workbook workbook, Background background, Machine machine, Host host) {
        this.workbook = workbook;
        this.background = background;
        this.machine = machine;
        settings = machine.settings();
        files = machine.files();
        Sheets sheets = new Sheets() {
            @Override
            public Sheet show(String heading, Node content, List<Button> buttons) {
                return Shell.this.show(heading, content, buttons);
            }

            @Override
            public void say(String text) {
                Shell.this.say(text);
            }
        };
        desk = new WorkbookDesk(workbook, background, files, host, sheets);
        games = new GamesModel(workbook, background);
        reading = new OpenGame(workbook, background);
        calculator = new CalculatorService(
                background.calculating(), background::later, machine.forLooks(), machine.forBatches());
        calculation = new CalculationModel(reading, workbook, background, calculator);
        ExactEndings endings = new ExactEndings(settings.endings(), machine.ticker());
        questions = new QuestionModel(reading, calculation, background, calculator, endings);
        forms = new Forms(reading, games, settings, sheets, this::newFrom, this::playOut);
        gamesView = new GamesView(
                games,
                new GamesView.Actions(
                        id -> openGame(id),
                        this::chooseImport,
                        this::chooseExport,
                        this::newGame,
                        forms::askPattern,
                        () -> reading().languageProperty().get()));
        ledger = new LedgerModel(reading, background);
        judgingDesk = new JudgingDesk(reading, workbook, background, calculator, files, sheets);
        judging = judgingDesk.judging();
        readingView = new ReadingView(
                reading,
                ledger,
                new ReadingView.Judging(judging, judgingDesk.coach(), judgingDesk.lanes()),
                calculation,
                questions,
                new ReadingView.Actions(
                        this::newGame,
                        () -> go(Place.GAMES),
                        forms::askScale,
                        this::showGamesHere,
                        this::showDeparted,
                        judgingDesk::arrangeLanes,
                        judgingDesk::makeReport,
                        this::say));
        repertoireDesk = new RepertoireDesk(workbook, background, calculator, files, sheets, id -> openGame(id));
        repertoire = repertoireDesk.model();
        repertoireDesk.follow(reading);
        taskDesk = new TaskDesk(
                workbook,
                background,
                calculator,
                reading,
                judging,
                files,
                sheets,
                new OverPlaces(),
                endings,
                machine.clock(),
                this::setUpTask);
        tasks = taskDesk.model();
        field = new CommandField(this::offers, this::searchGames, this::focusPlace);
        status = new StatusLine(background);
        getStyleClass().add("shell");
        places.getChildren().addAll(gamesView, readingView, repertoireDesk.view(), taskDesk.view());
        BorderPane frame = new BorderPane(places, bar(), null, status, railPane());
        overlay.setPickOnBounds(false);
        overlay.getChildren().add(field.list());
        getChildren().addAll(frame, overlay);
        defineCommands();
        listen(sheets);
        new BookSettings(
                        workbook, background, reading, ledger, judging, judgingDesk.lanes(), repertoireDesk.soundness())
                .begin();
        judgingDesk.queue().begin();
        repertoire.refresh();
        tasks.refresh();
        applyLook();
        go(Place.GAMES);
        games.refresh();
        games.index();
        desk.backUpDaily();
        // The first focus is set by the window when it opens; the place takes it over right after.
        FxThread.later(this::focusPlace);
    }

    // ---- the frame

    private HBox bar() {
        Label name = new Label(Texts.of("app.name"));
        name.getStyleClass().add("app-name");
        title.getStyleClass().add("bar-title");
        title.setMinWidth(0);
        subtitle.getStyleClass().add("soft");
        subtitle.setMinWidth(0);
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        field.setMinWidth(300);
        field.setPrefWidth(310);
        HBox bar = new HBox(name, title, subtitle, space, field);
        bar.getStyleClass().add("bar");
        return bar;
    }

    private VBox railPane() {
        VBox pane = new VBox();
        pane.getStyleClass().add("rail");
        for (Place each : Place.values()) {
            SVGPath icon = new SVGPath();
            icon.setContent(each.icon());
            icon.getStyleClass().add("rail-icon");
            ToggleButton button = new ToggleButton(each.title(), icon);
            button.setId("rail-" + each.name().toLowerCase(Locale.ROOT));
            button.getStyleClass().add("rail-button");
            button.setMaxWidth(Double.MAX_VALUE);
            button.setFocusTraversable(false);
            button.setOnAction(event -> go(each));
            rail.put(each, button);
            pane.getChildren().add(button);
        }
        return pane;
    }

    @Override
    protected void layoutChildren() {
        super.layoutChildren();
        var bounds = sceneToLocal(field.localToScene(field.getBoundsInLocal()));
        if (bounds != null && field.list().isVisible()) {
            double width = Math.max(bounds.getWidth(), 520);
            field.list()
                    .resizeRelocate(
                            bounds.getMaxX() - width,
                            bounds.getMaxY() + 4,
                            width,
                            field.list().getPrefHeight());
        }
    }

    private void go(Place to) {
        keepEdits();
        place = to;
        rail.forEach((each, button) -> button.setSelected(each == to));
        gamesView.setVisible(to == Place.GAMES);
        readingView.setVisible(to == Place.READING);
        repertoireDesk.view().setVisible(to == Place.REPERTOIRE);
        taskDesk.view().setVisible(to == Place.TASKS);
        showTitle();
        showUndo();
        focusPlace();
    }

    private void focusPlace() {
        switch (place) {
            case GAMES -> gamesView.focusList();
            case READING -> readingView.focusBoard();
            case REPERTOIRE -> repertoireDesk.view().focusPlace();
            case TASKS -> taskDesk.view().focusPlace();
        }
    }

    private void showTitle() {
        boolean game = place == Place.READING && reading.openProperty().get();
        Path file = workbook.file().getFileName();
        String book = file == null ? "" : file.toString().replaceFirst("\\.zeroply$", "");
        if (game) {
            Game open = reading.gameProperty().get();
            title.setText(GameNames.players(open));
            Openings.Place opening = reading.openingProperty().get();
            subtitle.setText(Stream.of(
                            open.tags().known("Event"),
                            open.tags().known("Date"),
                            open.tags().known("Site"),
                            open.tags().known("ECO"),
                            opening == null ? "" : opening.name())
                    .filter(text -> !text.isEmpty())
                    .collect(Collectors.joining(" · ")));
        } else {
            title.setText(book);
            subtitle.setText("");
        }
    }

    private void showUndo() {
        UndoState state = switch (place) {
            case READING -> reading.undoProperty().get();
            case GAMES -> games.undoProperty().get();
            case REPERTOIRE -> repertoire.undoProperty().get();
            case TASKS -> tasks.undoProperty().get();
        };
        status.showUndo(
                state.undo() != null
                        ? Texts.of("status.undo", state.undo())
                        : state.redo() != null ? Texts.of("status.redo", state.redo()) : "");
    }

    // ---- listening

    private void listen(Sheets sheets) {
        background.setOnFailure(this::failed);
        games.setOnImported(report -> ImportSheet.show(report, sheets, Shell::copy));
        games.setOnListChanged(this::listChanged);
        games.undoProperty().subscribe(() -> showUndo());
        reading.undoProperty().subscribe(() -> showUndo());
        repertoire.undoProperty().subscribe(() -> showUndo());
        tasks.undoProperty().subscribe(() -> showUndo());
        tasks.openProperty().subscribe((before, now) -> {
            if ((before == null) != (now == null) && place == Place.TASKS) {
                FxThread.later(this::focusPlace);
            }
        });
        reading.languageProperty().subscribe(tasks.languageProperty()::set);
        repertoire.openProperty().subscribe((before, now) -> {
            if ((before == null) != (now == null) && place == Place.REPERTOIRE) {
                FxThread.later(this::focusPlace);
            }
        });
        reading.languageProperty().subscribe(repertoire.languageProperty()::set);
        reading.gameProperty().subscribe(() -> showTitle());
        reading.openingProperty().subscribe(() -> showTitle());
        reading.openProperty().subscribe((before, now) -> {
            showTitle();
            if (now && place == Place.READING) {
                // The place was empty until now, so nothing in it could take the keyboard.
                FxThread.later(this::focusPlace);
            }
        });
        reading.setOnSaved(games::refresh);
        addEventFilter(KeyEvent.KEY_PRESSED, this::shortcut);
        setOnDragOver(event -> {
            if (event.getDragboard().hasFiles()) {
                event.acceptTransferModes(TransferMode.COPY);
            }
            event.consume();
        });
        setOnDragDropped(event -> {
            dropped(event.getDragboard().getFiles());
            event.setDropCompleted(true);
            event.consume();
        });
    }

    /** Takes in files that were dropped on the window. */
    public void dropped(List<File> fallen) {
        importFiles(fallen.stream().map(File::toPath).toList());
    }

    private void shortcut(KeyEvent event) {
        if (getChildren().getLast() instanceof Sheet sheet) {
            // Nothing under a sheet of paper is meant; wherever the keyboard is, Escape puts the sheet away.
            if (event.getCode() == KeyCode.ESCAPE) {
                sheet.close();
                event.consume();
            }
            return;
        }
        if (isPlayingOut()) {
            return;
        }
        for (Command command : commands) {
            if (command.shortcut() != null
                    && command.shortcut().match(event)
                    && (command.place() == null || command.place() == place)
                    && !belongsToText(event, command)
                    && command.enabled().getAsBoolean()) {
                command.action().run();
                event.consume();
                return;
            }
        }
    }

    /** Undo, redo, copy and paste belong to a text field while it has something to do with them. */
    private static boolean belongsToText(KeyEvent event, Command command) {
        if (!(event.getTarget() instanceof TextInputControl text) || !text.isEditable()) {
            return false;
        }
        String shortcut = command.shortcutText();
        return switch (event.getCode()) {
            case Z -> event.isShiftDown() ? text.isRedoable() : text.isUndoable();
            case Y -> text.isRedoable();
            case C -> !event.isShiftDown() && !text.getSelectedText().isEmpty();
            case V -> !event.isShiftDown();
            default -> !event.isShortcutDown() && !event.isAltDown() && !shortcut.startsWith("F");
        };
    }

    /** Says calmly that something failed, and what can be done about it. */
    public void failed(Throwable failure) {
        LOG.error("failed: {}", FailureLog.of(failure));
        StringWriter details = new StringWriter();
        failure.printStackTrace(new PrintWriter(details));
        WorkbookException.Fault fault =
                failure instanceof WorkbookException known ? known.fault() : WorkbookException.Fault.OTHER;
        Label text = new Label(
                fault == WorkbookException.Fault.OTHER
                        ? Texts.of("failure.text", String.valueOf(failure.getMessage()))
                        : Texts.of("failure." + fault));
        text.setId("failure-text");
        text.setWrapText(true);
        text.setPrefWidth(480);
        Button copy = new Button(Texts.of("failure.copy"));
        copy.setOnAction(event -> copy(details.toString()));
        List<Button> buttons = new ArrayList<>(List.of(copy));
        if (fault != WorkbookException.Fault.OTHER) {
            Button elsewhere = new Button(Texts.of("failure.elsewhere"));
            elsewhere.setId("failure-elsewhere");
            elsewhere.setOnAction(event -> goOnElsewhere());
            buttons.add(elsewhere);
            Button again = new Button(Texts.of("failure.again"));
            again.setId("failure-again");
            again.getStyleClass().add("primary");
            buttons.add(again);
            Sheet sheet = showOnce(Texts.of("failure.title." + fault), text, buttons);
            again.setOnAction(event -> {
                sheet.close();
                reading.saveAgain();
            });
        } else {
            showOnce(Texts.of("failure.title"), text, buttons);
        }
    }

    /** One sheet about failures at a time: a disk that is gone fails with every edit. */
    private Sheet showOnce(String heading, Node text, List<Button> buttons) {
        if (failureSheet != null) {
            getChildren().remove(failureSheet);
        }
        Sheet sheet = show(heading, text, buttons);
        failureSheet = sheet;
        return sheet;
    }

    private void goOnElsewhere() {
        long game = reading.gameIdProperty().get();
        Game edited = reading.gameProperty().get();
        desk.goOnElsewhere((target, host) -> host.goOnIn(target, game, edited));
    }

    // ---- sheets

    private Sheet show(String heading, Node content, List<Button> buttons) {
        Sheet[] shown = new Sheet[1];
        Sheet sheet = new Sheet(heading, content, buttons, () -> {
            getChildren().remove(shown[0]);
            focusPlace();
        });
        shown[0] = sheet;
        getChildren().add(sheet);
        Node first = content instanceof GridPane grid
                ? grid.getChildren().stream()
                        .filter(TextField.class::isInstance)
                        .findFirst()
                        .orElse(content)
                : sheet.lookup("#sheet-close");
        Objects.requireNonNullElse(first, sheet).requestFocus();
        return sheet;
    }

    private void showGuide() {
        GridPane grid = new GridPane();
        grid.getStyleClass().add("shortcuts");
        int row = 0;
        for (String key : List.of("walk", "branch", "type", "cursor")) {
            if (place == Place.READING) {
                grid.addRow(row++, strong(Texts.of("keys." + key)), new Label(Texts.of("keys." + key + ".text")));
            }
        }
        for (Command command : commands) {
            if (command.place() == null || command.place() == place) {
                String keys = command.shortcutText();
                if (!keys.isEmpty()) {
                    grid.addRow(row++, strong(keys), new Label(command.title()));
                }
            }
        }
        GuideView guide = new GuideView(Texts.of("keys.title", place.title()), grid);
        show(Texts.of("guide.title"), guide, List.of());
        guide.focusList();
    }

    private static Label strong(String text) {
        Label label = new Label(text);
        label.getStyleClass().add("strong");
        return label;
    }

    // ---- what commands do

    /** Opens a game of the list in Reading, where it came to what the list is narrowed to. */
    public void openGame(long id) {
        reading.open(id, games.plyOf(id));
        go(Place.READING);
    }

    /** Shows the games that reached the position one is at. */
    private void showGamesHere() {
        games.narrow(reading.positionProperty().get(), Texts.of("games.at", reading.currentName()));
        go(Place.GAMES);
    }

    /** Shows where the open game left a repertoire. */
    private void showDeparted(Departed departed) {
        repertoireDesk.show(departed);
        go(Place.REPERTOIRE);
    }

    private void playOut(Position start, PlayOutModel.Terms terms) {
        readingView.keepEdits();
        String today = DateTimeFormatter.ofPattern("yyyy.MM.dd", Locale.ROOT).format(LocalDate.now(machine.clock()));
        PlayOutModel model = new PlayOutModel(start, terms, today, workbook, background, machine.ticker()::nanos);
        PlayOutView[] shown = new PlayOutView[1];
        PlayOutView view = new PlayOutView(model, reading.languageProperty().get(), id -> {
            places.getChildren().remove(shown[0]);
            rail.values().forEach(button -> button.setDisable(false));
            games.refresh();
            if (id != 0) {
                openGame(id);
            }
        });
        shown[0] = view;
        rail.values().forEach(button -> button.setDisable(true));
        places.getChildren().add(view);
        view.focusBoard();
    }

    private boolean isGameShown() {
        return place == Place.READING && reading.openProperty().get();
    }

    /** Whether something covers all places, under which nothing is to be reached: a game played out, a sitting. */
    private boolean isPlayingOut() {
        return places.getChildren().getLast() instanceof PlayOutView || !covering.isEmpty();
    }

    /** A sitting or a marked script over all places: nothing else can be reached until it is put away. */
    private final class OverPlaces implements SittingDesk.Over {
        @Override
        public void show(Node view) {
            covering.add(view);
            cover();
            // Above the frame, below the sheets of paper; what came first stays on top.
            getChildren().add(1, view);
            FxThread.later(view::requestFocus);
        }

        @Override
        public void hide(Node view) {
            covering.remove(view);
            getChildren().remove(view);
            cover();
            if (covering.isEmpty()) {
                focusPlace();
            } else {
                covering.getFirst().requestFocus();
            }
        }

        private void cover() {
            boolean is = !covering.isEmpty();
            rail.values().forEach(button -> button.setDisable(is));
            field.setDisable(is);
        }
    }

    /** Sets a position up and makes a task of it. */
    private void setUpTask() {
        forms.setUp(false, taskDesk::addFrom);
    }

    private void newGame() {
        reading.add(Game.empty(), Texts.of("undo.newGame"));
        go(Place.READING);
    }

    private void newFrom(Position position) {
        reading.add(Game.from(position), Texts.of("undo.newGame"));
        go(Place.READING);
    }

    private void chooseImport() {
        importFiles(files.toImport());
    }

    public void importFiles(List<Path> chosen) {
        if (!chosen.isEmpty()) {
            go(Place.GAMES);
            games.importFiles(chosen);
        }
    }

    private void chooseExport(List<Long> chosen) {
        if (chosen.isEmpty()) {
            status.say(Texts.of("export.nothing"));
            return;
        }
        readingView.keepEdits();
        files.toExport(Texts.of("export.name"))
                .ifPresent(target -> games.export(
                        chosen, target, count -> status.say(Texts.of("export.done", count, target.getFileName()))));
    }

    /** Writes the chosen games, or all that are listed if at most one is chosen, as a table. */
    private void chooseTable() {
        List<Long> chosen = gamesView.chosen().size() > 1
                ? gamesView.chosen()
                : IntStream.range(0, games.games().size()).mapToObj(games::idAt).toList();
        files.toTable(Texts.of("table.name"))
                .ifPresent(target -> games.exportTable(
                        chosen, target, count -> status.say(Texts.of("export.done", count, target.getFileName()))));
    }

    private void listChanged() {
        long open = reading.gameIdProperty().get();
        if (open != 0) {
            background.read(() -> workbook.isListed(open), listed -> {
                if (!listed) {
                    reading.close();
                }
            });
        }
    }

    private void undo() {
        keepEdits();
        switch (place) {
            case READING -> reading.undo();
            case GAMES -> games.undo();
            case REPERTOIRE -> repertoire.undo();
            case TASKS -> tasks.undo();
        }
    }

    private void redo() {
        switch (place) {
            case READING -> reading.redo();
            case GAMES -> games.redo();
            case REPERTOIRE -> repertoire.redo();
            case TASKS -> tasks.redo();
        }
    }

    private static void copy(String text) {
        ClipboardContent content = new ClipboardContent();
        content.putString(text);
        Clipboard.getSystemClipboard().setContent(content);
    }

    private void copyFen() {
        copy(Fen.write(reading.positionProperty().get()));
        status.say(Texts.of("copied.fen"));
    }

    private void copyPgn() {
        readingView.keepEdits();
        copy(PgnWriter.write(reading.gameProperty().get()));
        status.say(Texts.of("copied.pgn"));
    }

    /** A pasted text is a position, or one or more games. */
    private void paste() {
        String text = Clipboard.getSystemClipboard().getString();
        if (text != null && !text.isBlank()) {
            take(text);
        }
    }

    /** Takes a FEN or PGN text in; what is neither is explained. */
    public void take(String text) {
        switch (Fen.read(text)) {
            case FenReading.Read read -> newFrom(read.position());
            case FenReading.Refused refused -> {
                boolean meantAsFen = text.strip().split("/", -1).length >= 7 && !text.contains("[");
                if (meantAsFen) {
                    status.say(Texts.of("paste.badFen", String.join("; ", refused.reasons())));
                } else {
                    takePgn(text);
                }
            }
        }
    }

    private void takePgn(String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        try {
            PgnReader reader = new PgnReader(new ByteArrayInputStream(bytes));
            PgnEntry first = reader.next();
            boolean only = reader.next() == null;
            if (first instanceof PgnEntry.Read read
                    && only
                    && read.faults().isEmpty()
                    && read.game().tree().size() > 0) {
                reading.add(read.game(), Texts.of("undo.pasted"));
                go(Place.READING);
            } else if (first instanceof PgnEntry.Read read && read.game().tree().size() > 0) {
                games.importStream(Texts.of("paste.name"), () -> new ByteArrayInputStream(bytes));
                go(Place.GAMES);
            } else {
                status.say(Texts.of("paste.nothing"));
            }
        } catch (IOException impossible) {
            throw new IllegalStateException(impossible);
        }
    }

    // ---- settings

    private void applyLook() {
        MachineLook.apply(this, settings);
        if (boardWindow != null) {
            boardWindow.look(settings);
        }
    }

    private void scale(int step) {
        settings.set("scale", Integer.toString(Math.clamp(settings.scale() + step, 90, 150)));
        applyLook();
    }

    private void toggleLamp() {
        settings.set("theme", settings.get("theme", "paper").equals("lamp") ? "paper" : "lamp");
        applyLook();
    }

    // ---- commands

    private void add(String key, @Nullable String shortcut, @Nullable Place where, Runnable action) {
        Command command = Command.of(Texts.of(key), shortcut, where, action);
        commands.add(
                where == Place.READING
                        ? command.when(() -> reading.openProperty().get() && !reading.isCurtainDown())
                        : command);
    }

    /** A command of Reading that also works while the curtain is down. */
    private void addUnderCurtain(String key, @Nullable String shortcut, Runnable action) {
        commands.add(Command.of(Texts.of(key), shortcut, Place.READING, action)
                .when(() -> reading.openProperty().get()));
    }

    /** The student whom one is looking at: of the list's filter, or who answers under the curtain, or White of the open game. */
    private String playerInSight() {
        String filtered = games.filterProperty().get().player();
        if (place == Place.GAMES && !filtered.isEmpty()) {
            return filtered;
        }
        return reading.openProperty().get()
                ? reading.gameProperty().get().tags().known("White")
                : "";
    }

    private void walkTurning(int direction) {
        if (!judging.walk(direction)) {
            say(Texts.of(judging.judgementProperty().get() == null ? "judging.notJudged" : "judging.noMore"));
        }
    }

    private void toggleCurtain() {
        readingView.keepEdits();
        if (reading.isCurtainDown()) {
            reading.curtain().lift();
        } else {
            reading.curtain().drop();
        }
    }

    /** Shows the second window, or puts it away. */
    private void toggleBoardWindow() {
        BoardWindow window = boardWindow;
        if (window != null && window.isShowing()) {
            window.close();
        } else {
            boardWindow = new BoardWindow(reading, settings);
            boardWindow.show();
            // One goes on working here; the other window only shows.
            getScene().getWindow().requestFocus();
        }
    }

    private void defineCommands() {
        add("command.field", "Shortcut+K", null, field::requestFocus);
        add("command.places.games", "Shortcut+1", null, () -> go(Place.GAMES));
        add("command.places.reading", "Shortcut+2", null, () -> go(Place.READING));
        add("command.places.repertoire", "Shortcut+3", null, () -> go(Place.REPERTOIRE));
        add("command.places.tasks", "Shortcut+4", null, () -> go(Place.TASKS));
        add("command.newGame", "Shortcut+N", null, this::newGame);
        add("command.setup", "Alt+S", null, () -> forms.setUp(isGameShown()));
        add("command.import", "Shortcut+I", null, this::chooseImport);
        add("command.export", "Shortcut+E", Place.GAMES, () -> chooseExport(gamesView.chosen()));
        add("command.table", null, Place.GAMES, this::chooseTable);
        add("command.find", "Shortcut+F", Place.GAMES, gamesView::focusFind);
        add("command.narrow", "Alt+F", Place.GAMES, gamesView::toggleFilter);
        add("command.pattern", "Alt+P", Place.GAMES, forms::askPattern);
        add("command.showAll", "Alt+A", Place.GAMES, games::showAll);
        add("command.gamesHere", "Alt+G", Place.READING, this::showGamesHere);
        add("command.removeGames", null, Place.GAMES, () -> games.remove(gamesView.chosen()));
        add("command.openWorkbook", "Shortcut+O", null, desk::openOther);
        add("command.newWorkbook", null, null, desk::openFresh);
        add("command.copyWorkbook", null, null, desk::copy);
        add("command.merge", null, null, () -> desk.merge(this::openGame, games::refresh));
        add("command.backups", null, null, desk::showBackups);
        add("command.undo", "Shortcut+Z", null, this::undo);
        add("command.redo", "Shortcut+Shift+Z", null, this::redo);
        addUnderCurtain("command.curtain", "Alt+C", this::toggleCurtain);
        addUnderCurtain("command.liftOne", "Alt+Right", reading.curtain()::liftOne);
        add("command.playout", "Alt+O", null, () -> forms.askPlayOut(isGameShown()));
        add("command.boardWindow", "F8", null, this::toggleBoardWindow);
        addUnderCurtain(
                "command.flip",
                "Alt+T",
                () -> reading.flippedProperty().set(!reading.flippedProperty().get()));
        add("command.promote", "Alt+M", Place.READING, reading::promote);
        add(
                "command.branchUp",
                "Alt+Up",
                Place.READING,
                () -> reading.moveBranch(reading.nodeProperty().get(), -1));
        add(
                "command.branchDown",
                "Alt+Down",
                Place.READING,
                () -> reading.moveBranch(reading.nodeProperty().get(), 1));
        add(
                "command.delete",
                "Delete",
                Place.READING,
                () -> reading.delete(reading.nodeProperty().get()));
        add("command.note", "Alt+N", Place.READING, readingView::focusNote);
        addUnderCurtain("command.linePad", "Alt+L", readingView::focusLinePad);
        addUnderCurtain("command.ledger", "Alt+E", () -> readingView.showLedger(LedgerModel.View.ENTRIES));
        add("command.compare", "Alt+V", Place.READING, () -> readingView.showLedger(LedgerModel.View.COMPARE));
        add("command.trades", "Alt+W", Place.READING, () -> readingView.showLedger(LedgerModel.View.TRADES));
        addUnderCurtain("command.reach", "Alt+R", () -> readingView.showLedger(LedgerModel.View.REACH));
        add("command.talkingPoint", "Alt+J", Place.READING, readingView::takeIntoNote);
        add("command.details", "Alt+D", Place.READING, forms::askDetails);
        add("command.calculation", "Alt+K", Place.READING, readingView::toggleCalculation);
        add("command.calculationStop", "Alt+X", Place.READING, () -> {
            calculation.stop();
            questions.stop();
            judging.stop();
        });
        add("command.judge", "Alt+Y", Place.READING, () -> {
            readingView.showJudgement();
            judging.judge();
        });
        add("command.judgeGames", "Alt+Y", Place.GAMES, () -> judgingDesk.judgeGames(gamesView.chosen()));
        add("command.queue", null, null, judgingDesk::showQueue);
        add("command.sums", "Alt+Q", null, () -> judgingDesk.showSums(playerInSight()));
        add("command.lanes", "Alt+I", Place.READING, judgingDesk::arrangeLanes);
        add("command.markDrift", "Alt+B", Place.READING, judgingDesk::markDrift);
        add("command.moment", "Alt+H", Place.READING, judgingDesk.coach()::toggleMoment);
        add("command.candidateNotes", "Alt+Shift+K", Place.READING, readingView::focusCandidates);
        add("command.report", "Alt+Z", Place.READING, () -> {
            readingView.keepEdits();
            judgingDesk.makeReport();
        });
        add("command.lesson", "Alt+Shift+C", Place.READING, () -> {
            readingView.keepEdits();
            judgingDesk.startLesson();
        });
        addUnderCurtain("command.nextMoment", "Alt+Shift+Right", reading.curtain()::nextStop);
        add("command.judging", "Alt+U", Place.READING, readingView::showJudgement);
        add("command.nextTurning", "Alt+Page Down", Place.READING, () -> walkTurning(1));
        add("command.previousTurning", "Alt+Page Up", Place.READING, () -> walkTurning(-1));
        add("command.calculateGame", null, Place.READING, calculation::calculateGame);
        add("command.candidates", "Alt+1", Place.READING, () -> readingView.ask(null));
        for (CoachQuestion question : CoachQuestion.values()) {
            add("command.ask." + question, question.keys(), Place.READING, () -> readingView.ask(question));
        }
        defineRepertoireCommands();
        defineTaskCommands();
        add("command.copyFen", "Shortcut+Shift+C", Place.READING, this::copyFen);
        add("command.copyPgn", "Shortcut+C", Place.READING, this::copyPgn);
        add("command.paste", "Shortcut+V", null, this::paste);
        add("command.scale", null, Place.READING, forms::askScale);
        for (Language language : Language.values()) {
            Command command = Command.of(
                    Texts.of("command.language", language.title()),
                    null,
                    null,
                    () -> reading.languageProperty().set(language));
            commands.add(command);
        }
        add("command.lamp", "F9", null, this::toggleLamp);
        add("command.larger", "Shortcut+Plus", null, () -> scale(10));
        add("command.smaller", "Shortcut+Minus", null, () -> scale(-10));
        add("command.shortcuts", "F1", null, this::showGuide);
    }

    private void defineTaskCommands() {
        TasksView view = taskDesk.view();
        add("command.tasks.new", "Alt+N", Place.TASKS, taskDesk::newPaper);
        add("command.tasks.settings", null, Place.TASKS, taskDesk::settings);
        add("command.tasks.remove", null, Place.TASKS, tasks::remove);
        add("command.tasks.import", "Alt+I", Place.TASKS, taskDesk::importPaper);
        add("command.tasks.export", "Shortcut+E", Place.TASKS, taskDesk::exportPaper);
        add("command.tasks.fromSetup", "Alt+P", Place.TASKS, taskDesk::fromSetup);
        add("command.tasks.removeTask", null, Place.TASKS, tasks::removeTask);
        add(
                "command.tasks.next",
                "Alt+Page Down",
                Place.TASKS,
                () -> tasks.choose(tasks.placeProperty().get() + 1));
        add(
                "command.tasks.previous",
                "Alt+Page Up",
                Place.TASKS,
                () -> tasks.choose(tasks.placeProperty().get() - 1));
        add(
                "command.tasks.later",
                "Alt+Shift+Right",
                Place.TASKS,
                () -> tasks.move(
                        tasks.placeProperty().get(), tasks.placeProperty().get() + 1));
        add(
                "command.tasks.earlier",
                "Alt+Shift+Left",
                Place.TASKS,
                () -> tasks.move(
                        tasks.placeProperty().get(), tasks.placeProperty().get() - 1));
        add("command.tasks.draft", "Alt+D", Place.TASKS, tasks::draft);
        add("command.tasks.choice", "Alt+C", Place.TASKS, () -> tasks.setChoice(Points.of(5)));
        add("command.tasks.reach", "Alt+R", Place.TASKS, () -> tasks.setReach(Points.of(2)));
        for (Opinion opinion : Opinion.values()) {
            int digit = opinion == Opinion.UNCLEAR ? 0 : Opinion.WHITE_WINNING.ordinal() - opinion.ordinal() + 1;
            add(
                    "command.tasks.judge." + opinion,
                    "Alt+" + digit,
                    Place.TASKS,
                    () -> tasks.setJudge(opinion, Points.of(1)));
        }
        for (Item.Way way : Item.Way.values()) {
            String key = switch (way) {
                case ALL -> "Alt+A";
                case ANY -> "Alt+Y";
                case SUM -> "Alt+U";
                case BEST -> "Alt+B";
            };
            add("command.tasks.group." + way, key, Place.TASKS, () -> view.group(way));
        }
        add("command.tasks.ungroup", "Alt+G", Place.TASKS, view::ungroup);
        add("command.tasks.delete", "Delete", Place.TASKS, view::delete);
        add("command.tasks.up", "Alt+Up", Place.TASKS, () -> tasks.reorder(-1));
        add("command.tasks.down", "Alt+Down", Place.TASKS, () -> tasks.reorder(1));
        add("command.tasks.themes", "Alt+H", Place.TASKS, tasks::findThemes);
        add("command.tasks.questions", "Alt+Q", Place.TASKS, taskDesk::editQuestions);
        add("command.tasks.check", "Alt+K", Place.TASKS, () -> {
            view.show(TasksView.Tab.CHECK);
            tasks.check();
        });
        add("command.tasks.solution", "Alt+S", Place.TASKS, () -> view.show(TasksView.Tab.SOLUTION));
        add("command.tasks.results", "Alt+E", Place.TASKS, () -> view.show(TasksView.Tab.RESULTS));
        add("command.tasks.print", "Shortcut+P", Place.TASKS, taskDesk::print);
        add("command.tasks.homework", null, Place.TASKS, taskDesk::exportHomework);
        add("command.tasks.scripts", null, Place.TASKS, taskDesk.sittings()::readScripts);
        add("command.tasks.sit", "Alt+T", Place.TASKS, taskDesk.sittings()::sit);
        add("command.tasks.students", null, Place.TASKS, taskDesk.sittings()::students);
        add("command.tasks.typeIn", null, Place.TASKS, taskDesk.sittings()::typeIn);
        questions.setOnTask(task -> {
            go(Place.TASKS);
            taskDesk.addFromAnswer(task);
        });
        add("command.tasks.fromAnswer", "Alt+Shift+M", Place.READING, questions::makeTask);
        add("command.tasks.take", "Alt+Shift+T", Place.READING, () -> {
            go(Place.TASKS);
            taskDesk.fromReading();
        });
    }

    private void defineRepertoireCommands() {
        RepertoireView view = repertoireDesk.view();
        add("command.repertoire.new", "Alt+N", Place.REPERTOIRE, repertoireDesk::makeNew);
        add("command.repertoire.retitle", null, Place.REPERTOIRE, repertoireDesk::retitle);
        add("command.repertoire.remove", null, Place.REPERTOIRE, repertoire::remove);
        add("command.repertoire.import", "Alt+I", Place.REPERTOIRE, repertoireDesk::importInto);
        add("command.repertoire.export", "Shortcut+E", Place.REPERTOIRE, repertoireDesk::export);
        add("command.repertoire.count", "Alt+W", Place.REPERTOIRE, repertoireDesk::count);
        add("command.repertoire.guard", "Alt+G", Place.REPERTOIRE, () -> repertoireDesk.guard(Optional.empty()));
        add("command.repertoire.line", "Alt+L", Place.REPERTOIRE, view::focusLine);
        add("command.repertoire.find", "Shortcut+F", Place.REPERTOIRE, view::focusFind);
        add("command.repertoire.delete", "Delete", Place.REPERTOIRE, repertoire::removeMove);
        add("command.repertoire.up", "Alt+Up", Place.REPERTOIRE, () -> repertoire.reorder(-1));
        add("command.repertoire.down", "Alt+Down", Place.REPERTOIRE, () -> repertoire.reorder(1));
        add("command.repertoire.fit", "Alt+T", Place.REPERTOIRE, view::fit);
        add("command.repertoire.calculate", "Alt+K", Place.REPERTOIRE, repertoireDesk.soundness()::start);
        add("command.repertoire.stop", "Alt+X", Place.REPERTOIRE, repertoireDesk.soundness()::stop);
        add("command.repertoire.compare", "Alt+D", Place.REPERTOIRE, () -> {
            view.showNamed("DEPARTURES");
            repertoireDesk.checks().compareGames();
        });
        add("command.repertoire.thread", "Alt+R", Place.REPERTOIRE, view::openThread);
        List<String> tabs = List.of("FLOW", "UNANSWERED", "SOUNDNESS", "GUARDS", "TIDY", "DEPARTURES", "STRUCTURES");
        for (String tab : tabs) {
            add(
                    "command.repertoire.tab." + tab,
                    "Alt+" + (tabs.indexOf(tab) + 1),
                    Place.REPERTOIRE,
                    () -> view.showNamed(tab));
        }
    }

    /** What the field offers at once for a text: a position, and commands, the best fit first. */
    private List<CommandField.Offer> offers(String text) {
        List<CommandField.Offer> offers = new ArrayList<>();
        if (text.contains("/") && Fen.read(text) instanceof FenReading.Read read) {
            offers.add(new CommandField.Offer(Texts.of("field.position"), "FEN", () -> newFrom(read.position())));
        }
        Map<Matching, List<CommandField.Offer>> fitting = new EnumMap<>(Matching.class);
        for (Command command : commands) {
            Matching fit = Matching.of(text, command.title());
            if (fit != null && command.enabled().getAsBoolean()) {
                fitting.computeIfAbsent(fit, each -> new ArrayList<>()).add(offer(command));
            }
        }
        fitting.values().forEach(offers::addAll);
        return offers;
    }

    /** A command of another place goes there first. */
    private CommandField.Offer offer(Command command) {
        Place where = command.place();
        return new CommandField.Offer(command.title(), command.shortcutText(), () -> {
            if (where != null && where != place) {
                go(where);
            }
            command.action().run();
        });
    }

    /** Players and games for the field, looked up in the background. */
    private void searchGames(String text, Consumer<List<CommandField.Offer>> answer) {
        background.read(
                () -> {
                    List<CommandField.Offer> found = new ArrayList<>();
                    for (Workbook.Player player : workbook.players(text, PLAYERS_OFFERED)) {
                        found.add(
                                new CommandField.Offer(player.name(), Texts.of("field.player", player.games()), () -> {
                                    go(Place.GAMES);
                                    games.showPlayer(player.name());
                                }));
                    }
                    for (GameSummary game : workbook.find(text, GAMES_OFFERED)) {
                        found.add(new CommandField.Offer(
                                GameNames.players(game), game.event() + "  " + game.date(), () -> openGame(game.id())));
                    }
                    return found;
                },
                answer);
    }

    // ---- for the application, its tests and the tour

    public OpenGame reading() {
        return reading;
    }

    public QuestionModel questions() {
        return questions;
    }

    public JudgingModel judging() {
        return judging;
    }

    /** Puts games of the workbook into the queue of those to be judged. */
    public void judgeThose(Predicate<GameSummary> wanted) {
        background.read(
                () -> workbook.find("", MOST_TO_JUDGE).stream()
                        .filter(wanted)
                        .map(GameSummary::id)
                        .toList(),
                judgingDesk.queue()::add);
    }

    /** Does something to the workbook in the background, such as adding repertoires, and shows what there is then. */
    public void prepare(Function<Workbook, Boolean> work) {
        background.look(() -> work.apply(workbook), done -> {
            repertoire.refresh();
            tasks.refresh();
        });
    }

    /** The games that wait to be judged. */
    public QueueModel queue() {
        return judgingDesk.queue();
    }

    public LedgerModel ledger() {
        return ledger;
    }

    public CalculationModel calculation() {
        return calculation;
    }

    public GamesModel games() {
        return games;
    }

    /** Does what the command with the title of this key does. */
    public void runCommand(String key) {
        String name = Texts.of(key);
        commands.stream()
                .filter(command -> command.title().equals(name))
                .findFirst()
                .orElseThrow()
                .action()
                .run();
    }

    /** A short message in the status line. */
    public void say(String text) {
        status.say(text);
    }

    /** Closes the windows that belong to this one. */
    public void closeWindows() {
        calculator.close();
        if (boardWindow != null) {
            boardWindow.close();
        }
    }

    /** The second window, if it was opened. */
    public @Nullable BoardWindow boardWindow() {
        return boardWindow;
    }

    /** Writes everything down that is still being typed; called before the window closes. */
    public void keepEdits() {
        readingView.keepEdits();
        repertoireDesk.view().keepEdits();
        taskDesk.view().keepEdits();
    }

    public RepertoireModel repertoire() {
        return repertoire;
    }

    public TasksModel tasks() {
        return tasks;
    }

    public TasksView tasksView() {
        return taskDesk.view();
    }

    public RepertoireView repertoireView() {
        return repertoireDesk.view();
    }

    public SoundnessModel soundness() {
        return repertoireDesk.soundness();
    }
}
