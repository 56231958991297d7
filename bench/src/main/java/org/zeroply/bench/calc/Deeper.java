package org.zeroply.bench.calc;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.SequencedMap;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicLong;
import org.zeroply.notation.Epd;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.work.Cancel;

/**
 * Positions that are hard: an earlier version chooses another move after a second than a long look of this version does, and
 * the move of the long look is better than every other by a clear margin. They are found in games of the calculator against
 * itself; and how many of them a version solves in a time tells whether it sees more.
 */
final class Deeper {
    private static final long PLAYED_NODES = 5_000;
    private static final long GLANCE_NODES = 10_000;
    private static final long SECOND_NODES = 150_000;
    private static final long LONG_NODES = 4_000_000;
    private static final int MEGABYTES = 64;
    private static final double MARGIN = 0.08;
    /** What the earlier version looks at in a second, so that it does not hang on what else the machine does. */
    private static final Version.Budget SECOND = Version.Budget.nodes(700_000);

    private static final Version.Budget LESS = Version.Budget.nodes(200_000);

    private final Set<Long> seen = new HashSet<>();
    private final AtomicLong games;
    private final int wanted;
    private final PrintWriter out;
    private int found;

    private Deeper(long firstOpening, int wanted, PrintWriter out) {
        games = new AtomicLong(firstOpening);
        this.wanted = wanted;
        this.out = out;
    }

    static void mine(Version before, Path file, int wanted, long firstOpening, int threads) throws IOException {
        try (PrintWriter out = new PrintWriter(Files.newBufferedWriter(file, StandardCharsets.UTF_8));
                ExecutorService both = Executors.newFixedThreadPool(threads)) {
            Deeper mine = new Deeper(firstOpening, wanted, out);
            for (int i = 0; i < threads; i++) {
                both.execute(() -> mine.look(before));
            }
        }
    }

    /** How many of the positions of a file a version solves within a budget, and of how many. */
    static String solved(Version version, Path file, Version.Budget budget) throws IOException {
        Version.Calculating calculator = version.calculator(MEGABYTES);
        int solved = 0;
        int all = 0;
        for (String row : Files.readAllLines(file, StandardCharsets.UTF_8)) {
            if (row.isBlank() || row.startsWith("#")) {
                continue;
            }
            if (!(Epd.read(row) instanceof Epd.Reading.Read(Epd epd))) {
                throw new IllegalArgumentException("not a position: " + row);
            }
            Set<String> keys = new HashSet<>();
            for (String key : epd.operations().getOrDefault("bm", List.of())) {
                keys.add(String.valueOf(San.read(epd.position(), key)));
            }
            if (!keys.isEmpty()) {
                calculator.forget();
                String move = calculator
                        .calculate(List.of(Fen.write(epd.position())), budget)
                        .move();
                all++;
                solved += keys.contains(move) ? 1 : 0;
            }
        }
        return String.format(Locale.ROOT, "%d of %d solved in %d %s", solved, all, budget.amount(), budget.unit());
    }

    private void look(Version before) {
        Calculator calculator = new Calculator(MEGABYTES, 1);
        Version.Calculating earlier = before.calculator(MEGABYTES);
        Player player = Player.of(new Calculator(SelfPlay.TABLE_MEGABYTES, 1), Limit.nodes(PLAYED_NODES));
        while (!isDone()) {
            SelfPlay.Played played = SelfPlay.play(player, player, SelfPlay.opening(games.getAndIncrement()));
            List<Position> positions = played.positions();
            for (int i = played.openingPlies() + 8; i < positions.size() && !isDone(); i++) {
                look(positions.get(i), calculator, earlier);
            }
        }
    }

    private synchronized boolean isDone() {
        return found >= wanted;
    }

    private static Calculation ask(Calculator calculator, Position position, long nodes, int lines) {
        calculator.forget();
        return calculator.calculate(
                Question.of(position, Limit.nodes(nodes)).withLines(lines), partial -> {}, new Cancel());
    }

    private void look(Position position, Calculator calculator, Version.Calculating earlier) {
        if (position.legalMoves().size() < 2) {
            return;
        }
        Side side = position.sideToMove();
        Calculation glance = ask(calculator, position, GLANCE_NODES, 1);
        Calculation second = ask(calculator, position, SECOND_NODES, 1);
        Move key = second.lines().getFirst().first();
        double gain = second.verdict().expectedFor(side) - glance.verdict().expectedFor(side);
        if (glance.lines().getFirst().first().equals(key) || gain < MARGIN / 2) {
            return;
        }
        List<String> asked = List.of(Fen.write(position));
        earlier.forget();
        if (earlier.calculate(asked, LESS).move().equals(key.toString())) {
            return;
        }
        Calculation sure = ask(calculator, position, LONG_NODES, 2);
        CalculatedLine best = sure.lines().getFirst();
        CalculatedLine next = sure.lines().getLast();
        boolean isClear = best.verdict().expectedFor(side) - next.verdict().expectedFor(side) >= MARGIN;
        earlier.forget();
        if (!isClear
                || earlier.calculate(asked, SECOND).move().equals(best.first().toString())) {
            return;
        }
        SequencedMap<String, List<String>> operations = new LinkedHashMap<>();
        operations.put("bm", List.of(San.write(position, best.first())));
        operations.put(
                "c0",
                List.of(best.verdict().text() + ", second " + San.write(position, next.first()) + ": "
                        + next.verdict().text() + "; " + San.line(position, best.moves())));
        write(position, operations);
    }

    private synchronized void write(Position position, SequencedMap<String, List<String>> operations) {
        // Far from one another: no two of the same pawns.
        long pawns = position.men(Side.WHITE, PieceType.PAWN).bits() * 31
                ^ position.men(Side.BLACK, PieceType.PAWN).bits();
        if (found < wanted && seen.add(pawns)) {
            found++;
            operations.put("id", List.of("deep " + found));
            out.println(new Epd(position, operations).write());
            out.flush();
        }
    }
}
