package org.zeroply.desktop.shell;

import java.io.File;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.animation.AnimationTimer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.SVGPath;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Diary;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.Lesson;
import org.zeroply.desktop.board.DrawingHand;
import org.zeroply.desktop.game.Departed;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.games.GamesModel;
import org.zeroply.desktop.games.GamesPlace;
import org.zeroply.desktop.guide.GuideView;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.Command;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.FocusRing;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.Machine;
import org.zeroply.desktop.kit.MachineLook;
import org.zeroply.desktop.kit.MachineSettings;
import org.zeroply.desktop.kit.Place;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.desktop.lessons.DiaryModel;
import org.zeroply.desktop.lessons.LessonDesk;
import org.zeroply.desktop.playout.PlayOutModel;
import org.zeroply.desktop.playout.PlayOutView;
import org.zeroply.desktop.reading.ReadingPlace;
import org.zeroply.desktop.register.Accounts;
import org.zeroply.desktop.register.RegisterPlace;
import org.zeroply.desktop.register.StudentPage;
import org.zeroply.desktop.repertoire.GameDepartures;
import org.zeroply.desktop.repertoire.RepertoirePlace;
import org.zeroply.desktop.showing.LessonsPlace;
import org.zeroply.desktop.task.TasksPlace;
import org.zeroply.desktop.today.TodayPlace;
import org.zeroply.ending.ExactEndings;
import org.zeroply.gametree.Game;
import org.zeroply.notation.Language;
import org.zeroply.rules.Position;
import org.zeroply.store.GameSummary;
import org.zeroply.store.UndoState;
import org.zeroply.store.Workbook;
import org.zeroply.store.WorkbookException;
import org.zeroply.task.Task;

/**
 * The window: rail, bar, the place one is at, sheets over it, status line, and the commands of the application with their
 * shortcuts. It puts the places together and knows them only as places.
 */
public final class Shell extends StackPane {
    private static final int MOST_TO_JUDGE = 1_000;
    /** What stays free under the list of the field. */
    private static final double LIST_MARGIN = 44;

    private static final int SIZE_STEP = 10;
    private static final int MOST_FRAMES_BEFORE_THE_REST = 60;
    private static final double LONGEST_TITLE = 420;
    private static final double LONGEST_BOOK = 200;
    private static final String FIRST_CARDS = "firstCards";
    private static final String TEXT_SIZE = "scale";

    private final Workbook workbook;
    private final Background background;
    private final Machine machine;
    private final MachineSettings settings;
    private final Sheets sheets = new SheetLayer(this, this::focusBack, this::say, this::listCommands);
    private final DrawingHand hand = new DrawingHand();
    private final CalculatorService calculator;
    private final WorkbookDesk desk;
    private final OpenGame reading;
    private final GamesModel games;
    private final GamesPlace gamesPlace;
    private final ReadingPlace readingPlace;
    private final RepertoirePlace repertoirePlace;
    private final TasksPlace tasksPlace;
    private final RegisterPlace registerPlace;
    private final LessonDesk lessons;
    private final LessonsPlace lessonsPlace;
    private final TodayPlace todayPlace;
    private final List<Place> places;
    private final TakingIn takingIn;
    private final Forms forms;
    private final Failures failures;
    private final CommandField field;
    private final StatusLine status;
    private final Button title = new Button();
    private final Label subtitle = new Label();
    private final StackPane stage = new StackPane();
    private final Pane overlay = new Pane();
    private final Map<Place, ToggleButton> rail = new HashMap<>();
    private final List<Offers.Placed> commands = new ArrayList<>();
    private final Covers covers = new Covers(this, this::focusPlace, is -> {
        lock(is);
        lockField(is);
    });
    private final LeftOpen leftOpen;
    private final BooleanProperty firstCards = new SimpleBooleanProperty(this, "firstCards", true);
    private Place place;
    private boolean isClosed;

    private @Nullable BoardWindow boardWindow;

    public Shell(Workbook workbook, Background background, Machine machine, Host host) {
        this.workbook = workbook;
        this.background = background;
        this.machine = machine;
        settings = machine.settings();
        firstCards.set(settings.get(FIRST_CARDS, "").isEmpty());
        firstCards.subscribe((before, now) -> settings.set(FIRST_CARDS, now ? "" : "away"));
        FileChoice files = machine.files();
        desk = new WorkbookDesk(workbook, background, machine, host, sheets);
        ExactEndings endings = new ExactEndings(settings.endings(), machine.ticker());
        calculator = new CalculatorService(
                background.calculating(),
                background::later,
                endings,
                machine.forLooks(),
                machine.forBatches(),
                machine.forPositions());
        games = new GamesModel(workbook, background);
        reading = new OpenGame(workbook, background);
        AroundPlaces around = new AroundPlaces();
        leftOpen = new LeftOpen(reading, workbook, background);
        gamesPlace = new GamesPlace(games, background, files, sheets, around);
        readingPlace =
                new ReadingPlace(reading, workbook, background, calculator, endings, files, sheets, hand, around);
        repertoirePlace =
                new RepertoirePlace(reading, workbook, background, calculator, files, sheets, hand, this::openGame);
        tasksPlace = new TasksPlace(
                reading,
                readingPlace.judging(),
                workbook,
                background,
                calculator,
                endings,
                machine.clock(),
                files,
                sheets,
                covers,
                hand,
                around::setUpTask);
        registerPlace = new RegisterPlace(
                workbook, background, calculator.analystName(), machine.clock(), files, sheets, around);
        lessons = new LessonDesk(
                new DiaryModel(workbook, background, machine.clock()),
                workbook,
                background,
                new Accounts(workbook, calculator.analystName(), machine.clock()),
                files,
                sheets,
                around);
        todayPlace = new TodayPlace(workbook, background, lessons, sheets, around);
        lessonsPlace = new LessonsPlace(workbook, background, lessons, files, sheets, hand, machine.clock(), around);
        places =
                List.of(todayPlace, gamesPlace, readingPlace, repertoirePlace, tasksPlace, lessonsPlace, registerPlace);
        place = todayPlace;
        takingIn = new TakingIn(reading, games, sheets, () -> go(readingPlace), () -> go(gamesPlace));
        forms = new Forms(reading, settings, sheets, hand, takingIn::newFrom, this::playOut);
        failures = new Failures(reading, desk, sheets);
        Offers offers = new Offers(commands, () -> place, workbook, background, around);
        field = new CommandField(offers::atOnce, offers::search, this::focusPlace);
        status = new StatusLine(background, this::undo, () -> place.redo());
        build();
        defineCommands();
        listen();
        begin();
    }

    private void build() {
        getStyleClass().add("shell");
        BorderPane frame = new BorderPane(stage, new VBox(bar(), lessons.bar()), null, status, railPane());
        overlay.setPickOnBounds(false);
        overlay.getChildren().add(field.list());
        getChildren().addAll(frame, overlay);
        FocusRing.keep(this, this::top);
    }

    private void begin() {
        new BookSettings(
                        workbook,
                        background,
                        reading,
                        readingPlace.ledger(),
                        readingPlace.judging(),
                        readingPlace.judgingDesk().lanes(),
                        repertoirePlace.soundness())
                .begin();
        applyLook();
        go(todayPlace);
        lessons.model().begin();
        onceFirstIsPainted(this::beginTheRest);
        // The first focus is set by the window when it opens; the place takes it over right after, unless something was
        // asked
        // meanwhile.
        FxThread.later(() -> {
            if (top() == null) {
                todayPlace.focusFirst();
            }
        });
    }

    /** What the first place does not need: the other places, and what runs in the background. */
    private void beginTheRest() {
        games.refresh();
        repertoirePlace.model().refresh();
        tasksPlace.model().refresh();
        lessonsPlace.model().refresh();
        readingPlace.judgingDesk().queue().begin();
        games.index();
        desk.backUpDaily();
        desk.warnOfPlace();
        tasksPlace.offerLeftSitting();
    }

    /** Waits until the first place is painted with what is in it, but no longer than a second or so. */
    private void onceFirstIsPainted(Runnable then) {
        new AnimationTimer() {
            private int painted;
            private int frames;

            @Override
            public void handle(long now) {
                painted += todayPlace.model().isRead() ? 1 : 0;
                frames++;
                if (isClosed) {
                    stop();
                } else if (painted > 2 || frames > MOST_FRAMES_BEFORE_THE_REST) {
                    stop();
                    then.run();
                }
            }
        }.start();
    }

    // ---- the frame

    private HBox bar() {
        title.setId("bar-title");
        title.getStyleClass().add("bar-title");
        // Where there is little room the date and place give way first, then a very long name.
        title.setMinWidth(Region.USE_PREF_SIZE);
        title.setMaxWidth(LONGEST_TITLE);
        title.setFocusTraversable(false);
        title.setOnAction(event -> place.editHeading());
        subtitle.getStyleClass().add("soft");
        subtitle.setMinWidth(0);
        Region space = Widgets.space();
        field.setMinWidth(230);
        field.setPrefWidth(310);
        HBox bar = new HBox(workbookMenu(), title, subtitle, space, field);
        bar.getStyleClass().add("bar");
        return bar;
    }

    /** The workbook's name, under which lies what concerns it and the window. */
    private MenuButton workbookMenu() {
        MenuButton menu = new MenuButton(bookName());
        menu.setId("workbook-menu");
        menu.setMinWidth(Region.USE_PREF_SIZE);
        menu.setMaxWidth(LONGEST_BOOK);
        menu.getStyleClass().add("workbook-menu");
        menu.setFocusTraversable(false);
        Menu letters = new Menu(Texts.of("menu.letters"));
        ofLetters().forEach(each -> letters.getItems().add(item(each)));
        ofWorkbook().forEach(each -> menu.getItems().add(item(each)));
        menu.getItems().addAll(new SeparatorMenuItem(), letters);
        for (String key : List.of("command.larger", "command.smaller", "command.lamp", "command.shortcuts")) {
            menu.getItems()
                    .add(item(ofWindow().stream()
                            .filter(each -> each.title().equals(Texts.of(key)))
                            .findFirst()
                            .orElseThrow()));
        }
        return menu;
    }

    private static MenuItem item(Command command) {
        String keys = command.shortcutText();
        MenuItem item = new MenuItem(keys.isEmpty() ? command.title() : command.title() + "    " + keys);
        item.setOnAction(event -> command.action().run());
        return item;
    }

    private String bookName() {
        Path file = workbook.file().getFileName();
        return file == null ? "" : file.toString().replaceFirst("\\.zeroply$", "");
    }

    private VBox railPane() {
        VBox pane = new VBox();
        pane.getStyleClass().add("rail");
        for (Place each : places) {
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
                            Math.min(field.list().getPrefHeight(), getHeight() - bounds.getMaxY() - LIST_MARGIN));
        }
    }

    /** All places, in the order of the rail. */
    public List<Place> places() {
        return places;
    }

    /** Shows a place. */
    public void go(Place to) {
        keepEdits();
        place = to;
        rail.forEach((each, button) -> button.setSelected(each.equals(to)));
        Node view = to.view();
        if (!stage.getChildren().contains(view)) {
            stage.getChildren().add(view);
        }
        // Only places that were shown before have a view yet.
        stage.getChildren().forEach(each -> each.setVisible(each.equals(view)));
        showTitle();
        showUndo();
        focusPlace();
    }

    /**
     * Makes the view of a place that nobody has gone to yet, styled and laid out and not shown, so that going there does not
     * wait for it.
     *
     * @return whether there was anything to make
     */
    public boolean makeAhead(Place ahead) {
        Node view = ahead.view();
        if (stage.getChildren().contains(view)) {
            return false;
        }
        view.setVisible(false);
        stage.getChildren().addFirst(view);
        view.resize(stage.getWidth(), stage.getHeight());
        view.applyCss();
        if (view instanceof Parent parent) {
            parent.layout();
        }
        return true;
    }

    private void focusPlace() {
        place.focus();
    }

    /** Where the keyboard belongs when a sheet of paper was put away. */
    private void focusBack() {
        Parent top = top();
        if (top instanceof Sheet sheet) {
            sheet.focusLast();
        } else if (top instanceof PlayOutView view) {
            view.focusBoard();
        } else {
            covers.focus();
        }
    }

    /** What nothing is to be reached under: a sheet of paper, a sitting, a game played out; null where there is none. */
    private @Nullable Parent top() {
        if (getChildren().getLast() instanceof Sheet sheet) {
            return sheet;
        }
        Parent cover = covers.top();
        return cover == null && stage.getChildren().getLast() instanceof PlayOutView view ? view : cover;
    }

    /** All commands, as the field lists them before anything is typed. */
    private void listCommands() {
        field.clear();
        field.requestFocus();
    }

    private void showTitle() {
        Place.Heading heading = place.headingProperty().getValue();
        Widgets.present(title, heading != null);
        title.setText(heading == null ? "" : heading.title());
        subtitle.setText(heading == null ? "" : heading.subtitle());
    }

    private void showUndo() {
        UndoState state = place.undoProperty().getValue();
        status.showUndo(state);
    }

    // ---- listening

    private void listen() {
        background.setOnFailure(this::failed);
        games.setOnListChanged(this::listChanged);
        // What the day brings stays true while games come in, are judged, and people are edited.
        readingPlace
                .judgingDesk()
                .queue()
                .gamesProperty()
                .subscribe((before, now) -> todayPlace.model().refresh());
        registerPlace
                .model()
                .listProperty()
                .subscribe((before, now) -> todayPlace.model().refresh());
        lessons.model()
                .changesProperty()
                .subscribe((before, now) -> registerPlace.model().workOut());
        for (Place each : places) {
            each.undoProperty().subscribe(now -> showUndo());
            each.headingProperty().subscribe(now -> showTitle());
        }
        reading.setOnSaved(games::refreshRow);
        reading.curtain().nodeProperty().subscribe(node -> {
            if (reading.isCurtainDown()) {
                // What was said last may have been about a move that is covered now.
                say("");
            }
        });
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
        takingIn.importFiles(fallen.stream().map(File::toPath).toList());
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
        if (top() != null) {
            return;
        }
        int size = event.isShortcutDown() && !event.isAltDown() ? sizeStep(event.getCode()) : 0;
        if (size != 0) {
            scale(size);
            event.consume();
            return;
        }
        for (Offers.Placed each : commands) {
            Command command = each.command();
            if (command.shortcut() != null
                    && command.shortcut().match(event)
                    && isHere(each)
                    && !belongsToText(event, command)
                    && command.enabled().getAsBoolean()) {
                command.action().run();
                event.consume();
                return;
            }
        }
    }

    /** Every key with a plus or a minus on it changes the size of the text, with Shift or without. */
    private static int sizeStep(KeyCode key) {
        return switch (key) {
            case PLUS, EQUALS, ADD -> SIZE_STEP;
            case MINUS, SUBTRACT -> -SIZE_STEP;
            default -> 0;
        };
    }

    private boolean isHere(Offers.Placed command) {
        return command.place() == null || command.place().equals(place);
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
        failures.show(failure);
    }

    /** What is in sight becomes a card of the sheet that is open. */
    private void takeAsCard() {
        keepEdits();
        place.card().ifPresentOrElse(lessonsPlace.model()::take, () -> say(Texts.of("card.noPosition")));
    }

    /** With the pencil up the keyboard belongs to the board. */
    private void togglePencil() {
        hand.onProperty().set(!hand.onProperty().get());
        if (top() == null) {
            place.focus();
        }
    }

    // ---- sheets

    private void showGuide() {
        GridPane grid = new GridPane();
        grid.getStyleClass().add("shortcuts");
        int row = 0;
        for (String key : place.otherKeys()) {
            grid.addRow(
                    row++,
                    Widgets.label("strong", Texts.of("keys." + key)),
                    new Label(Texts.of("keys." + key + ".text")));
        }
        for (Offers.Placed each : commands) {
            String keys = each.command().shortcutText();
            if (isHere(each) && !keys.isEmpty()) {
                grid.addRow(
                        row++,
                        Widgets.label("strong", keys),
                        new Label(each.command().title()));
            }
        }
        GuideView guide = new GuideView(Texts.of("keys.title", place.title()), grid);
        sheets.show(Texts.of("guide.title"), guide, List.of());
        guide.focusList();
    }

    // ---- what lies over the places

    private void playOut(Position start, PlayOutModel.Terms terms) {
        readingPlace.keepEdits();
        String today = DateTimeFormatter.ofPattern("yyyy.MM.dd", Locale.ROOT).format(LocalDate.now(machine.clock()));
        PlayOutModel model = new PlayOutModel(start, terms, today, workbook, background, machine.ticker()::nanos);
        PlayOutView[] shown = new PlayOutView[1];
        PlayOutView view = new PlayOutView(model, reading.languageProperty().get(), id -> {
            stage.getChildren().remove(shown[0]);
            lock(false);
            games.refresh();
            if (id != 0) {
                openGame(id);
            }
        });
        shown[0] = view;
        lock(true);
        stage.getChildren().add(view);
        view.focusBoard();
    }

    private void lockField(boolean is) {
        field.setDisable(is);
    }

    /** While something covers the places, the rail leads nowhere. */
    private void lock(boolean is) {
        rail.values().forEach(button -> button.setDisable(is));
    }

    // ---- from place to place

    /** What places ask of each other goes through here. */
    private final class AroundPlaces
            implements GamesPlace.Around,
                    ReadingPlace.Around,
                    RegisterPlace.Around,
                    LessonDesk.Around,
                    TodayPlace.Around,
                    LessonsPlace.Around,
                    Offers.Chosen {
        @Override
        public void open(long game) {
            openGame(game);
        }

        @Override
        public void newGame() {
            takingIn.newGame();
        }

        @Override
        public void takeIn() {
            takingIn.importFiles(machine.files().toRead(FileChoice.Purpose.READ_GAMES));
        }

        @Override
        public void judge(List<Long> chosen) {
            readingPlace.judgingDesk().judgeGames(chosen);
        }

        @Override
        public void keepEdits() {
            Shell.this.keepEdits();
        }

        @Override
        public Language language() {
            return reading.languageProperty().get();
        }

        @Override
        public void playOut() {
            forms.askPlayOut(true);
        }

        @Override
        public void showBoardWindow() {
            toggleBoardWindow();
        }

        @Override
        public void toGames() {
            go(gamesPlace);
        }

        @Override
        public void showGames(Position position, String name) {
            games.narrow(position, name);
            go(gamesPlace);
        }

        @Override
        public void showDeparted(Departed departed) {
            repertoirePlace.show(departed);
            go(repertoirePlace);
        }

        @Override
        public void taskFromHere() {
            go(tasksPlace);
            tasksPlace.addFromGame();
        }

        @Override
        public void takeTask(Task task) {
            go(tasksPlace);
            tasksPlace.add(task);
        }

        @Override
        public void namesChanged() {
            // The open game may be one of those that have changed.
            reading.close();
            games.refresh();
            repertoirePlace.model().refresh();
            tasksPlace.model().refresh();
            lessons.model().refresh();
        }

        @Override
        public void openAt(long game, int ply) {
            reading.open(game, ply);
            go(readingPlace);
        }

        @Override
        public void openRepertoire(long repertoire) {
            go(repertoirePlace);
            repertoirePlace.open(repertoire);
        }

        @Override
        public void openSheet(long sheet) {
            go(lessonsPlace);
            lessonsPlace.open(sheet);
        }

        @Override
        public Position positionRead() {
            return reading.openProperty().get() && !reading.isCurtainDown()
                    ? reading.positionProperty().get()
                    : Position.START;
        }

        @Override
        public void coverAll(Parent view, Runnable focus) {
            covers.show(view, focus);
        }

        @Override
        public void uncover(Parent view) {
            covers.hide(view);
        }

        @Override
        public void showStudentPage(String name) {
            go(registerPlace);
            registerPlace.model().openNamed(name);
        }

        @Override
        public void scriptIsBack(long paper, String student, Runnable note, Runnable done) {
            tasksPlace.isBack(paper, student, note, done);
        }

        @Override
        public Node beginnings() {
            return gamesPlace.beginnings();
        }

        @Override
        public void plan(Diary.Entry entry) {
            lessons.plan(entry);
        }

        @Override
        public void openLesson(Lesson lesson) {
            lessons.plan(lesson);
        }

        @Override
        public void newLesson(long student) {
            lessons.forms().newLesson(lessons.model().today(), List.of(student), lessons::plan);
        }

        @Override
        public void newHomework(long student) {
            StudentPage.At open = inSight();
            lessons.forms().newHomework(List.of(student), 0, open.game(), nameInSight());
        }

        @Override
        public void showEvent(Event event) {
            lessons.showEvent(event);
        }

        @Override
        public void term(long student) {
            lessons.term(student);
        }

        @Override
        public void showDeparture(long game) {
            background.read(
                    () -> GameDepartures.of(workbook, workbook.games().read(game)).stream()
                            .flatMap(told -> told.departed().stream())
                            .findFirst(),
                    found -> found.ifPresent(this::showDeparted));
        }

        @Override
        public void openTask(long paper, int at) {
            go(tasksPlace);
            tasksPlace.open(paper, at);
        }

        @Override
        public StudentPage.At inSight() {
            boolean isOpen = reading.openProperty().get();
            return isOpen
                    ? new StudentPage.At(
                            reading.gameIdProperty().get(),
                            reading.tree()
                                    .mainLine()
                                    .indexOf(reading.nodeProperty().get()))
                    : new StudentPage.At(0, -1);
        }

        @Override
        public String nameInSight() {
            return reading.openProperty().get() ? reading.currentName() : "";
        }

        /** Sets a position up and makes a task of it. */
        void setUpTask() {
            forms.setUp(false, tasksPlace::add);
        }

        @Override
        public void showJudged() {
            background.read(
                    () -> workbook.games().find("", MOST_TO_JUDGE).stream()
                            .max(Comparator.comparingInt(GameSummary::remarks)),
                    found -> found.ifPresentOrElse(
                            game -> {
                                openGame(game.id());
                                runCommand("command.judge");
                            },
                            () -> say(Texts.of("first.noGames"))));
        }

        @Override
        public void sitTask() {
            go(tasksPlace);
            runCommand("command.tasks.sit");
        }

        @Override
        public void showStudent() {
            background.read(
                    () -> workbook.games().find("", MOST_TO_JUDGE).stream()
                            .flatMap(game -> Stream.of(game.white(), game.black()))
                            .collect(Collectors.groupingBy(name -> name, Collectors.counting()))
                            .entrySet()
                            .stream()
                            .max(Map.Entry.comparingByValue()),
                    found -> found.ifPresentOrElse(
                            most -> games.showPlayer(most.getKey()), () -> say(Texts.of("first.noGames"))));
        }

        @Override
        public ObservableValue<String> leftOpen() {
            return leftOpen.nameProperty();
        }

        @Override
        public void goOn() {
            leftOpen.goOn(spot -> {
                reading.open(spot.game(), spot.ply());
                go(readingPlace);
            });
        }

        @Override
        public List<String> marks(long game, Language language) {
            Game read;
            try {
                read = workbook.games().read(game);
            } catch (WorkbookException unreadable) {
                // Said by whatever opens it, not by the list.
                return List.of(Texts.of("games.mark.damaged"));
            }
            List<String> marks = new ArrayList<>();
            if (readingPlace.judging().isJudged(read.tree())) {
                marks.add(Texts.of("games.mark.judged"));
            }
            GameDepartures.of(workbook, read).stream()
                    .map(told -> told.brief(read.tree(), language))
                    .filter(text -> !text.isEmpty())
                    .forEach(marks::add);
            return marks;
        }

        @Override
        public BooleanProperty firstCards() {
            return firstCards;
        }

        @Override
        public void position(Position position) {
            takingIn.newFrom(position);
        }

        @Override
        public void player(String name) {
            go(gamesPlace);
            games.showPlayer(name);
        }

        @Override
        public void game(long id) {
            openGame(id);
        }

        @Override
        public void command(@Nullable Place where, Command command) {
            if (where != null && !where.equals(place)) {
                go(where);
            }
            command.action().run();
        }
    }

    /** Opens a game of the list in Reading, where it came to what the list is narrowed to. */
    public void openGame(long id) {
        reading.open(id, games.plyOf(id));
        go(readingPlace);
    }

    private void listChanged() {
        long open = reading.gameIdProperty().get();
        if (open != 0) {
            background.read(() -> workbook.games().isListed(open), listed -> {
                if (!listed) {
                    reading.close();
                }
            });
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
        settings.set(TEXT_SIZE, Integer.toString(Math.clamp(settings.scale() + step, 90, 150)));
        applyLook();
    }

    private void toggleLamp() {
        settings.set("theme", settings.get("theme", "paper").equals("lamp") ? "paper" : "lamp");
        applyLook();
    }

    // ---- commands

    private void defineCommands() {
        List<Command> everywhere = new ArrayList<>(Command.group("group.places", toPlaces()));
        everywhere.addAll(Command.group(
                "group.takeIn",
                List.of(
                        Command.of("command.newGame", "Shortcut+N", takingIn::newGame),
                        Command.of("command.setup", "Alt+S", () -> forms.setUp(isGameShown())),
                        Command.of(
                                "command.import",
                                "Shortcut+I",
                                () -> takingIn.importFiles(machine.files().toRead(FileChoice.Purpose.READ_GAMES))),
                        Command.of("command.paste", "Shortcut+V", takingIn::paste))));
        everywhere.addAll(Command.group(
                "group.students",
                List.of(
                        Command.of("command.playout", "Alt+O", () -> forms.askPlayOut(isGameShown())),
                        Command.of("command.boardWindow", "F8", this::toggleBoardWindow),
                        Command.of("command.asCard", "Shortcut+D", this::takeAsCard),
                        Command.of("command.queue", null, readingPlace.judgingDesk()::showQueue),
                        Command.of(
                                "command.sums",
                                "Alt+Q",
                                () -> readingPlace.judgingDesk().showSums(playerInSight())))));
        everywhere.addAll(Command.group("group.lesson", lessons.everywhere()));
        everywhere.addAll(Command.group("group.workbook", ofWorkbook()));
        everywhere.addAll(Command.group("group.window", ofWindow()));
        everywhere.forEach(command -> commands.add(new Offers.Placed(null, command)));
        for (Place each : places) {
            each.commands().forEach(command -> commands.add(new Offers.Placed(each, command)));
        }
        assert places.stream().allMatch(this::hasKeysOfItsOwn) : "a key of a place is given twice";
    }

    private boolean hasKeysOfItsOwn(Place in) {
        List<String> keys = commands.stream()
                .filter(each -> each.place() == null || each.place().equals(in))
                .map(each -> each.command().shortcutText())
                .filter(key -> !key.isEmpty())
                .toList();
        return keys.size() == Set.copyOf(keys).size();
    }

    private List<Command> toPlaces() {
        List<Command> list = new ArrayList<>();
        list.add(Command.of("command.field", "Shortcut+K", field::requestFocus));
        for (Place each : places) {
            String key = "command.places." + each.name().toLowerCase(Locale.ROOT);
            list.add(Command.of(key, "Shortcut+" + (places.indexOf(each) + 1), () -> go(each)));
        }
        return list;
    }

    /** What the menu on the workbook's name offers, too. */
    private List<Command> ofWorkbook() {
        return List.of(
                Command.of("command.openWorkbook", "Shortcut+O", desk::openOther),
                Command.of("command.newWorkbook", null, desk::openFresh),
                Command.of("command.copyWorkbook", null, desk::copy),
                Command.of("command.merge", null, () -> desk.merge(this::openGame, games::refresh)),
                Command.of("command.backups", null, desk::showBackups));
    }

    private List<Command> ofWindow() {
        List<Command> list = new ArrayList<>(List.of(
                Command.of("command.shortcuts", "F1", this::showGuide),
                Command.of("command.undo", "Shortcut+Z", this::undo),
                Command.of("command.redo", "Shortcut+Shift+Z", () -> place.redo()),
                Command.of("command.firstCards", null, () -> firstCards.set(!firstCards.get())),
                Command.of("command.pencil", "F3", this::togglePencil),
                Command.of("command.lamp", "F9", this::toggleLamp),
                Command.of("command.larger", "Shortcut+Plus", () -> scale(SIZE_STEP)),
                Command.of("command.smaller", "Shortcut+Minus", () -> scale(-SIZE_STEP))));
        list.addAll(ofLetters());
        return list;
    }

    private List<Command> ofLetters() {
        return Stream.of(Language.values())
                .map(language -> Command.titled(
                        Texts.of("command.language", language.title()),
                        Texts.of("command.language.words"),
                        null,
                        () -> reading.languageProperty().set(language)))
                .toList();
    }

    private boolean isGameShown() {
        return place.equals(readingPlace) && reading.openProperty().get();
    }

    private void undo() {
        keepEdits();
        place.undo();
    }

    /** The student whom one is looking at: of the list's filter, or who answers under the curtain, or White of the open game. */
    private String playerInSight() {
        String filtered = games.filterProperty().get().player();
        if (place.equals(gamesPlace) && !filtered.isEmpty()) {
            return filtered;
        }
        return reading.openProperty().get()
                ? reading.gameProperty().get().tags().known("White")
                : "";
    }

    /** Shows the second window, or puts it away. */
    private void toggleBoardWindow() {
        BoardWindow window = boardWindow;
        if (window != null && window.isShowing()) {
            window.close();
        } else {
            BoardWindow opened = new BoardWindow(reading, readingPlace.marks(), settings);
            boardWindow = opened;
            opened.show(getScene().getWindow());
            // One goes on working here; the other window only shows. The system gives it the keyboard a moment later.
            FxThread.later(getScene().getWindow()::requestFocus);
        }
    }

    // ---- for the application, its tests and the tour

    /** Shows an event with the way to it. */
    public void showEvent(Event event) {
        lessons.showEvent(event);
    }

    /** A place by its class. */
    public <P extends Place> P place(Class<P> type) {
        return places.stream()
                .filter(type::isInstance)
                .map(type::cast)
                .findFirst()
                .orElseThrow();
    }

    /** Puts games of the workbook into the queue of those to be judged. */
    public void judgeThose(Predicate<GameSummary> wanted) {
        background.read(
                () -> workbook.games().find("", MOST_TO_JUDGE).stream()
                        .filter(wanted)
                        .map(GameSummary::id)
                        .toList(),
                readingPlace.judgingDesk().queue()::add);
    }

    /** Does something to the workbook in the background, such as adding repertoires, and shows what there is then. */
    public void prepare(Predicate<Workbook> work) {
        background.look(() -> work.test(workbook), done -> {
            repertoirePlace.model().refresh();
            tasksPlace.model().refresh();
            registerPlace.model().refresh();
            lessons.model().refresh();
            games.refresh();
        });
    }

    /** Takes a FEN or PGN text in; what is neither is explained. */
    public void take(String text) {
        takingIn.take(text);
    }

    public void importFiles(List<Path> chosen) {
        takingIn.importFiles(chosen);
    }

    /** Goes on with a game and its edits, which could not be kept where they were. */
    public void takeOver(long game, Game edited) {
        reading.takeOver(game, edited);
    }

    /** Does what the command with the title of this key does. */
    public void runCommand(String key) {
        runTitled(Texts.of(key));
    }

    /** Does what the command with this title does. */
    public void runTitled(String name) {
        commands.stream()
                .map(Offers.Placed::command)
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
        isClosed = true;
        calculator.close();
        lessonsPlace.close();
        if (boardWindow != null) {
            boardWindow.close();
        }
    }

    /** The second window, if it was opened. */
    public @Nullable BoardWindow boardWindow() {
        return boardWindow;
    }

    /** Asks first if a sitting goes on; says whether it asked, and the window is to stay for now. */
    public boolean asksBeforeClosing(Runnable close) {
        return tasksPlace.asksBeforeClosing(close);
    }

    /** Writes everything down that is still being typed; called before the window closes. */
    public void keepEdits() {
        places.forEach(Place::keepEdits);
    }
}
