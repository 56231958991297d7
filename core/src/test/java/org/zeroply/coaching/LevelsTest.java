package org.zeroply.coaching;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.zeroply.coaching.Levels.Level;
import org.zeroply.coaching.Levels.Observation;
import org.zeroply.coaching.Levels.Prior;

/** Levels of students and tasks: against a plain twin, and against people and tasks that were drawn. */
class LevelsTest {
    private static final double SLOPE = Math.log(10) / 400;

    /** Newton's method with the whole matrix, inverted as at school. */
    private static double[][] twin(List<Observation> seen, double[] means, double[] deviations, int students) {
        int size = means.length;
        double[] levels = means.clone();
        double[][] inverse = new double[size][size];
        for (int round = 0; round < 60; round++) {
            double[][] matrix = new double[size][size];
            double[] gradient = new double[size];
            for (int i = 0; i < size; i++) {
                matrix[i][i] = 1 / (deviations[i] * deviations[i]);
                gradient[i] = matrix[i][i] * (means[i] - levels[i]);
            }
            for (Observation each : seen) {
                int s = (int) each.student();
                int t = students + (int) each.task();
                double p = 1 / (1 + Math.pow(10, (levels[t] - levels[s]) / 400));
                double weight = SLOPE * SLOPE * p * (1 - p);
                gradient[s] += SLOPE * (each.share() - p);
                gradient[t] -= SLOPE * (each.share() - p);
                matrix[s][s] += weight;
                matrix[t][t] += weight;
                matrix[s][t] -= weight;
                matrix[t][s] -= weight;
            }
            inverse = inverted(matrix);
            for (int i = 0; i < size; i++) {
                double by = 0;
                for (int j = 0; j < size; j++) {
                    by += inverse[i][j] * gradient[j];
                }
                levels[i] += Math.clamp(by, -100, 100);
            }
        }
        double[] deviation = new double[size];
        for (int i = 0; i < size; i++) {
            deviation[i] = Math.sqrt(inverse[i][i]);
        }
        return new double[][] {levels, deviation};
    }

    private static double[][] inverted(double[][] matrix) {
        int size = matrix.length;
        double[][] inverse = new double[size][size];
        for (int i = 0; i < size; i++) {
            inverse[i][i] = 1;
        }
        for (int column = 0; column < size; column++) {
            double pivot = matrix[column][column];
            for (int j = 0; j < size; j++) {
                matrix[column][j] /= pivot;
                inverse[column][j] /= pivot;
            }
            for (int row = 0; row < size; row++) {
                double factor = matrix[row][column];
                for (int j = 0; row != column && j < size; j++) {
                    matrix[row][j] -= factor * matrix[column][j];
                    inverse[row][j] -= factor * inverse[column][j];
                }
            }
        }
        return inverse;
    }

    @Test
    void theyAreThoseOfAPlainTwinWhicheverAreMore() {
        Random random = new Random(26);
        for (int round = 0; round < 20; round++) {
            int students = 1 + random.nextInt(7);
            int tasks = 1 + random.nextInt(7);
            double[] means = random.doubles(students + tasks, 1000, 2200).toArray();
            double[] deviations = random.doubles(students + tasks, 100, 400).toArray();
            List<Observation> seen = new ArrayList<>();
            for (int s = 0; s < students; s++) {
                for (int t = 0; t < tasks; t++) {
                    seen.add(new Observation(s, t, random.nextInt(3) / 2.0));
                }
            }
            Levels levels = Levels.of(
                    seen,
                    s -> new Prior(means[(int) s], deviations[(int) s]),
                    t -> new Prior(means[students + (int) t], deviations[students + (int) t]));
            double[][] twin = twin(seen, means, deviations, students);
            for (int i = 0; i < means.length; i++) {
                Level level = (i < students ? levels.student(i) : levels.task(i - students)).orElseThrow();
                assertThat(level.value()).isCloseTo(twin[0][i], within(.05));
                assertThat(level.deviation()).isCloseTo(twin[1][i], within(.05));
                assertThat(level.observations()).isEqualTo(i < students ? tasks : students);
            }
        }
    }

    /** Two hundred students and a hundred tasks from the priors; each true level is within its range nine times in ten. */
    @Test
    void trueLevelsAreWithinTheirRangesNineTimesInTen() {
        int within = 0;
        int all = 0;
        for (long seed = 1; seed <= 5; seed++) {
            Random random = new Random(seed);
            int[] ratings = random.ints(200, 1000, 2200).toArray();
            int[] middles = random.ints(100, 1000, 2200).toArray();
            double[] students = new double[200];
            double[] tasks = new double[100];
            for (int i = 0; i < 200; i++) {
                students[i] = ratings[i] + 200 * random.nextGaussian();
            }
            for (int i = 0; i < 100; i++) {
                tasks[i] = middles[i] + 200 * random.nextGaussian();
            }
            List<Observation> seen = new ArrayList<>();
            for (int s = 0; s < 200; s++) {
                for (int k = random.nextInt(30); k >= 0; k--) {
                    int task = random.nextInt(100);
                    boolean solved = random.nextDouble() < Levels.expected(students[s], tasks[task]);
                    seen.add(new Observation(s, task, solved ? 1 : 0));
                }
            }
            Levels levels = Levels.of(
                    seen,
                    s -> Prior.ofRating(ratings[(int) s]),
                    t -> Prior.between(middles[(int) t] - 100, middles[(int) t] + 100));
            for (Map.Entry<Long, Level> each : levels.students().entrySet()) {
                all++;
                within += Math.abs(each.getValue().value()
                                        - students[each.getKey().intValue()])
                                <= each.getValue().range()
                        ? 1
                        : 0;
            }
            for (Map.Entry<Long, Level> each : levels.tasks().entrySet()) {
                all++;
                within += Math.abs(each.getValue().value() - tasks[each.getKey().intValue()])
                                <= each.getValue().range()
                        ? 1
                        : 0;
            }
        }
        // About 1,500 levels: three standard deviations of the share are .023.
        assertThat((double) within / all).isBetween(.877, .923);
    }

    @Test
    void onePersonAndOneSittingGiveWideRanges() {
        Levels levels =
                Levels.of(List.of(new Observation(7, 3, 1)), s -> Prior.ofRating(0), t -> Prior.between(1400, 1600));
        Level student = levels.student(7).orElseThrow();
        assertThat(student.value()).isBetween(1601.0, 1900.0);
        assertThat(student.range()).as("hardly less than nothing known").isBetween(500.0, 658.0);
        assertThat(levels.task(3).orElseThrow().value())
                .as("what was solved may be easier")
                .isLessThan(1500);
        assertThat(levels.students()).hasSize(1);
        Levels nothing = Levels.of(List.of(), s -> Prior.UNKNOWN, t -> Prior.UNKNOWN);
        assertThat(nothing.students()).isEmpty();
        assertThat(nothing.tasks()).isEmpty();
    }

    @Test
    void whoEarnsAllOfMuchOrNothingStaysOnTheScale() {
        List<Observation> all = new ArrayList<>();
        for (int task = 0; task < 300; task++) {
            all.add(new Observation(1, task, 1));
            all.add(new Observation(2, task, 0));
        }
        Levels levels = Levels.of(all, s -> Prior.ofRating(s == 1 ? 4000 : 100), t -> Prior.UNKNOWN);
        assertThat(levels.student(1).orElseThrow().value()).isBetween(4000.0, 5000.0);
        assertThat(levels.student(2).orElseThrow().value()).isBetween(-1000.0, 101.0);
    }

    @Test
    void aThemeHasALevelOfItsOwnThatBeginsWithTheOverallOne() {
        Map<Long, Level> tasks = Map.of(1L, new Level(1500, 50, 9), 2L, new Level(1700, 50, 9));
        Prior overall = new Prior(1600, 150);
        assertThat(Levels.at(List.of(), tasks, overall)).isEqualTo(new Level(1600, 150, 0));
        Level good = Levels.at(List.of(new Observation(1, 1, 1), new Observation(1, 2, 1)), tasks, overall);
        Level poor = Levels.at(List.of(new Observation(1, 1, 0), new Observation(1, 2, 0)), tasks, overall);
        assertThat(good.value()).isGreaterThan(1640);
        assertThat(poor.value()).isLessThan(1560);
        assertThat(good.deviation()).isBetween(100.0, 150.0);
        double[][] twin = twin(
                List.of(new Observation(0, 0, 1), new Observation(0, 1, 1)),
                new double[] {1600, 1500, 1700},
                new double[] {150, 1e-6, 1e-6},
                1);
        assertThat(good.value()).isCloseTo(twin[0][0], within(.1));
    }

    @Test
    void whatIsNoShareIsRefused() {
        assertThatThrownBy(() -> new Observation(1, 1, 1.2)).hasMessageContaining("1.2");
        assertThatThrownBy(() -> new Observation(1, 1, Double.NaN)).hasMessageContaining("NaN");
        assertThatThrownBy(() -> new Prior(1600, 0)).hasMessageContaining("deviation");
    }
}
