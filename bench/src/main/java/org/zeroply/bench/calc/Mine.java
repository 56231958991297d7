package org.zeroply.bench.calc;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.SequencedMap;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.notation.Epd;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
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
 * Looks through positions of self-play for those that deserve a place in the suite: what was thought of the game has just
 * changed, so there was something to see; a first glance chooses another move
 * than a long look, the long look's move is better than every other by a clear margin, and a look of a third of its size
 * already says the same, so that the key does not hang on the last moment. The kinds are told by what the key does.
 */
final class Mine {
    private static final long GLANCE_NODES = 120;

    /** Hundredths of a pawn by which the game must have turned from a row to the next. */
    private static final int TURN = 110;

    private static final long MIDDLE_NODES = 400_000;
    private static final long LONG_NODES = 1_500_000;
    private static final double MARGIN = 0.14;
    private static final long SEED = 20261125;

    /** What the key is, in the order in which it is tried. */
    enum Kind {
        MATE,
        ENDING,
        SACRIFICE,
        BREAK,
        DEFENCE,
        QUIET,
        TACTIC
    }

    private final Calculator calculator = new Calculator(128, 2);

    static void run(Path data, Path out, int wanted, int minutes) throws IOException {
        List<String> rows = turns(Files.readAllLines(data, StandardCharsets.UTF_8));
        Collections.shuffle(rows, new Random(SEED));
        Mine mine = new Mine();
        Map<Kind, Integer> counts = new EnumMap<>(Kind.class);
        Set<Long> seen = new HashSet<>();
        int each = wanted / Kind.values().length + 1;
        long end = System.nanoTime() + minutes * 60_000_000_000L;
        try (PrintWriter print = new PrintWriter(Files.newBufferedWriter(out, StandardCharsets.UTF_8))) {
            for (String row : rows) {
                Position position = Fen.position(row.split("\t")[0]);
                // Far from one another: no two of the same pawns.
                long pawns = position.men(Side.WHITE, PieceType.PAWN).bits() * 31
                        ^ position.men(Side.BLACK, PieceType.PAWN).bits();
                if (System.nanoTime() > end
                        || counts.values().stream().mapToInt(i -> i).sum() >= wanted) {
                    break;
                }
                Epd found = seen.contains(pawns) ? null : mine.look(position, counts, each);
                if (found != null) {
                    seen.add(pawns);
                    print.println(found.write());
                    print.flush();
                }
            }
        }
        System.out.println(rows.size() + " turns; " + counts);
    }

    /** The rows at which the side to move has just been given something. */
    private static List<String> turns(List<String> rows) {
        List<String> turns = new ArrayList<>();
        for (int i = 1; i < rows.size(); i++) {
            String[] before = rows.get(i - 1).split("\t");
            String[] now = rows.get(i).split("\t");
            int sign = now[0].contains(" w ") ? 1 : -1;
            int gained = sign * (Integer.parseInt(now[2]) - Integer.parseInt(before[2]));
            boolean sameGame = before[1].equals(now[1]) && !now[0].contains(" 0 1");
            if (sameGame && gained >= TURN && Math.abs(Integer.parseInt(before[2])) < 400) {
                turns.add(rows.get(i));
            }
        }
        return turns;
    }

    private Calculation ask(Position position, long nodes, int lines) {
        calculator.forget();
        return calculator.calculate(
                Question.of(position, Limit.nodes(nodes)).withLines(lines), partial -> {}, new Cancel());
    }

    private @Nullable Epd look(Position position, Map<Kind, Integer> counts, int each) {
        Move glance = ask(position, GLANCE_NODES, 1).lines().getFirst().first();
        Calculation middle = ask(position, MIDDLE_NODES / 20, 1);
        Move key = middle.lines().getFirst().first();
        if (key.equals(glance)) {
            return null;
        }
        Calculation twice = ask(position, MIDDLE_NODES, 2);
        if (!isClear(twice, key)) {
            return null;
        }
        Calculation sure = ask(position, LONG_NODES, 2);
        if (!isClear(sure, key)) {
            return null;
        }
        Kind kind = kind(position, sure);
        if (counts.getOrDefault(kind, 0) >= each) {
            return null;
        }
        counts.merge(kind, 1, Integer::sum);
        SequencedMap<String, List<String>> operations = new LinkedHashMap<>();
        operations.put("bm", List.of(San.write(position, key)));
        int mate = Math.abs(sure.verdict().mateIn());
        if (mate > 0 && mate <= 8) {
            operations.put("dm", List.of(Integer.toString(mate)));
        }
        CalculatedLine best = sure.lines().getFirst();
        CalculatedLine second = sure.lines().get(1);
        operations.put("id", List.of(kind.name().toLowerCase(Locale.ROOT) + " " + counts.get(kind)));
        operations.put(
                "c0",
                List.of(best.verdict().text() + ", second "
                        + San.write(position, second.first()) + ": "
                        + second.verdict().text() + "; " + San.line(position, best.moves())));
        return new Epd(position, operations);
    }

    private static boolean isClear(Calculation found, Move key) {
        if (found.lines().size() < 2 || !found.lines().getFirst().first().equals(key)) {
            return false;
        }
        Side side = found.position().sideToMove();
        double first = found.lines().getFirst().verdict().expectedFor(side);
        double second = found.lines().get(1).verdict().expectedFor(side);
        return first - second >= MARGIN && first > 0.3;
    }

    private static Kind kind(Position position, Calculation found) {
        Move key = found.lines().getFirst().first();
        Side side = position.sideToMove();
        Piece mover = position.pieceAt(key.from());
        double first = found.lines().getFirst().verdict().expectedFor(side);
        int pieces = position.occupied().size()
                - position.men(Side.WHITE, PieceType.PAWN).size()
                - position.men(Side.BLACK, PieceType.PAWN).size();
        if (found.verdict().mateIn() != 0 && first > 0.5) {
            return Kind.MATE;
        }
        if (pieces <= 6) {
            return Kind.ENDING;
        }
        Position after = position.play(key);
        Piece taken = position.captured(key);
        int given = Exchange.result(after, key.to(), side.opposite());
        int won = taken == null
                ? 0
                : taken.type() == PieceType.PAWN
                        ? 1
                        : taken.type() == PieceType.QUEEN ? 9 : taken.type() == PieceType.ROOK ? 5 : 3;
        if (given - won >= 2) {
            return Kind.SACRIFICE;
        }
        if (first < 0.56) {
            return Kind.DEFENCE;
        }
        boolean quiet = taken == null && !after.isCheck();
        if (mover != null && mover.type() == PieceType.PAWN && quiet) {
            return Kind.BREAK;
        }
        return quiet ? Kind.QUIET : Kind.TACTIC;
    }
}
