package org.zeroply.desktop.register;

import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SequencedMap;
import java.util.function.Consumer;
import java.util.stream.Stream;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Button;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Diary;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.Habit;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.Levels.Level;
import org.zeroply.coaching.Question;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Command;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.PaperFiles;
import org.zeroply.desktop.kit.Place;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.notation.Language;
import org.zeroply.print.StudentPages;
import org.zeroply.store.AccountTable;
import org.zeroply.store.UndoState;
import org.zeroply.store.Workbook;

/** The place of the students: accounts, levels, questions. */
public final class RegisterPlace implements Place {
    /** What this place asks of the others. */
    public interface Around {
        /** Opens a game in Reading before the move at a half-move. */
        void openAt(long game, int ply);

        /** Shows where a game left a repertoire, in the flow. */
        void showDeparture(long game);

        /** Opens a task of a paper. */
        void openTask(long paper, int place);

        void judge(List<Long> games);

        /** Opens the plan of a lesson. */
        void plan(Diary.Entry entry);

        /** Opens a lesson that was held. */
        void openLesson(Lesson lesson);

        void newLesson(long student);

        void newHomework(long student);

        void showEvent(Event event);

        /** Prints a page for parents. */
        void term(long student);

        /** Reads lists again that name people. */
        void namesChanged();

        Language language();

        /** The game that is open with the move one is at, and how it is called; game 0 for none. */
        StudentPage.At inSight();

        String nameInSight();
    }

    private final RegisterModel model;
    private final StudentForms forms;
    private final Sheets sheets;
    private final FileChoice files;
    private final PaperFiles papers;
    private final Around around;
    private @Nullable RegisterView view;

    /** @param analyst the name under which verdicts are kept */
    public RegisterPlace(
            Workbook workbook,
            Background background,
            String analyst,
            Clock clock,
            FileChoice files,
            Sheets sheets,
            Around around) {
        this.sheets = sheets;
        this.files = files;
        papers = new PaperFiles(files, background, sheets);
        this.around = around;
        model = new RegisterModel(workbook, background, analyst, clock);
        forms = new StudentForms(model, sheets);
        model.setOnForgotten(around::namesChanged);
        model.saidProperty().subscribe(said -> {
            if (said != null) {
                sheets.say(said);
            }
        });
    }

    public RegisterModel model() {
        return model;
    }

    @Override
    public String name() {
        return "REGISTER";
    }

    @Override
    public String icon() {
        return "M3 4 H21 V20 H3 Z M12 4 V20 M6 8 H9 M6 12 H9 M6 16 H9 M15 8 H18 M15 12 H18 M15 16 H18";
    }

    @Override
    public Node view() {
        return made();
    }

    private RegisterView made() {
        RegisterView known = view;
        if (known == null) {
            known = new RegisterView(model, new Clicked(), forms::add, model::open);
            view = known;
        }
        return known;
    }

    /** What is clicked on a page. */
    private final class Clicked implements StudentView.Actions {
        @Override
        public void open(Habit.Moment moment) {
            open(moment.game().game(), moment.move().ply());
        }

        @Override
        public void open(long game, int ply) {
            around.openAt(game, ply);
        }

        @Override
        public void train(Habit habit) {
            // Of the themes that train it the first is the most telling.
            habit.key().themes().stream().findFirst().ifPresent(theme -> tasks(theme.title()));
        }

        @Override
        public void tasks(String theme) {
            forms.tasks(theme, each -> around.openTask(each.paper(), each.place()));
        }

        @Override
        public void edit() {
            forms.edit();
        }

        @Override
        public void ask() {
            RegisterPlace.this.ask();
        }

        @Override
        public void answer(Question question) {
            forms.answer(question);
        }

        @Override
        public void remove(Question question) {
            model.remove(question);
        }

        @Override
        public void judge(List<Long> games) {
            around.judge(games);
        }

        @Override
        public void repertoire(StudentPage.At at) {
            around.showDeparture(at.game());
        }

        @Override
        public void plan(Diary.Entry entry) {
            around.plan(entry);
        }

        @Override
        public void openLesson(Lesson lesson) {
            around.openLesson(lesson);
        }

        @Override
        public void newLesson(long student) {
            around.newLesson(student);
        }

        @Override
        public void newHomework(long student) {
            around.newHomework(student);
        }

        @Override
        public void showEvent(Event event) {
            around.showEvent(event);
        }

        @Override
        public void term(long student) {
            around.term(student);
        }

        @Override
        public void allAbout() {
            RegisterPlace.this.allAbout();
        }

        @Override
        public Language language() {
            return around.language();
        }

        @Override
        public Button moreButton() {
            return sheets.moreButton("register");
        }
    }

    private void ask() {
        forms.ask(around.inSight(), around.nameInSight());
    }

    /** Prints what the workbook holds on the student, with names or without. */
    private void allAbout() {
        SequencedMap<String, Consumer<Boolean>> kinds = new LinkedHashMap<>();
        kinds.put("register.pdf", withNames -> allAbout(withNames, false));
        kinds.put("register.html", withNames -> allAbout(withNames, true));
        forms.askNames("register.about.title", "register.about.text", kinds);
    }

    private void allAbout(boolean withNames, boolean isPage) {
        StudentPage page = model.pageProperty().get();
        if (page != null) {
            String name = withNames ? page.profile().student().name() : Texts.of("register.about.file");
            model.handedIn(
                    sittings -> papers.student(name, contents(page, sittings), withNames, isPage, around.language()));
        }
    }

    private static StudentPages.Contents contents(StudentPage page, List<String> sittings) {
        Map<String, Level> levels = new LinkedHashMap<>(page.themes());
        page.skills().forEach((skill, level) -> levels.put(skill.title(), level));
        return new StudentPages.Contents(
                page.profile(), page.account(), page.level(), levels, sittings, page.questions());
    }

    private void table() {
        SequencedMap<String, Consumer<Boolean>> kinds = new LinkedHashMap<>();
        kinds.put(
                "register.make",
                withNames -> model.table(rows -> papers.text(
                        files.toWrite(FileChoice.Purpose.WRITE_ACCOUNTS, Texts.of("register.table.file")),
                        AccountTable.write(rows, withNames))));
        forms.askNames("register.table.title", "register.table.text", kinds);
    }

    @Override
    public void focus() {
        model.refresh();
        model.readRoster();
        // Games may have been judged elsewhere, and papers handed in.
        model.workOut();
        made().focusList();
    }

    @Override
    public void keepEdits() {
        // Everything is written from sheets, as a whole.
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

    private boolean isOpen() {
        return model.profileProperty().get() != null;
    }

    @Override
    public List<Command> commands() {
        List<Command> ofStudents = List.of(
                Command.of("command.register.new", "Alt+N", forms::add),
                Command.of("command.register.find", "Alt+F", () -> made().focusFind()),
                Command.of("command.register.edit", "Alt+E", forms::edit).when(this::isOpen),
                Command.of("command.register.ask", "Alt+A", this::ask).when(this::isOpen),
                Command.of("command.register.about", "Shortcut+P", this::allAbout)
                        .when(() -> model.pageProperty().get() != null),
                Command.of("command.register.table", "Shortcut+E", this::table),
                Command.of("command.register.remove", null, model::remove).when(this::isOpen),
                Command.of("command.register.forget", null, forms::forget).when(this::isOpen));
        List<Command> ofGroups = model.groups().stream()
                .map(each -> Command.titled(
                        Texts.of("command.register.group", each.name()), "", null, () -> model.openGroup(each.name())))
                .toList();
        return Stream.of(
                        Command.group("group.register.students", ofStudents),
                        Command.group("group.register.groups", ofGroups))
                .flatMap(List::stream)
                .toList();
    }
}
