package org.zeroply.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameResult;
import org.zeroply.ledger.Pattern;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.store.GameFilter;
import org.zeroply.store.GameOrder;
import org.zeroply.store.PositionGames;
import org.zeroply.store.Workbook;
import org.zeroply.store.WorkbookOpening;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** What a workbook of many games takes: {@code ./zeroply bench size [GAMES]}, 100,000 unless said otherwise. */
final class AtSize {
    private static final int USUAL = 100_000;
    private static final int TIMES = 9;

    private final Workbook workbook;

    private AtSize(Workbook workbook) {
        this.workbook = workbook;
    }

    static void run(String[] arguments) throws IOException, InterruptedException {
        int games = arguments.length > 1 ? Integer.parseInt(arguments[1]) : USUAL;
        Path folder = Files.createTempDirectory("zeroply-bench");
        try {
            Path pgn = folder.resolve("big.pgn");
            BigCollection.write(pgn, games);
            say("file of " + games + " games", Files.size(pgn) / 1e6, "MB");
            Path file = folder.resolve("big.zeroply");
            try (Workbook workbook = ((WorkbookOpening.Opened) Workbook.open(file, Clock.systemUTC())).workbook()) {
                new AtSize(workbook).measure(pgn);
            }
            say("workbook", Files.size(file) / 1e6, "MB");
            long begun = System.nanoTime();
            Workbook again = ((WorkbookOpening.Opened) Workbook.open(file, Clock.systemUTC())).workbook();
            long opened = System.nanoTime() - begun;
            again.close();
            say("open again", opened / 1e6, "ms");
        } finally {
            try (Stream<Path> files = Files.walk(folder)) {
                for (Path each : files.toList().reversed()) {
                    Files.delete(each);
                }
            }
        }
    }

    private static void say(String what, double value, String unit) {
        say(what, String.format(Locale.ROOT, "%.1f %s", value, unit));
    }

    private static void say(String what, String figure) {
        System.out.printf(Locale.ROOT, "%-36s %s%n", what, figure);
    }

    private void measure(Path pgn) throws IOException, InterruptedException {
        // A coach edits a game of their own all the while.
        long id = workbook.games().add(Game.empty(), "a game");
        long begun = System.nanoTime();
        List<Double> edits =
                editDuring(id, () -> workbook.files().importPgn(pgn, "import", Progress.SILENT, new Cancel()));
        say("import", (System.nanoTime() - begun) / 1e9, "s");
        say("edits during it", spread(edits));
        begun = System.nanoTime();
        edits = editDuring(id, () -> {
            workbook.positions().fill(Progress.SILENT, new Cancel());
            return true;
        });
        say("position index", (System.nanoTime() - begun) / 1e9, "s");
        say("edits during it", spread(edits));
        finding();
        positions();
        patterns();
        Runtime runtime = Runtime.getRuntime();
        System.gc();
        say("heap in use after all", (runtime.totalMemory() - runtime.freeMemory()) / 1e6, "MB");
    }

    private interface Work {
        Object run() throws IOException;
    }

    /** How long each of many edits takes, in milliseconds, while the work runs. */
    private List<Double> editDuring(long id, Work work) throws InterruptedException, IOException {
        AtomicBoolean over = new AtomicBoolean();
        List<Double> millis = new ArrayList<>();
        Thread editor = Thread.ofPlatform().start(() -> {
            for (int edit = 0; !over.get(); edit++) {
                Game game = workbook.games().read(id);
                long begun = System.nanoTime();
                workbook.games()
                        .save(id, game.with(game.tags().with("Round", Integer.toString(edit))), "round", "edit");
                millis.add((System.nanoTime() - begun) / 1e6);
                try {
                    Thread.sleep(200);
                } catch (InterruptedException stop) {
                    return;
                }
            }
        });
        try {
            work.run();
        } finally {
            over.set(true);
            editor.join();
        }
        return millis;
    }

    private static String spread(List<Double> millis) {
        double[] sorted =
                millis.stream().mapToDouble(Double::doubleValue).sorted().toArray();
        return String.format(
                Locale.ROOT,
                "median %.0f ms, 95 in 100 within %.0f ms, longest %.0f ms (%d)",
                sorted[sorted.length / 2],
                sorted[(int) (sorted.length * 0.95)],
                sorted[sorted.length - 1],
                sorted.length);
    }

    private interface Question {
        long ask();
    }

    private static void time(String what, Question question) {
        double[] millis = new double[TIMES];
        long found = 0;
        for (int i = 0; i < TIMES; i++) {
            long begun = System.nanoTime();
            found = question.ask();
            millis[i] = (System.nanoTime() - begun) / 1e6;
        }
        double first = millis[0];
        Arrays.sort(millis);
        say(
                what,
                String.format(
                        Locale.ROOT,
                        "%.0f ms (first %.0f, longest %.0f), %d found",
                        millis[TIMES / 2],
                        first,
                        millis[TIMES - 1],
                        found));
    }

    private void find(String what, GameFilter filter, GameOrder order) {
        time("find " + what, () -> {
            long[] ids = workbook.games().ids(filter, order);
            workbook.games().summaries(Arrays.copyOf(ids, Math.min(100, ids.length)));
            return ids.length;
        });
    }

    private void finding() {
        GameOrder newest = GameOrder.NEWEST_FIRST;
        find("everything", GameFilter.ALL, newest);
        find("a player", new GameFilter("", "tormi", null, "", "", "", "", null, 0, 0, "", null), newest);
        find("as White", new GameFilter("", "br", Side.WHITE, "", "", "", "", null, 0, 0, "", null), newest);
        find("an event", new GameFilter("", "", null, "", "open solberg", "", "", null, 0, 0, "", null), newest);
        find("dates", new GameFilter("", "", null, "", "", "2015", "2016-06", null, 0, 0, "", null), newest);
        find("a result", new GameFilter("", "", null, "", "", "", "", GameResult.BLACK_WINS, 0, 0, "", null), newest);
        find("a length", new GameFilter("", "", null, "", "", "", "", null, 20, 25, "", null), newest);
        find("one letter anywhere", GameFilter.words("o"), newest);
        find("three words", GameFilter.words("bra open 2019"), newest);
        for (GameOrder.By by : GameOrder.By.values()) {
            find("everything by " + by, GameFilter.ALL, new GameOrder(by, false));
        }
    }

    private void positions() {
        Position position = Position.START;
        for (int ply = 0; ply <= 12; ply += 4) {
            Position asked = position;
            time(
                    "games at a position, half-move " + ply,
                    () -> workbook.positions().at(asked, null).games().size());
            for (int i = 0; i < 4; i++) {
                PositionGames games = workbook.positions().at(position, null);
                position = position.play(games.moves().getFirst().move());
            }
        }
    }

    private void patterns() {
        pattern(
                "rook and 4 against rook and 3, one wing",
                new Pattern(
                        List.of(
                                new Pattern.Men(Side.WHITE, PieceType.QUEEN, 0, 0),
                                new Pattern.Men(Side.BLACK, PieceType.QUEEN, 0, 0),
                                new Pattern.Men(Side.WHITE, PieceType.ROOK, 1, 1),
                                new Pattern.Men(Side.BLACK, PieceType.ROOK, 1, 1),
                                new Pattern.Men(Side.WHITE, PieceType.BISHOP, 0, 0),
                                new Pattern.Men(Side.BLACK, PieceType.BISHOP, 0, 0),
                                new Pattern.Men(Side.WHITE, PieceType.KNIGHT, 0, 0),
                                new Pattern.Men(Side.BLACK, PieceType.KNIGHT, 0, 0),
                                new Pattern.Men(Side.WHITE, PieceType.PAWN, 4, 4),
                                new Pattern.Men(Side.BLACK, PieceType.PAWN, 3, 3)),
                        List.of(),
                        true,
                        false,
                        true,
                        2));
        pattern(
                "isolated d-pawn, White",
                new Pattern(
                        List.of(),
                        List.of(new Pattern.Shape(Side.WHITE, Pattern.Feature.ISOLATED, 3)),
                        false,
                        false,
                        false,
                        4));
    }

    private void pattern(String what, Pattern pattern) {
        time(
                what,
                () -> workbook.positions()
                        .search(pattern, Progress.SILENT, new Cancel())
                        .orElseThrow()
                        .size());
    }
}
