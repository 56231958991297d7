package org.zeroply.desktop.tour;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.function.BooleanSupplier;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.scene.control.TableView;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.testfx.api.FxRobot;
import org.zeroply.desktop.Stand;
import org.zeroply.desktop.flow.FlowView;
import org.zeroply.desktop.repertoire.RepertoireModel;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.RepertoireReader;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.store.RepertoireShelf;

/**
 * How fluent the real window is while a large file comes in and afterwards: time between frames, in software rendering,
 * while the list is scrolled and a game is walked; and while a game of 200 moves with 100 variations is walked and a note is typed.
 * {@code ./zeroply bench frames [GAMES]}, and for the long game alone {@code ./zeroply bench strip}.
 */
public final class Frames {
    private static final int STEP_MILLIS = 40;
    private static final int LETTER_MILLIS = 16;
    private static final long PATIENCE_MILLIS = 600_000;
    private static final int LONG_GAME = 400;

    private final Stand stand;
    private final TableView<?> table;
    private final List<Double> gaps = new ArrayList<>();
    private int stepMillis = STEP_MILLIS;

    private Frames(Stand stand) {
        this.stand = stand;
        table = new FxRobot().lookup("#games-table").queryAs(TableView.class);
    }

    public static void main(String[] arguments) throws IOException, InterruptedException {
        Path folder = Files.createTempDirectory("zeroply-frames");
        try (Stand stand = new Stand(folder, true, 1280, 800)) {
            Frames frames = new Frames(stand);
            frames.listen();
            if (arguments.length > 0 && arguments[0].equals("flow")) {
                frames.bigRepertoire();
            } else {
                if (arguments.length > 0) {
                    frames.bigFile(Path.of(arguments[0]));
                }
                frames.longGame();
            }
        } finally {
            try (var files = Files.walk(folder)) {
                for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
                    Files.delete(file);
                }
            }
        }
        Platform.exit();
        System.exit(0);
    }

    private void listen() {
        Stand.onStage(() -> {
            new AnimationTimer() {
                private long last;

                @Override
                public void handle(long now) {
                    if (last != 0) {
                        gaps.add((now - last) / 1e6);
                    }
                    last = now;
                }
            }.start();
            return true;
        });
    }

    /** A game of 200 moves with 100 variations of six half-moves, from a fixed seed. */
    private static Game manyVariations() {
        Random random = new Random(200);
        GameTree tree = GameTree.of(Position.START);
        int node = GameTree.ROOT;
        for (int ply = 0; ply < LONG_GAME; ply++) {
            List<Move> legal = tree.positionAt(node).legalMoves();
            if (legal.isEmpty()) {
                break;
            }
            int before = node;
            GameTree.Edit edit = tree.add(node, legal.get(random.nextInt(legal.size())));
            tree = edit.tree();
            node = edit.focus();
            if (ply % 4 == 1) {
                int at = before;
                for (int step = 0; step < 6; step++) {
                    List<Move> other = tree.positionAt(at).legalMoves();
                    if (other.isEmpty()) {
                        break;
                    }
                    GameTree.Edit aside = tree.add(at, other.get(random.nextInt(other.size())));
                    tree = aside.tree();
                    at = aside.focus();
                }
            }
        }
        return Game.empty().with(tree);
    }

    private void longGame() throws InterruptedException {
        Game game = manyVariations();
        Stand.onStage(() -> {
            stand.reading().add(game, "long game");
            stand.shell().runCommand("command.places.reading");
            return true;
        });
        stand.settle();
        int[] still = {120};
        busyWhile("standing still", () -> still[0]-- > 0, () -> {});
        int[] left = {240};
        busyWhile(
                "walking 200 moves, 100 branches",
                () -> left[0]-- > 0,
                () -> stand.reading().next());
        typing();
    }

    /** A note of 600 letters, typed as fast as a key that is held down. */
    private void typing() throws InterruptedException {
        TextArea note = new FxRobot().lookup("#note").queryAs(TextArea.class);
        String words = "what bears on c5 and why it cannot stay there ";
        Stand.onStage(() -> {
            note.requestFocus();
            return true;
        });
        stand.settle();
        int[] typed = {0};
        stepMillis = LETTER_MILLIS;
        busyWhile(
                "typing 60 letters a second",
                () -> typed[0] < 600,
                () -> note.fireEvent(new KeyEvent(
                        KeyEvent.KEY_TYPED,
                        words.substring(typed[0] % words.length(), typed[0]++ % words.length() + 1),
                        "",
                        KeyCode.UNDEFINED,
                        false,
                        false,
                        false,
                        false)));
        if (note.getText().length() < 600) {
            throw new IllegalStateException("typed only " + note.getText().length() + " letters");
        }
    }

    /** A repertoire of 20,000 positions from a fixed seed: one answer everywhere, three replies, lines of any length. */
    private static Repertoire manyLines() {
        Random random = new Random(20_000);
        GameTree.Builder tree = new GameTree.Builder(Position.START);
        Deque<Map.Entry<Integer, Position>> open = new ArrayDeque<>(List.of(Map.entry(GameTree.ROOT, Position.START)));
        Set<Long> met = new HashSet<>();
        while (tree.size() < 22_500 && !open.isEmpty()) {
            Map.Entry<Integer, Position> at = open.remove();
            List<Move> legal = new ArrayList<>(at.getValue().legalMoves());
            Collections.shuffle(legal, random);
            int wanted = at.getValue().sideToMove() == Side.WHITE ? 1 : 3;
            for (Move move : legal.stream().limit(wanted).toList()) {
                Position next = at.getValue().play(move);
                int child = tree.add(at.getKey(), move);
                if (met.add(next.key())) {
                    open.add(Map.entry(child, next));
                }
            }
        }
        return RepertoireReader.take(Repertoire.empty(Side.WHITE), List.of(tree.build()))
                .repertoire();
    }

    private void bigRepertoire() throws InterruptedException {
        Repertoire repertoire = manyLines();
        RepertoireModel model = stand.repertoire();
        Stand.onStage(() -> {
            stand.shell().runCommand("command.places.repertoire");
            model.create(new RepertoireShelf.Title("Many lines", Side.WHITE, "", ""), repertoire);
            return true;
        });
        stand.await("the repertoire", () -> model.repertoire().size() == repertoire.size());
        stand.settle();
        System.out.println(repertoire.size() + " positions");
        FxRobot robot = new FxRobot();
        FlowView flow = robot.lookup("#repertoire-flow").queryAs(FlowView.class);
        List<Integer> order = repertoire.order();
        int[] left = {240};
        busyWhile(
                "walking 20,000 positions",
                () -> left[0]-- > 0,
                () -> model.go(order.get((240 - left[0]) * 37 % order.size())));
        int[] zooms = {120};
        busyWhile("coming closer and going back", () -> zooms[0]-- > 0, () -> flow.zoom(zooms[0] > 60 ? 0.97 : 1.03));
        Random random = new Random(1);
        int[] folds = {30};
        busyWhile(
                "unfolding branches", () -> folds[0]-- > 0, () -> model.fold(order.get(random.nextInt(order.size()))));
        List<Double> edits = new ArrayList<>();
        for (int i = 0; i < 20; i++) {
            int node = order.get(random.nextInt(order.size()));
            Stand.onStage(() -> {
                model.go(node);
                Position position = model.current().position();
                long begun = System.nanoTime();
                if (position.hasLegalMove()) {
                    model.play(position.legalMoves().getLast());
                }
                edits.add((System.nanoTime() - begun) / 1e6);
                return true;
            });
            stand.settle();
        }
        edits.sort(null);
        System.out.printf(
                Locale.ROOT,
                "a move added: median %.0f ms on the interface thread, longest %.0f ms%n",
                edits.get(edits.size() / 2),
                edits.getLast());
    }

    private void bigFile(Path pgn) throws InterruptedException {
        Stand.onStage(() -> {
            stand.shell().importFiles(List.of(pgn));
            return true;
        });
        busyWhile("import, index and scrolling", this::isBusy, this::scroll);
        int[] left = {120};
        Stand.onStage(() -> {
            stand.shell()
                    .openGame(stand.games().idAt(50_000 % stand.games().games().size()));
            return true;
        });
        busyWhile("walking a game", () -> left[0]-- > 0, () -> stand.reading().next());
        Runtime runtime = Runtime.getRuntime();
        System.gc();
        System.out.printf(
                Locale.ROOT,
                "heap in use %.0f MB of at most %.0f MB%n",
                (runtime.totalMemory() - runtime.freeMemory()) / 1e6,
                runtime.maxMemory() / 1e6);
    }

    private boolean isBusy() {
        var background = stand.window().background();
        return background != null && !background.running().isEmpty();
    }

    private void scroll() {
        int size = table.getItems().size();
        if (size > 0) {
            int row = (table.getSelectionModel().getSelectedIndex() + 37) % size;
            table.getSelectionModel().clearAndSelect(row);
            table.scrollTo(row);
        }
    }

    /** Does something again and again while a condition holds, and says how the frames came meanwhile. */
    private void busyWhile(String what, BooleanSupplier condition, Runnable step) throws InterruptedException {
        Stand.onStage(() -> {
            gaps.clear();
            return true;
        });
        long begun = System.nanoTime();
        // Background work begins a moment after it is asked for.
        Thread.sleep(300);
        while (Stand.onStage(condition::getAsBoolean) && System.nanoTime() - begun < PATIENCE_MILLIS * 1_000_000) {
            Stand.onStage(() -> {
                step.run();
                return true;
            });
            Thread.sleep(stepMillis);
        }
        double[] sorted = Stand.onStage(
                () -> gaps.stream().mapToDouble(Double::doubleValue).sorted().toArray());
        if (sorted.length > 20) {
            long within = Arrays.stream(sorted).filter(gap -> gap <= 33.4).count();
            System.out.printf(
                    Locale.ROOT,
                    "%-30s %6.1f s  %d frames, %.1f of 100 within 33 ms, 95 of 100 within %.1f ms, longest %.0f ms%n",
                    what,
                    (System.nanoTime() - begun) / 1e9,
                    sorted.length,
                    100.0 * within / sorted.length,
                    sorted[(int) (sorted.length * 0.95)],
                    sorted[sorted.length - 1]);
        }
    }
}
