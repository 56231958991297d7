package org.zeroply.desktop.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.LessonReport;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.judging.CoachModel;
import org.zeroply.desktop.judging.DriftForm;
import org.zeroply.desktop.judging.JudgingModel;
import org.zeroply.desktop.judging.LanesForm;
import org.zeroply.desktop.judging.LanesModel;
import org.zeroply.desktop.judging.QueueModel;
import org.zeroply.desktop.judging.QueueView;
import org.zeroply.desktop.judging.StudentHabits;
import org.zeroply.desktop.judging.SumsModel;
import org.zeroply.desktop.judging.SumsView;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.lesson.LessonModel;
import org.zeroply.desktop.lesson.LessonView;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.store.Workbook;

/** Everything about judging games that is done on sheets: the queue, sums, drifts, lanes, and the walk of a lesson. */
public final class JudgingDesk {
    private static final KeyCombination PRINT = new KeyCodeCombination(KeyCode.P, KeyCombination.SHORTCUT_DOWN);

    private final OpenGame reading;
    private final Workbook workbook;
    private final Background background;
    private final CalculatorService calculator;
    private final FileChoice files;
    private final Sheets sheets;
    private final JudgingModel judging;
    private final CoachModel coach;
    private final LanesModel lanes;
    private final QueueModel queue;

    JudgingDesk(
            OpenGame reading,
            Workbook workbook,
            Background background,
            CalculatorService calculator,
            FileChoice files,
            Sheets sheets) {
        this.files = files;
        this.reading = reading;
        this.workbook = workbook;
        this.background = background;
        this.calculator = calculator;
        this.sheets = sheets;
        judging = new JudgingModel(reading, workbook, background, calculator);
        coach = new CoachModel(reading);
        lanes = new LanesModel(reading, background);
        queue = new QueueModel(workbook, background, calculator, judging);
    }

    JudgingModel judging() {
        return judging;
    }

    CoachModel coach() {
        return coach;
    }

    public LanesModel lanes() {
        return lanes;
    }

    public QueueModel queue() {
        return queue;
    }

    public void judgeGames(List<Long> chosen) {
        if (chosen.isEmpty()) {
            sheets.say(Texts.of("queue.choose"));
        } else {
            queue.add(chosen);
            sheets.say(Texts.of("queue.added", chosen.size()));
        }
    }

    public void showQueue() {
        sheets.show(Texts.of("queue.title"), new QueueView(queue), List.of());
    }

    /** Shows sums for a player, at first of the one who is named. */
    public void showSums(String player) {
        SumsModel model = new SumsModel(workbook, background, calculator.analystName());
        sheets.show(Texts.of("sums.title"), new SumsView(model, player, this::judgeGames), List.of());
    }

    void arrangeLanes() {
        sheets.show(Texts.of("lanes.title"), new LanesForm(lanes.lanesProperty()), List.of());
    }

    void markDrift() {
        List<CoachModel.DriftStart> starts = coach.driftStarts();
        if (starts.isEmpty()) {
            sheets.say(Texts.of("drift.none"));
            return;
        }
        Optional<CoachRemarks.Drift> marked = coach.remarksProperty().get().drift();
        DriftForm form = new DriftForm(starts, marked);
        Button mark = new Button(Texts.of("drift.mark"));
        mark.setId("drift-mark");
        mark.getStyleClass().add("primary");
        mark.setDefaultButton(true);
        Button unmark = new Button(Texts.of("drift.unmark"));
        unmark.setId("drift-unmark");
        unmark.setDisable(marked.isEmpty());
        Sheet sheet = sheets.show(Texts.of("drift.title", reading.currentName()), form, List.of(unmark, mark));
        mark.setOnAction(event -> {
            sheet.close();
            coach.drift(Optional.of(form.drift()));
        });
        unmark.setOnAction(event -> {
            sheet.close();
            coach.drift(Optional.empty());
        });
    }

    /** Makes the lesson report of the open game, or goes on with it. */
    void makeReport() {
        Judgement judgement = judging.judgementProperty().get();
        if (judgement == null) {
            sheets.say(Texts.of("lesson.notJudged"));
            return;
        }
        int firstNew = reading.tree()
                .mainLine()
                .indexOf(reading.surroundings().firstNewProperty().get());
        LessonModel.Source source = new LessonModel.Source(
                reading.gameIdProperty().get(),
                reading.gameProperty().get(),
                judgement,
                firstNew < 0 ? Optional.empty() : Optional.of(firstNew),
                reading.surroundings().departedProperty().get(),
                Map.of(),
                reading.languageProperty().get());
        background.run(
                Texts.of("lesson.running"),
                (progress, cancel) -> {
                    LessonModel.Source whole = source.withHabits(StudentHabits.of(
                            workbook, calculator.analystName(), source.id(), source.game(), source.language()));
                    return new Loaded(whole, LessonModel.load(workbook, whole));
                },
                loaded -> showReport(new LessonModel(workbook, background, loaded.source(), loaded.report())));
    }

    private record Loaded(LessonModel.Source source, LessonReport report) {}

    private void showReport(LessonModel model) {
        List<Button> buttons = new ArrayList<>();
        for (LessonModel.Form form : LessonModel.Form.values()) {
            Button button = new Button(Texts.of("lesson.save." + form));
            button.setId("lesson-save-" + form);
            if (form == LessonModel.Form.PDF) {
                button.getStyleClass().add("primary");
                // Wherever the keyboard is on the sheet.
                button.sceneProperty().subscribe((before, now) -> {
                    if (before != null) {
                        before.getAccelerators().remove(PRINT);
                    }
                    if (now != null) {
                        now.getAccelerators().put(PRINT, button::fire);
                    }
                });
            }
            button.setOnAction(event -> files.toPaper(Texts.of("lesson.file." + form), form.name())
                    .ifPresent(target -> model.save(
                            target, form, written -> sheets.say(Texts.of("lesson.written", written.getFileName())))));
            buttons.add(button);
        }
        sheets.show(Texts.of("lesson.title"), new LessonView(model), buttons);
    }

    /** The curtain comes down before the first chosen moment. */
    void startLesson() {
        List<Integer> moments = judging.moments();
        if (moments.isEmpty()) {
            sheets.say(Texts.of("lesson.nothing"));
        } else {
            reading.curtain().startLesson(moments);
        }
    }
}
