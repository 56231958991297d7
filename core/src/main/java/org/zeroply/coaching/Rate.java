package org.zeroply.coaching;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;

/**
 * Points given away in forty own moves at which something could be lost, and the range that holds nine times in ten.
 *
 * @param points given away in {@link #MOVES} such moves
 * @param low the lower end of the range
 * @param games it rests on
 * @param moves at which something could be lost
 */
public record Rate(double points, double low, double high, int games, int moves) {
    /** A rate is told for so many moves. */
    public static final int MOVES = 40;

    /** Whole games are drawn so many times, after B. Efron, "Bootstrap Methods: Another Look at the Jackknife", 1979. */
    private static final int DRAWS = 2_000;

    /** For the band of a plot, whose edges nobody reads to a digit, fewer will do. */
    private static final int DRAWS_OF_BAND = 400;

    private static final long SEED = 40;
    private static final double ONE_IN_TWENTY = 0.05;

    /**
     * What a game adds.
     *
     * @param given away at moves that count
     * @param moves that count
     */
    public record Part(double given, int moves) {
        /** Of this game alone; empty if nothing could be lost in it. */
        public Optional<Double> rate() {
            return moves == 0 ? Optional.empty() : Optional.of(MOVES * given / moves);
        }
    }

    /** Empty if nothing could be lost in any of the games. */
    public static Optional<Rate> of(List<Part> all) {
        return of(all, DRAWS);
    }

    /** The same with a coarser range, for one of many that are drawn side by side. */
    static Optional<Rate> ofBand(List<Part> all) {
        return of(all, DRAWS_OF_BAND);
    }

    private static Optional<Rate> of(List<Part> all, int draws) {
        Parts parts = new Parts(all);
        if (parts.size == 0) {
            return Optional.empty();
        }
        double[] drawn = parts.draw(new SplittableRandom(SEED), draws);
        Arrays.sort(drawn);
        return Optional.of(new Rate(parts.rate(), low(drawn), high(drawn), parts.size, parts.moves()));
    }

    private static double low(double[] sorted) {
        return sorted[(int) Math.round(ONE_IN_TWENTY * (sorted.length - 1))];
    }

    private static double high(double[] sorted) {
        return sorted[(int) Math.round((1 - ONE_IN_TWENTY) * (sorted.length - 1))];
    }

    /** Parts in which something could be lost, as arrays: they are drawn from many times. */
    private static final class Parts {
        private final int size;
        private final double[] given;
        private final int[] counted;

        Parts(List<Part> all) {
            List<Part> some = all.stream().filter(part -> part.moves() > 0).toList();
            size = some.size();
            given = some.stream().mapToDouble(Part::given).toArray();
            counted = some.stream().mapToInt(Part::moves).toArray();
        }

        int moves() {
            return Arrays.stream(counted).sum();
        }

        double rate() {
            return MOVES * Arrays.stream(given).sum() / moves();
        }

        double[] draw(SplittableRandom random, int draws) {
            double[] drawn = new double[draws];
            for (int draw = 0; draw < draws; draw++) {
                double sum = 0;
                int moves = 0;
                for (int i = 0; i < size; i++) {
                    int game = random.nextInt(size);
                    sum += given[game];
                    moves += counted[game];
                }
                drawn[draw] = MOVES * sum / moves;
            }
            return drawn;
        }
    }

    /** Whether the last games are better or worse than those before. */
    public sealed interface Trend {
        /** The range of the difference leaves out nought; less is given away. */
        record Better(Rate before, Rate now) implements Trend {}

        record Worse(Rate before, Rate now) implements Trend {}

        record NoClearChange() implements Trend {}

        /** @param missing so many more games until a trend is told */
        record TooFew(int missing) implements Trend {}

        /** The last so many are compared with those before. */
        int LAST = 10;

        /** With fewer before, nothing is told. */
        int FEWEST = 5;

        /** @param all in the order in which the games were played */
        static Trend of(List<Part> all) {
            List<Part> some = all.stream().filter(part -> part.moves() > 0).toList();
            if (some.size() < LAST + FEWEST) {
                return new TooFew(LAST + FEWEST - some.size());
            }
            List<Part> before = some.subList(0, some.size() - LAST);
            List<Part> now = some.subList(some.size() - LAST, some.size());
            SplittableRandom random = new SplittableRandom(SEED);
            double[] ofBefore = new Parts(before).draw(random, DRAWS);
            double[] difference = new Parts(now).draw(random, DRAWS);
            for (int i = 0; i < difference.length; i++) {
                difference[i] -= ofBefore[i];
            }
            Arrays.sort(difference);
            if (low(difference) <= 0 && high(difference) >= 0) {
                return new NoClearChange();
            }
            Rate earlier = Rate.of(before).orElseThrow();
            Rate later = Rate.of(now).orElseThrow();
            return high(difference) < 0 ? new Better(earlier, later) : new Worse(earlier, later);
        }
    }
}
