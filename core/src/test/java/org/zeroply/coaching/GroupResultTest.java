package org.zeroply.coaching;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class GroupResultTest {
    private static GroupResult.Dot dot(int rating, double share) {
        return new GroupResult.Dot(new Student(0, "Student " + rating, rating), share);
    }

    @Test
    void theMedianOfEachBand() {
        GroupResult group = GroupResult.of(
                List.of(dot(1850, .5), dot(0, .9), dot(1601, .2), dot(1799, .4), dot(1650, .9), dot(1999, .6)));
        assertThat(group.medians()).isEqualTo(Map.of(1600, .4, 1800, .55));
        assertThat(group.points()).extracting(each -> each.student().rating()).isSorted();
    }

    @Test
    void aClockThatWasSetBackTakesNothingAway() {
        Stopwatch running = Stopwatch.NEW.start(10_000).stop(14_000).start(20_000);
        assertThat(running.used(25_000)).isEqualTo(9_000);
        assertThat(running.used(5_000)).isEqualTo(4_000);
        assertThat(running.start(30_000)).as("it runs already").isEqualTo(running);
    }
}
