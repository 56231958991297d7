package org.zeroply.desktop.task;

import java.io.BufferedInputStream;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Judgement;
import org.zeroply.coaching.Homework;
import org.zeroply.coaching.Opponent;
import org.zeroply.desktop.board.DrawingHand;
import org.zeroply.desktop.game.GameNames;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.judging.JudgingModel;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.FormParts;
import org.zeroply.desktop.kit.PaperFiles;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.ending.ExactEndings;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.print.PaperPages;
import org.zeroply.rules.Move;
import org.zeroply.store.Workbook;
import org.zeroply.task.Item;
import org.zeroply.task.Paper;
import org.zeroply.task.Task;
import org.zeroply.task.TaskCheck;
import org.zeroply.task.TaskKind;
import org.zeroply.task.TaskPgn;

/** What is done with papers beside the marking sheet: new ones, tasks out of games, files in and out, print. */
final class TaskDesk implements TasksView.Actions {
    /** From that loss on, the better line of a judged game comes before the move that was played. */
    private static final double WORTH_ASKING = 0.1;

    private static final long ANSWER_MILLIS = 1_000;

    private final TasksModel model;
    private @Nullable TasksView view;
    private final SittingDesk sittings;
    private final Background background;
    private final OpenGame reading;
    private final DrawingHand hand;
    private final JudgingModel judging;
    private final FileChoice files;
    private final PaperFiles out;
    private final Sheets sheets;
    private final Runnable setUp;
    private final TaskForms forms;

    /**
     * @param over shows what covers all places
     * @param endings who knows how endings end, for games that are played on
     * @param setUp has a position set up, from which a task is made
     */
    TaskDesk(
            Workbook workbook,
            Background background,
            CalculatorService calculator,
            OpenGame reading,
            JudgingModel judging,
            FileChoice files,
            Sheets sheets,
            SittingDesk.Over over,
            ExactEndings endings,
            Clock clock,
            DrawingHand hand,
            Runnable setUp) {
        this.hand = hand;
        this.background = background;
        this.reading = reading;
        this.judging = judging;
        this.files = files;
        this.sheets = sheets;
        this.setUp = setUp;
        out = new PaperFiles(files, background, sheets);
        model = new TasksModel(workbook, background, calculator);
        forms = new TaskForms(model, sheets::show);
        sittings = new SittingDesk(
                workbook,
                background,
                calculator,
                reading,
                model,
                files,
                out,
                sheets,
                over,
                forms,
                new Opponent(endings, ANSWER_MILLIS),
                clock);
        model.setOnLeaving(this::keepEdits);
        model.saidProperty().subscribe((before, now) -> {
            if (now != null) {
                sheets.say(now);
            }
        });
    }

    SittingDesk sittings() {
        return sittings;
    }

    TasksModel model() {
        return model;
    }

    /** The view, made when it is first asked for. */
    TasksView view() {
        TasksView known = view;
        if (known == null) {
            known = new TasksView(model, sittings.results(), hand, this);
            view = known;
        }
        return known;
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

    // ---- papers

    @Override
    public void newPaper() {
        GridPane form = FormParts.grid();
        TextField name = new TextField();
        name.setId("paper-name");
        ChoiceBox<Template> template = Choices.of(List.of(Template.values()), Template::title);
        template.setValue(Template.EMPTY);
        form.addRow(0, new Label(Texts.of("paper.name")), name);
        form.addRow(1, new Label(Texts.of("paper.template")), template);
        Button make = FormParts.primary("paper.make");
        Sheet sheet = sheets.show(Texts.of("paper.new"), form, List.of(make));
        make.setOnAction(event -> {
            String title = name.getText().isBlank() ? template.getValue().title() : name.getText();
            model.create(template.getValue().paper(title));
            sheet.close();
        });
    }

    /** What a new paper begins with. */
    private enum Template {
        EMPTY(0),
        WARM_UP(10),
        HOUR(60);

        private final int minutes;

        Template(int minutes) {
            this.minutes = minutes;
        }

        String title() {
            return Texts.of("paper.template." + name());
        }

        Paper paper(String name) {
            return new Paper(name, minutes, this == WARM_UP, this == HOUR, true, List.of());
        }
    }

    @Override
    public void settings() {
        Paper paper = model.paperProperty().get();
        if (model.openProperty().get() == null) {
            return;
        }
        GridPane form = FormParts.grid();
        TextField name = new TextField(paper.name());
        name.setId("paper-name");
        TextField minutes = new TextField(paper.minutes() == 0 ? "" : Integer.toString(paper.minutes()));
        minutes.setId("paper-minutes");
        minutes.setPromptText(Texts.of("paper.minutes.sum", paper.minutesOfTasks()));
        CheckBox pause = new CheckBox(Texts.of("paper.pause"));
        pause.setSelected(paper.mayPause());
        CheckBox strict = new CheckBox(Texts.of("paper.strict"));
        strict.setSelected(paper.isStrict());
        CheckBox diagram = new CheckBox(Texts.of("paper.diagram"));
        diagram.setSelected(paper.showsDiagram());
        form.addRow(0, new Label(Texts.of("paper.name")), name);
        form.addRow(1, new Label(Texts.of("paper.minutes")), minutes);
        form.add(pause, 1, 2);
        form.add(strict, 1, 3);
        form.add(diagram, 1, 4);
        Button keep = FormParts.primary("paper.keep");
        Sheet sheet = sheets.show(Texts.of("paper.settings"), form, List.of(keep));
        keep.setOnAction(event -> {
            String time = minutes.getText().strip();
            boolean named = FormParts.isRight(name, !name.getText().isBlank());
            boolean timed = FormParts.isRight(minutes, time.matches("\\d{0,4}"));
            if (!named || !timed) {
                return;
            }
            model.change(
                    new Paper(
                            name.getText(),
                            time.isEmpty() ? 0 : Integer.parseInt(time),
                            pause.isSelected(),
                            strict.isSelected(),
                            diagram.isSelected(),
                            model.paperProperty().get().tasks()),
                    "",
                    Texts.of("undo.paper.settings"));
            sheet.close();
        });
    }

    @Override
    public void fromReading() {
        if (!reading.openProperty().get()) {
            sheets.say(Texts.of("tasks.noGame"));
            return;
        }
        Game game = reading.gameProperty().get();
        int node = reading.nodeProperty().get();
        Task task = Task.from(game.tree(), node);
        add(task.withBetter(better(game.tree(), node))
                .withSource(Texts.of(
                        "tasks.source.game",
                        GameNames.players(game),
                        task.start().moveNumber())));
    }

    /** A task that was made of an answer about the game that is open. */
    void addFromAnswer(Task task) {
        add(task.withSource(Texts.of(
                "tasks.source.game",
                GameNames.players(reading.gameProperty().get()),
                task.start().moveNumber())));
    }

    /** The line that was better, if the game is judged and something better was there to be found. */
    private List<Move> better(GameTree tree, int node) {
        Judgement judgement = judging.judgementProperty().get();
        boolean main = node == GameTree.ROOT || tree.isMainLine(node);
        if (judgement == null || !main) {
            return List.of();
        }
        int ply = tree.depth(node);
        return judgement.moves().stream()
                .filter(move -> move.ply() == ply && move.loss() >= WORTH_ASKING && !move.isBest())
                .findFirst()
                .map(move -> move.before().best())
                .orElse(List.of());
    }

    /** A task from a position, such as one that was set up. */
    void addFrom(GameTree start) {
        add(Task.of(TaskKind.CALCULATE, start, null));
    }

    private void add(Task task) {
        if (model.openProperty().get() == null) {
            model.create(Paper.of(Texts.of("paper.template.EMPTY"), List.of(task)));
        } else {
            model.add(task);
        }
        view().show(TasksView.Tab.SOLUTION);
    }

    @Override
    public void fromSetup() {
        setUp.run();
    }

    @Override
    public void importPaper() {
        for (Path file : files.toRead(FileChoice.Purpose.READ_PAPERS)) {
            background.run(
                    Texts.of("paper.reading", file.getFileName()),
                    (progress, cancel) -> {
                        try (InputStream in = new BufferedInputStream(Files.newInputStream(file))) {
                            return TaskPgn.read(in);
                        }
                    },
                    contents -> imported(file, contents));
        }
    }

    private void imported(Path file, TaskPgn.Contents contents) {
        List<String> faults = new ArrayList<>();
        contents.gameFaults()
                .forEach(
                        fault -> faults.add(Texts.of("paper.fault.line", fault.line(), fault.token(), fault.reason())));
        contents.faults()
                .forEach(fault -> faults.add(Texts.of("paper.fault", fault.game(), fault.place(), fault.reason())));
        Paper paper = contents.paper();
        if (paper.tasks().isEmpty()) {
            faults.addFirst(Texts.of("paper.nothing"));
        } else {
            String name = paper.name().isEmpty() ? file.getFileName().toString() : paper.name();
            model.create(new Paper(
                    name, paper.minutes(), paper.mayPause(), paper.isStrict(), paper.showsDiagram(), paper.tasks()));
        }
        if (!faults.isEmpty()) {
            TextArea text = new TextArea(String.join("\n", faults));
            text.setId("paper-faults");
            text.setEditable(false);
            text.setPrefRowCount(Math.min(14, faults.size() + 1));
            text.setPrefColumnCount(60);
            sheets.show(Texts.of("paper.faults", paper.tasks().size(), faults.size()), text, List.of());
        }
    }

    @Override
    public void exportPaper() {
        Paper paper = model.paperProperty().get();
        if (isEmpty(paper)) {
            return;
        }
        out.text(files.toWrite(FileChoice.Purpose.WRITE_PAPER, paper.name() + ".pgn"), TaskPgn.write(paper));
    }

    @Override
    public void print() {
        Paper paper = model.paperProperty().get();
        if (isEmpty(paper)) {
            return;
        }
        forms.print(
                perPage -> out.pdf(paper.name(), new PaperPages.Sheet.Tasks(paper, perPage)),
                () -> out.pdf(Texts.of("print.marking.name", paper.name()), new PaperPages.Sheet.Marking(paper)));
    }

    // ---- homework

    /** Writes the paper without its answers, to be sat on another machine. */
    @Override
    public void exportHomework() {
        Paper paper = model.paperProperty().get();
        if (isEmpty(paper)) {
            return;
        }
        out.text(
                files.toWrite(FileChoice.Purpose.WRITE_HOMEWORK, Texts.of("homework.name", paper.name()) + ".pgn"),
                TaskPgn.write(Homework.seal(paper)));
    }

    // ---- forms

    @Override
    public void sit() {
        sittings.sit();
    }

    @Override
    public void editItem(Item item) {
        forms.item(item);
    }

    @Override
    public void editQuestions() {
        forms.questions();
    }

    @Override
    public void accept(List<TaskCheck.Remark> remarks) {
        forms.accept(remarks);
    }

    /** Whether there is nothing in a paper yet, which is then said. */
    private boolean isEmpty(Paper paper) {
        if (paper.tasks().isEmpty()) {
            sheets.say(Texts.of("paper.empty"));
        }
        return paper.tasks().isEmpty();
    }

    @Override
    public Button moreButton() {
        return sheets.moreButton("tasks");
    }
}
