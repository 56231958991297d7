package org.zeroply.coaching;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * Points of a group against ratings, for one paper or one task.
 *
 * @param points one for each sitting that ended, by rating
 * @param medians of the share in each band of {@link #BAND} rating points, by where the band begins
 */
public record GroupResult(List<Dot> points, SortedMap<Integer, Double> medians) {
    public static final int BAND = 200;

    /** One student's share of what could be earned. */
    public record Dot(Student student, double share) {}

    public GroupResult {
        points = List.copyOf(points);
    }

    /** Students without a rating stand in the list but in no band. */
    public static GroupResult of(List<Dot> dots) {
        SortedMap<Integer, List<Double>> bands = new TreeMap<>();
        for (Dot dot : dots) {
            if (dot.student().rating() > 0) {
                bands.computeIfAbsent(dot.student().rating() / BAND * BAND, band -> new ArrayList<>())
                        .add(dot.share());
            }
        }
        SortedMap<Integer, Double> medians = new TreeMap<>();
        bands.forEach((band, shares) -> medians.put(band, median(shares)));
        return new GroupResult(
                dots.stream()
                        .sorted(Comparator.comparingInt(dot -> dot.student().rating()))
                        .toList(),
                medians);
    }

    private static double median(List<Double> shares) {
        List<Double> sorted = shares.stream().sorted().toList();
        int middle = sorted.size() / 2;
        return sorted.size() % 2 == 1 ? sorted.get(middle) : (sorted.get(middle - 1) + sorted.get(middle)) / 2;
    }
}
