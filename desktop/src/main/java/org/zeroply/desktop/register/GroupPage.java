package org.zeroply.desktop.register;

import java.util.List;
import java.util.Optional;
import org.zeroply.coaching.Habit;
import org.zeroply.coaching.Levels.Level;
import org.zeroply.coaching.Rate;
import org.zeroply.store.RegisterShelf;

/**
 * The students of a group, a row each.
 *
 * @param shared the habits that most of them have, with how many do; the most shared first
 */
public record GroupPage(String name, List<Row> rows, List<Shared> shared) {
    /**
     * A student of the group.
     *
     * @param games that are judged
     * @param first what to train first
     */
    public record Row(
            RegisterShelf.Listed student,
            int games,
            Optional<Rate> rate,
            Optional<Level> level,
            Optional<Habit> first) {}

    /** A habit that some have among the first three to train. */
    public record Shared(Habit.Key habit, int students) {}

    public GroupPage {
        rows = List.copyOf(rows);
        shared = List.copyOf(shared);
    }
}
