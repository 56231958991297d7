package org.zeroply.desktop.showing;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.StackPane;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Diary;
import org.zeroply.desktop.board.DrawingHand;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Command;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.PaperFiles;
import org.zeroply.desktop.kit.Place;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.desktop.lessons.LessonDesk;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.print.SheetPages;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.showing.Card;
import org.zeroply.showing.CardSheet;
import org.zeroply.showing.Face;
import org.zeroply.showing.SheetPgn;
import org.zeroply.showing.Shown;
import org.zeroply.showing.Sketch;
import org.zeroply.store.UndoState;
import org.zeroply.store.Workbook;

/** The place Lessons: sheets of cards and plans of lessons, and how they are shown to an audience. */
public final class LessonsPlace implements Place {
    /** Days of lessons before and after today that are listed. */
    private static final int BACK = 42;

    private static final int AHEAD = 42;

    /** What the place asks of those around it. */
    public interface Around {
        Language language();

        /** The position that is read, for maps and new cards. */
        Position positionRead();

        /** Covers all of the window, frame included. */
        void coverAll(Parent view, Runnable focus);

        void uncover(Parent view);
    }

    private final Workbook workbook;
    private final Background background;
    private final LessonDesk lessons;
    private final FileChoice files;
    private final PaperFiles papers;
    private final Sheets sheets;
    private final DrawingHand hand;
    private final Around around;
    private final CardsModel model;
    private final Presentation presentation;
    private final CardForms forms;
    private final ReadOnlyObjectWrapper<@Nullable Heading> heading = new ReadOnlyObjectWrapper<>(this, "heading");
    private @Nullable CardsView view;
    private @Nullable AudienceWindow audience;

    /** What the audience sees, over the one screen that there is; null while it is not there. */
    private @Nullable Parent over;

    public LessonsPlace(
            Workbook workbook,
            Background background,
            LessonDesk lessons,
            FileChoice files,
            Sheets sheets,
            DrawingHand hand,
            Clock clock,
            Around around) {
        this.workbook = workbook;
        this.background = background;
        this.lessons = lessons;
        this.files = files;
        this.sheets = sheets;
        this.hand = hand;
        this.around = around;
        papers = new PaperFiles(files, background, sheets);
        forms = new CardForms(sheets);
        model = new CardsModel(workbook, background);
        presentation = new Presentation(model, clock);
        model.setOnLeaving(this::keepEdits);
        model.saidProperty().subscribe((before, now) -> {
            if (now != null) {
                sheets.say(now);
            }
        });
        model.sheetProperty().subscribe(now -> showHeading());
        model.atProperty().subscribe(now -> showHeading());
        lessons.model().changesProperty().subscribe((before, now) -> readLessons());
    }

    public CardsModel model() {
        return model;
    }

    public Presentation presentation() {
        return presentation;
    }

    /** The audience's window; null before it was first shown. */
    public @Nullable AudienceWindow audience() {
        return audience;
    }

    /** Ends what is presented, with its window. */
    public void close() {
        if (audience != null) {
            audience.close();
        }
    }

    @Override
    public String name() {
        return "LESSONS";
    }

    @Override
    public String icon() {
        return "M3 4 H21 V15 H3 Z M12 15 V18 M8 21 L12 18 L16 21 M7 8 H12 M7 11 H15";
    }

    @Override
    public Node view() {
        return made();
    }

    private CardsView made() {
        CardsView known = view;
        if (known == null) {
            known = new CardsView(model, presentation, hand, new Deeds());
            view = known;
            readLessons();
        }
        return known;
    }

    private final class Deeds implements CardsView.Actions, CardForm.Actions {
        @Override
        public void newSheet() {
            LessonsPlace.this.newSheet();
        }

        @Override
        public void newCard(String kind) {
            LessonsPlace.this.newCard(kind);
        }

        @Override
        public void handout() {
            writeOut();
        }

        @Override
        public void present() {
            togglePresenting();
        }

        @Override
        public Button moreButton() {
            return sheets.moreButton("lessons");
        }

        @Override
        public CardForm.Actions ofCard() {
            return this;
        }

        @Override
        public void plan(Diary.Entry entry) {
            LessonsPlace.this.plan(entry);
        }

        @Override
        public boolean use(KeyEvent event) {
            return presents(event);
        }

        @Override
        public void editMap() {
            Card card = model.cardProperty().get();
            if (card != null && card.face() instanceof Face.Maps maps) {
                int place = model.atProperty().get();
                forms.map(
                        maps,
                        maps.position(),
                        next -> model.change(place, "", "undo.card.map", each -> each.with(next)));
            }
        }

        @Override
        public void complete() {
            LessonsPlace.this.complete();
        }
    }

    // ---- sheets and cards

    private void newSheet() {
        forms.name(Texts.of("sheets.new.title"), "", name -> model.add(CardSheet.of(name)));
    }

    private void rename() {
        if (model.openProperty().get() != null) {
            forms.name(
                    Texts.of("sheets.rename.title"), model.sheetProperty().get().name(), model::rename);
        }
    }

    /** A card of a kind; one with a position begins with the one that is read. */
    private void newCard(String kind) {
        Position here = around.positionRead();
        switch (kind) {
            case "position" -> take(Card.of(new Face.Board(GameTree.of(here)), here.sideToMove()));
            case "map" -> forms.map(null, here, maps -> take(Card.of(maps, Side.WHITE)));
            case "sketch" -> take(Card.of(new Face.Sketched(Sketch.EMPTY, List.of()), Side.WHITE));
            case "words" -> take(Card.of(new Face.Words(""), Side.WHITE));
            default -> throw new IllegalArgumentException("no kind of card: " + kind);
        }
    }

    private void take(Card card) {
        model.take(card);
        made().focusQuestion();
    }

    /** Makes a position of a sketch; it stands as a card of its own behind it, and says what was added. */
    private void complete() {
        Card card = model.cardProperty().get();
        if (card == null || !(card.face() instanceof Face.Sketched sketched)) {
            return;
        }
        forms.mover(side -> sketched.sketch()
                .completed(side)
                .ifPresentOrElse(
                        done -> model.take(Card.of(new Face.Board(GameTree.of(done.position())), card.bottom())
                                .withQuestion(card.question())
                                .withSource(
                                        done.added().isEmpty()
                                                ? Texts.of("card.sketch.as")
                                                : Texts.of(
                                                        "card.sketch.added",
                                                        String.join(
                                                                ", ",
                                                                done.added().stream()
                                                                        .map(square -> square.toString())
                                                                        .toList())))),
                        () -> sheets.say(Texts.of("card.sketch.impossible"))));
    }

    private void turn() {
        model.change(
                model.atProperty().get(),
                "",
                "undo.card.turn",
                card -> card.withBottom(card.bottom().opposite()));
    }

    // ---- files

    private void writeOut() {
        CardSheet sheet = model.sheetProperty().get();
        if (sheet.cards().isEmpty()) {
            sheets.say(Texts.of("sheets.nothingOut"));
            return;
        }
        Language language = around.language();
        forms.out((kind, boards, withAnswers) -> {
            switch (kind) {
                case HANDOUT ->
                    papers.handout(sheet.name(), new SheetPages.Handout(sheet, boards, withAnswers, language));
                case BROWSER ->
                    papers.text(files.toPaper(sheet.name() + ".html", "HTML"), SheetPages.browser(sheet, language));
                case PGN ->
                    papers.text(
                            files.toWrite(FileChoice.Purpose.WRITE_SHEET, sheet.name() + ".pgn"),
                            SheetPgn.write(sheet));
            }
        });
    }

    /** Every file becomes a sheet of its own. */
    private void readIn() {
        for (Path file : files.toRead(FileChoice.Purpose.READ_SHEET)) {
            background.run(
                    Texts.of("paper.reading", file.getFileName()),
                    (progress, cancel) -> read(file),
                    contents -> taken(file, contents));
        }
    }

    private static SheetPgn.Contents read(Path file) throws IOException {
        try (var in = Files.newInputStream(file)) {
            return SheetPgn.read(in);
        }
    }

    private void taken(Path file, SheetPgn.Contents contents) {
        if (contents.sheet().cards().isEmpty()) {
            sheets.show(
                    Texts.of("sheets.refused"),
                    Widgets.paragraph(Texts.of("sheets.nothingIn", file.getFileName())),
                    List.of());
            return;
        }
        String name = contents.sheet().name().isBlank()
                ? String.valueOf(file.getFileName()).replaceFirst("\\.[^.]*$", "")
                : contents.sheet().name();
        model.add(contents.sheet().withName(name));
        int faults = contents.faults().size() + contents.unread().size();
        sheets.say(Texts.of("sheets.in", contents.sheet().cards().size(), faults));
    }

    /** A map of the card as a drawing, a picture or a page. */
    private void writeMap(String ending) {
        Card card = model.cardProperty().get();
        if (card == null || !(card.face() instanceof Face.Maps maps)) {
            sheets.say(Texts.of("map.none"));
            return;
        }
        List<Shown.MapShown> shown = maps.views().stream()
                .map(view -> Shown.MapShown.whole(maps.map(view), card.bottom()))
                .toList();
        papers.maps(card.title().isEmpty() ? shown.getFirst().title() : card.title(), shown, ending);
    }

    // ---- presenting

    private void togglePresenting() {
        if (presentation.presentingProperty().get()) {
            endPresenting();
            return;
        }
        if (model.cardProperty().get() == null) {
            return;
        }
        keepEdits();
        presentation.begin();
        AudienceWindow window = audience;
        if (window == null) {
            window = new AudienceWindow(presentation, this::presents);
            audience = window;
        }
        window.show(made().getScene().getWindow());
        made().getScene().getWindow().requestFocus();
        made().focusPlace();
    }

    private void endPresenting() {
        presentation.end();
        if (audience != null) {
            audience.close();
        }
        if (over != null) {
            around.uncover(over);
            over = null;
        }
    }

    /** Shows what the audience sees over the whole of this window, for one screen, and takes it away again. */
    private void switchScreen() {
        Parent now = over;
        if (now != null) {
            around.uncover(now);
            over = null;
            return;
        }
        if (!presentation.presentingProperty().get()) {
            togglePresenting();
        }
        if (audience != null) {
            audience.close();
        }
        ShownPane pane = new ShownPane(true, "over-board");
        presentation.audienceProperty().subscribe(pane::show);
        StackPane whole = new StackPane(pane);
        whole.getStyleClass().add("audience");
        whole.setFocusTraversable(true);
        whole.addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (presents(event)) {
                event.consume();
            }
        });
        over = whole;
        around.coverAll(whole, whole::requestFocus);
    }

    /** The keys of a presentation: release and back, blank, the cards before and after, the end. */
    private boolean presents(KeyEvent event) {
        if (event.isShortcutDown() || event.isAltDown()) {
            return false;
        }
        boolean isOn = presentation.presentingProperty().get();
        switch (event.getCode()) {
            case SPACE -> presentation.release();
            case BACK_SPACE -> presentation.takeBack();
            case PAGE_DOWN -> model.go(model.atProperty().get() + 1);
            case PAGE_UP -> model.go(model.atProperty().get() - 1);
            default -> {
                boolean isUsed = isOn
                        && (event.getCode() == KeyCode.B
                                || event.getCode() == KeyCode.ESCAPE
                                || event.getCode() == KeyCode.F10);
                if (!isUsed) {
                    return false;
                }
                if (event.getCode() == KeyCode.B) {
                    presentation.toggleBlank();
                } else if (event.getCode() == KeyCode.F10) {
                    switchScreen();
                } else {
                    endPresenting();
                }
            }
        }
        return true;
    }

    // ---- lessons

    private void readLessons() {
        if (view == null) {
            return;
        }
        LocalDate today = lessons.model().today();
        background.read(
                () -> {
                    Map<Long, String> names = new HashMap<>();
                    workbook.register()
                            .all()
                            .forEach(each -> names.put(
                                    each.student().id(), each.student().name()));
                    return Diary.between(
                                    workbook.diary().lessons(today.minusDays(BACK), today.plusDays(AHEAD)),
                                    today.minusDays(BACK),
                                    today.plusDays(AHEAD),
                                    lessons.model().zone())
                            .stream()
                            .map(entry -> new CardsView.ListedLesson(
                                    entry,
                                    entry.lesson().students().stream()
                                            .map(id -> names.getOrDefault(id, ""))
                                            .collect(Collectors.joining("; "))))
                            .toList();
                },
                listed -> made().showLessons(listed));
    }

    private void plan(Diary.Entry entry) {
        lessons.planInto(entry, made()::showPlan);
    }

    /** Opens a sheet, if it is still there. */
    public void open(long sheet) {
        made().showDesk();
        model.open(sheet);
    }

    // ---- a place

    private void showHeading() {
        CardSheet sheet = model.sheetProperty().get();
        heading.set(
                model.openProperty().get() == null
                        ? null
                        : new Heading(
                                sheet.name(),
                                sheet.cards().isEmpty()
                                        ? ""
                                        : Texts.of(
                                                "sheets.heading",
                                                model.atProperty().get() + 1,
                                                sheet.cards().size())));
    }

    @Override
    public ObservableValue<@Nullable Heading> headingProperty() {
        return heading.getReadOnlyProperty();
    }

    @Override
    public void editHeading() {
        rename();
    }

    @Override
    public void focus() {
        model.languageProperty().set(around.language());
        made().focusPlace();
        readLessons();
    }

    @Override
    public void keepEdits() {
        if (view != null) {
            view.keepEdits();
        }
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
    public List<String> otherKeys() {
        return List.of("presenting", "pencil");
    }

    @Override
    public List<Command> commands() {
        List<Command> making = List.of(
                Command.of("command.sheets.new", "Alt+N", this::newSheet),
                Command.of("command.sheets.rename", null, this::rename),
                Command.of("command.sheets.remove", null, model::removeSheet),
                Command.of("command.cards.position", "Alt+P", () -> newCard("position")),
                Command.of("command.cards.map", "Alt+M", () -> newCard("map")),
                Command.of("command.cards.sketch", "Alt+K", () -> newCard("sketch")),
                Command.of("command.cards.words", "Alt+W", () -> newCard("words")),
                Command.of("command.cards.remove", "Delete", model::removeCard),
                Command.of(
                        "command.cards.up",
                        "Alt+Up",
                        () -> model.moveCard(
                                model.atProperty().get(), model.atProperty().get() - 1)),
                Command.of(
                        "command.cards.down",
                        "Alt+Down",
                        () -> model.moveCard(
                                model.atProperty().get(), model.atProperty().get() + 1)),
                Command.of("command.cards.turn", "Alt+T", this::turn),
                Command.of("command.cards.hints", "Alt+H", model::proposeHints),
                Command.of("command.cards.question", "Alt+E", () -> made().focusQuestion()),
                Command.of("command.cards.line", "Alt+L", () -> made().focusLine()));
        List<Command> showing = List.of(
                Command.of("command.sheets.present", "Shortcut+Enter", this::togglePresenting),
                Command.of("command.sheets.screen", "F10", this::switchScreen));
        List<Command> out = List.of(
                Command.of("command.sheets.out", "Shortcut+E", this::writeOut),
                Command.of("command.sheets.in", "Alt+I", this::readIn),
                Command.of("command.map.svg", null, () -> writeMap("svg")),
                Command.of("command.map.png", null, () -> writeMap("png")),
                Command.of("command.map.pdf", null, () -> writeMap("pdf")));
        return Stream.of(
                        Command.group("group.sheets.make", making),
                        Command.group("group.sheets.show", showing),
                        Command.group("group.sheets.files", out))
                .flatMap(List::stream)
                .toList();
    }
}
