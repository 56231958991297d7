package org.zeroply.desktop.task;

import java.time.Clock;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Award;
import org.zeroply.coaching.Homework;
import org.zeroply.coaching.MarkedSitting;
import org.zeroply.coaching.Opponent;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Sitting.Attempt;
import org.zeroply.coaching.Student;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.FormParts;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.PaperFiles;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.notation.Language;
import org.zeroply.print.PaperPages;
import org.zeroply.rules.GameStatus;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.store.PaperShelf.Listed;
import org.zeroply.store.ResultTable;
import org.zeroply.store.SittingShelf;
import org.zeroply.store.Workbook;
import org.zeroply.task.MarkEvidence;
import org.zeroply.task.Marker;
import org.zeroply.task.Paper;
import org.zeroply.task.ScriptReader;
import org.zeroply.task.TaskKind;

/** Sittings of the open paper: who sits, what covers the window then, marked scripts, awards, students, results. */
public final class SittingDesk implements ResultsPane.Actions {
    private static final long OPINION_MILLIS = 800;

    /** The setting that names the sitting that goes on. */
    private static final String GOING_ON = "left-sitting";

    private static final DateTimeFormatter WHEN =
            DateTimeFormatter.ofLocalizedDateTime(FormatStyle.MEDIUM, FormatStyle.SHORT);

    /** Puts something over all places, and takes it away again. */
    public interface Over {
        /**
         * @param focus gives the keyboard to where it belongs in it
         */
        void show(Parent view, Runnable focus);

        void hide(Parent view);
    }

    private final Workbook workbook;
    private final Background background;
    private final CalculatorService calculator;
    private final OpenGame reading;
    private final TasksModel model;
    private final FileChoice files;
    private final PaperFiles out;
    private final Sheets sheets;
    private final Over over;
    private final TaskForms forms;
    private final Opponent opponent;
    private final ResultsPane results;
    private final ScriptsIn scripts;
    private final Clock clock;

    /** What somebody sits at the moment. */
    private @Nullable SittingModel goingOn;

    SittingDesk(
            Workbook workbook,
            Background background,
            CalculatorService calculator,
            OpenGame reading,
            TasksModel model,
            FileChoice files,
            PaperFiles out,
            Sheets sheets,
            Over over,
            TaskForms forms,
            Opponent opponent,
            Clock clock) {
        this.clock = clock;
        this.workbook = workbook;
        this.background = background;
        this.calculator = calculator;
        this.reading = reading;
        this.model = model;
        this.files = files;
        this.out = out;
        this.sheets = sheets;
        this.over = over;
        this.forms = forms;
        this.opponent = opponent;
        results = new ResultsPane(model, workbook, background, clock.getZone(), this);
        scripts = new ScriptsIn(this, forms, workbook, background, files, sheets, clock);
    }

    ResultsPane results() {
        return results;
    }

    /** How scripts that were written elsewhere come in. */
    ScriptsIn scripts() {
        return scripts;
    }

    // ---- sittings

    /** Asks who sits the open paper, and begins. */
    void sit() {
        choose(openPaper(), Texts.of("sitting.who"), "sitting.begin", "", this::begin);
    }

    /**
     * Asks for a student, known or new.
     *
     * @param likely whose name stands there at first; empty for nobody
     */
    void choose(OpenPaper open, String title, String action, String likely, Consumer<Student> chosen) {
        if (open.paper().tasks().isEmpty()) {
            sheets.say(Texts.of("paper.empty"));
            return;
        }
        background.read(workbook.sittings()::students, students -> {
            GridPane form = FormParts.grid();
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
            name.getEditor().setText(likely);
            form.addRow(0, new Label(Texts.of("student.name")), name);
            form.addRow(1, new Label(Texts.of("student.rating")), rating);
            Button go = FormParts.primary(action);
            Sheet sheet = sheets.show(title, form, List.of(go));
            name.requestFocus();
            go.setOnAction(event -> {
                String typed = name.getEditor().getText().strip();
                String points = rating.getText().strip();
                boolean named = FormParts.isRight(name.getEditor(), !typed.isEmpty());
                boolean rated = FormParts.isRight(rating, points.matches("[1-3]?\\d{0,3}"));
                if (!named || !rated) {
                    return;
                }
                long id = students.stream()
                        .filter(each -> each.name().equalsIgnoreCase(typed))
                        .mapToLong(Student::id)
                        .findFirst()
                        .orElse(0);
                Student student = new Student(id, typed, points.isEmpty() ? 0 : Integer.parseInt(points));
                sheet.close();
                chosen.accept(student);
            });
        });
    }

    /** Who has begun the paper and not ended it goes on, but for the one who insists on sitting it once more. */
    private void begin(Student student) {
        OpenPaper open = openPaper();
        background.read(
                () -> unfinished()
                        .filter(each ->
                                each.paper() == open.id() && each.student().id() == student.id())
                        .findFirst(),
                begun -> begun.ifPresentOrElse(
                        listed -> offer(listed, () -> beginAnew(open, student)), () -> beginAnew(open, student)));
    }

    private void beginAnew(OpenPaper open, Student student) {
        background.write(
                () -> {
                    Student kept = workbook.sittings().keep(student);
                    return workbook.sittings().begin(open.id(), open.paper(), kept, clock.instant());
                },
                this::sit);
    }

    private Stream<SittingShelf.Listed> unfinished() {
        return workbook.sittings().list().stream().filter(each -> !each.isDone());
    }

    /** The sitting that was going on when the workbook was closed is offered first. */
    void offerLeft() {
        background.read(
                () -> workbook.settings()
                        .get(GOING_ON)
                        .flatMap(id -> unfinished()
                                .filter(each -> Long.toString(each.id()).equals(id))
                                .findFirst()),
                left -> left.ifPresent(listed -> offer(listed, null)));
    }

    /** @param anew begins another one; null where that is not in question */
    private void offer(SittingShelf.Listed listed, @Nullable Runnable anew) {
        background.read(() -> workbook.sittings().read(listed.id()), begun -> {
            SittingModel model = new SittingModel(begun, workbook, background, clock);
            Label text = Widgets.paragraph(Texts.of(
                    model.isRunning() ? "sitting.goesOn.text" : "sitting.stands.text",
                    listed.student().name(),
                    listed.name(),
                    WHEN.format(listed.begun().atZone(clock.getZone())),
                    model.number(),
                    listed.tasks(),
                    TaskTexts.clock(model.left())));
            text.setId("sitting-offer");
            Button goOn = FormParts.primary("sitting.goOnWith");
            List<Button> buttons = new ArrayList<>(List.of(goOn));
            Button again = new Button(Texts.of("sitting.again"));
            again.setId("sitting-again");
            if (anew != null) {
                buttons.add(again);
            }
            Sheet sheet = sheets.show(Texts.of("sitting.begun.title"), text, buttons);
            sheet.nameClosing(Texts.of("sitting.notNow"));
            goOn.setOnAction(event -> {
                sheet.close();
                open(listed);
            });
            again.setOnAction(event -> {
                sheet.close();
                if (anew != null) {
                    anew.run();
                }
            });
            FxThread.later(goOn::requestFocus);
        });
    }

    /** Asks first if a sitting goes on; says whether it asked. Without pauses its clock goes on meanwhile. */
    boolean asksBeforeClosing(Runnable close) {
        SittingModel sitter = goingOn;
        if (sitter == null || sitter.isDone()) {
            return false;
        }
        boolean stands = sitter.sittingProperty().get().mayPause();
        Button closeNow = new Button(Texts.of("sitting.close.now"));
        closeNow.setId("sitting-close-now");
        Sheet sheet = sheets.show(
                Texts.of("sitting.close.title"),
                Widgets.paragraph(Texts.of(stands ? "sitting.close.stands" : "sitting.close.goesOn")),
                List.of(closeNow));
        sheet.nameClosing(Texts.of("sitting.close.not"));
        closeNow.setOnAction(event -> {
            sitter.pause();
            sheet.close();
            close.run();
        });
        return true;
    }

    /** A paper of the workbook, with its id. */
    record OpenPaper(long id, Paper paper) {}

    OpenPaper openPaper() {
        Listed open = model.openProperty().get();
        return new OpenPaper(open == null ? 0 : open.id(), model.paperProperty().get());
    }

    /** The letters of the moves. */
    Language language() {
        return reading.languageProperty().get();
    }

    /** Sits a paper, or goes on where it was left. */
    private void sit(Sitting sitting) {
        SittingModel sitter = new SittingModel(sitting, workbook, background, clock);
        goingOn = sitter;
        background.write(() -> workbook.settings().set(GOING_ON, Long.toString(sitting.id())));
        SittingView[] shown = new SittingView[1];
        SittingView sheet = new SittingView(
                sitter,
                reading.languageProperty().get(),
                this::answer,
                () -> askToLeave(sitter),
                () -> background.later(() -> {
                    goingOn = null;
                    over.hide(shown[0]);
                    // Behind what is still being written.
                    background.write(
                            () -> {
                                workbook.settings().set(GOING_ON, "");
                                return workbook.sittings().read(sitting.id());
                            },
                            this::showMarked);
                }));
        shown[0] = sheet;
        over.show(sheet, sheet::focusWriting);
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

    private void answer(Position position, Consumer<Move> play) {
        calculator.look((analyst, cancel) -> opponent.answer(position, analyst, cancel), move -> move.ifPresent(play));
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

    private void showMarked(Sitting sitting) {
        showMarked(sitting, openPaper().id());
    }

    /** @param paper what it was written for, whose results stand beside it */
    void showMarked(Sitting sitting, long paper) {
        if (Homework.isSealed(sitting.tasks())) {
            results.refresh();
            Label text = new Label(Texts.of("homework.done"));
            text.setWrapText(true);
            text.setPrefWidth(420);
            Button save = FormParts.primary("homework.save");
            Sheet sheet = sheets.show(Texts.of("homework.title"), text, List.of(save));
            save.setOnAction(event -> {
                sheet.close();
                handIn(sitting);
            });
            return;
        }
        OptionalInt unjudged = IntStream.range(0, sitting.tasks().size())
                .filter(place -> !unjudged(sitting.tasks().get(place)).isEmpty())
                .findFirst();
        if (unjudged.isPresent()) {
            judge(sitting, unjudged.getAsInt(), paper);
            return;
        }
        background.read(
                () -> new Shown(MarkedSitting.of(sitting), workbook.sittings().results(paper)), shown -> {
                    Marked marked = new Marked(shown);
                    marked.view = new MarkedView(shown.marked(), ResultTable.latest(shown.all()), marked);
                    over.show(marked.view, marked.view::requestFocus);
                });
    }

    /**
     * What a marked script shows, worked out beside the interface.
     *
     * @param all the results of the paper, this one among them
     */
    private record Shown(MarkedSitting marked, List<ResultTable.Row> all) {
        /** The same after another state of the sitting, which alone is marked again. */
        Shown with(Sitting now) {
            MarkedSitting again = MarkedSitting.of(now);
            return new Shown(
                    again,
                    all.stream()
                            .map(row -> row.sitting().id() == now.id()
                                    ? new ResultTable.Row(row.sitting(), again.result())
                                    : row)
                            .toList());
        }
    }

    /**
     * The positions on which the marking hangs and on which nobody has given a verdict: where a game that was played on stopped,
     * and after refutations that the solution does not have.
     */
    static List<Position> unjudged(Attempt attempt) {
        if (attempt.task().kind() == TaskKind.ELIMINATE) {
            return Marker.undecided(attempt.task(), attempt.script(), attempt.evidence());
        }
        if (attempt.task().kind() != TaskKind.PLAY_ON || !attempt.evidence().isEmpty()) {
            return List.of();
        }
        List<Position> line = ScriptReader.read(attempt.script(), attempt.task().start())
                .played()
                .positions();
        GameStatus status = GameStatus.of(line);
        boolean isOpen =
                line.size() > 1 && status.end() == null && status.claims().isEmpty();
        return isOpen ? List.of(line.getLast()) : List.of();
    }

    /** Has positions judged, and keeps the verdicts as evidence for the marking. */
    private void judge(Sitting sitting, int place, long paper) {
        Attempt attempt = sitting.tasks().get(place);
        List<Position> positions = unjudged(attempt);
        calculator.look(
                (analyst, cancel) -> {
                    List<MarkEvidence> evidence = new ArrayList<>(attempt.evidence());
                    positions.forEach(position -> evidence.add(opponent.judge(position, analyst, cancel)));
                    return evidence;
                },
                evidence -> {
                    Attempt judged = attempt.withEvidence(evidence);
                    background.write(
                            () -> {
                                workbook.sittings().save(sitting.id(), place, judged, clock.instant());
                                return sitting.with(place, judged);
                            },
                            now -> showMarked(now, paper));
                });
    }

    /** A marked script on the screen. */
    private final class Marked implements MarkedView.Actions {
        private Shown shown;
        private Sitting sitting;
        private @Nullable MarkedView view;

        Marked(Shown shown) {
            this.shown = shown;
            sitting = shown.marked().sitting();
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
            Attempt attempt = sitting.tasks().get(place).withAwards(awards);
            Sitting now = sitting.with(place, attempt);
            sitting = now;
            background.write(
                    () -> {
                        workbook.sittings().save(now.id(), place, attempt, clock.instant());
                        return shown.with(now);
                    },
                    again -> {
                        shown = again;
                        if (view != null) {
                            view.show(again.marked(), ResultTable.latest(again.all()));
                        }
                    });
        }

        @Override
        public void print() {
            out.pdf(
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

    @Override
    public void readScripts() {
        scripts.readFiles();
    }

    /** Writes the scripts of a paper that came without its answers. */
    private void handIn(Sitting sitting) {
        out.text(
                files.toWrite(
                        FileChoice.Purpose.WRITE_SCRIPTS,
                        Texts.of(
                                        "homework.script",
                                        sitting.paper(),
                                        sitting.student().name()) + ".txt"),
                Homework.handIn(sitting));
    }

    // ---- students and results

    @Override
    public void students() {
        background.read(
                workbook.sittings()::students,
                students -> forms.students(
                        students,
                        kept -> change(() -> workbook.sittings().keep(kept)),
                        gone -> change(() -> {
                            workbook.register().remove(gone.id(), Texts.of("undo.student.remove", gone.name()));
                            return gone;
                        })));
    }

    private void change(Background.Task<Student> task) {
        background.write(task, done -> results.refresh());
    }

    @Override
    public void typeIn() {
        scripts.typeIn();
    }

    @Override
    public void tickOff() {
        scripts.tickOff();
    }

    @Override
    public void exportTable(List<ResultTable.Row> rows) {
        out.text(
                files.toWrite(
                        FileChoice.Purpose.WRITE_RESULTS,
                        model.paperProperty().get().name() + ".csv"),
                ResultTable.write(rows));
    }
}
