package org.zeroply.desktop.repertoire;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.function.LongConsumer;
import javafx.animation.PauseTransition;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.board.DrawingHand;
import org.zeroply.desktop.game.Departed;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.NameField;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.Tags;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.PgnWriter;
import org.zeroply.repertoire.Answer;
import org.zeroply.repertoire.Guard;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.RepertoireReader;
import org.zeroply.repertoire.RepertoireWriter;
import org.zeroply.rules.Move;
import org.zeroply.rules.Side;
import org.zeroply.store.RepertoireShelf.Listed;
import org.zeroply.store.RepertoireShelf.Title;
import org.zeroply.store.WholeFile;
import org.zeroply.store.Workbook;

/** What is done with repertoires beside the flow and the card: new ones, files in and out, counts, guards. */
final class RepertoireDesk implements RepertoireView.Actions {
    /** A game or a repertoire has been left alone so long before they are compared. */
    private static final Duration FOLLOWING = Duration.millis(250);

    private final DrawingHand hand;
    private final RepertoireModel model;
    private final SoundnessModel soundness;
    private final RepertoireReview checks;
    private final RepertoireStart start;
    private @Nullable RepertoireView view;
    private final Workbook workbook;
    private final Background background;
    private final FileChoice files;
    private final Sheets sheets;
    private final LongConsumer openGame;
    private @Nullable Asked asked;

    RepertoireDesk(
            Workbook workbook,
            Background background,
            CalculatorService calculator,
            FileChoice files,
            Sheets sheets,
            DrawingHand hand,
            LongConsumer openGame) {
        this.hand = hand;
        this.workbook = workbook;
        this.background = background;
        this.files = files;
        this.sheets = sheets;
        this.openGame = openGame;
        model = new RepertoireModel(workbook, background);
        soundness = new SoundnessModel(model, workbook, background, calculator);
        checks = new RepertoireReview(model, workbook, background, calculator);
        start = new RepertoireStart(model, workbook, background);
        model.saidProperty().subscribe((before, now) -> {
            if (now != null) {
                sheets.say(now);
            }
        });
    }

    RepertoireModel model() {
        return model;
    }

    /** The view, made when it is first asked for. */
    RepertoireView view() {
        RepertoireView known = view;
        if (known == null) {
            known = new RepertoireView(model, soundness, checks, start, hand, this);
            view = known;
        }
        return known;
    }

    SoundnessModel soundness() {
        return soundness;
    }

    RepertoireReview checks() {
        return checks;
    }

    /** Whether the place is the one that is shown. */
    boolean isShown() {
        return view != null && view.isVisible();
    }

    void keepEdits() {
        if (view != null) {
            view.keepEdits();
        }
    }

    /** Keeps telling a game that is read where it left the repertoires of its players. */
    void follow(OpenGame reading) {
        PauseTransition settle = new PauseTransition(FOLLOWING);
        settle.setOnFinished(event -> compare(reading));
        reading.gameProperty().subscribe(() -> settle.playFromStart());
        reading.openProperty().subscribe(() -> settle.playFromStart());
        model.listProperty().subscribe(() -> settle.playFromStart());
        model.flowProperty().subscribe(() -> settle.playFromStart());
    }

    /** What a comparison depends on: a note in the game or a fold in the flow changes none of it. */
    private record Asked(Tags tags, List<Move> line, List<Listed> list, Repertoire repertoire) {}

    private void compare(OpenGame reading) {
        if (!reading.openProperty().get()) {
            asked = null;
            reading.surroundings().departedProperty().set(List.of());
            return;
        }
        Game game = reading.gameProperty().get();
        List<Move> line = game.tree().mainLine().stream()
                .map(id -> game.tree().node(id).played())
                .toList();
        Asked now = new Asked(game.tags(), line, model.listProperty().get(), model.repertoire());
        if (now.equals(asked)) {
            return;
        }
        if (asked == null || !asked.tags().equals(now.tags())) {
            reading.surroundings().departedProperty().set(List.of());
        }
        asked = now;
        background.look(() -> GameDepartures.of(workbook, game), told -> {
            if (now.equals(asked)) {
                reading.surroundings()
                        .departedProperty()
                        .set(told.stream()
                                .flatMap(each -> each.departed().stream())
                                .toList());
            }
        });
    }

    /** Opens the repertoire that a game left, where it left it. */
    void show(Departed departed) {
        model.listProperty().get().stream()
                .filter(each -> each.id() == departed.id())
                .findFirst()
                .ifPresent(each -> model.open(each, departed.node()));
    }

    /** The fields of a repertoire's title, with what is in them at first. */
    private record TitleForm(GridPane grid, TextField name, ChoiceBox<Side> side, NameField student) {
        static TitleForm of(@Nullable Title first, BiConsumer<String, Consumer<List<String>>> players) {
            TextField name = new TextField(first == null ? "" : first.name());
            name.setId("repertoire-name");
            name.setPromptText(Texts.of("repertoire.name.prompt"));
            name.setPrefWidth(320);
            ChoiceBox<Side> side = Choices.of(List.of(Side.values()), each -> Texts.of("side." + each));
            side.setId("repertoire-side");
            NameField student = new NameField("repertoire-student", first == null ? "" : first.student(), players);
            student.setPrompt(Texts.of("repertoire.student.prompt"));
            GridPane grid = new GridPane();
            grid.getStyleClass().add("form");
            grid.setHgap(10);
            grid.setVgap(8);
            grid.addRow(0, new Label(Texts.of("repertoire.name")), name);
            grid.addRow(1, new Label(Texts.of("repertoire.side")), side);
            grid.addRow(2, new Label(Texts.of("repertoire.student")), student);
            if (first != null) {
                side.setValue(first.side());
                side.setDisable(true);
            }
            return new TitleForm(grid, name, side, student);
        }

        Optional<Title> title(String approach) {
            return name.getText().isBlank()
                    ? Optional.empty()
                    : Optional.of(new Title(name.getText(), side.getValue(), student.text(), approach));
        }
    }

    private static Button primary(String key, String id) {
        Button button = new Button(Texts.of(key));
        button.setId(id);
        button.getStyleClass().add("primary");
        button.setDefaultButton(true);
        return button;
    }

    @Override
    public void makeNew() {
        TitleForm form = TitleForm.of(null, NameField.players(workbook, background));
        CheckBox fromGames = new CheckBox(Texts.of("repertoire.fromGames"));
        fromGames.setId("repertoire-from-games");
        fromGames.disableProperty().bind(form.student().textProperty().isEmpty());
        form.grid().add(fromGames, 1, 3);
        Button make = primary("repertoire.make", "repertoire-make");
        make.disableProperty().bind(form.name().textProperty().isEmpty());
        Sheet sheet = sheets.show(Texts.of("repertoire.new"), form.grid(), List.of(make));
        make.setOnAction(event -> form.title("").ifPresent(title -> {
            sheet.close();
            if (fromGames.isSelected() && !title.student().isEmpty()) {
                start.begin(title);
            } else {
                model.create(title, Repertoire.empty(title.side()));
            }
        }));
    }

    @Override
    public void retitle() {
        Listed open = model.openProperty().get();
        if (open == null) {
            return;
        }
        TitleForm form = TitleForm.of(open.title(), NameField.players(workbook, background));
        Button keep = primary("details.keep", "repertoire-keep");
        Sheet sheet = sheets.show(Texts.of("repertoire.retitle"), form.grid(), List.of(keep));
        keep.setOnAction(event -> form.title(open.title().approach()).ifPresent(title -> {
            sheet.close();
            model.retitle(title);
        }));
    }

    @Override
    public void count() {
        if (model.openProperty().get() == null) {
            return;
        }
        RepertoireForms.Counting form = RepertoireForms.counting();
        Button count = primary("count.now", "count-now");
        Sheet sheet = sheets.show(Texts.of("count.title"), form.content(), List.of(count));
        count.setOnAction(event -> form.filter().ifPresent(filter -> {
            sheet.close();
            model.count(filter, form.inWords(), () -> {});
        }));
    }

    @Override
    public void guard(Optional<Guard> first) {
        Repertoire.Step step = model.last();
        if (step == null || !(step.edge() instanceof Answer answer)) {
            sheets.say(Texts.of("guard.onAnswer"));
            return;
        }
        keepEdits();
        RepertoireForms.Guarding form = RepertoireForms.guarding(model, answer, first);
        List<Button> buttons = new ArrayList<>();
        Button keep = primary("details.keep", "guard-keep");
        if (first.isPresent()) {
            Button remove = new Button(Texts.of("guard.delete"));
            remove.setId("guard-delete");
            buttons.add(remove);
        }
        buttons.add(keep);
        Sheet sheet =
                sheets.show(Texts.of("guard.title", model.name(step.node(), answer.move())), form.content(), buttons);
        keep.setOnAction(event -> form.guard().ifPresent(guard -> {
            sheet.close();
            model.setGuard(step.node(), answer.move(), first, Optional.of(guard));
        }));
        if (first.isPresent()) {
            buttons.getFirst().setOnAction(event -> {
                sheet.close();
                model.setGuard(step.node(), answer.move(), first, Optional.empty());
            });
        }
    }

    @Override
    public void openGame(long id) {
        openGame.accept(id);
    }

    // ---- files

    @Override
    public void importInto() {
        List<Path> chosen = files.toRead(FileChoice.Purpose.READ_REPERTOIRE);
        if (!chosen.isEmpty()) {
            importFrom(chosen.getFirst());
        }
    }

    /** Games that were read, and how many had faults. */
    private record Read(List<Game> games, int faults) {}

    private void importFrom(Path file) {
        background.run(
                Texts.of("repertoire.importing", file.getFileName()),
                (progress, cancel) -> {
                    List<Game> games = new ArrayList<>();
                    int faults = 0;
                    try (InputStream in = Files.newInputStream(file)) {
                        PgnReader reader = new PgnReader(in);
                        for (PgnEntry entry = reader.next();
                                entry != null && !cancel.isRequested();
                                entry = reader.next()) {
                            if (entry instanceof PgnEntry.Read read) {
                                games.add(read.game());
                                faults += read.faults().size();
                            } else {
                                faults++;
                            }
                            progress.at(-1, games.size());
                        }
                    }
                    return cancel.isRequested() ? new Read(List.of(), 0) : new Read(games, faults);
                },
                read -> take(file, read));
    }

    private void take(Path file, Read read) {
        if (read.games().isEmpty()) {
            sheets.say(Texts.of("repertoire.import.nothing", file.getFileName()));
            return;
        }
        Tags tags = read.games().getFirst().tags();
        String said = tags.known("Repertoire");
        Listed open = model.openProperty().get();
        boolean intoOpen = open != null
                && (said.isEmpty() || said.equals(open.title().side().name()));
        Side side = intoOpen ? model.repertoire().side() : said.equals("BLACK") ? Side.BLACK : Side.WHITE;
        Repertoire into = intoOpen ? model.repertoire() : Repertoire.empty(side);
        List<GameTree> trees = read.games().stream().map(Game::tree).toList();
        background.look(() -> RepertoireReader.take(into, trees), taken -> {
            String report = Texts.of(
                    "repertoire.import.report",
                    taken.added(),
                    taken.loops().size(),
                    taken.elsewhere().size(),
                    read.faults());
            if (taken.conflicts().isEmpty()) {
                finish(taken.repertoire(), intoOpen, tags, side, report);
                return;
            }
            ConflictsForm form =
                    new ConflictsForm(taken, model.languageProperty().get());
            Button keep = primary("conflicts.keep", "conflicts-keep");
            Sheet sheet = sheets.show(Texts.of("conflicts.title"), form, List.of(keep));
            keep.setOnAction(event -> {
                sheet.close();
                finish(form.decided(taken.repertoire()), intoOpen, tags, side, report);
            });
        });
    }

    private void finish(Repertoire taken, boolean intoOpen, Tags tags, Side side, String report) {
        if (intoOpen) {
            model.replace(taken, Texts.of("undo.repertoire.import"));
        } else {
            String name = tags.known("Event");
            model.create(
                    new Title(
                            name.isEmpty() ? Texts.of("repertoire.imported") : name,
                            side,
                            tags.known("Student"),
                            tags.known("Approach")),
                    taken);
        }
        sheets.say(report);
    }

    @Override
    public void export() {
        Listed open = model.openProperty().get();
        if (open == null) {
            return;
        }
        keepEdits();
        Repertoire repertoire = model.repertoire();
        Title title = open.title();
        files.toWrite(FileChoice.Purpose.WRITE_REPERTOIRE, Texts.of("repertoire.export.name"))
                .ifPresent(target -> background.run(
                        Texts.of("repertoire.exporting"),
                        (progress, cancel) -> {
                            write(target, repertoire, title);
                            return target;
                        },
                        written -> sheets.say(Texts.of(
                                "repertoire.exported", repertoire.answers(), String.valueOf(written.getFileName())))));
    }

    private static void write(Path target, Repertoire repertoire, Title title) throws IOException {
        Tags tags = Tags.NONE
                .with("Event", title.name())
                .with("Repertoire", title.side().name());
        if (!title.student().isEmpty()) {
            tags = tags.with("Student", title.student());
        }
        if (!title.approach().isEmpty()) {
            tags = tags.with("Approach", title.approach());
        }
        Game game = Game.empty().with(RepertoireWriter.tree(repertoire)).with(tags);
        byte[] pgn = PgnWriter.write(game).getBytes(StandardCharsets.UTF_8);
        WholeFile.write(target, out -> {
            out.write(pgn);
            return true;
        });
    }

    @Override
    public Button moreButton() {
        return sheets.moreButton("repertoire");
    }
}
