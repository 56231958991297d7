package org.zeroply.desktop.judging;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleDoubleProperty;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.GameSweep;
import org.zeroply.analysis.GameSweep.Looked;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.LineCheck;
import org.zeroply.analysis.LinePass;
import org.zeroply.analysis.MarkedDrift;
import org.zeroply.analysis.Praise;
import org.zeroply.analysis.Study;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.strip.StripVerdicts;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Limit;
import org.zeroply.search.Verdict;
import org.zeroply.store.Workbook;

/**
 * The judgement of the open game. A pass is asked for once; it goes on behind everything a person looks at, shows what it
 * has so far, can be stopped and goes on where it stopped, since every position is kept in the workbook as it is done. A
 * game that was judged before is judged again from there when it is opened. Behind the curtain nothing is shown. Lives on
 * the interface thread; needs no window.
 *
 * <p>The judgement is of the main line. The strip shows the line one is in, so in a variation that was judged it shows the
 * variation's own verdicts. What is known is kept by node; a node stands for its position as long as the game is open.
 */
public final class JudgingModel {
    /** Positions that are looked at beside each other: one a core. */
    static final int BESIDE = Math.clamp(Runtime.getRuntime().availableProcessors(), 1, 8);

    private static final int LAST_KEPT = 5;

    private final OpenGame reading;
    private final Workbook workbook;
    private final Background background;
    private final CalculatorService service;
    private final GameSweep pass;

    private final ReadOnlyObjectWrapper<@Nullable Judgement> judgement = new ReadOnlyObjectWrapper<>(this, "judgement");
    private final ReadOnlyObjectWrapper<@Nullable StripVerdicts> verdicts =
            new ReadOnlyObjectWrapper<>(this, "verdicts");
    private final ReadOnlyObjectWrapper<List<Difference>> differences =
            new ReadOnlyObjectWrapper<>(this, "differences", List.of());
    private final DoubleProperty threshold = new SimpleDoubleProperty(this, "threshold", Judgement.USUAL_THRESHOLD);
    private final ReadOnlyBooleanWrapper running = new ReadOnlyBooleanWrapper(this, "running", false);

    private long game;
    private GameTree tree = GameTree.of(Position.START);
    private List<Integer> main = List.of();
    private List<Integer> line = List.of();
    private boolean covered;

    /** Whether a pass was asked for since the game was opened. */
    private boolean asked;

    private final Map<Integer, Looked> known = new HashMap<>();
    private final Set<Integer> lookedUp = new HashSet<>();

    /** Of the known ones those that only an older version of the calculator has looked at. */
    private final Set<Integer> older = new HashSet<>();

    private final ReadOnlyBooleanWrapper olderShown = new ReadOnlyBooleanWrapper(this, "older", false);
    private Runnable stop = () -> {};

    public JudgingModel(OpenGame reading, Workbook workbook, Background background, CalculatorService service) {
        this.reading = reading;
        this.workbook = workbook;
        this.background = background;
        this.service = service;
        pass = new GameSweep(service::another);
        threshold.subscribe((before, now) -> show());
        reading.spotProperty().subscribe(() -> follow());
        reading.curtain().nodeProperty().subscribe(now -> follow());
    }

    // ---- what a view binds to

    /** Of the main line as far as it has been looked at without a gap; null until a pass was asked for. */
    public ReadOnlyObjectProperty<@Nullable Judgement> judgementProperty() {
        return judgement.getReadOnlyProperty();
    }

    /** Of the current line, for the strip. */
    public ReadOnlyObjectProperty<@Nullable StripVerdicts> verdictsProperty() {
        return verdicts.getReadOnlyProperty();
    }

    /** Where the coach and the calculation disagree, in the order of the tree. */
    public ReadOnlyObjectProperty<List<Difference>> differencesProperty() {
        return differences.getReadOnlyProperty();
    }

    public ReadOnlyBooleanProperty runningProperty() {
        return running.getReadOnlyProperty();
    }

    /** Whether the judgement rests on what an older version of the calculator found; it stands until it is judged again. */
    public ReadOnlyBooleanProperty olderProperty() {
        return olderShown.getReadOnlyProperty();
    }

    /** The share of the expected score from which on a move is a turning point. */
    public DoubleProperty thresholdProperty() {
        return threshold;
    }

    /** Whether the main line of a game was judged to its end, by what is kept. Not for the interface thread. */
    public boolean isJudged(GameTree tree) {
        List<Position> line = tree.positionsAlong(GameSweep.judged(tree, tree.mainLine()));
        // Positions that occur twice are not kept, so one of the last few will do.
        Map<Integer, Position> last = new HashMap<>();
        for (int back = 2; back <= Math.min(LAST_KEPT, line.size()); back++) {
            last.put(back, line.get(line.size() - back));
        }
        return !kept().of(last).isEmpty() || !kept().ofOlder(last).isEmpty();
    }

    /** The best move found where a move was played, if that has been looked at. */
    public Optional<Move> bestInsteadOf(int node) {
        return Optional.ofNullable(known.get(reading.tree().node(node).parent()))
                .map(Looked::study)
                .filter(study -> !study.calculations().isEmpty()
                        && !study.calculations().getFirst().lines().isEmpty())
                .map(study -> study.calculations().getFirst().firstMoves().getFirst());
    }

    /** The best line found at a node with its verdict, if that has been looked at and the curtain is up. */
    public Optional<CalculatedLine> bestLine(int node) {
        return covered
                ? Optional.empty()
                : Optional.ofNullable(known.get(node))
                        .map(looked -> looked.study().calculations())
                        .filter(all -> !all.isEmpty() && !all.getFirst().lines().isEmpty())
                        .map(all -> all.getFirst().lines().getFirst());
    }

    /** The calculated verdict after a move, if it has been looked at and the curtain is up. */
    public Optional<Verdict> verdict(int node) {
        return covered
                ? Optional.empty()
                : Optional.ofNullable(known.get(node))
                        .map(looked -> looked.study().verdict());
    }

    // ---- following the game

    /** Another game, another line, or an edit: what is kept of positions not seen yet is looked up. */
    private void follow() {
        boolean open = reading.openProperty().get();
        long now = open ? reading.gameIdProperty().get() : 0;
        GameTree nowTree = open ? reading.tree() : GameTree.of(Position.START);
        boolean isCovered = reading.isCurtainDown();
        if (now != game) {
            stop.run();
            known.clear();
            lookedUp.clear();
            older.clear();
            asked = false;
            game = now;
        }
        List<Integer> nowLine = GameSweep.judged(
                nowTree, open ? nowTree.lineThrough(reading.nodeProperty().get()) : List.of());
        if (nowTree == tree && nowLine.equals(line) && isCovered == covered && !known.isEmpty()) {
            return;
        }
        boolean edited = nowTree != tree;
        tree = nowTree;
        line = nowLine;
        covered = isCovered;
        main = GameSweep.judged(tree, tree.mainLine());
        if (edited) {
            known.entrySet()
                    .removeIf(entry -> !tree.has(entry.getKey())
                            || !tree.positionAt(entry.getKey())
                                    .equals(entry.getValue().study().position()));
            lookedUp.retainAll(known.keySet());
            older.retainAll(known.keySet());
        }
        lookUp();
        show();
    }

    /** The nodes a pass looks at: the start, the main line and the current one, and wherever the coach gave a verdict. */
    private Set<Integer> wanted() {
        Set<Integer> wanted = new LinkedHashSet<>();
        if (!main.isEmpty()) {
            wanted.add(GameTree.ROOT);
        }
        wanted.addAll(main);
        wanted.addAll(line);
        for (GameNode node : tree.table()) {
            if (node != null
                    && LineCheck.stated(node) != null
                    && GameSweep.judged(tree, tree.pathTo(node.id())).size() == tree.depth(node.id())) {
                wanted.add(node.id());
            }
        }
        return wanted;
    }

    private void lookUp() {
        Map<Integer, Position> fresh = new HashMap<>();
        for (int node : wanted()) {
            if (lookedUp.add(node) && !known.containsKey(node)) {
                fresh.put(node, tree.positionAt(node));
            }
        }
        if (fresh.isEmpty()) {
            return;
        }
        long of = game;
        KeptPasses kept = kept();
        background.read(() -> Kept.of(kept, fresh), found -> {
            if (of == game) {
                found.present().forEach((node, looked) -> take(node, looked, false));
                found.older().forEach((node, looked) -> take(node, looked, true));
                show();
            }
        });
    }

    /** What is kept of some nodes: found by this version of the calculator, or else by an older one. */
    private record Kept(Map<Integer, Looked> present, Map<Integer, Looked> older) {
        static Kept of(KeptPasses kept, Map<Integer, Position> nodes) {
            Map<Integer, Looked> present = kept.of(nodes);
            Map<Integer, Position> missing = new HashMap<>(nodes);
            missing.keySet().removeAll(present.keySet());
            return new Kept(present, kept.ofOlder(missing));
        }
    }

    private void take(int node, Looked looked, boolean isOlder) {
        if (tree.has(node)
                && tree.positionAt(node).equals(looked.study().position())
                && known.putIfAbsent(node, looked) == null
                && isOlder) {
            older.add(node);
        }
    }

    private KeptPasses kept() {
        return new KeptPasses(workbook, service.analystName());
    }

    /** Takes over what another pass found of a position of the open game. */
    void learn(long of, int node, Looked looked) {
        if (of == game
                && tree.has(node)
                && tree.positionAt(node).equals(looked.study().position())) {
            known.put(node, looked);
            older.remove(node);
            asked = true;
            show();
        }
    }

    // ---- the pass

    /** Looks at every position of the main line and of the current one, and again at those on which something rests. */
    public void judge() {
        if (running.get() || main.isEmpty()) {
            return;
        }
        asked = true;
        known.keySet().removeAll(older);
        older.clear();
        show();
        LinePass plan =
                new LinePass(tree, wanted(), main.equals(line) ? List.of(main) : List.of(main, line), threshold.get());
        known.forEach(plan::know);
        LinePass.Next next = plan.next();
        if (!next.nodes().isEmpty()) {
            new Walk(game, plan).begin(next);
        }
    }

    /** A pass under way. */
    private final class Walk {
        private final long of;
        private final LinePass plan;
        private final Deque<Integer> open = new ArrayDeque<>();
        private final Background.Running entry =
                background.begin(Texts.of("judging.running", wanted().size()), JudgingModel.this::stop);
        private boolean areSecond;
        private int all;
        private int done;
        private Runnable stopJob = () -> {};

        Walk(long of, LinePass plan) {
            this.of = of;
            this.plan = plan;
        }

        void begin(LinePass.Next next) {
            running.set(true);
            stop = () -> {
                stop = () -> {};
                running.set(false);
                background.end(entry);
                stopJob.run();
            };
            take(next);
        }

        private void take(LinePass.Next next) {
            open.addAll(next.nodes());
            areSecond = next.areSecond();
            all += open.size();
            step();
        }

        private void step() {
            List<Integer> nodes = new ArrayList<>();
            while (!open.isEmpty() && nodes.size() < BESIDE) {
                nodes.add(open.removeFirst());
            }
            if (nodes.isEmpty()) {
                stop.run();
                new JudgedGames(workbook, service.analystName()).addUpSoon(background, of);
                return;
            }
            List<List<Position>> ways = nodes.stream()
                    .map(node -> tree.positionsAlong(tree.pathTo(node)))
                    .toList();
            Limit limit = areSecond ? GameSweep.SECOND : GameSweep.LIMIT;
            stopJob = service.batch(
                    (analyst, cancel) -> pass.look(ways, limit, cancel), found -> found(nodes, ways, found));
        }

        private void found(List<Integer> nodes, List<List<Position>> ways, List<Study> found) {
            if (of != game) {
                return;
            }
            for (int i = 0; i < found.size(); i++) {
                Looked looked = new Looked(found.get(i), areSecond);
                kept().keep(background, ways.get(i), looked);
                plan.know(nodes.get(i), looked);
                learn(of, nodes.get(i), looked);
            }
            done += found.size();
            entry.fractionProperty().set((double) done / all);
            entry.countProperty().set(done);
            if (running.get() && open.isEmpty()) {
                take(plan.next());
            } else if (running.get()) {
                step();
            }
        }
    }

    /** Stops the pass; what is done stays. */
    public void stop() {
        stop.run();
    }

    // ---- showing

    private void show() {
        Judgement known = covered ? null : judgement(main);
        // A game that only shares its first moves with a judged one is not judged.
        Judgement ofMain = known == null || !asked && 2 * known.moves().size() < main.size() ? null : known;
        Judgement ofLine = ofMain == null || line.equals(main) ? ofMain : judgement(line);
        judgement.set(ofMain);
        verdicts.set(ofLine == null ? null : strip(ofLine));
        olderShown.set(ofMain != null && main.stream().anyMatch(older::contains));
        List<Difference> now = covered ? List.of() : findDifferences();
        if (!now.equals(differences.get())) {
            differences.set(now);
        }
    }

    private @Nullable Judgement judgement(List<Integer> nodes) {
        return GameSweep.judgement(tree, nodes, known::get, threshold.get());
    }

    private StripVerdicts strip(Judgement of) {
        List<Verdict.Step> steps = new ArrayList<>();
        of.moves().forEach(move -> steps.add(move.after().verdict().step()));
        Map<Integer, Double> pennants = new HashMap<>();
        of.turningPoints().forEach(turning -> pennants.put(turning.ply(), turning.loss()));
        Set<Integer> missed = new HashSet<>();
        of.missed().forEach(chance -> missed.add(chance.move().ply()));
        Set<Integer> praised = new HashSet<>();
        List<StripVerdicts.Span> plans = new ArrayList<>();
        for (Praise praise : of.praise()) {
            if (praise.kind() == Praise.Kind.PLAN) {
                int first = praise.first().ply();
                plans.add(new StripVerdicts.Span(
                        first, praise.last().ply(), praise.first().side(), first, false));
            } else {
                praised.add(praise.first().ply());
            }
        }
        List<StripVerdicts.Span> drifts = new ArrayList<>();
        of.drifts()
                .forEach(drift -> drifts.add(new StripVerdicts.Span(
                        drift.first().ply(),
                        drift.last().ply(),
                        drift.side(),
                        drift.first().ply(),
                        false)));
        for (MarkedDrift drift : MarkedDrift.in(of, tree, line)) {
            drifts.add(new StripVerdicts.Span(
                    drift.span().first().ply(),
                    drift.span().last().ply(),
                    drift.span().side(),
                    drift.root(),
                    true));
        }
        return new StripVerdicts(steps, pennants, missed, praised, drifts, plans);
    }

    /** The drifts that the coach marked in the judged part of the main line. */
    public List<MarkedDrift> markedDrifts() {
        Judgement of = judgement.get();
        return of == null ? List.of() : MarkedDrift.in(of, tree, main);
    }

    /**
     * Where the coach's verdict, a sign of a move, and the calculated one are a step or more apart.
     *
     * @param kept why the coach's stands, in a few words; empty while it is open
     */
    public record Difference(int node, Verdict.Step stated, Verdict.Step calculated, String kept) {}

    private List<Difference> findDifferences() {
        List<Difference> found = new ArrayList<>();
        for (GameNode node : tree.table()) {
            Verdict.Step stated = node == null ? null : LineCheck.stated(node);
            Optional<Verdict.Step> calculated =
                    node == null ? Optional.empty() : verdict(node.id()).map(Verdict::step);
            if (node != null && stated != null && calculated.isPresent() && calculated.get() != stated) {
                found.add(new Difference(
                        node.id(),
                        stated,
                        calculated.get(),
                        CoachRemarks.of(node).kept()));
            }
        }
        return found;
    }

    // ---- walking

    /** Half-moves before the moves of the main line that stand out: turning points, drifts, chances, praise. */
    private NavigableSet<Integer> marks() {
        NavigableSet<Integer> marks = new TreeSet<>();
        Judgement now = judgement.get();
        if (now != null) {
            now.turningPoints().forEach(move -> marks.add(move.ply()));
            now.drifts().forEach(drift -> marks.add(drift.first().ply()));
            now.praise().forEach(praise -> marks.add(praise.first().ply()));
            markedDrifts().forEach(drift -> marks.add(drift.span().first().ply()));
        }
        return marks;
    }

    /** Goes to the next (1) or the previous (-1) move of the main line that stands out; says whether there is one. */
    public boolean walk(int direction) {
        int here = tree.mainLine().indexOf(reading.nodeProperty().get());
        Integer to = direction > 0 ? marks().higher(here) : marks().lower(here);
        if (to == null) {
            return false;
        }
        reading.go(tree.mainLine().get(to));
        return true;
    }

    /**
     * The moves before which a lesson stops: those that the coach chose, or else the critical moments and the missed
     * chances of the judgement; by node, in order.
     */
    public List<Integer> moments() {
        List<Integer> chosen = main.stream()
                .filter(node -> CoachRemarks.of(tree.node(node)).moment())
                .toList();
        Judgement now = judgement.get();
        if (!chosen.isEmpty() || now == null) {
            return chosen;
        }
        NavigableSet<Integer> plies = new TreeSet<>();
        now.criticalMoments().forEach(move -> plies.add(move.ply()));
        now.missed().forEach(chance -> plies.add(chance.move().ply()));
        return plies.stream().map(main::get).toList();
    }
}
