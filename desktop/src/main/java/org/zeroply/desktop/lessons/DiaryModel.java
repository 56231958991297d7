package org.zeroply.desktop.lessons;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyLongProperty;
import javafx.beans.property.ReadOnlyLongWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Block;
import org.zeroply.coaching.Diary;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.When;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.store.DiaryShelf;
import org.zeroply.store.UndoState;
import org.zeroply.store.Workbook;

/** The coach's diary: lessons, homework and events as they are made, changed, held and undone. Lives on the interface thread. */
public final class DiaryModel {
    private final Workbook workbook;
    private final Background background;
    private final Clock clock;
    private final ReadOnlyObjectWrapper<UndoState> undo =
            new ReadOnlyObjectWrapper<>(this, "undo", new UndoState(null, null));
    private final ReadOnlyLongWrapper changes = new ReadOnlyLongWrapper(this, "changes");
    private final ReadOnlyObjectWrapper<@Nullable Lesson> held = new ReadOnlyObjectWrapper<>(this, "held");

    public DiaryModel(Workbook workbook, Background background, Clock clock) {
        this.workbook = workbook;
        this.background = background;
        this.clock = clock;
    }

    // ---- what a view binds to

    public ReadOnlyObjectProperty<UndoState> undoProperty() {
        return undo.getReadOnlyProperty();
    }

    /** Another number whenever something was written. */
    public ReadOnlyLongProperty changesProperty() {
        return changes.getReadOnlyProperty();
    }

    /** The lesson that is under way; null if none is. */
    public ReadOnlyObjectProperty<@Nullable Lesson> heldProperty() {
        return held.getReadOnlyProperty();
    }

    public LocalDate today() {
        return LocalDate.now(clock);
    }

    public ZoneId zone() {
        return clock.getZone();
    }

    public Instant now() {
        return clock.instant();
    }

    /** Finds a lesson that was under way when the workbook was closed, however that came about. */
    public void begin() {
        read(() -> {});
    }

    /** Something came into the diary from elsewhere. */
    public void refresh() {
        changed();
    }

    // ---- writing

    private DiaryShelf shelf() {
        return workbook.diary();
    }

    private void changed() {
        read(() -> changes.set(changes.get() + 1));
    }

    private void read(Runnable then) {
        background.write(
                () -> new State(
                        shelf().undoState(),
                        shelf().underWay().stream().findFirst().orElse(null)),
                state -> {
                    undo.set(state.undo());
                    held.set(state.held());
                    then.run();
                });
    }

    private record State(UndoState undo, @Nullable Lesson held) {}

    private void write(Background.Edit edit) {
        background.write(edit);
        changed();
    }

    /** Adds a lesson and hands it on with its id. */
    public void add(Lesson lesson, Consumer<Lesson> done) {
        background.write(() -> shelf().lesson(shelf().add(lesson, Texts.of("undo.lesson.new"))), added -> {
            changed();
            done.accept(added);
        });
    }

    /**
     * Keeps a change of a lesson.
     *
     * @param label the key of how the status line names it
     */
    public void save(Lesson lesson, String label) {
        write(() -> shelf().save(lesson, Texts.of(label)));
    }

    /** Hands on the lesson of a time, which gets one of its own if it is only a time of a series yet. */
    public void own(Diary.Entry entry, Consumer<Lesson> done) {
        if (entry.isOfSeries()) {
            add(entry.own(), done);
        } else {
            done.accept(entry.lesson());
        }
    }

    /** Takes a lesson off; a time of a series is left out of it. */
    public void remove(Diary.Entry entry) {
        Lesson lesson = entry.lesson();
        When.Repeat repeat = lesson.when().repeat();
        When.Instead instead = lesson.when().instead();
        write(() -> {
            if (repeat != null) {
                Lesson without = lesson.withWhen(lesson.when().withRepeat(repeat.without(entry.time())));
                shelf().save(without, Texts.of("undo.lesson.remove"));
                return;
            }
            shelf().remove(lesson, Texts.of("undo.lesson.remove"));
            if (instead != null && instead.series() != 0) {
                Lesson series = shelf().lesson(instead.series());
                When.Repeat still = series.when().repeat();
                if (still != null) {
                    shelf().save(
                                    series.withWhen(series.when().withRepeat(still.without(instead.original()))),
                                    Texts.of("undo.lesson.remove"));
                }
            }
        });
    }

    public void add(Assignment homework) {
        write(() -> shelf().add(homework, Texts.of("undo.homework.new")));
    }

    public void save(Assignment homework) {
        write(() -> shelf().save(homework, Texts.of("undo.homework.edit")));
    }

    public void remove(Assignment homework) {
        write(() -> shelf().remove(homework, Texts.of("undo.homework.remove")));
    }

    /** One step further with the part of a student: handed out, back, marked. */
    public void advance(Assignment homework, long student) {
        homework.of(student).ifPresent(part -> {
            Assignment.State[] states = Assignment.State.values();
            int next = Math.min(part.state().ordinal() + 1, states.length - 1);
            save(homework.with(student, states[next]));
        });
    }

    public void add(Event event, Consumer<Event> done) {
        background.write(() -> shelf().event(shelf().add(event, Texts.of("undo.event.new"))), added -> {
            changed();
            done.accept(added);
        });
    }

    public void save(Event event) {
        write(() -> shelf().save(event, Texts.of("undo.event.edit")));
    }

    public void remove(Event event) {
        write(() -> shelf().remove(event, Texts.of("undo.event.remove")));
    }

    // ---- holding a lesson

    /** Begins a lesson; one that is under way is closed first. */
    public void hold(Lesson lesson) {
        Lesson before = held.get();
        if (before != null && before.id() != lesson.id()) {
            save(before.close(now()), "undo.lesson.close");
        }
        save(lesson.begin(now()), "undo.lesson.begin");
    }

    /** Ends the block under way. */
    public void end(Block.State as) {
        Lesson lesson = held.get();
        if (lesson != null && lesson.current().isPresent()) {
            save(lesson.end(as, now()), "undo.lesson.block");
        }
    }

    /** Closes the lesson under way with a sentence on how it went, and sets homework. */
    public void close(Lesson lesson, String word, List<Assignment> homework) {
        Lesson closed = lesson.close(now()).withWord(word);
        write(() -> {
            homework.forEach(each -> shelf().add(each, Texts.of("undo.homework.new")));
            shelf().save(closed, Texts.of("undo.lesson.close"));
        });
    }

    // ---- undo

    public void undo() {
        travel(true);
    }

    public void redo() {
        travel(false);
    }

    private void travel(boolean back) {
        background.write(() -> shelf().travel(back), done -> changed());
    }
}
