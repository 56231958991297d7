package org.zeroply.bench.calc;

import java.io.BufferedReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.LongSupplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * This version against an earlier one, or its generator against any program that counts paths: both sides in turns, so
 * that a machine that slows down or speeds up does so for both, and the ratio pair by pair.
 */
final class Versus {
    private static final long NODES = 500_000;
    private static final int ROUNDS = 5;
    private static final int TABLE_MEGABYTES = 256;
    private static final Pattern SECONDS = Pattern.compile("seconds ([0-9.]+)");

    private record Count(String name, String fen, int length) {}

    private static final List<Count> COUNTS = List.of(
            new Count("start", "rnbqkbnr/pppppppp/8/8/8/8/PPPPPPPP/RNBQKBNR w KQkq - 0 1", 6),
            new Count("middlegame", Speed.MIDDLEGAMES.get(2), 5));

    private Versus() {}

    /**
     * Positions a second over the middlegames, and the time to a depth.
     *
     * @param earlier the classes of the other version's core, a jar or a folder
     */
    static void calculators(Path earlier, int depth) throws IOException, ReflectiveOperationException {
        Version.Calculating mine = Version.present().calculator(TABLE_MEGABYTES);
        Version.Calculating other = new Version(earlier).calculator(TABLE_MEGABYTES);
        for (String fen : Speed.MIDDLEGAMES) {
            time(mine, fen, Version.Budget.nodes(NODES));
            time(other, fen, Version.Budget.nodes(NODES));
        }
        double[] here = new double[ROUNDS];
        double[] there = new double[ROUNDS];
        for (int round = 0; round < ROUNDS; round++) {
            for (String fen : Speed.MIDDLEGAMES) {
                here[round] += time(mine, fen, Version.Budget.nodes(NODES));
                there[round] += time(other, fen, Version.Budget.nodes(NODES));
            }
            here[round] = Speed.MIDDLEGAMES.size() * NODES / here[round] / 1e6;
            there[round] = Speed.MIDDLEGAMES.size() * NODES / there[round] / 1e6;
        }
        say("million positions a second, one thread", here, there);
        double[] soon = new double[Speed.MIDDLEGAMES.size()];
        double[] late = new double[soon.length];
        for (int i = 0; i < soon.length; i++) {
            soon[i] = time(mine, Speed.MIDDLEGAMES.get(i), Version.Budget.depth(depth));
            late[i] = time(other, Speed.MIDDLEGAMES.get(i), Version.Budget.depth(depth));
        }
        say("seconds to depth " + depth + ", by position", soon, late);
        System.out.printf(
                Locale.ROOT,
                "seconds to depth %d, all together: %.2f here, %.2f there, ratio %.3f%n",
                depth,
                Arrays.stream(soon).sum(),
                Arrays.stream(late).sum(),
                Arrays.stream(soon).sum() / Arrays.stream(late).sum());
    }

    private static double time(Version.Calculating calculator, String fen, Version.Budget budget) {
        calculator.forget();
        long begun = System.nanoTime();
        calculator.calculate(List.of(fen), budget);
        return (System.nanoTime() - begun) / 1e9;
    }

    /**
     * Legal moves counted, the last half-move in bulk.
     *
     * @param program prints {@code seconds S} for a FEN and a depth
     */
    static void generators(String program) throws IOException, InterruptedException, ReflectiveOperationException {
        Version present = Version.present();
        for (Count count : COUNTS) {
            LongSupplier paths = () -> present.paths(count.fen(), count.length());
            long expected = paths.getAsLong();
            double[] here = new double[2 * ROUNDS];
            double[] there = new double[here.length];
            for (int round = 0; round < here.length; round++) {
                long begun = System.nanoTime();
                if (paths.getAsLong() != expected) {
                    throw new IllegalStateException("two counts of " + count.name() + " differ");
                }
                here[round] = expected / ((System.nanoTime() - begun) / 1e3);
                there[round] = expected / (seconds(program, count) * 1e6);
            }
            say("million paths a second, " + count.name() + " at depth " + count.length(), here, there);
        }
    }

    private static double seconds(String program, Count count) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(program, count.fen(), Integer.toString(count.length())).start();
        List<String> said = new ArrayList<>();
        try (BufferedReader reader = process.inputReader(StandardCharsets.UTF_8)) {
            reader.lines().forEach(said::add);
        }
        process.waitFor();
        Matcher found = SECONDS.matcher(String.join(" ", said));
        if (!found.find()) {
            throw new IllegalArgumentException(program + " said no seconds but " + said);
        }
        return Double.parseDouble(found.group(1));
    }

    private static void say(String what, double[] here, double[] there) {
        double[] ratios = new double[here.length];
        for (int i = 0; i < ratios.length; i++) {
            ratios[i] = here[i] / there[i];
        }
        System.out.printf(
                Locale.ROOT,
                "%s: median %.2f here, %.2f there; ratio %.3f (%.3f to %.3f in %d turns)%n",
                what,
                median(here),
                median(there),
                median(ratios),
                Arrays.stream(ratios).min().orElseThrow(),
                Arrays.stream(ratios).max().orElseThrow(),
                ratios.length);
    }

    private static double median(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        int half = sorted.length / 2;
        return sorted.length % 2 == 1 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
    }
}
