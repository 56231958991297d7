package org.zeroply.desktop.judging;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.GamePass;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.LineCheck;
import org.zeroply.analysis.Study;
import org.zeroply.desktop.Texts;
import org.zeroply.desktop.calculation.CalculatorService;
import org.zeroply.desktop.reading.ReadingModel;
import org.zeroply.desktop.shell.Background;
import org.zeroply.desktop.strip.StripVerdicts;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Verdict;
import org.zeroply.store.Workbook;

/**
 * The judgement of the open game. A pass is asked for once; it goes on behind everything a person looks at, shows what it
 * has so far, can be stopped and goes on where it stopped, since every position is kept in the workbook as it is done. A
 * game that was judged before is judged again from there when it is opened. Behind the curtain nothing is shown. Lives on
 * the interface thread; needs no window.
 */
public final class JudgingModel {
    private final ReadingModel reading;
    private final Workbook workbook;
    private final Background background;
    private final CalculatorService service;

    private final ReadOnlyObjectWrapper<@Nullable Judgement> judgement = new ReadOnlyObjectWrapper<>(this, "judgement");
    private final ReadOnlyObjectWrapper<@Nullable StripVerdicts> verdicts =
            new ReadOnlyObjectWrapper<>(this, "verdicts");
    private final ReadOnlyObjectWrapper<List<Difference>> shownDifferences =
            new ReadOnlyObjectWrapper<>(this, "differences", List.of());
    private final ReadOnlyBooleanWrapper running = new ReadOnlyBooleanWrapper(this, "running", false);

    private List<Position> line = List.of();
    private Map<Integer, Study> known = new HashMap<>();
    private Runnable stop = () -> {};
    private long asked;

    public JudgingModel(ReadingModel reading, Workbook workbook, Background background, CalculatorService service) {
        this.reading = reading;
        this.workbook = workbook;
        this.background = background;
        this.service = service;
        reading.stripProperty().subscribe(() -> follow());
        reading.curtainProperty().subscribe(now -> show());
    }

    // ---- what a view binds to

    /** Of the main line as far as it has been looked at without a gap; null until a pass was asked for. */
    public ReadOnlyObjectProperty<@Nullable Judgement> judgementProperty() {
        return judgement.getReadOnlyProperty();
    }

    /** The same for the strip. */
    public ReadOnlyObjectProperty<@Nullable StripVerdicts> verdictsProperty() {
        return verdicts.getReadOnlyProperty();
    }

    /** Where the coach and the calculation disagree. */
    public ReadOnlyObjectProperty<List<Difference>> differencesProperty() {
        return shownDifferences.getReadOnlyProperty();
    }

    public ReadOnlyBooleanProperty runningProperty() {
        return running.getReadOnlyProperty();
    }

    // ---- following the game

    /** Another game, or another main line: what is kept of its positions is looked up. */
    private void follow() {
        List<Position> now = reading.openProperty().get() ? GamePass.line(reading.tree()) : List.of();
        if (now.equals(line)) {
            signsChanged();
            return;
        }
        stop.run();
        line = now;
        known = new HashMap<>();
        long question = ++asked;
        show();
        if (line.size() < 2) {
            return;
        }
        String who = service.analystName();
        List<Position> wanted = line;
        background.read(
                () -> {
                    Map<Integer, Study> found = new HashMap<>();
                    for (int ply = 0; ply < wanted.size(); ply++) {
                        int at = ply;
                        workbook.study(wanted.get(ply), who, GamePass.LINES, GamePass.LEVEL)
                                .ifPresent(study -> found.put(at, study));
                    }
                    return found;
                },
                found -> {
                    if (question == asked) {
                        found.forEach(known::putIfAbsent);
                        show();
                    }
                });
    }

    /** The coach's verdicts are signs of the game, so that an edit may change what differs. */
    private void signsChanged() {
        List<Difference> now = differences();
        if (!now.equals(shownDifferences.get())) {
            shownDifferences.set(now);
        }
    }

    // ---- the pass

    /** Looks at every position of the main line that has not been looked at. */
    public void judge() {
        if (running.get() || line.size() < 2) {
            return;
        }
        long question = asked;
        List<Integer> left = new ArrayList<>();
        for (int ply = 0; ply < line.size(); ply++) {
            if (!known.containsKey(ply)) {
                left.add(ply);
            }
        }
        if (left.isEmpty()) {
            return;
        }
        List<Position> whole = line;
        List<Runnable> stops = new ArrayList<>();
        Background.Running entry = background.begin(Texts.of("judging.running", whole.size()), () -> stop.run());
        running.set(true);
        stop = () -> {
            stop = () -> {};
            running.set(false);
            background.end(entry);
            stops.forEach(Runnable::run);
        };
        int[] done = {whole.size() - left.size()};
        for (int ply : left) {
            stops.add(service.batch(
                    (analyst, cancel) -> GamePass.look(whole.subList(0, ply + 1), GamePass.LIMIT, analyst, cancel),
                    study -> {
                        if (question != asked) {
                            return;
                        }
                        done[0]++;
                        entry.fractionProperty().set((double) done[0] / whole.size());
                        entry.countProperty().set(done[0]);
                        known.put(ply, study);
                        if (Study.standsAlone(study.position(), whole.subList(0, ply))) {
                            keep(study);
                        }
                        show();
                        if (done[0] == whole.size()) {
                            stop.run();
                        }
                    }));
        }
    }

    private void keep(Study study) {
        String who = service.analystName();
        background.write(
                () -> {
                    workbook.keep(study, who, GamePass.LINES, GamePass.LEVEL);
                    return true;
                },
                kept -> {});
    }

    /** Stops the pass; what is done stays. */
    public void stop() {
        stop.run();
    }

    private void show() {
        List<Judgement.Point> points = new ArrayList<>();
        while (points.size() < line.size() && known.containsKey(points.size())) {
            points.add(GamePass.point(known.get(points.size())));
        }
        if (points.size() < 2 || reading.isCurtainDown()) {
            judgement.set(null);
            verdicts.set(null);
            shownDifferences.set(List.of());
            return;
        }
        Judgement now = Judgement.of(points, moves(points.size() - 1), Judgement.USUAL_THRESHOLD);
        judgement.set(now);
        List<Verdict.Step> steps = new ArrayList<>();
        Map<Integer, Double> pennants = new HashMap<>();
        points.stream().skip(1).forEach(point -> steps.add(point.verdict().step()));
        now.turningPoints().forEach(turning -> pennants.put(turning.ply(), turning.loss()));
        verdicts.set(new StripVerdicts(steps, pennants));
        shownDifferences.set(differences());
    }

    private List<Move> moves(int count) {
        GameTree tree = reading.tree();
        return tree.mainLine().subList(0, count).stream()
                .map(id -> tree.node(id).played())
                .toList();
    }

    /**
     * Where the coach's verdict, a sign at a move of the main line, and the calculated one are a step or more apart.
     *
     * @param ply half-moves from the start to the position that both are about
     */
    public record Difference(int ply, Verdict.Step stated, Verdict.Step calculated) {}

    private List<Difference> differences() {
        Judgement now = judgement.get();
        List<Difference> differences = new ArrayList<>();
        if (now != null) {
            List<Integer> main = reading.tree().mainLine();
            for (Judgement.Judged move : now.moves()) {
                Verdict.Step stated = LineCheck.stated(reading.tree().node(main.get(move.ply())));
                Verdict.Step calculated = move.after().verdict().step();
                if (stated != null && stated != calculated) {
                    differences.add(new Difference(move.ply(), stated, calculated));
                }
            }
        }
        return differences;
    }

    // ---- walking

    /** Goes to the next (1) or the previous (-1) turning point of the main line; says whether there is one. */
    public boolean walk(int direction) {
        Judgement now = judgement.get();
        if (now == null) {
            return false;
        }
        List<Integer> main = reading.tree().mainLine();
        int here = main.indexOf(reading.nodeProperty().get());
        Comparator<Judgement.Judged> order = Comparator.comparingInt(Judgement.Judged::ply);
        return now.turningPoints().stream()
                .filter(turning -> direction > 0 ? turning.ply() > here : turning.ply() < here)
                .min(direction > 0 ? order : order.reversed())
                .map(turning -> {
                    reading.go(main.get(turning.ply()));
                    return true;
                })
                .orElse(false);
    }
}
