package org.zeroply.desktop.judging;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.GameSweep;
import org.zeroply.analysis.LinePass;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Position;
import org.zeroply.search.Limit;
import org.zeroply.store.GameSummary;
import org.zeroply.store.Workbook;

/**
 * The games that wait to be judged. They are gone over one after the other behind everything a person does; each position
 * is kept as it is done, and the list itself is in the workbook, so that a batch goes on after a restart, unless it was
 * stopped. Lives on the interface thread; needs no window.
 */
public final class QueueModel {
    private static final String STOPPED = "judging.stopped";

    private final Workbook workbook;
    private final Background background;
    private final CalculatorService service;
    private final JudgingModel judging;
    private final GameSweep pass;

    private final ReadOnlyObjectWrapper<List<GameSummary>> games =
            new ReadOnlyObjectWrapper<>(this, "games", List.of());
    private final ReadOnlyBooleanWrapper running = new ReadOnlyBooleanWrapper(this, "running", false);
    private Background.@Nullable Running entry;
    private Runnable stopPosition = () -> {};
    private int done;

    public QueueModel(Workbook workbook, Background background, CalculatorService service, JudgingModel judging) {
        this.workbook = workbook;
        this.background = background;
        this.service = service;
        this.judging = judging;
        pass = new GameSweep(service::another);
    }

    /** The games that wait, the one that is gone over first. */
    public ReadOnlyObjectProperty<List<GameSummary>> gamesProperty() {
        return games.getReadOnlyProperty();
    }

    public ReadOnlyBooleanProperty runningProperty() {
        return running.getReadOnlyProperty();
    }

    /** Takes up what was left the last time, unless it was stopped then. */
    public void begin() {
        background.read(() -> workbook.settings().get(STOPPED).orElse("").isEmpty(), wanted -> refresh(wanted));
    }

    /** Puts games at the end of the queue and begins. */
    public void add(List<Long> ids) {
        change(() -> workbook.queue().add(ids), true);
    }

    /** Takes a game out; what was found of its positions stays. */
    public void remove(long id) {
        boolean goOn = running.get();
        halt();
        change(() -> workbook.queue().remove(id), goOn);
    }

    public void clear() {
        halt();
        change(() -> workbook.queue().clear(), false);
    }

    /** Stops; the games stay in the queue. The end of the program stops it too, but only until the next start. */
    public void stop() {
        halt();
        if (background.isClosing()) {
            return;
        }
        change(() -> workbook.settings().set(STOPPED, "yes"), false);
    }

    /** Goes on with the games that wait. */
    public void goOn() {
        change(() -> workbook.settings().set(STOPPED, ""), true);
    }

    private void change(Runnable write, boolean goOn) {
        background.write(
                () -> {
                    write.run();
                    if (goOn) {
                        workbook.settings().set(STOPPED, "");
                    }
                    return true;
                },
                written -> refresh(goOn));
    }

    private void refresh(boolean goOn) {
        background.read(
                () -> workbook.games()
                        .summaries(workbook.queue().games().stream()
                                .mapToLong(Long::longValue)
                                .toArray()),
                waiting -> {
                    games.set(waiting);
                    if (goOn && !running.get() && !waiting.isEmpty()) {
                        running.set(true);
                        done = 0;
                        entry = background.begin(Texts.of("queue.running"), this::stop);
                        next();
                    } else if (running.get()) {
                        showProgress(0);
                    }
                });
    }

    private void halt() {
        stopPosition.run();
        stopPosition = () -> {};
        finish();
    }

    private void finish() {
        running.set(false);
        if (entry != null) {
            background.end(entry);
            entry = null;
        }
    }

    /** @param ofGame how much of the game at the head is done, 0 to 1 */
    private void showProgress(double ofGame) {
        if (entry != null) {
            int all = done + games.get().size();
            entry.fractionProperty().set(all == 0 ? 1 : (done + ofGame) / all);
            entry.countProperty().set(done + 1);
        }
    }

    // ---- going over the game at the head

    private void next() {
        if (!running.get()) {
            return;
        }
        if (games.get().isEmpty()) {
            finish();
            return;
        }
        long id = games.get().getFirst().id();
        KeptPasses kept = kept();
        double threshold = judging.thresholdProperty().get();
        background.read(
                () -> {
                    GameTree tree = workbook.games().read(id).tree();
                    List<Integer> main = GameSweep.judged(tree, tree.mainLine());
                    Map<Integer, Position> byNode = new LinkedHashMap<>(Map.of(GameTree.ROOT, tree.start()));
                    List<Position> line = tree.positionsAlong(main);
                    for (int ply = 0; ply < main.size(); ply++) {
                        byNode.put(main.get(ply), line.get(ply + 1));
                    }
                    LinePass plan = new LinePass(tree, byNode.keySet(), List.of(main), threshold);
                    kept.of(byNode).forEach(plan::know);
                    return new Walk(id, tree, plan, new ArrayDeque<>(), byNode.size());
                },
                walk -> step(walk, false));
    }

    private KeptPasses kept() {
        return new KeptPasses(workbook, service.analystName());
    }

    /**
     * A game that is gone over.
     *
     * @param open what is left of what the plan said last
     * @param positions that it has
     */
    private record Walk(long id, GameTree tree, LinePass plan, Deque<Integer> open, int positions) {}

    private void step(Walk walk, boolean areSecond) {
        if (!running.get() || games.get().isEmpty() || games.get().getFirst().id() != walk.id()) {
            return;
        }
        boolean second = areSecond;
        if (walk.open().isEmpty()) {
            LinePass.Next next = walk.plan().next();
            walk.open().addAll(next.nodes());
            second = next.areSecond();
        }
        // A game is nearly done when only second looks are left.
        double share = second ? 0.9 : 0.9 * (1 - (double) walk.open().size() / walk.positions());
        showProgress(walk.open().isEmpty() ? 1 : share);
        if (walk.open().isEmpty()) {
            done(walk);
            return;
        }
        List<Integer> nodes = new ArrayList<>();
        while (!walk.open().isEmpty() && nodes.size() < JudgingModel.BESIDE) {
            nodes.add(walk.open().removeFirst());
        }
        List<List<Position>> ways = nodes.stream()
                .map(node -> walk.tree().positionsAlong(walk.tree().pathTo(node)))
                .toList();
        boolean isSecond = second;
        Limit limit = isSecond ? GameSweep.SECOND : GameSweep.LIMIT;
        stopPosition = service.batch((analyst, cancel) -> pass.look(ways, limit, cancel), found -> {
            for (int i = 0; i < found.size(); i++) {
                GameSweep.Looked looked = new GameSweep.Looked(found.get(i), isSecond);
                kept().keep(background, ways.get(i), looked);
                walk.plan().know(nodes.get(i), looked);
                judging.learn(walk.id(), nodes.get(i), looked);
            }
            step(walk, isSecond);
        });
    }

    private void done(Walk walk) {
        done++;
        background.write(
                () -> {
                    workbook.queue().remove(walk.id());
                    return true;
                },
                written -> {
                    games.set(games.get().stream()
                            .filter(game -> game.id() != walk.id())
                            .toList());
                    new JudgedGames(workbook, service.analystName()).addUpSoon(background, walk.id());
                    next();
                });
    }
}
