package org.zeroply.desktop.lesson;

import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.animation.Animation;
import javafx.animation.PauseTransition;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.util.Duration;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.LessonDraft;
import org.zeroply.analysis.LessonReport;
import org.zeroply.desktop.game.Departed;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Newest;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.Game;
import org.zeroply.notation.Language;
import org.zeroply.notation.PgnWriter;
import org.zeroply.print.LessonPages;
import org.zeroply.rules.Side;
import org.zeroply.store.WholeFile;
import org.zeroply.store.Workbook;

/**
 * The lesson report of one judged game. Every change is kept in the workbook a moment later, and the pages are set anew off
 * the interface thread; pages of a state that was left are dropped. Lives on the interface thread; needs no window.
 */
public final class LessonModel {
    private static final Duration SETTLED = Duration.millis(400);
    private static final int MOST_UNDONE = 200;
    private static final float PREVIEW_DOTS_PER_INCH = 84;

    private final Workbook workbook;
    private final Background background;
    private final Source source;
    private final ReadOnlyObjectWrapper<LessonReport> report;
    private final ReadOnlyObjectWrapper<List<byte[]>> pages = new ReadOnlyObjectWrapper<>(this, "pages", List.of());
    private final ReadOnlyBooleanWrapper undoable = new ReadOnlyBooleanWrapper(this, "undoable", false);
    private final Deque<LessonReport> before = new ArrayDeque<>();
    private final PauseTransition settle = new PauseTransition(SETTLED);
    private String typing = "";
    private final Newest newest = new Newest();

    /** In which form a report leaves the program. */
    public enum Form {
        PDF,
        HTML,
        PGN
    }

    /**
     * What a report is made from.
     *
     * @param firstNew half-moves to the first move that no earlier game of the workbook has
     * @param departed where it left the repertoires of its players
     * @param habits what players who are students should train, by side
     */
    public record Source(
            long id,
            Game game,
            Judgement judgement,
            Optional<Integer> firstNew,
            List<Departed> departed,
            Map<Side, List<String>> habits,
            Language language) {
        public Source {
            departed = List.copyOf(departed);
            habits = Map.copyOf(habits);
        }

        /** The same with what the players should train, once that was worked out. */
        public Source withHabits(Map<Side, List<String>> next) {
            return new Source(id, game, judgement, firstNew, departed, next, language);
        }

        LessonReport draft(Side student) {
            LessonReport draft = LessonDraft.of(game, judgement, student, firstNew, language);
            StringBuilder opening = new StringBuilder(draft.opening());
            departed.stream()
                    .filter(each -> each.side() == student)
                    .forEach(each -> opening.append(opening.isEmpty() ? "" : " ")
                            .append(Texts.of("lesson.departed", each.repertoire(), each.text())));
            List<String> train = new ArrayList<>(habits.getOrDefault(student, List.of()));
            draft.train().lines().forEach(train::add);
            return draft.withOpening(opening.toString()).withTrain(String.join("\n", train));
        }

        /** The side with more to learn, until the coach says otherwise. */
        Side likelyStudent() {
            return given(Side.BLACK) > given(Side.WHITE) ? Side.BLACK : Side.WHITE;
        }

        private double given(Side side) {
            return judgement.givenAway(side).values().stream()
                    .mapToDouble(Double::doubleValue)
                    .sum();
        }
    }

    /** Begins with what is kept of the game's report, or with a draft. To be called off the interface thread. */
    public static LessonReport load(Workbook workbook, Source source) {
        Side student = workbook.reports().student(source.id()).orElseGet(source::likelyStudent);
        return workbook.reports().read(source.id(), source.draft(student));
    }

    public LessonModel(Workbook workbook, Background background, Source source, LessonReport first) {
        this.workbook = workbook;
        this.background = background;
        this.source = source;
        report = new ReadOnlyObjectWrapper<>(this, "report", first);
        settle.setOnFinished(event -> settled());
        set();
    }

    public ReadOnlyObjectProperty<LessonReport> reportProperty() {
        return report.getReadOnlyProperty();
    }

    /** The pages as PNG pictures; empty until they are set for the first time. */
    public ReadOnlyObjectProperty<List<byte[]>> pagesProperty() {
        return pages.getReadOnlyProperty();
    }

    public ReadOnlyBooleanProperty undoableProperty() {
        return undoable.getReadOnlyProperty();
    }

    /** Whose names the sides have. */
    public String name(Side side) {
        String name = source.game().tags().known(side == Side.WHITE ? "White" : "Black");
        return name.isEmpty() ? Texts.of("side." + side) : name;
    }

    // ---- changes

    /**
     * Takes a changed report over.
     *
     * @param what is being changed; typing on at one thing is one step of undo
     */
    public void change(LessonReport next, String what) {
        if (next.equals(report.get())) {
            return;
        }
        if (what.isEmpty() || !what.equals(typing)) {
            before.push(report.get());
            if (before.size() > MOST_UNDONE) {
                before.removeLast();
            }
        }
        typing = what;
        arrive(next);
    }

    private void arrive(LessonReport next) {
        report.set(next);
        undoable.set(!before.isEmpty());
        settle.playFromStart();
    }

    /** Takes the last change back. */
    public void undo() {
        if (!before.isEmpty()) {
            typing = "";
            arrive(before.pop());
        }
    }

    /** The draft for a side, as if nothing had been changed; can be undone. */
    public void draftFor(Side student) {
        change(source.draft(student), "");
    }

    /** Keeps what was changed and is not kept yet. */
    public void keep() {
        if (settle.getStatus() == Animation.Status.RUNNING) {
            settle.stop();
            write();
        }
    }

    private void settled() {
        write();
        set();
    }

    private void write() {
        LessonReport now = report.get();
        background.write(() -> workbook.reports().keep(source.id(), now));
    }

    /** Sets the pages anew. */
    private void set() {
        LessonReport now = report.get();
        background.look(
                () -> LessonPages.pictures(now, source.judgement(), PREVIEW_DOTS_PER_INCH), newest.only(pages::set));
    }

    // ---- out of the program

    /** Writes the report; the file appears complete or not at all. */
    public void save(Path target, Form form, Consumer<Path> done) {
        LessonReport now = report.get();
        background.run(
                Texts.of("lesson.writing", target.getFileName()),
                (progress, cancel) -> {
                    WholeFile.write(target, out -> {
                        switch (form) {
                            case PDF -> LessonPages.pdf(now, source.judgement(), out);
                            case HTML ->
                                out.write(LessonPages.html(now, source.judgement())
                                        .getBytes(StandardCharsets.UTF_8));
                            case PGN -> {
                                try (Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8)) {
                                    PgnWriter.write(now.annotate(source.game()), text);
                                }
                            }
                        }
                        return !cancel.isRequested();
                    });
                    return target;
                },
                done);
    }
}
