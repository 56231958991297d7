package org.zeroply.desktop.strip;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The lanes in the order in which they stand, each shown or hidden, and how tall.
 *
 * @param rows every lane once
 */
public record StripLanes(List<Row> rows) {
    public static final int TALLEST = 3;

    private static final Set<StripLane> ON_REQUEST = EnumSet.of(StripLane.TEMPO, StripLane.WINGS);

    /** As they are if nobody arranged them: the account of tempi and the pieces that change wings are shown on request. */
    public static final StripLanes USUAL = new StripLanes(Arrays.stream(StripLane.values())
            .map(lane -> new Row(lane, !ON_REQUEST.contains(lane), 1))
            .toList());

    /**
     * One lane.
     *
     * @param size 1 to 3 times its usual height
     */
    public record Row(StripLane lane, boolean isShown, int size) {
        public Row {
            if (size < 1 || size > TALLEST) {
                throw new IllegalArgumentException("a lane is 1 to " + TALLEST + " times as tall, not " + size);
            }
        }
    }

    public StripLanes {
        rows = List.copyOf(rows);
        Set<StripLane> all = EnumSet.noneOf(StripLane.class);
        rows.forEach(row -> all.add(row.lane()));
        if (all.size() != StripLane.values().length || rows.size() != all.size()) {
            throw new IllegalArgumentException("every lane stands there once, were " + rows);
        }
    }

    public Row row(StripLane lane) {
        return rows.stream().filter(row -> row.lane() == lane).findFirst().orElseThrow();
    }

    public StripLanes with(Row changed) {
        return new StripLanes(rows.stream()
                .map(row -> row.lane() == changed.lane() ? changed : row)
                .toList());
    }

    /** The lane a place up (-1) or down (1); nothing changes at the ends. */
    public StripLanes moved(StripLane lane, int step) {
        List<Row> next = new ArrayList<>(rows);
        int from = next.indexOf(row(lane));
        int to = from + step;
        if (to < 0 || to >= next.size()) {
            return this;
        }
        next.add(to, next.remove(from));
        return new StripLanes(next);
    }

    /** As a setting keeps it: each lane with its size, {@code -} before the hidden ones. */
    public String text() {
        return rows.stream()
                .map(row -> (row.isShown() ? "" : "-") + row.lane() + ":" + row.size())
                .collect(Collectors.joining(" "));
    }

    /** The usual arrangement for a text that is none; a lane that an older version did not have comes last. */
    public static StripLanes read(String text) {
        try {
            List<Row> rows = new ArrayList<>(Arrays.stream(text.strip().split(" "))
                    .map(StripLanes::readRow)
                    .toList());
            USUAL.rows().stream()
                    .filter(usual -> rows.stream().noneMatch(row -> row.lane() == usual.lane()))
                    .forEach(rows::add);
            return new StripLanes(rows);
        } catch (IllegalArgumentException notOurs) {
            return USUAL;
        }
    }

    private static Row readRow(String word) {
        boolean hidden = word.startsWith("-");
        String[] parts = (hidden ? word.substring(1) : word).split(":", -1);
        if (parts.length != 2) {
            throw new IllegalArgumentException("no lane: " + word);
        }
        return new Row(StripLane.valueOf(parts[0]), !hidden, Integer.parseInt(parts[1]));
    }
}
