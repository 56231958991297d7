package org.zeroply.desktop.lessons;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Diary;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.When;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.DayField;
import org.zeroply.desktop.kit.FormParts;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.store.PaperShelf;
import org.zeroply.store.RegisterShelf;
import org.zeroply.store.SheetShelf;
import org.zeroply.store.Workbook;

/** Sheets on which lessons, homework and events are made, moved and changed. */
public final class LessonForms {
    private static final int USUAL_MINUTES = 60;
    private static final int A_WEEK = 7;
    private static final int MOST_WEEKS = 52;

    private final DiaryModel model;
    private final Workbook workbook;
    private final Background background;
    private final Sheets sheets;

    LessonForms(DiaryModel model, Workbook workbook, Background background, Sheets sheets) {
        this.model = model;
        this.workbook = workbook;
        this.background = background;
        this.sheets = sheets;
    }

    private void withStudents(Consumer<List<RegisterShelf.Listed>> show) {
        background.read(() -> workbook.register().list(), show);
    }

    // ---- lessons

    /** A new lesson, on a day; hands it on with its id. */
    public void newLesson(LocalDate day, List<Long> students, Consumer<Lesson> done) {
        withStudents(all -> lesson(null, all, day, students, lesson -> model.add(lesson, done)));
    }

    /** Another time, length, or other students, for a lesson or a whole series. */
    void move(Lesson lesson) {
        withStudents(all -> lesson(
                lesson,
                all,
                lesson.when().start().toLocalDate(),
                lesson.students(),
                changed -> model.save(changed, "undo.lesson.move")));
    }

    private void lesson(
            @Nullable Lesson before,
            List<RegisterShelf.Listed> all,
            LocalDate day,
            List<Long> students,
            Consumer<Lesson> done) {
        When was = before == null ? null : before.when();
        When.Repeat repeats = was == null ? null : was.repeat();
        TextField date = field("lesson-form-day", DayField.shown(day), 12);
        TextField time = field(
                "lesson-form-time",
                was == null ? "17:00" : DayField.shown(was.start().toLocalTime()),
                6);
        TextField minutes =
                field("lesson-form-minutes", Integer.toString(was == null ? USUAL_MINUTES : was.minutes()), 4);
        CheckBox weekly = new CheckBox(Texts.of("lesson.form.weekly"));
        weekly.setId("lesson-form-weekly");
        weekly.setSelected(repeats != null);
        TextField weeks = field("lesson-form-weeks", Integer.toString(repeats == null ? 1 : repeats.weeks()), 3);
        TextField until = field(
                "lesson-form-until",
                repeats == null
                        ? DayField.shown(day.plusWeeks(10))
                        : DayField.shown(repeats.until().toLocalDate()),
                12);
        weeks.disableProperty().bind(weekly.selectedProperty().not());
        until.disableProperty().bind(weekly.selectedProperty().not());
        StudentPicker picker = new StudentPicker(all, students);
        GridPane form = FormParts.grid();
        form.addRow(0, new Label(Texts.of("lesson.form.day")), date);
        form.addRow(1, new Label(Texts.of("lesson.form.time")), time);
        form.addRow(2, new Label(Texts.of("lesson.form.minutes")), minutes);
        if (was == null || was.instead() == null) {
            form.addRow(3, new Label(""), weekly);
            form.addRow(4, new Label(Texts.of("lesson.form.weeks")), weeks);
            form.addRow(5, new Label(Texts.of("lesson.form.until")), until);
        }
        form.addRow(6, new Label(Texts.of("lesson.form.students")), picker);
        Label fault = fault(form, 7);
        Button keep = FormParts.primary(before == null ? "lesson.form.add" : "lesson.form.keep");
        Sheet sheet =
                sheets.show(Texts.of(before == null ? "lesson.form.new" : "lesson.form.edit"), form, List.of(keep));
        date.requestFocus();
        date.selectAll();
        keep.setOnAction(event -> {
            Optional<LocalDate> on = DayField.day(date.getText(), model.today());
            Optional<LocalTime> at = DayField.time(time.getText());
            int length = number(minutes.getText());
            Optional<LocalDate> last = DayField.day(until.getText(), model.today());
            int every = number(weeks.getText());
            String wrong = on.isEmpty()
                    ? Texts.of("lesson.fault.day", date.getText())
                    : at.isEmpty()
                            ? Texts.of("lesson.fault.time", time.getText())
                            : length < 1 || length > When.MOST_MINUTES
                                    ? Texts.of("lesson.fault.minutes")
                                    : weekly.isSelected() && (every < 1 || every > MOST_WEEKS)
                                            ? Texts.of("lesson.fault.weeks")
                                            : weekly.isSelected() && last.isEmpty()
                                                    ? Texts.of("lesson.fault.until", until.getText())
                                                    : weekly.isSelected()
                                                                    && last.get()
                                                                            .isBefore(on.get())
                                                            ? Texts.of("lesson.fault.endless")
                                                            : picker.chosen().isEmpty()
                                                                    ? Texts.of("lesson.fault.nobody")
                                                                    : "";
            Widgets.tell(fault, wrong);
            if (!wrong.isEmpty() || on.isEmpty() || at.isEmpty()) {
                return;
            }
            sheet.close();
            LocalDateTime start = on.get().atTime(at.get());
            When.Repeat repeat = weekly.isSelected() && last.isPresent()
                    ? new When.Repeat(
                            every, last.get().atTime(at.get()), repeats == null ? Set.of() : repeats.without())
                    : null;
            When when = was == null
                    ? new When(start, model.zone(), length, repeat, null)
                    : was.withStart(start, length).withRepeat(was.instead() == null ? repeat : null);
            Lesson lesson = before == null ? Lesson.of(picker.chosen(), when) : before.withWhen(when);
            say(lesson.withStudents(picker.chosen()));
            done.accept(lesson.withStudents(picker.chosen()));
        });
    }

    /** What is odd about a time, though it may be meant: that it overlaps another one, or goes on into the next day. */
    private void say(Lesson lesson) {
        LocalDate day = lesson.when().start().toLocalDate();
        background.read(
                () -> {
                    List<Lesson> others = new ArrayList<>(workbook.diary().lessons(day, day));
                    others.removeIf(each -> each.id() == lesson.id());
                    others.add(lesson);
                    List<Diary.Entry> entries = Diary.between(others, day, day, model.zone());
                    return entries.stream()
                            .filter(each -> each.lesson().equals(lesson))
                            .findFirst()
                            .map(each -> Diary.overlapping(entries, each))
                            .orElse(List.of());
                },
                overlapping -> {
                    if (!overlapping.isEmpty()) {
                        sheets.say(Texts.of(
                                "lesson.overlaps",
                                DayField.shown(overlapping.getFirst().begins().toLocalTime())));
                    } else if (lesson.when().isOverMidnight()) {
                        sheets.say(Texts.of("lesson.overMidnight"));
                    }
                });
    }

    // ---- homework

    /**
     * New homework.
     *
     * @param game that is open with its name; 0 for none
     */
    public void newHomework(List<Long> students, long lesson, long game, String gameName) {
        background.read(
                () -> new Choice(
                        workbook.register().list(),
                        workbook.papers().list(),
                        workbook.sheets().list()),
                choice -> {
                    HomeworkFields fields =
                            new HomeworkFields(choice.papers(), choice.sheets(), game, gameName, model.today());
                    StudentPicker picker = new StudentPicker(choice.students(), students);
                    GridPane form = FormParts.grid();
                    int row = fields.addTo(form, 0);
                    form.addRow(row, new Label(Texts.of("lesson.form.students")), picker);
                    Label fault = fault(form, row + 1);
                    Button keep = FormParts.primary("homework.form.add");
                    Sheet sheet = sheets.show(Texts.of("homework.form.new"), form, List.of(keep));
                    fields.focus();
                    keep.setOnAction(event -> {
                        String wrong = picker.chosen().isEmpty() ? Texts.of("lesson.fault.nobody") : fields.fault();
                        Widgets.tell(fault, wrong);
                        if (wrong.isEmpty()) {
                            sheet.close();
                            model.add(fields.homework(picker.chosen(), lesson));
                        }
                    });
                });
    }

    /** What homework can be chosen from. */
    record Choice(
            List<RegisterShelf.Listed> students, List<PaperShelf.Listed> papers, List<SheetShelf.Listed> sheets) {}

    /** The fields of what is set and until when. */
    static final class HomeworkFields {
        private final ChoiceBox<Assignment.Kind> kind;
        private final ChoiceBox<PaperShelf.Listed> paper;
        private final ChoiceBox<SheetShelf.Listed> cards;
        private final TextField text;
        private final TextField due;
        private final long game;
        private final String gameName;
        private final LocalDate today;

        HomeworkFields(
                List<PaperShelf.Listed> papers,
                List<SheetShelf.Listed> sheets,
                long game,
                String gameName,
                LocalDate today) {
            this.game = game;
            this.gameName = gameName;
            this.today = today;
            List<Assignment.Kind> kinds = new ArrayList<>(List.of(Assignment.Kind.WORDS));
            if (!papers.isEmpty()) {
                kinds.addFirst(Assignment.Kind.PAPER);
            }
            if (!sheets.isEmpty()) {
                kinds.add(Assignment.Kind.SHEET);
            }
            if (game != 0) {
                kinds.add(Assignment.Kind.GAME);
            }
            kind = Choices.of(kinds, each -> Texts.of("homework.kind." + each));
            kind.setId("homework-kind");
            kind.setValue(kinds.getFirst());
            paper = papers.isEmpty() ? new ChoiceBox<>() : Choices.of(papers, PaperShelf.Listed::name);
            paper.setId("homework-paper");
            if (!papers.isEmpty()) {
                paper.setValue(papers.getFirst());
            }
            cards = sheets.isEmpty() ? new ChoiceBox<>() : Choices.of(sheets, SheetShelf.Listed::name);
            cards.setId("homework-sheet");
            text = field("homework-text", "", 30);
            due = field("homework-due", DayField.shown(today.plusDays(A_WEEK)), 12);
        }

        int addTo(GridPane form, int row) {
            form.addRow(row, new Label(Texts.of("homework.form.kind")), kind);
            VBox what = new VBox(paper, cards, text);
            form.addRow(row + 1, new Label(Texts.of("homework.form.what")), what);
            form.addRow(row + 2, new Label(Texts.of("homework.form.due")), due);
            kind.valueProperty().subscribe(now -> {
                Widgets.present(paper, now == Assignment.Kind.PAPER);
                Widgets.present(cards, now == Assignment.Kind.SHEET);
                Widgets.present(text, now == Assignment.Kind.WORDS || now == Assignment.Kind.GAME);
                if (now == Assignment.Kind.GAME && text.getText().isBlank()) {
                    text.setText(Texts.of("homework.annotate", gameName));
                }
            });
            return row + 3;
        }

        void focus() {
            kind.requestFocus();
        }

        /** Whether nothing is to be set. */
        boolean isEmpty() {
            return kind.getValue() == Assignment.Kind.WORDS && text.getText().isBlank();
        }

        String fault() {
            Optional<LocalDate> day = DayField.day(due.getText(), today);
            return isEmpty()
                            || kind.getValue() == Assignment.Kind.GAME
                                    && text.getText().isBlank()
                    ? Texts.of("homework.fault.text")
                    : day.isEmpty()
                            ? Texts.of("lesson.fault.day", due.getText())
                            : day.get().isBefore(today) ? Texts.of("homework.fault.past") : "";
        }

        Assignment homework(List<Long> students, long lesson) {
            PaperShelf.Listed chosen = paper.getValue();
            SheetShelf.Listed sheet = cards.getValue();
            String what = text.getText();
            long number = kind.getValue() == Assignment.Kind.GAME ? game : 0;
            if (kind.getValue() == Assignment.Kind.PAPER && chosen != null) {
                what = chosen.name();
                number = chosen.id();
            } else if (kind.getValue() == Assignment.Kind.SHEET && sheet != null) {
                what = sheet.name();
                number = sheet.id();
            }
            return new Assignment(
                    0,
                    kind.getValue(),
                    what,
                    number,
                    today,
                    DayField.day(due.getText(), today).orElse(today),
                    lesson,
                    students.stream()
                            .map(each -> new Assignment.Part(each, Assignment.State.SET))
                            .toList());
        }
    }

    // ---- events

    /** A new event, or another one; hands it on. */
    public void event(@Nullable Event before, Consumer<Event> done) {
        withStudents(all -> {
            LocalDate first = before == null ? model.today().plusDays(28) : before.from();
            TextField name = field("event-form-name", before == null ? "" : before.name(), 24);
            TextField place = field("event-form-place", before == null ? "" : before.place(), 24);
            TextField from = field("event-form-from", DayField.shown(first), 12);
            TextField to = field("event-form-to", DayField.shown(before == null ? first.plusDays(1) : before.to()), 12);
            TextField pace = field("event-form-pace", before == null ? "" : before.pace(), 24);
            pace.setPromptText(Texts.of("event.form.pace.hint"));
            TextField rounds = field(
                    "event-form-rounds",
                    before == null || before.rounds() == 0 ? "" : Integer.toString(before.rounds()),
                    4);
            StudentPicker picker = new StudentPicker(
                    all,
                    before == null
                            ? List.of()
                            : before.goers().stream().map(Event.Goer::student).toList());
            GridPane form = FormParts.grid();
            form.addRow(0, new Label(Texts.of("event.form.name")), name);
            form.addRow(1, new Label(Texts.of("event.form.place")), place);
            form.addRow(2, new Label(Texts.of("event.form.from")), from);
            form.addRow(3, new Label(Texts.of("event.form.to")), to);
            form.addRow(4, new Label(Texts.of("event.form.pace")), pace);
            form.addRow(5, new Label(Texts.of("event.form.rounds")), rounds);
            form.addRow(6, new Label(Texts.of("event.form.goers")), picker);
            Label fault = fault(form, 7);
            Button keep = FormParts.primary(before == null ? "event.form.add" : "event.form.keep");
            Sheet sheet =
                    sheets.show(Texts.of(before == null ? "event.form.new" : "event.form.edit"), form, List.of(keep));
            name.requestFocus();
            keep.setOnAction(pressed -> {
                Optional<LocalDate> begins = DayField.day(from.getText(), model.today());
                Optional<LocalDate> ends = DayField.day(to.getText(), model.today());
                int count = rounds.getText().isBlank() ? 0 : number(rounds.getText());
                String wrong = name.getText().isBlank()
                        ? Texts.of("event.fault.name")
                        : begins.isEmpty()
                                ? Texts.of("lesson.fault.day", from.getText())
                                : ends.isEmpty()
                                        ? Texts.of("lesson.fault.day", to.getText())
                                        : ends.get().isBefore(begins.get())
                                                ? Texts.of("event.fault.order")
                                                : count < 0 || count > 99 ? Texts.of("event.fault.rounds") : "";
                Widgets.tell(fault, wrong);
                if (!wrong.isEmpty() || begins.isEmpty() || ends.isEmpty()) {
                    return;
                }
                sheet.close();
                Event event = new Event(
                        before == null ? 0 : before.id(),
                        name.getText(),
                        place.getText(),
                        begins.get(),
                        ends.get(),
                        pace.getText(),
                        count,
                        picker.chosen().stream()
                                .map(each -> before == null
                                        ? new Event.Goer(each, USUAL_MINUTES * 3, Map.of())
                                        : before.goer(each).orElse(new Event.Goer(each, USUAL_MINUTES * 3, Map.of())))
                                .toList());
                if (begins.get().isBefore(model.today())) {
                    sheets.say(Texts.of("event.past"));
                }
                done.accept(event);
            });
        });
    }

    // ---- parts

    static TextField field(String id, String text, int columns) {
        TextField field = new TextField(text);
        field.setId(id);
        field.setPrefColumnCount(columns);
        return field;
    }

    static Label fault(GridPane form, int row) {
        Label fault = Widgets.wrapped("attention");
        fault.setId("form-fault");
        Widgets.present(fault, false);
        form.add(fault, 1, row);
        return fault;
    }

    /** A whole number; -1 for what is none. */
    static int number(String text) {
        String bare = text.strip();
        return bare.matches("\\d{1,5}") ? Integer.parseInt(bare) : -1;
    }
}
