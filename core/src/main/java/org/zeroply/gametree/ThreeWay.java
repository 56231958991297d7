package org.zeroply.gametree;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What becomes of a value that two people changed apart: whatever only one of them changed is as that one has it.
 *
 * @param value what it is now; of two changes that do not go together, the first
 * @param isConflict whether both changed it, and not to the same
 */
public record ThreeWay<T>(T value, boolean isConflict) {
    /**
     * @param base what both began with; null if that is not known
     */
    public static <T> ThreeWay<T> of(@Nullable T base, T first, T second) {
        if (first.equals(second) || second.equals(base)) {
            return new ThreeWay<>(first, false);
        }
        return first.equals(base) ? new ThreeWay<>(second, false) : new ThreeWay<>(first, true);
    }

    /** The same for texts, except that of two changes both stand there, one behind the other, if neither has the other in it. */
    public static ThreeWay<String> ofTexts(@Nullable String base, String first, String second, String between) {
        ThreeWay<String> either = of(base, first, second);
        if (!either.isConflict() || first.contains(second)) {
            return new ThreeWay<>(either.value(), false);
        }
        return second.contains(first) ? new ThreeWay<>(second, false) : new ThreeWay<>(first + between + second, true);
    }

    /** What has no order and no value but to be there: all that nobody took away. */
    public static <T> List<T> ofSets(List<T> base, List<T> first, List<T> second) {
        Set<T> both = new LinkedHashSet<>(first);
        both.addAll(second);
        both.removeIf(each -> base.contains(each) && !(first.contains(each) && second.contains(each)));
        return List.copyOf(both);
    }

    /** A list with the changes of both; empty if both changed the same place in it, and not to the same. */
    public static <T> Optional<List<T>> ofLists(List<T> base, List<T> first, List<T> second) {
        int[] inFirst = alike(base, first);
        int[] inSecond = alike(base, second);
        List<T> merged = new ArrayList<>();
        int one = 0;
        int other = 0;
        for (int at = 0; at <= base.size(); ) {
            // Up to the next thing that neither has touched.
            int same = at;
            while (same < base.size() && (inFirst[same] < 0 || inSecond[same] < 0)) {
                same++;
            }
            int oneEnd = same < base.size() ? inFirst[same] : first.size();
            int otherEnd = same < base.size() ? inSecond[same] : second.size();
            List<T> was = base.subList(at, same);
            List<T> left = first.subList(one, oneEnd);
            List<T> right = second.subList(other, otherEnd);
            if (left.equals(right) || right.equals(was)) {
                merged.addAll(left);
            } else if (left.equals(was)) {
                merged.addAll(right);
            } else if (was.isEmpty()) {
                merged.addAll(left);
                merged.addAll(right);
            } else {
                return Optional.empty();
            }
            if (same < base.size()) {
                merged.add(base.get(same));
            }
            one = oneEnd + 1;
            other = otherEnd + 1;
            at = same + 1;
        }
        return Optional.of(merged);
    }

    /** For each thing of a list where it stands in another one, so that as many as possible do in their order; or -1. */
    private static <T> int[] alike(List<T> list, List<T> other) {
        int[][] longest = new int[list.size() + 1][other.size() + 1];
        for (int i = list.size() - 1; i >= 0; i--) {
            for (int j = other.size() - 1; j >= 0; j--) {
                longest[i][j] = list.get(i).equals(other.get(j))
                        ? longest[i + 1][j + 1] + 1
                        : Math.max(longest[i + 1][j], longest[i][j + 1]);
            }
        }
        int[] places = new int[list.size()];
        int j = 0;
        for (int i = 0; i < list.size(); i++) {
            while (j < other.size() && !list.get(i).equals(other.get(j)) && longest[i][j + 1] == longest[i][j]) {
                j++;
            }
            boolean isThere = j < other.size() && list.get(i).equals(other.get(j));
            places[i] = isThere ? j++ : -1;
        }
        return places;
    }
}
