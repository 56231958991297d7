package org.zeroply.desktop.lessons;

import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Block;
import org.zeroply.coaching.Diary;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.EventPlan;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.When;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Command;
import org.zeroply.desktop.kit.DayField;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.FormParts;
import org.zeroply.desktop.kit.PaperFiles;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.desktop.register.Accounts;
import org.zeroply.desktop.register.StudentPage;
import org.zeroply.notation.Language;
import org.zeroply.print.TeachingPages;
import org.zeroply.store.SheetShelf;
import org.zeroply.store.Workbook;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** All that is done with lessons, homework and events, wherever one is: planning, holding, closing, printing, calendars. */
public final class LessonDesk {
    /** What lessons ask of the places. */
    public interface Around {
        /** Opens a game in Reading before the move at a half-move. */
        void openAt(long game, int ply);

        /** Opens a task of a paper. */
        void openTask(long paper, int place);

        void openRepertoire(long repertoire);

        /** Opens a sheet of cards. */
        void openSheet(long sheet);

        Language language();

        /** The game that is open, and how it is called; 0 for none. */
        StudentPage.At inSight();

        String nameInSight();
    }

    private final DiaryModel model;
    private final LessonForms forms;
    private final Workbook workbook;
    private final Background background;
    private final Sheets sheets;
    private final FileChoice files;
    private final PaperFiles papers;
    private final Accounts accounts;
    private final TeachingPapers pages;
    private final DiaryCalendar calendar;
    private final Around around;
    private final LessonBar bar;
    private @Nullable PlanSheet plan;

    public LessonDesk(
            DiaryModel model,
            Workbook workbook,
            Background background,
            Accounts accounts,
            FileChoice files,
            Sheets sheets,
            Around around) {
        this.model = model;
        this.workbook = workbook;
        this.background = background;
        this.accounts = accounts;
        this.files = files;
        this.sheets = sheets;
        this.around = around;
        forms = new LessonForms(model, workbook, background, sheets);
        papers = new PaperFiles(files, background, sheets);
        pages = new TeachingPapers(workbook);
        calendar = new DiaryCalendar(workbook, model);
        bar = new LessonBar(model, new LessonBar.Actions() {
            @Override
            public void open(Block block) {
                LessonDesk.this.open(block);
            }

            @Override
            public void close() {
                LessonDesk.this.close();
            }
        });
    }

    public DiaryModel model() {
        return model;
    }

    public LessonForms forms() {
        return forms;
    }

    /** The bar over every place; it takes no room while no lesson is held. */
    public Node bar() {
        return bar;
    }

    // ---- the plan

    /** Opens the plan of a lesson on a sheet of its own. */
    public void plan(Diary.Entry entry) {
        model.own(entry, this::plan);
    }

    /** The same for one that has no series. */
    public void plan(Lesson wanted) {
        named(
                wanted,
                named -> laid(named, (plan, buttons) -> {
                    Sheet shown = sheets.show(Texts.of("plan.heading"), plan, buttons);
                    return shown::close;
                }));
    }

    /** Opens the plan of a lesson in a place. */
    public void planInto(Diary.Entry entry, Consumer<Node> place) {
        model.own(
                entry,
                wanted -> named(
                        wanted,
                        named -> laid(named, (plan, buttons) -> {
                            HBox row = new HBox(8);
                            row.getChildren().addAll(buttons);
                            row.setAlignment(Pos.CENTER_RIGHT);
                            place.accept(
                                    new VBox(12, Widgets.label("sheet-title", Texts.of("plan.heading")), plan, row));
                            return () -> {};
                        })));
    }

    private void named(Lesson wanted, Consumer<Named> then) {
        background.write(
                () -> new Named(
                        workbook.diary().lesson(wanted.id()),
                        pages.names(wanted.students()),
                        workbook.sheets().list()),
                then);
    }

    /** Where a plan is laid; gives what puts it away once the lesson begins. */
    private interface Laying {
        Runnable lay(PlanSheet plan, List<Button> buttons);
    }

    private record Named(Lesson lesson, String names, List<SheetShelf.Listed> sheets) {}

    private void laid(Named named, Laying laying) {
        Lesson lesson = named.lesson();
        When when = lesson.when();
        PlanSheet sheet = new PlanSheet(
                lesson,
                Texts.of(
                        "plan.who",
                        named.names(),
                        DayField.weekday(when.start().toLocalDate()),
                        DayField.shown(when.start().toLocalTime()),
                        when.minutes()),
                named.sheets(),
                new PlanSheet.Actions() {
                    @Override
                    public void save(Lesson changed, String label) {
                        model.save(changed, label);
                    }

                    @Override
                    public void fill(Lesson now) {
                        LessonDesk.this.fill(now);
                    }

                    @Override
                    public void open(Block block) {
                        LessonDesk.this.open(block);
                    }
                });
        plan = sheet;
        List<Button> buttons = new ArrayList<>();
        Button move = Widgets.button("plan.move", "plan-move", () -> forms.move(sheet.lesson()));
        Button after = Widgets.button("plan.after", "plan-after", () -> after(sheet.lesson()));
        When.Instead instead = when.instead();
        if (instead != null && !lesson.isClosed()) {
            buttons.add(Widgets.button(
                    "plan.series",
                    "plan-series",
                    () -> background.read(() -> workbook.diary().lesson(instead.series()), forms::move)));
        }
        buttons.add(lesson.isClosed() ? after : move);
        Button begin = FormParts.primary(lesson.isUnderWay() ? "plan.goOn" : "plan.begin");
        begin.setId("plan-begin");
        begin.setDefaultButton(false);
        if (!lesson.isClosed()) {
            buttons.add(begin);
        }
        Runnable away = laying.lay(sheet, buttons);
        begin.setOnAction(event -> {
            Lesson now = sheet.lesson();
            away.run();
            if (!now.isUnderWay()) {
                model.hold(now);
            }
        });
        sheet.focusFirst();
    }

    /** Fills the hour; what the coach has planned already stays. */
    private void fill(Lesson lesson) {
        Filling filling = new Filling(workbook, accounts, around.language());
        LocalDate today = model.today();
        background.run(
                Texts.of("plan.filling"),
                (progress, cancel) -> filling.fill(lesson, today, progress, cancel),
                blocks -> filled(lesson, blocks));
    }

    private void filled(Lesson lesson, List<Block> proposed) {
        List<Block> blocks = new ArrayList<>(lesson.blocks());
        int left = lesson.when().minutes() - lesson.plannedMinutes();
        for (Block block : proposed) {
            boolean isThere = blocks.stream()
                    .anyMatch(
                            each -> each.kind() == block.kind() && each.title().equals(block.title()));
            if (!isThere && block.minutes() <= left) {
                blocks.add(block);
                left -= block.minutes();
            }
        }
        // The closing stays at the end.
        blocks.sort((one, other) -> Boolean.compare(one.kind() == Block.Kind.CLOSE, other.kind() == Block.Kind.CLOSE));
        Lesson filled = lesson.withBlocks(blocks);
        String aim = proposed.stream()
                .filter(block -> block.kind() == Block.Kind.MOMENT)
                .map(Block::title)
                .findFirst()
                .orElse("");
        if (filled.aim().isEmpty() && !aim.isEmpty()) {
            filled = filled.withAim(Texts.of("plan.aimed", aim));
        }
        model.save(filled, "undo.lesson.fill");
        PlanSheet sheet = plan;
        if (sheet != null && sheet.getScene() != null) {
            sheet.show(filled);
            sheet.focusFirst();
        }
        if (proposed.stream().allMatch(block -> block.kind() == Block.Kind.CLOSE)) {
            sheets.say(Texts.of("plan.nothingKnown"));
        }
    }

    /** Fills the hour of a lesson and shows the plan. */
    public void fillAndShow(Diary.Entry entry) {
        model.own(entry, lesson -> {
            plan(lesson);
            fill(lesson);
        });
    }

    /** Opens what a block is about; a sheet that lies over it is put away. */
    private void open(Block block) {
        Block.Material material = block.material();
        if (material == null) {
            return;
        }
        PlanSheet sheet = plan;
        if (sheet != null && sheet.getScene() != null) {
            closeSheetOf(sheet);
        }
        switch (material.what()) {
            case GAME -> around.openAt(material.number(), Math.max(0, material.at()));
            case PAPER -> around.openTask(material.number(), Math.max(0, material.at()));
            case REPERTOIRE -> around.openRepertoire(material.number());
            case SHEET -> around.openSheet(material.number());
            case HOMEWORK -> background.read(() -> workbook.diary().homework(material.number()), this::openHomework);
            case STUDENT, LESSON -> {}
        }
    }

    private static void closeSheetOf(Node node) {
        Node at = node;
        while (at != null && !(at instanceof Sheet)) {
            at = at.getParent();
        }
        if (at instanceof Sheet sheet) {
            sheet.close();
        }
    }

    /** Opens the paper or the game of homework. */
    public void openHomework(Assignment homework) {
        switch (homework.kind()) {
            case PAPER -> around.openTask(homework.number(), 0);
            case SHEET -> around.openSheet(homework.number());
            case GAME -> around.openAt(homework.number(), 0);
            case WORDS -> sheets.say(homework.text());
        }
    }

    /** Opens what the block under way is about. */
    private void openCurrent() {
        Lesson lesson = model.heldProperty().get();
        if (lesson != null) {
            lesson.current().ifPresent(this::open);
        }
    }

    // ---- closing

    /** Closes the lesson under way: what was done and is carried over, homework, a sentence. */
    private void close() {
        Lesson held = model.heldProperty().get();
        if (held == null) {
            return;
        }
        background.read(
                () -> new LessonForms.Choice(
                        List.of(), workbook.papers().list(), workbook.sheets().list()),
                choice -> {
                    Lesson would = held.close(model.now());
                    VBox content = new VBox(10);
                    content.setId("closing");
                    content.getChildren().add(told("closing.done", would, Block.State.DONE, Block.State.CUT));
                    content.getChildren().add(told("closing.carried", would, Block.State.CARRIED, Block.State.CARRIED));
                    StudentPage.At open = around.inSight();
                    LessonForms.HomeworkFields fields = new LessonForms.HomeworkFields(
                            choice.papers(), choice.sheets(), open.game(), around.nameInSight(), model.today());
                    CheckBox sets = new CheckBox(Texts.of("closing.homework"));
                    sets.setId("closing-homework");
                    GridPane form = FormParts.grid();
                    int row = fields.addTo(form, 0);
                    form.disableProperty().bind(sets.selectedProperty().not());
                    TextArea word = new TextArea();
                    word.setId("closing-word");
                    word.setPrefRowCount(2);
                    word.setWrapText(true);
                    Label fault = LessonForms.fault(form, row);
                    content.getChildren().addAll(sets, form, new Label(Texts.of("closing.word")), word);
                    Button keep = FormParts.primary("closing.close");
                    Sheet sheet = sheets.show(Texts.of("closing.title"), content, List.of(keep));
                    sheet.nameClosing(Texts.of("closing.not"));
                    word.requestFocus();
                    keep.setOnAction(event -> {
                        String wrong = sets.isSelected() ? fields.fault() : "";
                        Widgets.tell(fault, wrong);
                        if (!wrong.isEmpty()) {
                            return;
                        }
                        sheet.close();
                        model.close(
                                held,
                                word.getText(),
                                sets.isSelected() ? List.of(fields.homework(held.students(), held.id())) : List.of());
                        sheets.say(Texts.of("closing.closed"));
                    });
                });
    }

    private static Node told(String key, Lesson lesson, Block.State one, Block.State other) {
        String titles = lesson.blocks().stream()
                .filter(block -> block.state() == one || block.state() == other)
                .map(Block::title)
                .filter(title -> !title.isEmpty())
                .collect(Collectors.joining("; "));
        Label label = Widgets.wrapped("paragraph");
        label.setMaxWidth(460);
        label.setText(Texts.of(key, titles.isEmpty() ? Texts.of("closing.nothing") : titles));
        return label;
    }

    // ---- paper

    /** Prints what a lesson leaves a student with. */
    public void after(Lesson lesson) {
        CheckBox figures = new CheckBox(Texts.of("after.figures"));
        figures.setId("after-figures");
        Button pdf = FormParts.primary("register.pdf");
        Button html = Widgets.button("register.html", "after-html", () -> {});
        Sheet sheet = sheets.show(
                Texts.of("after.title"),
                new VBox(10, Widgets.paragraph(Texts.of("after.text")), figures),
                List.of(html, pdf));
        pdf.setOnAction(event -> {
            sheet.close();
            after(lesson, figures.isSelected(), false);
        });
        html.setOnAction(event -> {
            sheet.close();
            after(lesson, figures.isSelected(), true);
        });
    }

    private void after(Lesson lesson, boolean withFigures, boolean isPage) {
        background.read(
                () -> pages.afterTheLesson(workbook.diary().lesson(lesson.id()), withFigures),
                contents -> papers.teaching(Texts.of("after.title"), contents, isPage));
    }

    // ---- events

    /** A new event, which is opened. */
    public void newEvent() {
        forms.event(null, event -> model.add(event, this::showEvent));
    }

    /** Shows an event with the plans to it. */
    public void showEvent(Event wanted) {
        background.run(
                Texts.of("event.running", wanted.name()),
                (progress, cancel) -> goers(wanted.id(), progress, cancel),
                shown -> showEvent(shown.event(), shown.goers()));
    }

    private record Shown(Event event, List<EventSheet.Goes> goers) {}

    private Shown goers(long id, Progress progress, Cancel cancel) {
        Event event = workbook.diary().event(id);
        List<EventSheet.Goes> goers = new ArrayList<>();
        for (Event.Goer goer : event.goers()) {
            if (cancel.isRequested()) {
                break;
            }
            StudentPage page = accounts.page(goer.student(), StudentPage.Span.ALL, Progress.SILENT, cancel);
            goers.add(new EventSheet.Goes(
                    goer,
                    page.profile().student().name(),
                    page.account().games().isEmpty() ? EventPlan.Needs.UNKNOWN : EventPlan.Needs.of(page.account())));
            progress.at((double) goers.size() / event.goers().size(), goers.size());
        }
        return new Shown(event, goers);
    }

    private void showEvent(Event event, List<EventSheet.Goes> goers) {
        EventSheet content = new EventSheet(event, goers, model.today(), model::save);
        Button edit = Widgets.button("event.edit", "event-edit", () -> {});
        Button between = Widgets.button("between.title", "event-between", () -> {});
        Button pdf = Widgets.button("event.pdf", "event-pdf", () -> {});
        Button html = Widgets.button("event.html", "event-html", () -> {});
        Button remove = Widgets.quietButton("event.remove", "event-remove", () -> {});
        List<Button> buttons = new ArrayList<>(List.of(remove, edit));
        if (!goers.isEmpty()) {
            buttons.addAll(List.of(between, html, pdf));
        }
        Sheet sheet = sheets.show(event.name(), content, buttons);
        edit.setOnAction(pressed -> {
            sheet.close();
            forms.event(content.event(), changed -> {
                model.save(changed);
                showEvent(changed);
            });
        });
        remove.setOnAction(pressed -> {
            sheet.close();
            model.remove(content.event());
            sheets.say(Texts.of("event.removed", event.name()));
        });
        pdf.setOnAction(pressed -> print(content, false));
        html.setOnAction(pressed -> print(content, true));
        between.setOnAction(pressed -> {
            EventSheet.Goes goes = content.shown();
            if (goes != null) {
                background.run(
                        Texts.of("event.running", event.name()),
                        (progress, cancel) -> pages.betweenRounds(
                                content.event(),
                                accounts.page(goes.goer().student(), StudentPage.Span.ALL, Progress.SILENT, cancel)),
                        this::print);
            }
        });
    }

    private void print(EventSheet content, boolean isPage) {
        EventSheet.Goes goes = content.shown();
        if (goes != null) {
            TeachingPages.Contents printed = pages.plan(content.event(), goes.name(), content.planOf(goes));
            papers.teaching(printed.title(), printed, isPage);
        }
    }

    // ---- the term

    /** A page for parents about one student, over the last half year. */
    public void term(long student) {
        LocalDate to = model.today();
        LocalDate from = to.minusMonths(6);
        background.run(
                Texts.of("term.title"),
                (progress, cancel) -> {
                    StudentPage page = accounts.page(student, StudentPage.Span.ALL, progress, cancel);
                    return pages.term(page.profile(), page, from, to);
                },
                this::print);
    }

    /** Writes a page as PDF or for a browser, as is chosen. */
    private void print(TeachingPages.Contents contents) {
        Button pdf = FormParts.primary("register.pdf");
        Button html = Widgets.button("register.html", "print-html", () -> {});
        Sheet sheet = sheets.show(contents.title(), Widgets.paragraph(Texts.of("print.how")), List.of(html, pdf));
        pdf.setOnAction(event -> {
            sheet.close();
            papers.teaching(contents.title(), contents, false);
        });
        html.setOnAction(event -> {
            sheet.close();
            papers.teaching(contents.title(), contents, true);
        });
    }

    private void minutesTaught() {
        LocalDate today = model.today();
        background.read(
                () -> pages.minutesTaught(today.minusYears(1), today, true),
                table -> papers.text(files.toWrite(FileChoice.Purpose.WRITE_MINUTES, Texts.of("minutes.file")), table));
    }

    // ---- calendars

    private void exportCalendar() {
        Optional<Path> target = files.toWrite(FileChoice.Purpose.WRITE_CALENDAR, Texts.of("calendar.file"));
        if (target.isPresent()) {
            background.read(
                    () -> calendar.write(
                            event -> goers(event, Progress.SILENT, new Cancel()).goers()),
                    text -> papers.text(target, text));
        }
    }

    private void importCalendar() {
        for (Path file : files.toRead(FileChoice.Purpose.READ_CALENDAR)) {
            background.run(
                    Texts.of("calendar.reading", file.getFileName()),
                    (progress, cancel) -> calendar.read(file),
                    said -> {
                        model.begin();
                        sheets.show(Texts.of("calendar.title"), Widgets.paragraph(said), List.of());
                    });
        }
    }

    // ---- commands

    private boolean isHeld() {
        return model.heldProperty().get() != null;
    }

    /** What can be done everywhere. */
    public List<Command> everywhere() {
        return List.of(
                Command.of("command.lesson.open", "F4", this::openCurrent).when(this::isHeld),
                Command.of("command.lesson.done", "F6", () -> model.end(Block.State.DONE))
                        .when(this::isHeld),
                Command.of("command.lesson.cut", "Shift+F6", () -> model.end(Block.State.CUT))
                        .when(this::isHeld),
                Command.of("command.lesson.carry", "Shortcut+F6", () -> model.end(Block.State.CARRIED))
                        .when(this::isHeld),
                Command.of("command.lesson.close", "F7", this::close).when(this::isHeld),
                Command.of("command.lesson.homework", null, this::newHomework));
    }

    /** New homework for nobody yet, with the game that is open. */
    public void newHomework() {
        forms.newHomework(List.of(), 0, around.inSight().game(), around.nameInSight());
    }

    /** What can be done in Today beside making things. */
    public List<Command> withFiles() {
        return List.of(
                Command.of("command.calendar.out", "Shortcut+E", this::exportCalendar),
                Command.of("command.calendar.in", null, this::importCalendar),
                Command.of("command.minutes", null, this::minutesTaught));
    }
}
