package org.zeroply.desktop.shell;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Judgement;
import org.zeroply.coaching.Award;
import org.zeroply.coaching.GroupResult;
import org.zeroply.coaching.Homework;
import org.zeroply.coaching.Result;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Sitting.Sat;
import org.zeroply.coaching.Student;
import org.zeroply.desktop.Choices;
import org.zeroply.desktop.Texts;
import org.zeroply.desktop.calculation.CalculatorService;
import org.zeroply.desktop.judging.JudgingModel;
import org.zeroply.desktop.reading.ReadingModel;
import org.zeroply.desktop.task.MarkedView;
import org.zeroply.desktop.task.ResultsPane;
import org.zeroply.desktop.task.SittingModel;
import org.zeroply.desktop.task.SittingView;
import org.zeroply.desktop.task.TaskForms;
import org.zeroply.desktop.task.TasksModel;
import org.zeroply.desktop.task.TasksView;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.San;
import org.zeroply.print.PaperPages;
import org.zeroply.rules.GameStatus;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.store.ResultTable;
import org.zeroply.store.SittingShelf;
import org.zeroply.store.WholeFile;
import org.zeroply.store.Workbook;
import org.zeroply.task.Evidence;
import org.zeroply.task.Item;
import org.zeroply.task.Opinion;
import org.zeroply.task.Paper;
import org.zeroply.task.ScriptReader;
import org.zeroply.task.ScriptText;
import org.zeroply.task.Task;
import org.zeroply.task.TaskCheck;
import org.zeroply.task.TaskKind;
import org.zeroply.task.TaskPgn;

/** What is done with papers beside the marking sheet: new ones, files in and out, sittings, awards, students. */
final class TaskDesk implements TasksView.Actions, ResultsPane.Actions {
    private static final long OPINION_MILLIS = 800;
    private static final long ANSWER_MILLIS = 1_000;

    /** Puts something over all places, and takes it away again. */
    interface Over {
        void show(Node view);

        void hide(Node view);
    }

    private final TasksModel model;
    private final TasksView view;
    private final ResultsPane results;
    private final Workbook workbook;
    private final Background background;
    private final CalculatorService calculator;
    private final ReadingModel reading;
    private final JudgingModel judging;
    private final FileChoice files;
    private final Sheets sheets;
    private final Over over;
    private final Runnable setUp;
    private final TaskForms forms;
    private final Clock clock = Clock.systemUTC();

    TaskDesk(
            Workbook workbook,
            Background background,
            CalculatorService calculator,
            ReadingModel reading,
            JudgingModel judging,
            FileChoice files,
            Sheets sheets,
            Over over,
            Runnable setUp) {
        this.workbook = workbook;
        this.background = background;
        this.calculator = calculator;
        this.reading = reading;
        this.judging = judging;
        this.files = files;
        this.sheets = sheets;
        this.over = over;
        this.setUp = setUp;
        model = new TasksModel(workbook, background, calculator);
        forms = new TaskForms(model, sheets::show);
        results = new ResultsPane(model, workbook, background, this);
        view = new TasksView(model, results, this);
        model.saidProperty().subscribe((before, now) -> {
            if (now != null) {
                sheets.say(now);
            }
        });
    }

    TasksModel model() {
        return model;
    }

    TasksView view() {
        return view;
    }

    // ---- papers

    @Override
    public void newPaper() {
        GridPane form = Forms.form();
        TextField name = new TextField();
        name.setId("paper-name");
        ChoiceBox<Template> template = Choices.of(List.of(Template.values()), Template::title);
        template.setValue(Template.EMPTY);
        form.addRow(0, new Label(Texts.of("paper.name")), name);
        form.addRow(1, new Label(Texts.of("paper.template")), template);
        Button make = primary("paper.make");
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

    private static Button primary(String key) {
        Button button = new Button(Texts.of(key));
        button.setId("sheet-primary");
        button.getStyleClass().add("primary");
        button.setDefaultButton(true);
        return button;
    }

    @Override
    public void settings() {
        Paper paper = model.paperProperty().get();
        if (model.openProperty().get() == null) {
            return;
        }
        GridPane form = Forms.form();
        TextField name = new TextField(paper.name());
        name.setId("paper-name");
        TextField minutes = new TextField(paper.minutes() == 0 ? "" : Integer.toString(paper.minutes()));
        minutes.setId("paper-minutes");
        minutes.setPromptText(
                Texts.of("paper.minutes.sum", paper.withTasks(paper.tasks()).allowed()));
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
        Button keep = primary("paper.keep");
        Sheet sheet = sheets.show(Texts.of("paper.settings"), form, List.of(keep));
        keep.setOnAction(event -> {
            String time = minutes.getText().strip();
            if (name.getText().isBlank() || !time.matches("\\d{0,4}")) {
                minutes.pseudoClassStateChanged(javafx.css.PseudoClass.getPseudoClass("wrong"), true);
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
        GameTree tree = reading.gameProperty().get().tree();
        int node = reading.nodeProperty().get();
        Position start = tree.positionAt(node);
        GameNode at = tree.node(node);
        Task.LastMove last = at.move() == null || at.move().isPass()
                ? null
                : new Task.LastMove(at.played(), San.write(tree.positionAt(at.parent()), at.played()));
        // What follows in the game, variations and all, is the first solution tree.
        GameTree solution = withBetter(below(tree, node), tree, node);
        String players = org.zeroply.desktop.games.GameNames.players(
                reading.gameProperty().get());
        add(Task.of(TaskKind.CALCULATE, solution, last)
                .withSource(Texts.of("tasks.source.game", players, start.moveNumber())));
    }

    /** From that loss on, the better line of a judged game comes before the move that was played. */
    private static final double WORTH_ASKING = 0.1;

    /** The solution with the line that was better, if the game is judged and something better was there to be found. */
    private GameTree withBetter(GameTree solution, GameTree tree, int node) {
        Judgement judgement = judging.judgementProperty().get();
        boolean main = node == GameTree.ROOT || tree.isMainLine(node);
        if (judgement == null || !main) {
            return solution;
        }
        int ply = tree.depth(node);
        return judgement.moves().stream()
                .filter(move -> move.ply() == ply && move.loss() >= WORTH_ASKING && !move.isBest())
                .filter(move -> !move.before().best().isEmpty())
                .findFirst()
                .map(move -> {
                    GameTree.Edit line =
                            solution.addLine(GameTree.ROOT, move.before().best());
                    return line.tree().promote(line.focus()).tree();
                })
                .orElse(solution);
    }

    /** The variations of a game from a node on, with their notes. */
    private static GameTree below(GameTree tree, int node) {
        GameTree.Builder solution = new GameTree.Builder(tree.positionAt(node));
        List<int[]> open = new ArrayList<>(List.of(new int[] {node, GameTree.ROOT}));
        while (!open.isEmpty()) {
            int[] next = open.removeLast();
            List<int[]> children = new ArrayList<>();
            for (int child : tree.node(next[0]).children()) {
                GameNode from = tree.node(child);
                if (from.played().isPass()) {
                    continue;
                }
                int to = solution.add(next[1], from.played());
                solution.after(to, from.after());
                from.signs().forEach(sign -> solution.sign(to, sign));
                children.add(new int[] {child, to});
            }
            open.addAll(children.reversed());
        }
        return solution.build();
    }

    /** A task from a position, such as one that was set up. */
    void addFrom(Position position) {
        add(Task.of(TaskKind.CALCULATE, GameTree.of(position), null));
    }

    private void add(Task task) {
        if (model.openProperty().get() == null) {
            model.create(Paper.of(Texts.of("paper.template.EMPTY"), List.of(task)));
        } else {
            model.add(task);
        }
        view.show(TasksView.Tab.SOLUTION);
    }

    @Override
    public void fromSetup() {
        setUp.run();
    }

    @Override
    public void importPaper() {
        for (Path file : files.toImport()) {
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
        if (paper.tasks().isEmpty()) {
            sheets.say(Texts.of("paper.empty"));
            return;
        }
        save(paper.name() + ".pgn", TaskPgn.write(paper));
    }

    @Override
    public void print() {
        Paper paper = model.paperProperty().get();
        if (paper.tasks().isEmpty()) {
            sheets.say(Texts.of("paper.empty"));
            return;
        }
        forms.print(
                perPage -> print(paper.name(), new PaperPages.Sheet.Tasks(paper, perPage)),
                () -> print(Texts.of("print.marking.name", paper.name()), new PaperPages.Sheet.Marking(paper)));
    }

    private void print(String name, PaperPages.Sheet sheet) {
        files.toPaper(name + ".pdf", "PDF")
                .ifPresent(file -> background.run(
                        Texts.of("paper.writing", file.getFileName()),
                        (progress, cancel) -> {
                            WholeFile.write(file, out -> PaperPages.pdf(sheet, out) > 0);
                            return file;
                        },
                        written -> sheets.say(Texts.of("paper.written", written.getFileName()))));
    }

    // ---- homework

    /** Writes the paper without its answers, to be sat on another machine. */
    @Override
    public void exportHomework() {
        Paper paper = model.paperProperty().get();
        if (paper.tasks().isEmpty()) {
            sheets.say(Texts.of("paper.empty"));
            return;
        }
        save(Texts.of("homework.name", paper.name()) + ".pgn", TaskPgn.write(Homework.seal(paper)));
    }

    /** Writes the scripts of a paper that came without its answers. */
    private void handIn(Sitting sitting) {
        save(Texts.of("homework.script", sitting.paper(), sitting.student().name()) + ".txt", Homework.handIn(sitting));
    }

    private void save(String name, String text) {
        files.toExport(name)
                .ifPresent(file -> background.run(
                        Texts.of("paper.writing", file.getFileName()),
                        (progress, cancel) -> {
                            write(file, text);
                            return file;
                        },
                        written -> sheets.say(Texts.of("paper.written", written.getFileName()))));
    }

    /** Reads scripts that come back, marks them, and keeps them as sittings. */
    @Override
    public void readScripts() {
        TasksModelState state = state();
        for (Path file : files.toImport()) {
            background.run(
                    Texts.of("paper.reading", file.getFileName()),
                    (progress, cancel) -> ScriptText.read(Files.readString(file)),
                    read -> {
                        boolean other = read.scripts().keySet().stream()
                                .anyMatch(task -> task > state.tasks().tasks().size());
                        if (read.scripts().isEmpty() || other || !read.faults().isEmpty()) {
                            sheets.say(Texts.of("homework.wrong", file.getFileName()));
                            return;
                        }
                        String name = read.student().isBlank()
                                ? String.valueOf(file.getFileName()).replaceFirst("\\.[^.]*$", "")
                                : read.student();
                        keepScripts(state, name, read);
                    });
        }
    }

    private void keepScripts(TasksModelState state, String name, ScriptText.Contents read) {
        background.write(
                () -> {
                    Student student = workbook.sittings().students().stream()
                            .filter(each -> each.name().equalsIgnoreCase(name.strip()))
                            .findFirst()
                            .orElseGet(() -> workbook.sittings().keep(new Student(0, name, 0)));
                    return workbook.sittings()
                            .add(state.paper(), Homework.takeIn(state.tasks(), student, read, clock.instant()));
                },
                this::showMarked);
    }

    // ---- forms

    @Override
    public void editItem(Item item) {
        forms.item(item);
    }

    @Override
    public void editQuestions() {
        forms.questions();
    }

    @Override
    public void accept(TaskCheck.Remark remark) {
        forms.accept(remark);
    }

    // ---- sittings

    @Override
    public void sit() {
        choose(Texts.of("sitting.who"), "sitting.begin", this::begin);
    }

    /** Asks for a student, known or new. */
    private void choose(String title, String action, Consumer<Student> chosen) {
        Paper paper = model.paperProperty().get();
        if (paper.tasks().isEmpty()) {
            sheets.say(Texts.of("paper.empty"));
            return;
        }
        background.read(workbook.sittings()::students, students -> {
            GridPane form = Forms.form();
            ComboBox<String> name = new ComboBox<>();
            name.setId("student-name");
            name.setEditable(true);
            students.forEach(each -> name.getItems().add(each.name()));
            TextField rating = new TextField();
            rating.setId("student-rating");
            name.getEditor()
                    .textProperty()
                    .subscribe(typed -> students.stream()
                            .filter(each -> each.name().equalsIgnoreCase(typed.strip()))
                            .findFirst()
                            .ifPresent(
                                    each -> rating.setText(each.rating() == 0 ? "" : Integer.toString(each.rating()))));
            form.addRow(0, new Label(Texts.of("student.name")), name);
            form.addRow(1, new Label(Texts.of("student.rating")), rating);
            Button go = primary(action);
            Sheet sheet = sheets.show(title, form, List.of(go));
            name.requestFocus();
            go.setOnAction(event -> {
                String typed = name.getEditor().getText().strip();
                String points = rating.getText().strip();
                if (typed.isEmpty() || !points.matches("\\d{0,4}")) {
                    return;
                }
                long id = students.stream()
                        .filter(each -> each.name().equalsIgnoreCase(typed))
                        .mapToLong(Student::id)
                        .findFirst()
                        .orElse(0);
                Student student =
                        new Student(id, typed, points.isEmpty() ? 0 : Math.min(4000, Integer.parseInt(points)));
                sheet.close();
                chosen.accept(student);
            });
        });
    }

    private void begin(Student student) {
        TasksModelState state = state();
        background.write(
                () -> {
                    Student kept = workbook.sittings().keep(student);
                    return workbook.sittings().begin(state.paper(), state.tasks(), kept, clock.instant());
                },
                this::sit);
    }

    private record TasksModelState(long paper, Paper tasks) {}

    private TasksModelState state() {
        var open = model.openProperty().get();
        return new TasksModelState(
                open == null ? 0 : open.id(), model.paperProperty().get());
    }

    /** Sits a paper, or goes on where it was left. */
    private void sit(Sitting sitting) {
        SittingModel sitter = new SittingModel(sitting, workbook, background, clock);
        SittingView[] shown = new SittingView[1];
        SittingView sheet = new SittingView(
                sitter,
                reading.languageProperty().get(),
                this::answer,
                () -> askToLeave(sitter),
                () -> javafx.application.Platform.runLater(() -> {
                    over.hide(shown[0]);
                    // Behind what is still being written.
                    background.write(() -> workbook.sittings().read(sitting.id()), this::showMarked);
                }));
        shown[0] = sheet;
        over.show(sheet);
    }

    private void askToLeave(SittingModel sitter) {
        Label text = new Label(Texts.of("sitting.leave.text"));
        text.setWrapText(true);
        text.setPrefWidth(420);
        Button leave = new Button(Texts.of("sitting.leave.now"));
        leave.setId("sitting-leave-now");
        Sheet sheet = sheets.show(Texts.of("sitting.leave.title"), text, List.of(leave));
        leave.setOnAction(event -> {
            sheet.close();
            sitter.leave();
        });
    }

    /** The calculator's move in a game that is played on. */
    private void answer(Position position, Consumer<Move> play) {
        calculator.look(
                (analyst, cancel) ->
                        analyst.calculate(Question.of(position, Limit.millis(ANSWER_MILLIS)), partial -> {}, cancel),
                found -> {
                    if (!found.lines().isEmpty()) {
                        play.accept(found.lines().getFirst().first());
                    }
                });
    }

    // ---- marked scripts

    @Override
    public void open(SittingShelf.Listed listed) {
        background.write(() -> workbook.sittings().read(listed.id()), sitting -> {
            if (sitting.isDone()) {
                showMarked(sitting);
            } else {
                sit(sitting);
            }
        });
    }

    private GroupResult others() {
        Map<Long, GroupResult.Dot> latest = new LinkedHashMap<>();
        long paper = state().paper();
        for (SittingShelf.Listed each : workbook.sittings().list()) {
            if (each.paper() == paper && each.isDone()) {
                Sitting sitting = workbook.sittings().read(each.id());
                latest.putIfAbsent(
                        each.student().id(),
                        new GroupResult.Dot(
                                each.student(), Result.of(sitting.tasks()).share()));
            }
        }
        return GroupResult.of(List.copyOf(latest.values()));
    }

    private void showMarked(Sitting sitting) {
        if (Homework.isSealed(sitting.tasks())) {
            results.refresh();
            Label text = new Label(Texts.of("homework.done"));
            text.setWrapText(true);
            text.setPrefWidth(420);
            Button save = primary("homework.save");
            Sheet sheet = sheets.show(Texts.of("homework.title"), text, List.of(save));
            save.setOnAction(event -> {
                sheet.close();
                handIn(sitting);
            });
            return;
        }
        OptionalInt unjudged = IntStream.range(0, sitting.tasks().size())
                .filter(place -> isUnjudged(sitting.tasks().get(place)))
                .findFirst();
        if (unjudged.isPresent()) {
            judgeEnd(sitting, unjudged.getAsInt());
            return;
        }
        background.read(this::others, group -> {
            Marked marked = new Marked(sitting);
            marked.view = new MarkedView(sitting, group, marked);
            over.show(marked.view);
        });
    }

    /** Whether a game that was played on stopped where the board alone does not say who stands how. */
    private static boolean isUnjudged(Sat sat) {
        if (sat.task().kind() != TaskKind.PLAY_ON || !sat.evidence().isEmpty()) {
            return false;
        }
        List<Position> line =
                ScriptReader.read(sat.script(), sat.task().start()).played().positions();
        GameStatus status = GameStatus.of(line);
        return line.size() > 1 && status.end() == null && status.claims().isEmpty();
    }

    /** Has the end of a game that was played on judged, and keeps the verdict as evidence for the marking. */
    private void judgeEnd(Sitting sitting, int place) {
        Sat sat = sitting.tasks().get(place);
        Position end =
                ScriptReader.read(sat.script(), sat.task().start()).played().end();
        calculator.look(
                (analyst, cancel) -> {
                    Opinion opinion = Opinion.of(
                            analyst.calculate(Question.of(end, Limit.millis(ANSWER_MILLIS)), partial -> {}, cancel)
                                    .verdict()
                                    .step());
                    return new Evidence(end, opinion, analyst.name(), ANSWER_MILLIS + " ms");
                },
                evidence -> {
                    Sat judged = sat.withEvidence(List.of(evidence));
                    background.write(
                            () -> {
                                workbook.sittings().save(sitting.id(), place, judged, clock.instant());
                                return sitting.with(place, judged);
                            },
                            this::showMarked);
                });
    }

    /** A marked script on the screen. */
    private final class Marked implements MarkedView.Actions {
        private Sitting sitting;
        private @Nullable MarkedView view;

        Marked(Sitting sitting) {
            this.sitting = sitting;
        }

        @Override
        public void award(int place, int row) {
            forms.award(row, award -> {
                List<Award> awards = new ArrayList<>(sitting.tasks().get(place).awards());
                awards.add(award);
                keep(place, awards);
            });
        }

        @Override
        public void removeAward(int place, Award award) {
            List<Award> awards = new ArrayList<>(sitting.tasks().get(place).awards());
            awards.remove(award);
            keep(place, awards);
        }

        private void keep(int place, List<Award> awards) {
            Sat sat = sitting.tasks().get(place).withAwards(awards);
            sitting = sitting.with(place, sat);
            background.write(
                    () -> {
                        workbook.sittings().save(sitting.id(), place, sat, clock.instant());
                        return others();
                    },
                    group -> {
                        if (view != null) {
                            view.show(sitting, group);
                        }
                    });
        }

        @Override
        public void print() {
            TaskDesk.this.print(
                    Texts.of("print.marked.name", sitting.student().name(), sitting.paper()),
                    new PaperPages.Sheet.Marked(sitting));
        }

        @Override
        public void close() {
            if (view != null) {
                over.hide(view);
                results.refresh();
            }
        }

        @Override
        public void opinion(Position end, Consumer<String> told) {
            calculator.batch(
                    (analyst, cancel) ->
                            analyst.calculate(Question.of(end, Limit.millis(OPINION_MILLIS)), partial -> {}, cancel),
                    found -> told.accept(found.verdict().text()));
        }
    }

    // ---- students and results

    @Override
    public void students() {
        background.read(
                workbook.sittings()::students,
                students -> forms.students(
                        students,
                        student ->
                                background.write(() -> workbook.sittings().keep(student), kept -> results.refresh())));
    }

    @Override
    public void typeIn() {
        choose(Texts.of("results.typeIn.title"), "results.typeIn.begin", student -> {
            TasksModelState state = state();
            forms.typeIn(
                    state.tasks(),
                    read -> background.write(
                            () -> {
                                Student kept = workbook.sittings().keep(student);
                                return workbook.sittings()
                                        .add(
                                                state.paper(),
                                                Homework.takeIn(state.tasks(), kept, read, clock.instant()));
                            },
                            this::showMarked));
        });
    }

    @Override
    public void exportTable(List<ResultTable.Row> lines) {
        Optional<Path> chosen = files.toTable(model.paperProperty().get().name() + ".csv");
        chosen.ifPresent(file -> background.run(
                Texts.of("paper.writing", file.getFileName()),
                (progress, cancel) -> {
                    write(file, ResultTable.write(lines));
                    return file;
                },
                written -> sheets.say(Texts.of("paper.written", written.getFileName()))));
    }

    private static void write(Path file, String text) throws IOException {
        WholeFile.write(file, out -> {
            out.write(text.getBytes(StandardCharsets.UTF_8));
            return true;
        });
    }
}
