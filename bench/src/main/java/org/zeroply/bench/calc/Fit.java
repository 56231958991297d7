package org.zeroply.bench.calc;

import java.io.BufferedReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Board;
import org.zeroply.search.Evaluation;
import org.zeroply.search.Weights;

/**
 * Fits the weights to the results of self-play. The evaluation is taken as a black box that is nearly linear in its
 * weights: how far it moves when one weight is raised and lowered is measured for every position, and with these slopes
 * the weights are moved down the gradient of the mean squared difference between the expected score and what happened.
 * What happened is the game's result, mixed with the expected score that the search saw, since one result is a coarse
 * witness. Slopes are measured anew each round, because the king's danger grows with its square.
 *
 * <p>The positions of one game share its result, so what counts as evidence is games, not positions: a weight is pulled
 * back toward where it began, the harder the less it is worth to believe the data. How hard is decided by games that are
 * kept out of the fit, one stretch of positions in ten. There is nothing random in it.
 */
final class Fit {
    private static final int STEP = 32;
    private static final int ROUNDS = 1;
    private static final int DESCENTS = 400;
    private static final double RATE = 0.6;
    private static final double RESULT_SHARE = 0.3;

    /** Candidates for the pull toward where a weight began, so that what was seldom seen stays as reasoned. */
    private static final double[] PULLS = {1e-8, 3e-8, 1e-7, 3e-7};

    /** Longer than a game: positions within a stretch are kept out together. */
    private static final int STRETCH = 400;

    private final List<Board> boards = new ArrayList<>();
    private double[] results = {};
    private double[] seen = {};

    static void run(List<Path> data, Path out) throws IOException {
        new Fit().fit(data, out);
    }

    private void read(List<Path> files) throws IOException {
        List<Double> result = new ArrayList<>();
        List<Double> search = new ArrayList<>();
        for (Path file : files) {
            try (BufferedReader rows = Files.newBufferedReader(file, StandardCharsets.UTF_8)) {
                for (String row = rows.readLine(); row != null; row = rows.readLine()) {
                    String[] cells = row.split("\t");
                    boards.add(Fen.position(cells[0]).board());
                    result.add(Double.valueOf(cells[1]));
                    search.add(Double.valueOf(cells[2]));
                }
            }
        }
        results = result.stream().mapToDouble(Double::doubleValue).toArray();
        seen = search.stream().mapToDouble(Double::doubleValue).toArray();
    }

    private void fit(List<Path> data, Path out) throws IOException {
        read(data);
        Weights weights = Weights.SHIPPED;
        double scale = curve(seen);
        System.out.printf(
                Locale.ROOT,
                "%d positions; curve of the search's evaluations: scale %.1f, error %.5f%n",
                boards.size(),
                scale,
                error(seen, results, scale, false));
        double[] target = new double[results.length];
        for (int i = 0; i < target.length; i++) {
            target[i] = RESULT_SHARE * results[i] + (1 - RESULT_SHARE) * expected(seen[i], scale);
        }
        double[] before = evaluate(weights);
        System.out.printf(
                Locale.ROOT,
                "error before: fitted %.5f, kept out %.5f%n",
                error(before, target, scale, false),
                error(before, target, scale, true));
        for (int round = 1; round <= ROUNDS; round++) {
            weights = round(weights, target, scale, round);
        }
        List<String> remarks = List.of(
                "Fitted by org.zeroply.bench.calc.Fit to " + boards.size()
                        + " quiet positions of games that the calculator played against itself",
                "(./zeroply bench selfplay, then ./zeroply bench fit; seeds and settings stand there). The numbers before",
                "the first fit were set by reasoning. Pairs are middlegame/ending, in hundredths of a pawn.",
                "The scale is the curve from the search's evaluation to the score of those games: 1 / (1 + exp(-x / scale)).");
        Files.writeString(
                out,
                weights.with(weights.numbers(), Math.round(scale * 10) / 10.0).text(remarks),
                StandardCharsets.UTF_8);
    }

    private double[] evaluate(Weights weights) {
        double[] values = new double[boards.size()];
        int part = 20_000;
        IntStream.range(0, (values.length + part - 1) / part).parallel().forEach(each -> {
            Evaluation evaluation = new Evaluation(weights);
            for (int i = each * part; i < Math.min(values.length, (each + 1) * part); i++) {
                int value = evaluation.of(boards.get(i));
                values[i] = boards.get(i).side() == 0 ? value : -value;
            }
        });
        return values;
    }

    /** Descends with each pull from the same slopes; the weights that do best on what was kept out go on. */
    private Weights round(Weights weights, double[] target, double scale, int round) {
        int count = weights.numbers().length;
        int[][] where = new int[count][];
        float[][] slope = new float[count][];
        IntStream.range(0, count).parallel().forEach(i -> slopes(weights, i, where, slope));
        double[] base = evaluate(weights);
        Weights best = weights;
        double least = Double.MAX_VALUE;
        for (double pull : PULLS) {
            Weights fitted = descend(weights, pull, where, slope, base, target, scale);
            double[] now = evaluate(fitted);
            double keptOut = error(now, target, scale, true);
            System.out.printf(
                    Locale.ROOT,
                    "round %d, pull %.0e: fitted %.5f, kept out %.5f%n",
                    round,
                    pull,
                    error(now, target, scale, false),
                    keptOut);
            if (keptOut < least) {
                least = keptOut;
                best = fitted;
            }
        }
        return best;
    }

    private Weights descend(
            Weights weights,
            double pull,
            int[][] where,
            float[][] slope,
            double[] base,
            double[] target,
            double scale) {
        int[] numbers = weights.numbers();
        double[] values = base.clone();
        double[] moved = new double[numbers.length];
        double[] momentum = new double[numbers.length];
        double[] speed = new double[numbers.length];
        double[] push = new double[values.length];
        for (int descent = 1; descent <= DESCENTS; descent++) {
            for (int i = 0; i < values.length; i++) {
                double expected = expected(values[i], scale);
                push[i] = isKeptOut(i) ? 0 : (expected - target[i]) * expected * (1 - expected) / scale / values.length;
            }
            System.arraycopy(base, 0, values, 0, values.length);
            for (int w = 0; w < numbers.length; w++) {
                double gradient = pull * moved[w];
                for (int k = 0; k < where[w].length; k++) {
                    gradient += push[where[w][k]] * slope[w][k];
                }
                // Adam (Kingma and Ba 2014) with its usual constants.
                momentum[w] = 0.9 * momentum[w] + 0.1 * gradient;
                speed[w] = 0.999 * speed[w] + 0.001 * gradient * gradient;
                double m = momentum[w] / (1 - Math.pow(0.9, descent));
                double v = speed[w] / (1 - Math.pow(0.999, descent));
                double rate = RATE * (descent < DESCENTS / 2 ? 1 : 2.0 * (DESCENTS - descent) / DESCENTS);
                if (where[w].length > 0) {
                    moved[w] -= rate * m / (Math.sqrt(v) + 1e-12);
                }
                for (int k = 0; k < where[w].length; k++) {
                    values[where[w][k]] += slope[w][k] * moved[w];
                }
            }
        }
        for (int w = 0; w < numbers.length; w++) {
            numbers[w] += (int) Math.round(moved[w]);
        }
        return weights.with(numbers, weights.scale());
    }

    private void slopes(Weights weights, int number, int[][] where, float[][] slope) {
        int[] up = weights.numbers();
        int[] down = weights.numbers();
        up[number] += STEP;
        down[number] -= STEP;
        Evaluation higher = new Evaluation(weights.with(up, 1));
        Evaluation lower = new Evaluation(weights.with(down, 1));
        int[] places = new int[64];
        float[] slopes = new float[64];
        int n = 0;
        for (int i = 0; i < boards.size(); i++) {
            Board board = boards.get(i);
            int apart = higher.of(board) - lower.of(board);
            if (apart != 0) {
                if (n == places.length) {
                    places = Arrays.copyOf(places, 2 * n);
                    slopes = Arrays.copyOf(slopes, 2 * n);
                }
                places[n] = i;
                slopes[n++] = (float) (board.side() == 0 ? apart : -apart) / (2 * STEP);
            }
        }
        where[number] = Arrays.copyOf(places, n);
        slope[number] = Arrays.copyOf(slopes, n);
    }

    /** The scale of the curve that fits the results best, by trisection. */
    private double curve(double[] values) {
        double low = 50;
        double high = 600;
        while (high - low > 0.1) {
            double a = low + (high - low) / 3;
            double b = high - (high - low) / 3;
            if (error(values, results, a, false) < error(values, results, b, false)) {
                high = b;
            } else {
                low = a;
            }
        }
        return (low + high) / 2;
    }

    private static boolean isKeptOut(int position) {
        return position / STRETCH % 10 == 9;
    }

    private static double error(double[] values, double[] target, double scale, boolean keptOut) {
        double sum = 0;
        int count = 0;
        for (int i = 0; i < values.length; i++) {
            if (isKeptOut(i) == keptOut) {
                double apart = expected(values[i], scale) - target[i];
                sum += apart * apart;
                count++;
            }
        }
        return sum / count;
    }

    private static double expected(double value, double scale) {
        return 1 / (1 + Math.exp(-value / scale));
    }
}
