package org.zeroply.desktop.repertoire;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleDoubleProperty;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Study;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.repertoire.Likelihood;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.Soundness;
import org.zeroply.rules.Position;
import org.zeroply.search.Calculation;
import org.zeroply.search.Effort;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.store.RepertoireShelf.Listed;
import org.zeroply.store.Workbook;

/**
 * Goes over the answers and the unanswered replies of the open repertoire with the calculator, behind everything a person
 * does. Each position is kept in the workbook as it is done; a pass that the end of the program interrupts goes on the next
 * time. Lives on the interface thread; needs no window.
 */
public final class SoundnessModel {
    private static final Limit LIMIT = Limit.millis(200);

    /** Under this number of lines what a pass finds is kept, apart from what is calculated with other questions. */
    private static final int LINES = -1;

    private static final int LEVEL = Effort.GLANCE.ordinal();
    private static final String WAITING = "repertoire.soundness";
    private static final int TELL_EVERY = 8;

    /** What is known so far, worst first. */
    public record Found(List<Soundness.Weighed> answers, List<Soundness.Unanswered> gaps, int known, int wanted) {
        static final Found NOTHING = new Found(List.of(), List.of(), 0, 0);
    }

    private final RepertoireModel model;
    private final Workbook workbook;
    private final Background background;
    private final CalculatorService service;
    private final ReadOnlyObjectWrapper<Found> found = new ReadOnlyObjectWrapper<>(this, "found", Found.NOTHING);
    private final DoubleProperty share = new SimpleDoubleProperty(this, "share", Soundness.USUAL_SHARE);
    private final ReadOnlyBooleanWrapper running = new ReadOnlyBooleanWrapper(this, "running", false);
    private final Map<Long, Calculation> known = new HashMap<>();
    private Deque<Position> waiting = new ArrayDeque<>();
    private Background.@Nullable Running entry;
    private Runnable stopPosition = () -> {};
    private long of;
    private int all;

    public SoundnessModel(RepertoireModel model, Workbook workbook, Background background, CalculatorService service) {
        this.model = model;
        this.workbook = workbook;
        this.background = background;
        this.service = service;
        model.flowProperty().subscribe(flow -> changed());
    }

    public ReadOnlyObjectProperty<Found> foundProperty() {
        return found.getReadOnlyProperty();
    }

    /** From which share of a point on an answer is said to cost something. */
    public DoubleProperty shareProperty() {
        return share;
    }

    /** The answers that cost that share or more, the costliest first. */
    List<Soundness.Weighed> costly() {
        return found.get().answers().stream()
                .filter(each -> each.loss() >= share.get())
                .toList();
    }

    public ReadOnlyBooleanProperty runningProperty() {
        return running.getReadOnlyProperty();
    }

    private void changed() {
        Listed now = model.openProperty().get();
        if (now == null) {
            halt();
            found.set(Found.NOTHING);
            return;
        }
        if (now.id() != of) {
            halt();
            of = now.id();
            known.clear();
            load(() -> background.read(() -> workbook.settings().get(WAITING).orElse(""), asked -> {
                if (asked.equals(Long.toString(of)) && !running.get()) {
                    start();
                }
            }));
        } else {
            tell();
        }
    }

    /** Looks up what is kept of the positions. */
    private void load(Runnable then) {
        Repertoire repertoire = model.repertoire();
        Likelihood likelihood = model.likelihood();
        String analyst = service.analystName();
        background.read(
                () -> {
                    Map<Long, Calculation> kept = new HashMap<>();
                    for (Position position : Soundness.positions(repertoire, likelihood)) {
                        workbook.studies()
                                .find(position, analyst, LINES, LEVEL)
                                .ifPresent(study -> kept.put(
                                        position.key(), study.calculations().getFirst()));
                    }
                    return kept;
                },
                kept -> {
                    known.putAll(kept);
                    tell();
                    then.run();
                });
    }

    /** Weighs anew what is known, off the interface thread; what comes late is dropped. */
    private void tell() {
        Repertoire repertoire = model.repertoire();
        Likelihood likelihood = model.likelihood();
        Map<Long, Calculation> now = Map.copyOf(known);
        model.look(
                () -> {
                    List<Position> wanted = Soundness.positions(repertoire, likelihood);
                    int done = (int) wanted.stream()
                            .filter(position -> now.containsKey(position.key()))
                            .count();
                    return new Found(
                            Soundness.weigh(repertoire, now),
                            Soundness.unanswered(repertoire, likelihood.gaps(), now),
                            done,
                            wanted.size());
                },
                found::set);
    }

    /** Begins, or goes on; what is known already is not calculated again. */
    public void start() {
        if (model.openProperty().get() == null || running.get()) {
            return;
        }
        running.set(true);
        entry = background.begin(Texts.of("soundness.running"), this::stop);
        background.write(() -> workbook.settings().set(WAITING, Long.toString(of)));
        load(() -> {
            waiting = new ArrayDeque<>(Soundness.positions(model.repertoire(), model.likelihood()));
            waiting.removeIf(position -> known.containsKey(position.key()));
            all = Math.max(1, waiting.size());
            next();
        });
    }

    /** Stops; what was found stays. The end of the program stops it too, but only until the next start. */
    public void stop() {
        halt();
        if (!background.isClosing()) {
            forget();
        }
    }

    private void forget() {
        background.write(() -> workbook.settings().set(WAITING, ""));
    }

    private void halt() {
        stopPosition.run();
        stopPosition = () -> {};
        if (running.get()) {
            running.set(false);
            if (entry != null) {
                background.end(entry);
                entry = null;
            }
        }
    }

    private void next() {
        if (!running.get()) {
            return;
        }
        Position position = waiting.poll();
        if (position == null) {
            tell();
            halt();
            forget();
            return;
        }
        if (entry != null) {
            entry.fractionProperty().set(1 - (double) (waiting.size() + 1) / all);
            entry.countProperty().set(all - waiting.size());
        }
        long repertoire = of;
        String analyst = service.analystName();
        stopPosition = service.batch(
                (who, cancel) -> who.calculate(Question.of(position, LIMIT), partial -> {}, cancel), calculation -> {
                    if (repertoire != of) {
                        return;
                    }
                    known.put(position.key(), calculation);
                    Study study = new Study(position, null, List.of(calculation), List.of(), Map.of(), true);
                    background.write(() -> workbook.studies().keep(study, analyst, LINES, LEVEL));
                    if (waiting.size() % TELL_EVERY == 0) {
                        tell();
                    }
                    next();
                });
    }
}
