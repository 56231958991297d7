package org.zeroply.desktop.today;

import java.util.List;
import java.util.stream.Stream;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Button;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Diary;
import org.zeroply.coaching.Event;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Command;
import org.zeroply.desktop.kit.Place;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.lessons.LessonDesk;
import org.zeroply.notation.Language;
import org.zeroply.store.UndoState;
import org.zeroply.store.Workbook;

/** The first place: what the day brings, a line each with the one button that does it. */
public final class TodayPlace implements Place {
    /** What this place asks of the others. */
    public interface Around {
        void takeIn();

        void judge(List<Long> games);

        void showStudentPage(String name);

        /**
         * Asks how the script of a paper comes in.
         *
         * @param note notes that it is back, without its script
         * @param done after it came in
         */
        void scriptIsBack(long paper, String student, Runnable note, Runnable done);

        Language language();

        /** The four ways to begin. */
        Node beginnings();
    }

    private final LessonDesk desk;
    private final Sheets sheets;
    private final Around around;
    private final TodayModel model;
    private @Nullable TodayView view;

    public TodayPlace(Workbook workbook, Background background, LessonDesk desk, Sheets sheets, Around around) {
        this.desk = desk;
        this.sheets = sheets;
        this.around = around;
        model = new TodayModel(workbook, background, desk.model(), around::language);
    }

    public TodayModel model() {
        return model;
    }

    @Override
    public String name() {
        return "TODAY";
    }

    @Override
    public String icon() {
        return "M4 5 H20 V21 H4 Z M4 10 H20 M8 2 V7 M16 2 V7";
    }

    @Override
    public Node view() {
        return made();
    }

    private TodayView made() {
        TodayView known = view;
        if (known == null) {
            known = new TodayView(model, new Clicked());
            view = known;
        }
        return known;
    }

    private final class Clicked implements TodayView.Actions {
        @Override
        public void newLesson() {
            TodayPlace.this.newLesson(List.of());
        }

        @Override
        public void takeIn() {
            around.takeIn();
        }

        @Override
        public Button moreButton() {
            return sheets.moreButton("today");
        }

        @Override
        public void plan(Diary.Entry entry) {
            desk.plan(entry);
        }

        @Override
        public void fill(Diary.Entry entry) {
            desk.fillAndShow(entry);
        }

        @Override
        public void remove(Diary.Entry entry) {
            desk.model().remove(entry);
            sheets.say(Texts.of("today.removed"));
        }

        @Override
        public void advance(Assignment homework, long student, String name) {
            boolean isOut = homework.of(student)
                    .filter(part -> part.state() == Assignment.State.OUT)
                    .isPresent();
            if (isOut && homework.kind() == Assignment.Kind.PAPER) {
                around.scriptIsBack(
                        homework.number(), name, () -> desk.model().advance(homework, student), model::refresh);
            } else {
                desk.model().advance(homework, student);
            }
        }

        @Override
        public void act(TodayPage.Act act) {
            switch (act) {
                case TodayPage.Act.GoOver(Assignment homework, long student) -> desk.openHomework(homework);
                case TodayPage.Act.Judge(List<Long> games) -> around.judge(games);
                case TodayPage.Act.Advance(Assignment homework, long student, String name) ->
                    advance(homework, student, name);
                case TodayPage.Act.Fill(Diary.Entry entry) -> desk.fillAndShow(entry);
                case TodayPage.Act.ShowEvent(Event event) -> desk.showEvent(event);
                case TodayPage.Act.FindHour(long student) -> TodayPlace.this.newLesson(List.of(student));
                case TodayPage.Act.Answer(String student) -> around.showStudentPage(student);
            }
        }

        /** All parts that are back are marked, since a batch is gone over together. */
        @Override
        public void open(TodayPage.Act.GoOver done) {
            Assignment marked = done.homework();
            for (Assignment.Part part : marked.parts()) {
                if (part.state() == Assignment.State.BACK) {
                    marked = marked.with(part.student(), Assignment.State.MARKED);
                }
            }
            desk.model().save(marked);
        }

        @Override
        public Node firstCards() {
            return around.beginnings();
        }
    }

    private void newLesson(List<Long> students) {
        desk.forms().newLesson(desk.model().today(), students, desk::plan);
    }

    @Override
    public void focus() {
        model.refresh();
        focusFirst();
    }

    /** Moves the keyboard here without reading the page again. */
    public void focusFirst() {
        made().focusFirst();
    }

    @Override
    public void keepEdits() {
        // Everything is written from sheets, as it is made.
    }

    @Override
    public void undo() {
        desk.model().undo();
    }

    @Override
    public void redo() {
        desk.model().redo();
    }

    @Override
    public ObservableValue<UndoState> undoProperty() {
        return desk.model().undoProperty();
    }

    @Override
    public List<Command> commands() {
        List<Command> making = List.of(
                Command.of("command.today.lesson", "Alt+N", () -> newLesson(List.of())),
                Command.of("command.today.homework", "Alt+H", desk::newHomework),
                Command.of("command.today.event", "Alt+E", desk::newEvent));
        return Stream.of(
                        Command.group("group.today.make", making), Command.group("group.today.files", desk.withFiles()))
                .flatMap(List::stream)
                .toList();
    }
}
