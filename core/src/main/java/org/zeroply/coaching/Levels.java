package org.zeroply.coaching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.LongFunction;

/**
 * How strong students are and how hard tasks, on one scale with ratings, estimated together: a student of level s is expected
 * to earn the share 1 / (1 + 10^((t - s)/400)) of the points of a task of level t. The most likely levels under normal priors;
 * how sure they are follows from the whole information matrix. After G. Rasch, "Probabilistic Models for Some Intelligence and
 * Attainment Tests", 1960.
 */
public final class Levels {
    /** A share of points a point of level: the derivative of the expected share is this times p (1 - p). */
    private static final double SLOPE = Math.log(10) / 400;

    /** Standard deviations to either side that hold nine times in ten. */
    private static final double NINE_IN_TEN = 1.6448536269514722;

    private static final int MOST_STEPS = 100;

    /** A step that moves nobody by more than this, in points of level, is the last. */
    private static final double SETTLED = 1e-3;

    /** No step goes further, so that a first guess far off does not overshoot. */
    private static final double LONGEST_STEP = 400;

    private final Map<Long, Level> students;
    private final Map<Long, Level> tasks;

    private Levels(Map<Long, Level> students, Map<Long, Level> tasks) {
        this.students = Map.copyOf(students);
        this.tasks = Map.copyOf(tasks);
    }

    /**
     * What one student earned of one task.
     *
     * @param share of its points, 0 to 1
     */
    public record Observation(long student, long task, double share) {
        public Observation {
            if (!(share >= 0 && share <= 1)) {
                throw new IllegalArgumentException("a share is from 0 to 1, was " + share);
            }
        }
    }

    /**
     * What is believed of a level before anything was seen: it is normal.
     *
     * @param deviation standard, in points of level
     */
    public record Prior(double mean, double deviation) {
        /** Of whom or what nothing is known. */
        public static final Prior UNKNOWN = new Prior(1600, 400);

        private static final double KNOWN = 200;

        public Prior {
            if (!(deviation > 0)) {
                throw new IllegalArgumentException("a deviation is more than 0, was " + deviation);
            }
        }

        /** Of a student with a rating; 0 for none. */
        public static Prior ofRating(int rating) {
            return rating == 0 ? UNKNOWN : new Prior(rating, KNOWN);
        }

        /** Of a task for ratings from one to another; 0 for none. */
        public static Prior between(int from, int to) {
            if (from == 0 && to == 0) {
                return UNKNOWN;
            }
            return new Prior(from == 0 ? to : to == 0 ? from : (from + to) / 2.0, KNOWN);
        }
    }

    /**
     * A level as it was measured.
     *
     * @param deviation standard, in points of level
     * @param observations it was measured from
     */
    public record Level(double value, double deviation, int observations) {
        /** To either side of the value; the true level is within nine times in ten. */
        public double range() {
            return NINE_IN_TEN * deviation;
        }
    }

    /** The share of its points that a student is expected to earn of a task. */
    public static double expected(double student, double task) {
        return 1 / (1 + Math.pow(10, (task - student) / 400));
    }

    /** Everyone who was seen. */
    public Map<Long, Level> students() {
        return students;
    }

    public Map<Long, Level> tasks() {
        return tasks;
    }

    /** Empty for who was not seen, and so has the prior still. */
    public Optional<Level> student(long id) {
        return Optional.ofNullable(students.get(id));
    }

    public Optional<Level> task(long id) {
        return Optional.ofNullable(tasks.get(id));
    }

    /**
     * @param ofStudent the prior of each
     * @param ofTask the prior of each
     */
    public static Levels of(List<Observation> observations, LongFunction<Prior> ofStudent, LongFunction<Prior> ofTask) {
        return new Fit(observations, ofStudent, ofTask).run();
    }

    /**
     * The level of one student at some tasks alone, such as those of a theme, the levels of the tasks being known.
     *
     * @param prior the level over all tasks, with the deviation that a theme may have from it
     */
    public static Level at(List<Observation> some, Map<Long, Level> tasks, Prior prior) {
        double level = prior.mean();
        double precision = 1 / (prior.deviation() * prior.deviation());
        double information = precision;
        for (int step = 0; step < MOST_STEPS; step++) {
            double gradient = precision * (prior.mean() - level);
            information = precision;
            for (Observation each : some) {
                Level task = tasks.get(each.task());
                double p = expected(level, task == null ? prior.mean() : task.value());
                gradient += SLOPE * (each.share() - p);
                information += SLOPE * SLOPE * p * (1 - p);
            }
            double by = Math.clamp(gradient / information, -LONGEST_STEP, LONGEST_STEP);
            level += by;
            if (Math.abs(by) < SETTLED) {
                break;
            }
        }
        return new Level(level, 1 / Math.sqrt(information), some.size());
    }

    /**
     * Newton's method on the whole matrix. Students and tasks meet only in observations, so the part of the tasks is diagonal
     * and is taken out (its Schur complement is as large as there are students); the fewer of the two take the part of students.
     */
    private static final class Fit {
        private final List<Observation> observations;
        private final Map<Long, Integer> studentPlaces = new HashMap<>();
        private final Map<Long, Integer> taskPlaces = new HashMap<>();
        private final List<Prior> studentPriors = new ArrayList<>();
        private final List<Prior> taskPriors = new ArrayList<>();

        Fit(List<Observation> observations, LongFunction<Prior> ofStudent, LongFunction<Prior> ofTask) {
            this.observations = observations;
            for (Observation each : observations) {
                place(each.student(), studentPlaces, studentPriors, ofStudent);
                place(each.task(), taskPlaces, taskPriors, ofTask);
            }
        }

        private static void place(long id, Map<Long, Integer> places, List<Prior> priors, LongFunction<Prior> prior) {
            if (!places.containsKey(id)) {
                places.put(id, places.size());
                priors.add(prior.apply(id));
            }
        }

        Levels run() {
            boolean isSwapped = studentPlaces.size() > taskPlaces.size();
            Side few = new Side(isSwapped ? taskPriors : studentPriors);
            Side many = new Side(isSwapped ? studentPriors : taskPriors);
            int count = observations.size();
            int[] inFew = new int[count];
            int[] inMany = new int[count];
            double[] shares = new double[count];
            for (int i = 0; i < count; i++) {
                Observation each = observations.get(i);
                int student = Objects.requireNonNull(studentPlaces.get(each.student()));
                int task = Objects.requireNonNull(taskPlaces.get(each.task()));
                inFew[i] = isSwapped ? task : student;
                inMany[i] = isSwapped ? student : task;
                // From the other side what is not earned is what the task kept.
                shares[i] = isSwapped ? 1 - each.share() : each.share();
                few.observations[inFew[i]]++;
                many.observations[inMany[i]]++;
            }
            Matrix matrix = new Matrix(few, many, inFew, inMany, shares);
            matrix.settle();
            Side students = isSwapped ? many : few;
            Side tasks = isSwapped ? few : many;
            return new Levels(students.levels(studentPlaces), tasks.levels(taskPlaces));
        }
    }

    /** Levels of one kind, students or tasks. */
    private static final class Side {
        final double[] mean;
        final double[] precision;
        final double[] value;
        final double[] variance;
        final int[] observations;

        Side(List<Prior> priors) {
            mean = priors.stream().mapToDouble(Prior::mean).toArray();
            precision = priors.stream()
                    .mapToDouble(prior -> 1 / (prior.deviation() * prior.deviation()))
                    .toArray();
            value = mean.clone();
            variance = new double[mean.length];
            observations = new int[mean.length];
        }

        Map<Long, Level> levels(Map<Long, Integer> places) {
            Map<Long, Level> levels = new HashMap<>();
            places.forEach((id, place) ->
                    levels.put(id, new Level(value[place], Math.sqrt(variance[place]), observations[place])));
            return levels;
        }
    }

    private static final class Matrix {
        private final Side few;
        private final Side many;
        private final int[] inFew;
        private final int[] inMany;
        private final double[] shares;

        /** The observations of each of the many. */
        private final int[][] of;

        /** What each observation tells. */
        private final double[] weights;

        private double[][] complement = new double[0][0];
        private double[] diagonal = new double[0];

        Matrix(Side few, Side many, int[] inFew, int[] inMany, double[] shares) {
            this.few = few;
            this.many = many;
            this.inFew = inFew;
            this.inMany = inMany;
            this.shares = shares;
            weights = new double[shares.length];
            of = new int[many.value.length][];
            for (int i = 0; i < of.length; i++) {
                of[i] = new int[many.observations[i]];
            }
            int[] filled = new int[of.length];
            for (int i = 0; i < shares.length; i++) {
                of[inMany[i]][filled[inMany[i]]++] = i;
            }
        }

        void settle() {
            double furthest = Double.MAX_VALUE;
            for (int step = 0; step < MOST_STEPS && furthest > SETTLED; step++) {
                furthest = step();
            }
            variances();
        }

        /** One step of Newton's; gives by how much it moved whoever it moved furthest. */
        private double step() {
            double[] gradientOfFew = gradient(few);
            double[] gradientOfMany = gradient(many);
            for (int i = 0; i < shares.length; i++) {
                double p = expected(few.value[inFew[i]], many.value[inMany[i]]);
                gradientOfFew[inFew[i]] += SLOPE * (shares[i] - p);
                gradientOfMany[inMany[i]] -= SLOPE * (shares[i] - p);
                weights[i] = SLOPE * SLOPE * p * (1 - p);
            }
            factor();
            double[] right = gradientOfFew.clone();
            for (int task = 0; task < of.length; task++) {
                for (int i : of[task]) {
                    right[inFew[i]] += weights[i] * gradientOfMany[task] / diagonal[task];
                }
            }
            double[] byFew = solve(right);
            double furthest = 0;
            for (int task = 0; task < of.length; task++) {
                double sum = gradientOfMany[task];
                for (int i : of[task]) {
                    sum += weights[i] * byFew[inFew[i]];
                }
                furthest = Math.max(furthest, move(many, task, sum / diagonal[task]));
            }
            for (int student = 0; student < byFew.length; student++) {
                furthest = Math.max(furthest, move(few, student, byFew[student]));
            }
            return furthest;
        }

        private static double[] gradient(Side side) {
            double[] gradient = new double[side.value.length];
            for (int i = 0; i < gradient.length; i++) {
                gradient[i] = side.precision[i] * (side.mean[i] - side.value[i]);
            }
            return gradient;
        }

        private static double move(Side side, int place, double by) {
            double step = Math.clamp(by, -LONGEST_STEP, LONGEST_STEP);
            side.value[place] += step;
            return Math.abs(step);
        }

        /** The complement for the present weights, as the lower triangle of its Cholesky factor. */
        private void factor() {
            int size = few.value.length;
            complement = new double[size][size];
            diagonal = many.precision.clone();
            for (int i = 0; i < size; i++) {
                complement[i][i] = few.precision[i];
            }
            for (int i = 0; i < shares.length; i++) {
                complement[inFew[i]][inFew[i]] += weights[i];
                diagonal[inMany[i]] += weights[i];
            }
            double[] together = new double[size];
            int[] met = new int[size];
            for (int task = 0; task < of.length; task++) {
                int count = 0;
                for (int i : of[task]) {
                    if (together[inFew[i]] == 0) {
                        met[count++] = inFew[i];
                    }
                    together[inFew[i]] += weights[i];
                }
                for (int a = 0; a < count; a++) {
                    double share = together[met[a]] / diagonal[task];
                    double[] row = complement[met[a]];
                    for (int b = 0; b < count; b++) {
                        row[met[b]] -= share * together[met[b]];
                    }
                }
                for (int a = 0; a < count; a++) {
                    together[met[a]] = 0;
                }
            }
            for (int i = 0; i < size; i++) {
                for (int j = 0; j <= i; j++) {
                    double sum = complement[i][j];
                    for (int k = 0; k < j; k++) {
                        sum -= complement[i][k] * complement[j][k];
                    }
                    complement[i][j] = i == j ? Math.sqrt(sum) : sum / complement[j][j];
                }
            }
        }

        private double[] solve(double[] right) {
            double[] x = right.clone();
            for (int i = 0; i < x.length; i++) {
                for (int k = 0; k < i; k++) {
                    x[i] -= complement[i][k] * x[k];
                }
                x[i] /= complement[i][i];
            }
            for (int i = x.length - 1; i >= 0; i--) {
                for (int k = i + 1; k < x.length; k++) {
                    x[i] -= complement[k][i] * x[k];
                }
                x[i] /= complement[i][i];
            }
            return x;
        }

        /** The diagonal of the inverse of the whole matrix. */
        private void variances() {
            int size = few.value.length;
            double[][] inverse = new double[size][];
            for (int i = 0; i < size; i++) {
                double[] unit = new double[size];
                unit[i] = 1;
                inverse[i] = solve(unit);
                few.variance[i] = inverse[i][i];
            }
            double[] together = new double[size];
            for (int task = 0; task < of.length; task++) {
                Arrays.fill(together, 0);
                int[] met =
                        Arrays.stream(of[task]).map(i -> inFew[i]).distinct().toArray();
                for (int i : of[task]) {
                    together[inFew[i]] += weights[i];
                }
                double sum = 0;
                for (int a : met) {
                    for (int b : met) {
                        sum += together[a] * inverse[a][b] * together[b];
                    }
                }
                many.variance[task] = (1 + sum / diagonal[task]) / diagonal[task];
            }
        }
    }
}
